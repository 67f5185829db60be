import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { type Client, signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase } from '../support/database';

/** From a taking in a patch to a jar and a dish, and back: what is kept, what is refused, who follows it. */

let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let instructor: Client;
let assistant: Client;
let learner: Client;
let superuser: pg.Client;

const query = async <T extends pg.QueryResultRow>(text: string, values: unknown[] = []): Promise<T[]> =>
  (await superuser.query<T>(text, values)).rows;
const idOf = async (text: string): Promise<string> => (await query<{ id: string }>(text))[0]!.id;

beforeAll(async () => {
  database = await cloneDatabase('demo');
  superuser = new pg.Client({ connectionString: database.superuser });
  await superuser.connect();
  server = await serve({ port: (await tryPort(0))!, app: database.app });
  [instructor, assistant, learner] = await Promise.all([
    signedIn(server.origin, 'instructor'),
    signedIn(server.origin, 'assistant'),
    signedIn(server.origin, 'learner')
  ]);
});
afterAll(async () => {
  await superuser.end();
  await server.stop();
  await database.drop();
});

const nettles = { patch: '', key: '' };
const batchFields = (more: Record<string, string> = {}) => ({
  taxon: 'urtica-dioica',
  part: 'young top',
  way: 'dry',
  begunOn: '2027-04-22',
  taking: nettles.key,
  [`pieces ${nettles.key}`]: '100',
  ...more
});
const begin = (fields: Record<string, string>) => instructor.post('/making/batches/new', fields);
const act = (batch: string, kind: string, fields: Record<string, string> = {}, by = instructor) =>
  by.post(`/making/batches/${batch}?/act`, { kind, ...fields });
const refusedWith = async (answer: Promise<Response> | Response, words: RegExp | string) => {
  const response = await answer;
  expect(response.status).toBe(400);
  const page = (await response.text()).replaceAll(/<!--[\s\S]*?-->/g, '');
  if (typeof words === 'string') expect(page).toContain(words);
  else expect(page).toMatch(words);
};
const batches = () => query<{ id: string }>('select id from batch order by recorded_at, id');

let batch = '';
beforeAll(async () => {
  const site = await idOf("select id from site where name = 'Crannoge Wood'");
  nettles.patch = await idOf("select id from patch where taxon = 'urtica-dioica' limit 1");
  await instructor.post(`/ground/${site}/patches/${nettles.patch}?/taken`, {
    __superform_id: 'taken',
    part: 'young top',
    pieces: '150',
    gatheredOn: '2027-04-22'
  });
  nettles.key = `${nettles.patch}  2027-04-22`;
});

describe('a batch', () => {
  it.each([
    ['without any taking', { taking: '' }, /choose at least one taking|Invalid/],
    ['of more than was taken', { pieces: '151' }, 'only 150 of 150 are in no batch yet'],
    ['in a way that is not taught', { way: 'roast' }, 'teaches no such way'],
    [
      'in a way that is refused',
      { taxon: 'allium-ursinum', part: 'leaf', way: 'in oil' },
      'teaches no such way'
    ],
    ['before it was gathered', { begunOn: '2027-04-20' }, 'cannot have been begun before it was gathered'],
    ['on a day to come', { begunOn: '2027-06-01' }, 'still to come']
  ])(
    '%s is not begun, and what was typed stays',
    async (_, { pieces, ...change }: Record<string, string>, said) => {
      const before = (await batches()).length;
      const fields = batchFields({ ...change, ...(pieces && { [`pieces ${nettles.key}`]: pieces }) });
      const { taking, ...rest } = fields as Record<string, string>;
      await refusedWith(begin(taking ? fields : rest), said);
      expect(await batches()).toHaveLength(before);
    }
  );

  it('is begun of a taking, of which it leaves the rest to others', async () => {
    const to = await instructor.submit('/making/batches/new', batchFields());
    batch = to.slice(to.lastIndexOf('/') + 1);
    expect(await instructor.words('/making')).toMatch(/Stinging nettle , young top .* 50 of 150/);
    await refusedWith(begin(batchFields({ [`pieces ${nettles.key}`]: '51' })), 'only 50 of 150');
    expect(await instructor.words(`/making/batches/${batch}`)).toContain('100 pieces taken');
  });

  it('gets no label before its pieces were looked at again, and is not packed while it bends', async () => {
    expect(await instructor.words(`/making/batches/${batch}`)).toContain(
      'No label yet. Nobody has looked at its pieces'
    );
    const pack = { vessels: '2', vessel: 'jar', gramsEach: '8', place: 'larder' };
    await refusedWith(act(batch, 'packed', pack), 'pieces were not looked at again');
    await act(batch, 'pieces checked', { pieces: '100' });
    await act(batch, 'weighed', { when: 'gathered', grams: '200' });
    await act(batch, 'weighed', { when: 'cleaned', grams: '160' });
    await refusedWith(
      act(batch, 'weighed', { when: 'drying', grams: '190' }),
      'nothing grows heavier on drying'
    );
    await refusedWith(act(batch, 'packed', pack), 'not found brittle');
    await act(batch, 'looked at', { isReady: 'on' });
    await act(batch, 'weighed', { when: 'ready', grams: '32' });
    await refusedWith(
      act(batch, 'packed', { ...pack, gramsEach: '40' }),
      'make 80 g in all, and it weighed 32 g'
    );
    expect((await act(batch, 'packed', { ...pack, gramsEach: '16', meantFor: 'the feast' })).status).toBe(
      200
    );
  });

  it.each([
    ['an amount that is none', 'weighed', { when: 'ready', grams: 'much' }],
    ['words that are missing', 'thrown away', { because: ' ' }],
    ['something that nobody does', 'eaten', {}]
  ])('takes no act with %s, and loses none', async (_, kind, fields: Record<string, string>) => {
    const before = await query('select id from batch_event');
    await refusedWith(act(batch, kind, fields), /Not kept|Nothing was kept/);
    expect(await query('select id from batch_event')).toHaveLength(before.length);
  });

  it('is found by its code, with slips told apart from codes that there are not', async () => {
    const { code } = (await query<{ code: string }>('select code from batch where id = $1', [batch]))[0]!;
    const open = (typed: string) => instructor.post('/making?/open', { code: typed });
    expect((await open(` ${code.toLowerCase()}`)).headers.get('location')).toBe(`/making/batches/${batch}`);
    expect((await instructor.fetch(`/making/code/${code}`)).headers.get('location')).toBe(
      `/making/batches/${batch}`
    );
    const slip = (code[0] === '2' ? '3' : '2') + code.slice(1);
    await refusedWith(open(slip), 'is no code of a batch');
    expect((await open('222222')).status).toBe(404);
    expect((await instructor.fetch('/making/code/222222')).status).toBe(404);
  });

  it('gives back what was taken from it in error, and no more than there is', async () => {
    await refusedWith(act(batch, 'taken out', { grams: '40', what: 'tea' }), 'Only 32 g of it are left');
    await act(batch, 'taken out', { grams: '12', what: 'tea' });
    const [event] = await query<{ id: string }>(
      "select id from batch_event where batch_id = $1 and kind = 'taken out'",
      [batch]
    );
    const packed = await query<{ id: string }>(
      "select id from batch_event where batch_id = $1 and kind = 'packed'",
      [batch]
    );
    await refusedWith(
      instructor.post(`/making/batches/${batch}?/takeBack`, { id: packed[0]!.id }),
      'taken out of these jars already'
    );
    expect(await instructor.words('/making/larder')).toContain('20 g');
    await instructor.post(`/making/batches/${batch}?/takeBack`, { id: event!.id });
    expect(await instructor.words(`/making/batches/${batch}`)).toContain('in jars, 32 g of 32 g');
  });

  it('goes whole where one piece of it was in doubt', async () => {
    const to = await instructor.submit(
      '/making/batches/new',
      batchFields({ [`pieces ${nettles.key}`]: '20' })
    );
    const doubtful = to.slice(to.lastIndexOf('/') + 1);
    await act(doubtful, 'pieces checked', { pieces: '20', isInDoubt: 'on' });
    await refusedWith(
      act(doubtful, 'weighed', { when: 'cleaned', grams: '20' }),
      'the whole of it is thrown away'
    );
    await refusedWith(act(doubtful, 'pieces checked', { pieces: '20' }), 'the whole of it is thrown away');
    await act(doubtful, 'thrown away', { because: 'One leaf without stings.' });
    expect(await instructor.words(`/making/batches/${doubtful}`)).toContain('thrown away');
  });

  it('is told of where the ledger lost an entry of it', async () => {
    const site = await idOf("select id from site where name = 'Crannoge Wood'");
    const entry = await idOf(
      "select id from gathering where gathered_on = '2027-04-22' and taxon = 'urtica-dioica' limit 1"
    );
    await instructor.post(`/ground/${site}/patches/${nettles.patch}?/takeBack`, { id: entry });
    expect(await instructor.words(`/making/batches/${batch}`)).toContain(
      'The ledger of the patch holds fewer now'
    );
    expect(await instructor.words(`/ground/${site}/patches/${nettles.patch}`)).toContain(
      'What was made of it'
    );
  });
});

describe('labels', () => {
  const packOf = async (id: string) =>
    (
      await query<{ id: string }>("select id from batch_event where batch_id = $1 and kind = 'packed'", [id])
    )[0]!.id;

  it('are a PDF, a label for each vessel', async () => {
    const response = await instructor.fetch(
      `/making/labels/sheet?pack=${await packOf(batch)}&sheet=${encodeURIComponent('3 × 7, 64 × 38 mm')}&skip=2`
    );
    expect(response.headers.get('content-type')).toBe('application/pdf');
    expect(
      Buffer.from(await response.arrayBuffer())
        .subarray(0, 5)
        .toString()
    ).toBe('%PDF-');
  });

  it.each([
    ['nothing', 'sheet=3 × 7, 64 × 38 mm', 'at least one batch'],
    ['a sheet that there is not', 'sheet=huge', undefined],
    ['more used labels than the sheet has', 'sheet=2 × 4, 99 × 68 mm&skip=8', 'are not on one sheet']
  ])('of %s are refused', async (_, asked, said) => {
    const pack = said === 'are not on one sheet' ? `&pack=${await packOf(batch)}` : '';
    const response = await instructor.fetch(`/making/labels/sheet?${encodeURI(asked)}${pack}`);
    if (!said) return expect(response.status).toBe(400);
    expect(decodeURIComponent(response.headers.get('location')!.replaceAll('+', ' '))).toContain(said);
  });
});

describe('a dish', () => {
  const fields = (parts: unknown, more: Record<string, string> = {}) => ({
    name: 'Green soup',
    note: '',
    parts: JSON.stringify(parts),
    others: JSON.stringify([{ words: '<b>cream</b>', contains: ['milk'] }]),
    ...more
  });
  const nettle = { taxon: 'urtica-dioica', part: 'young top', way: 'boil', grams: 50 };
  let dish = '';

  it.each([
    ['a portion above the day’s load', [{ ...nettle, grams: 61 }], 'more than a day’s most'],
    ['no plant', [], 'at least one plant'],
    ['a way that is not eaten', [{ ...nettle, part: 'old stem', way: 'cord' }], 'to be eaten'],
    [
      'what adds up to more than a day allows',
      [
        { taxon: 'rumex-acetosa', part: 'leaf', way: 'boil', grams: 30 },
        { taxon: 'rumex-crispus', part: 'young leaf', way: 'boil', grams: 30 }
      ],
      'times what a day allows of oxalate'
    ]
  ])('with %s is not kept', async (_, parts, said) => {
    await refusedWith(instructor.post('/making/dishes', fields(parts)), said);
    expect(await query("select id from dish where name = 'Green soup'")).toHaveLength(0);
  });

  it('is kept, holds markup as words, and tells two who change it of each other', async () => {
    await refusedWith(
      instructor.post('/making/dishes', { ...fields([nettle]), parts: '{' }),
      'did not arrive whole'
    );
    const to = await instructor.submit('/making/dishes', fields([nettle]));
    dish = to.slice(to.lastIndexOf('/') + 1);
    const page = await instructor.text(to);
    expect(page).toContain('&lt;b>cream&lt;/b>');
    const save = (by: Client, name: string) =>
      by.post(`${to}?/save`, fields([nettle], { name, revision: '1' }));
    expect((await save(instructor, 'Greener soup')).status).toBe(200);
    const second = await save(assistant, 'Greenest soup');
    expect(second.status).toBe(409);
    expect(await second.text()).toContain('changed it meanwhile');
    expect(await query("select id from dish where name = 'Greener soup'")).toHaveLength(1);
  });

  it('takes out of jars what went in, all of it or nothing', async () => {
    const cook = (grams: string) =>
      instructor.post(`/making/dishes/${dish}?/cook`, {
        cookedOn: '2027-04-24',
        people: '4',
        how: 'well',
        words: 'Eaten up.',
        otherwise: 'More salt.',
        [`grams ${batch}`]: grams
      });
    await refusedWith(cook('500'), 'Only 32 g of it are left');
    expect(await query('select id from cooking where dish_id = $1', [dish])).toHaveLength(0);
    expect((await cook('10')).status).toBe(200);
    expect(await instructor.words(`/making/batches/${batch}`)).toMatch(/10 g taken out.*into Greener soup/);
    expect(await instructor.words(`/making/dishes/${dish}`)).toMatch(
      /for 4: it turned out well.*Next time: More salt/
    );
    await refusedWith(instructor.post(`/making/dishes/${dish}?/remove`), 'cooked already');
  });
});

describe('the need of a year', () => {
  it('says how much is missing, and what the patches give', async () => {
    const set = (fields: Record<string, string>) => instructor.post('/making/larder?/need', fields);
    await refusedWith(set({ what: '', grams: '10' }), 'Choose what the year needs');
    await refusedWith(set({ what: 'urtica-dioica|young top|dry', grams: '0' }), 'More than nothing');
    await refusedWith(set({ what: 'urtica-dioica|young top|roast', grams: '5' }), 'teaches no such way');
    await set({ what: 'urtica-dioica|young top|dry', grams: '200', meantFor: 'the winter' });
    // 32 g of this year, and 14 g of the year before are there; what is left of a gram gathered goes by both batches.
    expect(await instructor.words('/making/larder')).toMatch(
      /32 g made in 2027, 14 g of before.*154 g are missing/s
    );
    await instructor.post('/making/larder?/remove', {
      taxon: 'urtica-dioica',
      part: 'young top',
      way: 'dry'
    });
    expect(await instructor.words('/making/larder')).not.toContain('154 g are missing');
  });
});

describe('a card', () => {
  it('is scaled, names its draft, and prints', async () => {
    const page = await learner.words(
      '/making/cards/urtica-dioica?part=young+top&way=boil&pieces=60&people=2'
    );
    expect(page).toContain('A portion is 60 g');
    expect(page).toContain('Sources: a draft');
    const print = await learner.fetch(
      '/making/cards/urtica-dioica/print?part=young+top&way=boil&pieces=60&people=2'
    );
    expect(
      Buffer.from(await print.arrayBuffer())
        .subarray(0, 5)
        .toString()
    ).toBe('%PDF-');
    expect(
      (await learner.fetch('/making/cards/urtica-dioica/print?part=young+top&way=boil&pieces=x')).status
    ).toBe(400);
  });

  it('of what is not taught says why, and there is none of a plant without use', async () => {
    expect(await learner.words('/making/cards/conopodium-majus')).toContain('No method is taught');
    expect((await learner.fetch('/making/cards/conium-maculatum')).status).toBe(404);
    expect((await learner.fetch('/making/cards/conopodium-majus/print?part=tuber&way=roast')).status).toBe(
      400
    );
  });

  it('opens with the way that the school’s habit has first', async () => {
    expect(await learner.words('/making/cards/stellaria-media')).toMatch(/Chickweed leafy shoot, raw/i);
    await superuser.query(`update school set policy = policy || '{"kitchenHabit": "heated"}'`);
    expect(await learner.words('/making/cards/stellaria-media')).toMatch(/Chickweed leafy shoot, boiled/i);
  });
});

describe('a learner', () => {
  it('follows what came of a walk that they were on, without the patch, and nothing else', async () => {
    const own = await idOf(
      'select batch.id from batch join batch_taking on batch_id = batch.id where walk_id is not null limit 1'
    );
    const page = await learner.words(`/making/batches/${own}`);
    expect(page).toContain('19 pieces taken at Crannoge Wood');
    expect(page).not.toContain('Sorrel in the gate meadow');
    expect(page).toMatch(/into Sorrel and nettle soup for\s+4/);
    expect(page).not.toContain('take back');
    // Free words may name others.
    expect(page).not.toContain('Juno');
    expect((await learner.fetch(`/making/batches/${batch}`)).status).toBe(403);
    expect((await act(own, 'turned', {}, learner)).status).toBe(403);
    // Whoever was not on the walk sees nothing of it.
    await superuser.query(
      `delete from cohort_member using person, cohort
        where person_id = person.id and person.name = 'Imke Sandvoss'
          and cohort_id = cohort.id and cohort.name = 'Hill group'`
    );
    expect((await learner.fetch(`/making/batches/${own}`)).status).toBe(403);
    for (const path of ['/making', '/making/larder', '/making/dishes', '/making/labels'])
      expect((await learner.fetch(path)).status, path).toBe(403);
  });
});

describe('preparations of a school’s own', () => {
  const save = (fields: Record<string, string>) =>
    instructor.post('/species/crithmum-maritimum/correct?/save', {
      form: 'new preparations',
      list: 'preparations',
      path: '',
      seen: '',
      reason: '',
      part: 'leaf',
      way: 'pickle',
      tool: 'jar',
      cutOff: 'Stalks.',
      rinses: '2',
      washing: 'Twice.',
      heat: 'needed',
      why: 'The vinegar boils.',
      steps: 'Boil the vinegar: with salt | 5 | it bubbles',
      cleaned: '0,7 0,8 0,9',
      ready: '1 1 1',
      portionGrams: '20',
      portionOf: 'ready',
      portionsADay: '1',
      notFor: 'sulphites',
      basis: 'our own',
      ...fields
    });

  it('that keep what is moist need two sources', async () => {
    // The library refuses to teach it; the school's own replaces that.
    const seen = /name="seen" value="([0-9a-f]+)"/.exec(
      (await instructor.text('/species/crithmum-maritimum/correct')).split('preparations/leaf:pickle')[2]!
    )![1]!;
    const over = { form: 'preparations/leaf:pickle', path: 'preparations/leaf:pickle', seen };
    await refusedWith(save({ ...over, sources: 'A book, p. 4' }), 'it needs two sources');
    expect((await save({ ...over, sources: 'A book, p. 4\nAnother, p. 9' })).status).toBe(200);
    expect(await instructor.words('/making/cards/crithmum-maritimum?part=leaf&way=pickle')).toContain(
      'A book, p. 4'
    );
  });

  it('have no place with a plant that harms seriously', async () => {
    await refusedWith(
      instructor.post('/species/conium-maculatum/correct?/save', {
        form: 'new preparations',
        list: 'preparations',
        path: '',
        seen: '',
        reason: '',
        part: 'leaf',
        way: 'boil',
        refused: 'It kills.',
        basis: 'x'
      }),
      'No use of'
    );
  });
});
