import type { Random } from '../random';
import { add, clamp, growSpine, scale, towards } from './geometry';
import { partOf } from './organs';
import { edged, lines, tone } from './paint';
import type { Bounds, Line, Part, Point, Shape } from './scene';

/** Grass before a plant: it stands in front of its foot and hides some of it, as on a bank in May. */

export const grassGreens = ['#8FAE62', '#7C9E55', '#A3B272'];

/** One blade: widest below its middle, bent over. */
export function grassBlade(foot: Point, lean: number, bend: number, reach: number, width: number): Point[] {
  const spine = growSpine(foot, lean, bend, reach, 10);
  const side = (sign: number) =>
    [0.9, 1, 0.8, 0.45].map((w, i) =>
      add(spine.place(i / 4), scale(towards(spine.heading(i / 4) + Math.PI / 2), sign * w * width))
    );
  return [...side(-1), spine.place(1), ...side(1).reverse()];
}

/** Blades of several greens, each with a pale rib. @param blades one list for each of the greens */
export function drawGrass(blades: readonly (readonly Point[][])[], pen: number): Shape[] {
  const ribs: Line[] = blades.flat().map((ring) => [ring[0]!, ring[2]!, ring[4]!]);
  return [
    ...blades.map((rings, i) => edged(rings, grassGreens[i]!, pen * 0.5, tone(grassGreens[i]!, -0.6))),
    lines(ribs, '#E4EBC8', pen * 0.5, 0.5)
  ];
}

/** @param bounds of the plant that stands in it @param pen width of a pen line */
export function grassBefore({ left, right, top, bottom }: Bounds, pen: number, random: Random): Part {
  const [wide, tall] = [right - left, bottom - top];
  const reach = clamp(tall * 0.42, 0, wide * 1.6);
  const blade = (): Point[] => {
    const foot = { x: left + wide * random.between(0.02, 0.98), y: bottom + tall * 0.015 };
    const lean = random.between(-0.35, 0.35);
    const bend = lean * 1.6 + random.between(-0.5, 0.5);
    return grassBlade(foot, lean, bend, reach * random.between(0.45, 1), Math.max(pen * 1.6, wide * 0.008));
  };
  const blades = grassGreens.map(() => Array.from({ length: random.integer(4, 6) }, blade));
  return partOf('ground', drawGrass(blades, pen), [], blades.flat(), Infinity, {
    x: (left + right) / 2,
    y: bottom
  });
}
