import pg from 'pg';
import sharp from 'sharp';
import { v4 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { type Client, signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase } from '../support/database';

/** A learner's notebook: whose it is, who reads what, and what is met. */

let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let instructor: Client;
let learner: Client;
let superuser: pg.Client;

const query = async <T extends pg.QueryResultRow>(text: string, values: unknown[] = []): Promise<T[]> =>
  (await superuser.query<T>(text, values)).rows;
const entries = () =>
  query<{ id: string; words: string; isShared: boolean; answer: string | null }>(
    `select e.id, words, is_shared as "isShared", answer from notebook_entry e join person on person.id = person_id
      where person.name = 'Imke Sandvoss' order by effective_at, e.id`
  );
const entryOf = async (words: string) => (await entries()).find((one) => one.words === words)!;

beforeAll(async () => {
  database = await cloneDatabase('demo');
  superuser = new pg.Client({ connectionString: database.superuser });
  await superuser.connect();
  server = await serve({ port: (await tryPort(0))!, app: database.app });
  [instructor, learner] = await Promise.all([
    signedIn(server.origin, 'instructor'),
    signedIn(server.origin, 'learner')
  ]);
});
afterAll(async () => {
  await superuser.end();
  await server.stop();
  await database.drop();
});

const find = {
  kind: 'find',
  words: 'Two leaves on one stalk.',
  seenOn: '2027-04-20',
  taxon: 'convallaria-majalis'
};
const add = (fields: Record<string, string | File>) => {
  const form = new FormData();
  for (const [name, value] of Object.entries(fields)) form.set(name, value);
  return learner.post('/notebook?/add', form);
};

describe('an entry', () => {
  it('is the learner’s own until it is shown, and a question is meant for those who teach', async () => {
    await add(find);
    await add({ kind: 'question', words: 'What of the bracts?', seenOn: '2027-04-20' });
    expect((await entryOf(find.words)).isShared).toBe(false);
    const shown = await instructor.text('/notebook');
    expect(shown).toContain('What of the bracts?');
    expect(shown).not.toContain(find.words);
    await learner.post('/notebook?/share', { id: (await entryOf(find.words)).id });
    expect(await instructor.text('/notebook')).toContain(find.words);
  });

  it('holds markup as words, and is answered into the notebook', async () => {
    await add({ ...find, kind: 'question', words: 'Is <script>it()</script> safe?' });
    expect(await instructor.text('/notebook')).toContain('Is &lt;script>it()&lt;/script> safe?');
    const { id } = await entryOf('Is <script>it()</script> safe?');
    expect((await instructor.post('/notebook?/answer', { id, words: ' ' })).status).toBe(400);
    expect((await learner.post('/notebook?/answer', { id, words: 'Yes.' })).status).toBe(403);
    await instructor.post('/notebook?/answer', { id, words: 'No picture clears a plant.' });
    expect(await learner.text('/notebook')).toContain('No picture clears a plant.');
  });

  it.each([
    ['without words', { words: ' ' }, 'Say it in words'],
    ['of a day to come', { seenOn: '2027-06-01' }, 'still to come'],
    ['for a task that there is not', { kind: 'task', task: uuid() }, 'no such task'],
    ['for a task that was not chosen', { kind: 'task' }, 'Choose the task'],
    ['with a picture that is none', { picture: new File(['text'], 'leaf.jpg') }, 'is no picture']
  ])('%s is not kept, and what was typed is', async (_, change, said) => {
    const before = (await entries()).length;
    const response = await add({ ...find, place: 'by the ford', ...(change as Record<string, string>) });
    expect(response.status).toBe(400);
    const page = await response.text();
    expect(page).toContain(said);
    if (!('words' in change)) expect(page).toContain('by the ford');
    expect(await entries()).toHaveLength(before);
  });

  it('has a picture without its camera’s data, for its owner, and for others once it is shown', async () => {
    const jpeg = await sharp({ create: { width: 400, height: 320, channels: 3, background: '#567' } })
      .withExif({ IFD0: { Artist: 'Imke' } })
      .jpeg()
      .toBuffer();
    await add({ ...find, words: 'With a picture.', picture: new File([new Uint8Array(jpeg)], 'leaf.jpg') });
    const { id } = await entryOf('With a picture.');
    const own = await learner.fetch(`/notebook/${id}/picture`);
    expect(own.headers.get('content-type')).toBe('image/jpeg');
    expect((await sharp(Buffer.from(await own.arrayBuffer())).metadata()).exif).toBeUndefined();
    expect((await instructor.fetch(`/notebook/${id}/picture`)).status).toBe(404);
    await learner.post('/notebook?/share', { id });
    expect((await instructor.fetch(`/notebook/${id}/picture`)).status).toBe(200);
  });

  it('is taken out by its owner alone', async () => {
    const { id } = await entryOf('With a picture.');
    expect((await instructor.post('/notebook?/remove', { id })).status).toBe(404);
    await learner.post('/notebook?/remove', { id });
    expect(await query('select from notebook_picture where entry_id = $1', [id])).toEqual([]);
  });
});

describe('what was met', () => {
  it('is what stood at the stops of one’s own walks, what one was asked on, and nothing that was taken back', async () => {
    const [imke] = await query<{ id: string }>("select id from person where name = 'Imke Sandvoss'");
    const [walk] = await query<{ id: string }>("select id from walk where name = 'Meadow and hazels in May'");
    const page = () => learner.words('/notebook');
    const metWords = 'What you have met';
    expect((await page()).split(metWords)[1]).toContain('Common sorrel');
    expect((await page()).split(metWords)[1]).toContain('asked on it in leaf, 9 May: named rightly');
    const theirs = await query<{ id: string }>(
      `select id from walk_event where walk_id = $1 and body ->> 'person' = $2 and kind in ('attendance', 'test')`,
      [walk!.id, imke!.id]
    );
    expect(theirs).toHaveLength(2);
    for (const { id } of theirs)
      expect((await instructor.post(`/walks/${walk!.id}/after/acts?/back`, { id })).status).toBe(200);
    expect((await page()).split(metWords)[1]).not.toContain('Common sorrel');
  });
});

describe('on their first page', () => {
  it('those who teach see how many wait, until they are answered', async () => {
    const waiting = async () => Number(/(\d+) question/.exec(await instructor.words('/today'))?.[1] ?? 0);
    const before = await waiting();
    expect(before).toBeGreaterThan(0);
    const { id } = await entryOf('What of the bracts?');
    await instructor.post('/notebook?/answer', { id, words: 'They bend down.' });
    expect(await waiting()).toBe(before - 1);
  });
});
