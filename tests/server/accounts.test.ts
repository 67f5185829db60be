import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  acceptInvitation,
  addSchool,
  deviceOf,
  endSession,
  invite,
  makePasswordLink,
  membersOf,
  moveSession,
  readInvitation,
  readPasswordLink,
  membershipsOf,
  sessionsOf,
  setPassword,
  setUpFirstOwner,
  signIn,
  signOut,
  signOutEverywhere,
  sweepSessions,
  usePasswordLink,
  viewerOf
} from '../../src/lib/server/accounts';
import { closePool, query } from '../../src/lib/server/database/database';
import { addPerson } from '../../src/lib/server/school/people';
import { withSchool } from '../../src/lib/server/database/school';
import { type TestDatabase, caller, cloneDatabase, demo, demoViewer } from '../support/database';

let database: TestDatabase;
beforeAll(async () => {
  database = await cloneDatabase('demo');
  process.env['DATABASE_URL'] = database.app;
});
afterAll(async () => {
  await closePool();
  await database.drop();
});

const enter = async (email: string, password = demo.password, who = caller()) => {
  const result = await signIn(email, password, who);
  if (!('token' in result)) throw new Error(JSON.stringify(result));
  return result;
};
const tokenOf = async (role: string) => (await enter(demo.email(role))).token;
const newPerson = (name: string) =>
  withSchool(demo.schoolId, (db) =>
    addPerson(db, { name, role: 'learner', isMinor: false, cohortId: undefined })
  );
const asOwner = async (sql: string, values: unknown[] = []) => {
  const client = new pg.Client({ connectionString: database.superuser });
  await client.connect();
  await client.query(sql, values);
  await client.end();
};
const good = 'heron ladder velvet Tuesday';

/** Somebody of the demo school with an account of their own. */
async function member(name: string, email: string) {
  const personId = await newPerson(name);
  const joined = await acceptInvitation(await invite(demo.schoolId, personId, email), good, caller());
  if (!('token' in joined)) throw new Error(JSON.stringify(joined));
  return { ...joined, viewer: (await viewerOf(joined.token))! };
}

describe('signing in', () => {
  it('opens a session that knows person, role and the school’s own date', async () => {
    const viewer = await viewerOf(await tokenOf('instructor'));
    expect(viewer).toMatchObject({ role: 'instructor', name: 'Bram Oakhill', today: '2027-04-24' });
  });

  it('stores only hashes of tokens and passwords', async () => {
    const { token, deviceToken } = await enter(demo.email('owner'));
    const { rows } = await query(
      'select token_hash as hash from session union all select token_hash from known_device'
    );
    for (const { hash } of rows) {
      expect(hash).toHaveLength(32);
      expect([token, deviceToken]).not.toContain(hash.toString('base64url'));
    }
    const accounts = await query('select password_hash from account');
    expect(accounts.rows.every(({ password_hash }) => password_hash.startsWith('$argon2id$'))).toBe(true);
  });

  it('says the same of a wrong password and an unknown address', async () => {
    expect(await signIn(demo.email('owner'), 'wrong', caller('127.0.0.2'))).toMatchObject({
      problem: 'wrong'
    });
    expect(await signIn('nobody@demo.example', 'wrong', caller('127.0.0.2'))).toMatchObject({
      problem: 'wrong'
    });
  });

  it('is no way in for somebody who has no role in the school any more', async () => {
    const { token, personId } = await member('Gone Guest', 'gone@demo.example');
    await withSchool(demo.schoolId, (db) =>
      db.query("update person set role = 'guest' where id = $1", [personId])
    );
    expect(await viewerOf(token)).toBeUndefined();
  });
});

describe('limits', () => {
  it('slow down failures on an account, for the right password too, but not on a device that is known', async () => {
    const { deviceToken } = await enter(demo.email('assistant'));
    for (let tries = 0; tries < 6; tries += 1)
      await signIn(demo.email('assistant'), 'wrong', caller('127.0.0.3'));
    const stranger = await signIn(demo.email('assistant'), demo.password, caller('127.0.0.3'));
    expect(stranger).toMatchObject({ problem: 'slow' });
    expect('seconds' in stranger && stranger.seconds).toBeGreaterThan(0);
    expect(
      await enter(demo.email('assistant'), demo.password, caller('127.0.0.3', deviceToken))
    ).toHaveProperty('token');
  });

  it('do not take a device of another account for a known one', async () => {
    const { deviceToken } = await enter(demo.email('owner'));
    for (let tries = 0; tries < 6; tries += 1)
      await signIn(demo.email('learner'), 'wrong', caller('127.0.0.4', deviceToken));
    expect(
      await signIn(demo.email('learner'), demo.password, caller('127.0.0.4', deviceToken))
    ).toMatchObject({
      problem: 'slow'
    });
    await query("delete from attempt where key like 'account%'");
  });

  it('hold for a known device as well: it cannot guess for ever', async () => {
    const { deviceToken } = await enter(demo.email('instructor'));
    const outcomes = [];
    for (let tries = 0; tries < 12; tries += 1)
      outcomes.push(await signIn(demo.email('instructor'), 'wrong', caller('127.0.0.5', deviceToken)));
    expect(outcomes.at(-1)).toMatchObject({ problem: 'slow' });
  });

  it('count no successes: a whole class signs in from one address', async () => {
    for (let i = 0; i < 110; i += 1) await enter(demo.email('owner'), demo.password, caller('127.0.0.6'));
    expect(await enter(demo.email('owner'), demo.password, caller('127.0.0.6'))).toHaveProperty('token');
  });

  it('count attempts that come at once, before any of them is looked at', async () => {
    const { viewer } = await member('Many Guesses', 'guesses@demo.example');
    const results = await Promise.all(
      Array.from({ length: 30 }, () => signIn('guesses@demo.example', 'wrong', caller('127.0.0.7')))
    );
    expect(results.filter((one) => 'problem' in one && one.problem === 'wrong')).toHaveLength(6);
    expect(viewer.name).toBe('Many Guesses');
  });
});

describe('sessions', () => {
  it('end alone, or all of an account, or all but one', async () => {
    const [first, second, third] = [await tokenOf('owner'), await tokenOf('owner'), await tokenOf('owner')];
    await signOut(first);
    expect(await viewerOf(first)).toBeUndefined();
    const viewer = (await viewerOf(second))!;
    await signOutEverywhere(viewer.accountId, viewer.sessionId);
    expect([await viewerOf(second), await viewerOf(third)]).toEqual([
      expect.objectContaining({ role: 'owner' }),
      undefined
    ]);
    await signOutEverywhere(viewer.accountId);
    expect(await viewerOf(second)).toBeUndefined();
  });

  it('are listed with their device, and each can be ended by its own account only', async () => {
    const here = (await viewerOf(await tokenOf('owner')))!;
    const there = (await viewerOf(await tokenOf('owner')))!;
    const stranger = await demoViewer('instructor');
    expect((await sessionsOf(here.accountId)).map(({ device }) => device)).toContain('a test');
    expect(await endSession(stranger.accountId, there.sessionId)).toBe(false);
    expect(await endSession(here.accountId, there.sessionId)).toBe(true);
    expect((await sessionsOf(here.accountId)).map(({ id }) => id)).not.toContain(there.sessionId);
  });

  it.each([
    ['when their time is over', "expires_at = now() - interval '1 second'"],
    ['when they were not used for a week', "seen_at = now() - interval '7 days 1 second'"]
  ])('end %s, and are swept', async (_, change) => {
    const token = await tokenOf('owner');
    await asOwner(`update session set ${change}`);
    expect(await viewerOf(token)).toBeUndefined();
    await sweepSessions();
    expect((await query('select from session')).rowCount).toBe(0);
  });

  it('are kept in use by looking at a page', async () => {
    const token = await tokenOf('owner');
    await asOwner("update session set seen_at = now() - interval '6 days'");
    await viewerOf(token);
    const { rows } = await query("select seen_at > now() - interval '1 minute' as fresh from session");
    expect(rows).toEqual([{ fresh: true }]);
  });

  it.each([
    ['Mozilla/5.0 (X11; Linux x86_64; rv:128.0) Gecko/20100101 Firefox/128.0', 'Firefox on Linux'],
    [
      'Mozilla/5.0 (Linux; Android 14) AppleWebKit/537.36 Chrome/126.0.0.0 Mobile Safari/537.36',
      'Chrome on Android'
    ],
    ['Mozilla/5.0 (iPhone; CPU iPhone OS 17_5 like Mac OS X) Version/17.5 Safari/604.1', 'Safari on iOS'],
    [null, 'a browser on an unknown system']
  ])('say of %s that it is %s', (agent, words) => expect(deviceOf(agent)).toBe(words));
});

describe('invitations', () => {
  it('work once', async () => {
    const token = await invite(demo.schoolId, await newPerson('Ada Tarrow'), 'ada@demo.example');
    expect(await readInvitation(token)).toMatchObject({ state: 'open', name: 'Ada Tarrow' });
    expect(await acceptInvitation(token, good, caller())).toHaveProperty('token');
    expect(await acceptInvitation(token, 'another long secret', caller())).toEqual({ problem: 'used' });
    expect(await readInvitation(token)).toEqual({ state: 'used' });
  });

  it('work once even when two come at the same time', async () => {
    const token = await invite(demo.schoolId, await newPerson('Twice Over'), 'twice@demo.example');
    const results = await Promise.allSettled([
      acceptInvitation(token, good, caller()),
      acceptInvitation(token, `${good} two`, caller())
    ]);
    expect(results.filter((result) => result.status === 'fulfilled' && 'token' in result.value)).toHaveLength(
      1
    );
  });

  it('expire', async () => {
    const token = await invite(demo.schoolId, await newPerson('Late Comer'), 'late@demo.example');
    await query("update invitation set expires_at = now() - interval '1 day' where used_at is null");
    expect(await readInvitation(token)).toEqual({ state: 'expired' });
    expect(await acceptInvitation(token, good, caller())).toEqual({ problem: 'expired' });
  });

  it('are unknown when cut off', async () => {
    expect(await readInvitation('half-a-link')).toEqual({ state: 'unknown' });
  });

  it('refuse a password that is guessed soon, and stay open', async () => {
    const token = await invite(demo.schoolId, await newPerson('Weak Willem'), 'weak@demo.example');
    for (const password of ['short one', '1234567890ab', 'password1234', 'Weak Willem 2027'])
      expect(await acceptInvitation(token, password, caller())).toMatchObject({ problem: 'weak' });
    expect(await readInvitation(token)).toMatchObject({ state: 'open' });
  });

  it('let an account that exists join with its own password, and with no other', async () => {
    const token = await addSchool({
      school: 'Second School',
      name: 'Ada Second',
      email: 'ada@demo.example',
      timeZone: 'Europe/Lisbon'
    });
    expect(await acceptInvitation(token, 'heron ladder velvet Friday', caller())).toEqual({
      problem: 'wrong'
    });
    const joined = await acceptInvitation(token, good, caller());
    if (!('token' in joined)) throw new Error(JSON.stringify(joined));
    const viewer = (await viewerOf(joined.token))!;
    expect(viewer).toMatchObject({ role: 'owner', name: 'Ada Second', schools: 2 });
    expect((await membershipsOf(viewer.accountId)).map(({ schoolId }) => schoolId)).toEqual([
      viewer.schoolId,
      demo.schoolId
    ]);
    expect(await moveSession(viewer.sessionId, demo.schoolId)).toBe(true);
    expect(await viewerOf(joined.token)).toMatchObject({ role: 'learner', name: 'Ada Tarrow' });
    // Each school sees of the account what belongs to it.
    expect((await membersOf(viewer.schoolId)).size).toBe(1);
  });

  it('move no session into a school that the account is not of', async () => {
    const viewer = await demoViewer('owner');
    const [other] = (
      await query('select school_id as id from membership where school_id <> $1', [demo.schoolId])
    ).rows;
    expect(await moveSession(viewer.sessionId, other!.id)).toBe(false);
  });
});

describe('passwords', () => {
  it('are set anew by a link, once, which ends every session', async () => {
    const { token, viewer } = await member('Forgetful Flora', 'flora@demo.example');
    const first = await makePasswordLink(viewer.accountId);
    const link = await makePasswordLink(viewer.accountId);
    expect(await readPasswordLink(first)).toEqual({ state: 'unknown' });
    expect(await readPasswordLink(link)).toEqual({ state: 'open', email: 'flora@demo.example' });
    expect(await usePasswordLink(link, 'gravel candle ninety otters')).toBe(viewer.accountId);
    expect(await usePasswordLink(link, 'gravel candle ninety foxes')).toBeUndefined();
    expect(await readPasswordLink(link)).toEqual({ state: 'used' });
    expect(await viewerOf(token)).toBeUndefined();
    expect(await signIn('flora@demo.example', good, caller('127.0.0.8'))).toMatchObject({ problem: 'wrong' });
    expect(await enter('flora@demo.example', 'gravel candle ninety otters')).toHaveProperty('token');
  });

  it('close links that were made before they were changed, and links expire', async () => {
    const { viewer } = await member('Quick Quill', 'quill@demo.example');
    const link = await makePasswordLink(viewer.accountId);
    await setPassword(viewer.accountId, 'gravel candle ninety otters');
    expect(await readPasswordLink(link)).toEqual({ state: 'used' });
    const late = await makePasswordLink(viewer.accountId);
    await query("update password_link set expires_at = now() - interval '1 minute'");
    expect(await readPasswordLink(late)).toEqual({ state: 'expired' });
    expect(await usePasswordLink(late, good)).toBeUndefined();
  });
});

describe('the first owner', () => {
  it('cannot be set up where somebody has an account', async () => {
    expect(
      await setUpFirstOwner({
        school: 'Late',
        name: 'Late',
        email: 'late-owner@demo.example',
        password: good,
        timeZone: 'Europe/Dublin'
      })
    ).toBeUndefined();
  });
});
