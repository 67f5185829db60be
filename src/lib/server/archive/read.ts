import { createHash } from 'node:crypto';
import { strFromU8, unzipSync } from 'fflate';
import { readCsv } from '$core/formats';
import type { Asked } from '../database/rows';
import { Manifest, parts, pictureColumn, schemaOf, sumOf, tablesInOrder } from './shape';

/** Brings a school's archive into an installation, as the owner of its tables: what is not as it was is not kept. */

/** Bytes that an archive may unfold to. */
const mostBytes = 4_000_000_000;

type Files = Readonly<Record<string, Uint8Array>>;

function unfolded(file: Uint8Array): Files {
  let bytes = 0;
  try {
    return unzipSync(file, {
      filter: ({ originalSize }) => {
        bytes += originalSize;
        if (bytes > mostBytes) throw new Error('it unfolds to more than four gigabytes');
        return true;
      }
    });
  } catch (error) {
    throw new Error(`This is no archive of a school: ${(error as Error).message}.`, { cause: error });
  }
}

function manifestOf(files: Files): Manifest {
  const bytes = files[parts.manifest];
  let read: unknown;
  try {
    read = bytes && JSON.parse(strFromU8(bytes));
  } catch {
    read = undefined;
  }
  const manifest = Manifest.safeParse(read);
  if (!manifest.success) throw new Error('This is no archive of a school: its manifest.json cannot be read.');
  return manifest.data;
}

/** @throws where a part is missing or was changed */
function assertWhole(files: Files, { parts: sums }: Manifest): void {
  for (const [name, sum] of Object.entries(sums)) {
    const bytes = files[name];
    if (!bytes) throw new Error(`The archive lacks ${name}: it was cut off or changed.`);
    if (createHash('sha256').update(bytes).digest('hex') !== sum)
      throw new Error(`${name} in the archive is not as it was written.`);
  }
}

const isJpeg = (bytes: Uint8Array | undefined): bytes is Uint8Array =>
  bytes !== undefined && bytes[0] === 0xff && bytes[1] === 0xd8;

/** The rows of a table as JSON for PostgreSQL, of this school and no other. */
function rowsFrom(files: Files, table: string, schoolId: string): unknown[] {
  const text = strFromU8(files[parts.table(table)] ?? new Uint8Array());
  return text
    .split('\n')
    .filter(Boolean)
    .map((line, i) => {
      let row: Record<string, unknown>;
      try {
        row = JSON.parse(line) as Record<string, unknown>;
      } catch {
        throw new Error(`Line ${i + 1} of ${parts.table(table)} is no JSON.`);
      }
      const picture = row[pictureColumn] as { file: string } | null | undefined;
      if (!picture) return { ...row, school_id: schoolId };
      const bytes = files[picture.file];
      if (!isJpeg(bytes)) throw new Error(`${picture.file} in the archive is no JPEG.`);
      return {
        ...row,
        school_id: schoolId,
        [pictureColumn]: `\\x${Buffer.from(bytes).toString('hex')}`
      };
    });
}

/** Rows of pictures are large: few go at a time. */
const rowsAtOnce = (table: string) => (/picture|photograph/.test(table) ? 20 : Infinity);

async function insertAll(db: Asked, table: string, rows: readonly unknown[]): Promise<void> {
  const size = Math.min(rowsAtOnce(table), Math.max(rows.length, 1));
  for (let from = 0; from < rows.length; from += size)
    await db.query(`insert into ${table} select * from jsonb_populate_recordset(null::${table}, $1::jsonb)`, [
      JSON.stringify(rows.slice(from, from + size))
    ]);
}

/** Releases that this installation does not know yet. */
async function insertReleases(db: Asked, files: Files, { releases }: Manifest): Promise<void> {
  for (const { hash, name, regions } of releases) {
    await db.query('insert into library_release (hash, name) values ($1, $2) on conflict do nothing', [
      hash,
      name
    ]);
    for (const region of regions)
      await db.query(
        'insert into release_library (hash, region, document) values ($1, $2, $3) on conflict do nothing',
        [hash, region, strFromU8(files[parts.release(hash, region)] ?? new Uint8Array())]
      );
  }
}

export interface BroughtIn {
  readonly schoolId: string;
  readonly school: string;
  readonly rows: number;
  /** Who signed in, with their addresses: to be invited. */
  readonly people: readonly { readonly personId: string; readonly email: string }[];
}

/**
 * Brings an archive in.
 * @param db a transaction of the owner of the tables; nothing of it is to be kept where this throws
 * @throws in words for whoever runs the installation
 */
export async function readSchool(db: Asked, file: Uint8Array): Promise<BroughtIn> {
  const files = unfolded(file);
  const manifest = manifestOf(files);
  assertWhole(files, manifest);
  const { schoolId, school } = manifest;
  const schema = await schemaOf(db);
  if (schema !== manifest.schema)
    throw new Error(
      `The archive comes from the version ${manifest.schema}, and this is ${schema}. Bring the older of the two up to date, and take the school out again if it was that one.`
    );
  await db.query(
    "select set_config('app.school', $1, true), set_config('TimeZone', 'UTC', true), set_config('statement_timeout', '0', true)",
    [schoolId]
  );
  const there = await db.query('select from school where school_id = $1', [schoolId]);
  if (there.rowCount) throw new Error(`${school} is in this installation already: nothing was changed.`);
  const tables = await tablesInOrder(db);
  const unknown = Object.keys(manifest.tables).filter((name) => !tables.includes(name));
  if (unknown.length > 0) throw new Error(`The archive has tables that nobody knows: ${unknown.join(', ')}.`);
  await insertReleases(db, files, manifest);
  // What triggers add up stands in the archive as it was.
  for (const table of tables) await db.query(`alter table ${table} disable trigger user`);
  let rows = 0;
  for (const table of tables) {
    const own = rowsFrom(files, table, schoolId);
    await insertAll(db, table, own);
    rows += own.length;
  }
  for (const table of tables) await db.query(`alter table ${table} enable trigger user`);
  for (const [table, expected] of Object.entries(manifest.tables)) {
    const found = await sumOf(db, table, schoolId);
    if (found.rows !== expected.rows || found.sum !== expected.sum)
      throw new Error(`The table ${table} did not come over as it was: nothing was kept.`);
  }
  const accounts = readCsv(strFromU8(files[parts.accounts] ?? new Uint8Array()), ['person', 'email']);
  return {
    schoolId,
    school,
    rows,
    people: Array.isArray(accounts)
      ? accounts.map(({ cells }) => ({ personId: cells['person'] ?? '', email: cells['email'] ?? '' }))
      : []
  };
}
