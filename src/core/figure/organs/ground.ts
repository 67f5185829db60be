import type { Random } from '../../random';
import { type Model, isWoody } from '../form';
import { ellipse, growSpine, smooth } from '../geometry';
import { edged, filled, lines, tone } from '../paint';
import type { Part, Point, Shape } from '../scene';
import { partOf } from './part';

/** The ground that a plant stands in, and its foot. */

/** A little soil or water at the foot, never a shadow. @param pitch how far one looks down on it, in radians */
export function groundPart(model: Model, width: number, pitch = 0): Part {
  const deep = Math.max(0.034, 0.36 * Math.sin(pitch));
  const { traits, random, pen } = model;
  const own = random.fork('ground');
  const isWater =
    traits.state('place') === 'waterside' &&
    ['along-stem', 'flat-fan'].includes(traits.state('leaf-attachment') ?? '');
  const colour = isWater ? '#9DBBC4' : '#C8B793';
  const patches = [1, 0.62].map((k, i) =>
    filled(
      [
        ellipse(
          { x: own.between(-0.05, 0.05) * width, y: width * 0.012 * (i + 1) },
          (width / 2) * k,
          width * deep * k,
          0,
          20
        )
      ],
      colour,
      0.4
    )
  );
  const strokes = Array.from({ length: 8 }, () => {
    const x = own.between(-0.5, 0.4) * width;
    const y = own.between(-0.35, 1.1) * deep * (1 - 1.6 * Math.abs(x / width)) * width;
    return [
      { x, y },
      { x: x + width * 0.05, y: y + own.between(-0.006, 0.006) * width },
      { x: x + width * own.between(0.08, 0.14), y }
    ];
  });
  return partOf(
    'ground',
    [...patches, lines(strokes, tone(colour, -0.45), pen * 0.6, 0.5)],
    [],
    [],
    -Infinity,
    { x: 0, y: 0 }
  );
}

/** Papery scales or fibres at the foot of a shoot, and whether the shoot is flat. */
export function drawFoot(
  { traits, pen }: Model,
  foot: Point,
  width: number,
  height: number,
  random: Random
): Shape[] {
  const state = traits.state('foot-sheath');
  // The sheath of a bulb is pale, the scales of a rootstock are flushed.
  const isBulb = traits.state('underground') === 'bulb';
  const tints = isBulb
    ? ['#EFEBDD', '#E5DFCB', '#D9D2BA']
    : isWoody(traits)
      ? ['#C7A983', '#B08F6B', '#947350']
      : ['#C29A92', '#B0838A', '#9E6A74'];
  if (state === 'scales')
    return [0, 1, 2].flatMap((i) => {
      const tall = height * (1 - 0.27 * i);
      const lean = i === 1 ? -1 : 1;
      const ring = smooth(
        [
          { x: foot.x - width * 0.56, y: foot.y },
          { x: foot.x - width * 0.64, y: foot.y - tall * 0.55 },
          { x: foot.x + lean * width * 0.22, y: foot.y - tall },
          { x: foot.x + width * 0.62, y: foot.y - tall * 0.5 },
          { x: foot.x + width * 0.56, y: foot.y }
        ],
        4
      );
      return [
        edged([ring], tints[i]!, pen * 0.8),
        lines(
          [
            [-0.25, 0.05, 0.3].map((x) => ({ x: foot.x + x * width, y: foot.y - tall * 0.1 })),
            [0, 0.1, 0.15].map((x, k) => ({
              x: foot.x + (x + lean * 0.06 * k) * width,
              y: foot.y - tall * (0.15 + 0.25 * k)
            }))
          ],
          isBulb ? '#9C957B' : '#6E4450',
          pen * 0.4,
          0.6
        )
      ];
    });
  if (state === 'fibres') {
    const fibres = Array.from({ length: 22 }, () => {
      const x = foot.x + random.between(-0.6, 0.6) * width;
      return smooth(
        [
          { x, y: foot.y + height * 0.05 },
          { x: x + random.between(-0.2, 0.2) * width, y: foot.y - height * 0.3 },
          { x: x + random.between(-0.5, 0.5) * width, y: foot.y - height * random.between(0.4, 0.8) }
        ],
        3
      );
    });
    return [lines(fibres, '#7E6A4A', pen * 0.7, 0.9)];
  }
  return [];
}

/** Roots at a joint of a creeping stem. */
export const rootlets = (at: Point, reach: number, pen: number, random: Random): Shape =>
  lines(
    [-0.4, 0, 0.4].map(
      (turn) =>
        growSpine(
          at,
          Math.PI + turn + random.between(-0.2, 0.2),
          random.between(-0.4, 0.4),
          reach * random.between(0.7, 1.1),
          5
        ).points
    ),
    '#B8AC84',
    pen * 0.9
  );
