import { LRUCache } from 'lru-cache';
import { z } from 'zod';
import {
  type Edit,
  type InReview,
  type Library,
  LibraryDocument,
  readStored,
  type Region,
  applyEdits,
  canonicalJson,
  cellsOf,
  compileLibrary,
  scopeOf
} from '$core/knowledge';
import { maybe, rowOf, rowsOf } from '../database/rows';
import { type SchoolDb, withSchool } from '../database/school';

/** A region's library as a school uses it: a release with the school's corrections. */
export interface SchoolLibrary {
  /** The same key is always the same library. */
  readonly key: string;
  readonly release: LibraryDocument;
  readonly document: LibraryDocument;
  readonly library: Library;
  /** Edits whose base has changed since they were made in this region. */
  readonly review: readonly InReview[];
  readonly releaseHash: string;
  /** Counts the school's edits. */
  readonly version: number;
}

/** Releases are immutable, so each region's part is read once a process. */
const releases = new Map<string, LibraryDocument>();
const regionsOfReleases = new Map<string, readonly Region[]>();
/** The libraries used last, by release, latest edit and region. */
const compiled = new LRUCache<string, SchoolLibrary>({ max: 20 });

/** @returns undefined where the release has no such region */
async function releaseOf(db: SchoolDb, hash: string, region: string): Promise<LibraryDocument | undefined> {
  const key = `${hash} ${region}`;
  const known = releases.get(key);
  if (known) return known;
  const kept = z.object({ document: z.unknown() });
  const row = await rowOf(db, kept, 'select document from release_library where hash = $1 and region = $2', [
    hash,
    region
  ]);
  if (!row) return undefined;
  const document = readStored(LibraryDocument, row.document);
  releases.set(key, document);
  return document;
}

/** The regions of the release that the school uses, in the order of their titles. */
export async function regionsOf(db: SchoolDb): Promise<readonly Region[]> {
  const { hash } = (await rowOf(
    db,
    z.object({ hash: z.string() }),
    'select library_hash as hash from school'
  ))!;
  const known = regionsOfReleases.get(hash);
  if (known) return known;
  const slugs = await rowsOf(
    db,
    z.object({ region: z.string() }),
    'select region from release_library where hash = $1',
    [hash]
  );
  const regions: Region[] = [];
  for (const { region } of slugs) regions.push((await releaseOf(db, hash, region))!.region);
  regions.sort((a, b) => (a.title < b.title ? -1 : 1));
  regionsOfReleases.set(hash, regions);
  return regions;
}

export const EditKind = z.enum(['set', 'remove', 'withdraw']);
const LiveEdit = z.object({
  taxon: z.string(),
  path: z.string(),
  region: z.string(),
  kind: EditKind,
  value: z.unknown(),
  baseHash: maybe(z.string())
});

/** The latest edit of each cell that holds in a region. @param version no later ones than this */
const liveEdits = (db: SchoolDb, region: string, version: number): Promise<MadeEdit[]> =>
  rowsOf(
    db,
    LiveEdit,
    `select distinct on (taxon, path) taxon, path, region, kind, value, base_hash as "baseHash"
       from library_edit where version <= $1 and scope in ('', $2) order by taxon, path, version desc`,
    [version, region]
  );
type MadeEdit = Edit & { readonly region: string };

/** A release with the edits that hold in its region; what is to be decided is so where it was edited. */
function corrected(release: LibraryDocument, edits: readonly MadeEdit[]) {
  const { slug } = release.region;
  const has = new Set(release.taxa.map((taxon) => taxon.slug));
  for (const { taxon, path } of edits) if (path === 'taxon') has.add(taxon);
  const { document, review } = applyEdits(
    release,
    // What was said of a plant in another region has no place where it does not grow.
    edits.filter(({ taxon, region }) => region === slug || has.has(taxon))
  );
  const here = new Set(edits.filter(({ region }) => region === slug));
  return { document, review: review.filter(({ edit }) => here.has(edit as MadeEdit)) };
}

/** A region's library with what it was made from. @throws where the school's release has no such region */
export async function schoolLibrary(db: SchoolDb, region: string): Promise<SchoolLibrary> {
  const used = await rowOf(
    db,
    z.object({ key: z.string(), hash: z.string(), version: z.number() }),
    `select library_key() as key, library_hash as hash,
            coalesce((select max(version) from library_edit), 0) as version from school`
  );
  const { hash, version } = used!;
  const key = `${used!.key} ${region}`;
  const known = compiled.get(key);
  if (known) return known;
  const release = await releaseOf(db, hash, region);
  if (!release) throw new Error(`The school's release has no region '${region}'.`);
  const { document, review } = corrected(release, version === 0 ? [] : await liveEdits(db, region, version));
  const { library } = compileLibrary(document);
  const made = { key, release, document, library, review, releaseHash: hash, version };
  compiled.set(key, made);
  return made;
}

/** The library of a key: what `library_key()` has just said in the school, and the region. */
export const libraryByKey = async (schoolId: string, key: string): Promise<SchoolLibrary> =>
  compiled.get(key) ?? withSchool(schoolId, (db) => schoolLibrary(db, key.slice(key.lastIndexOf(' ') + 1)));

/** A region's library as the school uses it. */
export const libraryOf = async (db: SchoolDb, region: string): Promise<Library> =>
  (await schoolLibrary(db, region)).library;

/** Libraries of several regions as one, by those of which it was made. */
const joint = new WeakMap<Library, Map<string, Library>>();

/**
 * All plants of several regions: what a person has met, or what lies in the larder, may come from any.
 * @param regions of what a region says of a plant, the first that has it counts
 */
export async function libraryOfAll(db: SchoolDb, regions: readonly string[]): Promise<Library> {
  const libraries: Library[] = [];
  for (const region of regions) libraries.push(await libraryOf(db, region));
  const [first, ...others] = libraries;
  if (others.length === 0) return first!;
  const key = others.map(({ hash }) => hash).join(' ');
  let known = joint.get(first!);
  if (!known) joint.set(first!, (known = new Map()));
  const made = known.get(key) ?? {
    ...first!,
    taxa: new Map([...others.toReversed(), first!].flatMap(({ taxa }) => [...taxa])),
    pairs: [first!, ...others].flatMap(({ pairs }) => pairs)
  };
  known.set(key, made);
  return made;
}

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
export async function newerRelease(
  db: SchoolDb,
  regions: readonly string[]
): Promise<NewerRelease | undefined> {
  const newest = await rowOf(
    db,
    z.object({ hash: z.string(), name: z.string() }),
    'select hash, name from library_release order by loaded_at desc, hash limit 1'
  );
  const { hash, version } = (await rowOf(
    db,
    z.object({ hash: z.string(), version: z.number() }),
    'select library_hash as hash, coalesce((select max(version) from library_edit), 0) as version from school'
  ))!;
  if (!newest || newest.hash === hash) return undefined;
  const changed = new Set<string>();
  let toDecide = 0;
  for (const region of regions) {
    const [before, after] = [await releaseOf(db, hash, region), await releaseOf(db, newest.hash, region)];
    if (!after) continue;
    const old = new Map(before?.taxa.map((taxon) => [taxon.slug, cellsOf(taxon)]));
    for (const taxon of after.taxa) {
      const [was, is] = [old.get(taxon.slug) ?? new Map<string, unknown>(), cellsOf(taxon)];
      for (const path of new Set([...was.keys(), ...is.keys()]))
        if (canonicalJson(was.get(path) ?? null) !== canonicalJson(is.get(path) ?? null))
          changed.add(`${scopeOf(path, region)} ${taxon.slug} ${path}`);
    }
    toDecide += corrected(after, await liveEdits(db, region, version)).review.length;
  }
  return { ...newest, changed: changed.size, toDecide };
}

/** Changes the school to a release: its corrections stay, and wait for a decision where their base has changed. */
export async function useRelease(db: SchoolDb, hash: string): Promise<boolean> {
  const { rowCount } = await db.query(
    'update school set library_hash = $1 where exists (select 1 from library_release where hash = $1)',
    [hash]
  );
  return rowCount === 1;
}
