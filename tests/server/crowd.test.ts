import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { fillerFor, places } from '../support/addresses';
import { Client, signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase } from '../support/database';

/** More requests at once than there are connections: none waits for ever, on any page and in any action. */

const connections = 1;
const atOnce = 2 * connections;
let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let owner: Client;
let fill: (route: string) => string;

beforeAll(async () => {
  database = await cloneDatabase('demo');
  server = await serve({
    port: (await tryPort(0))!,
    app: database.app,
    env: { DATABASE_CONNECTIONS: String(connections) }
  });
  owner = await signedIn(server.origin, 'owner');
  fill = await fillerFor(database.superuser);
});
afterAll(async () => {
  await server.stop();
  await database.drop();
});

const crowd = async (ask: () => Promise<Response>) => {
  const answers = await Promise.all(Array.from({ length: atOnce }, ask));
  await Promise.all(answers.map((one) => one.arrayBuffer()));
  return answers;
};
const statusesOf = (answers: readonly Response[]) => answers.map(({ status }) => status);
const wellAnswered = (statuses: readonly number[]) => statuses.every((status) => status < 500);

/** What ends the session or the walk itself is asked last. */
const last = ['/sign-out', '/walks/[walk]/day'];
const known = places().sort((a, b) => last.indexOf(a.route) - last.indexOf(b.route));

describe(`${atOnce} requests at once on one connection`, () => {
  it('are all answered, by every page; no browser and no proxy keeps it, and its headers suit usual buffers', async () => {
    const bad: string[] = [];
    for (const { route, isPage } of known.filter(({ route }) => route !== '/sign-out')) {
      const answers = await crowd(() => owner.fetch(fill(route)));
      const statuses = statusesOf(answers);
      if (!wellAnswered(statuses)) bad.push(`${route}: ${statuses.join(' ')}`);
      const { headers } = answers[0]!;
      const size = [...headers].reduce((sum, [name, value]) => sum + name.length + value.length + 4, 0);
      const kept = headers.get('cache-control') ?? '';
      if (isPage && (!/no-store/.test(kept) || size > 3000)) bad.push(`${route}: ${kept}, ${size} bytes`);
    }
    expect(bad).toEqual([]);
  });

  it('are all answered, by every action, whatever is missing in what they send', async () => {
    const bad: string[] = [];
    for (const { route, actions } of known)
      for (const action of actions) {
        const path = `${fill(route)}${action === 'default' ? '' : `?/${action}`}`;
        const statuses = statusesOf(
          await crowd(() => owner.fetch(path, { method: 'POST', body: new URLSearchParams() }))
        );
        if (!wellAnswered(statuses)) bad.push(`${path}: ${statuses.join(' ')}`);
      }
    expect(bad).toEqual([]);
  });

  it('leave an application that answers, and never held two connections for one request', async () => {
    expect((await owner.fetch('/health/ready')).status).toBe(200);
    expect(server.printed()).not.toContain('second database connection');
  });
});
