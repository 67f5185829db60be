import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  type Quiz,
  addQuiz,
  openQuiz,
  changeQuiz,
  closedRounds,
  readQuiz,
  removeQuiz,
  runningQuiz,
  sit,
  sittingsOf
} from '../../src/lib/server/learning/quizzes';
import { mayReview, openPhase, quizResults, shownToSitter } from '../../src/core/learning';
import { createRandom, seedOf } from '../../src/core/random';
import { dataOf } from '../../src/lib/server/school/own-data';
import { readRound, recordAnswer } from '../../src/lib/server/learning/drills';
import { schoolLibrary } from '../../src/lib/server/library/library';
import { listCohorts } from '../../src/lib/server/school/people';
import { closePool } from '../../src/lib/server/database/database';
import { tasks } from '../../src/lib/server/print/tasks';
import { readAnswerRows } from '../../src/lib/server/learning/progress';
import { reviewSitting } from '../../src/lib/server/learning/quiz-review';
import { type SchoolDb, withSchool } from '../../src/lib/server/database/school';
import { setDemoDate } from '../../src/lib/server/school/schools';
import type { Viewer } from '../../src/lib/server/accounts';
import { listWalks } from '../../src/lib/server/walk/walks';
import { answerTo, cautious } from '../support/answers';
import { type TestDatabase, cloneDatabase, demo, demoViewer } from '../support/database';
import { homeRegion } from '../support/content';

let database: TestDatabase;
let instructor: Viewer;
let learner: Viewer;
let walkId: string;
let cohortId: string;
const inDemo = <T>(work: (db: SchoolDb) => Promise<T>) => withSchool(demo.schoolId, work);

beforeAll(async () => {
  database = await cloneDatabase('demo');
  process.env['DATABASE_URL'] = database.app;
  [instructor, learner] = [await demoViewer('instructor'), await demoViewer('learner')];
  walkId = (await inDemo((db) => listWalks(db, instructor))).find(({ name }) => name === 'Wood in leaf')!.id;
  cohortId = (await inDemo(listCohorts)).find(({ name }) => name === 'Spring beginners')!.id;
});
afterAll(async () => {
  await closePool();
  await database.drop();
});

const make = async (
  size: number,
  more: Partial<{ kind: Quiz['kind']; minutes: number; cohortId: string }> = {}
) => {
  const head = {
    name: 'Spring test',
    cohortId,
    walkId,
    kind: 'before and after' as const,
    minutes: undefined,
    ...more
  };
  const id = await inDemo((db) => addQuiz(db, instructor, head, size));
  const made = (await inDemo((db) => readQuiz(db, instructor, id)))!;
  expect(await inDemo((db) => openQuiz(db, made))).toBe(
    size > 0 ? undefined : 'It asks nothing yet: add a question first.'
  );
  return (await inDemo((db) => readQuiz(db, instructor, id)))!;
};
const again = async (quiz: Quiz) => (await inDemo((db) => readQuiz(db, instructor, quiz.id)))!;
const begin = async (quiz: Quiz, viewer = learner) => {
  const begun = await inDemo((db) => sit(db, viewer, quiz));
  if ('problem' in begun) throw new Error(begun.problem);
  return begun.roundId;
};
/** Answers a sitting to its end, and keeps what the server said to each answer. */
async function finish(roundId: string, viewer = learner) {
  const said = [];
  for (;;) {
    const { next } = (await readRound(viewer, roundId))!;
    if (!next) return said;
    const event = answerTo(next.id, cautious(next.question.drill));
    said.push(await recordAnswer(viewer, event));
  }
}

describe('the questions of a quiz', () => {
  it('are composed from the brief, of several kinds, and the same for everybody', async () => {
    const quiz = await make(10);
    expect(quiz.questions).toHaveLength(10);
    expect(new Set(quiz.questions.map(({ drill }) => drill)).size).toBeGreaterThan(2);
    const assistant = await demoViewer('assistant');
    const rounds = [await begin(quiz), await begin(quiz, assistant)];
    const asked = await Promise.all(
      rounds.map(async (roundId) => {
        const { rows } = await inDemo((db) =>
          db.query('select specification from question where round_id = $1 order by position', [roundId])
        );
        return rows;
      })
    );
    expect(asked[0]).toEqual(asked[1]);
  });

  it('are chosen by hand, moved, drawn anew and taken out, until somebody sits it', async () => {
    const quiz = await make(0);
    const change = async (what: Parameters<typeof changeQuiz>[3]) => {
      const now = await again(quiz);
      return inDemo((db) => changeQuiz(db, instructor, now, what));
    };
    const pair = 'allium-ursinum~arum-maculatum';
    expect(await change({ what: 'add', drill: 'side by side', pair, member: 'lookalike' })).toBeUndefined();
    expect(await change({ what: 'add', drill: 'tray', pair: '', member: 'by chance' })).toBeUndefined();
    expect(await change({ what: 'add', drill: 'prove it', pair: 'a~b', member: 'target' })).toMatch(
      /Choose the pair/
    );
    const [first, second] = (await again(quiz)).questions;
    expect(first).toMatchObject({ drill: 'side by side', specimen: 'lookalike', target: 'allium-ursinum' });
    await change({ what: 'later', index: 0 });
    expect((await again(quiz)).questions[0]).toEqual(second);
    await change({ what: 'anew', index: 1 });
    expect((await again(quiz)).questions[1]!.seed).not.toBe(first!.seed);
    await change({ what: 'remove', index: 0 });
    expect((await again(quiz)).questions).toHaveLength(1);
    expect(await inDemo((db) => readQuiz(db, learner, quiz.id))).toBeUndefined();
    const unopened = await again(quiz);
    expect(await inDemo((db) => sit(db, learner, unopened))).toEqual({
      problem: 'This quiz is still being made.'
    });
    expect(await inDemo((db) => openQuiz(db, unopened))).toBeUndefined();
    const opened = await again(quiz);
    expect(await inDemo((db) => openQuiz(db, opened))).toMatch(/open already/);
    await begin(opened);
    const sat = await again(quiz);
    expect(await change({ what: 'remove', index: 0 })).toMatch(/stay as they are/);
    expect(await inDemo((db) => removeQuiz(db, sat))).toMatch(/stays with its results/);
  });
});

describe('what is asked', () => {
  it('follows from nothing that a learner can see: neither which plant, nor its drawing', async () => {
    const quizzes = [];
    for (let i = 0; i < 6; i += 1) quizzes.push(await make(8));
    const foretold = quizzes.flatMap(({ id }) => {
      const random = createRandom(`round ${seedOf(id)}`);
      return Array.from({ length: 8 }, (_, i) => random.fork(`question ${i}`).integer(1, 2 ** 31 - 1));
    });
    const asked = quizzes.flatMap(({ questions }) => questions.map(({ seed }) => seed));
    expect(asked).toHaveLength(48);
    expect(asked.filter((seed) => foretold.includes(seed))).toEqual([]);
    expect(new Set(asked).size).toBe(48);
  });
});

describe('while a quiz runs', () => {
  it('nothing tells how an answer went: no page of the round, of the quiz, of progress, and no file', async () => {
    const quiz = await make(3);
    const roundId = await begin(quiz);
    const { next } = (await readRound(learner, roundId))!;
    await recordAnswer(learner, answerTo(next!.id, cautious(next!.question.drill)));
    const round = await readRound(learner, roundId);
    expect([round!.answered, round!.answers]).toEqual([1, []]);
    const own = await inDemo((db) => sittingsOf(db, quiz, learner.personId));
    expect(shownToSitter(own)).toEqual([]);
    expect(await inDemo((db) => runningQuiz(db, learner))).toMatchObject({ id: quiz.id });
    const { kept } = await inDemo(async (db) =>
      dataOf(db, learner.personId, await closedRounds(db, learner))
    );
    expect(JSON.stringify(kept['answer_event by person_id'] ?? [])).not.toContain(next!.id);
    await finish(roundId);
    expect(await inDemo((db) => runningQuiz(db, learner))).toBeUndefined();
  });
});

describe('sitting a quiz before and after', () => {
  it('explains nothing before the second sitting is over, and shows the change then', async () => {
    const quiz = await make(4);
    const own = async () => inDemo((db) => sittingsOf(db, quiz, learner.personId));
    const first = await begin(quiz);
    // Begun is begun: the same sitting is gone on with.
    expect(await begin(quiz)).toBe(first);
    for (const said of await finish(first)) expect(said).toEqual({ kept: true });
    expect(mayReview(quiz, await own())).toBe(false);
    const taken = () =>
      inDemo(async (db) => readAnswerRows(db, learner.personId, await closedRounds(db, learner)));
    const takenBefore = await taken();
    expect(openPhase(quiz, await own(), learner.today)).toBeUndefined();
    expect(await inDemo((db) => sit(db, learner, quiz))).toEqual({
      problem: 'The second sitting opens on the day of the walk.'
    });
    await inDemo((db) => setDemoDate(db, '2027-04-25'));
    const later = { ...learner, today: '2027-04-25' };
    const second = await begin(quiz, later);
    await finish(second, later);
    expect(mayReview(quiz, await own())).toBe(true);
    // The answers of both sittings are taken out only now.
    expect((await taken()).length - takenBefore.length).toBe(8);
    const reviewed = (await reviewSitting(learner, second, 1))!;
    expect(reviewed.feedback!.reasons.length).toBeGreaterThan(0);
    // The same answers both times: no change, within an interval around it.
    const { rows } = quizResults(await own(), [{ id: learner.personId, name: learner.name }]);
    expect(rows[0]!.change!.difference).toBe(0);
    expect(rows[0]!.change!.interval[0]).toBeLessThanOrEqual(0);
    await inDemo((db) => setDemoDate(db, '2027-04-24'));
  });

  it('is one sitting, also when it is begun twice at once', async () => {
    const quiz = await make(2, { kind: 'once' });
    const begun = await Promise.all([begin(quiz), begin(quiz)]);
    expect(begun[0]).toBe(begun[1]);
  });

  it('ends when the time is up: what was answered counts, nothing more is taken', async () => {
    const quiz = await make(3, { kind: 'once', minutes: 5 });
    const roundId = await begin(quiz);
    const { next: first, quiz: sitting } = (await readRound(learner, roundId))!;
    expect(sitting!.secondsLeft).toBeGreaterThan(290);
    const inTime = answerTo(first!.id, cautious(first!.question.drill));
    expect(await recordAnswer(learner, inTime)).toEqual({ kept: true });
    const { next } = (await readRound(learner, roundId))!;
    const owner = new pg.Client({ connectionString: database.superuser });
    await owner.connect();
    await owner.query("update round set opened_at = now() - interval '6 minutes' where id = $1", [roundId]);
    await owner.end();
    const late = await recordAnswer(learner, answerTo(next!.id, cautious(next!.question.drill)));
    expect(late).toMatchObject({ status: 409, problem: expect.stringMatching(/time of this quiz is up/) });
    // Sent again, since the answer to it was lost on the way: it was in time.
    expect(await recordAnswer(learner, inTime)).toEqual({ kept: true });
    expect((await readRound(learner, roundId))!.next).toBeUndefined();
    const own = await inDemo((db) => sittingsOf(db, quiz, learner.personId));
    expect(own[0]).toMatchObject({ isOver: true, outcomes: [expect.any(String), undefined, undefined] });
  });

  it('is not there for learners of another group', async () => {
    const other = (await inDemo(listCohorts)).find(({ members }) => !members.includes(learner.personId))!;
    const quiz = await make(2, { cohortId: other.id });
    expect(await inDemo((db) => readQuiz(db, learner, quiz.id))).toBeUndefined();
    expect(await again(quiz)).toBeDefined();
  });
});

describe('a quiz on paper', () => {
  it('is read back by an independent reader: each question, no name given away, the answers on the last page', async () => {
    const quiz = await make(8);
    const printed = await tasks.quiz({
      quiz: {
        name: quiz.name,
        school: 'A school',
        group: quiz.cohortName,
        questions: quiz.questions,
        pictures: {}
      },
      library: (await inDemo((db) => schoolLibrary(db, homeRegion))).document,
      title: quiz.name,
      date: new Date('2027-04-24')
    });
    const file = join(tmpdir(), `quiz-${process.pid}.pdf`);
    writeFileSync(file, printed);
    const sheets = execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' }).split('\f');
    const answers = sheets.findIndex((sheet) => sheet.includes('Answers, for the leader'));
    expect(answers).toBeGreaterThan(3);
    for (let number = 1; number <= 8; number += 1)
      expect(sheets[answers]).toMatch(new RegExp(`\\b${number} +[A-Z]`));
    expect(sheets.slice(0, answers).join('')).not.toContain('Answers, for');
  });
});
