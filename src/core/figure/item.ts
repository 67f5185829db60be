import type { Random } from '../random';
import { drawFlower } from './flower';
import { type Model, hasFruit } from './form';
import { type FruitLook, drawFruit } from './fruit';
import { add, ellipse, golden, growSpine, scale, towards } from './geometry';
import { lines, tone } from './paint';
import type { Line, Point, Shape } from './scene';

/** One flower or fruit of a cluster, and the strokes that clusters share. */

/** How flowers and fruits stand together. A cluster grows from the end of a stem, or along its upper part. */

export interface Drawn {
  readonly shapes: Shape[];
  /** Points that its outline holds. */
  readonly points: Point[];
}

const numbers: Readonly<Record<string, number>> = {
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  many: 9,
  'no-petals': -1
};

export const flowerLook = ({ traits, form, pen, recipe }: Model, size: number) => ({
  form: traits.state('flower-form') ?? 'five-open',
  petals: numbers[traits.state('petal-count') ?? ''] ?? 0,
  notch: traits.state('petal-notch') ?? 'whole',
  marks: traits.state('flower-marks') ?? 'plain',
  size,
  colour: form.colour.flower,
  green: form.colour.stem,
  anthers: recipe.anthers,
  ...(traits.state('anther-colour') === 'dark' ? { antherColour: '#8E3F66' } : {}),
  rays: recipe.rayFlorets ?? 13,
  pen
});

const oilLinesOf = (state: string | undefined): FruitLook['oilLines'] =>
  state === 'whole' || state === 'half' ? state : undefined;

export const fruitLook = ({ traits, form, pen, recipe }: Model, size: number) => ({
  form: traits.state('fruit-form') ?? 'berry',
  size,
  colour: form.colour.fruit,
  crown: traits.state('fruit-crown') ?? 'none',
  bloom: traits.state('fruit-colour') === 'blue-black',
  isLong: traits.state('berry-shape') === 'egg-shaped',
  oilLines: oilLinesOf(traits.state('oil-lines')),
  ...(recipe.fruitRatio && { ratio: recipe.fruitRatio }),
  green: form.colour.stem,
  pen
});

/** Flowers from this size on, in millimetres, are few and stand apart on their stalks. */
export const largeFlower = 14;

/** Bells and tubes are longer than they are wide. */
const bellLength: Readonly<Record<string, number>> = {
  'round-bell': 1.15,
  'narrow-bell': 1.7,
  'tube-six': 1.5,
  'wide-tube': 1.9,
  funnel: 1,
  'three-and-three': 1
};

const bells = new Set(Object.keys(bellLength));

/** Whether the flowers hang: bells and tubes do, a funnel stands. */
export const hangs = (traits: Model['traits']): boolean => {
  const kind = traits.state('flower-form') ?? '';
  return !hasFruit(traits) && bells.has(kind) && kind !== 'funnel';
};

const sideways = new Set(['two-lipped', 'helmet']);

/** One flower or fruit of the model, never smaller than can be seen. */
export function drawItem(model: Model, at: Point, facing: number, own: Random, k = 1): Shape[] {
  const { form, traits, pen } = model;
  if (hasFruit(model.traits)) {
    const isLong = traits.state('fruit-form') === 'pod';
    const size = Math.max(form.fruitSize * k, pen * (isLong ? 9 : 4));
    const reach = isLong || traits.state('fruit-form') === 'long-smooth' ? size * 0.5 : size * 0.4;
    return drawFruit(fruitLook(model, size), add(at, scale(towards(facing), reach)), facing, own);
  }
  const kind = traits.state('flower-form') ?? '';
  const size = Math.max(form.flowerSize * k * (bellLength[kind] ?? 1), pen * 5);
  const look = flowerLook(model, size);
  if (bells.has(kind)) return drawFlower(look, { at, facing, tilt: 1, turn: 0 }, own);
  if (sideways.has(kind)) return drawFlower(look, { at, facing, tilt: 1, turn: 0 }, own);
  return drawFlower(look, { at, facing, tilt: own.between(0.1, 0.6), turn: own.between(0, 6) }, own);
}

export const itemReach = ({ form, traits, pen }: Model): number =>
  hasFruit(traits)
    ? Math.max(form.fruitSize, pen * 4)
    : Math.max(form.flowerSize * (bellLength[traits.state('flower-form') ?? ''] ?? 1), pen * 5);

export const around = (at: Point, r: number): Point[] => ellipse(at, r, r, 0, 6);

/** Items packed into a ball, those in front last. @param name of their share of chance */
export const packedBall = (
  model: Model,
  middle: Point,
  count: number,
  reach: number,
  random: Random,
  name: string,
  k = 1
): Shape[] =>
  golden(count, reach)
    .sort((a, b) => a.y - b.y)
    .flatMap((p, i) =>
      drawItem(model, add(middle, p), Math.atan2(p.x, -p.y), random.fork(`${name} ${i}`), k)
    );

export const stalkLine = (model: Model, line: Line, width = 1.3): Shape[] => [
  lines([line], tone(model.form.colour.stem, -0.55), model.pen * (width + 0.9)),
  lines([line], tone(model.form.colour.stem, 0.12), model.pen * width)
];

/** Narrow leaf-like strip. */
export const strip = (from: Point, heading: number, bend: number, long: number, wide: number): Point[] => {
  const spine = growSpine(from, heading, bend, long, 6);
  const side = (sign: number) =>
    [0, 0.35, 0.7].map((t, i) =>
      add(spine.place(t), scale(towards(spine.heading(t) + Math.PI / 2), sign * wide * [0.3, 0.5, 0.36][i]!))
    );
  return [...side(-1), spine.place(1), ...side(1).reverse()];
};
