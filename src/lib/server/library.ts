import {
  type Edit,
  type InReview,
  type Library,
  LibraryDocument,
  applyEdits,
  compileLibrary
} from '$core/knowledge';
import type { SchoolDb } from './school';

/** The library as a school uses it: a release with the school's corrections. */
export interface SchoolLibrary {
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
/** The libraries used last, by release, school and number of edits: the same key is always the same library. */
const compiled = new Map<string, SchoolLibrary>();
const keptLibraries = 12;

async function releaseOf(db: SchoolDb, hash: string): Promise<LibraryDocument> {
  const known = releases.get(hash);
  if (known) return known;
  const { rows } = await db.query<{ document: unknown }>(
    'select document from library_release where hash = $1',
    [hash]
  );
  const release = LibraryDocument.parse(rows[0]!.document);
  releases.set(hash, release);
  return release;
}

/** The latest edit of each cell. */
async function liveEdits(db: SchoolDb): Promise<Edit[]> {
  const { rows } = await db.query<Omit<Edit, 'baseHash'> & { baseHash: string | null }>(
    `select distinct on (taxon, path) taxon, path, kind, value, base_hash as "baseHash"
       from library_edit order by taxon, path, version desc`
  );
  return rows.map((row) => ({ ...row, baseHash: row.baseHash ?? undefined }));
}

/** The school's library with what it was made from. */
export async function schoolLibrary(db: SchoolDb): Promise<SchoolLibrary> {
  const { rows } = await db.query<{ hash: string; version: number }>(
    'select library_hash as hash, coalesce((select max(version) from library_edit), 0)::int as version from school'
  );
  const { hash, version } = rows[0]!;
  const key = version === 0 ? hash : `${hash} ${db.schoolId} ${version}`;
  const known = compiled.get(key);
  if (known) {
    compiled.delete(key);
    compiled.set(key, known);
    return known;
  }
  const release = await releaseOf(db, hash);
  const { document, review } = applyEdits(release, version === 0 ? [] : await liveEdits(db));
  const { library } = compileLibrary(document);
  const made = { release, document, library, review, releaseHash: hash, version };
  compiled.set(key, made);
  const [oldest] = compiled.keys();
  if (compiled.size > keptLibraries) compiled.delete(oldest!);
  return made;
}

/** The library as the school uses it. */
export const libraryOf = async (db: SchoolDb): Promise<Library> => (await schoolLibrary(db)).library;
