import { type ActionFailure, type RequestEvent, fail, isActionFailure } from '@sveltejs/kit';
import { z } from 'zod';
import { listed } from '$core/words';
import type { Viewer } from '../accounts';
import { orNotFound, idFrom, inSchoolOf, requireLeader } from '../request/guard';
import { type Plan, readPlan } from './plan';
import { rowOf, rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';

/**
 * The one way in which a plan is changed: who changes it states the revision that their page showed. Where somebody
 * else changed it since, nothing is done, and they are told who did what.
 */

const Revision = z.coerce.number().int().min(1);
/** As many changes of others as are told one by one. */
const told = 5;

const Change = z.object({ name: z.string(), what: z.string(), clock: z.string(), isOwn: z.boolean() });
type Change = z.infer<typeof Change>;

/** What others changed, in words: the last of it, person by person. */
function conflictInWords(changes: readonly Change[]): string {
  const others = changes.filter(({ isOwn }) => !isOwn);
  const words = others.slice(-told).map(({ name, what, clock }) => `${name} ${what} at ${clock}`);
  const who = others.length > 0 ? listed(words) : 'this plan was changed';
  return `Not stored: ${who}, while you had it open. The page shows it now as it stands, and what you typed is kept. Look, and send it again.`;
}

/** Holds a plan for one change. @returns why it cannot be changed now; undefined where it can */
async function hold(db: SchoolDb, viewer: Viewer, walkId: string, seen: number): Promise<string | undefined> {
  const walk = await rowOf(
    db,
    z.object({ revision: z.number() }),
    'select revision from walk where id = $1 for no key update',
    [walkId]
  );
  const { revision } = orNotFound(walk, 'walk');
  if (seen === revision) return undefined;
  const changes = await rowsOf(
    db,
    Change,
    `select person.name, what, to_char(changed_at, 'HH24:MI') as clock, changed_by = $3 as "isOwn"
       from walk_change join person on person.school_id = walk_change.school_id and person.id = changed_by
      where walk_id = $1 and revision > $2 order by revision`,
    [walkId, seen, viewer.personId]
  );
  // A page of one's own that is a change behind another of one's own writes over nobody.
  const isAllOwn = changes.length === revision - seen && changes.every(({ isOwn }) => isOwn);
  return isAllOwn ? undefined : conflictInWords(changes);
}

const note = (db: SchoolDb, viewer: Viewer, walkId: string, what: string) =>
  db.query(
    `with changed as (update walk set revision = revision + 1 where id = $1 returning revision)
     insert into walk_change (school_id, walk_id, revision, changed_by, what)
     select $2, $1, revision, $3, $4 from changed`,
    [walkId, db.schoolId, viewer.personId, what]
  );

type Refused = ActionFailure<{ problem: string }>;

/**
 * A change of a walk's plan by who leads.
 * @param data with the revision that the sender's page showed
 * @param what was done, as it is told after the sender's name: 'changed the weather limits'; undefined where the plan
 *   itself stays as it is
 * @param work does it; where it refuses, nothing counts as changed
 */
export function changeWalk<T>(
  { locals, params }: RequestEvent,
  data: FormData,
  what: string | undefined,
  work: (db: SchoolDb, walkId: string, viewer: Viewer) => Promise<T>
): Promise<T | Refused> {
  const viewer = requireLeader(locals);
  const id = idFrom(params['walk'], 'walk');
  return inSchoolOf(viewer, async (db) => {
    const seen = Revision.safeParse(data.get('revision'));
    if (!seen.success)
      return fail(400, { problem: 'Not stored: the page did not say which plan it showed. Load it anew.' });
    const conflict = await hold(db, viewer, id, seen.data);
    if (conflict) return fail(409, { problem: conflict });
    const result = await work(db, id, viewer);
    if (what !== undefined && !isActionFailure(result)) await note(db, viewer, id, what);
    return result;
  });
}

/** The same where the work needs the whole plan. */
export const changePlan = <T>(
  event: RequestEvent,
  data: FormData,
  what: string | undefined,
  work: (db: SchoolDb, plan: Plan, viewer: Viewer) => Promise<T>
): Promise<T | Refused> =>
  changeWalk(event, data, what, async (db, id, viewer) =>
    work(db, orNotFound(await readPlan(db, viewer, id), 'walk'), viewer)
  );
