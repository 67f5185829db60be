import { lacking, inCheckingOrder, separability, separates, usableCharacters } from '../evidence';
import {
  type Character,
  type Library,
  type LibraryTaxon,
  type StageDescription,
  cellInWords
} from '../knowledge';
import type { Circumstances } from './survey';

/** One line of a contrast sheet: a character of both plants, in words. */
export interface ContrastRow {
  readonly character: Character;
  readonly target: string;
  readonly lookalike: string;
  readonly separability: number;
  /** Belongs to the separating set: one of those that decide. */
  readonly decides: boolean;
}

const notKnown = 'not known';

/**
 * The characters that separate two plants at their stages, those that decide first, each part in checking
 * order. Mere absence of flowers or stem is listed only where the set uses it.
 */
export function contrastRows(
  library: Library,
  target: StageDescription,
  lookalikeTaxon: LibraryTaxon,
  lookalike: StageDescription,
  set: readonly Character[],
  at: Pick<Circumstances, 'mayDig' | 'policy'>
): ContrastRow[] {
  const usable = usableCharacters(
    library.characters,
    [{ taxon: lookalikeTaxon.slug, stage: lookalike, contactSeverity: lookalikeTaxon.contactSeverity }],
    { mayDig: at.mayDig, scentCounts: at.policy.scentCounts }
  );
  return usable
    .map((character) => {
      const [own, other] = [target.cells.get(character.slug), lookalike.cells.get(character.slug)];
      return {
        character,
        target: own ? cellInWords(character, own) : notKnown,
        lookalike: other ? cellInWords(character, other) : notKnown,
        separability: separability(character, own, other),
        decides: set.includes(character),
        byAbsence: lacking(character, target, lookalike) !== undefined
      };
    })
    .filter((row) => row.separability >= separates && (row.decides || !row.byAbsence))
    .sort((a, b) => Number(b.decides) - Number(a.decides) || inCheckingOrder(a.character, b.character))
    .map(({ byAbsence: _, ...row }) => row);
}
