import { readFileSync, readdirSync } from 'node:fs';
import { join, relative } from 'node:path';
import { isDrawnAt } from '../../src/core/figure';
import type { ContentFile, Library, LibraryTaxon, ReadResult } from '../../src/core/knowledge';
import { readLibrary } from '../../src/core/knowledge';

const folder = join(import.meta.dirname, '../../content');

/** The starter library's files, as they ship. */
export const shippedFiles = (): ContentFile[] =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && !entry.parentPath.endsWith('demo'))
    .map((entry) => join(entry.parentPath, entry.name))
    .map((path) => ({ path: relative(folder, path), text: readFileSync(path, 'utf8') }));

let read: Exclude<ReadResult, { problems: unknown }> | undefined;

/** The starter library, as document and compiled: read once for all test files of a worker, so nothing may change it. */
export function shippedContent() {
  if (read) return read;
  const result = readLibrary(shippedFiles());
  if ('problems' in result) throw new Error(result.problems.join('\n'));
  return (read = result);
}

export const shippedLibrary = (): Library => shippedContent().library;

/** The taxa that have a drawing. */
export const drawnTaxa = (library: Library): LibraryTaxon[] =>
  [...library.taxa.values()].filter(({ stages }) => [...stages.values()].some(isDrawnAt));
