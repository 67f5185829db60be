import { type Library, LibraryDocument, compileLibrary } from '$core/knowledge';
import type { SchoolDb } from './school';

/** Releases are immutable, so each is compiled once a process. */
const compiled = new Map<string, Library>();

/** The library release that the school uses. */
export async function libraryOf(db: SchoolDb): Promise<Library> {
  const { rows } = await db.query<{ library_hash: string }>('select library_hash from school');
  const hash = rows[0]!.library_hash;
  const known = compiled.get(hash);
  if (known) return known;
  const { rows: releases } = await db.query<{ document: unknown }>(
    'select document from library_release where hash = $1',
    [hash]
  );
  const { library } = compileLibrary(LibraryDocument.parse(releases[0]!.document));
  compiled.set(hash, library);
  return library;
}
