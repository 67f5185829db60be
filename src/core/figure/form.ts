import type { Library, Recipe, StageDescription } from '../knowledge';
import type { Random } from '../random';
import { blend, petalWhite, tone } from './paint';
import type { Traits } from './traits';

/** The measures and colours of one specimen: from its described states, with the recipe for what states do not say. */
export interface Form {
  /** Millimetres. */
  readonly blade: { readonly length: number; readonly width: number };
  /** Length of the leaf stalk. */
  readonly stalk: number;
  readonly stalkWidth: number;
  /** How many leaves are drawn of a plant without a stem. */
  readonly leaves: number;
  /** Height of the flowering or leafy stem. */
  readonly height: number;
  readonly stemWidth: number;
  /** Width of an umbel of umbels. */
  readonly umbel: number;
  readonly rays: number;
  readonly flowerSize: number;
  readonly fruitSize: number;
  readonly colour: {
    readonly leaf: string;
    readonly stem: string;
    readonly twig: string;
    readonly flower: string;
    readonly fruit: string;
  };
}

/** What will open of a plant in bud. */
export interface Opening {
  readonly cluster: string;
  /** Millimetres, of one open flower. */
  readonly flower: number;
  /** Millimetres, of an open umbel of umbels. */
  readonly umbel: number;
}

/** Everything that a drawing of one specimen draws on. */
export interface Model {
  readonly recipe: Recipe;
  readonly traits: Traits;
  readonly form: Form;
  /** Of a plant in bud: what will open. */
  readonly opening?: Opening | undefined;
  readonly random: Random;
  /** Width of a pen line in millimetres, for the size at which the view is seen. */
  readonly pen: number;
  /** A whole plant with the bare paper of a plate behind it: not in grass, on a bank or on a cloth. */
  readonly hasPaper: boolean;
  /** A stem from near stays whole. */
  readonly uncut: boolean;
}

export const isAbsent = (state: string | undefined): boolean =>
  state === undefined || state === 'none' || state.startsWith('no-');
export const hasFlowers = (traits: Traits): boolean =>
  !isAbsent(traits.state('flower-form')) || ['club', 'hood'].includes(traits.state('flower-cluster') ?? '');
export const hasFruit = (traits: Traits): boolean => !isAbsent(traits.state('fruit-form'));
export const hasLeaves = (traits: Traits): boolean =>
  traits.state('leaf-outline') !== undefined && traits.state('leaf-attachment') !== 'no-leaves';
/** Needles of a tree hide their twig, whichever way one takes them to stand. */
export const isNeedleTwig = (traits: Traits): boolean =>
  traits.state('leaf-outline') === 'needle' && isWoody(traits);
/** Longer leaves than these, in centimetres, are seen one by one however crowded they stand. */
const crowdedLength = 5;
/** Many small whole leaves that hide the stem; large or divided ones stand in a spiral like any others. */
export const hidesItsStem = (traits: Traits): boolean =>
  (traits.state('stem-leaf-stand') === 'spiral-crowded' || isNeedleTwig(traits)) &&
  (traits.state('leaf-outline') === 'needle' || (traits.value('leaf-length') ?? 0) < crowdedLength) &&
  ['undivided', undefined].includes(traits.state('leaf-division'));
/** A stem that stands withered, with what is left of its fruit. */
export const isWithered = (traits: Traits): boolean =>
  hasFruit(traits) &&
  !hasLeaves(traits) &&
  !isWoody(traits) &&
  (traits.state('fruit-colour') === 'brown' || traits.state('fruit-form') === 'parachute');
export const isClimbing = (traits: Traits): boolean =>
  traits.state('growth-form') === 'climbing' ||
  ['twining', 'tendrils', 'discs', 'rootlets', 'leaf-stalks'].includes(traits.state('climbing-by') ?? '');
/** Bark, but neither a climber nor a shrub: a creeping or upright stem of one that climbs elsewhere. */
export const isCane = (traits: Traits): boolean =>
  !isAbsent(traits.state('twig-bark')) && ['creeping', 'upright'].includes(traits.state('growth-form') ?? '');
/** Seaweeds and shells. */
export const hasFrondOrShell = ({ cells }: StageDescription): boolean =>
  cells.has('frond-shape') || cells.has('shell-apex');
/**
 * Millimetres of a cane, runner or climber without leaves that a plate shows: fewer of one that clings, so that
 * its rootlets show; 0 of anything else.
 */
export function bareStem(traits: Traits): number {
  const isLeafless =
    (traits.state('stem-leaf-stand') === 'leafless' && traits.state('leaf-attachment') !== 'along-stem') ||
    !hasLeaves(traits);
  const trails = ['arching', 'creeping', 'scrambling'].includes(traits.state('growth-form') ?? '');
  if (!isLeafless || !(trails || isCane(traits) || isClimbing(traits))) return 0;
  return traits.state('climbing-by') === 'rootlets' ? 90 : 170;
}
/** Woody plants are drawn by a twig. */
export const isWoody = (traits: Traits): boolean =>
  woodyForms.has(traits.state('growth-form') ?? '') && !isClimbing(traits);
const woodyForms = new Set(['low-shrub', 'shrub', 'tree']);
/** Shrubs and trees, and what may be one. */
export function growsWoody(library: Library, { cells }: StageDescription): boolean {
  const character = library.character.get('growth-form');
  const weights = cells.get('growth-form');
  return (
    character?.kind === 'states' &&
    character.states.some(({ slug }, i) => woodyForms.has(slug) && Boolean(weights?.listed[i]))
  );
}

/** Width of a blade to its length, where its width is not described. */
const widthRatio: Readonly<Record<string, number>> = {
  elliptic: 0.42,
  lanceolate: 0.26,
  ovate: 0.58,
  strap: 0.08,
  needle: 0.03,
  arrow: 0.66,
  'broad-lobed': 0.9,
  ferny: 0.78,
  triangular: 0.86,
  ladder: 0.46,
  round: 1,
  heart: 0.86,
  spoon: 0.36,
  trefoil: 1.1
};

/** The widest that a blade is for its length; a leaf of a long stalk is not wide in place of long. */
const widestRatio: Readonly<Record<string, number>> = {
  elliptic: 0.62,
  lanceolate: 0.42,
  ovate: 0.8,
  strap: 0.2,
  arrow: 0.9,
  spoon: 0.62
};

const stalkShare: Readonly<Record<string, number>> = { none: 0, shorter: 0.22, longer: 0.58 };

/** How many leaves make a plant without a stem, by the way they stand. */
const leafCounts: Readonly<Record<string, readonly [number, number]>> = {
  'own-stalk': [5, 8],
  wrapped: [2, 3],
  'stalkless-tuft': [5, 8],
  'rosette-winged': [7, 10],
  'rosette-stalked': [6, 9],
  sheathing: [4, 6],
  'along-stem': [6, 9],
  'flat-fan': [5, 7]
};

const leafColours: Readonly<Record<string, string>> = {
  'bright-green': '#76AB50',
  'dark-green': '#54904C',
  'grey-green': '#88A68F',
  reddish: '#8E6A58'
};
const flowerColours: Readonly<Record<string, string>> = {
  white: petalWhite,
  purple: '#A968A6',
  cream: '#F0E8C4',
  green: '#BCCD86',
  red: '#AC5A4C',
  yellow: '#EBC93C',
  blue: '#6577C2',
  scarlet: '#DA5731',
  orange: '#DB8336',
  brown: '#84654A'
};
const fruitColours: Readonly<Record<string, string>> = {
  green: '#8FAD57',
  brown: '#8A6A45',
  red: '#C4382C',
  black: '#2C2433',
  'blue-black': '#434A70',
  white: '#EDEFE2',
  yellow: '#E0A43A',
  purple: '#A03C8C'
};
const straw = '#A98F63';
const barkColours: Readonly<Record<string, string>> = {
  green: '#7FA05A',
  warty: '#9C9585',
  'smooth-dark': '#6A5C51',
  flaky: '#9F6F51',
  'orange-upper': '#B27645'
};

/** A few pairs of leaflets are long ones. */
const fewLeaflets = (traits: Traits): boolean =>
  traits.state('leaf-division') === 'once-pinnate' &&
  traits.state('end-leaflet') !== 'largest' &&
  (traits.value('leaflet-pairs') ?? 9) < (traits.state('lobe-tips') === undefined ? 3.5 : 5.5);

/** Millimetres of one open flower. */
export const flowerSizeOf = (traits: Traits): number => traits.value('flower-size') ?? 6;

/** Millimetres of an open umbel of umbels; described in centimetres. */
export function umbelWidthOf(recipe: Recipe, traits: Traits): number {
  const described = traits.value('umbel-width');
  return described ? described * 10 : (recipe.umbelWidth ?? 60);
}

export function formOf(recipe: Recipe, traits: Traits, random: Random): Form {
  const outline = traits.state('leaf-outline') ?? 'elliptic';
  const attachment = traits.state('leaf-attachment') ?? 'own-stalk';
  const total = (traits.value('leaf-length') ?? (recipe.blade ? recipe.blade[0] / 10 : 8)) * 10;
  const isStalkless =
    attachment.startsWith('stalkless') || ['flat-fan', 'running-down', 'rosette-winged'].includes(attachment);
  const stalkState = traits.state('stalk-length') ?? (isStalkless ? 'none' : 'shorter');
  const isHeart = ['heart', 'round'].includes(outline);
  const share = isStalkless
    ? 0
    : isHeart && stalkState === 'longer'
      ? 0.66
      : (stalkShare[stalkState] ?? 0.26);
  // Width, too, goes with the plant: a leaf keeps its proportions within what is described.
  const described = traits.value('leaf-width');
  const widest =
    traits.state('leaf-division') === 'undivided' ? (widestRatio[outline] ?? 1.4) : Number.POSITIVE_INFINITY;
  const long = Math.max(
    2,
    total * (1 - share),
    share > 0 ? Math.min((described ?? 0) / widest, total * (1 - Math.min(share, 0.5))) : 0
  );
  const usual = recipe.blade
    ? recipe.blade[1] / recipe.blade[0]
    : fewLeaflets(traits)
      ? 0.78
      : (widthRatio[outline] ?? 0.42);
  const width = Math.min(described ?? long * usual, long * widest);
  const stemWidth = traits.value('stem-width') ?? Math.max(1.2, long * 0.05);
  const leafState = traits.state('leaf-colour');
  const stated =
    leafState === 'reddish'
      ? blend(leafColours['dark-green']!, leafColours['reddish']!, 0.62)
      : leafColours[leafState ?? 'bright-green']!;
  // Leaves of one described colour vary so far that their green alone tells no more than its description.
  const tinted = blend(stated, random.next() < 0.5 ? '#93A544' : '#356F48', random.between(0, 0.34));
  const leaf = traits.state('leaf-gloss') === 'glossy' ? tone(tinted, -0.05) : tinted;
  const stem = isWithered(traits) ? straw : tone(blend(leaf, '#A9C06C', 0.4), 0.06);
  const flowerState = traits.state('flower-colour') ?? 'white';
  const flower = recipe.colour.flower?.[flowerState] ?? flowerColours[flowerState] ?? flowerColours['white']!;
  const counts = recipe.leaves ?? leafCounts[attachment] ?? [4, 6];
  return {
    blade: { length: long, width },
    stalk: share > 0 ? Math.max(0, total - long) : 0,
    stalkWidth: Math.min(Math.max(long * 0.03, 0.8), stemWidth * 1.4, 14),
    leaves: random.fork('leaves').integer(...counts),
    height: (traits.value('plant-height') ?? 30) * 10,
    stemWidth,
    umbel: umbelWidthOf(recipe, traits),
    rays: Math.round(traits.value('ray-count') ?? 12),
    flowerSize: flowerSizeOf(traits),
    fruitSize: traits.value('fruit-size') ?? 6,
    colour: {
      leaf,
      stem,
      twig: barkColours[traits.state('twig-bark') ?? ''] ?? stem,
      flower,
      fruit: fruitColours[traits.state('fruit-colour') ?? 'green'] ?? fruitColours['green']!
    }
  };
}
