import type { PartRules } from '../knowledge';
import { counted } from '../words';
import { type Yields, gramsToGather, inGrams } from './amounts';

/** What is in the larder, and how much to gather next for what a year needs. */

export interface Larder {
  /** Ready, packed since the year began. */
  readonly madeThisYear: number;
  /** Of jars from years before, left now. */
  readonly fromBefore: number;
  /** What begun batches will mostly come to. */
  readonly coming: number;
}

export interface Proposal {
  /** Ready grams that the year still lacks; 0: it has enough. */
  readonly missing: number;
  /** Fresh grams for that. */
  readonly gather: number;
  /** Pieces for that, where the mass of one is known. */
  readonly pieces: number | undefined;
  readonly words: string;
}

/**
 * How much to gather next.
 * @param need ready grams of a year
 * @param left pieces that the patches still give this year; 'to need' where none are counted; undefined: no patch
 */
export function proposalFor(
  need: number,
  larder: Larder,
  yields: Pick<Yields, 'cleaned' | 'ready'>,
  grams: PartRules['grams'],
  left: number | 'to need' | undefined
): Proposal {
  const has = larder.madeThisYear + larder.fromBefore + larder.coming;
  const missing = Math.max(0, need - has);
  if (missing < 0.05)
    return {
      missing: 0,
      gather: 0,
      pieces: 0,
      words: 'The year has enough: gather no more of it.'
    };
  const gather = gramsToGather(missing, yields);
  const pieces = grams && Math.ceil(gather / grams.piece[1]);
  const fresh = `${inGrams(gather)} fresh${pieces === undefined ? '' : `, about ${counted(pieces, 'piece')}`}`;
  const lacks = `${inGrams(missing)} are missing: ${fresh}.`;
  if (left === undefined) return { missing, gather, pieces, words: `${lacks} No patch of it is known.` };
  if (left === 'to need' || pieces === undefined) return { missing, gather, pieces, words: lacks };
  const words =
    left === 0
      ? `${lacks} The patches give nothing more this year: it waits.`
      : pieces <= left
        ? `${lacks} The patches still give ${left}.`
        : `${lacks} The patches give only ${left}: the rest waits for next year.`;
  return { missing, gather, pieces, words };
}
