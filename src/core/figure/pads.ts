import type { Random } from '../random';
import { type Model, hasFlowers, hasFruit } from './form';
import { add, ellipse, placed, scale, smoothRing, towards } from './geometry';
import { drawItem, itemReach } from './item';
import { groundPart, partOf } from './organs';
import { edged, filled, lines, tone } from './paint';
import type { Part, Point, Shape } from './scene';

/** A flat joint in place of a leaf: it stands on another's rim. */
interface Pad {
  readonly foot: Point;
  readonly turn: number;
  readonly long: number;
}
const outline = [
  { x: 0, y: 0 },
  { x: -0.16, y: -0.1 },
  { x: -0.3, y: -0.42 },
  { x: -0.29, y: -0.74 },
  { x: -0.13, y: -0.97 },
  { x: 0.13, y: -0.97 },
  { x: 0.29, y: -0.74 },
  { x: 0.3, y: -0.42 },
  { x: 0.16, y: -0.1 }
];
const onPad = (pad: Pad, point: Point): Point => placed([point], pad.foot, pad.turn, pad.long)[0]!;

function drawPad(model: Model, pad: Pad, random: Random): { shapes: Shape[]; ring: Point[] } {
  const { form, pen, traits } = model;
  const colour = form.colour.stem;
  const ring = placed(smoothRing(outline, 4), pad.foot, pad.turn, pad.long);
  const dark = placed(
    smoothRing(
      outline.map(({ x, y }) => ({ x: x * 0.5 + 0.13, y: y * 0.9 - 0.04 })),
      4
    ),
    pad.foot,
    pad.turn,
    pad.long
  );
  const cushions = [-0.2, -0.36, -0.52, -0.68, -0.84].flatMap((y, row) =>
    [-0.18, -0.06, 0.06, 0.18]
      .map((x) => x + (row % 2 ? 0.06 : 0))
      .filter((x) => Math.abs(x) < (row === 0 || row === 4 ? 0.14 : 0.25))
      .map((x) => onPad(pad, { x: x + random.between(-0.01, 0.01), y }))
  );
  const spines =
    traits.state('stem-arms') === 'thorns'
      ? cushions.flatMap((at) =>
          [-0.7, 0.1, 0.8].map((turn) => [
            at,
            add(at, scale(towards(pad.turn + turn + random.between(-0.2, 0.2)), pad.long * 0.06))
          ])
        )
      : [];
  return {
    shapes: [
      edged([ring], colour, pen),
      filled([dark], tone(colour, -0.4), 0.25),
      filled(
        cushions.map((at) => ellipse(at, pen * 2.4, pen * 1.9, 0, 8)),
        '#A8874A'
      ),
      // Tufts of fine barbed hairs.
      lines(
        cushions.flatMap((at) =>
          [-0.9, -0.3, 0.3, 0.9].map((turn) => [at, add(at, scale(towards(pad.turn + turn), pen * 4.4))])
        ),
        '#8A6A34',
        pen * 0.5
      ),
      lines(spines, '#E9E2CC', pen * 0.9),
      lines(spines, '#6B5F45', pen * 0.4)
    ],
    ring
  };
}

/** Flat fleshy joints that stand on each other, with flowers or fruits along the upper rims. */
export function padPlant(model: Model): Part[] {
  const { form, traits, random, pen } = model;
  const tall = Math.min(form.height, 900);
  const first: Pad = { foot: { x: 0, y: 0 }, turn: random.between(-0.08, 0.08), long: tall * 0.42 };
  const grownOn = (pad: Pad, x: number, lean: number, k: number): Pad => ({
    foot: onPad(pad, { x, y: Math.abs(x) > 0.2 ? -0.78 : -0.95 }),
    turn: pad.turn + lean,
    long: pad.long * k
  });
  const second = [grownOn(first, -0.16, -0.55, 0.86), grownOn(first, 0.17, 0.5, 0.92)];
  const third = [
    grownOn(second[0]!, 0.05, 0.3, 0.74),
    grownOn(second[1]!, -0.14, -0.45, 0.76),
    grownOn(second[1]!, 0.2, 0.55, 0.66)
  ];
  const pads = [...third, ...second, first];
  const drawn = pads.map((pad, i) => drawPad(model, pad, random.fork(`pad ${i}`)));
  const stem = partOf(
    'stem',
    drawn.flatMap(({ shapes }) => shapes),
    traits.shown('stem-section', 'stem-arms', 'growth-form', 'leaf-attachment', 'stem-leaf-stand'),
    drawn.map(({ ring }) => ring),
    0,
    onPad(first, { x: 0, y: -0.5 })
  );
  const parts: Part[] = [groundPart(model, tall * 0.5), stem];
  if (!hasFlowers(traits) && !hasFruit(traits)) return parts;
  const reach = Math.max(itemReach(model), pen * 12);
  const k = Math.min(1.4, (tall * 0.1) / reach);
  const seats = third.flatMap((pad, i) =>
    [-0.2, -0.04, 0.14].map((x, j) => ({
      at: onPad(pad, { x, y: Math.abs(x) > 0.15 ? -0.9 : -0.98 }),
      turn: pad.turn + x * 2.2,
      name: `item ${i} ${j}`
    }))
  );
  const shapes = seats.flatMap(({ at, turn, name }) =>
    drawItem(model, add(at, scale(towards(turn), reach * k * 0.42)), turn, random.fork(name), k)
  );
  parts.push(
    partOf(
      hasFruit(traits) ? 'fruit' : 'flower cluster',
      shapes,
      traits.shown(...(hasFruit(traits) ? ['fruit-stand', 'fruit-colour', 'fruit-form'] : ['flower-colour'])),
      seats.map(({ at }) => ellipse(at, reach * k, reach * k, 0, 10)),
      3e3
    )
  );
  return parts;
}
