import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { compareTables, libraryTables } from '../../src/core/formats';
import { cellHash } from '../../src/core/knowledge';
import { applyImport, editCell, keepImport } from '../../src/lib/server/library/corrections';
import { schoolLibrary } from '../../src/lib/server/library/library';
import { closePool } from '../../src/lib/server/database/database';
import { type SchoolDb, withSchool } from '../../src/lib/server/database/school';
import type { Viewer } from '../../src/lib/server/accounts';
import { type Client, signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase, demo, demoViewer } from '../support/database';
import { homeRegion } from '../support/content';

let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let instructor: Viewer;
let leader: Client;
const inDemo = <T>(work: (db: SchoolDb) => Promise<T>) => withSchool(demo.schoolId, work);
const empty = '0192f000-0000-7000-8000-00000000beef';

beforeAll(async () => {
  database = await cloneDatabase('demo');
  process.env['DATABASE_URL'] = database.app;
  server = await serve({ port: (await tryPort(0))!, app: database.app });
  instructor = await demoViewer('instructor');
  leader = await signedIn(server.origin, 'instructor');
});
afterAll(async () => {
  await server.stop();
  await closePool();
  await database.drop();
});

/** A browser asks a form's answer as a page. */
const asPage = { accept: 'text/html' };

const upload = async (name: string, content: string | Uint8Array): Promise<Response> => {
  const body = new FormData();
  body.append('files', new File([content as BlobPart], name));
  return leader.fetch('/species/exchange', { method: 'POST', body, headers: asPage });
};
const tables = async (): Promise<Uint8Array> =>
  new Uint8Array(await (await leader.fetch('/species/exchange/files/library.zip')).arrayBuffer());
const documentOf = (schoolId: string) =>
  withSchool(schoolId, async (db) => (await schoolLibrary(db, homeRegion)).document);

/** A school that has nothing but the release and one person. */
async function openEmptySchool(): Promise<Viewer> {
  const client = new pg.Client({ connectionString: database.superuser });
  await client.connect();
  const person = '0192f000-0000-7000-8000-00000000cafe';
  await client.query(
    `insert into school (school_id, name, library_hash, regions) select $1, 'Empty school', library_hash, regions from school where school_id = $2`,
    [empty, demo.schoolId]
  );
  await client.query("insert into person (school_id, id, name, role) values ($1, $2, 'Somebody', 'owner')", [
    empty,
    person
  ]);
  await client.end();
  return { ...instructor, schoolId: empty, personId: person };
}

describe('what goes out', () => {
  it('comes in again without a change', async () => {
    const response = await upload('library.zip', await tables());
    expect(await response.text()).toContain('Nothing would change');
  });

  it('makes an empty school’s library compare equal, corrections and own taxa included', async () => {
    await inDemo(async (db) => {
      const { document } = await schoolLibrary(db, homeRegion);
      const carrot = document.taxa.find(({ slug }) => slug === 'daucus-carota')!;
      const { recipe: _, ...described } = carrot;
      const own = { ...described, slug: 'own-carrot', name: 'Daucus proprius', note: '=1+1' };
      const wanted = { taxon: 'own-carrot', path: 'taxon', value: own, seen: undefined, reason: '' };
      expect((await editCell(db, instructor, wanted)).kind).toBe('done');
      const scent = carrot.stages.flower!.description['scent'];
      const corrected = {
        taxon: 'daucus-carota',
        path: 'stages/flower/scent',
        value: undefined,
        seen: cellHash(scent),
        reason: ''
      };
      expect((await editCell(db, instructor, corrected)).kind).toBe('done');
    });
    const owner = await openEmptySchool();
    const entries = unzipSync(await tables());
    const texts = Object.fromEntries(
      Object.entries(entries).map(([name, bytes]) => [name, strFromU8(bytes)])
    );
    const { changes, problems } = compareTables(texts, await documentOf(empty));
    expect(problems).toEqual([]);
    await withSchool(empty, async (db) => {
      const id = await keepImport(db, owner, changes);
      expect(await applyImport(db, owner, id)).toEqual({ changed: changes.length });
    });
    expect(libraryTables(await documentOf(empty))).toEqual(libraryTables(await documentOf(demo.schoolId)));
  });

  it('is for leaders alone', async () => {
    const learner = await signedIn(server.origin, 'learner');
    for (const path of ['/species/exchange', '/species/exchange/files/library.zip', '/species/changes'])
      expect((await learner.fetch(path)).status, path).toBe(403);
  });
});

describe('what comes in', () => {
  const header = 'taxonID,stage,character,state,frequency,min,low,high,max';
  const one = `${header}\r\nconium-maculatum,leaf,scent,rank,always,,,,`;

  it('is shown before it is done, and done only while the library is as it was', async () => {
    const full = libraryTables(await documentOf(demo.schoolId))['matrix.csv'];
    const changed = full.replace(
      /(conium-maculatum,leaf,scent),[^\r]*\r\n(\1,[^\r]*\r\n)*/,
      '$1,rank,always,,,,\r\n'
    );
    const response = await upload('matrix.csv', changed);
    expect(response.status).toBe(303);
    const preview = response.headers.get('location')!;
    expect(await leader.words(preview)).toContain('1 cell of 1 taxon');
    const before = await documentOf(demo.schoolId);
    await inDemo((db) =>
      editCell(db, instructor, {
        taxon: 'daucus-carota',
        path: 'note',
        value: 'Changed meanwhile.',
        seen: undefined,
        reason: ''
      })
    );
    const refused = await leader.fetch(preview, { method: 'POST', body: new FormData(), headers: asPage });
    expect(await refused.text()).toContain('The library has changed since the preview');
    const scent = (document: typeof before) =>
      document.taxa.find(({ slug }) => slug === 'conium-maculatum')!.stages.leaf!.description['scent'];
    expect(scent(await documentOf(demo.schoolId))).toEqual(scent(before));
    const again = (await upload('matrix.csv', changed)).headers.get('location')!;
    expect(
      (await leader.fetch(again, { method: 'POST', body: new FormData(), headers: asPage })).status
    ).toBe(303);
    expect(scent(await documentOf(demo.schoolId))).toEqual({ rank: 'always' });
  });

  it.each([
    [
      'rows that cannot be read',
      'matrix.csv',
      `${one}\r\nconium-maculatum,leaf,scent,violets,always,,,,`,
      /has no state/
    ],
    ['a file of another name', 'plants.xlsx', 'PLANTS', /none of the tables/],
    [
      'an archive without tables',
      'a.zip',
      zipSync({ 'other.txt': strToU8('x') }),
      /holds none of the tables/
    ],
    ['a damaged archive', 'b.zip', strToU8('PK damaged'), /damaged archive/],
    ['a table without its columns', 'uses.csv', 'a,b\r\n1,2', /lacks the columns/]
  ])('is refused with %s, and changes nothing', async (_, name, content, message) => {
    const before = await documentOf(demo.schoolId);
    const response = await upload(name, content);
    expect(response.status).toBe(400);
    const text = await response.text();
    expect(text).toMatch(message);
    expect(text).toContain('Nothing was changed');
    expect(await documentOf(demo.schoolId)).toBe(before);
  });
});
