import type { SchoolDb } from '../../src/lib/server/database/school';
import { type NewStopTaxon, listStops } from '../../src/lib/server/walk/stops';
import pg from 'pg';
import { addresses } from '../../scripts/setup/cluster.js';
import { type Caller, type Viewer, signIn, viewerOf } from '../../src/lib/server/accounts';

/** A database of a test file's own, cloned from a migrated template of ./test. */
export interface TestDatabase {
  readonly app: string;
  readonly migrator: string;
  readonly superuser: string;
  drop(): Promise<void>;
}

/** @param template 'bare' has no tables at all */
export async function cloneDatabase(template: 'bare' | 'empty' | 'demo'): Promise<TestDatabase> {
  const { TEST_CLUSTER: described } = process.env;
  if (!described) throw new Error('No test cluster: run ./test, or ./test --only server');
  const cluster = { ...JSON.parse(described), pid: 0, stop: async () => undefined };
  const name = `test_${process.pid}_${Math.floor(performance.now())}`;
  const from = template === 'bare' ? 'template0' : `test_template_${template}`;
  const admin = async (sql: string) => {
    const client = new pg.Client({ connectionString: addresses(cluster, 'postgres').superuser });
    await client.connect();
    await client.query(sql);
    await client.end();
  };
  await admin(`create database ${name} template ${from} owner good_trail_migrator`);
  return { ...addresses(cluster, name), drop: () => admin(`drop database ${name} with (force)`) };
}

/** Demo sign-ins. */
export const demo = {
  password: 'good-trail-demo',
  email: (role: string) => `${role}@demo.example`,
  schoolId: '0192f000-0000-7000-8000-000000000001'
};

/** Somebody who signs in, from a device that is not known yet. */
export const caller = (address = '127.0.0.1', deviceToken?: string): Caller => ({
  address,
  device: 'a test',
  deviceToken
});

/** The viewer that one of the demo's people is, in a database that DATABASE_URL names. */
export async function demoViewer(role: string): Promise<Viewer> {
  const result = await signIn(demo.email(role), demo.password, caller());
  if (!('token' in result)) throw new Error(`the demo's ${role} cannot sign in`);
  return (await viewerOf(result.token))!;
}

/** A taxon on a plan as tests put it there. */
export const planned = (
  taxon: string,
  role: NewStopTaxon['role'],
  change: Partial<NewStopTaxon> = {}
): NewStopTaxon => ({
  taxon,
  role,
  part: '',
  portion: '',
  piecesEach: null,
  specimens: null,
  handling: 'open',
  reason: '',
  ...change
});

/** The row of a plan in which a taxon stands. */
export const plannedId = async (db: SchoolDb, walkId: string, taxon: string): Promise<string> =>
  (await listStops(db, walkId)).flatMap(({ taxa }) => taxa).find((one) => one.taxon === taxon)!.id;
