import { richText } from '../src/core/walk';
import { publishBrief } from '../src/lib/server/walk/briefs';
import { liftCheck } from '../src/lib/server/walk/lifts';
import { type Plan, readPlan } from '../src/lib/server/walk/plan';
import type { SchoolDb } from '../src/lib/server/database/school';
import type { Viewer } from '../src/lib/server/accounts';
import { type IdOf, place } from './demo-place';
import type { Demo } from './demo-schema';

/** The demo's walks and classes: their plans, and what their leaders did with them on the days on which that was. */

type Walk = Demo['walks'][number];

export async function insertWalks(
  demo: Demo,
  idOf: IdOf,
  insert: (table: string, row: Record<string, unknown>) => Promise<unknown>
): Promise<void> {
  for (const { person, concern, words, keepUntil, by } of demo.health)
    await insert('health_note', {
      id: idOf('health', `${person} ${concern}`),
      person_id: idOf('person', person),
      concern,
      words,
      keep_until: keepUntil,
      entered_by: idOf('person', by)
    });
  for (const walk of demo.walks) {
    const site = demo.sites.find(({ key }) => key === walk.site)!;
    const walkId = idOf('walk', walk.key);
    await insert('walk', {
      id: walkId,
      kind: walk.kind,
      site_id: idOf('site', walk.site),
      venue: walk.venue,
      cohort_id: idOf('cohort', walk.cohort),
      level: walk.level ?? null,
      name: walk.name,
      held_on: walk.on,
      starts_at: walk.at,
      due_at: walk.due ?? null,
      pace_rule: walk.pace,
      weather: JSON.stringify(walk.weather),
      leader_id: idOf('person', walk.leader)
    });
    for (const person of walk.along)
      await insert('walk_leader', { walk_id: walkId, person_id: idOf('person', person) });
    for (const item of walk.packed)
      await insert('walk_kit', {
        walk_id: walkId,
        item,
        is_packed: true,
        changed_by: idOf('person', walk.leader),
        changed_at: `${demo.school.demoDate}T08:00:00Z`
      });
    for (const [i, stop] of walk.stops.entries()) {
      const id = idOf('stop', `${walk.key} ${i}`);
      const [longitude, latitude] = place(
        site.origin,
        stop.at ?? site.patches.find(({ key }) => key === stop.patch)?.at ?? [0, 0]
      );
      await insert('stop', {
        id,
        walk_id: walkId,
        position: i + 1,
        name: stop.name,
        patch_id: stop.patch ? idOf('patch', stop.patch) : null,
        longitude,
        latitude,
        minutes: stop.minutes,
        talking_points: JSON.stringify(richText(stop.points)),
        is_on_shore: stop.shore,
        activity: stop.activity ? JSON.stringify(stop.activity) : null
      });
      for (const taxon of stop.taxa) await insert('walk_taxon', { walk_id: walkId, stop_id: id, ...taxon });
    }
  }
}

/** The plan as its leader saw it on a day. */
async function planOn(
  db: SchoolDb,
  demo: Demo,
  idOf: IdOf,
  walk: Walk,
  day: string
): Promise<{ at: SchoolDb; viewer: Viewer; plan: Plan }> {
  const leader = demo.people.find(({ key }) => key === walk.leader)!;
  const viewer: Viewer = {
    accountId: idOf('person', leader.key),
    sessionId: '',
    confirmedAt: new Date(0),
    schools: 1,
    schoolId: db.schoolId,
    personId: idOf('person', leader.key),
    name: leader.name,
    role: 'instructor',
    school: { name: demo.school.name, demoDate: day, timeZone: demo.school.timeZone },
    today: day
  };
  const now = new Date(`${day}T09:00:00Z`);
  await db.query("select set_config('app.now', $1, true)", [now.toISOString()]);
  const at = Object.assign(db, { now });
  return { at, viewer, plan: (await readPlan(at, viewer, idOf('walk', walk.key)))! };
}

export async function liftStops(db: SchoolDb, demo: Demo, idOf: IdOf): Promise<void> {
  for (const walk of demo.walks)
    for (const { key, reason, on } of walk.lifted) {
      const { at, viewer, plan } = await planOn(db, demo, idOf, walk, on);
      // '#3' stands for the third stop.
      const named = key.replace(/#(\d+)/, (_, number) => plan.stops[Number(number) - 1]?.id ?? '');
      const check = plan.checks.find((one) => one.key === named && one.mayLift);
      if (!check) throw new Error(`The demo walk '${walk.name}' has no stop '${key}' to lift.`);
      await liftCheck(at, viewer, plan.walk.id, check, reason);
    }
}

export async function publishWalks(db: SchoolDb, demo: Demo, idOf: IdOf): Promise<void> {
  for (const walk of demo.walks) {
    if (!walk.published) continue;
    const { at, viewer, plan } = await planOn(db, demo, idOf, walk, walk.published);
    const published = await publishBrief(at, viewer, plan);
    if ('problem' in published)
      throw new Error(`The demo walk '${walk.name}' cannot be published. ${published.problem}`);
  }
}
