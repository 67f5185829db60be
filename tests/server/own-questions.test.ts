import { unzipSync } from 'fflate';
import pg from 'pg';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { readQti, readQuestionTable } from '../../src/core/formats';
import { openQuestion } from '../support/answers';
import { type Client, signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase } from '../support/database';
import { foreignItems, foreignPackage } from '../support/qti-package';

/** Questions that a school writes or brings from another program, asked in a quiz and taken out again. */

let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let instructor: Client;
let learner: Client;
let admin: pg.Client;
const bank = '/quizzes/questions';

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

const one = async <T>(text: string, ...values: unknown[]): Promise<T> =>
  (await admin.query(text, values)).rows[0];
const count = async (table: 'own_question' | 'question_picture') =>
  (await one<{ n: number }>(`select count(*)::int as n from ${table}`)).n;
const png = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#88aa66' } })
    .png()
    .toBuffer();

const form = (fields: Record<string, string | readonly string[]>, picture?: Uint8Array) => {
  const filled = new FormData();
  for (const [name, value] of Object.entries({
    title: 'Before the gate',
    asks: 'Who opens it?',
    kind: 'choice',
    choose: 'one',
    reason: 'The estate asks for it.',
    ...fields
  }))
    for (const each of [value].flat()) filled.append(name, each as string);
  if (picture) filled.set('picture', new File([new Uint8Array(picture)], 'gate.png'));
  return filled;
};
const bring = (bytes: Uint8Array, name = 'from-elsewhere.zip') => {
  const filled = new FormData();
  filled.set('file', new File([new Uint8Array(bytes)], name));
  return instructor.post(`${bank}?/takeIn`, filled);
};

describe('a question of the school’s own', () => {
  it('is written with its answers, and kept with its picture made anew', async () => {
    const sent = await sharp(await png(800, 400))
      .withExif({ IFD0: { Artist: 'somebody' } })
      .jpeg()
      .toBuffer();
    const places = [
      { shape: { shape: 'circle', x: 0.25, y: 0.5, r: 0.05 }, isRight: true },
      { shape: { shape: 'circle', x: 0.75, y: 0.5, r: 0.05 }, isRight: false }
    ];
    const response = await instructor.post(
      `${bank}/new`,
      form({ kind: 'spot', places: JSON.stringify(places), pictureWords: 'A gate' }, sent)
    );
    expect(response.status).toBe(303);
    const { id, body } = await one<{ id: string; body: { answer: unknown; picture: object } }>(
      `select id, body from own_question where body ->> 'title' = 'Before the gate'`
    );
    expect(body.picture).toMatchObject({ width: 800, height: 400, words: 'A gate' });
    expect(body.answer).toMatchObject({
      options: [{ shape: { x: 200, y: 200, r: 40 } }, { isRight: false }]
    });
    const picture = await instructor.fetch(`${bank}/${id}/picture`);
    const jpeg = await sharp(Buffer.from(await picture.arrayBuffer())).metadata();
    expect([jpeg.format, jpeg.exif]).toEqual(['jpeg', undefined]);
    expect(await instructor.words(`${bank}/${id}`)).toContain('Before the gate');
  });

  it.each([
    ['without a right answer', form({ option: ['The leader', 'Anybody'] }), /asks nothing/],
    ['with one answer twice', form({ option: ['Yes', 'yes'], right: '0' }), /say the same/],
    [
      'that points at places of no picture',
      form({ kind: 'spot', places: '[]' }),
      /two to choose from|on a picture/
    ],
    [
      'with places that are none',
      form({ kind: 'spot', places: 'nonsense' }),
      /two to choose from|on a picture/
    ],
    ['of a kind that is not there', form({ kind: 'essay' }), /Choose how it is answered/],
    [
      'with a picture that is markup',
      form(
        { option: ['Yes', 'No'], right: '0' },
        new TextEncoder().encode(
          '<svg xmlns="http://www.w3.org/2000/svg" width="400" height="400"><script>alert(1)</script></svg>'
        )
      ),
      /none of the kinds of picture|no picture/
    ]
  ])('is refused %s, and nothing of it is kept', async (_, filled, problem) => {
    const before = [await count('own_question'), await count('question_picture')];
    const response = await instructor.post(`${bank}/new`, filled);
    expect(response.status).toBe(400);
    expect(await response.text()).toMatch(problem);
    expect([await count('own_question'), await count('question_picture')]).toEqual(before);
  });

  it('is for those who lead alone', async () => {
    const { id } = await one<{ id: string }>('select id from own_question limit 1');
    for (const path of [
      bank,
      `${bank}/new`,
      `${bank}/${id}`,
      `${bank}/${id}/picture`,
      `${bank}/package`,
      `${bank}/table`
    ])
      expect((await learner.fetch(path)).status, path).toBe(403);
    expect((await learner.post(`${bank}/new`, form({ option: ['Yes', 'No'], right: '0' }))).status).toBe(403);
  });
});

describe('a file with questions', () => {
  it('comes in with its pictures and its places at their scale; what is not known stays outside', async () => {
    const before = await count('own_question');
    const response = await bring(
      foreignPackage({
        'content/images/sign.png': await png(400, 300),
        // The item speaks of 206 × 280; the picture is larger.
        'content/images/ukair.png': await png(412, 560)
      })
    );
    expect(await response.text()).toContain('qti-associate-interaction');
    expect(await count('own_question')).toBe(before + 5);
    const { body } = await one<{ body: { answer: { options: { shape: object }[] } } }>(
      `select body from own_question where body ->> 'title' like 'UK Airports%'`
    );
    expect(body.answer.options[0]!.shape).toEqual({ shape: 'circle', x: 154, y: 230, r: 16 });
    const page = await instructor.words(bank);
    for (const title of ['Unattended Luggage', 'Grand Prix of Bahrain', 'Composition of Water'])
      expect(page).toContain(title);
  });

  it('keeps no picture that is markup, and no question that shows it', async () => {
    const before = [await count('own_question'), await count('question_picture')];
    const markup = new TextEncoder().encode('<html><script>alert(1)</script></html>');
    const response = await bring(
      foreignPackage({ 'content/images/sign.png': markup }, { choice: foreignItems.choice })
    );
    expect(await response.text()).toContain('is no picture');
    expect([await count('own_question'), await count('question_picture')]).toEqual(before);
  });

  it.each([
    ['which is none', new TextEncoder().encode('hello'), 'notes.txt', /lacks the columns/],
    ['which is a damaged archive', new Uint8Array([0x50, 0x4b, 3, 4, 9]), 'a.zip', /damaged/]
  ])('is refused %s', async (_, bytes, name, problem) => {
    const response = await bring(bytes, name);
    expect(response.status).toBe(400);
    expect(await response.text()).toMatch(problem);
  });

  it('comes in as a table, too', async () => {
    const table =
      'title,kind,question,A,B,right\r\nFrom a table,choice,Which?,This,That,B\r\nNone,choice,Which?,This,That,\r\n';
    const response = await bring(new TextEncoder().encode(table), 'questions.csv');
    expect(await response.text()).toMatch(/asks nothing/);
    const { body } = await one<{ body: { answer: object } }>(
      `select body from own_question where body ->> 'title' = 'From a table'`
    );
    expect(body.answer).toMatchObject({ options: [{ isRight: false }, { isRight: true }] });
  });

  it('goes out as a package and as a table that are read again', async () => {
    const bytes = new Uint8Array(await (await instructor.fetch(`${bank}/package`)).arrayBuffer());
    const read = readQti(bytes);
    if ('problem' in read) throw new Error(read.problem);
    expect(read.left).toEqual([]);
    expect(read.questions.length).toBe(await count('own_question'));
    expect((await sharp(Buffer.from([...read.pictures.values()][0]!)).metadata()).format).toBe('jpeg');
    const table = readQuestionTable(await instructor.text(`${bank}/table`));
    if ('problem' in table) throw new Error(table.problem);
    expect(table.questions.length + table.left.length).toBe(await count('own_question'));
  });
});

describe('a quiz', () => {
  let quiz: string;

  it('asks questions of the collection, as they were when they were taken in', async () => {
    const { id: cohort } = await one<{ id: string }>(`select id from cohort where name = 'Spring beginners'`);
    const made = await instructor.post('/quizzes?/add', {
      name: 'Our own',
      cohort,
      walk: '',
      kind: 'once',
      size: '0',
      minutes: ''
    });
    quiz = made.headers.get('location')!;
    const { id } = await one<{ id: string }>(
      `select id from own_question where body ->> 'title' = 'From a table'`
    );
    const places = await one<{ id: string }>(
      `select id from own_question where body ->> 'title' = 'Before the gate'`
    );
    await instructor.post(`${quiz}?/change`, { what: 'add own', ids: `${places.id} ${id}` });
    await instructor.post(
      `${bank}/${id}`,
      form({ title: 'Changed since', option: ['Yes', 'No'], right: '0' })
    );
    await instructor.post(`${quiz}?/open`);
    const words = await instructor.words(quiz);
    expect(words).toContain('From a table');
    expect(words).not.toContain('Changed since: No');
    expect((await instructor.post(`${quiz}?/change`, { what: 'add own', ids: '' })).status).toBe(409);
  });

  it('shows a learner the picture and the places, and not what is right', async () => {
    const round = (await learner.post(`${quiz}?/sit`)).headers.get('location')!;
    const page = await learner.text(round);
    expect(page).not.toContain('isRight');
    expect(page).not.toContain('The estate asks for it');
    const asked = (await openQuestion(learner, round))!;
    const image = await learner.fetch(`/questions/${asked.questionId}/picture`);
    expect([image.status, image.headers.get('content-type')]).toEqual([200, 'image/jpeg']);
    expect((await instructor.fetch(`/questions/${asked.questionId}/picture`)).status).toBe(404);
  });

  it('goes out as QTI with its pictures, and on paper, for those who teach alone', async () => {
    const response = await instructor.fetch(`${quiz}/package`);
    const files = unzipSync(new Uint8Array(await response.arrayBuffer()));
    expect(Object.keys(files)).toContain('items/pictures/1-1.jpg');
    expect(await instructor.text(`${quiz}/table`)).toContain('From a table');
    expect((await instructor.fetch(`${quiz}/paper`)).headers.get('content-type')).toBe('application/pdf');
    for (const path of ['package', 'table', 'paper'])
      expect((await learner.fetch(`${quiz}/${path}`)).status, path).toBe(403);
  });

  it('says how its questions did once somebody is through', async () => {
    const { id } = await one<{ id: string }>(
      `select id from quiz where name = 'Before the bluebells are over'`
    );
    const words = await instructor.words(`/quizzes/${id}`);
    expect(words).toContain('How the questions did, before the walk');
    expect(words).toMatch(/from 10 sittings on, here 3/);
    expect(words).toMatch(/Look at every leaf once more, and use none of it while one has no name \d/);
    expect(await learner.words(`/quizzes/${id}`)).not.toContain('How the questions did');
  });
});
