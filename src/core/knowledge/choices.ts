import { englishName } from './english-name';
import type { Library, LibraryTaxon } from './library';

/** A taxon to be chosen from a list, by whatever name somebody knows it. */
export interface TaxonChoice {
  /** Its slug. */
  readonly value: string;
  /** English name with the scientific one. */
  readonly label: string;
  /** All its other names, in every language. */
  readonly also: readonly string[];
}

export const taxonChoice = (taxon: LibraryTaxon): TaxonChoice => ({
  value: taxon.slug,
  label: `${englishName(taxon)} (${taxon.name})`,
  also: [...new Set([...taxon.names.map(({ name }) => name), taxon.name, ...taxon.synonyms])].filter(
    (name) => name !== englishName(taxon)
  )
});

/** The taxa of a library as they are read: by English name. */
export const taxonChoices = (library: Library): TaxonChoice[] =>
  [...library.taxa.values()].map(taxonChoice).sort((a, b) => a.label.localeCompare(b.label, 'en'));

const same = (text: string) => text.trim().toLowerCase();

/**
 * The one that a text names: by its label, by any of its names where no other has it, or by the only label or name that
 * it is a part of.
 * @returns its slug
 */
export function choiceNamed(choices: readonly TaxonChoice[], text: string): string | undefined {
  const wanted = same(text);
  if (wanted === '') return undefined;
  const only = (fits: (name: string) => boolean) => {
    const found = choices.filter(({ label, also }) =>
      [label, label.replace(/ \(.*$/, ''), ...also].some((name) => fits(same(name)))
    );
    return found.length === 1 ? found[0]!.value : undefined;
  };
  return only((name) => name === wanted) ?? only((name) => name.includes(wanted));
}
