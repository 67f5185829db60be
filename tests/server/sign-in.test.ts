import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { closePool, pool } from '../../src/lib/server/pool';
import { addPerson } from '../../src/lib/server/people';
import { withSchool } from '../../src/lib/server/school';
import {
  acceptInvitation,
  invite,
  readInvitation,
  signIn,
  signOut,
  signOutEverywhere,
  setUpFirstOwner,
  viewerOf
} from '../../src/lib/server/sign-in';
import { type TestDatabase, cloneDatabase, demo } from '../support/database';

let database: TestDatabase;
beforeAll(async () => {
  database = await cloneDatabase('demo');
  process.env['DATABASE_URL'] = database.app;
});
afterAll(async () => {
  await closePool();
  await database.drop();
});

const tokenOf = async (role: string) => {
  const result = await signIn(demo.email(role), demo.password, '127.0.0.1');
  if (!('token' in result)) throw new Error(result.problem);
  return result.token;
};
const newPerson = (name: string) =>
  withSchool(demo.schoolId, (db) =>
    addPerson(db, { name, role: 'learner', isMinor: false, cohortId: undefined })
  );

describe('signing in', () => {
  it('opens a session that knows person, role and the school’s own date', async () => {
    const viewer = await viewerOf(await tokenOf('instructor'));
    expect(viewer).toMatchObject({ role: 'instructor', name: 'Bram Oakhill', today: '2027-04-24' });
  });

  it('stores only hashes of tokens and passwords', async () => {
    const token = await tokenOf('owner');
    const { rows } = await pool().query('select token_hash from session');
    expect(
      rows.every(
        ({ token_hash }) => (token_hash as Buffer).length === 32 && !token_hash.equals(Buffer.from(token))
      )
    ).toBe(true);
    const accounts = await pool().query<{ password_hash: string }>('select password_hash from account');
    expect(accounts.rows.every(({ password_hash }) => password_hash.startsWith('$argon2id$'))).toBe(true);
  });

  it('says the same of a wrong password and an unknown address', async () => {
    expect(await signIn(demo.email('owner'), 'wrong', '127.0.0.2')).toEqual({ problem: 'wrong' });
    expect(await signIn('nobody@demo.example', 'wrong', '127.0.0.2')).toEqual({ problem: 'wrong' });
  });

  it('slows down repeated failures of an account, even for the right password then', async () => {
    for (let tries = 0; tries < 6; tries += 1) await signIn(demo.email('assistant'), 'wrong', '127.0.0.3');
    expect(await signIn(demo.email('assistant'), demo.password, '127.0.0.3')).toMatchObject({
      problem: 'slow'
    });
  });

  it('ends one session, or all of an account', async () => {
    const [first, second, third] = [
      await tokenOf('learner'),
      await tokenOf('learner'),
      await tokenOf('learner')
    ];
    await signOut(first);
    expect(await viewerOf(first)).toBeUndefined();
    const viewer = (await viewerOf(second))!;
    await signOutEverywhere(viewer.accountId);
    expect([await viewerOf(second), await viewerOf(third)]).toEqual([undefined, undefined]);
  });

  it('forgets an expired session', async () => {
    const token = await tokenOf('owner');
    const client = new pg.Client({ connectionString: database.superuser });
    await client.connect();
    await client.query("update session set expires_at = now() - interval '1 second'");
    await client.end();
    expect(await viewerOf(token)).toBeUndefined();
  });
});

describe('invitations', () => {
  it('work once', async () => {
    const token = await invite(demo.schoolId, await newPerson('Ada Tarrow'), 'ada@demo.example');
    expect(await readInvitation(token)).toMatchObject({ state: 'open', name: 'Ada Tarrow' });
    expect(await acceptInvitation(token, 'a long password')).toHaveProperty('token');
    expect(await acceptInvitation(token, 'another password')).toEqual({ problem: 'used' });
    expect(await readInvitation(token)).toEqual({ state: 'used' });
  });

  it('work once even when two come at the same time', async () => {
    const token = await invite(demo.schoolId, await newPerson('Twice Over'), 'twice@demo.example');
    const results = await Promise.all([
      acceptInvitation(token, 'password one!'),
      acceptInvitation(token, 'password two!')
    ]);
    expect(results.filter((result) => 'token' in result)).toHaveLength(1);
  });

  it('expire', async () => {
    const token = await invite(demo.schoolId, await newPerson('Late Comer'), 'late@demo.example');
    await pool().query("update invitation set expires_at = now() - interval '1 day' where used_at is null");
    expect(await readInvitation(token)).toEqual({ state: 'expired' });
    expect(await acceptInvitation(token, 'a long password')).toEqual({ problem: 'expired' });
  });

  it('are unknown when cut off', async () => {
    expect(await readInvitation('half-a-link')).toEqual({ state: 'unknown' });
  });

  it('do not take over an account that exists', async () => {
    const token = await invite(demo.schoolId, await newPerson('Imposter'), demo.email('owner'));
    expect(await acceptInvitation(token, 'a long password')).toEqual({ problem: 'taken' });
  });
});

describe('the first owner', () => {
  it('cannot be set up where somebody has an account', async () => {
    expect(
      await setUpFirstOwner({
        school: 'Late',
        name: 'Late',
        email: 'late-owner@demo.example',
        password: 'a long password',
        timeZone: 'Europe/Dublin'
      })
    ).toBeUndefined();
  });
});
