import { addresses, ensureDatabase } from './cluster.js';
import { prepareDatabase } from './database.js';

/**
 * Two migrated template databases, one empty and one with the demo, made anew each time; tests and the
 * benchmark clone them.
 * @param {import('./cluster.js').Cluster} cluster
 * @returns the environment by which `cloneDatabase` finds them
 */
export async function prepareTemplates(cluster) {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: addresses(cluster, 'postgres').superuser });
  await client.connect();
  const { rows } = await client.query("select datname from pg_database where datname like 'test%'");
  for (const { datname } of rows)
    await client.query(`drop database ${client.escapeIdentifier(datname)} with (force)`);
  await client.end();
  for (const [name, demo] of /** @type {const} */ ([
    ['test_template_empty', false],
    ['test_template_demo', true]
  ])) {
    await ensureDatabase(cluster, name);
    const { app, migrator } = addresses(cluster, name);
    await prepareDatabase({ app, migrator, demo });
  }
  return { TEST_CLUSTER: JSON.stringify({ port: cluster.port, passwords: cluster.passwords }) };
}
