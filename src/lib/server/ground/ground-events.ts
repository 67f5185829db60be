import { growingYearBegins } from '$core/season';
import { longDate } from '$core/words';
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import type { SchoolDb } from '../database/school';
import type { Viewer } from '../accounts';
import { insert } from '../database/insert';
import { rowsOf } from '../database/rows';

/** What happened to the ground on a day, and what follows for picking and for growth. */

export const eventKinds = ['sprayed', 'mown', 'ploughed', 'flooded', 'burnt', 'cleared'] as const;

export const NewGroundEvent = z
  .object({
    patch: z.union([z.uuid(), z.literal('')]).default(''),
    kind: z.enum(eventKinds),
    happenedOn: z.iso.date('This is no date.'),
    closedUntil: z
      .union([z.iso.date('This is no date.'), z.literal('')])
      .transform((text) => text || undefined)
      .optional(),
    setsBackDays: z.number().int().min(1, 'At least a day.').max(365, 'At most a year.').optional(),
    note: z.string().trim().max(300).default('')
  })
  .refine(({ closedUntil, setsBackDays }) => closedUntil !== undefined || setsBackDays !== undefined, {
    path: ['closedUntil'],
    message: 'Say until when nothing is picked, or by how many days growth is set back.'
  })
  .refine(({ happenedOn, closedUntil }) => closedUntil === undefined || closedUntil >= happenedOn, {
    path: ['closedUntil'],
    message: 'This is before it happened.'
  })
  .refine(({ kind, closedUntil }) => kind !== 'sprayed' || closedUntil !== undefined, {
    path: ['closedUntil'],
    message: 'Say until when nothing is picked: what was sprayed is on the leaves.'
  });
export type NewGroundEvent = z.infer<typeof NewGroundEvent>;

const GroundEvent = z.object({
  id: z.string(),
  patchId: z.string().nullable(),
  patch: z.string().nullable(),
  kind: z.enum(eventKinds),
  happenedOn: z.string(),
  closedUntil: z.string().nullable(),
  setsBackDays: z.number().nullable(),
  note: z.string(),
  notedBy: z.string()
});
export type GroundEvent = Readonly<z.infer<typeof GroundEvent>>;

export async function addGroundEvent(
  db: SchoolDb,
  viewer: Viewer,
  siteId: string,
  event: NewGroundEvent
): Promise<void> {
  await insert(db, 'ground_event', {
    id: uuid(),
    siteId,
    patchId: event.patch || null,
    kind: event.kind,
    happenedOn: event.happenedOn,
    closedUntil: event.closedUntil,
    setsBackDays: event.setsBackDays,
    note: event.note,
    notedBy: viewer.personId,
    effectiveAt: db.now
  });
}

export async function removeGroundEvent(db: SchoolDb, siteId: string, id: string): Promise<boolean> {
  const { rowCount } = await db.query('delete from ground_event where site_id = $1 and id = $2', [
    siteId,
    id
  ]);
  return rowCount === 1;
}

/** What happened at a site up to now, the latest first. */
export function listGroundEvents(db: SchoolDb, siteId: string): Promise<GroundEvent[]> {
  return rowsOf(
    db,
    GroundEvent,
    `select event.id, patch_id as "patchId", patch.name as patch, kind, to_char(happened_on, 'YYYY-MM-DD') as "happenedOn",
            to_char(closed_until, 'YYYY-MM-DD') as "closedUntil", sets_back_days as "setsBackDays", note,
            person.name as "notedBy"
       from ground_event event
       join person on person.school_id = event.school_id and person.id = noted_by
       left join patch on patch.school_id = event.school_id and patch.id = patch_id
      where event.site_id = $1 and effective_at <= domain_now()
      order by happened_on desc, event.id desc`,
    [siteId]
  );
}

const concerns = (patchId: string) => (event: GroundEvent) =>
  event.patchId === null || event.patchId === patchId;

/** Why nothing may be taken from a patch on a date, in words; undefined where nothing closes it. */
export function closureOf(
  events: readonly GroundEvent[],
  patchId: string,
  isoDate: string
): string | undefined {
  const event = events
    .filter(concerns(patchId))
    .filter(({ closedUntil, happenedOn }) => closedUntil && happenedOn <= isoDate && closedUntil >= isoDate)
    .sort((a, b) => (a.closedUntil! < b.closedUntil! ? 1 : -1))[0];
  return (
    event &&
    `It was ${event.kind} on ${longDate(event.happenedOn)}: nothing is picked until ${longDate(event.closedUntil!)}.`
  );
}

/**
 * By how many days growth in a patch is behind the season on a date, from what happened in the same growing year.
 * @param latitude in degrees, negative in the south
 */
export function setBackOf(
  events: readonly GroundEvent[],
  patchId: string,
  isoDate: string,
  latitude: number
): number {
  return Math.max(
    0,
    ...events
      .filter(concerns(patchId))
      .filter(({ happenedOn }) => happenedOn <= isoDate && happenedOn >= growingYearBegins(isoDate, latitude))
      .map(({ setsBackDays }) => setsBackDays ?? 0)
  );
}
