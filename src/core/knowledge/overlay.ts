import { type CellValue, cellAt, ofLibrary, stricter, valueAt, withCell, withEntry } from './cells';
import { contentHash } from './hash';
import { type LibraryDocument, Taxon } from './schema';
import { readStored } from './stored';

/** A school's correction of a library. It stands over one cell of one taxon, or over one entry of the library itself. */
export interface Edit {
  /** Its slug; nothing for an entry of the library itself. */
  readonly taxon: string;
  readonly path: string;
  readonly kind: 'set' | 'remove' | 'withdraw';
  readonly value: unknown;
  /** Hash of the release's value when the edit was made; undefined where it had none. */
  readonly baseHash: string | undefined;
}

export const cellHash = (value: CellValue): string | undefined =>
  value === undefined ? undefined : contentHash(value);

/** An edit whose base has changed since: both values, and the stricter one that holds until someone decides. */
export interface InReview {
  readonly edit: Edit;
  readonly base: CellValue;
  readonly held: CellValue;
}

/**
 * The library as a school has corrected it.
 * @param edits the latest of each cell; those that were withdrawn count for nothing
 * @returns the corrected document, and the edits whose base has changed since they were made
 */
export function applyEdits(
  base: LibraryDocument,
  edits: readonly Edit[]
): { document: LibraryDocument; review: InReview[] } {
  const review: InReview[] = [];
  const taxa = new Map(base.taxa.map((taxon) => [taxon.slug, taxon]));
  const live = edits.filter(({ kind }) => kind !== 'withdraw');
  let entries = base;
  // Whole taxa first, then the windows that make a stage, so that cells find where they belong.
  const rank = ({ path }: Edit) => (path === 'taxon' ? 0 : path.endsWith('/windows') ? 1 : 2);
  for (const edit of [...live].sort((a, b) => rank(a) - rank(b))) {
    const released = base.taxa.find(({ slug }) => slug === edit.taxon);
    const own = edit.kind === 'set' ? edit.value : undefined;
    if (edit.taxon === ofLibrary) {
      // What the release has come to hold since stands, and the school decides.
      const under = valueAt(base, ofLibrary, edit.path);
      if (under !== undefined && cellHash(under) !== edit.baseHash)
        review.push({ edit, base: under, held: under });
      else entries = withEntry(entries, edit.path, own);
      continue;
    }
    if (edit.path === 'taxon') {
      // The release may have come to hold the taxon since: then its entry counts, and the school decides.
      if (released) review.push({ edit, base: released, held: released });
      else if (own === undefined) taxa.delete(edit.taxon);
      // Kept as it was written then: what has come to an entry since is filled in.
      else taxa.set(edit.taxon, readStored(Taxon, own));
      continue;
    }
    const taxon = taxa.get(edit.taxon);
    const under = cellAt(released, edit.path);
    if (!taxon) {
      review.push({ edit, base: undefined, held: undefined });
      continue;
    }
    if (
      released &&
      cellHash(under) !== edit.baseHash &&
      contentHash(under ?? null) !== contentHash(own ?? null)
    ) {
      const held = stricter(edit.path, own, under);
      review.push({ edit, base: under, held });
      taxa.set(edit.taxon, withCell(taxon, edit.path, held));
    } else taxa.set(edit.taxon, withCell(taxon, edit.path, own));
  }
  const inOrder = [...taxa.values()].sort((a, b) => (a.slug < b.slug ? -1 : 1));
  return { document: { ...entries, taxa: inOrder }, review };
}
