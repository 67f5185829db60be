import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { addSchool } from '../../src/lib/server/accounts';
import { closePool } from '../../src/lib/server/database/database';
import { withSchool } from '../../src/lib/server/database/school';
import { patchYearsOf, readPatchRecords } from '../../src/lib/server/ground/ledger';
import { readPatch } from '../../src/lib/server/ground/patches';
import { readSite } from '../../src/lib/server/ground/sites';
import { libraryOf } from '../../src/lib/server/library/library';
import { alsoWorkIn } from '../../src/lib/server/school/regions';
import { type Client, signedIn } from '../support/client';
import { homeRegion } from '../support/content';
import { type TestDatabase, cloneDatabase } from '../support/database';

/** A school that works in two regions: each site, walk and question has the plants of its own. */

const abroad = 'eastern-north-america';
let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let owner: Client;
let instructor: Client;
let superuser: pg.Client;

const idOf = async (text: string, values: unknown[] = []): Promise<string> =>
  (await superuser.query<{ id: string }>(text, values)).rows[0]!.id;
const walkNamed = (name: string) => idOf('select id from walk where name = $1', [name]);
const siteNamed = (name: string) => idOf('select id from site where name = $1', [name]);

beforeAll(async () => {
  database = await cloneDatabase('demo');
  process.env['DATABASE_URL'] = database.app;
  superuser = new pg.Client({ connectionString: database.superuser });
  await superuser.connect();
  server = await serve({ port: (await tryPort(0))!, app: database.app });
  [owner, instructor] = await Promise.all([
    signedIn(server.origin, 'owner'),
    signedIn(server.origin, 'instructor')
  ]);
});
afterAll(async () => {
  await closePool();
  await superuser.end();
  await server.stop();
  await database.drop();
});

describe('a walk', () => {
  it('has lookalikes, law, animals and clock of its region', async () => {
    const walk = await walkNamed('Ramps in the hollow');
    const plan = await owner.words(`/walks/${walk}`);
    for (const name of ['False hellebore', 'Skunk cabbage', 'Lily of the valley'])
      expect(plan).toContain(name);
    expect(plan).not.toContain('Lords-and-ladies');
    expect(plan).toContain('Listed as vulnerable in Quebec');
    const kit = await owner.words(`/walks/${walk}/kit`);
    expect(kit).toContain('Soap and a bottle of water to wash skin');
    const brief = await owner.words(`/walks/${walk}/brief`);
    expect(brief).toContain('Timber rattlesnakes and copperheads');
    // In May it is light there from about half past five, by its own clock.
    expect(await owner.words(`/walks/${walk}/day`)).toMatch(/05:[2-5]\d/);
  });

  it('is practised with the plants of its region', async () => {
    const walk = await walkNamed('Ramps in the hollow');
    const round = (await owner.submit(`/walks/${walk}/practise`)).split('/').at(-1)!;
    const { rows } = await superuser.query<{ region: string }>('select region from round where id = $1', [
      round
    ]);
    expect(rows).toEqual([{ region: abroad }]);
    expect((await owner.fetch(`/practice/${round}`)).ok).toBe(true);
  });
});

describe('what is looked at', () => {
  it('follows the site that was opened, and the address', async () => {
    const ground = await siteNamed('Sugarbush Hollow');
    await instructor.fetch(`/ground/${ground}`);
    expect(await instructor.words('/species')).toMatch(/Region Eastern North America.*Aniseroot/);
    expect(await instructor.words(`/species?region=${homeRegion}`)).toMatch(
      /Region Atlantic north-west Europe/
    );
    expect(await instructor.words('/species')).not.toContain('Aniseroot');
    // No region of the school: nothing changes.
    expect(await instructor.words('/species?region=atlantis')).not.toContain('Aniseroot');
  });

  it('is another region where a plant grows in that alone, and is found by its name from anywhere', async () => {
    await instructor.fetch(`/species?region=${homeRegion}`);
    const moved = (await instructor.fetch('/species/veratrum-viride')).headers.get('location')!;
    expect(await instructor.words(moved)).toContain('Region Eastern North America');
    await instructor.fetch(`/species?region=${homeRegion}`);
    expect(await instructor.words('/search?q=aniseroot')).toContain('Osmorhiza longistylis');
    expect((await instructor.fetch('/species/no-such-plant')).status).toBe(404);
  });
});

describe('a correction', () => {
  const correct = (region: string, fields: Record<string, string>) =>
    owner.post(`/species/achillea-millefolium/correct?/save&region=${region}`, fields);
  const seenOf = async (region: string, path: string) => {
    const page = await owner.text(`/species/achillea-millefolium/correct?stage=leaf&region=${region}`);
    const at = page.indexOf(`name="path" value="${path}"`);
    return /name="seen" value="([0-9a-f]*)"/.exec(page.slice(at))?.[1] ?? '';
  };

  it('of a time holds in its region alone', async () => {
    const path = 'stages/leaf/windows';
    const seen = await seenOf(abroad, path);
    const saved = await correct(abroad, {
      path,
      seen,
      stage: 'leaf',
      text: '20 Mar, 20 Apr, 10 Jun, 20 Nov',
      reason: 'Seen so for years.'
    });
    expect(saved.status).toBe(200);
    const { rows } = await superuser.query<{ region: string; scope: string }>(
      "select region, scope from library_edit where taxon = 'achillea-millefolium' and path = $1",
      [path]
    );
    expect(rows).toEqual([{ region: abroad, scope: abroad }]);
    expect(await owner.words(`/species/changes?region=${abroad}`)).toContain('Seen so for years.');
    expect(await owner.words(`/species/changes?region=${homeRegion}`)).not.toContain('Seen so for years.');
  });
});

describe('a remark', () => {
  it('that is made in one region holds in all, and is undone from any', async () => {
    const said = { path: 'note', seen: '', text: 'Flat heads, no umbel.', reason: 'Asked often.' };
    const path = '/species/achillea-millefolium';
    await owner.post(`${path}/correct?/save&region=${abroad}`, said);
    for (const region of [abroad, homeRegion])
      expect(await owner.words(`${path}?region=${region}`), region).toContain('Flat heads, no umbel.');
    const id = await idOf(
      "select id from library_edit where taxon = 'achillea-millefolium' and path = 'note'"
    );
    await owner.post(`/species/changes?/undo&region=${homeRegion}`, { id });
    for (const region of [abroad, homeRegion])
      expect(await owner.words(`${path}?region=${region}`), region).not.toContain('Flat heads, no umbel.');
  });
});

describe('a sheet', () => {
  it('says how a plant comes to stand in its region, and what the law asks there', async () => {
    const sheet = await owner.words(`/species/alliaria-petiolata?region=${abroad}`);
    expect(sheet).toContain('Eastern North America: introduced, invasive.');
    expect(sheet).toContain('Land may be under a treaty');
  });
});

describe('a phone', () => {
  it('takes along the plants of the region in which the walk is', async () => {
    const libraryOn = async (walk: string) => {
      const path = `/api/walks/${await walkNamed(walk)}/pack`;
      const { pack } = await (await owner.json(path, { device: crypto.randomUUID(), phones: 1 })).json();
      return pack.library as { region: { slug: string }; taxa: { slug: string }[] };
    };
    const there = await libraryOn('Ramps in the hollow');
    expect(there.region.slug).toBe(abroad);
    expect(there.taxa.map(({ slug }) => slug)).toContain('veratrum-viride');
    expect((await libraryOn('Wood in leaf')).region.slug).toBe(homeRegion);
  });
});

describe('new ground', () => {
  const add = (fields: Record<string, string>) => owner.post('/ground', fields);
  const regionOf = async (name: string) =>
    (
      await superuser.query<{ region: string; zone: string }>(
        'select region, time_zone as zone from site where name = $1',
        [name]
      )
    ).rows[0];

  it('lies in the region of its place, with its clock', async () => {
    await add({ name: 'Catamount Ridge', where: '42.3, -74.9', isThere: 'on' });
    expect(await regionOf('Catamount Ridge')).toEqual({ region: abroad, zone: 'America/New_York' });
    await add({ name: 'Bog of Allen', where: '53.3, -7.1' });
    expect(await regionOf('Bog of Allen')).toEqual({ region: homeRegion, zone: 'Europe/Dublin' });
  });

  it('where no region is asks which, and keeps what was typed', async () => {
    const asked = await (await add({ name: 'Far Away', where: '-12, 40', isThere: 'on' })).text();
    expect(asked).toContain('Which region’s plants and seasons does it have?');
    expect(asked).toContain('Far Away');
    expect(await regionOf('Far Away')).toBeUndefined();
    await add({ name: 'Far Away', where: '-12, 40', isThere: 'on', region: homeRegion });
    expect(await regionOf('Far Away')).toMatchObject({ region: homeRegion });
    expect(await owner.words(`/ground/${await siteNamed('Far Away')}`)).toContain(
      'This lies beyond Atlantic north-west Europe'
    );
  });
});

describe('the regions of a school', () => {
  const keep = (regions: readonly string[], first: string) => {
    const form = new URLSearchParams(regions.map((region) => ['region', region]));
    form.set('first', first);
    return owner.fetch('/school?/regions', {
      method: 'POST',
      body: form,
      headers: { origin: server.origin, 'content-type': 'application/x-www-form-urlencoded' }
    });
  };
  const kept = async () =>
    (
      await superuser.query<{ regions: string[] }>(
        "select regions from school where name = 'Tarn Hollow Field School'"
      )
    ).rows[0]!.regions;

  it('are kept with the first one first; one with ground stays, and there is always one', async () => {
    const others = (await kept()).filter((region) => region !== abroad && region !== homeRegion);
    await keep([homeRegion, abroad, ...others], abroad);
    expect(await kept()).toEqual([abroad, homeRegion, ...others]);
    expect(await (await keep([homeRegion, ...others], homeRegion)).text()).toContain(
      'The school has ground in Eastern North America'
    );
    expect(await (await keep([], 'atlantis')).text()).toContain('one region at least');
    expect(await kept()).toEqual([abroad, homeRegion, ...others]);
  });
});

describe('a year south of the equator', () => {
  const takenOf = async (patchId: string, siteId: string, on: string) => {
    const { rows } = await superuser.query('select school_id from site where id = $1', [siteId]);
    return withSchool(rows[0].school_id, async (db) => {
      const [site, patch] = [(await readSite(db, siteId))!, (await readPatch(db, siteId, patchId))!];
      const taxon = (await libraryOf(db, site.region)).taxa.get(patch.taxon);
      const records = await readPatchRecords(db, site, [patchId], on, on);
      return patchYearsOf(records, site, patch, taxon, on)[0].taken;
    });
  };

  it('has what was taken in December and in January in one season', async () => {
    const siteId = await siteNamed('Redgum Flat');
    const patchId = await idOf("select id from patch where site_id = $1 and taxon = 'urtica-incisa'", [
      siteId
    ]);
    for (const gatheredOn of ['2026-06-20', '2026-12-10', '2027-01-10']) {
      const page = `/ground/${siteId}/patches/${patchId}?/taken`;
      expect(
        (await instructor.post(page, { pieces: '7', part: 'young top', gatheredOn, note: '' })).status
      ).toBe(200);
    }
    expect(await takenOf(patchId, siteId, '2026-06-25')).toBe(7);
    expect(await takenOf(patchId, siteId, '2026-12-31')).toBe(14);
    expect(await takenOf(patchId, siteId, '2027-01-01')).toBe(14);
    expect(await takenOf(patchId, siteId, '2027-07-01')).toBe(0);
  });
});

describe('a new school', () => {
  const made = async (name: string, timeZone: string) => {
    await addSchool({ school: name, name: 'Somebody', timeZone, email: `${timeZone.length}@new.example` });
    return (
      await superuser.query<{ regions: string[] }>('select regions from school where name = $1', [name])
    ).rows[0]!.regions;
  };

  it('begins in a region near its clock', async () => {
    expect(await made('By the Seine', 'Europe/Paris')).toEqual([homeRegion]);
    expect(await made('By the Lakes', 'America/Toronto')).toEqual([abroad]);
  });

  it('works where its first ground is', async () => {
    const id = await idOf("select school_id as id from school where name = 'By the Seine'");
    await withSchool(id, (db) => alsoWorkIn(db, abroad));
    const { rows } = await superuser.query('select regions from school where school_id = $1', [id]);
    expect(rows).toEqual([{ regions: [abroad] }]);
  });
});
