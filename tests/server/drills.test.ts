import sharp from 'sharp';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  type Given,
  type OpenProveIt,
  type OpenSideBySide,
  type Outcome,
  Specification,
  isOnPair,
  photographIds,
  pose,
  sensitivity
} from '../../src/core/learning';
import { simulateAnswer } from '../../scripts/simulated-learner';
import { createRandom } from '../../src/core/random';
import {
  openRounds,
  pairsOfWalk,
  questionImage,
  readQuestion,
  readRound,
  recordAnswer,
  startRound,
  startRoundOfToday,
  wishFor
} from '../../src/lib/server/learning/drills';
import { withPhotographs } from '../../src/lib/server/learning/drills/photographed';
import { libraryOf } from '../../src/lib/server/library/library';
import {
  addPhotograph,
  readPhotographs,
  removePhotograph,
  setMarks
} from '../../src/lib/server/library/photographs';
import { closePool } from '../../src/lib/server/database/database';
import { addTallies, pairTallies, readProgress, readinessOf } from '../../src/lib/server/learning/progress';
import { groupProgress, personProgress } from '../../src/lib/server/learning/progress-page';
import { type SchoolDb, withSchool } from '../../src/lib/server/database/school';
import { setDemoDate } from '../../src/lib/server/school/schools';
import type { Viewer } from '../../src/lib/server/accounts';
import { readSignOffs, recordSignOff } from '../../src/lib/server/learning/sign-offs';
import { listWalks, readWalk } from '../../src/lib/server/walk/walks';
import { answerTo, cautious } from '../support/answers';
import { type TestDatabase, cloneDatabase, demo, demoViewer } from '../support/database';
import { homeRegion } from '../support/content';

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

const begin = () =>
  inDemo(async (db) => (await startRound(db, learner, (await readWalk(db, learner, walkId))!))!);
const onPhotographs = async (db: SchoolDb, specs: readonly Specification[]) =>
  withPhotographs(db, await libraryOf(db, homeRegion), specs);
const next = async (roundId: string, viewer = learner) => (await readRound(viewer, roundId))!.next;
const send = async (questionId: string, given: Given, viewer = learner) => {
  const result = await recordAnswer(viewer, answerTo(questionId, given));
  if (!('feedback' in result)) throw new Error(JSON.stringify(result));
  return result.feedback;
};

/** The questions of some rounds, each once the one before it has its answer. */
async function* questions(rounds: number) {
  for (let i = 0; i < rounds; i += 1) {
    const roundId = await begin();
    for (;;) {
      const open = await next(roundId);
      if (!open) break;
      yield open;
    }
  }
}

describe('a round', () => {
  it('asks about the pairs of the brief and its plants, with some of other kinds', async () => {
    expect(
      (await inDemo((db) => pairsOfWalk(db, { id: walkId, region: homeRegion }))).length
    ).toBeGreaterThan(3);
    const drills = new Set<string>();
    for await (const { id, question } of questions(4)) {
      drills.add(question.drill);
      await send(id, cautious(question.drill));
    }
    // Which of the kinds on pairs come first follows from what this learner was asked least.
    expect(
      ['side by side', 'prove it', 'basket'].filter((drill) => drills.has(drill)).length
    ).toBeGreaterThan(1);
    expect(drills.size).toBeGreaterThan(4);
  });

  it('is left and gone on with where it was, from anywhere', async () => {
    const roundId = await begin();
    const first = (await next(roundId))!;
    await send(first.id, cautious(first.question.drill));
    const [open] = await inDemo((db) => openRounds(db, learner));
    expect(open).toMatchObject({ id: roundId, answered: 1, walkName: 'Wood in leaf' });
    expect((await next(roundId))!.number).toBe(2);
  });

  it('keeps what was asked for in a question, and gives no look that was not', async () => {
    for await (const { id, question } of questions(5)) {
      if (question.drill !== 'prove it') {
        await send(id, cautious(question.drill));
        continue;
      }
      const [far, other] = question.looks;
      expect(far!.seen).toBeUndefined();
      expect(await questionImage(learner, id, 'far')).toBeUndefined();
      const grown = (await wishFor(learner, id, 'far')) as OpenProveIt;
      expect(grown.asked).toEqual(['far']);
      expect(grown.looks[0]!.seen!.words.length).toBeGreaterThan(0);
      expect(await questionImage(learner, id, 'far')).toHaveProperty('svg');
      expect(await questionImage(learner, id, other!.key)).toBeUndefined();
      expect(await wishFor(learner, id, 'the answer')).toBeUndefined();
      expect(await wishFor(instructor, id, 'far')).toBeUndefined();
      // Once it is answered nothing more is shown of it.
      await send(id, cautious('prove it'));
      expect(await wishFor(learner, id, other!.key)).toBeUndefined();
      return;
    }
    throw new Error('no round asked to prove it');
  });
});

describe('an open question', () => {
  it('is drawn while nobody holds a connection for it', async () => {
    const { id } = (await next(await begin()))!;
    const asked = (await readQuestion(learner, id))!;
    await expect(inDemo(() => asked.open())).rejects.toThrow('while it holds a connection');
    expect(await asked.open()).toBeDefined();
  });

  it('tells in nothing that is sent what the answer is', async () => {
    for await (const { id, question } of questions(3)) {
      const { rows } = await inDemo((db) =>
        db.query<{ specification: unknown }>('select specification from question where id = $1', [id])
      );
      const truth = Specification.parse(rows[0]!.specification);
      const sent = JSON.stringify(question);
      expect(sent).not.toMatch(/"specimen":|"wrong"|"seed"|"rivals"|isDangerous|couldBeTold/);
      if (truth.drill === 'side by side' || truth.drill === 'prove it') {
        // In words, too, the plant is not named: what is said of it would fit either.
        const { picture } = question as OpenSideBySide;
        const words = truth.drill === 'side by side' ? picture.words.join(' ').toLowerCase() : '';
        for (const slug of [truth.target, truth.lookalike]) expect(words).not.toContain(slug.split('-')[0]);
        const image = await questionImage(learner, id, 'specimen');
        if (image && 'svg' in image) expect(image.svg).not.toMatch(/<text|<title|class=| id=/);
      }
      await send(id, cautious(question.drill));
    }
  });
});

describe('an answer', () => {
  it('is stored once: the same again is accepted, another is refused', async () => {
    const open = (await next(await begin()))!;
    const event = answerTo(open.id, cautious(open.question.drill));
    const record = (one: typeof event, viewer = learner) => recordAnswer(viewer, one);
    expect(await record(event, instructor)).toMatchObject({ status: 404 });
    const first = await record(event);
    expect(first).toHaveProperty('feedback');
    expect(await record(event)).toEqual(first);
    expect(await record({ ...event, seconds: 6 })).toMatchObject({ status: 409 });
    expect(await record({ ...event, id: uuid() })).toMatchObject({ status: 409 });
    const { rows } = await inDemo((db) =>
      db.query('select count(*)::int as n from answer_event where question_id = $1', [open.id])
    );
    expect(rows[0].n).toBe(1);
  });

  it('counts a dangerous gather apart, and lays the contrast sheet out', async () => {
    const total = async () =>
      addTallies(await inDemo((db) => pairTallies(db, [learner.personId]))).dangerousGathers;
    const before = await total();
    for await (const { id, question } of questions(10)) {
      const { drill } = question;
      const feedback = await send(
        id,
        drill === 'side by side' ? { drill, choice: 'target', confidence: 'sure' } : cautious(drill)
      );
      if (feedback.outcome !== 'dangerous gather') continue;
      expect(feedback.sheet!.sheet.target.name).toBe((question as OpenSideBySide).names.target.name);
      expect(await total()).toBe(before + 1);
      return;
    }
    throw new Error('nothing dangerous was asked');
  });
});

describe('on photographs of the school', () => {
  const photograph = (taxon: string, at: { x: number; y: number }) =>
    inDemo(async (db) => {
      const id = await addPhotograph(
        db,
        instructor,
        { taxon, stage: 'leaf', credit: `Invented for ${taxon}`, words: `A leaf of ${taxon}` },
        { jpeg: Buffer.from([0xff, 0xd8, 0xff]), width: 1000, height: 500 }
      );
      await setMarks(db, id, [{ character: 'leaf-attachment', ...at }]);
      return id;
    });
  /** Questions on that pair, of which some may have got a photograph. */
  const specs = (drill: 'side by side' | 'prove it') =>
    Array.from({ length: 60 }, (_, i): Specification => {
      const pair = {
        target: 'allium-ursinum',
        lookalike: 'convallaria-majalis',
        targetStage: 'leaf',
        lookalikeStage: 'leaf',
        deciding: [],
        specimen: i % 2 ? 'target' : 'lookalike',
        seed: 1 + i
      } as const;
      return drill === 'side by side'
        ? { ...pair, drill, partial: false, inGrass: false }
        : {
            ...pair,
            drill,
            rivals: [{ taxon: pair.lookalike, stage: 'leaf' }],
            mayDig: false,
            scentCounts: true
          };
    });
  const photographed = (drill: 'side by side' | 'prove it') =>
    inDemo(async (db) =>
      (await onPhotographs(db, specs(drill))).filter((spec) => 'photograph' in spec && spec.photograph)
    );
  const posed = (spec: Specification) =>
    inDemo(async (db) => {
      const photographs = await readPhotographs(db, photographIds(spec));
      return pose(await libraryOf(db, homeRegion), spec, new Map(photographs.map((one) => [one.id, one])))!;
    });

  it('asks on none while there are photographs of one of a pair only: that would tell which it is', async () => {
    await photograph('convallaria-majalis', { x: 0.1, y: 0.5 });
    expect(await photographed('side by side')).toEqual([]);
    expect(await photographed('prove it')).toEqual([]);
  });

  it('asks on them where there are some of both, with marks as the parts to point at', async () => {
    const own = await photograph('allium-ursinum', { x: 0.1, y: 0.5 });
    const asked = await photographed('side by side');
    expect(new Set(asked.map((spec) => 'specimen' in spec && spec.specimen))).toEqual(
      new Set(['target', 'lookalike'])
    );
    for (const spec of asked) {
      const question = await posed(spec);
      const open = question.open([]) as OpenSideBySide;
      expect(open.picture).toMatchObject({ width: 620, height: 310, isPhotograph: true });
      expect(open.parts.map(({ label }) => label)).toEqual([expect.stringMatching(/, place 1$/)]);
      const said = open.picture.words.join(' ').toLowerCase();
      for (const { name } of Object.values(open.names)) expect(said).not.toContain(name.toLowerCase());
      const { feedback } = question.grade(
        { drill: 'side by side', choice: 'lookalike', tap: { x: 62, y: 155 }, confidence: 'sure' },
        []
      );
      expect(feedback.partRight).toBe(true);
      expect(feedback.contrast!.rows[0]!.at).toEqual({ x: 62, y: 155 });
      expect(feedback.credit).toMatch(/^Invented/);
    }
    // A question on a photograph that was taken away is asked on a drawing, or on what is left.
    await inDemo((db) => removePhotograph(db, own));
    for (const spec of asked) expect((await posed(spec)).image('specimen', [])).toBeDefined();
  });

  it('Prove it shows parts of them, the same looks on both plants', async () => {
    await photograph('allium-ursinum', { x: 0.9, y: 0.2 });
    const asked = await photographed('prove it');
    expect(asked.length).toBeGreaterThan(4);
    const looks = new Set<string>();
    for (const spec of asked) {
      const question = await posed(spec);
      const open = question.open([]) as OpenProveIt;
      const keys = open.looks.map(({ key }) => key);
      looks.add(keys.join(' '));
      expect(question.image('far', ['far'])).toEqual({ photograph: expect.any(String) });
      const near = question.image(keys[1]!, [keys[1]!]);
      expect(near).toMatchObject({ photograph: expect.any(String), part: { width: 0.34 } });
    }
    expect(looks.size).toBe(1);
  });
});

describe('on several photographs', () => {
  const at = (taxon: string, stage = 'leaf') => ({ taxon, stage }) as { taxon: string; stage: 'leaf' };
  const six = [
    'arum-maculatum',
    'colchicum-autumnale',
    'mercurialis-perennis',
    'rumex-acetosa',
    'hyacinthoides-non-scripta',
    'nasturtium-officinale'
  ];
  const jpeg = async () =>
    sharp({ create: { width: 900, height: 600, channels: 3, background: '#5a7d3a' } })
      .jpeg()
      .toBuffer();
  const common = {
    seed: 1,
    target: 'allium-ursinum',
    lookalike: 'arum-maculatum',
    targetStage: 'leaf',
    lookalikeStage: 'leaf',
    deciding: []
  } as const;
  const asked: Specification[] = [
    { ...common, drill: 'basket', pieces: 8, wrong: 2 },
    {
      drill: 'tray',
      mode: 'what was there',
      shown: six.map((slug) => at(slug)),
      others: [at('allium-ursinum')],
      seconds: 20,
      seed: 1
    },
    {
      drill: 'from the path',
      hazard: at('arum-maculatum'),
      others: [at('rumex-acetosa')],
      count: 1,
      distance: 'near',
      sight: 'soft',
      seed: 1
    },
    {
      drill: 'season',
      mode: 'taxa',
      items: [at('arum-maculatum'), at('rumex-acetosa'), at('allium-ursinum')],
      seed: 1
    },
    {
      drill: 'should we take it',
      ...at('allium-ursinum'),
      scene: {
        mayPick: true,
        nearby: { kind: 'railway', metres: 90 },
        isOnlyPatch: false,
        squareMetres: 50,
        low: 100,
        taken: 0
      },
      buffers: {},
      seed: 1
    }
  ];

  it('asks every other kind on them, too, as one picture that names nothing, and only where there are some of all plants', async () => {
    const seeded = (spec: Specification) => Array.from({ length: 12 }, (_, i) => ({ ...spec, seed: i + 1 }));
    const photographed = (spec: Specification) =>
      inDemo(async (db) =>
        (await onPhotographs(db, seeded(spec))).filter((one) => photographIds(one).length > 0)
      );
    const picture = await jpeg();
    for (const taxon of ['allium-ursinum', ...six]) {
      expect(await photographed({ ...asked[1]! })).toEqual([]);
      await inDemo(async (db) => {
        const id = await addPhotograph(
          db,
          instructor,
          { taxon, stage: 'leaf', credit: 'Invented', words: 'A leaf' },
          { jpeg: picture, width: 900, height: 600 }
        );
        await setMarks(db, id, [
          { character: 'leaf-venation', x: 0.5, y: 0.5 },
          { character: 'leaf-attachment', x: 0.4, y: 0.7 }
        ]);
      });
    }
    for (const spec of asked) {
      const [one] = await photographed(spec);
      expect(one, spec.drill).toBeDefined();
      const posed = await inDemo(async (db) => {
        const found = await readPhotographs(db, photographIds(one!));
        return pose(await libraryOf(db, homeRegion), one!, new Map(found.map((photo) => [photo.id, photo])))!;
      });
      const wishes = spec.drill === 'tray' ? ['look'] : [];
      const sent = JSON.stringify(posed.open(wishes));
      expect(sent).toContain('"isPhotograph":true');
      for (const id of photographIds(one!)) expect(sent).not.toContain(id);
      const graded = posed.grade(cautious(spec.drill), spec.drill === 'tray' ? ['look', 'answer'] : []);
      expect(graded.feedback.credit).toMatch(/Invented/);
    }
  });

  it('lays parts of photographs out as one picture', async () => {
    const roundId = await begin();
    const spec = (
      await inDemo((db) =>
        onPhotographs(
          db,
          Array.from({ length: 12 }, (_, i) => ({ ...asked[0]!, seed: i + 1 }))
        )
      )
    ).find((one) => photographIds(one).length > 0)!;
    const questionId = uuid();
    await inDemo((db) =>
      db.query(
        'insert into question (school_id, id, round_id, position, specification) values ($1, $2, $3, 99, $4)',
        [db.schoolId, questionId, roundId, spec]
      )
    );
    const image = await questionImage(learner, questionId, 'cloth');
    const { width, height, format } = await sharp((image as { jpeg: Buffer }).jpeg).metadata();
    expect([format, width, height]).toEqual(['jpeg', 1200, 600]);
  });
});

describe('progress', () => {
  it('is what the answers add up to, counted by hand', async () => {
    const { rows } = await inDemo((db) =>
      db.query<{
        pair: string | null;
        outcome: Outcome;
        is_dangerous_specimen: boolean;
        could_be_told: boolean | null;
        decision: string | null;
      }>(
        'select pair, outcome, is_dangerous_specimen, could_be_told, decision from answer_event where person_id = $1 and effective_at <= domain_now()',
        [learner.personId]
      )
    );
    const progress = await inDemo((db) => readProgress(db, [learner.personId]));
    expect(progress.weeks.reduce((sum, { answers }) => sum + answers, 0)).toBe(rows.length);
    expect(progress.people.get(learner.personId)!.answers).toBe(rows.filter(({ pair }) => pair).length);
    const byPair = await inDemo((db) => pairTallies(db, [learner.personId]));
    for (const pair of new Set(rows.flatMap((row) => row.pair ?? []))) {
      const own = rows.filter((row) => row.pair === pair);
      const dangerous = own.filter((row) => row.is_dangerous_specimen);
      const told = own.filter((row) => !row.is_dangerous_specimen && row.could_be_told);
      const counted = {
        answers: own.length,
        namedRight: own.filter(({ outcome }) => outcome === 'right').length,
        leftAlone: own.filter(({ outcome }) => outcome === 'left').length,
        dangerousShown: dangerous.length,
        dangerousGathers: own.filter(({ outcome }) => outcome === 'dangerous gather').length,
        hits: dangerous.filter(({ decision }) => decision !== 'gather').length,
        signals: dangerous.length,
        falseAlarms: told.filter(({ decision }) => decision !== 'gather').length,
        noises: told.length
      };
      expect(addTallies(progress.pairs.filter((one) => one.pair === pair))).toEqual(counted);
      expect(byPair.find((one) => one.pair === pair)).toMatchObject(counted);
      const found = sensitivity(counted);
      if (found) expect(Number.isFinite(found.discrimination)).toBe(true);
    }
  });

  it('keeps sums that follow from the answers: worked out anew they are the same, and nobody else writes them', async () => {
    const columns =
      'answers, named_right, left_alone, dangerous_shown, dangerous_gathers, hits, harmless_shown, false_alarms, unsure, unsure_right, fairly_sure, fairly_sure_right, sure, sure_right';
    const sums = columns
      .split(', ')
      .map((name) => `sum(${name})::int as ${name}`)
      .join(', ');
    const read = (sql: string) => inDemo(async (db) => (await db.query(sql)).rows);
    const kept = await read(
      `select person_id, week, pair, stage, ${columns}, last_at from answer_sum order by 1, 2, 3, 4`
    );
    const anew = await read(
      `select person_id, week, pair, stage, ${sums}, max(last_at) as last_at from answer_as_sum group by 1, 2, 3, 4 order by 1, 2, 3, 4`
    );
    expect(kept.length).toBeGreaterThan(20);
    expect(kept).toEqual(anew);
    await expect(inDemo((db) => db.query('update answer_sum set answers = 0'))).rejects.toThrow(
      /permission denied/
    );
  });

  it('forgets what is not effective yet when the demo date moves back, within a week too', async () => {
    const onDay = async (date: string) => {
      await inDemo((db) => setDemoDate(db, date));
      return inDemo(async (db) => {
        const { rows } = await db.query<{ n: number; last: Date }>(
          'select count(*)::int as n, max(effective_at) as last from answer where person_id = $1 and pair is not null',
          [learner.personId]
        );
        const { people } = await readProgress(db, [learner.personId]);
        expect(people.get(learner.personId)).toMatchObject({ answers: rows[0]!.n, lastAt: rows[0]!.last });
        return rows[0]!.n;
      });
    };
    const days = ['2027-04-13', '2027-04-20', '2027-04-21', '2027-04-22', '2027-04-23', '2027-04-24'];
    const counts: number[] = [];
    for (const day of days) counts.push(await onDay(day));
    expect(counts).toEqual([...counts].sort((a, b) => a - b));
    expect(new Set(counts).size).toBeGreaterThan(2);
  });

  it('goes up the ladder on a living plant, and back when the dangerous one was gathered there', async () => {
    const rung = async () =>
      (await inDemo((db) => personProgress(db, instructor, learner.personId, walkId)))!.units.find(
        ({ unit }) => unit === 'allium-ursinum~convallaria-majalis@leaf'
      )!.ladder.rung;
    const record = (step: 'shown' | 'signed off', outcome: Outcome = 'right') =>
      inDemo((db) =>
        recordSignOff(db, instructor, {
          personId: learner.personId,
          pair: 'allium-ursinum~convallaria-majalis',
          stage: 'leaf',
          step,
          outcome,
          plant: 'By the ford'
        })
      );
    await record('shown');
    expect(await rung()).toBe('shown on a living plant');
    await record('signed off');
    expect(await rung()).toBe('signed off');
    expect((await inDemo((db) => readSignOffs(db, [learner.personId]))).at(-1)).toMatchObject({
      plant: 'By the ford',
      by: 'Bram Oakhill'
    });
    await record('shown', 'dangerous gather');
    expect(await rung()).not.toBe('signed off');
    // Events stay: the application may neither change nor take them away.
    await expect(inDemo((db) => db.query('delete from sign_off'))).rejects.toThrow(/permission denied/);
    await expect(inDemo((db) => db.query("update answer_event set outcome = 'right'"))).rejects.toThrow(
      /permission denied/
    );
  });
});

describe('a fortnight from the first sign-in', () => {
  /** Plays the round of each day as a simulated learner, the demo date moved on from day to day. */
  async function play(
    personId: string,
    { skill, caution, days }: { skill: number; caution: number; days: number }
  ) {
    const random = createRandom(`fortnight of ${skill}`);
    for (let date = 10; date < 10 + days; date += 1) {
      const today = `2027-04-${date}`;
      await inDemo((db) => setDemoDate(db, today));
      const viewer = { ...learner, personId, today };
      const roundId = await inDemo((db) => startRoundOfToday(db, viewer));
      if (!roundId) continue;
      for (;;) {
        const open = await next(roundId, viewer);
        if (!open) break;
        const { rows } = await inDemo((db) =>
          db.query<{ specification: unknown }>('select specification from question where id = $1', [open.id])
        );
        const spec = Specification.parse(rows[0]!.specification);
        if (!isOnPair(spec)) {
          await send(open.id, cautious(spec.drill), viewer);
          continue;
        }
        const { given, decision } = simulateAnswer(spec, { skill, caution }, random);
        if (open.question.drill === 'prove it' && decision !== 'look further')
          for (const { key } of open.question.looks) await wishFor(viewer, open.id, key);
        // Who is careful gathers nothing on what is shown if that does not settle it.
        const graded = await (await readQuestion(viewer, open.id))!.grade(given);
        const isTooEarly = decision === 'gather' && graded!.outcome === 'missed';
        await send(open.id, isTooEarly && random.next() < caution ? cautious(spec.drill) : given, viewer);
      }
    }
    await inDemo((db) => setDemoDate(db, '2027-04-24'));
    const pairs = await inDemo((db) => pairsOfWalk(db, { id: walkId, region: homeRegion }));
    return (await inDemo((db) => readinessOf(db, pairs, [personId], '2027-04-24'))).get(personId)!;
  }
  /** Somebody new in the group, with no answer yet. */
  const newcomer = (name: string) =>
    inDemo(async (db) => {
      const id = uuid();
      await db.query("insert into person (school_id, id, name, role) values ($1, $2, $3, 'learner')", [
        db.schoolId,
        id,
        name
      ]);
      await db.query(
        "insert into cohort_member (school_id, cohort_id, person_id) select $1, id, $2 from cohort where name = 'Spring beginners'",
        [db.schoolId, id]
      );
      return id;
    });

  it('a careful learner becomes ready for the wood walk, a careless one does not, and the pages say so', async () => {
    const careful = await newcomer('Orla Fennimore');
    const careless = await newcomer('Rafe Tollund');
    const ready = await play(careful, { skill: 0.97, caution: 1, days: 14 });
    expect(ready).toMatchObject({ isSafe: true, areClean: true, takesEnough: true, isReady: true });
    // That careless learners are not ready after all of it either is tested on the core alone, with many of them.
    expect(await play(careless, { skill: 0.7, caution: 0.1, days: 6 })).toMatchObject({ isReady: false });
    const group = await inDemo((db) => groupProgress(db, instructor, { cohortId: undefined, walkId }));
    const of = (id: string) => group.people.find((person) => person.id === id)!;
    expect(of(careful).readiness!.isReady).toBe(true);
    expect(of(careless).readiness!.missing).toBeGreaterThan(0);
    expect(of(careless).danger.gathers).toBeGreaterThan(0);
  });
});
