import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { englishName } from '../../src/core/knowledge';
import {
  type DrillPair,
  type Outcome,
  confidenceShare,
  oneSided95,
  pairKey,
  unitsOf,
  wilsonInterval
} from '../../src/core/learning';
import { pairsOfWalk } from '../../src/lib/server/learning/drills';
import { libraryOf } from '../../src/lib/server/library/library';
import { addCohort, listCohorts, setGroups } from '../../src/lib/server/school/people';
import { closePool } from '../../src/lib/server/database/database';
import { isDrilled, pairTallies, readAnswerRows } from '../../src/lib/server/learning/progress';
import { groupProgress, personProgress } from '../../src/lib/server/learning/progress-page';
import { type SchoolDb, withSchool } from '../../src/lib/server/database/school';
import type { Viewer } from '../../src/lib/server/accounts';
import { recordSignOff } from '../../src/lib/server/learning/sign-offs';
import { listWalks } from '../../src/lib/server/walk/walks';
import { type TestDatabase, cloneDatabase, demo, demoViewer } from '../support/database';
import { homeRegion } from '../support/content';

/** What the pages of progress say, held against the answers themselves, counted one by one. */

interface Answer {
  person_id: string;
  pair: string | null;
  stage: string | null;
  specimen: string | null;
  taken_for: string | null;
  outcome: Outcome;
  is_dangerous: boolean;
  confidence: 'unsure' | 'fairly sure' | 'sure' | null;
  at: Date;
}

let database: TestDatabase;
let instructor: Viewer;
let learner: Viewer;
let walkId: string;
let pairs: readonly DrillPair[];
let members: readonly string[];
let cohortId: string;
let answers: Answer[];
const inDemo = <T>(work: (db: SchoolDb) => Promise<T>) => withSchool(demo.schoolId, work);

beforeAll(async () => {
  database = await cloneDatabase('demo');
  process.env['DATABASE_URL'] = database.app;
  [instructor, learner] = [await demoViewer('instructor'), await demoViewer('learner')];
  await inDemo(async (db) => {
    walkId = (await listWalks(db, instructor)).find(({ name }) => name === 'Wood in leaf')!.id;
    pairs = await pairsOfWalk(db, { id: walkId, region: homeRegion });
    ({ members, id: cohortId } = (await listCohorts(db)).find(({ name }) => name === 'Spring beginners')!);
    const { rows } = await db.query<Answer>(
      `select person_id, pair, specimen_stage as stage, specimen, taken_for, outcome,
              is_dangerous_specimen as is_dangerous, confidence, effective_at as at from answer`
    );
    answers = rows;
  });
});
afterAll(async () => {
  await closePool();
  await database.drop();
});

const ofGroup = () => answers.filter(({ person_id: id }) => members.includes(id));
const dangerOf = (of: readonly Answer[]) => {
  const shown = of.filter((one) => one.pair !== null && one.is_dangerous);
  const gathers = shown.filter(({ outcome }) => outcome === 'dangerous gather').length;
  return {
    shown: shown.length,
    gathers,
    limit: wilsonInterval(gathers, shown.length, oneSided95)[1]
  };
};
const onUnits = (of: readonly Answer[], pair: DrillPair) => {
  const units = unitsOf(pair);
  return of.filter((one) => one.pair === pairKey(pair) && units.includes(`${one.pair}@${one.stage}`));
};

describe('the progress of a group', () => {
  const read = (asked: { cohortId?: string; walkId?: string } = { walkId: '' }) =>
    inDemo((db) =>
      groupProgress(db, instructor, {
        cohortId: asked.cohortId,
        walkId: asked.walkId === '' ? walkId : asked.walkId
      })
    );

  it('counts the dangerous gathers of everybody and of each, with their limit, the worst first', async () => {
    const group = await read();
    expect(answers.length).toBeGreaterThan(200);
    expect(group.danger).toEqual(dangerOf(ofGroup()));
    expect(group.members).toBe(group.people.length);
    for (const person of group.people) {
      const own = answers.filter(({ person_id: id }) => id === person.id);
      expect(person.danger, person.name).toEqual(dangerOf(own));
      expect(person.answers).toBe(own.filter(({ pair }) => pair !== null).length);
    }
    const gathers = group.people.map(({ danger }) => danger.gathers);
    expect(gathers).toEqual([...gathers].sort((a, b) => b - a));
    expect(Math.max(...gathers)).toBeGreaterThan(0);
  });

  it('fills the fields of learners and pairs with the answers at the stages of the walk', async () => {
    const group = await read();
    expect(group.pairs.map(({ key }) => key)).toEqual(pairs.map(pairKey));
    for (const [i, pair] of pairs.entries()) {
      const all = onUnits(ofGroup(), pair);
      expect(group.pairs[i]).toMatchObject({
        answers: all.length,
        dangerousGathers: all.filter(({ outcome }) => outcome === 'dangerous gather').length
      });
      for (const person of group.people) {
        const own = all.filter(({ person_id: id }) => id === person.id);
        expect(person.cells[i], `${person.name} ${pairKey(pair)}`).toEqual({
          answers: own.length,
          clean: own.filter(({ outcome }) => outcome === 'right' || outcome === 'left').length,
          gathers: own.filter(({ outcome }) => outcome === 'dangerous gather').length
        });
      }
    }
  });

  it('scores confidence as it was given, without what was left', async () => {
    const said = ofGroup().filter(({ confidence, outcome }) => confidence && outcome !== 'left');
    const squares = said.map(
      ({ confidence, outcome }) => (confidenceShare[confidence!] - Number(outcome === 'right')) ** 2
    );
    const { calibration } = await read();
    expect(calibration.brier).toBeCloseTo(squares.reduce((sum, one) => sum + one, 0) / squares.length, 10);
    expect(calibration.points.reduce((sum, point) => sum + point.answers, 0)).toBe(said.length);
    expect(calibration.misfit).toBeLessThanOrEqual(calibration.brier!);
  });

  it('tells what was taken for what, the dangerous first, by its name', async () => {
    const { confusions } = await read();
    const library = await inDemo((db) => libraryOf(db, homeRegion));
    const counted = new Map<string, number>();
    for (const { specimen, taken_for: takenFor } of ofGroup())
      if (specimen && takenFor && takenFor !== specimen) {
        const [was, taken] = [specimen, takenFor].map((slug) => englishName(library.taxa.get(slug)!));
        const key = `${was} for ${taken}`;
        counted.set(key, (counted.get(key) ?? 0) + 1);
      }
    expect(confusions.length).toBeGreaterThan(0);
    for (const one of confusions) expect(one.times).toBe(counted.get(`${one.specimen} for ${one.takenFor}`));
    const dangers = confusions.map(({ isDangerous }) => Number(isDangerous));
    expect(dangers).toEqual([...dangers].sort((a, b) => b - a));
  });

  it('adds up by weeks that begin on Mondays, each answer in one of them', async () => {
    const { weeks } = await read();
    expect(weeks.reduce((sum, week) => sum + week.answers, 0)).toBe(ofGroup().length);
    expect(weeks.every(({ week }) => new Date(week).getUTCDay() === 1)).toBe(true);
    expect(weeks.map(({ week }) => week)).toEqual(weeks.map(({ week }) => week).sort());
  });

  it('is of the group that was asked for, empty where nobody is in it, and by all pairs without a walk', async () => {
    const empty = await inDemo((db) => addCohort(db, 'Nobody yet', 'beginner'));
    expect(await read({ cohortId: empty })).toMatchObject({
      cohort: { name: 'Nobody yet' },
      members: 0,
      people: [],
      walk: undefined,
      danger: { shown: 0, gathers: 0, limit: 1 }
    });
    await inDemo((db) => setGroups(db, learner.personId, [cohortId, empty]));
    const one = await read({ cohortId: empty });
    expect(one.people.map(({ id }) => id)).toEqual([learner.personId]);
    const practised = new Set(
      answers.flatMap(({ person_id: id, pair }) => (id === learner.personId && pair ? [pair] : []))
    );
    expect(new Set(one.pairs.map(({ key }) => key))).toEqual(practised);
    expect(one.people[0]!.readiness).toBeUndefined();
    await inDemo((db) => setGroups(db, learner.personId, [cohortId]));
  });

  it('lists some of a large group in full, the most dangerous first, and counts all of them', async () => {
    const crowd = await inDemo(async (db) => {
      const id = await addCohort(db, 'A crowd', 'beginner');
      for (let i = 0; i < 35; i += 1) {
        const person = uuid();
        await db.query("insert into person (school_id, id, name, role) values ($1, $2, $3, 'learner')", [
          db.schoolId,
          person,
          `Aa ${i}`
        ]);
        await setGroups(db, person, [id]);
      }
      for (const person of members) await setGroups(db, person, [cohortId, id]);
      return id;
    });
    const group = await read({ cohortId: crowd });
    expect(group.members).toBe(35 + (await read({ walkId: '' })).members);
    expect(group.people).toHaveLength(30);
    expect(group.danger).toEqual(dangerOf(ofGroup()));
    expect(group.people[0]!.danger.gathers).toBeGreaterThan(0);
    for (const person of members) await inDemo((db) => setGroups(db, person, [cohortId]));
  });
});

describe('the progress of a learner', () => {
  const read = (personId: string) => inDemo((db) => personProgress(db, instructor, personId, walkId));

  it('lists each pair at each stage that was met or is on the walk, with its answers', async () => {
    const progress = (await read(learner.personId))!;
    const own = answers.filter(({ person_id: id }) => id === learner.personId);
    expect(progress.danger).toEqual(dangerOf(own));
    for (const unit of progress.units)
      expect(unit.answers, unit.unit).toBe(
        own.filter((one) => `${one.pair}@${one.stage}` === unit.unit).length
      );
    const listed = new Set(progress.units.map(({ unit }) => unit));
    for (const unit of pairs.flatMap(unitsOf)) expect(listed).toContain(unit);
    for (const { pair, stage } of own) if (pair) expect(listed).toContain(`${pair}@${stage}`);
    // What the walk asks for stands first.
    const isOfWalk = progress.units.map((unit) => Number(unit.isOfWalk));
    expect(isOfWalk).toEqual([...isOfWalk].sort((a, b) => b - a));
  });

  it('forecasts as a chance what will be known on the day of the walk, of what was practised alone', async () => {
    const { units, walk } = (await read(learner.personId))!;
    expect(walk!.heldOn >= learner.today).toBe(true);
    const known = units.filter(({ recall }) => recall !== undefined);
    expect(known.length).toBeGreaterThan(3);
    for (const { recall } of known) {
      expect(recall).toBeGreaterThan(0);
      expect(recall).toBeLessThanOrEqual(1);
    }
    for (const unit of units) if (unit.answers === 0) expect(unit.recall, unit.unit).toBeUndefined();
  });

  it('holds results on living plants against drills on the same pairs and stages', async () => {
    const unit = unitsOf(pairs[0]!)[0]!;
    const [pair, stage] = unit.split('@') as [string, 'leaf'];
    await inDemo((db) =>
      recordSignOff(db, instructor, {
        personId: learner.personId,
        pair,
        stage,
        step: 'shown',
        outcome: 'missed',
        plant: 'Under the oak'
      })
    );
    const { transfer, living } = (await read(learner.personId))!;
    const shown = living.filter(({ step }) => step === 'shown');
    expect(transfer.shown).toBe(shown.length);
    expect(transfer.right).toBe(shown.filter(({ outcome }) => outcome === 'right').length);
    expect(transfer.right).toBeLessThan(transfer.shown);
    expect(transfer.drilled).toBeGreaterThanOrEqual(
      answers.filter((one) => one.person_id === learner.personId && `${one.pair}@${one.stage}` === unit)
        .length
    );
  });

  it('is of nobody where there is nobody, and of a guest there is none', async () => {
    expect(await read('0192f000-0000-7000-8000-00000000beef')).toBeUndefined();
    const guest = await inDemo(async (db) => {
      const id = uuid();
      await db.query(
        "insert into person (school_id, id, name, role) values ($1, $2, 'Wren Aldous', 'guest')",
        [db.schoolId, id]
      );
      return id;
    });
    expect(await read(guest)).toBeUndefined();
  });

  it('of a newcomer says what is missing, and nothing of what was not asked', async () => {
    const id = await inDemo(async (db) => {
      const newcomer = uuid();
      await db.query(
        "insert into person (school_id, id, name, role) values ($1, $2, 'Nell Arkle', 'learner')",
        [db.schoolId, newcomer]
      );
      await setGroups(db, newcomer, [cohortId]);
      return newcomer;
    });
    const progress = (await read(id))!;
    expect(progress).toMatchObject({ answers: 0, danger: { shown: 0, limit: 1 }, confusions: [], weeks: [] });
    expect(progress.readiness).toMatchObject({ isReady: false });
    expect(progress.readiness!.missing.join(' ')).toMatch(/more questions with a dangerous plant/);
    expect(progress.calibration).toEqual({ points: [], brier: undefined, misfit: undefined });
    for (const unit of progress.units)
      expect(unit).toMatchObject({ firmness: 'new', recall: undefined, ladder: { rung: 'not met' } });
  });
});

describe('what is taken out', () => {
  it('has a row for each answer of the person and of nobody else, in order', async () => {
    const own = answers.filter(({ person_id: id }) => id === learner.personId);
    const rows = await inDemo((db) => readAnswerRows(db, learner.personId, []));
    expect(rows).toHaveLength(own.length);
    const times = rows.map(({ at }) => at!);
    expect(times).toEqual([...times].sort());
    expect(new Set(times)).toEqual(new Set(own.map(({ at }) => at.toISOString())));
  });

  it('adds up by person, pair and stage; without stages the same in fewer rows', async () => {
    const [whole, byStage] = await inDemo(async (db) => [
      await pairTallies(db, members),
      await pairTallies(db, members, { byStage: true })
    ]);
    expect(byStage!.length).toBeGreaterThanOrEqual(whole!.length);
    for (const one of whole!) {
      const parts = byStage!.filter(({ personId, pair }) => personId === one.personId && pair === one.pair);
      expect(parts.reduce((sum, part) => sum + part.answers, 0)).toBe(one.answers);
      expect(Math.max(...parts.map(({ lastAt }) => lastAt.getTime()))).toBe(one.lastAt.getTime());
    }
    expect(await inDemo((db) => pairTallies(db, []))).toEqual([]);
  });

  it('knows whether everybody has practised every pair', async () => {
    const tallies = await inDemo((db) => pairTallies(db, members));
    const { personId, pair } = tallies[0]!;
    const own = [...new Set(tallies.filter((one) => one.personId === personId).map((one) => one.pair))];
    const drilled = (keys: readonly string[], people: readonly string[]) =>
      inDemo((db) => isDrilled(db, keys, people));
    expect(await drilled(own, [personId])).toBe(true);
    expect(await drilled([pair, 'quercus-robur~taxus-baccata'], [personId])).toBe(false);
    expect(await drilled([], [personId])).toBe(false);
    expect(await drilled([pair], [])).toBe(false);
  });
});
