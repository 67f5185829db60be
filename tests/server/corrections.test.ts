import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { cellAt, cellHash, contentHash } from '../../src/core/knowledge';
import {
  editCell,
  keepEdit,
  listChanges,
  undoChange,
  withdrawEdit
} from '../../src/lib/server/library/corrections';
import { libraryOf, newerRelease, schoolLibrary, useRelease } from '../../src/lib/server/library/library';
import { closePool } from '../../src/lib/server/database/database';
import { type SchoolDb, withSchool } from '../../src/lib/server/database/school';
import type { Viewer } from '../../src/lib/server/accounts';
import { type TestDatabase, cloneDatabase, demo, demoViewer } from '../support/database';
import { homeRegion } from '../support/content';

let database: TestDatabase;
let instructor: Viewer;
let owner: Viewer;
const inDemo = <T>(work: (db: SchoolDb) => Promise<T>) => withSchool(demo.schoolId, work);
const hemlock = 'conium-maculatum';
const scent = 'stages/leaf/scent';

beforeAll(async () => {
  database = await cloneDatabase('demo');
  process.env['DATABASE_URL'] = database.app;
  instructor = await demoViewer('instructor');
  owner = await demoViewer('owner');
});
afterAll(async () => {
  await closePool();
  await database.drop();
});

/** Releases are loaded by the owner of the tables, never by the application. */
async function asMigrator(sql: string, values: unknown[]): Promise<void> {
  const client = new pg.Client({ connectionString: database.migrator });
  await client.connect();
  await client.query(sql, values);
  await client.end();
}

const valueAt = (path: string) =>
  inDemo(async (db) =>
    cellAt(
      (await schoolLibrary(db, homeRegion)).document.taxa.find(({ slug }) => slug === hemlock),
      path
    )
  );
const edit = (viewer: Viewer, path: string, value: unknown, seen: unknown) =>
  inDemo((db) =>
    editCell(db, viewer, { taxon: hemlock, path, value, seen: cellHash(seen), reason: 'for a test' })
  );

describe('a correction', () => {
  it('counts at once in the library that everything computes with, and in no other school’s', async () => {
    const before = await inDemo(async (db) => (await libraryOf(db, homeRegion)).hash);
    const value = { rank: 'always' };
    expect(await edit(instructor, scent, value, await valueAt(scent))).toMatchObject({ kind: 'done' });
    expect(await valueAt(scent)).toEqual(value);
    const library = await inDemo((db) => libraryOf(db, homeRegion));
    const rank = library.character.get('scent')!;
    expect(rank.kind).toBe('states');
    expect(
      library.taxa.get(hemlock)!.stages.get('leaf')!.cells.get('scent')!.listed.filter(Boolean)
    ).toHaveLength(1);
    expect(library.hash).not.toBe(before);
  });

  it('does not overwrite what somebody else changed meanwhile', async () => {
    const seen = await valueAt('note');
    expect(await edit(instructor, 'note', 'Seen by the gate.', seen)).toMatchObject({ kind: 'done' });
    expect(await edit(owner, 'note', 'Gone since spring.', seen)).toEqual({
      kind: 'conflict',
      current: 'Seen by the gate.',
      by: instructor.name
    });
    expect(await valueAt('note')).toBe('Seen by the gate.');
  });

  it('by two at the same moment is stored once', async () => {
    const seen = await valueAt('microhabitat');
    const outcomes = await Promise.all([
      edit(instructor, 'microhabitat', 'By the ford.', seen),
      edit(owner, 'microhabitat', 'By the mill.', seen)
    ]);
    expect(outcomes.map(({ kind }) => kind).sort()).toEqual(['conflict', 'done']);
  });

  it.each([
    ['a state that the glossary lacks', scent, { violets: 'always' }, /has no state 'violets'/],
    ['a description that lists too little', scent, { rank: 'sometimes' }, /lists too little/],
    [
      'a severity that there is not',
      'hazards/eaten:whole plant',
      { route: 'eaten', severity: 9 },
      /severity/
    ],
    ['a path that is none', 'stages/autumn/scent', { rank: 'always' }, /is no cell/],
    ['a family without an entry', 'family', 'Nowhereaceae', /has no entry/]
  ])('with %s is refused and changes nothing', async (_, path, value, problem) => {
    const before = await valueAt(path);
    expect(await edit(instructor, path, value, before)).toMatchObject({
      kind: 'problem',
      problem: expect.stringMatching(problem)
    });
    expect(await valueAt(path)).toEqual(before);
  });

  it('is told in the history and can be undone, but only while nothing stands on it', async () => {
    const before = await valueAt('lifeForm');
    await edit(instructor, 'lifeForm', 'annual', before);
    await edit(owner, 'lifeForm', 'perennial', 'annual');
    const [second, first] = await inDemo((db) => listChanges(db, hemlock));
    expect([first!.by, second!.by]).toEqual([instructor.name, owner.name]);
    expect(second).toMatchObject({ path: 'lifeForm', before: 'annual', value: 'perennial', isLatest: true });
    expect(await inDemo((db) => undoChange(db, instructor, first!.id))).toBe(false);
    expect(await inDemo((db) => undoChange(db, instructor, second!.id))).toBe(true);
    expect(await valueAt('lifeForm')).toBe('annual');
    const [undoing] = await inDemo((db) => listChanges(db, hemlock));
    expect(undoing).toMatchObject({ reason: `Undid change ${second!.version}.`, value: 'annual' });
  });

  it('can be withdrawn: the release’s value counts again', async () => {
    const seen = await valueAt('basis');
    await edit(instructor, 'basis', 'Our own eyes.', seen);
    expect(await inDemo((db) => withdrawEdit(db, owner, hemlock, 'basis', ''))).toBe(true);
    expect(await valueAt('basis')).toBe(seen);
    expect(await inDemo((db) => withdrawEdit(db, owner, hemlock, 'basis', ''))).toBe(false);
  });
});

describe('a new release', () => {
  it('keeps the school’s edits, and asks where what they replaced has changed', async () => {
    const path = 'stages/flower/stem-hairs';
    const seen = await valueAt(path);
    await edit(instructor, path, { downy: 'always' }, seen);
    await inDemo(async (db) => {
      const { release } = await schoolLibrary(db, homeRegion);
      const taxa = release.taxa.map((taxon) => {
        if (taxon.slug !== hemlock) return taxon;
        const flower = taxon.stages.flower!;
        const description = { ...flower.description, 'stem-hairs': { stiff: 'always' as const } };
        return { ...taxon, stages: { ...taxon.stages, flower: { ...flower, description } } };
      });
      const next = { ...release, name: 'Next release', taxa };
      const hash = contentHash(next);
      await asMigrator('insert into library_release (hash, name) values ($1, $2)', [hash, next.name]);
      await asMigrator('insert into release_library (hash, region, document) values ($1, $2, $3)', [
        hash,
        homeRegion,
        next
      ]);
    });
    const newer = await inDemo((db) => newerRelease(db, [homeRegion]));
    expect(newer).toMatchObject({ name: 'Next release', changed: 1, toDecide: 1 });
    expect(await inDemo((db) => useRelease(db, 'no such release'))).toBe(false);
    expect(await inDemo((db) => useRelease(db, newer!.hash))).toBe(true);
    expect(await inDemo((db) => newerRelease(db, [homeRegion]))).toBeUndefined();
    const open = await inDemo(async (db) => (await schoolLibrary(db, homeRegion)).review);
    expect(open.map(({ edit: { path: at } }) => at)).toEqual([path]);
    expect(await valueAt(path)).toBeUndefined();
    expect(await valueAt('note')).toBe('Seen by the gate.');
    expect(await inDemo((db) => keepEdit(db, owner, hemlock, path))).toBe(true);
    expect(await valueAt(path)).toEqual({ downy: 'always' });
    expect(await inDemo(async (db) => (await schoolLibrary(db, homeRegion)).review)).toEqual([]);
  });
});
