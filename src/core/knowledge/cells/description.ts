import { Cell } from '../schema';
import { cellInWords, weighCell } from '../weights';
import type { CellKind } from './kind';

/** A character at a stage. One in dispute is not known, so that it separates nothing. */
export const description: CellKind<Cell> = {
  schema: Cell,
  words(value, glossary, path) {
    const character = glossary.character.get(path.split('/')[2]!);
    const weights = character && weighCell(character, value);
    return weights && typeof weights !== 'string' ? cellInWords(character, weights) : JSON.stringify(value);
  },
  stricter: () => undefined,
  read(filled, glossary, path) {
    const character = glossary.character.get(path.split('/')[2]!);
    if (!character) return { problem: 'The glossary has no such character.' };
    if (character.kind === 'range') {
      const ends = ['min', 'low', 'high', 'max'].map((end) => filled.text(end));
      if (ends.every((end) => end === '')) return { value: undefined };
      const [min, low, high, max] = ends.map((end) => (end === '' ? NaN : Number(end)));
      if ([min, low, high, max].some(Number.isNaN))
        return {
          problem: 'Enter all four: smallest, usual from, usual to, greatest. Or none, if it is not known.'
        };
      return { value: { min, low, high, max } };
    }
    const words = character.states.flatMap((state) => {
      const word = filled.text(`state:${state.slug}`);
      return word ? [[state.slug, word] as const] : [];
    });
    return { value: words.length > 0 ? Object.fromEntries(words) : undefined };
  }
};
