import { createHash } from 'node:crypto';
import { Zip, ZipDeflate, ZipPassThrough, strToU8 } from 'fflate';
import { z } from 'zod';
import { libraryTables, packTaxa, tableNames, writeCsv, writeSdd } from '$core/formats';
import { type Member, membersOf } from '../accounts';
import { rowsOf } from '../database/rows';
import { type SchoolDb, withSnapshotOf } from '../database/school';
import { regionsOf, schoolLibrary } from '../library/library';
import { type Manifest, archiveFormat, parts, pictureColumn, schemaOf, sumOf, tablesInOrder } from './shape';
import { tableWords } from './table-words';

/** Takes what is written, in the order in which it stands in the file. */
export type Sink = (chunk: Uint8Array) => void;

/** A ZIP archive that remembers what it holds. */
function archiveInto(sink: Sink) {
  const sums: Record<string, string> = {};
  const zip = new Zip((error, chunk) => {
    if (error) throw error;
    sink(chunk);
  });
  return {
    sums,
    add(name: string, bytes: Uint8Array): void {
      sums[name] = createHash('sha256').update(bytes).digest('hex');
      // Pictures are as small as they get.
      const file = name.endsWith('.jpg') ? new ZipPassThrough(name) : new ZipDeflate(name, { level: 6 });
      zip.add(file);
      file.push(bytes, true);
    },
    end: () => zip.end()
  };
}
type Archive = ReturnType<typeof archiveInto>;

const Column = z.object({
  table: z.string(),
  column: z.string(),
  type: z.string(),
  mayBeEmpty: z.boolean(),
  key: z.string(),
  refersTo: z.string()
});

/** The data dictionary: every column of every table. */
async function dictionary(db: SchoolDb, tables: readonly string[]): Promise<string> {
  const columns = await rowsOf(
    db,
    Column,
    `select c.relname::text as "table", a.attname::text as "column", format_type(a.atttypid, a.atttypmod) as type,
            not a.attnotnull as "mayBeEmpty",
            case when exists (select from pg_index x where x.indrelid = c.oid and x.indisprimary and a.attnum = any (x.indkey))
                 then 'primary' else '' end as key,
            coalesce((select string_agg(distinct f.confrelid::regclass::text, ' ') from pg_constraint f
                       where f.contype = 'f' and f.conrelid = c.oid and a.attnum = any (f.conkey)
                         and array_length(f.conkey, 1) > 1), '') as "refersTo"
       from pg_class c join pg_attribute a on a.attrelid = c.oid
      where c.relname = any ($1) and c.relnamespace = 'public'::regnamespace and a.attnum > 0 and not a.attisdropped
      order by 1, a.attnum`,
    [tables]
  );
  return writeCsv(
    ['table', 'column', 'type', 'mayBeEmpty', 'key', 'refersTo', 'what the table holds'],
    columns.map((one) => ({
      ...one,
      mayBeEmpty: one.mayBeEmpty ? 'yes' : 'no',
      // Of a reference by school and id the school says nothing.
      refersTo: one.column === 'school_id' ? 'school' : one.refersTo,
      'what the table holds': tableWords[one.table] ?? ''
    }))
  );
}

const Kept = z.object({ row: z.record(z.string(), z.unknown()), place: z.string() });

/** Writes a table, a row a line; its pictures become files that the rows name. */
async function writeTable(db: SchoolDb, archive: Archive, table: string): Promise<void> {
  const rows = await rowsOf(
    db,
    Kept,
    `select to_jsonb(one) - '${pictureColumn}' as row, one.ctid::text as place from ${table} one where school_id = $1`,
    [db.schoolId]
  );
  const hasPictures = await rowsOf(
    db,
    z.object({ name: z.string() }),
    'select attname::text as name from pg_attribute where attrelid = $1::regclass and attname = $2 and not attisdropped',
    [table, pictureColumn]
  );
  const lines: string[] = [];
  for (const [nth, { row, place }] of rows.entries()) {
    if (hasPictures.length === 0) {
      lines.push(JSON.stringify(row));
      continue;
    }
    const [picture] = await rowsOf(
      db,
      z.object({ bytes: z.instanceof(Buffer).nullable() }),
      `select ${pictureColumn} as bytes from ${table} where ctid = $1::tid and school_id = $2`,
      [place, db.schoolId]
    );
    const bytes = picture?.bytes;
    const name = parts.picture(table, nth + 1);
    if (bytes) archive.add(name, bytes);
    lines.push(JSON.stringify({ ...row, [pictureColumn]: bytes ? { file: name } : null }));
  }
  archive.add(parts.table(table), strToU8(lines.map((line) => `${line}\n`).join('')));
}

const ReleaseRow = z.object({ hash: z.string(), name: z.string(), region: z.string(), document: z.string() });

/** The releases of the starter library on which the school's own stands. */
async function writeReleases(db: SchoolDb, archive: Archive): Promise<Manifest['releases']> {
  const rows = await rowsOf(
    db,
    ReleaseRow,
    `select hash, name, region, document::text as document from library_release join release_library using (hash)
      where hash in (select library_hash from school where school_id = $1
                     union select release_hash from library_import where school_id = $1)
      order by hash, region`,
    [db.schoolId]
  );
  const releases = new Map<string, Manifest['releases'][number]>();
  for (const { hash, name, region, document } of rows) {
    archive.add(parts.release(hash, region), strToU8(document));
    const known = releases.get(hash) ?? { hash, name, regions: [] };
    releases.set(hash, { ...known, regions: [...known.regions, region] });
  }
  return [...releases.values()];
}

/** The library as the school has corrected it, in tables, as SDD and as Darwin Core archive, by region. */
async function writeLibrary(db: SchoolDb, archive: Archive, school: string, madeAt: string): Promise<void> {
  for (const { slug } of await regionsOf(db)) {
    const { document } = await schoolLibrary(db, slug);
    const at = (name: string) => `library/${slug}/${name}`;
    const tables = libraryTables(document);
    for (const name of tableNames) archive.add(at(name), strToU8(tables[name]));
    archive.add(
      at('characters.csv'),
      strToU8(
        writeCsv(
          ['character', 'organ', 'name', 'look', 'kind', 'unit'],
          document.characters.map((one) => ({
            character: one.slug,
            organ: one.organ,
            name: one.name,
            look: one.look,
            kind: one.kind,
            unit: one.kind === 'range' ? one.unit : ''
          }))
        )
      )
    );
    archive.add(at('sdd.xml'), strToU8(writeSdd(document, madeAt)));
    archive.add(at('darwin-core.zip'), packTaxa(document, school, madeAt.slice(0, 10)));
  }
}

const readme = (school: string, madeAt: string, schema: string) => `# ${school}, taken out of Good Trail

Made at ${madeAt}. Everything here is in open formats: UTF-8 text, CSV (RFC 4180), JSON, JPEG, XML.

- manifest.json: what must be here. Each part with its SHA-256; each table with its rows and a sum over them.
- dictionary.csv: every table and every column: type, whether it may be empty, to which table it refers.
- tables/*.jsonl: one JSON object a row, by the names of its columns. Times are ISO 8601. Ids are the same everywhere.
- pictures/: pictures as JPEG; the rows to which they belong name them.
- accounts.csv: who signs in with which address. Passwords and second factors are not here.
- releases/: the releases of the starter library on which the school's own stands, as JSON, by region.
- library/<region>/: the library as the school has corrected it: taxa, names, the matrix of characters, seasons, uses,
  harm, pairs, families, glossary (characters.csv, states.csv), animals; sdd.xml is the matrix as Structured Descriptive
  Data 1.1, darwin-core.zip the taxa as a Darwin Core archive. Sources and what they say of a claim: tables/source.jsonl
  and tables/opinion.jsonl.

It holds personal data, also of health where such notes are kept: keep it as you would keep those.

To bring it into another installation of the same version (${schema}): ./start import-school FILE. People are invited
anew; everything else is as it was. Printed files are made anew when somebody asks for them.

The library is a teaching aid of drafts and corrections. Nothing in it clears a plant for eating.
`;

/**
 * Writes a school as one archive, as it is at one moment.
 * @param sink gets it piece by piece, while the school is being read
 */
export async function writeSchool(schoolId: string, sink: Sink): Promise<Manifest> {
  // Accounts stand above the schools: they are read before its snapshot.
  const members: ReadonlyMap<string, Member> = await membersOf(schoolId);
  return withSnapshotOf(schoolId, async (db) => {
    const madeAt = new Date().toISOString();
    const archive = archiveInto(sink);
    const [own] = await rowsOf(db, z.object({ name: z.string() }), 'select name from school');
    const school = own!.name;
    const schema = await schemaOf(db);
    const tables = await tablesInOrder(db);
    archive.add(parts.readme, strToU8(readme(school, madeAt, schema)));
    archive.add(parts.dictionary, strToU8(await dictionary(db, tables)));
    archive.add(
      parts.accounts,
      strToU8(
        writeCsv(
          ['person', 'email'],
          [...members].map(([person, { email }]) => ({ person, email }))
        )
      )
    );
    const releases = await writeReleases(db, archive);
    await writeLibrary(db, archive, school, madeAt);
    // Sums are over the rows as texts, so times stand in one zone.
    await db.query("select set_config('TimeZone', 'UTC', true)");
    const sums: Manifest['tables'] = {};
    for (const table of tables) {
      await writeTable(db, archive, table);
      sums[table] = await sumOf(db, table, schoolId);
    }
    const manifest: Manifest = {
      format: archiveFormat,
      madeAt,
      schoolId,
      school,
      schema,
      releases,
      tables: sums,
      parts: { ...archive.sums }
    };
    archive.add(parts.manifest, strToU8(JSON.stringify(manifest, null, 2)));
    archive.end();
    return manifest;
  });
}
