import { writeCsv } from '$core/formats';
import { dialectIn, tableAttachment } from '$lib/server/request/attachment';
import { orNotFound, idFrom, inSchoolOf, notFound, requireSignedIn } from '$lib/server/request/guard';
import { listCohorts, listPeople } from '$lib/server/school/people';
import { dangerLimit, pairTallies, readAnswerRows } from '$lib/server/learning/progress';
import { audit } from '$lib/server/school/audit';
import type { SchoolDb } from '$lib/server/database/school';
import { closedRounds } from '$lib/server/learning/quizzes';
import type { RequestHandler } from './$types';

const answerColumns = [
  'person_id',
  'name',
  'at',
  'drill',
  'pair',
  'stage',
  'specimen',
  'taken_for',
  'decision',
  'outcome',
  'score',
  'part_right',
  'confidence',
  'seconds'
];
const tallyColumns = [
  'person_id',
  'name',
  'pair',
  'stage',
  'answers',
  'right',
  'left_alone',
  'dangerous_shown',
  'dangerous_gathers',
  'dangerous_gather_limit',
  'last_at'
];

/** A person's answers, `?person=`, or a group's sums, `?cohort=`, as a table. */
export const GET: RequestHandler = async ({ locals, url }) => {
  const viewer = requireSignedIn(locals);
  const noteExport = (db: SchoolDb, about: string | undefined) =>
    audit(db, { personId: viewer.personId, number: locals.number }, 'results exported', about);
  const asked = url.searchParams.get('person') ?? undefined;
  if (asked !== undefined || viewer.role === 'learner') {
    const personId = idFrom(asked ?? viewer.personId, 'person');
    if (viewer.role === 'learner' && personId !== viewer.personId) notFound('person');
    const { name, rows } = await inSchoolOf(viewer, async (db) => {
      const person = orNotFound(
        (await listPeople(db)).find(({ id }) => id === personId),
        'person'
      );
      if (personId !== viewer.personId) await noteExport(db, personId);
      const closed = viewer.role === 'learner' ? await closedRounds(db, viewer) : [];
      const own = { person_id: personId, name: person.name };
      const answers = await readAnswerRows(db, personId, closed);
      return { name: person.name, rows: answers.map((row) => ({ ...own, ...row })) };
    });
    return tableAttachment(writeCsv(answerColumns, rows, dialectIn(url)), `Answers of ${name}`);
  }
  const cohortId = idFrom(url.searchParams.get('cohort') ?? undefined, 'group');
  const { cohort, rows } = await inSchoolOf(viewer, async (db) => {
    const group = orNotFound(
      (await listCohorts(db)).find(({ id }) => id === cohortId),
      'group'
    );
    const names = new Map((await listPeople(db)).map(({ id, name }) => [id, name]));
    await noteExport(db, undefined);
    const tallies = await pairTallies(db, group.members, { byStage: true });
    return {
      cohort: group,
      rows: tallies.map((one) => ({
        person_id: one.personId,
        name: names.get(one.personId) ?? '',
        pair: one.pair,
        stage: one.stage ?? '',
        answers: String(one.answers),
        right: String(one.namedRight),
        left_alone: String(one.leftAlone),
        dangerous_shown: String(one.dangerousShown),
        dangerous_gathers: String(one.dangerousGathers),
        dangerous_gather_limit: dangerLimit(one).toFixed(4),
        last_at: one.lastAt.toISOString()
      }))
    };
  });
  return tableAttachment(writeCsv(tallyColumns, rows, dialectIn(url)), `Progress of ${cohort.name}`);
};
