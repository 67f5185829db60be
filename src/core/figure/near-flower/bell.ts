import type { FlowerLook } from '../flower';
import { add, ellipse, scale, towards } from '../geometry';
import { dots, edged, filled, lines, tone } from '../paint';
import type { Point, Shape } from '../scene';
import { type Profile, Solid } from '../solid';
import { petal } from './petals';

/** Bells and tubes, near. */

export const bells: Readonly<
  Record<string, { profile: Profile; lobes: number; flare: number; mouth: number }>
> = {
  'round-bell': {
    profile: [
      [0.06, 0.5],
      [0.3, 0.42],
      [0.47, 0.14],
      [0.45, -0.14],
      [0.38, -0.3]
    ],
    lobes: 0.13,
    flare: 1.5,
    mouth: 0.24
  },
  'narrow-bell': {
    profile: [
      [0.06, 0.5],
      [0.15, 0.4],
      [0.18, 0.05],
      [0.22, -0.25],
      [0.23, -0.38]
    ],
    lobes: 0.12,
    flare: 0.5,
    mouth: 0.22
  },
  'tube-six': {
    profile: [
      [0.06, 0.5],
      [0.14, 0.42],
      [0.16, 0.1],
      [0.17, -0.15],
      [0.21, -0.3]
    ],
    lobes: 0.2,
    flare: 1.7,
    mouth: 0.2
  },
  'wide-tube': {
    profile: [
      [0.07, 0.5],
      [0.1, 0.38],
      [0.17, 0.08],
      [0.26, -0.24],
      [0.28, -0.4]
    ],
    lobes: 0.14,
    flare: 0.5,
    mouth: 0.5
  },
  funnel: {
    profile: [
      [0.05, 0.5],
      [0.06, 0.3],
      [0.09, 0.05],
      [0.15, -0.16],
      [0.3, -0.36]
    ],
    lobes: 0.16,
    flare: 1.1,
    mouth: 0.4
  }
};

/** A bell or tube from the side, so turned that one looks a little into its mouth. */
export function bell(look: FlowerLook, from: Point, facing: number): Shape[] {
  const { form, size, colour, pen, green } = look;
  const { profile, lobes, flare, mouth } = bells[form]!;
  const middle = add(from, scale(towards(facing), size / 2));
  const solid = new Solid(profile, look, middle, facing);
  const [rim, end] = profile[profile.length - 1]!;
  const inside = ellipse(solid.place({ x: 0, y: end }), rim * size, rim * size * mouth, facing, 28);
  const lobe = (share: number, isBack: boolean): Shape[] => {
    const foot = solid.place({
      x: share * rim,
      y: end + (isBack ? 0.5 : -0.5) * mouth * rim * Math.sqrt(1 - share * share)
    });
    const turn = facing + share * flare;
    const long = size * lobes * (form === 'wide-tube' && share === 0 && !isBack ? 1.7 : 1);
    return petal(
      form === 'wide-tube' || form === 'narrow-bell' ? 'round' : 'pointed',
      add(foot, scale(towards(turn), -long * 0.16)),
      turn,
      long * 1.1,
      size * rim * 0.92,
      isBack ? tone(colour, -0.16) : colour,
      pen,
      [0]
    );
  };
  const spots =
    look.marks === 'spotted'
      ? [-0.6, -0.25, 0.1, 0.45, -0.4, 0.25].map((k, i) =>
          ellipse(
            solid.place({ x: k * rim, y: end - (0.1 + 0.09 * (i % 3)) * mouth }),
            size * 0.022,
            size * 0.017,
            0,
            9
          )
        )
      : [];
  return [
    ...lobe(-0.55, true),
    ...lobe(0.55, true),
    ...solid.body(),
    lines(
      [-0.62, -0.2, 0.24, 0.64].map((share) => solid.meridian(share)),
      tone(colour, -0.5),
      pen * 0.7,
      0.4
    ),
    ...solid.outline(),
    edged([inside], form === 'wide-tube' ? tone(colour, 0.55) : tone(colour, -0.36), pen * 0.9, '#4C5647'),
    ...lobe(-0.9, false),
    ...lobe(0.9, false),
    ...lobe(0, false),
    ...(spots.length > 0
      ? [
          filled(
            spots.map((ring) => ring.map((p) => p)),
            '#F7EAF2',
            0.95
          ),
          dots(
            spots.map((ring) =>
              scale(
                ring.reduce((a, p) => add(a, p), { x: 0, y: 0 }),
                1 / ring.length
              )
            ),
            '#5B1238',
            size * 0.026
          )
        ]
      : []),
    ...[-0.8, 0, 0.8].flatMap((turn) =>
      petal(
        'sepal',
        add(from, scale(towards(facing), -size * 0.03)),
        facing + turn * 0.6,
        size * 0.17,
        size * 0.13,
        green,
        pen,
        [0]
      )
    )
  ];
}
