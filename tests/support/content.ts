import { readFileSync, readdirSync } from 'node:fs';
import { join, relative } from 'node:path';
import { isDrawnAt } from '../../src/core/figure';
import type { ContentFile, Library, LibraryTaxon, RegionalLibrary } from '../../src/core/knowledge';
import { readLibraries } from '../../src/core/knowledge';

const folder = join(import.meta.dirname, '../../content');

/** The starter library's files, as they ship. */
export const shippedFiles = (): ContentFile[] =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && !entry.parentPath.endsWith('demo'))
    .map((entry) => join(entry.parentPath, entry.name))
    .map((path) => ({ path: relative(folder, path), text: readFileSync(path, 'utf8') }));

let read: ReadonlyMap<string, RegionalLibrary> | undefined;

/** The starter libraries by region: read once for all test files of a worker, so nothing may change them. */
export function shippedRegions(): ReadonlyMap<string, RegionalLibrary> {
  if (read) return read;
  const result = readLibraries(shippedFiles());
  if ('problems' in result) throw new Error(result.problems.join('\n'));
  return (read = result.regions);
}

/** The region that was there first: what speaks of one library speaks of its. */
export const homeRegion = 'north-west-europe';

/** A region's starter library, as document and compiled. */
export const shippedContent = (region = homeRegion): RegionalLibrary => shippedRegions().get(region)!;

export const shippedLibrary = (region = homeRegion): Library => shippedContent(region).library;

/** The home region’s library with the plants of all others: what must hold of every plant, whichever grows where. */
export function everyPlant(): Library {
  const [home, ...others] = [homeRegion, ...shippedRegions().keys()].map((region) => shippedLibrary(region));
  return { ...home!, taxa: new Map([...others.flatMap(({ taxa }) => [...taxa]), ...home!.taxa]) };
}

/** The taxa that have a drawing. */
export const drawnTaxa = (library: Library): LibraryTaxon[] =>
  [...library.taxa.values()].filter(({ stages }) => [...stages.values()].some(isDrawnAt));
