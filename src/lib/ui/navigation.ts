import CalendarRange from '@lucide/svelte/icons/calendar-range';
import CookingPot from '@lucide/svelte/icons/cooking-pot';
import CalendarDays from '@lucide/svelte/icons/calendar-days';
import Ellipsis from '@lucide/svelte/icons/ellipsis';
import Footprints from '@lucide/svelte/icons/footprints';
import Leaf from '@lucide/svelte/icons/leaf';
import MapIcon from '@lucide/svelte/icons/map';
import NotebookPen from '@lucide/svelte/icons/notebook-pen';
import Settings from '@lucide/svelte/icons/settings-2';
import Sun from '@lucide/svelte/icons/sun';
import Target from '@lucide/svelte/icons/target';
import TrendingUp from '@lucide/svelte/icons/trending-up';
import Users from '@lucide/svelte/icons/users';

const today = { href: '/today', label: 'Today', icon: Sun, key: 't' };
const walks = { href: '/walks', label: 'Walks', icon: Footprints, key: 'w' };
const species = { href: '/species', label: 'Species', icon: Leaf, key: 's' };
const progress = { href: '/progress', label: 'Progress', icon: TrendingUp, key: 'r' };
const notebook = { href: '/notebook', label: 'Notebook', icon: NotebookPen, key: 'b' };
const practice = { href: '/practice', label: 'Practice', icon: Target, key: 'p' };

/** The arms of the signpost. */
export const armsFor = (role: string) =>
  role === 'learner'
    ? [today, walks, practice, notebook, species, progress]
    : [
        today,
        { href: '/ground', label: 'Ground', icon: MapIcon, key: 'g' },
        { href: '/season', label: 'Season', icon: CalendarRange, key: 'n' },
        walks,
        species,
        { href: '/making', label: 'Making', icon: CookingPot, key: 'm' },
        practice,
        progress,
        ...(role === 'assistant'
          ? []
          : [
              { href: '/people', label: 'People', icon: Users, key: 'e' },
              { href: '/school', label: 'School', icon: Settings, key: 'c' }
            ])
      ];

/** A thumb reaches five arms at the foot of a phone; where there are more, the fifth leads to the rest. */
export function phoneArms(role: string) {
  const arms = armsFor(role);
  if (arms.length <= 5) return { bar: arms, more: [] };
  return {
    bar: [...arms.slice(0, 4), { href: '/me', label: 'More', icon: Ellipsis, key: '' }],
    more: arms.slice(4)
  };
}

export const CalendarIcon = CalendarDays;
