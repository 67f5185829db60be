import { z } from 'zod';
import { addDays } from '../season';

/** Health notes on a leader's phone: as far as they touch the walk, and no longer than a day after it. */

export const HealthAlong = z.object({
  /** The last day on which they may be read, at the walk's site. */
  until: z.iso.date(),
  notes: z.array(
    z.object({
      person: z.string(),
      label: z.string(),
      words: z.string(),
      matches: z.array(z.object({ name: z.string(), why: z.string() }))
    })
  )
});
export type HealthAlong = z.infer<typeof HealthAlong>;

/**
 * The last day of the notes on a phone: the day after the walk, or sooner where a note's own time is over.
 * @param keptUntil last days of the notes, ISO dates
 * @example lastDay('2027-04-24', ['2027-05-24']) === '2027-04-25'
 */
export function lastDay(walkDay: string, keptUntil: readonly string[]): string {
  return [addDays(walkDay, 1), ...keptUntil].sort()[0]!;
}
