import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readFileSync } from 'node:fs';
import { closePool } from '../../src/lib/server/database/database';
import { withSchool } from '../../src/lib/server/database/school';
import { listSites } from '../../src/lib/server/ground/sites';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { type Client, signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase, demo } from '../support/database';

/** The season's pages, finds without a name, and what comes from a device. */

let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let learner: Client;
let instructor: Client;
const id = { wood: '', strand: '' };

beforeAll(async () => {
  database = await cloneDatabase('demo');
  process.env['DATABASE_URL'] = database.app;
  server = await serve({ port: (await tryPort(0))!, app: database.app });
  learner = await signedIn(server.origin, 'learner');
  instructor = await signedIn(server.origin, 'instructor');
  const sites = await withSchool(demo.schoolId, listSites);
  const idOf = (wanted: string) => sites.find(({ name }) => name === wanted)!.id;
  id.wood = idOf('Crannoge Wood');
  id.strand = idOf('Ossmer Strand');
});
afterAll(async () => {
  await server.stop();
  await closePool();
  await database.drop();
});

describe('the school’s clock', () => {
  it('gives an instant the date that it has at the school: an hour after midnight in summer is today', async () => {
    const { rows } = await withSchool(demo.schoolId, (db) =>
      db.query<{ on: string }>(`select to_char('2027-04-23T23:05:00Z'::timestamptz, 'YYYY-MM-DD') as on`)
    );
    expect(rows[0]!.on).toBe('2027-04-24');
  });
});

describe('the season of a site', () => {
  it('shows how each wish stands today, and says what moved it', async () => {
    const words = await instructor.words(`/season/${id.wood}`);
    expect(words).toMatch(/Ramsons Allium ursinum .*Ready now leaf, over 99/);
    expect(words).toMatch(/Last seen on Wed 21 April 2027: Lords-and-ladies , flower not yet/);
    const strand = await instructor.words(`/season/${id.strand}`);
    expect(strand).toMatch(/Common scurvygrass .*Ready now/);
  });

  it('follows the demo date', async () => {
    await instructor.post('/school?/moveDate', { demoDate: '2027-09-20' });
    expect(await instructor.words(`/season/${id.wood}`)).toMatch(
      /Blackthorn Prunus spinosa .*Ready now fruit/
    );
    await instructor.post('/school?/moveDate', { demoDate: '2027-04-24' });
  });

  it('keeps a wish list', async () => {
    const wish = (taxon: string, worth: string) =>
      instructor.post(`/season/${id.wood}?/wish`, { taxon, worth });
    expect((await wish('galium-aparine', '2')).status).toBe(200);
    expect(await instructor.words(`/season/${id.wood}`)).toContain('Cleavers Galium aparine');
    await wish('galium-aparine', '0');
    expect(await instructor.words(`/season/${id.wood}?show=wishes`)).not.toContain('Cleavers Galium aparine');
    expect((await wish('no-such-plant', '2')).status).toBe(400);
    expect((await wish('', '2')).status).toBe(400);
    expect((await wish('galium-aparine', '9')).status).toBe(400);
  });

  it('is closed to learners', async () => {
    for (const part of ['', '/days', '/tide', '/warmth'])
      expect((await learner.fetch(`/season/${id.wood}${part}`)).status).toBe(403);
  });
});

describe('the diary', () => {
  const note = (fields: Record<string, string>) =>
    instructor.post(`/season/${id.wood}/days?/note`, {
      from: '2027-06-20',
      until: '',
      what: 'Hay',
      ...fields
    });

  it('takes a day or a stretch, and strikes it', async () => {
    expect((await note({ what: 'Hay is cut & turned' })).status).toBe(200);
    const page = await instructor.text(`/season/${id.wood}/days`);
    expect(page).toContain('Hay is cut &amp; turned');
    const entry = new RegExp('Hay is cut[\\s\\S]*?name="id" value="([0-9a-f-]{36})"').exec(page)![1]!;
    expect((await instructor.post(`/season/${id.wood}/days?/strike`, { id: entry })).status).toBe(200);
    expect(await instructor.words(`/season/${id.wood}/days`)).not.toContain('Hay is cut');
  });

  it('refuses an end before the beginning, and an entry that says nothing', async () => {
    expect(await (await note({ until: '2027-06-01' })).text()).toContain('This is before it begins.');
    expect(await (await note({ what: ' ' })).text()).toContain('Say what it is.');
  });

  it('leads from a day into a new walk at its site', async () => {
    const page = await instructor.text(`/walks/new?site=${id.strand}&date=2027-05-08&start=12:10`);
    expect(page).toMatch(new RegExp(`<option value="${id.strand}" selected`));
    expect(page).toContain('value="2027-05-08"');
    expect(page).toContain('value="12:10"');
    expect((await instructor.fetch('/walks/new?site=x&date=y&start=z')).status).toBe(200);
  });
});

describe('the tide of a site', () => {
  const tide = `/season/${'{site}'}/tide`;
  const keep = (fields: Record<string, string>, file?: string) => {
    const form = new FormData();
    for (const [name, value] of Object.entries({
      port: 'Carr Pier',
      shoreBelowMetres: '1',
      meanLevelMetres: '2',
      constituents: 'M2, 1.2, 160\nS2, 0.4, 190',
      ...fields
    }))
      form.set(name, value);
    if (file !== undefined) form.set('table', new Blob([file]), 'tides.csv');
    return instructor.post(`${tide.replace('{site}', id.wood)}?/tide`, form);
  };
  const words = (query = '') => instructor.words(`${tide.replace('{site}', id.wood)}${query}`);

  it('comes from constituents, on any day', async () => {
    expect(await words()).toContain('No tide is kept for this site.');
    expect((await keep({})).status).toBe(200);
    expect(await words('?date=2027-08-01')).toMatch(/water time height (high|low) \d\d:\d\d/);
    expect(await words('?date=nonsense')).toContain('Sat 24 April 2027');
  });

  it('refuses what it does not know by name and line, and keeps what was entered', async () => {
    const response = await keep({ constituents: 'M2, 1.2, 160\nZZ9, 0.4, 190' });
    expect(response.status).toBe(400);
    const page = await response.text();
    expect(page).toContain('Line 2, “ZZ9, 0.4, 190”: “ZZ9” is no constituent');
    expect(page).toContain('ZZ9, 0.4, 190</textarea>');
    expect(await words()).toContain('Carr Pier');
  });

  it('comes from a table, in local time; beyond it nothing is foretold', async () => {
    const table = [
      '2027-04-24 02:30, 0.6',
      '2027-04-24 08:40, 3.7',
      '2027-04-24 14:50, 0.8',
      '2027-04-24 21:00, 3.8',
      '2027-04-25 03:10, 0.5',
      '2027-04-25 09:20, 3.8'
    ].join('\n');
    expect((await keep({}, table)).status).toBe(200);
    expect(await words()).toContain('low 14:50 0.8 m');
    expect(await words('?date=2027-06-01')).toContain('The table of Carr Pier does not reach this day.');
    const wrong = await keep({}, table.replace('14:50', '14:5O'));
    expect(await wrong.text()).toContain('tides.csv: Line 3');
    expect(await words()).toContain('low 14:50 0.8 m');
    await instructor.post(`${tide.replace('{site}', id.wood)}?/forget`);
    expect(await words()).toContain('No tide is kept for this site.');
  });
});

describe('the warmth of a site', () => {
  const page = () => `/season/${id.wood}/warmth`;
  const file = (text: string) => {
    const form = new FormData();
    form.set('file', new Blob([text]), 'temperatures.csv');
    return instructor.post(`${page()}?/file`, form);
  };
  const january = (last: number) =>
    `date,min,max\n${Array.from({ length: last }, (_, i) => `2027-01-${String(i + 1).padStart(2, '0')},4,12`).join('\n')}`;

  it('is read from the simulated station, and compared with the years before', async () => {
    await instructor.post(`${page()}?/forget`);
    expect(await instructor.words(page())).toContain('No temperatures are kept for this site.');
    expect((await instructor.post(`${page()}?/station`)).status).toBe(200);
    expect(await instructor.words(page())).toMatch(
      /\d+ degree days above 5 °C since 1 January, \d+ in the mean of 6 years/
    );
    const [five, eight] = await Promise.all(
      ['base=5', 'base=8'].map(async (query) =>
        Number(/(\d+) degree days/.exec(await instructor.words(`${page()}?${query}`))![1])
      )
    );
    expect(eight).toBeLessThan(five!);
    await instructor.post(`${page()}?/forget`);
  });

  it('comes from a file, whose gaps are told; a wrong line changes nothing', async () => {
    const gap = january(20).replace('2027-01-10,4,12\n', '');
    expect(await (await file(gap)).text()).toContain('19 days of temperatures.csv are kept; one day between');
    expect(await instructor.words(page())).toContain('1 missing day was bridged');
    const wrong = await file(january(25).replace('2027-01-22,4,12', '2027-01-22,14,12'));
    expect(wrong.status).toBe(400);
    expect(await wrong.text()).toContain('temperatures.csv: Line 23: on 2027-01-22 the highest');
    expect(await instructor.words(page())).toContain('63 degree days');
    await instructor.post(`${page()}?/forget`);
  });
});

describe('a find without a name', () => {
  it('keeps what was seen, says what it may be and when to come back, and is named with its grounds', async () => {
    const ground = `/ground/${id.wood}`;
    const made = new FormData();
    for (const [name, value] of [
      ['name', 'Glossy pairs under the ash'],
      ['seenOn', '2027-04-20'],
      ['note', 'In a big patch'],
      ['longitude', '-8.6975'],
      ['latitude', '54.3041'],
      ['seen', 'leaf-outline~elliptic'],
      ['seen', 'leaf-division~undivided'],
      ['seen', 'nonsense~at all']
    ] as const)
      made.append(name, value);
    const response = await instructor.post(`${ground}/finds/new`, made);
    const find = response.headers.get('location')!;
    const words = await instructor.words(find);
    expect(words).toContain('Outline of the leaf: elliptic');
    expect(words).not.toContain('nonsense');
    expect(words).toMatch(/What it may be .*(Ramsons|Lily of the valley)/);
    expect(words).toMatch(/Come back about \w+ \d+ \w+ 2027 Then they can be told apart/);

    const ask = await instructor.post(`${find}?/ask`, {
      expert: 'Dr Odile Farraway',
      email: 'odile@example.org',
      letter: 'What may it be?'
    });
    expect(ask.status).toBe(200);
    expect(await instructor.words('/people/outbox')).toContain('odile@example.org');
    expect(
      (await instructor.post(`${find}?/ask`, { expert: 'X', email: 'nobody', letter: 'y' })).status
    ).toBe(400);
    const question = /name="id" value="([0-9a-f-]{36})"/.exec(await instructor.text(find))![1]!;
    await instructor.post(`${find}?/answer`, { id: question, answer: 'Ramsons: one leaf on each stalk.' });
    expect(await instructor.words('/species/confirm')).toContain('Dr Odile Farraway, answer of 2027-04-24');

    expect((await instructor.post(`${find}?/name`, { taxon: 'allium-ursinum', because: '' })).status).toBe(
      400
    );
    const named = await instructor.post(`${find}?/name`, {
      taxon: 'allium-ursinum',
      because: 'One leaf on each stalk; three-sided stalk'
    });
    expect(named.status).toBe(200);
    expect(await instructor.words(ground)).toContain('Glossy pairs under the ash');
    expect((await instructor.post(`${find}?/name`, { taxon: 'arum-maculatum', because: 'x' })).status).toBe(
      400
    );
    expect((await instructor.post(`${find}?/remove`)).status).toBe(400);
  });

  it('from the future or without a name for now is refused', async () => {
    const add = (fields: Record<string, string>) =>
      instructor.post(`/ground/${id.wood}/finds/new`, {
        name: 'Something',
        seenOn: '2027-04-20',
        note: '',
        longitude: '',
        latitude: '',
        ...fields
      });
    expect(await (await add({ seenOn: '2027-09-01' })).text()).toContain('That day is still to come');
    expect(await (await add({ name: '' })).text()).toContain('Give it a name for now');
  });
});

describe('waypoints of a device', () => {
  it('are handed over as GPX, and come in as patches and finds', async () => {
    const page = `/ground/${id.wood}/waypoints`;
    expect(await instructor.words(page)).toContain('Wood after rain 6 waypoints');
    const tour = await instructor.fetch(`${page}/device/wood-after-rain`);
    expect(await tour.text()).toBe(readFileSync('content/device/wood-after-rain.gpx', 'utf8'));
    expect((await instructor.fetch(`${page}/device/none`)).status).toBe(404);
    const at = { longitude: -8.7, latitude: 54.303, note: '', seenOn: '2027-04-17' };
    const send = (waypoints: unknown) =>
      instructor.post(page, {
        waypoints: typeof waypoints === 'string' ? waypoints : JSON.stringify(waypoints)
      });
    const response = await send([
      { ...at, name: 'Cleavers at the gate', taxon: 'galium-aparine' },
      { ...at, name: 'Umbels at ride', taxon: '', note: 'Ferny', seenOn: '2029-01-01' }
    ]);
    expect(response.status).toBe(200);
    expect(await instructor.words(`/ground/${id.wood}`)).toContain('Cleavers at the gate');
    expect(await instructor.words(`/ground/${id.wood}/scout`)).toContain('Umbels at ride seen 24 April');
    // A place goes onto the map, and is known when the file comes again.
    expect((await send([{ ...at, name: 'Lay-by', kind: 'car park' }])).status).toBe(200);
    const map = await (await instructor.fetch(`/ground/${id.wood}/export?as=geojson`)).text();
    expect(map).toContain('"name": "Lay-by"');
    expect((await send([{ ...at, name: 'x', kind: 'no such kind' }])).status).toBe(400);
    for (const wrong of ['[', [], [{ ...at, name: 'x', taxon: '', latitude: 154 }]])
      expect((await send(wrong)).status).toBe(400);
    expect((await learner.fetch(page)).status).toBe(403);
  });
});
