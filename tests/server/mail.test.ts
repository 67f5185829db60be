import { simpleParser } from 'mailparser';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openPostBox } from '../../scripts/setup/post-box.js';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { Client } from '../support/client';
import { type TestDatabase, cloneDatabase, demo } from '../support/database';

/** Letters as they leave a process that has a mail server, which is a stand-in. */

let database: TestDatabase;
let box: Awaited<ReturnType<typeof openPostBox>>;
let server: Awaited<ReturnType<typeof serve>>;
let admin: pg.Client;
let owner: Client;
const from = 'Tarn Hollow <walks@tarn-hollow.example>';

const start = async () =>
  serve({
    port: (await tryPort(0))!,
    app: database.app,
    env: { MAIL_URL: box.url, MAIL_FROM: from }
  });
beforeAll(async () => {
  database = await cloneDatabase('demo');
  box = await openPostBox();
  server = await start();
  admin = new pg.Client({ connectionString: database.superuser });
  await admin.connect();
  owner = await signedIn('owner');
});
afterAll(async () => {
  await server.stop();
  await box.close();
  await admin.end();
  await database.drop();
});

async function signedIn(role: string, password: string = demo.password, email = demo.email(role)) {
  const client = new Client(server.origin);
  await client.submit('/sign-in', { email, password });
  return client;
}

const parsed = async (text: string) => {
  const mail = await simpleParser(text);
  return { mail, words: mail.text ?? '', subject: mail.subject ?? '' };
};

/** The first letter to an address that holds some words, once it came. */
async function letterTo(address: string, words: string) {
  for (let tries = 0; tries < 150; tries += 1) {
    for (const letter of box.letters.filter(({ to }) => to.includes(address))) {
      const found = await parsed(letter.text);
      if (`${found.subject} ${found.words}`.includes(words)) return { ...found, envelope: letter };
    }
    await new Promise((done) => setTimeout(done, 100));
  }
  throw new Error(
    `no letter to ${address} with “${words}” came; there are ${box.letters.map(({ to }) => to.join()).join('; ')}`
  );
}
const linkIn = (words: string, path: string) =>
  new RegExp(`${server.origin}(/${path}/[\\w-]+)`).exec(words)![1]!;
const askExpert = (recipient: string, body = 'May we come?') =>
  owner.post('/walks/bdfda21f-6323-5707-a31d-9c1e836d4732/letter', {
    recipient,
    subject: 'Grüße from the wood',
    body
  });

describe.sequential('a school with a mail server', () => {
  it('sends what is laid into the outbox, from the school, to be answered to whoever wrote', async () => {
    expect((await askExpert('landowner@example.org')).status).toBe(200);
    const { mail, envelope, words, subject } = await letterTo('landowner@example.org', 'May we come?');
    expect([subject, words.trim()]).toEqual(['Grüße from the wood', 'May we come?']);
    expect(envelope.from).toBe('walks@tarn-hollow.example');
    expect(mail.replyTo?.text).toBe(demo.email('owner'));
    expect(mail.headers.get('auto-submitted')).toBe('auto-generated');
    expect(mail.messageId).toMatch(/@tarn-hollow\.example>$/);
  });

  it('keeps no words of a letter that went', async () => {
    const { rows } = await admin.query('select body, subject from mail where sent_at is not null');
    expect(rows.length).toBeGreaterThan(0);
    expect(rows.every(({ body, subject }) => body === '' && subject === '')).toBe(true);
  });

  it('says what the mail server refused, and does not try that again by itself', async () => {
    await askExpert('nobody@example.org');
    await askExpert('later@example.org');
    const page = async () => owner.words('/people/outbox');
    await expect.poll(page, { timeout: 15_000 }).toContain('nobody@example.org: not delivered. 550 5.1.1');
    await expect
      .poll(page, { timeout: 15_000 })
      .toMatch(/later@example\.org: not taken yet, tried again .*451 4\.2\.0/);
    const { rows } = await admin.query(
      "select failed_at is not null as failed, next_at > now() + interval '30 seconds' as later from mail where recipient in ('nobody@example.org', 'later@example.org') order by recipient"
    );
    expect(rows).toEqual([
      { failed: false, later: true },
      { failed: true, later: expect.any(Boolean) }
    ]);
  });

  it('tries once more when somebody asks for it', async () => {
    const { rows } = await admin.query(
      "select of_message as id from mail where recipient = 'nobody@example.org'"
    );
    await admin.query(
      "update mail set recipient = 'somebody@example.org' where recipient = 'nobody@example.org'"
    );
    expect((await owner.post('/people/outbox?/send', { id: rows[0].id })).status).toBe(200);
    await letterTo('somebody@example.org', 'May we come?');
    expect((await owner.post('/people/outbox?/send', { id: rows[0].id })).status).toBe(400);
  });

  it('goes on with what waited when the process ended', async () => {
    await server.stop();
    await admin.query(
      `insert into mail (id, recipient, subject, body, until)
       values (gen_random_uuid(), 'waiting@example.org', 'Waited', 'While nobody ran.', now() + interval '1 hour'),
              (gen_random_uuid(), 'late@example.org', 'Late', 'Its link has ended.', now() - interval '1 minute')`
    );
    server = await start();
    owner = await signedIn('owner');
    await letterTo('waiting@example.org', 'While nobody ran.');
    await expect
      .poll(async () => {
        const { rows } = await admin.query("select problem from mail where recipient = 'late@example.org'");
        return rows[0].problem;
      })
      .toBe('It could not be delivered in time.');
    expect(box.letters.some(({ to }) => to.includes('late@example.org'))).toBe(false);
  });

  it('waits for a mail server that is away, and sends then', async () => {
    const { port } = box;
    await box.close();
    await askExpert('patient@example.org');
    await expect
      .poll(async () => {
        const { rows } = await admin.query(
          "select problem from mail where recipient = 'patient@example.org'"
        );
        return rows[0].problem;
      })
      .toContain('ECONNREFUSED');
    box = await openPostBox({ port });
    await admin.query("update mail set next_at = now() where recipient = 'patient@example.org'");
    await letterTo('patient@example.org', 'May we come?');
  });

  it('sends an invitation, and says so', async () => {
    const page = await (
      await owner.post('/people?/addPerson', {
        name: 'Ines Marl',
        role: 'assistant',
        email: 'ines@example.org'
      })
    ).text();
    expect(page).toContain('It is on its way by e-mail.');
    const { words } = await letterTo('ines@example.org', 'invites you');
    const guest = new Client(server.origin);
    const link = linkIn(words, 'welcome');
    expect(await guest.submit(link, { password: 'gravel candle ninety otters' })).toBe('/today');
  });
});

describe.sequential('a password that was forgotten', () => {
  it('is chosen anew by a link that goes to its address alone', async () => {
    const stranger = new Client(server.origin);
    const answers = await Promise.all(
      ['ines@example.org', 'unknown@example.org'].map(async (email) => {
        const response = await stranger.post('/forgotten', { email });
        return { status: response.status, words: (await response.text()).replaceAll(email, 'ADDRESS') };
      })
    );
    const said = answers.map(({ status, words }) => [
      status,
      /If somebody signs in with ADDRESS[^<]*/.exec(words)?.[0]
    ]);
    expect(said[0]).toEqual(said[1]);
    expect(said[0]![0]).toBe(200);
    const { words } = await letterTo('ines@example.org', 'asked for a new password');
    const chosen = 'harbour nettle seven ladders';
    expect(await stranger.submit(linkIn(words, 'new-password'), { password: chosen })).toBe('/sign-in');
    await letterTo('ines@example.org', 'password with which you sign in to Good Trail was changed');
    await signedIn('', chosen, 'ines@example.org');
    expect(box.letters.some(({ to }) => to.includes('unknown@example.org'))).toBe(false);
  });

  it('writes to an address three times in ten minutes at most', async () => {
    const stranger = new Client(server.origin);
    for (let n = 0; n < 5; n += 1) {
      expect((await stranger.post('/forgotten', { email: 'ines@example.org' })).status).toBe(200);
      await new Promise((done) => setTimeout(done, 200));
    }
    await new Promise((done) => setTimeout(done, 3000));
    const texts = await Promise.all(
      box.letters.filter(({ to }) => to.includes('ines@example.org')).map(({ text }) => parsed(text))
    );
    expect(texts.filter(({ words }) => words.includes('asked for a new password'))).toHaveLength(3);
  });
});

describe.sequential('another address', () => {
  it('holds once the link that went there was opened and said yes to, and both addresses are told', async () => {
    const assistant = await signedIn('assistant');
    const ask = (email: string, password: string = demo.password) =>
      assistant.post('/me?/email', { email, password });
    expect((await ask('not one')).status).toBe(400);
    expect((await ask('new@example.org', 'not my password')).status).toBe(400);
    expect((await ask('new@example.org')).status).toBe(200);
    await letterTo(demo.email('assistant'), 'wants to sign in with new@example.org');
    const { words } = await letterTo('new@example.org', 'Is this your address?');
    const link = linkIn(words, 'new-email');
    const stranger = new Client(server.origin);
    expect(await stranger.words(link)).toContain('new@example.org');
    // Looking at the link alone changes nothing.
    await signedIn('assistant');
    expect((await stranger.post(link)).status).toBe(200);
    expect((await stranger.post(link)).status).toBe(400);
    await letterTo(demo.email('assistant'), 'no more with this address');
    await signedIn('', demo.password, 'new@example.org');
  });

  it('that was asked for before the password was chosen anew does not hold', async () => {
    const ines = await signedIn('', 'harbour nettle seven ladders', 'ines@example.org');
    await ines.post('/me?/email', { email: 'other@example.org', password: 'harbour nettle seven ladders' });
    const { words } = await letterTo('other@example.org', 'Is this your address?');
    const old = 'harbour nettle seven ladders';
    expect((await ines.post('/me?/password', { old, new: 'gravel candle ninety otters' })).status).toBe(200);
    expect((await new Client(server.origin).post(linkIn(words, 'new-email'))).status).toBe(400);
  });

  it('is never one that somebody else signs in with, and does not tell that there is one', async () => {
    const learner = await signedIn('learner');
    const ask = async (email: string) => {
      const response = await learner.post('/me?/email', { email, password: demo.password });
      return [response.status, (await response.text()).includes('a letter is on its way to')];
    };
    expect(await ask(demo.email('owner'))).toEqual(await ask('free@example.org'));
    await letterTo('free@example.org', 'Is this your address?');
    const { rows } = await admin.query('select email from email_change');
    expect(rows).toEqual([{ email: 'free@example.org' }]);
  });
});
