import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import type { TableChange } from '$core/formats';
import {
  type CellValue,
  type Edit,
  type Preparation,
  type Taxon,
  applyEdits,
  cellHash,
  compileLibrary,
  entryProblem,
  ofLibrary,
  parseCell,
  pathInWords,
  scopeOf,
  valueAt,
  whyUnfit
} from '$core/knowledge';
import { EditKind, type SchoolLibrary, schoolLibrary } from './library';
import type { SchoolDb } from '../database/school';
import type { Viewer } from '../accounts';
import { insert } from '../database/insert';
import { rowOf, rowsOf } from '../database/rows';

/** A change that is asked for. */
export interface Wanted {
  readonly taxon: string;
  readonly path: string;
  /** Undefined takes the cell away. */
  readonly value: CellValue;
  /** Hash of the value that the editor had before them, or undefined where there was none. */
  readonly seen: string | undefined;
  readonly reason: string;
}

export type Outcome =
  | { readonly kind: 'done'; readonly version: number }
  | { readonly kind: 'problem'; readonly problem: string }
  /** Somebody else changed the cell meanwhile: nothing was saved. */
  | { readonly kind: 'conflict'; readonly current: CellValue; readonly by: string | undefined };

const findTaxon = ({ document }: SchoolLibrary, slug: string): Taxon | undefined =>
  document.taxa.find((taxon) => taxon.slug === slug);

/** One editor of a school's library after the other, until the transaction ends. */
const waitForTurn = (db: SchoolDb) =>
  db.query('select pg_advisory_xact_lock(hashtextextended($1, 0))', [`library ${db.schoolId}`]);

/** The school's own latest word on a cell, as it holds in a region. */
const standing = (db: SchoolDb, region: string, taxon: string, path: string) =>
  rowOf(
    db,
    z.object({ kind: EditKind, value: z.unknown(), by: z.string() }),
    `select kind, value, person.name as by from library_edit join person
        on person.school_id = library_edit.school_id and person.id = edited_by
      where taxon = $1 and path = $2 and scope = $3 order by version desc limit 1`,
    [taxon, path, scopeOf(path, region)]
  );

/** A cell as it is to be from now on. */
interface Next {
  readonly taxon: string;
  readonly path: string;
  readonly kind: Edit['kind'];
  readonly value: CellValue;
}

/** Stores edits, one version each, each with what the school said of its cell before. */
async function store(
  db: SchoolDb,
  viewer: Viewer,
  { release, version }: Pick<SchoolLibrary, 'release' | 'version'>,
  reason: string,
  edits: readonly Next[]
): Promise<void> {
  const rows = edits.map(({ taxon, path, kind, value }, i) => ({
    id: uuid(),
    version: version + 1 + i,
    taxon,
    path,
    scope: scopeOf(path, viewer.region),
    kind,
    value: value ?? null,
    base: cellHash(valueAt(release, taxon, path)) ?? null
  }));
  await db.query(
    `insert into library_edit (school_id, id, version, region, scope, taxon, path, kind, value, base_hash, before_kind, before_value,
                               reason, edited_by, effective_at)
     select $1, edit.id, edit.version, $6, edit.scope, edit.taxon, edit.path, edit.kind, edit.value, edit.base,
            coalesce(before.kind, 'withdraw'), before.value, $3, $4, $5
       from jsonb_to_recordset($2) as edit (id uuid, version int, taxon text, path text, scope text, kind text, value jsonb, base text)
       left join lateral (
         select kind, value from library_edit earlier
          where earlier.taxon = edit.taxon and earlier.path = edit.path and earlier.scope = edit.scope
          order by version desc limit 1
       ) before on true`,
    [db.schoolId, JSON.stringify(rows), reason, viewer.personId, db.now, viewer.region]
  );
}

/** What would be wrong with the library after an edit; only what was right before is told. */
function problemsAfter(now: SchoolLibrary, edit: Edit): string[] {
  const known = new Set(compileLibrary(now.document).problems.map((one) => JSON.stringify(one)));
  const { document } = applyEdits(now.document, [
    { ...edit, baseHash: cellHash(valueAt(now.document, edit.taxon, edit.path)) }
  ]);
  return compileLibrary(document)
    .problems.filter((one) => !known.has(JSON.stringify(one)))
    .map(({ message }) => message);
}

/**
 * Sets, changes or removes a cell. Nothing is stored where somebody has changed the cell since the editor saw
 * it, where the value is none for this cell, or where the library would no longer hold together.
 */
export async function editCell(db: SchoolDb, viewer: Viewer, wanted: Wanted): Promise<Outcome> {
  await waitForTurn(db);
  const now = await schoolLibrary(db, viewer.region);
  const { taxon, path } = wanted;
  const current = valueAt(now.document, taxon, path);
  if (cellHash(current) !== wanted.seen) {
    const last = await standing(db, viewer.region, taxon, path);
    return { kind: 'conflict', current, by: last?.by };
  }
  let value = wanted.value;
  if (value !== undefined) {
    const parsed = parseCell(path, value);
    if ('problem' in parsed) return { kind: 'problem', problem: parsed.problem };
    value = parsed.value;
    const entry = findTaxon(now, taxon);
    const unfit = entry && path.startsWith('preparations/') && whyUnfit(entry, value as Preparation);
    if (unfit) return { kind: 'problem', problem: unfit };
  }
  if (taxon === ofLibrary) {
    if (valueAt(now.release, taxon, path) !== undefined)
      return {
        kind: 'problem',
        problem: 'The starter library says this: it stays as it is. Add another beside it.'
      };
    const wrong = value === undefined ? undefined : entryProblem(now.document, path, value);
    if (wrong) return { kind: 'problem', problem: wrong };
  }
  const kind = value === undefined ? 'remove' : 'set';
  if (cellHash(value) === cellHash(current)) return { kind: 'problem', problem: 'Nothing was changed.' };
  const [problem] = problemsAfter(now, { taxon, path, kind, value, baseHash: undefined });
  if (problem) return { kind: 'problem', problem };
  await store(db, viewer, now, wanted.reason, [{ taxon: wanted.taxon, path: wanted.path, kind, value }]);
  return { kind: 'done', version: now.version + 1 };
}

/** Gives up the school's edit of a cell, so that the release's value counts again. */
export async function withdrawEdit(
  db: SchoolDb,
  viewer: Viewer,
  taxon: string,
  path: string,
  reason: string
): Promise<boolean> {
  await waitForTurn(db);
  const now = await schoolLibrary(db, viewer.region);
  const last = await standing(db, viewer.region, taxon, path);
  if (!last || last.kind === 'withdraw') return false;
  await store(db, viewer, now, reason, [{ taxon, path, kind: 'withdraw', value: undefined }]);
  return true;
}

/** Keeps the school's value over a base that has changed: what was in review is decided. */
export async function keepEdit(db: SchoolDb, viewer: Viewer, taxon: string, path: string): Promise<boolean> {
  await waitForTurn(db);
  const now = await schoolLibrary(db, viewer.region);
  const open = now.review.find(({ edit }) => edit.taxon === taxon && edit.path === path);
  // Of a taxon and of an entry that the release has come to hold, its own stands.
  if (!open || ((path === 'taxon' || taxon === ofLibrary) && open.base !== undefined)) return false;
  const { kind, value } = open.edit;
  await store(db, viewer, now, 'Kept over the new release.', [
    { taxon, path, kind, value: kind === 'set' ? value : undefined }
  ]);
  return true;
}

const Change = z.object({
  id: z.string(),
  version: z.number(),
  taxon: z.string(),
  path: z.string(),
  /** Where it was made; where its cell alone holds, but for cells that are the same in all regions. */
  region: z.string(),
  kind: EditKind,
  value: z.unknown(),
  beforeKind: EditKind,
  before: z.unknown(),
  reason: z.string(),
  by: z.string(),
  at: z.date(),
  /** The latest edit of its cell: only that can be undone. */
  isLatest: z.boolean()
});
export type Change = Readonly<z.infer<typeof Change>>;

/** Changes with whether nothing stands on them. @param where on "edit", with its values from $1 on */
const changes = (db: SchoolDb, where: string, values: unknown[]): Promise<Change[]> =>
  rowsOf(
    db,
    Change,
    `select edit.id, version, taxon, path, region, kind, value, before_kind as "beforeKind", before_value as before, reason,
            person.name as by, edit.effective_at as at,
            not exists (select from library_edit later where later.taxon = edit.taxon and later.path = edit.path and later.scope = edit.scope
                                                         and later.version > edit.version) as "isLatest"
       from library_edit edit join person on person.school_id = edit.school_id and person.id = edited_by
      where ${where}`,
    values
  );

/** The newest first, of what holds in a region. @param taxon of one taxon alone */
export const listChanges = (db: SchoolDb, region: string, taxon?: string, most = 200): Promise<Change[]> =>
  changes(db, "scope in ('', $1) and ($2::text is null or taxon = $2) order by version desc limit $3", [
    region,
    taxon ?? null,
    most
  ]);

/** Undoes an edit by a new one that restores what counted before. @returns false where a later edit stands on it */
export async function undoChange(db: SchoolDb, viewer: Viewer, id: string): Promise<boolean> {
  await waitForTurn(db);
  const [change] = await changes(db, "edit.id = $1 and scope in ('', $2)", [id, viewer.region]);
  if (!change?.isLatest) return false;
  const now = await schoolLibrary(db, viewer.region);
  const { taxon, path, beforeKind, before } = change;
  await store(db, viewer, now, `Undid change ${change.version}.`, [
    { taxon, path, kind: beforeKind, value: beforeKind === 'set' ? before : undefined }
  ]);
  return true;
}

/** Keeps an import until somebody has looked at it. @returns its id */
export async function keepImport(
  db: SchoolDb,
  viewer: Viewer,
  changes: readonly TableChange[]
): Promise<string> {
  const id = uuid();
  const { releaseHash, version } = await schoolLibrary(db, viewer.region);
  await db.query("delete from library_import where created_at < now() - interval '1 day'");
  await insert(db, 'library_import', {
    id,
    enteredBy: viewer.personId,
    region: viewer.region,
    releaseHash,
    version,
    changes: JSON.stringify(changes)
  });
  return id;
}

/** JSON leaves out what a cell is not. */
const KeptChange = z
  .object({
    taxon: z.string(),
    path: z.string(),
    before: z.unknown().optional(),
    after: z.unknown().optional()
  })
  .transform(({ before, after, ...change }) => ({ ...change, before, after }));
const KeptImport = z.object({
  changes: z.array(KeptChange),
  region: z.string(),
  releaseHash: z.string(),
  version: z.number()
});

/** An import that waits. @returns undefined where it was carried out, or has expired */
const keptImport = (db: SchoolDb, id: string) =>
  rowOf(
    db,
    KeptImport,
    'select changes, region, release_hash as "releaseHash", version from library_import where id = $1',
    [id]
  );

export const readImport = async (db: SchoolDb, id: string): Promise<TableChange[] | undefined> =>
  (await keptImport(db, id))?.changes;

/**
 * Carries an import out, all of it or nothing.
 * @returns how many cells were changed, or why none was
 */
export async function applyImport(
  db: SchoolDb,
  viewer: Viewer,
  id: string
): Promise<{ changed: number } | { problem: string }> {
  await waitForTurn(db);
  const waiting = await keptImport(db, id);
  const now = await schoolLibrary(db, waiting?.region ?? viewer.region);
  if (!waiting) return { problem: 'This import was carried out or has expired. Upload the files again.' };
  if (waiting.releaseHash !== now.releaseHash || waiting.version !== now.version)
    return {
      problem:
        'The library has changed since the preview. Upload the files again to see what they would change now.'
    };
  const edits = waiting.changes.map(({ taxon, path, after }): Edit => ({
    taxon,
    path,
    kind: after === undefined || after === null ? 'remove' : 'set',
    value: after ?? undefined,
    baseHash: cellHash(valueAt(now.document, taxon, path))
  }));
  const released = edits.find(
    ({ taxon, path }) => taxon === ofLibrary && valueAt(now.release, taxon, path) !== undefined
  );
  if (released)
    return {
      problem: `The starter library says ${pathInWords(now.library, released.path)} ${released.path.split('/')[1]}: it stays as it is. Nothing was changed.`
    };
  const known = new Set(compileLibrary(now.document).problems.map((one) => JSON.stringify(one)));
  const problems = compileLibrary(applyEdits(now.document, edits).document).problems.filter(
    (one) => !known.has(JSON.stringify(one))
  );
  if (problems.length > 0)
    return {
      problem: problems.map(({ taxon, field, message }) => `${taxon}, ${field}: ${message}`).join('; ')
    };
  await store(db, { ...viewer, region: waiting.region }, now, 'Imported.', edits);
  await db.query('delete from library_import where id = $1', [id]);
  return { changed: edits.length };
}
