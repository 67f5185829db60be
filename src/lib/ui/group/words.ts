import Eye from '@lucide/svelte/icons/eye';
import Hand from '@lucide/svelte/icons/hand';
import Leaf from '@lucide/svelte/icons/leaf';
import Scissors from '@lucide/svelte/icons/scissors';
import { nameWithin } from '$core/knowledge';
import type { PhoneView } from '$lib/server/learning/group';

type Question = NonNullable<PhoneView['question']>;

/** What a group is asked about a specimen. */
export const askedOf = ({ target, gathers }: Question): string =>
  gathers ? `You came for ${nameWithin(target.name)}. Is this it?` : `Is this ${nameWithin(target.name)}?`;

/** What can be answered, on phones and on the screen. */
export const choicesOf = ({ target, gathers }: Question) =>
  [
    {
      value: 'target',
      title: gathers ? 'Gather it' : `It is ${nameWithin(target.name)}`,
      does: gathers
        ? `It is ${nameWithin(target.name)}. I would gather: ${gathers}`
        : 'I leave it all the same',
      icon: gathers ? Scissors : Leaf
    },
    { value: 'lookalike', title: 'Leave it', does: 'It is another plant', icon: Hand },
    {
      value: 'cannot tell',
      title: 'Look further',
      does: 'From this I cannot tell: I leave it',
      icon: Eye
    }
  ] as const;
