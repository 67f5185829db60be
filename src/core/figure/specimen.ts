import type { Library, LibraryTaxon, Recipe, Stage, StageDescription } from '../knowledge';
import { createRandom } from '../random';
import {
  clusterView,
  footView,
  fruitView,
  isSlender,
  leafView,
  singleFlowerView,
  stalkView,
  stemView,
  tornLeaf,
  undergroundView,
  undersideView
} from './close-views';
import { openingOf } from './closed-buds';
import {
  type Form,
  type Model,
  bareStem,
  formOf,
  hasFruit,
  hasLeaves,
  hidesItsStem,
  isClimbing,
  isWoody
} from './form';
import { grassBefore } from './grass';
import { wholePlant } from './habits';
import { tallFrom } from './height-mark';
import { type Part, type Scene, type View, boundsOfParts } from './scene';
import { type Traits, pickTraits } from './traits';
import { twigReach } from './twig';
import { visibleShares } from './visibility';

/** Counts up when the same description and seed would be drawn differently. */
export const drawingVersion = 12;

const builders: Readonly<Record<View, (model: Model) => Part[]>> = {
  whole: wholePlant,
  leaf: leafView,
  underside: undersideView,
  stalk: stalkView,
  foot: footView,
  stem: stemView,
  flower: clusterView,
  'single flower': singleFlowerView,
  fruit: fruitView,
  underground: undergroundView,
  'torn leaf': tornLeaf
};

const isUmbel = (traits: Traits) =>
  traits.state('flower-cluster') === 'compound-umbel' || traits.state('fruit-stand') === 'umbel';

/** About how large a view is, in millimetres: pens are cut to it. */
function extent(view: View, form: Form, model: Pick<Model, 'traits'>): number {
  const leaf = view !== 'whole' || hasLeaves(model.traits) ? form.blade.length + form.stalk : 0;
  const item = hasFruit(model.traits) ? form.fruitSize : form.flowerSize;
  switch (view) {
    case 'whole':
      if (model.traits.state('frond-shape')) return 320;
      if (isWoody(model.traits)) return twigReach({ ...model, form });
      if (!hasLeaves(model.traits) && model.traits.state('flower-cluster') === 'club') return form.height;
      return Math.max(
        leaf * 1.3,
        bareStem(model.traits) * 0.8,
        Math.min(form.height, Math.max(leaf * 2.6, isUmbel(model.traits) ? form.umbel * 5 : item * 8))
      );
    case 'leaf':
    case 'underside':
      if (model.traits.state('frond-shape')) return 320;
      return view === 'leaf' && isSlender({ ...model, form })
        ? form.blade.width * 8
        : Math.max(form.blade.length * 1.2, form.blade.width * 1.2);
    case 'stem':
      return form.stemWidth * 6;
    case 'stalk':
      return Math.max(form.stalkWidth, 2) * 20;
    case 'foot':
      if (isWoody(model.traits) && hidesItsStem(model.traits)) return Math.max(form.blade.width, 1.2) * 13;
      return Math.max(form.stemWidth, form.blade.width * 0.2, 6) * 8;
    case 'flower':
      return isUmbel(model.traits)
        ? form.umbel * 1.4
        : model.traits.state('flower-cluster') === 'head' && !hasFruit(model.traits)
          ? item * 2.6
          : item * 9;
    case 'single flower':
      return item * 2;
    case 'fruit':
      return item * 2.4;
    case 'underground':
      return 110;
    case 'torn leaf':
      return 50;
  }
}

/** How many pen lines lie side by side across a view: umbels are small on a plate and need a bolder pen. */
const penWidths = { whole: 290, near: 190, flower: 135 } as const;

/** How well a taxon is drawn at a stage, as judged by eye: nothing poor is used in a drill. */
export type Quality = 'good' | 'fair' | 'poor';
export const qualityOf = (taxon: Pick<LibraryTaxon, 'recipe'>, stage: Stage): Quality =>
  taxon.recipe?.quality[stage] ?? 'fair';

const drawnBy = [
  'leaf-outline',
  'stem-section',
  'flower-cluster',
  'fruit-form',
  'frond-shape',
  'shell-apex',
  'twig-bark'
];
/** At least a leaf, a stem, a flower, a fruit, a frond, a shell or a twig is described. */
export const isDrawnAt = (stage: StageDescription): boolean => drawnBy.some((slug) => stage.cells.has(slug));

/** The seed of the specimen that has the usual state of everything: for a plant's own sheet. */
export const typicalSeed = 0;

const noRecipe: Recipe = { colour: {}, pairs: [], quality: {} };

/** Every part that a view is about must be seen by this share at least, otherwise the specimen is drawn again. */
const leastSeen = 0.22;
const tries = 3;

/** What makes a specimen harder to see. */
export interface Setting {
  /** Grass stands before the plant. */
  readonly inGrass?: boolean;
  /** How much bolder the pen is than on a plate: what is seen from afar has no fine lines. 1 if it is not said. */
  readonly boldness?: number;
  /** A stem from near without its cut end: to cut it is a test of its own. */
  readonly uncut?: boolean;
}

/** Neither climber, cane, frond nor shell. */
const standsUpright = (traits: Traits): boolean =>
  traits.value('plant-height') !== undefined &&
  !isClimbing(traits) &&
  !['creeping', 'scrambling', 'arching'].includes(traits.state('growth-form') ?? '') &&
  traits.state('frond-shape') === undefined &&
  traits.state('shell-apex') === undefined;

/** Twigs are held in the hand, seaweeds and shells lie. */
const canStandInGrass = (traits: Traits): boolean =>
  !isWoody(traits) && traits.state('frond-shape') === undefined && traits.state('shell-apex') === undefined;

const randomOf = (taxon: LibraryTaxon, stage: StageDescription, seed: number) =>
  createRandom(`${taxon.slug} ${stage.stage} ${seed}`);

/** The states of a specimen, those that cannot be drawn among them: how a leaf feels, whether there is milk. */
export const specimenTraits = (
  library: Library,
  taxon: LibraryTaxon,
  stage: StageDescription,
  seed: number
): Traits => pickTraits(library, stage, randomOf(taxon, stage, seed).fork('traits'), seed === typicalSeed);

/**
 * Draws a specimen of a taxon at a stage. The same seed gives the same drawing; two taxa with one seed do
 * not share a pose. States come from the description by their frequency words, proportions from the recipe.
 * @param seed any whole number; 0 has the usual state of everything
 */
export function specimen(
  library: Library,
  taxon: LibraryTaxon,
  stage: StageDescription,
  seed: number,
  view: View,
  { inGrass = false, boldness = 1, uncut = false }: Setting = {}
): Scene {
  const recipe = taxon.recipe ?? noRecipe;
  const random = randomOf(taxon, stage, seed);
  const traits = specimenTraits(library, taxon, stage, seed);
  const form = formOf(recipe, traits, random.fork('form'));
  const pen =
    (boldness * extent(view, form, { traits })) /
    penWidths[view === 'whole' || view === 'flower' ? view : 'near'];
  const opening = openingOf(taxon, stage, recipe, (later) => specimenTraits(library, taxon, later, seed));
  const stands = inGrass && view === 'whole' && canStandInGrass(traits);
  const hasPaper = view === 'whole' && boldness === 1 && !stands;
  let best: { parts: Part[]; seen: number } | undefined;
  for (let attempt = 0; attempt < tries; attempt += 1) {
    const posed = attempt === 0 ? random.fork('pose') : random.fork(`pose again ${attempt}`);
    const drawn = builders[view]({ recipe, traits, form, opening, random: posed, pen, uncut, hasPaper });
    const parts = drawn
      .map((part, i) => ({ part, i }))
      .sort((a, b) => a.part.depth - b.part.depth || a.i - b.i)
      .map(({ part }) => part);
    if (stands) parts.push(grassBefore(boundsOfParts(parts), pen, posed.fork('grass')));
    const seen = worstSeen(parts);
    if (!best || seen > best.seen) best = { parts, seen };
    if (best.seen >= leastSeen) break;
  }
  const stature = view === 'whole' ? statureOf(traits, form) : undefined;
  return { view, parts: best!.parts, bounds: boundsOfParts(best!.parts), ...(stature && { stature }) };
}

/** What climbs or creeps has no height of its own. */
function statureOf(traits: Traits, { height }: Form): Scene['stature'] {
  const growth = traits.state('growth-form');
  if (height < tallFrom || !standsUpright(traits)) return undefined;
  return {
    height,
    form: growth === 'tree' ? 'tree' : growth === 'shrub' || growth === 'low-shrub' ? 'shrub' : 'herb'
  };
}

/** Of each kind of part with something to show, the best seen one; of those kinds, the worst. */
function worstSeen(parts: readonly Part[]): number {
  const shares = visibleShares(parts);
  const byKind = new Map<string, number>();
  parts.forEach(({ kind, shows }, i) => {
    if (shows.length > 0) byKind.set(kind, Math.max(byKind.get(kind) ?? 0, shares[i]!));
  });
  return Math.min(1, ...byKind.values());
}
