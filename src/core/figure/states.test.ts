import { describe, expect, it } from 'vitest';
import { drawnTaxa, drawnTaxon, shippedLibrary } from '../../../tests/support/content';
import { separability, separates } from '../evidence';
import { type Character, type StageDescription, type Weights, lacksOrgan, weighCell } from '../knowledge';
import { type DrawnTaxon, specimen, viewsFor } from './index';

/** The library's characters are the truth of a drawing: another state, another drawing. */

const library = shippedLibrary();
const always = (character: Character, state: string) =>
  weighCell(character, { [state]: 'always' }) as Weights;

/** All that is drawn of a specimen in the view that shows a character best. */
function drawn(taxon: DrawnTaxon, stage: StageDescription, character: Character, weights: Weights): string {
  const cells = new Map(stage.cells).set(character.slug, weights);
  const [view] = viewsFor([character.slug], 1);
  const { parts } = specimen(library, taxon, { ...stage, cells }, 5, view!);
  return JSON.stringify(parts.map(({ shapes }) => shapes));
}

/** Veins are drawn on undivided blades; leaflets are too small for them. */
const showsVeins = (character: Character, stage: StageDescription) =>
  character.slug !== 'leaf-venation' || stage.cells.get('leaf-division')?.listed[0] === true;

/** Every described stage at which a plant has the organ that a character speaks of. */
const stagesWith = (character: Character) =>
  drawnTaxa(library).flatMap((taxon) =>
    [...taxon.stages.values()]
      .filter((stage) => {
        const weights = stage.cells.get(character.slug);
        return weights !== undefined && !lacksOrgan(character, weights) && showsVeins(character, stage);
      })
      .map((stage) => ({ taxon, stage }))
  );

describe('each state is drawn in its own way', () => {
  it.each([
    'leaf-venation',
    'lobe-tips',
    'stalk-hairs',
    'stalk-ring',
    'stalk-tube',
    'foot-sheath',
    'stem-hairs',
    'stem-marks',
    'stem-section',
    'bracts',
    'bracteoles'
  ])('%s, on every plant that has it', (slug) => {
    const character = library.character.get(slug)!;
    if (character.kind !== 'states') throw new Error(`${slug} has no states`);
    const plants = stagesWith(character);
    // States that no drawn plant has are not drawn yet.
    const states = character.states
      .filter(({ absent }, i) => !absent && plants.some(({ stage }) => stage.cells.get(slug)!.listed[i]))
      .map((state) => state.slug);
    expect(plants.length).toBeGreaterThan(0);
    for (const { taxon, stage } of plants) {
      const drawings = new Set(
        states.map((state) => drawn(taxon, stage, character, always(character, state)))
      );
      expect({ plant: `${taxon.slug} ${stage.stage}`, drawings: drawings.size }).toEqual({
        plant: `${taxon.slug} ${stage.stage}`,
        drawings: states.length
      });
    }
  });
});

describe('a curated pair', () => {
  const isDrawnPair = ({ target, lookalike }: { target: string; lookalike: string }) =>
    drawnTaxa(library).filter(({ slug }) => slug === target || slug === lookalike).length === 2;
  const pairs = library.pairs
    .filter(isDrawnPair)
    .map(({ target, lookalike }) => [target, lookalike] as const);

  /** Form and colour of a flower go with the cluster that is drawn: they tell where the cluster does. */
  const goesWithCluster = new Set(['flower-form', 'flower-colour']);

  /** The edge of a leaflet goes with the division that is drawn. */
  const goesWithDivision = (character: Character, a: StageDescription, b: StageDescription) =>
    character.slug === 'leaf-margin' &&
    separability(
      library.character.get('leaf-division')!,
      a.cells.get('leaf-division'),
      b.cells.get('leaf-division')
    ) >= separates;

  /** Characters that tell two plants apart and that a drawing can show at all. */
  const telling = (a: StageDescription, b: StageDescription) =>
    library.characters.filter(
      (character) =>
        character.kind === 'states' &&
        viewsFor([character.slug], 1).length > 0 &&
        character.sense !== 'scent' &&
        !goesWithCluster.has(character.slug) &&
        !goesWithDivision(character, a, b) &&
        separability(character, a.cells.get(character.slug), b.cells.get(character.slug)) >= separates
    );

  it.each(pairs)('%s / %s: what tells the two apart is what is drawn', (target, lookalike) => {
    const [own, other] = [drawnTaxon(library, target), drawnTaxon(library, lookalike)];
    for (const a of own.stages.values())
      for (const b of other.stages.values())
        for (const character of telling(a, b)) {
          const [mine, theirs] = [a.cells.get(character.slug)!, b.cells.get(character.slug)!];
          if (lacksOrgan(character, mine) || lacksOrgan(character, theirs)) continue;
          const place = `${character.slug}, ${a.stage} and ${b.stage}`;
          const isDrawn = drawn(own, a, character, mine) !== drawn(own, a, character, theirs);
          expect({ place, isDrawn }).toEqual({ place, isDrawn: true });
        }
  });
});
