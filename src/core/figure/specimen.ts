import type { Library, LibraryTaxon, Recipe, StageDescription } from '../knowledge';
import { createRandom } from '../random';
import { flowerView, footView, leafView, stalkView, stemView, tornLeaf } from './close-views';
import { pathBounds } from './geometry';
import { wholePlant } from './habits';
import { type Model, hasFlowers } from './organs';
import { type Bounds, type Part, type Scene, type View, noBounds } from './scene';
import { pickTraits } from './traits';

/** Counts up when the same description and seed would be drawn differently. */
export const drawingVersion = 4;

const builders: Readonly<Record<View, (model: Model) => Part[]>> = {
  whole: wholePlant,
  leaf: leafView,
  stalk: stalkView,
  foot: footView,
  stem: stemView,
  flower: flowerView,
  'torn leaf': tornLeaf
};

function extent(view: View, recipe: Recipe, flowering: boolean): number {
  if (view === 'whole') return flowering ? recipe.height : recipe.blade[0] + recipe.stalk;
  if (view === 'leaf') return recipe.blade[0] * 1.3;
  if (view === 'stem') return recipe.stemWidth * 7;
  if (view === 'torn leaf') return 50;
  if (view === 'flower') return Math.max(recipe.umbelWidth ?? 0, 60) * 1.3;
  return Math.max(recipe.stemWidth * 9, 40);
}

/** A taxon with a recipe for its drawing; others have none yet. */
export type DrawnTaxon = LibraryTaxon & { readonly recipe: Recipe };
export const isDrawn = (taxon: LibraryTaxon): taxon is DrawnTaxon => taxon.recipe !== undefined;

/**
 * Draws a specimen of a taxon at a stage. The same seed gives the same drawing; two taxa with one seed do
 * not share a pose. States come from the description by their frequency words, proportions from the recipe.
 * @param seed any whole number
 */
export function specimen(
  library: Library,
  taxon: DrawnTaxon,
  stage: StageDescription,
  seed: number,
  view: View
): Scene {
  const random = createRandom(`${taxon.slug} ${stage.stage} ${seed}`);
  const traits = pickTraits(library, stage, random.fork('traits'));
  const pen = extent(view, taxon.recipe, hasFlowers(traits)) / (view === 'whole' ? 300 : 180);
  const parts = builders[view]({ recipe: taxon.recipe, traits, random, pen });
  return { view, parts, bounds: boundsOfShapes(parts) };
}

/** True bounds of all that was drawn. */
const boundsOfShapes = (parts: readonly Part[]): Bounds =>
  parts.reduce((box, { shapes }) => shapes.reduce((grown, { d }) => pathBounds(d, grown), box), noBounds);
