import { Secret, TOTP } from 'otpauth';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { Client } from '../support/client';
import { type TestDatabase, cloneDatabase, demo } from '../support/database';

let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let admin: pg.Client;
beforeAll(async () => {
  database = await cloneDatabase('demo');
  server = await serve({ port: (await tryPort(0))!, app: database.app });
  admin = new pg.Client({ connectionString: database.superuser });
  await admin.connect();
});
afterAll(async () => {
  await server.stop();
  await admin.end();
  await database.drop();
});

/** The password step; where it leads. */
async function begin(role: string): Promise<{ client: Client; to: string }> {
  const client = new Client(server.origin);
  return {
    client,
    to: await client.submit('/sign-in', { email: demo.email(role), password: demo.password })
  };
}

/** What an authenticator with the key of a page shows. */
const codeOf = (secret: string, timestamp = Date.now()) =>
  new TOTP({ secret: Secret.fromBase32(secret), algorithm: 'SHA1', digits: 6, period: 30 }).generate({
    timestamp
  });

/** Makes the codes of now good again: a test does not wait half a minute. */
const anew = () => admin.query('update second_factor set last_step = 0');

async function setUp(client: Client): Promise<{ secret: string; codes: string[] }> {
  await client.post('/me/second-factor?/begin');
  const page = await client.text('/me/second-factor');
  const secret = /secret=([A-Z2-7]+)/.exec(page)![1]!;
  const done = await (await client.post('/me/second-factor?/confirm', { code: codeOf(secret) })).text();
  return { secret, codes: [...done.matchAll(/[A-Z2-7]{4}(?:-[A-Z2-7]{4}){3}/g)].map(([code]) => code) };
}

describe('codes', () => {
  // RFC 6238, appendix B: SHA-1, the key 12345678901234567890, the last six of the eight digits that it prints.
  it.each([
    [59, '287082'],
    [1111111109, '081804'],
    [1111111111, '050471'],
    [1234567890, '005924'],
    [2000000000, '279037'],
    [20000000000, '353130']
  ])('are those of the standard at %s s', (seconds, code) => {
    expect(codeOf(Secret.fromLatin1('12345678901234567890').base32, seconds * 1000)).toBe(code);
  });
});

describe.sequential('a second factor', () => {
  let secret = '';
  let codes: string[] = [];

  it('is on only once a code was right', async () => {
    const { client } = await begin('assistant');
    await client.post('/me/second-factor?/begin');
    expect((await client.post('/me/second-factor?/confirm', { code: '000000' })).status).toBe(400);
    expect((await begin('assistant')).to).toBe('/today');
    ({ secret, codes } = await setUp(client));
    expect(new Set(codes).size).toBe(10);
    expect(await client.words('/me')).toContain('10 of ten recovery codes are left');
  });

  it('is asked for after the password, and nothing opens before it', async () => {
    await anew();
    const { client, to } = await begin('assistant');
    expect(to).toBe('/sign-in/code');
    expect((await client.fetch('/today')).headers.get('location')).toMatch(/^\/sign-in/);
    expect((await client.post(to, { code: '123 456' })).status).toBe(400);
    expect(await client.submit(to, { code: codeOf(secret).replace(/(...)/, '$1 ') })).toBe('/today');
    expect(await client.words('/today')).toContain('Tarn Hollow');
  });

  it('takes a code once', async () => {
    await anew();
    const [first, second] = await Promise.all([begin('assistant'), begin('assistant')]);
    const code = codeOf(secret);
    const answers = await Promise.all(
      [first, second].map(async ({ client }) => (await client.post('/sign-in/code', { code })).status)
    );
    expect(answers.sort()).toEqual([303, 400]);
  });

  it('takes a code of the half minute before or after, and none from further off', async () => {
    for (const [off, status] of [
      [-30, 303],
      [30, 303],
      [-90, 400],
      [90, 400]
    ] as const) {
      await anew();
      const { client } = await begin('assistant');
      const code = codeOf(secret, Date.now() + off * 1000);
      expect([off, (await client.post('/sign-in/code', { code })).status]).toEqual([off, status]);
    }
  });

  it('lets in by a recovery code, once, however it is written', async () => {
    const { client } = await begin('assistant');
    const written = codes[0]!.toLowerCase().replaceAll('-', ' ');
    expect(await client.submit('/sign-in/code', { code: written })).toBe('/today');
    expect(await client.words('/me')).toContain('9 of ten recovery codes are left');
    const again = await begin('assistant');
    expect((await again.client.post('/sign-in/code', { code: codes[0]! })).status).toBe(400);
  });

  it('bears five wrong codes, then asks for the password again', async () => {
    await admin.query('delete from attempt');
    const { client } = await begin('assistant');
    for (let n = 0; n < 5; n += 1)
      expect(await (await client.post('/sign-in/code', { code: '000000' })).text()).toContain('not right');
    await anew();
    const last = await client.post('/sign-in/code', { code: codeOf(secret) });
    expect([last.status, (await last.text()).includes('too many codes were wrong')]).toEqual([400, true]);
    await admin.query('delete from attempt');
  });

  it('is asked for by an invitation to another school, too', async () => {
    const owner = (await begin('owner')).client;
    await owner.post('/people?/addPerson', { name: 'Nils Fenn', role: 'learner', email: 'nils@example.org' });
    // The same person by the address of an account that has a factor.
    await admin.query("update invitation set email = $1 where email = 'nils@example.org'", [
      demo.email('assistant')
    ]);
    const page = await owner.post('/people?/addPerson', {
      name: 'Nils Again',
      role: 'learner',
      email: 'again@example.org'
    });
    const token = /\/welcome\/([\w-]+)/.exec(await page.text())![1]!;
    await admin.query("update invitation set email = $1 where email = 'again@example.org'", [
      demo.email('assistant')
    ]);
    // Of one school a person is once; so the membership is taken away first.
    await admin.query('delete from membership where account_id = (select id from account where email = $1)', [
      demo.email('assistant')
    ]);
    const guest = new Client(server.origin);
    expect(await guest.submit(`/welcome/${token}`, { password: demo.password })).toBe('/sign-in/code');
    await anew();
    expect(await guest.submit('/sign-in/code', { code: codeOf(secret) })).toBe('/today');
  });
});

describe.sequential('a school that wants one', () => {
  it('opens nothing else to who teaches until it is set up, and asks nothing of learners', async () => {
    const owner = (await begin('owner')).client;
    const instructor = (await begin('instructor')).client;
    expect((await instructor.post('/school?/secondFactor', { of: 'teachers' })).status).toBe(403);
    expect((await owner.post('/school?/secondFactor', { of: 'teachers' })).status).toBe(200);
    for (const client of [owner, instructor])
      for (const path of ['/today', '/people', '/walks'])
        expect((await client.fetch(path)).headers.get('location')).toBe('/me/second-factor');
    expect(await instructor.words('/me/second-factor')).toContain('Your school wants a second factor');
    const learner = (await begin('learner')).client;
    expect((await learner.fetch('/today')).status).toBe(200);
    await setUp(instructor);
    expect((await instructor.fetch('/today')).status).toBe(200);
    await setUp(owner);
  });

  it('lets an owner take off what somebody has lost, and says who did it', async () => {
    await anew();
    const { rows } = await admin.query(
      'select person_id as id from membership join account on account.id = account_id where email = $1',
      [demo.email('instructor')]
    );
    const { client, to } = await begin('instructor');
    expect(to).toBe('/sign-in/code');
    expect((await client.post('/people?/factorOff', { personId: rows[0].id })).status).toBe(303);
    const owner = (await begin('owner')).client;
    const secret = (
      await admin.query<{ secret: string }>(
        'select secret from second_factor join account on account.id = account_id where email = $1',
        [demo.email('owner')]
      )
    ).rows[0]!.secret;
    expect(await owner.submit('/sign-in/code', { code: codeOf(secret) })).toBe('/today');
    expect((await owner.post('/people?/factorOff', { personId: rows[0].id })).status).toBe(200);
    expect((await owner.post('/people?/factorOff', { personId: rows[0].id })).status).toBe(404);
    expect((await begin('instructor')).to).toBe('/today');
    expect(await owner.words('/people/record')).toContain('took a second factor off');
  });
});
