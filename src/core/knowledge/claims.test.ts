import { describe, expect, it } from 'vitest';
import { shippedContent } from '../../../tests/support/content';
import { type LibraryDocument, claimsOf, compileLibrary, useOfPart, withCell } from './index';

const { document, library } = shippedContent();
const hashes = (from: LibraryDocument, slug: string) =>
  claimsOf(compileLibrary(from).library.taxa.get(slug)!).map(({ kind, hash }) => `${kind} ${hash}`);
/** Which claims of ramsons lapse when one cell is changed. */
function lapsing(path: string, value: unknown): string[] {
  const taxa = document.taxa.map((taxon) =>
    taxon.slug === 'allium-ursinum' ? withCell(taxon, path, value) : taxon
  );
  const after = new Set(hashes({ ...document, taxa }, 'allium-ursinum'));
  return hashes(document, 'allium-ursinum')
    .filter((claim) => !after.has(claim))
    .map((claim) => claim.split(' ')[0]!);
}

describe('claims', () => {
  it('are all different over the whole library', () => {
    const all = [...library.taxa.values()].flatMap(claimsOf).map(({ hash }) => hash);
    expect(new Set(all).size).toBe(all.length);
  });

  it('put harm first, then uses, then looks; history is none', () => {
    const kinds = claimsOf(library.taxa.get('symphytum-officinale')!).map(({ kind }) => kind);
    expect(kinds).toEqual([...kinds].sort((a, b) => a.localeCompare(b) || 0));
    expect(kinds).not.toContain('use');
  });

  it('lapse alone: a changed description touches the looks of its stage only', () => {
    expect(lapsing('stages/fruit/fruit-size', { min: 1, low: 2, high: 3, max: 4 })).toEqual(['looks']);
    expect(lapsing('note', 'A note is no claim.')).toEqual([]);
    expect(lapsing('names/en:Ramsons', undefined)).toEqual([]);
  });

  it('find the use of a part, and none by history', () => {
    expect(useOfPart(library.taxa.get('allium-ursinum')!, 'leaf')?.kind).toBe('food');
    expect(useOfPart(library.taxa.get('symphytum-officinale')!, 'root')).toBeUndefined();
  });
});
