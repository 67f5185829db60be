import { richText } from '../../src/core/walk';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { emptyGround, pathOf, withPath } from '../../src/core/ground';
import { changesSince, publishBrief, readBrief } from '../../src/lib/server/walk/briefs';
import {
  addCohort,
  addPerson,
  listCohorts,
  listPeople,
  recordConsent,
  setGroups
} from '../../src/lib/server/school/people';
import { readPlan } from '../../src/lib/server/walk/plan';
import { closePool } from '../../src/lib/server/database/database';
import { learnerState } from '../../src/lib/server/learning/drills';
import { dangerLimit, pairTallies } from '../../src/lib/server/learning/progress';
import { type SchoolDb, withSchool } from '../../src/lib/server/database/school';
import { setDemoDate } from '../../src/lib/server/school/schools';
import type { Viewer } from '../../src/lib/server/accounts';
import { addPatch, listPatches } from '../../src/lib/server/ground/patches';
import { addSite, listSites, readSite, saveGround, saveSiteDetails } from '../../src/lib/server/ground/sites';
import {
  addStop,
  addTaxon,
  changeStop,
  changeTaxon,
  listStops,
  orderStops,
  removeStop,
  removeTaxon
} from '../../src/lib/server/walk/stops';
import { addWalk, listWalks, readWalk, removeWalk, saveWalkDay } from '../../src/lib/server/walk/walks';
import { type TestDatabase, cloneDatabase, demo, demoViewer, planned, plannedId } from '../support/database';

let database: TestDatabase;
let instructor: Viewer;
let learner: Viewer;
const inDemo = <T>(work: (db: SchoolDb) => Promise<T>) => withSchool(demo.schoolId, work);

beforeAll(async () => {
  database = await cloneDatabase('demo');
  process.env['DATABASE_URL'] = database.app;
  [instructor, learner] = [await demoViewer('instructor'), await demoViewer('learner')];
});
afterAll(async () => {
  await closePool();
  await database.drop();
});

describe('people and groups', () => {
  it('a person is in the groups that were chosen, and in no others', async () => {
    const [id, first, second] = await inDemo(async (db) => [
      await addPerson(db, { name: 'Finn Aldery', role: 'learner', isMinor: false, cohortId: undefined }),
      await addCohort(db, 'Autumn beginners', 'beginner'),
      await addCohort(db, 'Shore group', 'improver')
    ]);
    const groups = () =>
      inDemo(async (db) =>
        (await listCohorts(db)).filter(({ members }) => members.includes(id!)).map((cohort) => cohort.id)
      );
    const choose = (...ids: string[]) => inDemo((db) => setGroups(db, id!, ids));
    await choose(first!, second!);
    expect((await groups()).sort()).toEqual([first, second].sort());
    await choose(second!);
    expect(await groups()).toEqual([second]);
    await choose(second!, '0192f000-0000-7000-8000-00000000beef');
    expect(await groups()).toEqual([second]);
    await choose();
    expect(await groups()).toEqual([]);
  });

  it('consent is recorded for whoever is under 18, on the school’s own date, and for nobody else', async () => {
    const people = await inDemo(async (db) => {
      const minor = await addPerson(db, {
        name: 'Elin Marsh',
        role: 'learner',
        isMinor: true,
        cohortId: undefined
      });
      const adult = await addPerson(db, {
        name: 'Oskar Lund',
        role: 'learner',
        isMinor: false,
        cohortId: undefined
      });
      expect(await recordConsent(db, minor, 'Greta Marsh')).toBe(true);
      expect(await recordConsent(db, adult, 'Greta Marsh')).toBe(false);
      return (await listPeople(db)).filter(({ id }) => id === minor || id === adult);
    });
    expect(people.map(({ guardianName, guardianConsentOn }) => [guardianName, guardianConsentOn])).toEqual([
      ['Greta Marsh', '2027-04-24'],
      [undefined, undefined]
    ]);
  });

  it('a person of another school is in no group of this one', async () => {
    const cohort = await inDemo((db) => addCohort(db, 'Winter group', 'beginner'));
    await inDemo((db) => setGroups(db, '0192f000-0000-7000-8000-00000000beef', [cohort]));
    const found = await inDemo(async (db) => (await listCohorts(db)).find(({ id }) => id === cohort));
    expect(found?.members).toEqual([]);
  });
});

describe('the ground', () => {
  it('starts empty, and keeps its path, its details and its patches', async () => {
    const id = await inDemo((db) =>
      addSite(db, 'Alder Carr', 'north-west-europe', 'Europe/Dublin', undefined)
    );
    const path = [
      [-8.7, 54.3, 12],
      [-8.69, 54.31, 40]
    ];
    await inDemo(async (db) => {
      expect((await readSite(db, id))!.ground).toEqual(emptyGround);
      await saveGround(db, id, withPath(emptyGround, path, 'Carr loop'));
      await saveSiteDetails(db, id, {
        name: 'Alder Carr',
        region: 'north-west-europe',
        timeZone: 'Europe/Dublin',
        accessPoint: 'Bridge on the lane.',
        nearestRoad: 'Carr lane.',
        phoneSignal: '',
        emergencyCall: '',
        toilets: '',
        permissionFrom: 'the commoners',
        permissionSince: '2027-01-01',
        permissionUntil: undefined,
        mayPick: true,
        mayDig: false,
        largestGroup: undefined,
        altitudeMetres: 80,
        isLevel: true,
        habitats: ['woodland'],
        mayFire: false,
        mayCharge: true,
        designation: '',
        localRules: '',
        note: ''
      });
      await addPatch(db, id, {
        name: 'Cress by the bridge',
        taxon: 'nasturtium-officinale',
        longitude: -8.7,
        latitude: 54.3,
        abundance: 'frequent'
      });
    });
    const site = await inDemo((db) => readSite(db, id));
    expect(pathOf(site!.ground)).toEqual(path);
    expect(site).toMatchObject({ mayPick: true, permissionUntil: undefined, revision: 3 });
    expect(await inDemo((db) => listPatches(db, id))).toHaveLength(1);
  });

  it('refuses a place outside the world, whatever the form let through', async () => {
    const [site] = await inDemo(listSites);
    const add = (longitude: number, latitude: number) =>
      inDemo((db) =>
        addPatch(db, site!.id, { name: 'x', taxon: 'rumex-acetosa', longitude, latitude, abundance: 'rare' })
      );
    await expect(add(-8, 95)).rejects.toThrow(/check constraint/);
    await expect(add(-200, 54)).rejects.toThrow(/check constraint/);
  });
});

describe('the plan of a walk', () => {
  const head = async () => ({
    name: 'Evening round',
    siteId: (await inDemo(listSites))[0]!.id,
    kind: 'walk' as const,
    venue: '',
    cohortId: (await inDemo(listCohorts)).find(({ name }) => name === 'Second-year group')!.id,
    heldOn: '2027-05-02',
    startsAt: '18:00',
    dueAt: undefined,
    level: undefined,
    paceRule: 'Naismith' as const,
    paceFactor: undefined,
    briefingMinutes: 10,
    headCountMinutes: 2,
    basketMinutes: 10,
    reserveMinutes: 15,
    leaderId: instructor.personId
  });
  const stop = (name: string) => ({
    name,
    patchId: undefined,
    longitude: -8.7,
    latitude: 54.3,
    minutes: 15,
    talkingPoints: richText(''),
    activity: undefined,
    isOnShore: false
  });
  async function planWith(...names: string[]): Promise<string> {
    const walk = await head();
    return inDemo(async (db) => {
      const id = await addWalk(db, walk);
      for (const name of names) await addStop(db, id, stop(name));
      return id;
    });
  }
  const order = (walkId: string) =>
    inDemo(async (db) => (await listStops(db, walkId)).map(({ name, position }) => `${position} ${name}`));

  it('numbers its stops without gaps, whatever is moved or removed', async () => {
    const id = await planWith('a', 'b', 'c', 'd');
    const at = async (name: string) =>
      (await inDemo((db) => listStops(db, id))).find((one) => one.name === name)!.id;
    const put = async (...names: string[]) => {
      const ids = await Promise.all(names.map(at));
      return inDemo((db) => orderStops(db, id, ids));
    };
    expect(await put('a', 'c', 'b', 'd')).toBe(true);
    expect(await order(id)).toEqual(['1 a', '2 c', '3 b', '4 d']);
    const c = await at('c');
    await inDemo((db) => removeStop(db, id, c));
    expect(await order(id)).toEqual(['1 a', '2 b', '3 d']);
    // An order that leaves one out or names one twice is none.
    expect([await put('a', 'b'), await put('a', 'b', 'b')]).toEqual([false, false]);
    expect(await order(id)).toEqual(['1 a', '2 b', '3 d']);
  });

  it('changes a stop of its own, not one of another walk', async () => {
    const [mine, other] = [await planWith('a'), await planWith('b')];
    const [own] = await inDemo((db) => listStops(db, mine));
    const change = {
      name: 'changed',
      minutes: 40,
      talkingPoints: richText('Describe first.'),
      activity: undefined,
      isOnShore: true
    };
    await inDemo((db) => changeStop(db, other, own!.id, change));
    expect((await inDemo((db) => listStops(db, mine)))[0]!.name).toBe('a');
    await inDemo((db) => changeStop(db, mine, own!.id, change));
    expect((await inDemo((db) => listStops(db, mine)))[0]).toMatchObject(change);
  });

  it('loses a stop’s taxa with the stop, and a taxon when it is taken off', async () => {
    const id = await planWith('a', 'b');
    const taxa = () =>
      inDemo(async (db) => (await listStops(db, id)).flatMap((one) => one.taxa.map(({ taxon }) => taxon)));
    await inDemo(async (db) => {
      const [a, b] = await listStops(db, id);
      const show = (taxon: string) => planned(taxon, 'show');
      await addTaxon(db, id, a!.id, show('rumex-acetosa'));
      await addTaxon(db, id, b!.id, show('allium-ursinum'));
      await addTaxon(db, id, b!.id, show('daucus-carota'));
      await removeStop(db, id, a!.id);
      await removeTaxon(db, id, await plannedId(db, id, 'daucus-carota'));
      await changeTaxon(db, id, {
        ...planned('allium-ursinum', 'gather', { part: 'leaf' }),
        id: await plannedId(db, id, 'allium-ursinum')
      });
    });
    expect(await taxa()).toEqual(['allium-ursinum']);
  });

  it('follows its day: the same taxa on another date are at other stages', async () => {
    const id = await planWith('a');
    const stage = () =>
      inDemo(async (db) => (await readPlan(db, instructor, id))!.taxa[0]!.survey.stage?.stage);
    await inDemo(async (db) => {
      const [a] = await listStops(db, id);
      await addTaxon(db, id, a!.id, planned('allium-ursinum', 'show'));
    });
    const walk = await head();
    const moveTo = (heldOn: string) => inDemo((db) => saveWalkDay(db, id, { ...walk, heldOn }));
    await moveTo('2027-03-20');
    expect(await stage()).toBe('leaf');
    await moveTo('2027-05-15');
    expect(await stage()).toBe('flower');
    await moveTo('2027-11-20');
    expect(await stage()).toBeUndefined();
  });

  it('can be removed until people have its brief', async () => {
    const [early, published] = [await planWith('a'), await planWith('b')];
    await inDemo(async (db) => publishBrief(db, instructor, (await readPlan(db, instructor, published))!));
    const remove = (id: string) => inDemo((db) => removeWalk(db, id));
    expect([await remove(early), await remove(published), await remove(early)]).toEqual([true, false, false]);
    expect(await inDemo((db) => readWalk(db, instructor, early))).toBeUndefined();
    expect(await inDemo((db) => listStops(db, published))).toHaveLength(1);
  });

  it('knows when its brief no longer says what it plans', async () => {
    const id = await planWith('a');
    const stale = () =>
      inDemo(
        async (db) =>
          changesSince((await readBrief(db, id))!, (await readPlan(db, instructor, id))!).length > 0
      );
    await inDemo(async (db) => publishBrief(db, instructor, (await readPlan(db, instructor, id))!));
    expect(await stale()).toBe(false);
    await inDemo(async (db) => addStop(db, id, stop('b')));
    expect(await stale()).toBe(true);
    await inDemo(async (db) => publishBrief(db, instructor, (await readPlan(db, instructor, id))!));
    expect(await stale()).toBe(false);
  });

  it('is seen by learners of its group alone', async () => {
    const id = await planWith('a');
    const seen = (viewer: Viewer) => inDemo(async (db) => Boolean(await readWalk(db, viewer, id)));
    expect([await seen(instructor), await seen(learner)]).toEqual([true, false]);
    const day = await head();
    await inDemo(async (db) => {
      const cohort = (await listCohorts(db)).find(({ members }) => members.includes(learner.personId))!;
      await saveWalkDay(db, id, { ...day, cohortId: cohort.id });
    });
    expect(await seen(learner)).toBe(true);
    expect((await inDemo((db) => listWalks(db, learner))).map((walk) => walk.id)).toContain(id);
  });

  it('publishes versions that count up, also when two publish at once', async () => {
    const id = await planWith('a');
    const publish = () =>
      inDemo(async (db) => publishBrief(db, instructor, (await readPlan(db, instructor, id))!));
    const versions = await Promise.all([publish(), publish(), publish()]);
    expect(versions.map((result) => ('version' in result ? result.version : result.problem)).sort()).toEqual([
      1, 2, 3
    ]);
  });
});

describe('progress', () => {
  it('counts what is effective by the school’s own date, and the memory follows', async () => {
    const on = async (date: string) => {
      await inDemo((db) => setDemoDate(db, date));
      return inDemo(async (db) => {
        const tallies = await pairTallies(db, [learner.personId]);
        return {
          answers: tallies.reduce((sum, { answers }) => sum + answers, 0),
          units: (await learnerState(db, learner.personId, date)).memory.size
        };
      });
    };
    const before = await on('2027-04-01');
    expect(before).toEqual({ answers: 0, units: 0 });
    const middle = await on('2027-04-16');
    const now = await on('2027-04-24');
    expect(middle.answers).toBeGreaterThan(0);
    expect(now.answers).toBeGreaterThan(middle.answers);
    expect(now.units).toBeGreaterThanOrEqual(middle.units);
  });

  it('counts every answer once as right, left, missed or dangerous, and limits the rate from above', async () => {
    const tallies = await inDemo(async (db) =>
      pairTallies(
        db,
        (await listPeople(db)).map(({ id }) => id)
      )
    );
    expect(tallies.length).toBeGreaterThan(10);
    for (const one of tallies) {
      expect(one.namedRight + one.leftAlone + one.dangerousGathers).toBeLessThanOrEqual(one.answers);
      expect(one.dangerousGathers).toBeLessThanOrEqual(one.dangerousShown);
      const rate = one.dangerousShown > 0 ? one.dangerousGathers / one.dangerousShown : 0;
      expect(dangerLimit(one)).toBeGreaterThanOrEqual(rate);
      expect(dangerLimit(one)).toBeLessThanOrEqual(1);
    }
  });
});
