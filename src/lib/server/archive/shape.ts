import { z } from 'zod';
import type { Asked } from '../database/rows';
import { rowsOf } from '../database/rows';
import { derivedTables } from './table-words';

/**
 * A school as one file, a ZIP archive of open formats that its README describes. What is written and what is read agree
 * here: the names of its parts, the tables in the order in which they refer to each other, and a sum over each.
 */

export const archiveFormat = 'good-trail school 1';

export const parts = {
  readme: 'README.md',
  manifest: 'manifest.json',
  dictionary: 'dictionary.csv',
  accounts: 'accounts.csv',
  table: (name: string) => `tables/${name}.jsonl`,
  picture: (table: string, nth: number) => `pictures/${table}/${nth}.jpg`,
  release: (hash: string, region: string) => `releases/${hash}/${region}.json`
};

export const TableSum = z.object({ rows: z.number(), sum: z.string() });
export type TableSum = z.infer<typeof TableSum>;

export const Manifest = z.object({
  format: z.literal(archiveFormat),
  madeAt: z.string(),
  schoolId: z.uuid(),
  school: z.string(),
  /** The last migration of the installation that it comes from. */
  schema: z.string(),
  releases: z.array(z.object({ hash: z.string(), name: z.string(), regions: z.array(z.string()) })),
  tables: z.record(z.string(), TableSum),
  /** SHA-256 of each part but this one, in hexadecimal digits. */
  parts: z.record(z.string(), z.string())
});
export type Manifest = z.infer<typeof Manifest>;

/** The columns that hold pictures: files of their own in an archive. */
export const pictureColumn = 'jpeg';

/** The last migration of an installation. */
export async function schemaOf(db: Asked): Promise<string> {
  const [row] = await rowsOf(
    db,
    z.object({ name: z.string() }),
    'select name from schema_migration order by id desc limit 1'
  );
  return row!.name;
}

const Reference = z.object({ from: z.string(), to: z.string() });

/** The tables of a school, those first to which others refer. */
export async function tablesInOrder(db: Asked): Promise<string[]> {
  const tables = await rowsOf(
    db,
    z.object({ name: z.string() }),
    `select relname::text as name from pg_class
      where relkind = 'r' and relnamespace = 'public'::regnamespace and relrowsecurity order by 1`
  );
  const references = await rowsOf(
    db,
    Reference,
    `select conrelid::regclass::text as "from", confrelid::regclass::text as "to" from pg_constraint
      where contype = 'f' and connamespace = 'public'::regnamespace and conrelid <> confrelid`
  );
  const names = tables.map(({ name }) => name).filter((name) => !derivedTables.includes(name));
  const ordered: string[] = [];
  const visit = (name: string, above: readonly string[]): void => {
    if (ordered.includes(name) || !names.includes(name)) return;
    if (above.includes(name)) throw new Error(`Tables refer to each other in a circle: ${above.join(', ')}.`);
    for (const { from, to } of references) if (from === name) visit(to, [...above, name]);
    ordered.push(name);
  };
  for (const name of names) visit(name, []);
  return ordered;
}

/** How many rows of a school a table has, and a sum over them that does not depend on their order. */
export async function sumOf(db: Asked, table: string, schoolId: string): Promise<TableSum> {
  const [sum] = await rowsOf(
    db,
    TableSum,
    `select count(*)::int as rows, coalesce(sum(('x' || left(md5(one::text), 15))::bit(60)::bigint), 0)::text as sum
       from ${table} one where school_id = $1`,
    [schoolId]
  );
  return sum!;
}
