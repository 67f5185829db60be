import { v4 as randomId } from 'uuid';
import { WalkEvent, momentAt, patchKey } from '../src/core/field';
import { minutesOf } from '../src/core/route';
import type { Viewer } from '../src/lib/server/accounts';
import { insert } from '../src/lib/server/database/insert';
import { type SchoolDb, withSchool } from '../src/lib/server/database/school';
import { recordWalkEvent } from '../src/lib/server/field/walk-events';
import type { IdOf } from './demo-place';
import type { Demo } from './demo-schema';

/** A walk of the past, as its phones recorded it: it goes through the door by which a phone's events come. */

type Walk = Demo['walks'][number];
type Went = NonNullable<Walk['went']>;

/** Which phones took the walk along, and what was shared out among them. */
export async function takeAlong(db: SchoolDb, demo: Demo, idOf: IdOf): Promise<void> {
  for (const walk of demo.walks) {
    if (!walk.went) continue;
    const walkId = idOf('walk', walk.key);
    await insert(db, 'walk_share', {
      walkId,
      phones: walk.went.phones,
      key: randomId().replaceAll('-', ''),
      leftOf: Object.fromEntries(
        Object.entries(walk.went.left).map(([patch, pieces]) => [
          patchKey({ id: idOf('patch', patch), account: '' }),
          pieces
        ])
      )
    });
    for (const [i, person] of [walk.leader, ...walk.along].slice(0, walk.went.phones).entries())
      await insert(db, 'walk_phone', {
        walkId,
        device: idOf('phone', `${walk.key} ${i}`),
        number: i + 1,
        personId: idOf('person', person),
        takenAt: `${walk.on}T07:00:00Z`
      });
  }
}

/** Who is meant by a key, or where; the rest stays as it stands. */
function resolved(walk: Walk, idOf: IdOf, { at, phone, ...own }: Went['events'][number]) {
  const stop = (number: unknown) =>
    typeof number === 'number' ? idOf('stop', `${walk.key} ${number - 1}`) : number;
  const ids: Record<string, (value: unknown) => unknown> = {
    person: (key) => idOf('person', String(key)),
    second: (key) => idOf('person', String(key)),
    missing: (keys) => (keys as string[]).map((key) => idOf('person', key)),
    patch: (key) => idOf('patch', String(key)),
    stop,
    where: stop
  };
  return {
    minute: at,
    phone,
    own: Object.fromEntries(Object.entries(own).map(([name, value]) => [name, ids[name]?.(value) ?? value]))
  };
}

export async function loadFieldDays(schoolId: string, demo: Demo, idOf: IdOf): Promise<void> {
  for (const walk of demo.walks) {
    if (!walk.went) continue;
    const walkId = idOf('walk', walk.key);
    const isThere = await withSchool(schoolId, async (db) =>
      Boolean(
        (
          await db.query(
            'select 1 from walk where id = $1 and exists (select from walk_event where walk_id = $1)',
            [walkId]
          )
        ).rowCount
      )
    );
    if (isThere) continue;
    const start = momentAt(
      { walk: { isoDate: walk.on, timeZone: demo.school.timeZone } },
      minutesOf(walk.at)
    );
    const people = [walk.leader, ...walk.along];
    for (const [i, one] of walk.went.events.entries()) {
      const { minute, phone, own } = resolved(walk, idOf, one);
      const person = people[phone - 1] ?? walk.leader;
      const event = WalkEvent.parse({
        id: idOf('walk event', `${walk.key} ${i}`),
        at: new Date(start + minute * 60_000).toISOString(),
        walkId,
        by: idOf('person', person),
        phone,
        ...own
      });
      const sender: Pick<Viewer, 'schoolId' | 'personId' | 'role'> = {
        schoolId,
        personId: idOf('person', person),
        role: 'instructor'
      };
      const kept = await recordWalkEvent(sender, event);
      if ('problem' in kept) throw new Error(`The demo walk '${walk.name}': ${kept.problem}`);
    }
  }
}
