import { execFileSync } from 'node:child_process';
import pg from 'pg';
import { v4 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { type Client, signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase } from '../support/database';

/** What a lesson on one plant takes along, and what a course ends with. */

let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let instructor: Client;
let learner: Client;
let admin: pg.Client;
const sheet = '/species/allium-ursinum/sheet?stage=leaf';

beforeAll(async () => {
  database = await cloneDatabase('demo');
  server = await serve({ port: (await tryPort(0))!, app: database.app });
  admin = new pg.Client({ connectionString: database.superuser });
  await admin.connect();
  [instructor, learner] = await Promise.all([
    signedIn(server.origin, 'instructor'),
    signedIn(server.origin, 'learner')
  ]);
});
afterAll(async () => {
  await server.stop();
  await admin.end();
  await database.drop();
});

const idOf = async (text: string, ...values: unknown[]): Promise<string> =>
  (await admin.query(text, values)).rows[0].id;

/** A file as its pages and words, by a reader that is not ours. */
async function pdfAt(client: Client, path: string): Promise<{ pages: number; text: string }> {
  const response = await client.fetch(path);
  expect(response.headers.get('content-type')).toBe('application/pdf');
  const input = Buffer.from(await response.arrayBuffer());
  const text = execFileSync('pdftotext', ['-layout', '-', '-'], { input, encoding: 'utf8' });
  return { pages: text.split('\f').length - 1, text: text.replaceAll(/\s+/g, ' ') };
}

const add = (words: string, states: readonly string[], stage = 'leaf') => {
  const form = new FormData();
  form.set('words', words);
  form.set('stage', stage);
  for (const one of states) form.append('states', one);
  return instructor.post('/species/allium-ursinum/sheet?/add', form);
};

describe('one plant on one sheet', () => {
  it('shows the plant through its year, what else it could be, and when to leave it', async () => {
    const words = await learner.words(sheet);
    expect(words).toContain('Ramsons through its year');
    expect(words).toContain('Lily of the valley');
    expect(words).toMatch(/leave it/);
    expect(words).toContain('It is no test of what a plant is');
  });

  it('is one page on paper, for plants of the demo’s walks', async () => {
    const { rows } = await admin.query<{ taxon: string }>('select distinct taxon from walk_taxon order by 1');
    let printed = 0;
    for (const { taxon } of rows.slice(0, 12)) {
      const page = await instructor.fetch(`/species/${taxon}/sheet`);
      if (page.status !== 200) continue;
      expect({ taxon, ...(await pdfAt(instructor, `/species/${taxon}/sheet/print`)) }).toMatchObject({
        taxon,
        pages: 1
      });
      printed += 1;
    }
    expect(printed).toBeGreaterThan(6);
  });

  it('of a dangerous plant never says that something settles it', async () => {
    const { text } = await pdfAt(instructor, '/species/conium-maculatum/sheet/print');
    expect(text).toContain('It is left, whatever it was taken for.');
    expect(text).not.toContain('If any one is missing');
  });

  it('does not know a plant that the library has not', async () => {
    expect((await learner.fetch('/species/nothing-at-all/sheet')).status).toBe(404);
    expect((await learner.fetch('/species/nothing-at-all/sheet/print')).status).toBe(404);
  });
});

describe('a memory picture', () => {
  it('that fits a dangerous lookalike is refused with the reason, and learners do not read it', async () => {
    const mine = await instructor.words(sheet);
    expect(mine).toMatch(/Refused “A rabbit’s ear/);
    expect(mine).toMatch(/Also fits .*lily of the valley in leaf/);
    // Not in what the page brings along, either.
    expect(await learner.text(sheet)).not.toContain('rabbit’s ear');
    expect(await learner.words(sheet)).toContain('One leaf, one stalk');
    expect((await pdfAt(learner, '/species/allium-ursinum/sheet/print?stage=leaf')).text).not.toContain(
      'rabbit’s ear'
    );
  });

  it('that rests on nothing, on too much, or on what is not described, is answered in words and keeps what was typed', async () => {
    const bare = await add('One spear, one shaft', ['', '', '']);
    expect(bare.status).toBe(400);
    const page = await bare.text();
    expect(page).toContain('Say which described states the picture rests on.');
    expect(page).toContain('One spear, one shaft');
    expect((await add('Long', Array(5).fill('leaf-venation arching'))).status).toBe(400);
    expect((await add('Elsewhen', ['leaf-venation arching'], 'winter')).status).toBe(400);
  });

  it('is added and taken away by those who lead alone', async () => {
    expect((await add('Lines to the tip', ['leaf-venation arching'])).status).toBe(200);
    const id = await idOf("select id from memory_picture where words = 'Lines to the tip'");
    const remove = (client: Client) => client.post('/species/allium-ursinum/sheet?/remove', { picture: id });
    expect((await remove(learner)).status).toBe(403);
    expect((await remove(instructor)).status).toBe(200);
    expect((await remove(instructor)).status).toBe(409);
  });
});

describe('a certificate', () => {
  const cohort = () => idOf("select id from cohort where name = 'Hill group'");
  const dara = () => idOf("select id from person where name = 'Dara Killeavy'");

  it('says what somebody took part in, what was shown on living plants, and what was not', async () => {
    const { pages, text } = await pdfAt(instructor, `/walks/course/${await cohort()}/${await dara()}`);
    expect(pages).toBe(1);
    expect(text).toContain('Dara Killeavy');
    expect(text).toContain('Meadow and hazels in May');
    expect(text).toContain('Not shown on a living plant');
    expect(text).toContain('no leave to gather');
  });

  it('of another one is not there for who learns', async () => {
    expect((await learner.fetch(`/walks/course/${await cohort()}/${await dara()}`)).status).toBe(404);
    expect((await instructor.fetch(`/walks/course/${await cohort()}/${uuid()}`)).status).toBe(404);
  });
});

describe('what is handed out on a walk', () => {
  it('is a card for each planned plant, with what it is taken for, each on its own page', async () => {
    const walk = await idOf("select id from walk where name = 'Wood in leaf'");
    const { pages, text } = await pdfAt(instructor, `/walks/${walk}/find-cards`);
    const { n } = (
      await admin.query(
        "select count(distinct taxon)::int as n from walk_taxon where walk_id = $1 and role <> 'leave out'",
        [walk]
      )
    ).rows[0];
    expect(pages).toBe(n);
    expect(text).toContain('leave it where it stands');
    expect(text).toContain('Nothing on a card is leave to gather');
    expect((await learner.fetch(`/walks/${walk}/find-cards`)).status).toBe(403);
  });

  it('stands in a course with its quizzes in one order', async () => {
    const cohort = await idOf("select id from cohort where name = 'Spring beginners'");
    const words = await learner.words(`/walks/course/${cohort}`);
    expect(words).toMatch(/Wood in leaf.*Quiz:\s*Before the bluebells are over\s*,\s*sat again/s);
  });
});
