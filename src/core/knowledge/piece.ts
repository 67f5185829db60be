import type { LibraryTaxon } from './library';
import type { Organ, Stage, Use } from './schema';

/** The part of a plant that is taken: what lies in the hand, and what it was broken from. */
export interface Piece {
  /** As the use names it. */
  readonly part: string;
  /** The organ without which there is no such piece. */
  readonly main: Organ;
  /** Organs that it bears, or is broken from: what can be looked at on every single piece. */
  readonly organs: ReadonlySet<Organ>;
}

const leaf: readonly Organ[] = ['leaf blade', 'leaf stalk and sheath'];
const shoot: readonly Organ[] = [...leaf, 'stem'];

/** Parts by the words that name them. What a part is called decides, so that a school may use words of its own. */
const parts: readonly (readonly [name: RegExp, organs: readonly Organ[]])[] = [
  [/(berr|fruit)\S* on its (shoot|vine|twig)/, ['fruit', 'stem', ...leaf]],
  [/flower|blossom|umbel|head|petal/, ['flower', 'inflorescence', 'stem']],
  [/berr|fruit|haw|sloe|hip|nut|seed|pod/, ['fruit', 'stem']],
  [/root|tuber|bulb|rhizome|corm/, ['underground', 'leaf stalk and sheath', 'stem']],
  [/stem|stalk/, ['stem', ...leaf]],
  [/shoot|top|tip|sprig|twig|branch|needle|foot/, shoot],
  [/frond|strap|weed|blade/, ['frond']],
  [/flesh|animal|shell|meat/, ['shell']],
  [/lea(f(?!y)|ves)|rosette|green/, leaf]
];

/** The piece that a part's name says; what it does not say is taken for a leaf, the least that shows anything. */
export function pieceNamed(part: string): Piece {
  const words = part.toLowerCase();
  const found = parts
    .flatMap(([name, organs]) => {
      const at = words.search(name);
      return at < 0 ? [] : [{ at, organs }];
    })
    .sort((a, b) => a.at - b.at);
  const organs = found[0]?.organs ?? leaf;
  return { part, main: organs[0]!, organs: new Set(organs) };
}

/** The first use that is recorded at a stage, history left aside. */
export const useAt = (taxon: Pick<LibraryTaxon, 'uses'>, stage: Stage): Use | undefined =>
  taxon.uses.find(({ kind, stages }) => kind !== 'history' && stages.includes(stage));

/**
 * The piece that is gathered of a taxon at a stage, by the first use that is no history; undefined where nothing is: then
 * the whole plant is looked at.
 */
export function pieceAt(taxon: Pick<LibraryTaxon, 'uses'>, stage: Stage): Piece | undefined {
  const use = useAt(taxon, stage);
  return use && pieceNamed(use.part);
}
