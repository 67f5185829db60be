import { strFromU8, unzipSync } from 'fflate';
import pg from 'pg';
import { v4 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { Client, signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase } from '../support/database';

/** What comes after a walk: the one of the demo that two phones recorded, and one that stands on paper. */

let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let owner: Client;
let instructor: Client;
let assistant: Client;
let learner: Client;
let superuser: pg.Client;
let walked = '';
let coming = '';

const query = async <T extends pg.QueryResultRow>(text: string, values: unknown[] = []): Promise<T[]> =>
  (await superuser.query<T>(text, values)).rows;
const walkNamed = async (name: string): Promise<string> =>
  (await query<{ id: string }>('select id from walk where name = $1', [name]))[0]!.id;
const personNamed = async (name: string): Promise<string> =>
  (await query<{ id: string }>('select id from person where name = $1', [name]))[0]!.id;

beforeAll(async () => {
  database = await cloneDatabase('demo');
  superuser = new pg.Client({ connectionString: database.superuser });
  await superuser.connect();
  server = await serve({ port: (await tryPort(0))!, app: database.app });
  [owner, instructor, assistant, learner] = await Promise.all([
    signedIn(server.origin, 'owner'),
    signedIn(server.origin, 'instructor'),
    signedIn(server.origin, 'assistant'),
    signedIn(server.origin, 'learner')
  ]);
  walked = await walkNamed('Meadow and hazels in May');
  coming = await walkNamed('Wood in leaf');
});
afterAll(async () => {
  await superuser.end();
  await server.stop();
  await database.drop();
});

describe('what came of a walk', () => {
  it('tells those who teach all of it, with what is left to do', async () => {
    const words = await instructor.words(`/walks/${walked}/after`);
    expect(words).toContain('Common sorrel');
    expect(words).toContain('would have gathered a dangerous one');
    expect(words).toContain('Hear how everybody is');
    expect(words).toMatch(/1: 15, 2: 5/);
  });

  it('tells a learner of the group their own part alone, and nobody else of it', async () => {
    const text = await learner.text(`/walks/${walked}/after`);
    expect(text).toContain('What you met');
    for (const other of ['Juno', 'Dara', 'Tomas', 'Sting']) expect(text).not.toContain(other);
    await query(
      'delete from cohort_member where person_id = $1 and cohort_id = (select cohort_id from walk where id = $2)',
      [await personNamed('Imke Sandvoss'), walked]
    );
    expect((await learner.fetch(`/walks/${walked}/after`)).status).toBe(404);
    await query(
      `insert into cohort_member (school_id, cohort_id, person_id)
       select school_id, cohort_id, $2 from walk where id = $1`,
      [walked, await personNamed('Imke Sandvoss')]
    );
  });

  it('leaves people, account and paper to those who lead', async () => {
    for (const page of ['people', 'owner', 'paper'])
      expect((await assistant.fetch(`/walks/${walked}/after/${page}`)).status).toBe(403);
    expect((await assistant.fetch(`/walks/${walked}/after/learned`)).status).toBe(200);
  });

  it('is a table without anybody’s name, and with every act on plants', async () => {
    const table = await instructor.text(`/walks/${walked}/files/table`);
    expect(table).toContain('Rumex acetosa');
    expect(table).not.toMatch(/Juno|Dara|Tomas|tasting|incident/);
  });
});

describe('how people are', () => {
  const people = () => `/walks/${walked}/after/people`;
  const linkFor = async (name: string): Promise<string> => {
    const response = await owner.post(`${people()}?/link`, { person: await personNamed(name) });
    return new URL(/http\S+?\/well\/[\w-]+/.exec(await response.text())![0]).pathname;
  };
  const stranger = () => new Client(server.origin);
  const answerOf = async (name: string) =>
    (
      await query<{ answer: string; words: string }>('select answer, words from wellbeing where name = $1', [
        name
      ])
    )[0];

  it('is asked by a link that needs no sign-in, and whoever leads is told at once', async () => {
    const link = await linkFor('Dara Killeavy');
    expect(await stranger().words(link)).toContain('How are you, Dara Killeavy?');
    const answered = await stranger().post(link, { answer: 'not well', words: 'sick <b>since</b> noon' });
    expect(await answered.text()).toContain('Do not wait for us');
    const today = await instructor.text('/today');
    expect(today).toContain('Dara Killeavy is not well');
    expect(today).toContain('sick &lt;b>since&lt;/b> noon');
    expect(await assistant.text('/today')).not.toContain('is not well');
    await instructor.post(`${people()}?/seen`, { person: await personNamed('Dara Killeavy') });
    expect(await instructor.text('/today')).not.toContain('is not well');
    expect(await instructor.text(people())).toContain('Bram Oakhill sees to it');
    // It got worse: that is news again.
    await stranger().post(link, { answer: 'not well', words: 'worse' });
    expect(await instructor.text('/today')).toContain('worse');
  });

  it('does not open by another link, one that was replaced, or one that has ended', async () => {
    const first = await linkFor('Juno Marrable');
    const second = await linkFor('Juno Marrable');
    for (const link of [first, '/well/half-a-link', `${second.slice(0, -2)}AA`])
      expect(await stranger().words(link)).toContain('This link does not open');
    expect((await stranger().post(first, { answer: 'well' })).status).toBe(410);
    expect((await stranger().post(second, { answer: 'splendid' })).status).toBe(400);
    await query("update wellbeing set expires_at = asked_at where name = 'Juno Marrable'");
    expect((await stranger().post(second, { answer: 'well' })).status).toBe(410);
    expect(await answerOf('Juno Marrable')).toMatchObject({ answer: null });
  });

  it('is written down after a call; not reaching somebody writes over nothing they said', async () => {
    const note = (answer: string) =>
      personNamed('Tomas Wherrin').then((person) =>
        owner.post(`${people()}?/note`, { person, answer, words: '' })
      );
    await note('not reached');
    expect(await answerOf('Tomas Wherrin')).toMatchObject({ answer: 'not reached' });
    await note('well');
    await note('not reached');
    expect(await answerOf('Tomas Wherrin')).toMatchObject({ answer: 'well' });
    expect((await note('')).status).toBe(400);
    const stranger = await owner.post(`${people()}?/note`, { person: uuid(), answer: 'well', words: '' });
    expect(stranger.status).toBe(400);
  });

  it('asks nobody who is under 18 by a message', async () => {
    // Nobody else of the group has an address.
    const id = await personNamed('Imke Sandvoss');
    await query('update person set is_minor = true where id = $1', [id]);
    expect((await owner.post(`${people()}?/link`, { person: id })).status).toBe(400);
    expect((await owner.post(`${people()}?/ask`)).status).toBe(400);
    await query('update person set is_minor = false where id = $1', [id]);
  });

  it('takes entries on an incident, the last of which says whether it is done', async () => {
    const [incident] = await query<{ id: string }>(
      "select id from walk_event where walk_id = $1 and kind = 'incident'",
      [walked]
    );
    const entry = (fields: Record<string, string>) =>
      owner.post(`${people()}?/incident`, { event: incident!.id, ...fields });
    expect((await entry({ words: '' })).status).toBe(400);
    expect((await entry({ words: 'Somewhere else', event: uuid() })).status).toBe(400);
    await entry({ words: 'A tube of gel goes into the kit.', told: 'Nessa Quilligan', isDone: 'on' });
    expect(await owner.text(people())).toContain('Told: Nessa Quilligan');
    expect(await owner.text(`/walks/${walked}/after`)).not.toContain('1 of 1 still open');
  });
});

describe('the account to the owner', () => {
  const page = () => `/walks/${walked}/after/owner`;

  it('says what was taken and names no learner', async () => {
    const letter = /<textarea[^>]*>([\s\S]*?)<\/textarea>/.exec(await owner.text(page()))![1]!;
    expect(letter).toContain('common sorrel');
    expect(letter).toContain('20 pieces (leaf)');
    for (const name of ['Juno', 'Dara', 'Tomas']) expect(letter).not.toContain(name);
  });

  it('goes into the outbox and is then told; without an address nothing is', async () => {
    const body = { subject: 'What we took', body: 'Dear estate office,\n\nnothing.' };
    expect((await owner.post(`${page()}?/send`, { ...body, recipient: 'nobody' })).status).toBe(400);
    expect(await owner.text(page())).toContain('Told by a call or on paper');
    await owner.post(`${page()}?/send`, { ...body, recipient: 'estate@crannoge.example' });
    expect(await owner.text(page())).toContain('The owner was told.');
    await owner.post(`${page()}?/told`, { isTold: 'no' });
    expect(await owner.text(page())).toContain('Told by a call or on paper');
  });

  it('is a PDF of what stands on the page', async () => {
    const pdf = await owner.post(`/walks/${walked}/files/letter`, {
      subject: 'What we took',
      body: 'Dear all,'
    });
    expect(pdf.headers.get('content-type')).toBe('application/pdf');
    expect(
      Buffer.from(await pdf.arrayBuffer())
        .subarray(0, 5)
        .toString()
    ).toBe('%PDF-');
    expect((await owner.post(`/walks/${walked}/files/letter`, { subject: 'x', body: '' })).status).toBe(400);
    expect((await assistant.post(`/walks/${walked}/files/letter`, { subject: 'x', body: 'y' })).status).toBe(
      403
    );
  });
});

describe('what it taught', () => {
  const page = () => `/walks/${walked}/after/learned`;
  const plannedFor = async (id: string) => /×\s*([\d.]+)/.exec(await owner.words(`/walks/${id}`))![1];

  it('moves the pace of what is planned for later, and nothing of its own plan', async () => {
    const evening = await walkNamed('Long evening');
    const before = [await plannedFor(evening), await plannedFor(walked)];
    await owner.post(`${page()}?/learn`, { leg: '0' });
    const [leg] = await query<{ n: number }>('select count(*)::int as n from walked_leg where counts');
    expect(leg!.n).toBe(1);
    const after = [await plannedFor(evening), await plannedFor(walked)];
    expect(Number(after[0])).toBeGreaterThan(Number(before[0]));
    expect(after[1]).toBe(before[1]);
    expect(await owner.words(`/walks/${evening}`)).toContain('learned from 1 leg');
    expect(await query('select taxon, part from picked')).toEqual([{ taxon: 'rumex-acetosa', part: 'leaf' }]);
    // Learned anew, it stands once.
    await owner.post(`${page()}?/learn`, {});
    expect(await plannedFor(evening)).toBe(before[0]);
  });

  it('keeps what two write at once: the second is told, and a copy takes it along', async () => {
    const write = (fields: Record<string, string>) => owner.post(`${page()}?/debrief`, fields);
    expect((await write({ revision: '0', otherwise: 'Begin at the hazels.' })).status).toBe(200);
    const second = await write({ revision: '0', otherwise: 'Begin at the gate.' });
    expect(second.status).toBe(409);
    expect(await second.text()).toContain('Begin at the hazels.');
    expect((await write({ revision: '1', otherwise: 'x'.repeat(2001) })).status).toBe(400);
    await write({ revision: '1', otherwise: 'Begin at the hazels.', missingKit: 'a second knife' });
    const copy = await owner.submit(`/walks/${walked}/copy`, {
      name: 'Hazels again',
      heldOn: '2027-05-15',
      startsAt: '10:00'
    });
    const plan = await owner.words(copy.replace(/\/copy$/, ''));
    expect(plan).toContain('Begin at the hazels.');
    expect(plan).toContain('a second knife');
    expect(plan).toContain('A tube of gel goes into the kit.');
  });
});

describe('a paper sheet', () => {
  const page = () => `/walks/${coming}/after/paper`;
  const send = (id: string, sheet: unknown) =>
    instructor.post(page(), { id, sheet: typeof sheet === 'string' ? sheet : JSON.stringify(sheet) });
  const sheet = {
    here: [] as string[],
    goes: true,
    whyNot: '',
    stops: [] as unknown[],
    closing: [],
    ended: '',
    note: 'It rained.'
  };

  it('of a walk that is still to come is refused', async () => {
    const response = await send(uuid(), sheet);
    expect(response.status).toBe(400);
    expect(await response.text()).toContain('still to come');
  });

  it('goes into the ledger once, however often it is sent, and is told apart from phones', async () => {
    await query("update walk set held_on = '2027-04-23' where id = $1", [coming]);
    const [stop] = await query<{ id: string; taxon: string; part: string }>(
      `select stop.id, t.taxon, t.part from stop join walk_taxon t on t.stop_id = stop.id
         join patch on patch.id = stop.patch_id and patch.taxon = t.taxon
        where stop.walk_id = $1 and t.role = 'gather' and t.taxon = 'allium-ursinum'`,
      [coming]
    );
    const people = await query<{ id: string }>(
      'select person_id as id from cohort_member where cohort_id = (select cohort_id from walk where id = $1)',
      [coming]
    );
    const row = { taxon: stop!.taxon, part: stop!.part, pieces: 9, minutes: 5, putBack: 2 };
    const typed = {
      ...sheet,
      here: people.map(({ id }) => id),
      stops: [
        {
          stop: stop!.id,
          arrive: '11:56',
          leave: '12:26',
          heads: people.length,
          dropped: '',
          warned: [],
          rows: [row]
        }
      ]
    };
    const id = uuid();
    const wrong = await send(id, { ...typed, stops: [{ ...(typed.stops[0] as object), leave: '' }] });
    expect(wrong.status).toBe(400);
    expect(await wrong.text()).toContain('say when the group came and when it left');
    expect((await send(id, 'no sheet')).status).toBe(400);
    for (let i = 0; i < 2; i += 1) expect((await send(id, typed)).status).toBe(303);
    const ledger = await query<{ pieces: number; putBack: boolean }>(
      'select pieces, is_put_back as "putBack" from gathering where walk_id = $1 order by pieces',
      [coming]
    );
    expect(ledger).toEqual([
      { pieces: 2, putBack: true },
      { pieces: 9, putBack: false }
    ]);
    expect(await instructor.words(`/walks/${coming}/after`)).toContain('paper: 7');
  });
});

describe('an act that was wrong', () => {
  const page = () => `/walks/${walked}/after/acts`;
  const actOf = async (kind: string) =>
    (
      await query<{ id: string }>(
        'select id from walk_event where walk_id = $1 and kind = $2 order by effective_at limit 1',
        [walked, kind]
      )
    )[0]!.id;

  it('is taken back at a desk, with what followed from it', async () => {
    const id = await actOf('taken');
    expect(await owner.words(page())).toContain('Take back');
    expect((await owner.post(`${page()}?/back`, { id })).status).toBe(200);
    expect(await query('select from gathering where takes_back = $1', [id])).toHaveLength(1);
    expect(await owner.words(`/walks/${walked}/after`)).not.toMatch(/1: 15, 2: 5/);
  });

  it('of another walk, or of a kind that stands, is not', async () => {
    expect((await owner.post(`${page()}?/back`, { id: uuid() })).status).toBe(404);
    expect((await owner.post(`${page()}?/back`, { id: await actOf('taken back') })).status).toBe(400);
    expect((await assistant.post(`${page()}?/back`, { id: await actOf('arrived') })).status).toBe(403);
  });
});

describe('what is said of people’s health', () => {
  const [sweep, forget] = ['select forget_walk_health(null)', 'select forget_walk_health($1)'];
  const asSchool = async (text: string, values: unknown[] = []) => {
    await query("select set_config('app.school', school_id::text, false) from walk where id = $1", [walked]);
    await query(text, values);
  };
  const left = async () =>
    (
      await query<{ tastings: number; words: number; answers: number; incidents: number }>(
        `select count(*) filter (where kind = 'tasting')::int as tastings,
                count(*) filter (where kind = 'incident')::int as incidents,
                count(*) filter (where kind = 'incident' and body -> 'done' <> '[]')::int as words,
                (select count(*)::int from wellbeing where walk_id = $1) as answers
           from walk_event where walk_id = $1`,
        [walked]
      )
    )[0]!;

  it('goes when its time has come; that there was an incident stays', async () => {
    await asSchool(sweep);
    expect(await left()).toMatchObject({ tastings: 0, incidents: 1, words: 1 });
    await query('update school set incident_days = 1');
    await query("update wellbeing set asked_at = now() - interval '2 days'");
    await asSchool(sweep);
    expect(await left()).toEqual({ tastings: 0, incidents: 1, words: 0, answers: 0 });
    expect(await query('select id from incident_entry')).toEqual([]);
  });

  it('goes with a person who is erased', async () => {
    await query('update school set incident_days = 1000');
    const dara = await personNamed('Dara Killeavy');
    await owner.post(`/walks/${walked}/after/people?/note`, {
      person: dara,
      answer: 'not well',
      words: 'a rash'
    });
    expect((await left()).answers).toBe(1);
    await asSchool(forget, [dara]);
    expect((await left()).answers).toBe(0);
  });
});

describe('what was seen, for others', () => {
  const at = async (path: string, client = owner) => {
    const [site] = await query<{ id: string }>('select site_id as id from walk where id = $1', [walked]);
    return client.fetch(`/season/${site!.id}/occurrences${path}`);
  };

  it('is an archive of the chosen days, with places as coarse as was chosen, and no names unless asked for', async () => {
    const archive = await at('/archive?from=2026-05-01&until=2026-05-31&places=1+km');
    expect(archive.headers.get('content-type')).toBe('application/zip');
    const files = unzipSync(new Uint8Array(await archive.arrayBuffer()));
    const table = strFromU8(files['occurrence.csv']!);
    expect(strFromU8(files['meta.xml']!)).toContain('http://rs.tdwg.org/dwc/terms/Occurrence');
    expect(table).toContain('Rumex acetosa');
    expect(table).toContain(',708,');
    expect(table).not.toContain('Bram Oakhill');
    expect(table).not.toMatch(/2027-/);
    expect(await (await at('/table?names=people')).text()).toMatch(/Bram Oakhill|Nessa Quilligan/);
    expect((await at('/table', assistant)).status).toBe(403);
  });
});
