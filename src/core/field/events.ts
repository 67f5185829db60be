import { z } from 'zod';
import { abundances } from '../evidence';
import { Stage } from '../knowledge';
import { Given } from '../learning';
import { sayings } from '../season';
import { WalkEvent } from './walk-events';

/**
 * What happened, as a device noted it: with an id of its own making, so that sending it twice stores it once, and with
 * the device's time, which need not be right. An event is a fact; it is never changed.
 */
const noted = {
  id: z.uuid(),
  /** When it happened, by the device's clock (ISO 8601 in UTC). */
  at: z.iso.datetime().optional()
};

/** An answer to a question of a round. What it is worth is worked out by the server, which knows the truth. */
export const AnswerEvent = z.strictObject({
  ...noted,
  kind: z.literal('answer'),
  questionId: z.uuid(),
  given: Given,
  seconds: z.number().min(0).max(3600)
});
export type AnswerEvent = z.infer<typeof AnswerEvent>;

/** What was seen of a plant at its patch. */
export const SightingEvent = z.strictObject({
  ...noted,
  kind: z.literal('sighting'),
  siteId: z.uuid(),
  patchId: z.uuid(),
  stage: Stage,
  says: z.enum(sayings),
  seenOn: z.iso.date(),
  amount: z.enum(abundances).optional(),
  note: z.string().trim().max(500, 'At most 500 letters.').default('')
});
export type SightingEvent = z.infer<typeof SightingEvent>;

export const FieldEvent = z.discriminatedUnion('kind', [AnswerEvent, SightingEvent, WalkEvent]);
export type FieldEvent = z.infer<typeof FieldEvent>;

/** Events on their way. They are looked at one by one: one that is not understood takes none of its neighbours along. */
export const EventBatch = z.object({
  /** Whose events these are: a device may be handed on while some still wait on it. */
  by: z.uuid(),
  /** When they were sent, by the same clock as their own times. */
  sentAt: z.iso.datetime().optional(),
  events: z.array(z.unknown()).min(1).max(200)
});

/**
 * What must be added to a device's time to get the server's, in milliseconds; right but for the time of the journey.
 * @example clockOffsetMs('2027-04-24T10:00:00Z', new Date('2027-04-24T10:00:05Z')) === 5000
 */
export const clockOffsetMs = (sentAt: string, arrived: Date): number =>
  arrived.getTime() - Date.parse(sentAt);
