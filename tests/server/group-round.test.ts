import pg from 'pg';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { Client, signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase } from '../support/database';
import { Phone, act, openRound, screenOf } from '../support/group';

/** Rounds with a group, on two processes that share nothing but the database. */

let database: TestDatabase;
const servers: Awaited<ReturnType<typeof serve>>[] = [];
let origins: string[];
let admin: pg.Client;
let leader: Client;
const start = async () => serve({ port: (await tryPort(0))!, app: database.app });

beforeAll(async () => {
  database = await cloneDatabase('demo');
  servers.push(await start(), await start());
  origins = servers.map(({ origin }) => origin);
  admin = new pg.Client({ connectionString: database.superuser });
  await admin.connect();
  leader = await signedIn(origins[0]!, 'instructor');
});
afterAll(async () => {
  for (const server of servers) await server.stop();
  await admin.end();
  await database.drop();
});

const soon = { timeout: 10_000 };
const problemIn = async (response: Response) =>
  ((await response.json()) as { problem?: string }).problem ?? '';

/** A round with a screen and some phones, at the process that is not the screen's. */
async function begin(names: readonly string[], fields: Record<string, string> = {}) {
  const { address, code } = await openRound(leader, fields);
  const screen = screenOf(leader, address);
  const phones: Phone[] = [];
  for (const name of names) phones.push(await Phone.join([origins[1]!, origins[0]!], code, name));
  await expect.poll(() => screen.now?.phones, soon).toBe(names.length);
  const go = async (what: string) => {
    const { step } = screen.now!;
    await act(leader, address, what, step);
    await expect.poll(() => screen.now?.step, soon).toBe(step + 1);
    for (const phone of phones) await expect.poll(() => phone.stream.now?.step, soon).toBe(step + 1);
  };
  return {
    address,
    code,
    screen,
    phones,
    go,
    end: () => [screen, ...phones.map(({ stream }) => stream)].forEach((stream) => stream.end())
  };
}

describe('a round with a group', () => {
  it('counts what phones at another process answer, and says neither what it is nor how the room divides before it is asked for', async () => {
    const { screen, phones, go, end } = await begin(['Ada and Ben', 'Cleo and Dan']);
    const [first, second] = phones as [Phone, Phone];
    await go('ask');
    expect(first.stream.now).toMatchObject({ phase: 'asked', position: 1, length: 4 });
    expect((await first.answer(1, 'target', { part: 'a' })).status).toBe(200);
    await expect.poll(() => screen.now?.answered, soon).toBe(1);
    expect((await second.answer(1, 'cannot tell')).status).toBe(200);
    await expect.poll(() => screen.now?.answered, soon).toBe(2);
    for (const view of [screen.now!, first.stream.now!]) {
      expect(view.told).toBeUndefined();
      expect(JSON.stringify(view)).not.toMatch(/isDangerous|worth|telling|tells/);
    }
    expect(screen.now!.division).toBeUndefined();
    await go('divide');
    expect(screen.now!.division!.choices).toEqual({ target: 1, lookalike: 0, 'cannot tell': 1 });
    expect(JSON.stringify(first.stream.now)).not.toMatch(/isDangerous|"division"/);
    await go('tell');
    expect(first.stream.now!.told!.truth.name).toBe(screen.now!.told!.truth.name);
    end();
  });

  it('takes an answer once, however often it is sent, and lets the first one of a phone stand', async () => {
    const { phones, go, screen, end } = await begin(['Once']);
    const [phone] = phones as [Phone];
    await go('ask');
    const sent = { id: uuid(), position: 1, choice: 'lookalike', confidence: 'sure' };
    const answers = await Promise.all([1, 2, 3].map(() => phone.client.json('/join/phone/answer', sent)));
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200]);
    const other = await phone.answer(1, 'target');
    expect(await other.json()).toEqual({ kept: { position: 1, choice: 'lookalike', confidence: 'sure' } });
    await expect.poll(() => screen.now?.answered, soon).toBe(1);
    end();
  });

  it('refuses what comes after the reveal, for another specimen, or is no answer, in words', async () => {
    const { phones, go, end } = await begin(['Late']);
    const [phone] = phones as [Phone];
    await go('ask');
    await go('divide');
    const late = await phone.answer(1, 'target');
    expect(late.status).toBe(409);
    expect(await problemIn(late)).toContain('came too late and is not counted');
    expect((await phone.answer(3, 'target')).status).toBe(409);
    const bad = await phone.client.json('/join/phone/answer', { id: uuid(), position: 1, choice: 'eat it' });
    expect(bad.status).toBe(400);
    expect((await phone.client.json('/join/phone/answer', '{')).status).toBe(400);
    end();
  });

  it('keeps two phones under one name apart, and gives a freed name back with its answers', async () => {
    const { address, code, phones, go, screen, end } = await begin(['Ada']);
    await go('ask');
    await phones[0]!.answer(1, 'target');
    const second = await new Client(origins[0]!).post('/join', { code, name: ' ada ' });
    expect(second.status).toBe(409);
    expect(await second.text()).toContain('ask whoever leads to free the name');
    const { rows } = await admin.query("select id from group_seat where name = 'Ada'");
    await leader.post(`${address}?/free`, { seat: rows[0].id });
    await expect.poll(() => screen.now?.phones, soon).toBe(0);
    expect((await phones[0]!.answer(1, 'target')).status).toBe(401);
    const back = await Phone.join(origins, code, 'Ada');
    expect(await back.client.words('/join/phone')).toContain('Sent:');
    back.stream.end();
    end();
  });

  it('has a phone that was away where the others are, and sends nothing twice to one that has it', async () => {
    const { phones, go, end } = await begin(['Sleepy']);
    const [phone] = phones as [Phone];
    await go('ask');
    const { begun } = phone.stream;
    const seen = phone.stream.views.length;
    phone.turn();
    await expect.poll(() => phone.stream.begun, soon).toBe(begun + 1);
    await go('divide');
    expect(phone.stream.views.length).toBe(seen + 1);
    end();
  });

  it('is moved on once by two screens, tells before it goes on, and counts hands', async () => {
    const { address, screen, go, end } = await begin([]);
    await go('ask');
    const { step } = screen.now!;
    await Promise.all([act(leader, address, 'divide', step), act(leader, address, 'divide', step)]);
    await expect.poll(() => screen.now?.step, soon).toBe(step + 1);
    for (const what of ['ask', 'close']) {
      const refused = await act(leader, address, what, step + 1);
      expect(await refused.text()).toContain('what is shown has to be told first');
    }
    await leader.post(`${address}?/hands`, { target: '3', lookalike: '1', 'cannot tell': '0' });
    await expect.poll(() => screen.now?.division?.hands.target, soon).toBe(3);
    const refused = await leader.post(`${address}?/hands`, {
      target: '-1',
      lookalike: '1',
      'cannot tell': 'x'
    });
    expect(refused.status).toBe(400);
    end();
  });

  it('says of a closed round that it is over, to its phones and to its code, and sums it up for whoever led', async () => {
    const { address, code, phones, go, end } = await begin(['Ada and Ben'], { length: '3' });
    for (let position = 1; position <= 3; position += 1) {
      await go('ask');
      await phones[0]!.answer(position, 'target');
      await go('tell');
    }
    await go('close');
    expect((await phones[0]!.answer(3, 'target')).status).toBe(200);
    const late = await new Client(origins[0]!).post('/join', { code, name: 'Late' });
    expect(late.status).toBe(410);
    expect(await late.text()).toContain('This round is over');
    expect(await leader.words(address)).toContain('what came of it');
    end();
  });

  it('shows a screen that was closed in the middle where it was', async () => {
    const { address, go, end, phones } = await begin(['Patient']);
    await go('ask');
    end();
    await phones[0]!.answer(1, 'lookalike');
    const again = screenOf(leader, address);
    await expect.poll(() => again.now, soon).toMatchObject({ phase: 'asked', position: 1, answered: 1 });
    again.end();
  });
});

describe('a code', () => {
  it('says of a slip that it is one, and of a strange code that there is no such round', async () => {
    const visitor = new Client(origins[0]!);
    const slip = await visitor.post('/join', { code: 'ABCDE', name: 'Ada' });
    expect(slip.status).toBe(400);
    expect(await slip.text()).toContain('one of these is another, or missing');
    const unknown = await visitor.post('/join', { code: '22222', name: 'Ada' });
    expect(unknown.status).toBe(404);
    expect((await visitor.post('/join', { code: '22222', name: '' })).status).toBe(400);
  });

  it('is not guessed: who has tried too often waits', async () => {
    const visitor = new Client(origins[1]!);
    let status = 0;
    for (let tries = 0; tries < 70 && status !== 429; tries += 1)
      ({ status } = await visitor.post('/join', { code: '22222', name: 'Guess' }));
    expect(status).toBe(429);
    await admin.query("delete from attempt where key like 'guesses:%'");
  });
});

describe('who may', () => {
  it('open, lead and watch a screen: those who lead; a phone knows its own round alone', async () => {
    const { address } = await openRound(leader);
    const learner = await signedIn(origins[0]!, 'learner');
    for (const path of ['/together', address, `${address}/stream`, `${address}/specimen`])
      expect((await learner.fetch(path)).status).toBe(403);
    const stranger = new Client(origins[0]!);
    for (const path of ['/join/phone/stream', '/join/phone/specimen'])
      expect((await stranger.fetch(path)).status).toBe(401);
    expect((await stranger.fetch('/join/phone')).headers.get('location')).toBe('/join');
    expect((await stranger.fetch(address)).headers.get('location')).toContain('/sign-in');
  });
});

describe('a process that is killed in the middle', () => {
  it('costs twenty phones nothing that was taken', async () => {
    const { address, code } = await openRound(leader, { length: '3' });
    const phones = await Promise.all(
      Array.from({ length: 20 }, (_, i) => Phone.join(origins, code, `Pair ${i + 1}`, i % 2))
    );
    const second = await signedIn(origins[1]!, 'instructor');
    const screen = screenOf(second, address);
    const pace = async (what: string) => {
      const { step } = screen.now!;
      await act(second, address, what, step);
      await expect.poll(() => screen.now?.step, soon).toBe(step + 1);
    };
    await expect.poll(() => screen.now?.phones, soon).toBe(20);
    await pace('ask');
    const answers = phones.map(async (phone, i) => {
      await new Promise((done) => setTimeout(done, 40 * i));
      return (await phone.answer(1, i % 3 === 0 ? 'target' : 'lookalike')).status;
    });
    await new Promise((done) => setTimeout(done, 300));
    process.kill(servers[0]!.pid!, 'SIGKILL');
    expect(new Set(await Promise.all(answers))).toEqual(new Set([200]));
    await expect.poll(() => screen.now?.answered, soon).toBe(20);
    for (const phone of phones) if (phone.client.origin === origins[0]) phone.turn();
    await pace('divide');
    expect(screen.now!.division!.choices).toEqual({ target: 7, lookalike: 13, 'cannot tell': 0 });
    await pace('tell');
    for (const phone of phones) await expect.poll(() => phone.stream.now?.phase, soon).toBe('told');
    const { rows } = await admin.query(
      'select count(*)::int as n, count(distinct seat_id)::int as seats from group_answer where round_id = $1',
      [address.split('/').at(-1)]
    );
    expect(rows).toEqual([{ n: 20, seats: 20 }]);
    [screen, ...phones.map(({ stream }) => stream)].forEach((stream) => stream.end());
    servers[0] = await start();
  });
});
