import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { readRoster } from '../../src/core/formats';
import { Client } from '../support/client';
import { type TestDatabase, cloneDatabase } from '../support/database';

/** A school from its first hour on: an empty installation, an owner, a list of people. */

let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let owner: Client;

beforeAll(async () => {
  database = await cloneDatabase('empty');
  server = await serve({ port: (await tryPort(0))!, app: database.app });
  owner = new Client(server.origin);
  await owner.submit('/set-up', {
    school: 'Heronwell School',
    name: 'Orla Quain',
    email: 'orla@heronwell.example',
    password: 'gravel candle ninety otters',
    timeZone: 'Europe/London'
  });
});
afterAll(async () => {
  await server.stop();
  await database.drop();
});

/** A list as the page sends it, with these of its lines ticked. */
function listed(text: string, lines: readonly number[], more: Record<string, string> = {}): FormData {
  const form = new FormData();
  for (const [name, value] of Object.entries({ text, cohortId: '', ...more })) form.set(name, value);
  for (const line of lines) form.append('line', String(line));
  return form;
}
const ask = async <T>(sql: string): Promise<T[]> => {
  const client = new pg.Client({ connectionString: database.superuser });
  await client.connect();
  const { rows } = await client.query(sql);
  await client.end();
  return rows as T[];
};

describe.sequential('the first steps of a new school', () => {
  const done = async () => Number(/(\d+) of (\d+) done/.exec(await owner.words('/today'))?.[1] ?? NaN);

  it('stand on Today, and tick themselves off', async () => {
    expect(await done()).toBe(0);
    const site = await owner.submit('/ground', { name: 'Heronwell Wood', where: '51.91, -5.02' });
    expect(await done()).toBe(1);
    await owner.post('/people/list', listed('Tess Alder', [1]));
    expect(await done()).toBe(2);
    await owner.post('/people?/addCohort', { name: 'May Day leaves', level: 'beginner' });
    // A group without anybody is none.
    expect(await done()).toBe(2);
    const [cohort] = await ask<{ id: string }>('select id from cohort');
    await owner.post('/people/list', listed('Ona Vik', [1], { cohortId: cohort!.id }));
    expect(await done()).toBe(3);
    await owner.post(`${site}?/patch`, {
      name: 'Nettle bank',
      taxon: 'urtica-dioica',
      abundance: 'frequent',
      longitude: '-5.02',
      latitude: '51.91'
    });
    // Without a name a patch is called by its plant; a second one is told from it.
    for (const longitude of ['-5.021', '-5.022'])
      await owner.post(`${site}?/patch`, {
        name: '',
        taxon: 'urtica-dioica',
        abundance: 'frequent',
        longitude,
        latitude: '51.911'
      });
    const named = await ask<{ name: string }>('select name from patch order by name');
    expect(named.map(({ name }) => name)).toEqual(['Nettle bank', 'Stinging nettle', 'Stinging nettle 2']);
    expect(await done()).toBe(4);
    expect(await owner.words('/today')).toContain('Give it a path');
  });

  it('are for who leads, not for learners', async () => {
    const made = await (
      await owner.post('/people?/addPerson', {
        name: 'Finn Aldery',
        role: 'learner',
        email: 'finn@heronwell.example'
      })
    ).text();
    const finn = new Client(server.origin);
    await finn.submit(/\/welcome\/[\w-]{43}/.exec(made)![0], { password: 'gravel candle ninety otters' });
    expect(await finn.words('/today')).not.toContain('To the first brief');
    expect((await finn.fetch('/people/list')).status).toBe(403);
    expect((await finn.fetch('/people/export')).status).toBe(403);
    expect((await finn.post('/people/list', listed('Somebody', [1]))).status).toBe(403);
  });
});

describe('a new site', () => {
  const gpx = (points: readonly (readonly [number, number])[]) => {
    const form = new FormData();
    for (const [name, value] of Object.entries({ name: 'From a track', where: '' })) form.set(name, value);
    const track = points
      .map(([lat, lon]) => `<trkpt lat="${lat}" lon="${lon}"><ele>5</ele></trkpt>`)
      .join('');
    form.set(
      'track',
      new File(
        [
          `<gpx version="1.1"><wpt lat="51.9" lon="-5"/><trk><name>Cliff way</name><trkseg>${track}</trkseg></trk></gpx>`
        ],
        'cliff.gpx'
      )
    );
    return form;
  };

  it.each([
    ['no place', '', 'Say where it is'],
    ['a place that cannot be read', 'by the big oak', 'is no place that can be read'],
    ['no latitude', '95, 20', 'are the two swapped?'],
    ['swapped coordinates', '-5.02, 51.91', 'Are latitude and longitude swapped?']
  ])('with %s is asked about, and what was typed stays', async (_, where, words) => {
    const page = await owner.post('/ground', { name: 'Somewhere', where });
    expect(page.status).toBe(400);
    const text = await page.text();
    expect(text).toContain(words);
    expect(text).toContain('value="Somewhere"');
    expect(await ask("select id from site where name = 'Somewhere'")).toEqual([]);
  });

  it('that is far off all the same is taken when that is said', async () => {
    await owner.submit('/ground', { name: 'Brittany', where: '48.1, -4.2', isThere: 'on' });
    expect(await ask("select place_latitude as at from site where name = 'Brittany'")).toEqual([
      { at: 48.1 }
    ]);
  });

  it('takes its place and path from a track, or says what is wrong with the file', async () => {
    const path = [
      [51.9, -5],
      [51.901, -5.001]
    ] as const;
    const to = (await owner.post('/ground', gpx(path))).headers.get('location')!;
    expect(await owner.words(to)).toContain('51.90050, -5.00050');
    expect((await owner.post('/ground', gpx([[51.9, -5]]))).status).toBe(400);
  });

  it('of before, without a place, asks for it instead of a map', async () => {
    await ask("update site set place_latitude = null, place_longitude = null where name = 'Brittany'");
    const [site] = await ask<{ id: string }>("select id from site where name = 'Brittany'");
    expect(await owner.words(`/ground/${site!.id}`)).toContain('Where is it?');
    expect((await owner.post(`/ground/${site!.id}?/place`, { where: 'nowhere' })).status).toBe(400);
    await owner.post(`/ground/${site!.id}?/place`, { where: 'SM 92 27' });
    expect(await owner.words(`/ground/${site!.id}`)).not.toContain('Where is it?');
    expect(await owner.words(`/ground/${site!.id}`)).toContain('sunrise');
  });
});

describe('a list of people', () => {
  it('makes their group with them, where one is named', async () => {
    const page = await owner.post(
      '/people/list',
      listed('Hattie Lund\nPavel Dvořák', [1, 2], { newCohort: 'Hedge evenings' })
    );
    expect(await page.text()).toContain('2 people added to Hedge evenings.');
    const members = await ask<{ name: string }>(
      `select p.name from cohort_member m join person p on p.id = m.person_id join cohort c on c.id = m.cohort_id
        where c.name = 'Hedge evenings' order by p.name`
    );
    expect(members.map(({ name }) => name)).toEqual(['Hattie Lund', 'Pavel Dvořák']);
  });

  it('brings in who is ticked, with how they are reached, and invites who has an address', async () => {
    const text =
      'name;e-mail;telephone;emergency contact;emergency telephone;under 18\n' +
      'Rafe Tollund;rafe@heronwell.example;+44 1239 000000;Jo Tollund;01239 000001;yes\n' +
      'Cass Wren;;;;;no\n' +
      'Not wanted;;;;;\n' +
      'Bad line;no address;;;;\n';
    const page = await owner.post('/people/list', listed(text, [2, 3, 5], { invites: 'on' }));
    expect(page.status).toBe(200);
    const words = await page.text();
    expect(words).toContain('2 people added');
    expect(new Set(words.match(/\/welcome\/[\w-]{43}/g)).size).toBe(1);
    expect(
      await ask(
        `select name, role, is_minor, telephone, emergency_name, emergency_telephone from person
          where name in ('Rafe Tollund', 'Cass Wren', 'Not wanted', 'Bad line') order by name`
      )
    ).toEqual([
      {
        name: 'Cass Wren',
        role: 'learner',
        is_minor: false,
        telephone: null,
        emergency_name: null,
        emergency_telephone: null
      },
      {
        name: 'Rafe Tollund',
        role: 'learner',
        is_minor: true,
        telephone: '+44 1239 000000',
        emergency_name: 'Jo Tollund',
        emergency_telephone: '01239 000001'
      }
    ]);
  });

  it('makes no invitation to an address by which somebody signs in already', async () => {
    const words = await (
      await owner.post('/people/list', listed('Double Orla <ORLA@heronwell.example>', [1], { invites: 'on' }))
    ).text();
    expect(words).toContain('No invitation for Double Orla');
    expect(words).not.toContain('/welcome/');
  });

  it.each([
    ['Tess', [], 'tick at least one'],
    ['', [1], 'This list is empty'],
    ['name\n"Tess', [2], 'is not CSV'],
    ['x'.repeat(200_001), [1], 'too long']
  ])('%.12s is refused with words, and nobody is added', async (text, lines, words) => {
    const before = await ask('select id from person');
    const page = await owner.post('/people/list', listed(text, lines));
    expect(page.status).toBe(400);
    expect(await page.text()).toContain(words);
    expect(await ask('select id from person')).toHaveLength(before.length);
  });

  it('goes out as a table that comes in again, and as contacts', async () => {
    const table = await owner.text('/people/export?as=csv');
    const rows = readRoster(table);
    expect('problem' in rows ? rows : rows.find(({ name }) => name === 'Rafe Tollund')).toMatchObject({
      telephone: '+44 1239 000000',
      emergencyName: 'Jo Tollund',
      isMinor: true,
      problems: []
    });
    const response = await owner.fetch('/people/export?as=vcard');
    expect(response.headers.get('content-type')).toContain('text/vcard');
    expect(await response.text()).toContain('RELATED;TYPE=emergency');
  });

  it('has its entries corrected, and says what is wrong', async () => {
    const [{ id }] = (await ask<{ id: string }>("select id from person where name = 'Cass Wren'")) as [
      { id: string }
    ];
    const fields = { personId: id, name: 'Cass Wrenn', telephone: '01239 000009' };
    expect((await owner.post('/people?/correct', { ...fields, telephone: 'none' })).status).toBe(400);
    expect((await owner.post('/people?/correct', { ...fields, name: ' ' })).status).toBe(400);
    expect(
      (await owner.post('/people?/correct', { ...fields, personId: '0192f000-0000-7000-8000-00000000beef' }))
        .status
    ).toBe(404);
    expect((await owner.post('/people?/correct', fields)).status).toBe(200);
    expect(await ask(`select name, telephone, is_minor from person where id = '${id}'`)).toEqual([
      { name: 'Cass Wrenn', telephone: '01239 000009', is_minor: false }
    ]);
  });
});
