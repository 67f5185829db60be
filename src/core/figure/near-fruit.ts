import type { Random } from '../random';
import { type FruitLook, drawFruit } from './fruit';
import { add, ellipse, placed, scale, smooth, smoothRing, towards } from './geometry';
import { dots, edged, filled, inkColour, inkLine, lines, tone } from './paint';
import type { Line, Point, Shape } from './scene';
import { type Profile, Solid, sphere } from './solid';

/** One fruit as it is seen through a lens: rounded by washes, with its ridges, hooks, styles and remains. */

/** The swollen foot of the styles on a fruit of the carrot family, with the styles. */
function crownOf(look: FruitLook, solid: Solid, long: number, spread: number): Shape[] {
  if (look.crown !== 'styles') return [];
  const { size, colour, pen, green } = look;
  return [
    edged(
      [-0.06, 0.06].map((x) => ellipse(solid.place({ x, y: -0.5 }), size * 0.075, size * 0.055, 0, 16)),
      tone(green, 0.25),
      pen * 0.7
    ),
    ...[-1, 1].map((side) =>
      inkLine(
        smooth(
          [
            solid.place({ x: side * 0.05, y: -0.53 }),
            solid.place({ x: side * (0.06 + spread * 0.35), y: -0.53 - long * 0.6 }),
            solid.place({ x: side * (0.06 + spread), y: -0.53 - long * (spread > 0.1 ? 0.72 : 1) })
          ],
          5
        ),
        pen * 2,
        tone(colour, -0.5)
      )
    )
  ];
}

const carrotFruits: Readonly<
  Record<string, { profile: Profile; ribs: readonly number[]; width: number; wave?: number }>
> = {
  'wavy-ridged': {
    profile: [
      [0.05, 0.5],
      [0.34, 0.36],
      [0.46, 0.1],
      [0.44, -0.16],
      [0.28, -0.4],
      [0.07, -0.5]
    ],
    ribs: [-0.84, -0.42, 0, 0.42, 0.84],
    width: 0.12,
    wave: 0.06
  },
  'ribbed-egg': {
    profile: [
      [0.06, 0.5],
      [0.26, 0.4],
      [0.36, 0.14],
      [0.32, -0.18],
      [0.18, -0.42],
      [0.07, -0.5]
    ],
    ribs: [-0.8, -0.28, 0.28, 0.8],
    width: 0.11
  },
  cylinder: {
    profile: [
      [0.05, 0.5],
      [0.2, 0.44],
      [0.24, 0.2],
      [0.23, -0.2],
      [0.19, -0.42],
      [0.07, -0.5]
    ],
    ribs: [-0.66, 0, 0.66],
    width: 0.24
  },
  'long-smooth': {
    profile: [
      [0.03, 0.5],
      [0.12, 0.4],
      [0.15, 0.12],
      [0.11, -0.2],
      [0.06, -0.38],
      [0.04, -0.5]
    ],
    ribs: [],
    width: 0
  }
};

function ofCarrotFamily(look: FruitLook, at: Point, facing: number): Shape[] {
  const { profile, ribs, width, wave } = carrotFruits[look.form]!;
  const solid = new Solid(profile, look, at, facing);
  const isCylinder = look.form === 'cylinder';
  return [
    ...solid.body(),
    ...solid.ribs(ribs, width, wave),
    ...solid.outline(),
    ...crownOf(look, solid, isCylinder ? 0.42 : 0.16, isCylinder ? 0.09 : 0.2)
  ];
}

function flatWinged(look: FruitLook, at: Point, facing: number): Shape[] {
  const { colour, pen, size } = look;
  const rim = new Solid(sphere(0.44), { ...look, colour: tone(colour, 0.4) }, at, facing);
  const core = new Solid(sphere(0.31, 0.41), look, at, facing);
  // Oil tubes shine through from the tip downwards.
  const tubes = [-0.66, -0.24, 0.24, 0.66].map((k) =>
    [0.02, 0.16, 0.3, 0.44, 0.55].map((t) =>
      add(
        at,
        scale(placed([{ x: k * 0.3 * Math.sin(Math.PI * (0.2 + t)), y: -0.38 + t }], at, facing)[0]!, size)
      )
    )
  );
  return [
    ...rim.body(tone(colour, 0.4)),
    ...core.body(),
    ...tubes.map((tube) => inkLine(tube, pen * 2.6, tone(colour, -0.6))),
    lines([core.meridian(-1), core.meridian(1)], tone(colour, -0.5), pen * 0.7, 0.7),
    ...rim.outline(),
    ...crownOf(look, rim, 0.13, 0.2)
  ];
}

/** Rows of hooked spines along the ridges, as of carrot; or hooks all over two round halves, as of cleavers. */
function hooked(look: FruitLook, at: Point, facing: number, random: Random): Shape[] {
  const { colour, pen } = look;
  const hook = (from: Point, outward: number, reach: number): Point[] => {
    const tip = add(from, scale(towards(outward), reach));
    return smooth(
      [
        from,
        add(from, scale(towards(outward), reach * 0.6)),
        tip,
        add(tip, scale(towards(outward + 2), reach * 0.2))
      ],
      3
    );
  };
  const spines = (solid: Solid, shares: readonly number[], every: number, reach: number): Line[] =>
    shares.flatMap((share) =>
      solid
        .meridian(share)
        .filter((_, i, all) => i > 3 && i < all.length - 3 && i % every === 0)
        .map((from) => {
          const away = Math.asin(Math.max(-1, Math.min(1, share)));
          return hook(
            from,
            facing + away + random.between(-0.12, 0.12),
            reach * (0.35 + 0.65 * Math.abs(share))
          );
        })
    );
  const coat = (all: readonly Line[], width: number) => [lines(all, tone(colour, -0.45), width, 0.95)];
  if (look.form === 'spiny') {
    const solid = new Solid(sphere(0.32), look, at, facing);
    return [
      ...solid.body(),
      ...solid.ribs([-0.55, 0, 0.55], 0.1),
      ...solid.outline(),
      ...coat(spines(solid, [-1, -0.55, 0, 0.55, 1], 4, look.size * 0.24), pen * 1.6)
    ];
  }
  return [-1, 1].flatMap((side) => {
    const middle = placed([{ x: side * 0.24, y: 0.16 }], at, facing, look.size)[0]!;
    const solid = new Solid(sphere(0.27, 0.32), look, middle, facing);
    const shares = [-1, -0.7, -0.3, 0.1, 0.5, 0.8, 1].filter((share) => side * share > -0.9);
    return [
      ...solid.body(),
      ...solid.outline(),
      ...coat(spines(solid, shares, 5, look.size * 0.17), pen * 1.3)
    ];
  });
}

const fleshy: Readonly<Record<string, Profile>> = {
  berry: sphere(0.5),
  'stone-fruit': sphere(0.5),
  haw: sphere(0.44, 0.54)
};

function fleshyFruit(look: FruitLook, at: Point, facing: number): Shape[] {
  const { size, colour, pen, green } = look;
  const solid = new Solid(fleshy[look.form]!, look, at, facing);
  const high = look.form === 'haw' ? 0.54 : 0.5;
  const star =
    look.crown === 'star-below'
      ? [-2.1, -1.05, 1.05, 2.1, 0].map((turn) =>
          placed(
            smoothRing(
              [
                { x: -0.1, y: 0.02 },
                { x: -0.2, y: -0.3 },
                { x: -0.03, y: -0.66 },
                { x: 0.03, y: -0.66 },
                { x: 0.2, y: -0.3 },
                { x: 0.1, y: 0.02 }
              ],
              4
            ),
            solid.place({ x: 0, y: high * 0.86 }),
            facing + turn * 0.95,
            size
          )
        )
      : [];
  const inner = (dx: number, dy: number, k: number) =>
    ellipse(add(at, { x: dx * size, y: dy * size }), size * k, size * k * (high / 0.5), facing, 28);
  const shapes: Shape[] = [
    ...(star.length > 0 ? [edged(star, green, pen * 0.8)] : []),
    filled([[...solid.meridian(-1), ...solid.meridian(1).reverse()]], tone(colour, -0.34)),
    filled([inner(-0.03, -0.03, 0.44)], colour, 0.75),
    filled([inner(-0.07, -0.08, 0.34)], tone(colour, 0.1), 0.5),
    filled([inner(-0.1, -0.12, 0.22)], tone(colour, 0.3), 0.34)
  ];
  if (look.form === 'stone-fruit')
    shapes.push(
      inkLine(solid.meridian(0.28), pen * 1.6, tone(colour, -0.7), 0.6),
      solid.band(0.16, 0.28, tone(colour, 0.5), 0.2)
    );
  if (look.bloom)
    shapes.push(
      filled([inner(-0.04, -0.05, 0.43)], '#C3CADB', 0.34),
      filled([inner(-0.1, -0.1, 0.26)], '#DDE2EC', 0.3)
    );
  // The window in the gloss, and the light that comes back from below.
  shapes.push(
    filled(
      [
        placed(
          smoothRing(
            [
              { x: -0.3, y: -0.12 },
              { x: -0.24, y: -0.27 },
              { x: -0.1, y: -0.33 },
              { x: -0.12, y: -0.24 },
              { x: -0.21, y: -0.14 }
            ],
            4
          ),
          at,
          0,
          size
        )
      ],
      '#FFFFFF',
      look.bloom ? 0.4 : 0.8
    ),
    solid.band(0.8, 0.93, tone(colour, 0.55), 0.22),
    ...solid.outline()
  );
  if (look.crown === 'rim-tip')
    shapes.push(
      edged(
        [ellipse(solid.place({ x: 0, y: -high * 0.93 }), size * 0.17, size * 0.07, facing, 20)],
        tone(colour, -0.6),
        pen
      ),
      ...[-1, -0.5, 0, 0.5, 1].map((turn) =>
        edged(
          [
            placed(
              [
                { x: -0.04, y: 0 },
                { x: 0, y: -0.15 },
                { x: 0.04, y: 0 }
              ],
              solid.place({ x: turn * 0.14, y: -high * 0.95 }),
              facing + turn * 0.7,
              size
            )
          ],
          '#8A7A58',
          pen * 0.6
        )
      )
    );
  return shapes;
}

function grains(look: FruitLook, at: Point, facing: number, random: Random): Shape[] {
  const { size, colour, pen, green } = look;
  const isFew = look.bloom;
  const rows: readonly (readonly [number, number, number])[] = isFew
    ? [
        [4, 0.24, 0.1],
        [3, 0.2, -0.14],
        [1, 0, -0.3]
      ]
    : [
        [6, 0.4, 0.26],
        [7, 0.42, 0.08],
        [6, 0.36, -0.1],
        [5, 0.26, -0.26],
        [3, 0.12, -0.4]
      ];
  const r = isFew ? 0.2 : 0.125;
  const sepals = Array.from({ length: 5 }, (_, i) =>
    placed(
      smoothRing(
        [
          { x: -0.09, y: 0 },
          { x: -0.1, y: -0.2 },
          { x: 0, y: -0.46 },
          { x: 0.1, y: -0.2 },
          { x: 0.09, y: 0 }
        ],
        4
      ),
      placed([{ x: 0, y: 0.36 }], at, facing, size)[0]!,
      facing + Math.PI + (i - 2) * 0.62,
      size * 0.9
    )
  );
  return [
    edged(sepals, green, pen * 0.8),
    ...rows.flatMap(([count, wide, y]) =>
      Array.from({ length: count }, (_, i) => {
        const share = count === 1 ? 0 : (i / (count - 1)) * 2 - 1;
        return {
          x: share * wide + random.between(-0.02, 0.02),
          y: y + 0.07 * (1 - share * share) + random.between(-0.02, 0.02)
        };
      }).flatMap((place): Shape[] => {
        const middle = placed([place], at, facing, size)[0]!;
        const round = (dx: number, k: number) =>
          ellipse(add(middle, { x: dx * size, y: dx * size }), size * r * k, size * r * k, 0, 18);
        return [
          edged([round(0, 1)], tone(colour, -0.3), pen * 0.8, tone(colour, -0.75)),
          filled([round(-0.012, 0.78)], colour, 0.9),
          ...(isFew ? [filled([round(-0.01, 0.8)], '#C3CADB', 0.4)] : []),
          filled(
            [
              ellipse(
                add(middle, { x: -size * r * 0.35, y: -size * r * 0.38 }),
                size * r * 0.22,
                size * r * 0.15,
                -0.6,
                10
              )
            ],
            '#FFFFFF',
            isFew ? 0.5 : 0.85
          )
        ];
      })
    )
  ];
}

const dry: Readonly<Record<string, { profile: Profile; furrows: readonly number[]; beak?: number }>> = {
  capsule: {
    profile: [
      [0.07, 0.5],
      [0.28, 0.4],
      [0.39, 0.06],
      [0.33, -0.28],
      [0.12, -0.46],
      [0.02, -0.5]
    ],
    furrows: [-0.42, 0.42]
  },
  'short-pod': {
    profile: [
      [0.05, 0.5],
      [0.34, 0.34],
      [0.42, 0],
      [0.32, -0.34],
      [0.05, -0.5]
    ],
    furrows: [0],
    beak: 0.12
  },
  'tiny-dry': { profile: sphere(0.36, 0.48), furrows: [] }
};

function dryCase(look: FruitLook, at: Point, facing: number): Shape[] {
  const { profile, furrows, beak } = dry[look.form]!;
  const solid = new Solid(profile, look, at, facing);
  return [
    ...(beak
      ? [
          inkLine(
            [solid.place({ x: 0, y: -0.46 }), solid.place({ x: 0, y: -0.5 - beak })],
            look.pen * 3,
            tone(look.colour, -0.5)
          )
        ]
      : []),
    ...solid.body(),
    ...furrows.flatMap((share) => [
      solid.band(share - 0.09, share, tone(look.colour, -0.7), 0.35),
      solid.band(share, share + 0.09, tone(look.colour, 0.7), 0.4),
      inkLine(solid.meridian(share), look.pen * 1.1, tone(look.colour, -0.7), 0.8)
    ]),
    ...solid.outline()
  ];
}

function pod(look: FruitLook, at: Point, facing: number): Shape[] {
  const seeds = 11;
  const profile: Profile = [
    [0.012, 0.5],
    [0.028, 0.46],
    ...Array.from(
      { length: seeds * 2 },
      (_, i) => [0.033 + (i % 2 ? 0.004 : -0.002), 0.42 - (0.84 * i) / (seeds * 2)] as const
    ),
    [0.022, -0.45],
    [0.01, -0.52]
  ];
  const solid = new Solid(profile, look, at, facing);
  return [
    ...solid.body(),
    inkLine(solid.meridian(0.1), look.pen * 0.9, tone(look.colour, -0.6), 0.7),
    ...solid.outline()
  ];
}

/** A dock's nut in its three flaps, two of them seen from the side. */
function threeWinged(look: FruitLook, at: Point, facing: number, random: Random): Shape[] {
  const { size, colour, pen } = look;
  const flap = (k: number, x: number) =>
    placed(
      smoothRing(
        [
          { x: 0.03, y: 0.47 },
          { x: -0.3, y: 0.42 },
          { x: -0.47, y: 0.14 },
          { x: -0.32, y: -0.24 },
          { x: 0, y: -0.52 },
          { x: 0.32, y: -0.24 },
          { x: 0.47, y: 0.14 },
          { x: 0.3, y: 0.42 }
        ].map((p) => ({ x: p.x * k + x, y: p.y })),
        5
      ),
      at,
      facing,
      size
    );
  const front = flap(1, 0);
  const net = [-1, 1].flatMap((side) =>
    Array.from({ length: 6 }, (_, i) => {
      const y = 0.3 - 0.12 * i;
      const out = (0.4 - 0.05 * i) * side;
      return placed(
        smooth(
          [
            { x: side * 0.1, y },
            { x: out * 0.6, y: y - 0.06 + random.between(-0.02, 0.02) },
            { x: out, y: y - 0.04 + random.between(-0.03, 0.03) }
          ],
          3
        ),
        at,
        facing,
        size
      );
    })
  );
  const wart = new Solid(
    sphere(0.13, 0.2),
    { ...look, colour: '#A8743E' },
    placed([{ x: 0, y: 0.16 }], at, facing, size)[0]!,
    facing
  );
  return [
    edged([flap(0.5, -0.34), flap(0.5, 0.34)], tone(colour, -0.25), pen),
    edged([front], colour, pen),
    filled(
      [
        placed(
          smoothRing(
            [
              { x: 0.02, y: 0.4 },
              { x: 0.05, y: -0.44 },
              { x: 0.28, y: -0.2 },
              { x: 0.42, y: 0.14 },
              { x: 0.26, y: 0.38 }
            ],
            4
          ),
          at,
          facing,
          size
        )
      ],
      tone(colour, -0.5),
      0.22
    ),
    lines(net, tone(colour, -0.65), pen * 0.8, 0.8),
    inkLine(
      placed(
        [
          { x: 0, y: 0.3 },
          { x: 0, y: -0.48 }
        ],
        at,
        facing,
        size
      ),
      pen * 1.6,
      tone(colour, -0.6)
    ),
    ...wart.body('#A8743E'),
    ...wart.outline()
  ];
}

/** A seed that sits in a fleshy cup, open at its tip. */
function redCup(look: FruitLook, at: Point, facing: number): Shape[] {
  const { size, colour, pen } = look;
  const cup = new Solid(
    [
      [0.06, 0.5],
      [0.36, 0.42],
      [0.48, 0.1],
      [0.44, -0.24],
      [0.34, -0.4]
    ],
    look,
    at,
    facing
  );
  const mouth = ellipse(cup.place({ x: 0, y: -0.4 }), size * 0.34, size * 0.13, facing, 26);
  const seed = ellipse(cup.place({ x: 0, y: -0.4 }), size * 0.2, size * 0.17, facing, 22);
  return [
    ...cup.body(),
    ...cup.outline(),
    edged([mouth], tone(colour, -0.45), pen * 1.2),
    edged([seed], '#6B4A34', pen),
    filled([ellipse(cup.place({ x: -0.07, y: -0.44 }), size * 0.06, size * 0.05, 0, 10)], '#C9A98A', 0.8)
  ];
}

function parachute(look: FruitLook, at: Point, facing: number, random: Random): Shape[] {
  const { size, colour, pen } = look;
  const low = placed([{ x: 0, y: 1.1 }], at, facing, size)[0]!;
  const nut = new Solid(
    [
      [0.02, 0.5],
      [0.1, 0.3],
      [0.15, -0.1],
      [0.11, -0.38],
      [0.03, -0.5]
    ],
    look,
    low,
    facing
  );
  const hub = placed([{ x: 0, y: -0.5 }], at, facing, size)[0]!;
  const rays = Array.from({ length: 26 }, (_, i) => {
    const turn = facing + ((i - 12.5) / 13) * 1.25 + random.between(-0.04, 0.04);
    return smooth(
      [
        hub,
        add(hub, scale(towards(turn), size * 0.7)),
        add(hub, scale(towards(turn * 1.14), size * 1.35 * random.between(0.94, 1.04)))
      ],
      4
    );
  });
  return [
    ...nut.body(),
    ...nut.ribs([-0.6, 0, 0.6], 0.16),
    ...nut.outline(),
    inkLine([nut.place({ x: 0, y: -0.5 }), hub], pen * 1.8, tone(colour, -0.4)),
    filled([[hub, ...rays.map((ray) => ray[ray.length - 1]!)]], '#EDEBDF', 0.6),
    ...rays.map((ray) => inkLine(ray, pen * 1.1, '#8F9484')),
    dots([hub], tone(colour, -0.4), pen * 4)
  ];
}

/** Two of four nutlets in an opened calyx. */
function nutlets(look: FruitLook, at: Point, facing: number): Shape[] {
  const { size, green, pen } = look;
  const cup = placed(
    [
      ...smooth(
        [
          { x: -0.1, y: 0.62 },
          { x: -0.52, y: 0.36 },
          { x: -0.6, y: -0.1 }
        ],
        5
      ),
      { x: -0.74, y: -0.62 },
      { x: -0.42, y: -0.2 },
      { x: -0.26, y: -0.7 },
      { x: -0.06, y: -0.22 },
      { x: 0.2, y: -0.7 },
      { x: 0.32, y: -0.2 },
      { x: 0.72, y: -0.62 },
      ...smooth(
        [
          { x: 0.6, y: -0.1 },
          { x: 0.52, y: 0.36 },
          { x: 0.1, y: 0.62 }
        ],
        5
      )
    ],
    at,
    facing,
    size
  );
  return [
    edged([cup], tone(green, -0.2), pen),
    ...[-1, 1].flatMap((side) => {
      const nut = new Solid(
        sphere(0.23, 0.29),
        look,
        placed([{ x: side * 0.24, y: 0.08 }], at, facing, size)[0]!,
        facing
      );
      return [...nut.body(), ...nut.outline()];
    }),
    filled(
      [
        placed(
          smoothRing(
            [
              { x: -0.5, y: 0.34 },
              { x: 0, y: 0.26 },
              { x: 0.5, y: 0.34 },
              { x: 0.1, y: 0.64 },
              { x: -0.1, y: 0.64 }
            ],
            4
          ),
          at,
          facing,
          size
        )
      ],
      green
    )
  ];
}

/** @param at middle of the fruit @param facing direction of its tip; 0 is up */
export function drawNearFruit(look: FruitLook, at: Point, facing: number, random: Random): Shape[] {
  const { form } = look;
  if (form in carrotFruits) return ofCarrotFamily(look, at, facing);
  if (form in fleshy) return fleshyFruit(look, at, facing);
  if (form in dry) return dryCase(look, at, facing);
  switch (form) {
    case 'flat-winged':
      return flatWinged(look, at, facing);
    case 'spiny':
    case 'burr':
      return hooked(look, at, facing, random);
    case 'drupelets':
      return grains(look, at, facing, random);
    case 'pod':
      return pod(look, at, facing);
    case 'three-winged':
      return threeWinged(look, at, facing, random);
    case 'red-cup':
      return redCup(look, at, facing);
    case 'parachute':
      return parachute(look, at, facing, random);
    case 'nutlets':
      return nutlets(look, at, facing);
    default:
      return drawFruit(look, at, facing, random);
  }
}

/** A fruit cut across: one stone, a few seeds, or many. */
export function cutFruit(look: FruitLook, at: Point, seeds: string, random: Random): Shape[] {
  const r = look.size / 2;
  const flesh = tone(look.colour, 0.62);
  const places =
    seeds === 'one-stone'
      ? [at]
      : seeds === 'few-stones'
        ? [0, 1, 2].map((i) => add(at, scale(towards(i * 2.1 + 0.4), r * 0.4)))
        : Array.from({ length: 18 }, (_, i) =>
            add(at, scale(towards(i * 2.4 + random.between(-0.2, 0.2)), r * 0.74 * Math.sqrt((i + 0.5) / 18)))
          );
  const k = seeds === 'one-stone' ? 0.5 : seeds === 'few-stones' ? 0.27 : 0.115;
  const seed = (place: Point, share: number, turn: number) =>
    placed(
      smoothRing(
        [
          { x: 0, y: -1 },
          { x: 0.68, y: -0.3 },
          { x: 0.6, y: 0.62 },
          { x: 0, y: 0.9 },
          { x: -0.6, y: 0.62 },
          { x: -0.68, y: -0.3 }
        ],
        4
      ),
      place,
      turn,
      r * k * share
    );
  const laid = places.map((place) => ({
    place,
    turn: Math.atan2(place.x - at.x, at.y - place.y) + random.between(-0.3, 0.3)
  }));
  return [
    edged([ellipse(at, r, r, 0, 40)], look.colour, look.pen * 1.2, inkColour),
    filled([ellipse(at, r * 0.9, r * 0.9, 0, 40)], flesh),
    filled([ellipse(at, r * 0.66, r * 0.66, 0, 32)], tone(look.colour, 0.74), 0.7),
    lines(
      Array.from({ length: 16 }, (_, i) => {
        const out = towards((i / 16) * 2 * Math.PI + 0.1);
        return [add(at, scale(out, r * 0.7)), add(at, scale(out, r * 0.86))];
      }),
      look.colour,
      look.pen * 0.8,
      0.4
    ),
    ...laid.flatMap(({ place, turn }): Shape[] => [
      edged([seed(place, 1, turn)], '#C2A06C', look.pen * 0.9),
      filled([seed(add(place, { x: -r * k * 0.1, y: -r * k * 0.12 }), 0.6, turn)], '#DCC295', 0.8)
    ])
  ];
}
