import { type LookingRules, type Observation, contrastsOf } from '../../evidence';
import {
  type Plate,
  type Setting,
  type Shown,
  type View,
  composePlate,
  hasOrgan,
  plateInWords,
  renderPlate,
  specimenTraits,
  viewOf
} from '../../figure';
import { type Character, type Library, lacksOrgan, stateLabel } from '../../knowledge';
import type { MarkedPhotograph, QuestionImage } from '../picture';
import type { Plant } from './contrast';

/** Ways of looking at a plant and of testing it, each of which costs time: what Prove it offers. */

export const lookKeys = [
  'far',
  'cluster',
  'flower',
  'fruit',
  'stem',
  'leaf',
  'underside',
  'stalk',
  'foot',
  'feel',
  'smell',
  'sap',
  'cut',
  'dig'
] as const;
export type LookKey = (typeof lookKeys)[number];

interface Look {
  readonly label: string;
  /** What it costs, in seconds: about what such a check takes on the ground. */
  readonly seconds: number;
  /** What is drawn; without a view it is said in words. */
  readonly view?: View;
  readonly setting?: Setting;
  /** The character that it is about, where it cannot be drawn. */
  readonly character?: string;
  /** Bare hands touch the plant, or its sap. */
  readonly touches?: true;
  readonly smells?: true;
}

export const looks: Readonly<Record<LookKey, Look>> = {
  far: { label: 'From afar', seconds: 3, view: 'whole' },
  cluster: { label: 'Flowers or fruits, together', seconds: 5, view: 'flower' },
  flower: { label: 'One flower, near', seconds: 5, view: 'single flower' },
  fruit: { label: 'One fruit, cut open', seconds: 10, view: 'fruit', touches: true },
  stem: { label: 'Stem, near', seconds: 4, view: 'stem', setting: { uncut: true } },
  leaf: { label: 'Leaf, near', seconds: 5, view: 'leaf' },
  underside: { label: 'Underside of a leaf', seconds: 4, view: 'underside' },
  stalk: { label: 'Leaf stalk, near', seconds: 6, view: 'stalk' },
  foot: { label: 'Foot of the shoot', seconds: 7, view: 'foot' },
  feel: { label: 'Feel a leaf', seconds: 4, character: 'leaf-feel', touches: true },
  smell: { label: 'Crush and smell', seconds: 8, character: 'scent', view: 'torn leaf', smells: true },
  sap: { label: 'Break a leaf with a stick: milk?', seconds: 8, character: 'milk' },
  cut: { label: 'Cut the stem', seconds: 12, view: 'stem', touches: true },
  dig: { label: 'Dig it out', seconds: 40, view: 'underground', touches: true }
};

/** The class or state that was drawn, as the evidence engine takes it. */
export function observationsOf(library: Library, shown: readonly Shown[]): Observation[] {
  const seen = new Map<string, Observation>();
  for (const { character: slug, state } of shown) {
    const character = library.character.get(slug);
    if (!character || character.organ === 'place') continue;
    const index =
      character.kind === 'states'
        ? character.states.findIndex((one) => one.slug === state)
        : Math.min(
            Math.max(character.limits.filter((limit) => Number(state) >= limit).length - 1, 0),
            character.limits.length - 2
          );
    if (index >= 0) seen.set(slug, { character, state: index });
  }
  return [...seen.values()];
}

/** What one look gives. */
export interface Sight {
  readonly observations: readonly Observation[];
  /** Undefined where there is nothing to draw. */
  readonly picture:
    { readonly width: number; readonly height: number; readonly image: QuestionImage } | undefined;
  readonly words: readonly string[];
}

const farSize = { width: 330, height: 500 };
const nearSize = { width: 250, height: 220 };
const nothingThere: Sight = {
  observations: [],
  picture: undefined,
  words: ['This plant has none of it now.']
};

const offersTo = (library: Library, { stage }: Plant, key: LookKey): boolean => {
  const { view, character: slug } = looks[key];
  if (slug === undefined) return hasOrgan(library, stage, view!);
  const weights = stage.cells.get(slug);
  return weights !== undefined && !lacksOrgan(library.character.get(slug)!, weights);
};

/** The look with which a character is judged; undefined where none shows it. */
function lookFor({ slug, sense }: Character): LookKey | undefined {
  if (sense === 'cut' && slug === 'stem-filling') return 'cut';
  const view = viewOf(slug);
  return (
    lookKeys.find((key) => looks[key].character === slug) ?? lookKeys.find((key) => looks[key].view === view)
  );
}

const mostLooks = 8;

/**
 * The looks that are offered on any of these plants, whichever of them it is: those that tell most, in their usual
 * order. From afar is always among them.
 * @param rules whether the plants may be touched and dug out, and whether scent counts at this school
 */
export function looksOn(
  library: Library,
  target: Plant,
  rivals: readonly Plant[],
  rules: LookingRules & { readonly mayTouch: boolean }
): LookKey[] {
  const use = new Map<LookKey, number>([['far', Infinity]]);
  for (const rival of rivals)
    for (const { index } of contrastsOf(library.characters, target.stage, rival.stage).telling) {
      const key = lookFor(library.characters[index]!);
      if (key) use.set(key, (use.get(key) ?? 0) + 1);
    }
  const allowed = [...use.keys()].filter(
    (key) =>
      (rules.mayTouch || !looks[key].touches) &&
      (rules.mayDig || key !== 'dig') &&
      (rules.scentCounts || !looks[key].smells) &&
      [target, ...rivals].some((plant) => offersTo(library, plant, key))
  );
  const best = allowed.sort((a, b) => use.get(b)! - use.get(a)!).slice(0, mostLooks);
  return lookKeys.filter((key) => best.includes(key));
}

/** The plate that a look shows; undefined where it is said in words. */
function plateOf(library: Library, { taxon, stage }: Plant, seed: number, key: LookKey): Plate | undefined {
  const { view, setting, character } = looks[key];
  if (character !== undefined) return undefined;
  const size = key === 'far' ? farSize : nearSize;
  return composePlate(library, taxon, stage, seed, [view!], size, 'right', setting);
}

const observedOn = (
  library: Library,
  { taxon, stage }: Plant,
  seed: number,
  key: LookKey,
  plate: Plate | undefined
): Observation[] =>
  observationsOf(
    library,
    plate
      ? plate.figures.flatMap(({ scene }) => scene.parts.flatMap(({ shows }) => shows))
      : specimenTraits(library, taxon, stage, seed).shown(looks[key].character!)
  );

/** What a look at a specimen gives: a drawing, or words where it cannot be drawn. */
export function sightOf(library: Library, plant: Plant, seed: number, key: LookKey): Sight {
  if (!offersTo(library, plant, key)) return nothingThere;
  const plate = plateOf(library, plant, seed, key);
  const observations = observedOn(library, plant, seed, key, plate);
  return {
    observations,
    picture: plate && { width: plate.width, height: plate.height, image: { svg: renderPlate(plate) } },
    words: plate ? plateInWords(library, plate) : observations.map(inWords)
  };
}

/** The observations of a look alone: nothing is written out. */
export const observationsAt = (
  library: Library,
  plant: Plant,
  seed: number,
  key: LookKey
): readonly Observation[] =>
  offersTo(library, plant, key)
    ? observedOn(library, plant, seed, key, plateOf(library, plant, seed, key))
    : [];

const inWords = ({ character, state }: Observation): string =>
  `${character.name}: ${stateLabel(character, state)}.`;

/** On a photograph, what is judged on a whole drawn plant is stepped up to, too. */
const nearOf: Readonly<Partial<Record<Character['organ'], LookKey>>> = {
  'leaf blade': 'leaf',
  'leaf stalk and sheath': 'stalk',
  stem: 'stem',
  inflorescence: 'cluster',
  flower: 'flower',
  fruit: 'cluster'
};

function photographedLookFor(character: Character): LookKey | undefined {
  const drawn = lookFor(character);
  return drawn === 'far' && character.sense === 'near' ? (nearOf[character.organ] ?? drawn) : drawn;
}

/** A part of a photograph around what is marked on it. */
const nearShare = 0.34;

/** The looks that a photograph allows: the whole from afar, and each of its marks from near. */
export const looksOnPhotograph = (library: Library, { marks }: MarkedPhotograph): LookKey[] => {
  const keys = marks.flatMap(({ character }) => {
    const described = library.character.get(character);
    return (described && photographedLookFor(described)) ?? [];
  });
  return lookKeys.filter(
    (key) => key === 'far' || (keys.includes(key) && looks[key].character === undefined)
  );
};

/** What a look at a photographed plant gives. Its states are those that the plant usually has. */
export function sightOfPhotograph(
  library: Library,
  { stage }: Plant,
  photograph: MarkedPhotograph,
  key: LookKey
): Sight {
  const marks = photograph.marks.flatMap(({ character: slug, x, y }) => {
    const character = library.character.get(slug);
    const weights = stage.cells.get(slug);
    if (!character || !weights || photographedLookFor(character) !== key) return [];
    return [{ character, state: weights.frequency.indexOf(Math.max(...weights.frequency)), x, y }];
  });
  if (key !== 'far' && marks.length === 0) return nothingThere;
  const size = key === 'far' ? farSize : nearSize;
  const shape = photograph.height / photograph.width;
  const [{ x, y }] = key === 'far' ? [{ x: 0.5, y: 0.5 }] : marks;
  const clampTo = (middle: number, share: number) => Math.min(Math.max(middle - share / 2, 0), 1 - share);
  const [width, height] = [nearShare, Math.min(1, (nearShare * size.height) / size.width / shape)];
  return {
    observations: marks.map(({ character, state }) => ({ character, state })),
    picture: {
      ...size,
      ...(key === 'far' && { height: Math.round(size.width * shape) }),
      image: {
        photograph: photograph.id,
        ...(key !== 'far' && {
          part: { left: clampTo(x, width), top: clampTo(y, height), width, height }
        })
      }
    },
    words: ['A photograph.', ...marks.map(inWords)]
  };
}
