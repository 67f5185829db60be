import type { LookKey } from '$core/learning';
import Binoculars from '@lucide/svelte/icons/binoculars';
import Cherry from '@lucide/svelte/icons/cherry';
import Droplet from '@lucide/svelte/icons/droplet';
import Flower from '@lucide/svelte/icons/flower';
import Flower2 from '@lucide/svelte/icons/flower-2';
import Leaf from '@lucide/svelte/icons/leaf';
import Pointer from '@lucide/svelte/icons/pointer';
import Scissors from '@lucide/svelte/icons/scissors';
import Search from '@lucide/svelte/icons/search';
import Shovel from '@lucide/svelte/icons/shovel';
import Sprout from '@lucide/svelte/icons/sprout';
import SquareStack from '@lucide/svelte/icons/square-stack';
import Wheat from '@lucide/svelte/icons/wheat';
import Wind from '@lucide/svelte/icons/wind';

export const lookIcons: Readonly<Record<LookKey, typeof Leaf>> = {
  far: Binoculars,
  cluster: Flower2,
  flower: Flower,
  fruit: Cherry,
  stem: Search,
  leaf: Leaf,
  underside: SquareStack,
  stalk: Wheat,
  foot: Sprout,
  feel: Pointer,
  smell: Wind,
  sap: Droplet,
  cut: Scissors,
  dig: Shovel
};
