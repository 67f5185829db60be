import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { fillerFor, places } from '../support/addresses';
import { Client, signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase } from '../support/database';

/** More requests at once than there are connections: none waits for ever, on any page and in any action. */

const connections = 1;
const atOnce = 3 * connections;
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
  return Promise.all(answers.map(async (one) => (await one.arrayBuffer(), one.status)));
};
const wellAnswered = (statuses: readonly number[]) => statuses.every((status) => status < 500);

/** What ends the session or the walk itself is asked last. */
const last = ['/sign-out', '/walks/[walk]/day'];
const known = places().sort((a, b) => last.indexOf(a.route) - last.indexOf(b.route));

describe(`${atOnce} requests at once on one connection`, () => {
  it('are all answered, by every page', async () => {
    const bad: string[] = [];
    for (const { route } of known.filter(({ route }) => route !== '/sign-out')) {
      const statuses = await crowd(() => owner.fetch(fill(route)));
      if (!wellAnswered(statuses)) bad.push(`${route}: ${statuses.join(' ')}`);
    }
    expect(bad).toEqual([]);
  }, 180_000);

  it('are all answered, by every action, whatever is missing in what they send', async () => {
    const bad: string[] = [];
    for (const { route, actions } of known)
      for (const action of actions) {
        const path = `${fill(route)}${action === 'default' ? '' : `?/${action}`}`;
        const statuses = await crowd(() =>
          owner.fetch(path, { method: 'POST', body: new URLSearchParams() })
        );
        if (!wellAnswered(statuses)) bad.push(`${path}: ${statuses.join(' ')}`);
      }
    expect(bad).toEqual([]);
  }, 180_000);

  it('leave an application that answers, and never held two connections for one request', async () => {
    expect((await owner.fetch('/health/ready')).status).toBe(200);
    expect(server.printed()).not.toContain('second database connection');
  });
});
