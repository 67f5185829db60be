import { randomBytes } from 'node:crypto';
import { z } from 'zod';
import { mostPhones, patchKey } from '$core/field';
import type { Viewer } from '../accounts';
import { maybe, rowOf, rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';
import type { Plan, PlannedTaxon } from '../walk/plan';

/** Which phone of a walk is which, and what was shared out among them. */

export interface Shared {
  /** Of this phone, from 1. */
  readonly phone: number;
  readonly phones: number;
  readonly key: string;
  /** By patch and what is counted together of it, see `patchKey`: what the whole walk may take. */
  readonly leftOf: Readonly<Record<string, number>>;
}

const Share = z.object({ phones: z.number(), key: z.string(), leftOf: z.record(z.string(), z.number()) });

/** What is taken of a planned plant: it may be planned without a part. */
export const partTaken = ({ part }: Pick<PlannedTaxon, 'part'>): string => part || 'piece';

/** What each patch of the plan may give to this walk, where a number is kept. */
const leftNow = ({ taxa }: Plan): Record<string, number> =>
  Object.fromEntries(
    taxa.flatMap((planned) => {
      const { allowance } = planned.facts;
      const { patchId } = planned.stop;
      return planned.role === 'gather' && patchId && allowance?.kind === 'pieces'
        ? [[patchKey({ id: patchId, account: planned.facts.account }), allowance.left] as const]
        : [];
    })
  );

/** What was shared out for a walk; undefined before the first phone takes it along. */
export const readShares = (db: SchoolDb, walkId: string): Promise<z.infer<typeof Share> | undefined> =>
  rowOf(db, Share, 'select phones, key, left_of as "leftOf" from walk_share where walk_id = $1', [walkId]);

/**
 * Gives a phone its number on a walk; the first one fixes what is left of each patch, and among how many it is shared
 * out. A phone that comes again keeps its number.
 * @param device made by the phone
 * @param phones among how many phones the first one shares out
 * @returns undefined where the walk has as many phones as it may have
 */
export async function takeAlong(
  db: SchoolDb,
  viewer: Viewer,
  plan: Plan,
  device: string,
  phones: number
): Promise<Shared | undefined> {
  const walkId = plan.walk.id;
  // Two phones at once: the second waits, and sees what the first has fixed.
  await db.query('select 1 from walk where id = $1 for no key update', [walkId]);
  await db.query(
    `insert into walk_share (school_id, walk_id, phones, key, left_of) values ($1, $2, $3, $4, $5)
     on conflict (school_id, walk_id) do update set left_of = excluded.left_of || walk_share.left_of`,
    // What was shared out stands; a patch that came into the plan since is shared out by whoever has it first.
    [db.schoolId, walkId, phones, randomBytes(16).toString('hex'), leftNow(plan)]
  );
  const shared = (await readShares(db, walkId))!;
  const known = await rowOf(
    db,
    z.object({ number: maybe(z.number()), most: z.number() }),
    `select (select number from walk_phone where walk_id = $1 and device = $2) as number,
            (select coalesce(max(number), 0) from walk_phone where walk_id = $1) as most`,
    [walkId, device]
  );
  const number = known!.number ?? known!.most + 1;
  if (number > mostPhones) return undefined;
  await db.query(
    `insert into walk_phone (school_id, walk_id, device, number, person_id, taken_at) values ($1, $2, $3, $4, $5, $6)
     on conflict (school_id, walk_id, device) do update set person_id = excluded.person_id, taken_at = excluded.taken_at,
       lost_at = null`,
    [db.schoolId, walkId, device, number, viewer.personId, db.now]
  );
  return { phone: number, ...shared };
}

const TakenAlong = z.object({
  number: z.number(),
  name: z.string(),
  takenAt: z.date(),
  lostAt: maybe(z.date())
});

/** The phones of a walk, and who took it along on each. */
export const listPhones = (db: SchoolDb, walkId: string): Promise<z.infer<typeof TakenAlong>[]> =>
  rowsOf(
    db,
    TakenAlong,
    `select number, person.name, taken_at as "takenAt", lost_at as "lostAt"
       from walk_phone join person on person.school_id = walk_phone.school_id and person.id = person_id
      where walk_id = $1 order by number`,
    [walkId]
  );
