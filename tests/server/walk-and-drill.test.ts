import { v7 as uuid } from 'uuid';
import { simpleParser } from 'mailparser';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { publishBrief, readBrief } from '../../src/lib/server/briefs';
import {
  type AnswerEvent,
  pairsOfWalk,
  questionImage,
  readRound,
  recordAnswer,
  startRound
} from '../../src/lib/server/drills';
import { asEml, listMessages, queueMessage } from '../../src/lib/server/outbox';
import { addPhotograph, removePhotograph, setMarks } from '../../src/lib/server/photographs';
import { readPlan } from '../../src/lib/server/plan';
import { closePool } from '../../src/lib/server/pool';
import { pairTallies } from '../../src/lib/server/progress';
import { type SchoolDb, withSchool } from '../../src/lib/server/school';
import { readSettings, saveSettings, setDemoDate } from '../../src/lib/server/schools';
import type { Viewer } from '../../src/lib/server/sign-in';
import { addTaxon, changeTaxon, listStops } from '../../src/lib/server/stops';
import { listWalks } from '../../src/lib/server/walks';
import { type TestDatabase, cloneDatabase, demo, demoViewer, planned } from '../support/database';

let database: TestDatabase;
let instructor: Viewer;
let learner: Viewer;
let walkId: string;
const inDemo = <T>(work: (db: SchoolDb) => Promise<T>) => withSchool(demo.schoolId, work);

beforeAll(async () => {
  database = await cloneDatabase('demo');
  process.env['DATABASE_URL'] = database.app;
  [instructor, learner] = [await demoViewer('instructor'), await demoViewer('learner')];
  const walks = await inDemo((db) => listWalks(db, instructor));
  walkId = walks.find(({ name }) => name === 'Wood in leaf')!.id;
});
afterAll(async () => {
  await closePool();
  await database.drop();
});

const plan = () => inDemo(async (db) => (await readPlan(db, instructor, walkId))!);
const stops = async () => (await plan()).checks.filter(({ state }) => state === 'stop').map(({ key }) => key);

describe('a plan', () => {
  it('adds the dangerous lookalikes that nobody planned', async () => {
    const ramsons = (await plan()).taxa.find(({ taxon }) => taxon === 'allium-ursinum')!;
    expect(ramsons.survey.pairs.map(({ lookalike }) => lookalike.taxon.slug)).toContain(
      'colchicum-autumnale'
    );
  });

  it('takes a taxon once a walk', async () => {
    const [first] = await inDemo((db) => listStops(db, walkId));
    const add = () => inDemo((db) => addTaxon(db, walkId, first!.id, planned('allium-ursinum', 'show')));
    expect(await add()).toBe(false);
  });

  it('stops a gathering without two sources, and a brief then is not published', async () => {
    const asRole = (role: 'gather' | 'show') =>
      inDemo((db) =>
        changeTaxon(db, walkId, planned('nasturtium-officinale', role, { part: 'leafy shoot' }))
      );
    await asRole('gather');
    expect(await stops()).toContain('sources nasturtium-officinale');
    const result = await inDemo(async (db) =>
      publishBrief(db, instructor, (await readPlan(db, instructor, walkId))!)
    );
    expect(result).toHaveProperty('problem', expect.stringContaining('watercress has one source'));
    await asRole('show');
  });

  it('stops without emergency numbers', async () => {
    const settings = await inDemo(readSettings);
    await inDemo((db) => saveSettings(db, { ...settings, emergencyNumbers: [] }));
    expect(await stops()).toEqual(['numbers']);
    await inDemo((db) => saveSettings(db, settings));
  });

  it('stops once its date is past by the school’s own clock', async () => {
    await inDemo((db) => setDemoDate(db, '2027-05-01'));
    const later = { ...instructor, today: '2027-05-01' };
    const { checks } = await inDemo(async (db) => (await readPlan(db, later, walkId))!);
    expect(checks[0]).toMatchObject({ key: 'date', state: 'stop' });
    await inDemo((db) => setDemoDate(db, '2027-04-24'));
  });

  it('stops a minor without a guardian’s consent', async () => {
    await inDemo((db) =>
      db.query("update person set guardian_consent_on = null where name = 'Piet Lackenby'")
    );
    expect(await stops()).toEqual(['consent']);
    await inDemo((db) =>
      db.query("update person set guardian_consent_on = '2027-03-20' where name = 'Piet Lackenby'")
    );
  });
});

describe('a brief', () => {
  it('is a snapshot: a later change of the plan changes nothing in it', async () => {
    const before = await inDemo((db) => readBrief(db, walkId));
    await inDemo((db) =>
      db.query("update stop set name = 'Renamed' where walk_id = $1 and position = 1", [walkId])
    );
    expect((await inDemo((db) => readBrief(db, walkId)))!.document).toEqual(before!.document);
    const result = await inDemo(async (db) =>
      publishBrief(db, instructor, (await readPlan(db, instructor, walkId))!)
    );
    expect(result).toEqual({ version: 2 });
    expect((await inDemo((db) => readBrief(db, walkId)))!.document.stops[0]!.name).toBe('Renamed');
    expect((await inDemo((db) => readBrief(db, walkId, 1)))!.document.stops[0]!.name).toBe('Gate meadow');
  });

  it('ranks its sheets by rating and keeps a drawing of each plant that is drawn', async () => {
    const { document } = (await inDemo((db) => readBrief(db, walkId)))!;
    const ratings = document.sheets.map(({ rating }) => rating.rating);
    expect(ratings).toEqual([...ratings].sort((a, b) => b - a));
    const { rows } = await inDemo((db) => db.query<{ id: string }>('select id from brief_plate'));
    for (const { plates } of document.sheets)
      for (const plate of plates) if (plate) expect(rows.some((row) => row.id === plate.id)).toBe(true);
    expect(document.sheets.some(({ plates }) => plates.every(Boolean))).toBe(true);
  });
});

describe('a round of side by side', () => {
  const begin = () => inDemo(async (db) => (await startRound(db, learner, walkId))!);
  const answer = (questionId: string, more: Partial<AnswerEvent> = {}): AnswerEvent => ({
    id: uuid(),
    kind: 'answer',
    questionId,
    choice: 'cannot tell',
    confidence: 'sure',
    seconds: 5,
    ...more
  });
  const send = (event: AnswerEvent, viewer = learner) => inDemo((db) => recordAnswer(db, viewer, event));
  const nextOf = async (roundId: string) => (await inDemo((db) => readRound(db, learner, roundId)))!.next!;

  it('asks about the pairs of the brief, and gives nothing away before the answer', async () => {
    const question = await nextOf(await begin());
    const pairs = await inDemo((db) => pairsOfWalk(db, walkId));
    expect(pairs.length).toBeGreaterThan(3);
    expect(Object.keys(question).sort()).toEqual([
      'id',
      'isGathered',
      'isPhotograph',
      'names',
      'number',
      'parts',
      'plate',
      'scientific',
      'words'
    ]);
    // In words, too, the plant is not named.
    for (const name of [question.names, question.scientific].flatMap((both) => Object.values(both)))
      expect(question.words.join(' ').toLowerCase()).not.toContain(name.toLowerCase());
    const image = await inDemo((db) => questionImage(db, learner, question.id));
    expect(image).toMatchObject({ svg: expect.not.stringContaining(question.names.target) });
  });

  it('stores an answer once: the same again is accepted, another is refused', async () => {
    const question = await nextOf(await begin());
    const event = answer(question.id);
    const first = await send(event);
    expect(first).toHaveProperty('feedback');
    expect(await send(event)).toEqual(first);
    expect(await send({ ...event, choice: 'target', part: 1 })).toMatchObject({ status: 409 });
    expect(await send(answer(question.id))).toMatchObject({ status: 409 });
    const { rows } = await inDemo((db) =>
      db.query('select count(*)::int as n from answer_event where question_id = $1', [question.id])
    );
    expect(rows[0].n).toBe(1);
  });

  it('refuses an answer to somebody else’s question', async () => {
    const question = await nextOf(await begin());
    expect(await send(answer(question.id), instructor)).toMatchObject({ status: 404 });
  });

  it('counts a dangerous gather apart', async () => {
    const before = await inDemo((db) => pairTallies(db, learner.personId));
    const total = (tallies: typeof before) => tallies.reduce((sum, one) => sum + one.dangerousGathers, 0);
    const roundId = await begin();
    let outcome = '';
    while (outcome !== 'dangerous gather') {
      const result = await send(
        answer((await nextOf(roundId)).id, { choice: 'target', tap: { x: 300, y: 300 } })
      );
      if (!('feedback' in result)) throw new Error(result.problem);
      outcome = result.feedback.outcome;
    }
    expect(total(await inDemo((db) => pairTallies(db, learner.personId)))).toBe(total(before) + 1);
  });

  describe('on photographs of the school', () => {
    const marksOf = {
      'allium-ursinum': 'leaf-attachment',
      'convallaria-majalis': 'leaf-attachment'
    } as const;
    const photograph = (taxon: keyof typeof marksOf, at: { x: number; y: number }) =>
      inDemo(async (db) => {
        const id = await addPhotograph(
          db,
          instructor,
          { taxon, stage: 'leaf', credit: `Invented for ${taxon}`, words: `A leaf of ${taxon}` },
          { jpeg: Buffer.from([0xff, 0xd8, 0xff]), width: 1000, height: 500 }
        );
        await setMarks(db, id, [{ character: marksOf[taxon], ...at }]);
        return id;
      });
    /** The open questions of a round, each once the one before it has its answer. */
    async function* openQuestions(roundId: string) {
      for (;;) {
        const { next } = (await inDemo((db) => readRound(db, learner, roundId)))!;
        if (!next) return;
        yield next;
      }
    }
    /** Questions of the pair of which there are photographs, over several rounds. */
    async function questions(rounds: number) {
      const found = [];
      for (let i = 0; i < rounds; i += 1) {
        for await (const next of openQuestions(await begin())) {
          const image = (await inDemo((db) => questionImage(db, learner, next.id)))!;
          const result = await send(
            answer(next.id, next.isPhotograph ? { choice: 'lookalike', tap: { x: 62, y: 155 } } : {})
          );
          if (!('feedback' in result)) throw new Error(result.problem);
          found.push({ ...next, image, feedback: result.feedback });
        }
      }
      return found;
    }

    it('asks on none while there are photographs of one of a pair only: that would tell which it is', async () => {
      await photograph('convallaria-majalis', { x: 0.1, y: 0.5 });
      expect((await questions(3)).filter(({ isPhotograph }) => isPhotograph)).toEqual([]);
    });

    it('asks on them where there are some of both, with marks as the parts to point at', async () => {
      const own = await photograph('allium-ursinum', { x: 0.1, y: 0.5 });
      const asked: Awaited<ReturnType<typeof questions>> = [];
      const met = () => new Set(asked.map(({ feedback }) => feedback.specimen.name)).size;
      for (let i = 0; i < 30 && met() < 2; i += 1)
        asked.push(...(await questions(1)).filter(({ isPhotograph }) => isPhotograph));
      expect(met()).toBe(2);
      for (const { image, plate, parts, words, names, feedback } of asked) {
        expect(image).toHaveProperty('jpeg');
        expect(plate).toEqual({ width: 620, height: 310 });
        expect(parts.map(({ label }) => label)).toEqual([expect.stringMatching(/, place 1$/)]);
        const said = words.join(' ').toLowerCase();
        for (const name of Object.values(names)) expect(said).not.toContain(name.toLowerCase());
        expect(feedback.partRight).toBe(true);
        expect(feedback.telling[0]!.at).toEqual({ x: 62, y: 155 });
        expect(feedback.credit).toMatch(/^Invented/);
      }
      // A question on a photograph that was taken away is asked on a drawing, or on what is left.
      const roundId = await begin();
      await inDemo((db) => removePhotograph(db, own));
      for await (const next of openQuestions(roundId)) {
        expect(await inDemo((db) => questionImage(db, learner, next.id))).toBeDefined();
        expect(await send(answer(next.id))).toHaveProperty('feedback');
      }
    });
  });

  it('forgets what is not effective yet when the demo date moves back', async () => {
    await inDemo((db) => setDemoDate(db, '2027-04-13'));
    const early = await inDemo((db) => pairTallies(db, learner.personId));
    await inDemo((db) => setDemoDate(db, '2027-04-24'));
    const late = await inDemo((db) => pairTallies(db, learner.personId));
    const sum = (tallies: typeof late) => tallies.reduce((n, one) => n + one.answers, 0);
    expect(sum(early)).toBeLessThan(sum(late));
  });
});

describe('the outbox', () => {
  it('offers a message as a file that an independent mail parser reads back', async () => {
    await inDemo((db) =>
      queueMessage(db, {
        recipient: 'ada@demo.example',
        subject: 'Grüße, “Ada”',
        body: 'Line one\nhttp://localhost/welcome/x'
      })
    );
    const [message] = await inDemo(listMessages);
    const parsed = await simpleParser(await asEml(message!));
    expect([parsed.subject, parsed.text?.trim()]).toEqual([
      'Grüße, “Ada”',
      'Line one\nhttp://localhost/welcome/x'
    ]);
    expect(parsed.headers.get('x-unsent')).toBe('1');
  });
});
