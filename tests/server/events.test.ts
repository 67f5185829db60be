import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { answerTo, cautious, openOf } from '../support/answers';
import { Client, signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase } from '../support/database';

/** Answers as they arrive over HTTP: stored once, refused with a message, given away by nothing. */

let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let clients: { instructor: Client; learner: Client };
let walk = '';
const nowhere = '0192f000-0000-7000-8000-00000000beef';

beforeAll(async () => {
  database = await cloneDatabase('demo');
  server = await serve({ port: (await tryPort(0))!, app: database.app });
  clients = {
    instructor: await signedIn(server.origin, 'instructor'),
    learner: await signedIn(server.origin, 'learner')
  };
  walk = /\/walks\/[0-9a-f-]{36}/.exec(await clients.learner.text('/walks'))![0];
});
afterAll(async () => {
  await server.stop();
  await database.drop();
});

describe('the events endpoint', () => {
  const open = async (client: Client) => {
    for (;;) {
      const round = await client.submit(`${walk}/practise`);
      const questionId = await openOf(client, round, 'side by side');
      if (questionId) return { round, questionId };
    }
  };
  const answer = (questionId: string) => answerTo(questionId, cautious('side by side'));

  it('is closed to whoever is not signed in', async () => {
    const response = await new Client(server.origin).json('/api/events', { by: nowhere, events: [] });
    expect(response.status).toBe(401);
  });

  it.each([
    ['no JSON', '{"events": ['],
    ['no batch', {}],
    ['nobody’s events', { events: [answer(nowhere)] }],
    ['an empty batch', { by: nowhere, events: [] }],
    [
      'more events than a batch holds',
      { by: nowhere, events: Array.from({ length: 201 }, () => answer(nowhere)) }
    ]
  ])('refuses %s with a message', async (_, body) => {
    const response = await clients.learner.json('/api/events', body);
    expect(response.status).toBe(400);
    expect((await response.json()).problem).toMatch(/^Not understood/);
  });

  it.each([
    ['an unknown kind', { events: [{ id: uuid(), kind: 'applause' }] }],
    ['what is no event', { events: [7] }],
    [
      'a confidence that is none',
      { events: [{ ...answer(nowhere), given: { ...cautious('side by side'), confidence: 'very' } }] }
    ],
    [
      'an answer to no drill',
      { events: [{ ...answer(nowhere), given: { drill: 'guessing', choice: 'target' } }] }
    ],
    ['more than was asked', { events: [{ ...answer(nowhere), outcome: 'right' }] }]
  ])('refuses %s with a result of its own, and stores the rest of the batch', async (_, { events }) => {
    const { questionId } = await open(clients.learner);
    const response = await clients.learner.send([...events, answer(questionId)]);
    expect(response.status).toBe(400);
    const { results } = await response.json();
    expect(results[0].problem).toMatch(/^Not understood/);
    expect(results[1].feedback.outcome).toBeDefined();
  });

  it('answers a million unknown keys in few words', async () => {
    const many = Object.fromEntries(Array.from({ length: 50_000 }, (_, i) => [`k${i}`, 1]));
    const response = await clients.learner.send([{ ...answer(nowhere), ...many }]);
    expect((await response.text()).length).toBeLessThan(1000);
  });

  it('takes no events that somebody else has noted on the same device', async () => {
    const { questionId } = await open(clients.learner);
    const response = await clients.learner.send([answer(questionId)], nowhere);
    expect([response.status, await response.json()]).toEqual([
      403,
      { problem: expect.stringMatching(/somebody else/) }
    ]);
  });

  it('stores an answer once, also when it is sent again, and refuses a second one to the same question', async () => {
    const { questionId } = await open(clients.learner);
    const event = answer(questionId);
    const first = await clients.learner.send([event]);
    const again = await clients.learner.send([event]);
    expect([first.status, again.status]).toEqual([200, 200]);
    expect(await again.json()).toEqual(await first.json());
    const other = await clients.learner.send([
      { ...event, given: { drill: 'side by side', choice: 'target', confidence: 'sure' } }
    ]);
    expect(other.status).toBe(409);
    const second = await clients.learner.send([answer(questionId)]);
    expect(second.status).toBe(409);
  });

  it('refuses an answer of another drill than the question’s, and keeps the question open', async () => {
    const { questionId } = await open(clients.learner);
    const response = await clients.learner.send([answerTo(questionId, cautious('basket'))]);
    expect(response.status).toBe(400);
    expect((await response.json()).results[0].problem).toBe(
      'This question is side by side, the answer is not.'
    );
    expect((await clients.learner.send([answer(questionId)])).status).toBe(200);
  });

  it('takes what it can of a batch and says which was refused', async () => {
    const { questionId } = await open(clients.learner);
    const response = await clients.learner.send([answer(nowhere), answer(questionId)]);
    expect(response.status).toBe(404);
    const { results } = await response.json();
    expect(results[0].problem).toBe('There is no such question.');
    expect(results[1].feedback.outcome).toBeDefined();
  });

  it('knows nothing of somebody else’s question, nor shows its drawing', async () => {
    const { round, questionId } = await open(clients.learner);
    const response = await clients.instructor.send([answer(questionId)]);
    expect(response.status).toBe(404);
    expect((await clients.instructor.fetch(`/questions/${questionId}/specimen`)).status).toBe(404);
    expect((await clients.instructor.fetch(round)).status).toBe(404);
  });

  it('gives a question’s answer away neither in the page nor in the drawing, which nobody may keep', async () => {
    const { round, questionId } = await open(clients.learner);
    const html = await clients.learner.text(round);
    expect(html).not.toMatch(/"?specimen"?:|isDangerous|leaf-venation|seed/);
    const drawing = await clients.learner.fetch(`/questions/${questionId}/specimen`);
    expect(drawing.headers.get('cache-control')).toBe('no-store');
    expect(drawing.headers.get('content-type')).toBe('image/svg+xml');
    expect(await drawing.text()).not.toMatch(/<text|<title|class=| id=/);
  });

  it('is the same from two processes on one database', async () => {
    const twin = await serve({ port: (await tryPort(0))!, app: database.app });
    try {
      const there = await signedIn(twin.origin, 'learner');
      const { questionId } = await open(clients.learner);
      const event = answer(questionId);
      expect((await there.send([event])).status).toBe(200);
      expect((await clients.learner.send([event])).status).toBe(200);
      const drawings = await Promise.all(
        [there, clients.learner].map((one) => one.text(`/questions/${questionId}/specimen`))
      );
      // How many blanks follow is what each process has learned of sizes.
      expect(drawings[0]!.trimEnd()).toBe(drawings[1]!.trimEnd());
    } finally {
      await twin.stop();
    }
  });
});
