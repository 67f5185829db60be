import { beforeAll, describe, expect, it } from 'vitest';
import {
  type View,
  composePlate,
  isDrawnAt,
  namedDifferences,
  plateSize,
  severalPlates,
  shownCharacters,
  standApart,
  sheetPlate,
  typicalSeed,
  views
} from '../../src/core/figure';
import type { Library, LibraryTaxon, Stage, StageDescription } from '../../src/core/knowledge';
import { shippedRegions } from '../support/content';

/** Plates of plants that are taken for each other must not be twins, in any region, at any stage. */

/** Below it, two plates lie no farther apart than two specimens of one plant. */
const limit = 1;

/** What a plate can show of a plant that stands: neither what is dug up nor what is turned over nor a scent. */
const onSight = views.filter((view) => !['underside', 'underground', 'torn leaf'].includes(view));

interface Shown {
  readonly stage: StageDescription;
  readonly shown: ReadonlySet<string>;
}

interface Compared {
  readonly pair: string;
  readonly apart: number;
  /** By which the plates of their sheets differ, and all that could be drawn. */
  readonly names: readonly string[];
  readonly drawable: readonly string[];
}

function comparedIn(library: Library): Compared[] {
  const known = new Map<
    string,
    { seen: ReturnType<typeof severalPlates>; sheet: Shown; shownIn: (wanted: readonly View[]) => Shown }
  >();
  const plateOf = (taxon: LibraryTaxon, stage: StageDescription) => {
    const key = `${taxon.slug} ${stage.stage}`;
    const before = known.get(key);
    if (before) return before;
    const shownIn = (wanted: readonly View[]): Shown => ({
      stage,
      shown: shownCharacters(composePlate(library, taxon, stage, typicalSeed, wanted, plateSize))
    });
    const now = {
      seen: severalPlates(library, taxon, stage, [1, 2, 3, 4], plateSize),
      sheet: { stage, shown: shownCharacters(sheetPlate(library, taxon, stage)) },
      shownIn
    };
    known.set(key, now);
    return now;
  };
  return library.pairs
    .filter(({ kind }) => kind === 'mistaken for')
    .flatMap(({ target, lookalike }) => {
      const [own, other] = [library.taxa.get(target)!, library.taxa.get(lookalike)!];
      return [...own.stages].flatMap(([name, stage]: [Stage, StageDescription]) => {
        const theirs = other.stages.get(name);
        if (!theirs || !isDrawnAt(stage) || !isDrawnAt(theirs)) return [];
        const [a, b] = [plateOf(own, stage), plateOf(other, theirs)];
        const names = namedDifferences(library, a.sheet, b.sheet);
        return [
          {
            pair: `${target} / ${lookalike}, ${name}`,
            apart: standApart(a.seen, b.seen),
            names,
            // Only asked for where the sheets show none.
            drawable:
              names.length > 0 ? names : namedDifferences(library, a.shownIn(onSight), b.shownIn(onSight))
          }
        ];
      });
    });
}

describe.each([...shippedRegions()].map(([region, { library }]) => [region, library] as const))(
  'plates of plants that are taken for each other, %s',
  (_, library) => {
    let compared: Compared[] = [];
    beforeAll(() => {
      compared = comparedIn(library);
    });

    it('lie farther apart as pictures than two specimens of one plant', () => {
      const near = compared.filter(({ apart }) => apart < limit);
      expect(near.map(({ pair, apart }) => `${pair}: ${apart.toFixed(2)}`)).toEqual([]);
    });

    it('show one of the differences that can be drawn at all', () => {
      const hidden = compared.filter(({ names, drawable }) => names.length === 0 && drawable.length > 0);
      expect(hidden.map(({ pair, drawable }) => `${pair}: ${drawable.join(', ')}`)).toEqual([]);
    });
  }
);
