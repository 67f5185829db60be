import { richText } from '../src/core/walk';
import { publishBrief } from '../src/lib/server/walk/briefs';
import { liftCheck } from '../src/lib/server/walk/lifts';
import { type Plan, readPlan } from '../src/lib/server/walk/plan';
import type { SchoolDb } from '../src/lib/server/database/school';
import type { Viewer } from '../src/lib/server/accounts';
import { insert } from '../src/lib/server/database/insert';
import { type IdOf, place } from './demo-place';
import type { Demo } from './demo-schema';

/** The demo's walks and classes: their plans, and what their leaders did with them on the days on which that was. */

type Walk = Demo['walks'][number];

export async function insertWalks(db: SchoolDb, demo: Demo, idOf: IdOf): Promise<void> {
  for (const { person, concern, words, keepUntil, by } of demo.health)
    await insert(db, 'health_note', {
      id: idOf('health', `${person} ${concern}`),
      personId: idOf('person', person),
      concern,
      words,
      keepUntil: keepUntil,
      enteredBy: idOf('person', by)
    });
  for (const walk of demo.walks) {
    const site = demo.sites.find(({ key }) => key === walk.site)!;
    const walkId = idOf('walk', walk.key);
    await insert(db, 'walk', {
      id: walkId,
      kind: walk.kind,
      siteId: idOf('site', walk.site),
      venue: walk.venue,
      cohortId: idOf('cohort', walk.cohort),
      level: walk.level ?? null,
      name: walk.name,
      heldOn: walk.on,
      startsAt: walk.at,
      dueAt: walk.due ?? null,
      paceRule: walk.pace,
      weather: JSON.stringify(walk.weather),
      leaderId: idOf('person', walk.leader)
    });
    for (const person of walk.along)
      await insert(db, 'walk_leader', { walkId: walkId, personId: idOf('person', person) });
    for (const item of walk.packed)
      await insert(db, 'walk_kit', {
        walkId: walkId,
        item,
        isPacked: true,
        changedBy: idOf('person', walk.leader),
        changedAt: `${demo.school.demoDate}T08:00:00Z`
      });
    for (const [i, stop] of walk.stops.entries()) {
      const id = idOf('stop', `${walk.key} ${i}`);
      const [longitude, latitude] = place(
        site.origin,
        stop.at ?? site.patches.find(({ key }) => key === stop.patch)?.at ?? [0, 0]
      );
      await insert(db, 'stop', {
        id,
        walkId: walkId,
        position: i + 1,
        name: stop.name,
        patchId: stop.patch ? idOf('patch', stop.patch) : null,
        longitude,
        latitude,
        minutes: stop.minutes,
        talkingPoints: JSON.stringify(richText(stop.points)),
        isOnShore: stop.shore,
        activity: stop.activity ? JSON.stringify(stop.activity) : null
      });
      for (const [nth, taxon] of stop.taxa.entries())
        await insert(db, 'walk_taxon', {
          id: idOf('planned taxon', `${walk.key} ${i} ${nth}`),
          walkId: walkId,
          stopId: id,
          ...taxon
        });
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
    lacksFactor: false,
    schoolId: db.schoolId,
    personId: idOf('person', leader.key),
    name: leader.name,
    role: 'instructor',
    region: demo.school.regions[0]!,
    regions: demo.school.regions,
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
