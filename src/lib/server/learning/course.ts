import { z } from 'zod';
import { type Meeting, courseOf, courseSteps, quizKinds } from '$core/learning';
import type { Viewer } from '../accounts';
import { maybe, rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';
import { listCohorts, listPeople } from '../school/people';
import { listWalks } from '../walk/walks';

/** What the walks and classes of one group were and will be, with who came, and the quizzes and tasks between them. */

const Met = z.object({ walkId: z.string(), taxon: z.string() });
const Task = z.object({ id: z.string(), walkId: z.string(), until: z.string(), bring: z.string() });
const QuizOfGroup = z.object({
  id: z.string(),
  name: z.string(),
  kind: z.enum(quizKinds),
  openedOn: z.string(),
  afterFrom: maybe(z.string())
});
const Attended = z.object({ walkId: z.string(), person: z.string(), state: z.string() });

/** Events of walks that nobody took back. */
const standing = `
  select event.* from walk_event event
   where event.walk_id = any ($1) and effective_at <= domain_now()
     and not exists (select from walk_event undo
                      where undo.school_id = event.school_id and undo.walk_id = event.walk_id
                        and undo.kind = 'taken back' and undo.body ->> 'event' = event.id::text)`;

/** @returns undefined where there is no such group, or the viewer learns in another */
export async function readCourse(db: SchoolDb, viewer: Viewer, cohortId: string) {
  const cohort = (await listCohorts(db)).find(({ id }) => id === cohortId);
  if (!cohort || (viewer.role === 'learner' && !cohort.members.includes(viewer.personId))) return undefined;
  const walks = (await listWalks(db, viewer)).filter((walk) => walk.cohortId === cohortId && !walk.calledOff);
  const ids = walks.map(({ id }) => id);
  const met = await rowsOf(
    db,
    Met,
    `select arrived.walk_id as "walkId", t.taxon from (${standing} and event.kind = 'arrived') arrived
       join stop on stop.school_id = arrived.school_id and stop.id::text = arrived.body ->> 'stop'
       join walk_taxon t on t.school_id = stop.school_id and t.stop_id = stop.id and t.role <> 'leave out'
      order by stop.position, t.taxon`,
    [ids]
  );
  const planned = await rowsOf(
    db,
    Met,
    `select t.walk_id as "walkId", t.taxon from walk_taxon t
       join stop on stop.school_id = t.school_id and stop.id = t.stop_id
      where t.walk_id = any ($1) and t.role <> 'leave out' order by stop.position, t.taxon`,
    [ids]
  );
  const attended = await rowsOf(
    db,
    Attended,
    `select distinct on (walk_id, body ->> 'person') walk_id as "walkId", body ->> 'person' as person,
            body ->> 'state' as state
       from (${standing} and event.kind = 'attendance') attendance
      order by walk_id, body ->> 'person', effective_at desc, id desc`,
    [ids]
  );
  const meetings = walks.map((walk): Meeting => {
    const own = attended.filter(({ walkId }) => walkId === walk.id);
    const seen = met.filter(({ walkId }) => walkId === walk.id);
    const isRecorded = own.length > 0 || seen.length > 0;
    const taxa = isRecorded ? seen : planned.filter(({ walkId }) => walkId === walk.id);
    return {
      id: walk.id,
      name: walk.name,
      isoDate: walk.heldOn,
      isRecorded,
      taxa: taxa.map(({ taxon }) => taxon),
      attendance: new Map(own.map(({ person, state }) => [person, state]))
    };
  });
  // Somebody who learns sees their own name alone.
  const people = (await listPeople(db)).filter(
    ({ id }) => cohort.members.includes(id) && (viewer.role !== 'learner' || id === viewer.personId)
  );
  const quizzes = await rowsOf(
    db,
    QuizOfGroup,
    `select quiz.id, quiz.name, quiz.kind, to_char(opened_at, 'YYYY-MM-DD') as "openedOn", walk.held_on as "afterFrom"
       from quiz left join walk on walk.school_id = quiz.school_id and walk.id = walk_id
      where quiz.cohort_id = $1 and opened_at <= domain_now()`,
    [cohortId]
  );
  const tasks = await rowsOf(
    db,
    Task,
    `select id, walk_id as "walkId", body ->> 'until' as until, body ->> 'bring' as bring
       from (${standing} and event.kind = 'task') task order by effective_at, id`,
    [ids]
  );
  const inOrder = courseOf(meetings, viewer.today);
  const dayOf = new Map(walks.map(({ id, heldOn }) => [id, heldOn]));
  return {
    cohort,
    people,
    meetings: inOrder,
    steps: courseSteps(
      inOrder,
      quizzes.map(({ kind, afterFrom, ...quiz }) => ({
        ...quiz,
        againFrom: kind === 'before and after' ? (afterFrom ?? quiz.openedOn) : undefined
      })),
      tasks.map(({ walkId, ...task }) => ({ ...task, givenOn: dayOf.get(walkId)! }))
    )
  };
}
