import { describe, expect, it } from 'vitest';
import { everyPlant } from '../../../tests/support/content';
import { type View, composePlate, isDrawnAt, plateSize, views } from '../figure';
import { drawnPicture } from './picture';

/** Halves of all close views, beside the whole plant: a plate holds only a few at a time. */
const shownTogether: readonly (readonly View[])[] = [
  ['whole', 'leaf', 'underside', 'stalk', 'foot'],
  ['whole', 'stem', 'flower', 'single flower', 'fruit', 'underground']
];

describe('a drawn picture', () => {
  it('lists a part for each character that it shows, so that a keyboard reaches what a finger does', () => {
    expect(new Set([...shownTogether.flat(), 'torn leaf'])).toEqual(new Set(views));
    const unreached: string[] = [];
    const library = everyPlant();
    for (const taxon of library.taxa.values())
      for (const stage of [...taxon.stages.values()].filter(isDrawnAt))
        for (const views of shownTogether) {
          const { shown, parts, showsOf } = drawnPicture(
            library,
            composePlate(library, taxon, stage, 1, views, plateSize)
          );
          const listed = new Set(parts.flatMap(({ id }) => showsOf(id) ?? []));
          for (const character of shown)
            if (!listed.has(character)) unreached.push(`${taxon.slug} ${stage.stage} ${character}`);
        }
    expect(unreached).toEqual([]);
  });
});
