import { LRUCache } from 'lru-cache';
import { z } from 'zod';
import {
  type Edit,
  type InReview,
  type Library,
  LibraryDocument,
  applyEdits,
  canonicalJson,
  cellsOf,
  compileLibrary
} from '$core/knowledge';
import { maybe, rowOf, rowsOf } from '../database/rows';
import { type SchoolDb, withSchool } from '../database/school';

/** The library as a school uses it: a release with the school's corrections. */
export interface SchoolLibrary {
  /** The same key is always the same library. */
  readonly key: string;
  readonly release: LibraryDocument;
  readonly document: LibraryDocument;
  readonly library: Library;
  /** Edits whose base has changed since they were made. */
  readonly review: readonly InReview[];
  readonly releaseHash: string;
  /** Counts the school's edits. */
  readonly version: number;
}

/** Releases are immutable, so each is read once a process. */
const releases = new Map<string, LibraryDocument>();
/** The libraries used last, by release and latest edit. */
const compiled = new LRUCache<string, SchoolLibrary>({ max: 12 });

async function releaseOf(db: SchoolDb, hash: string): Promise<LibraryDocument> {
  const known = releases.get(hash);
  if (known) return known;
  const kept = z.object({ document: LibraryDocument });
  const release = (await rowOf(db, kept, 'select document from library_release where hash = $1', [hash]))!
    .document;
  releases.set(hash, release);
  return release;
}

export const EditKind = z.enum(['set', 'remove', 'withdraw']);
const LiveEdit = z.object({
  taxon: z.string(),
  path: z.string(),
  kind: EditKind,
  value: z.unknown(),
  baseHash: maybe(z.string())
});

/** The latest edit of each cell. @param version no later ones than this */
const liveEdits = (db: SchoolDb, version: number): Promise<Edit[]> =>
  rowsOf(
    db,
    LiveEdit,
    `select distinct on (taxon, path) taxon, path, kind, value, base_hash as "baseHash"
       from library_edit where version <= $1 order by taxon, path, version desc`,
    [version]
  );

/** The school's library with what it was made from. */
export async function schoolLibrary(db: SchoolDb): Promise<SchoolLibrary> {
  const used = await rowOf(
    db,
    z.object({ key: z.string(), hash: z.string(), version: z.number() }),
    `select library_key() as key, library_hash as hash,
            coalesce((select max(version) from library_edit), 0) as version from school`
  );
  const { key, hash, version } = used!;
  const known = compiled.get(key);
  if (known) return known;
  const release = await releaseOf(db, hash);
  const { document, review } = applyEdits(release, version === 0 ? [] : await liveEdits(db, version));
  const { library } = compileLibrary(document);
  const made = { key, release, document, library, review, releaseHash: hash, version };
  compiled.set(key, made);
  return made;
}

/** The library of a key that `library_key()` has just said in the school. */
export const libraryByKey = async (schoolId: string, key: string): Promise<SchoolLibrary> =>
  compiled.get(key) ?? withSchool(schoolId, schoolLibrary);

/** The library as the school uses it. */
export const libraryOf = async (db: SchoolDb): Promise<Library> => (await schoolLibrary(db)).library;

/** A release that is newer than the school's, with what changing to it would mean. */
export interface NewerRelease {
  readonly hash: string;
  readonly name: string;
  /** Cells of the release itself that differ. */
  readonly changed: number;
  /** Corrections of the school that would need a decision. */
  readonly toDecide: number;
}

/** The newest release, where the school uses an older one. */
export async function newerRelease(db: SchoolDb): Promise<NewerRelease | undefined> {
  const newest = await rowOf(
    db,
    z.object({ hash: z.string(), name: z.string() }),
    'select hash, name from library_release order by loaded_at desc, hash limit 1'
  );
  const now = await schoolLibrary(db);
  if (!newest || newest.hash === now.releaseHash) return undefined;
  const release = await releaseOf(db, newest.hash);
  const old = new Map(now.release.taxa.map((taxon) => [taxon.slug, cellsOf(taxon)]));
  let changed = 0;
  for (const taxon of release.taxa) {
    const [before, after] = [old.get(taxon.slug) ?? new Map<string, unknown>(), cellsOf(taxon)];
    for (const path of new Set([...before.keys(), ...after.keys()]))
      if (canonicalJson(before.get(path) ?? null) !== canonicalJson(after.get(path) ?? null)) changed += 1;
  }
  const { review } = applyEdits(release, await liveEdits(db, now.version));
  return { ...newest, changed, toDecide: review.length };
}

/** Changes the school to a release: its corrections stay, and wait for a decision where their base has changed. */
export async function useRelease(db: SchoolDb, hash: string): Promise<boolean> {
  const { rowCount } = await db.query(
    'update school set library_hash = $1 where exists (select 1 from library_release where hash = $1)',
    [hash]
  );
  return rowCount === 1;
}
