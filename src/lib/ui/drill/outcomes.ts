import Check from '@lucide/svelte/icons/check';
import Hand from '@lucide/svelte/icons/hand';
import OctagonX from '@lucide/svelte/icons/octagon-x';
import Skull from '@lucide/svelte/icons/skull';
import type { Outcome } from '$core/learning';

/** How each outcome is said and shown, the error that counts first. */
export const outcomeLooks: Readonly<
  Record<
    Outcome,
    { readonly said: string; readonly counted: string; readonly tone: string; readonly icon: typeof Check }
  >
> = {
  'dangerous gather': {
    said: 'A dangerous plant, taken for another',
    counted: 'Dangerous ‘gather’',
    tone: 'text-rosehip',
    icon: Skull
  },
  missed: { said: 'Missed', counted: 'Missed', tone: 'text-ochre', icon: OctagonX },
  left: { said: 'Cautious: never an error', counted: 'Left alone', tone: 'text-tide', icon: Hand },
  right: { said: 'Right', counted: 'Right', tone: 'text-moss', icon: Check }
};
