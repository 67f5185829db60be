import { nameWithin } from '../../knowledge';
import type { BriefDocument } from './document';

/** What the group's drills did to a rating, in a sentence; nothing where they moved it by no class. */
export const saidOfDrills = ({ movedByDrills }: { readonly movedByDrills: number }): string =>
  movedByDrills < 0
    ? 'The group’s answers in drills have lowered it by one class, and never by more: drawings are not plants.'
    : movedByDrills > 0
      ? 'The group’s answers in drills have raised it by one class: the two are confused.'
      : '';

export interface RankedHazard {
  readonly kind: 'pair' | 'contact' | 'animal' | 'ground' | 'water';
  readonly name: string;
  /** 1–25. */
  readonly rating: number;
  /** Of a pair: the key of its sheet. */
  readonly sheet?: string;
}

/** All that harms on a walk in one list, the weightiest first; of equal ones pairs first. */
export const rankedHazards = ({
  sheets,
  contact,
  dangers
}: Pick<BriefDocument, 'sheets' | 'contact' | 'dangers'>): RankedHazard[] =>
  [
    ...sheets.map(({ key, lookalike, target, rating }): RankedHazard => ({
      kind: 'pair',
      name: `${lookalike.name} for ${nameWithin(target.name)}`,
      rating: rating.rating,
      sheet: key
    })),
    ...contact.map(({ name, rating }): RankedHazard => ({
      kind: 'contact',
      name: `${name}, by contact`,
      rating
    })),
    ...dangers.map(({ kind, name, consequence, likelihood }): RankedHazard => ({
      kind,
      name,
      rating: consequence * likelihood
    }))
  ].sort((a, b) => b.rating - a.rating);
