import type { Random } from '../random';
import { type FlowerLook, drawFlower } from './flower';
import { golden, add, ellipse, placed, scale, smooth, smoothRing, towards } from './geometry';
import { blend, dots, edged, filled, inkLine, lines, tone } from './paint';
import type { Line, Point, Shape } from './scene';
import { type Profile, Solid } from './solid';

/** One flower as it is seen through a lens: petals with washes and veins, stamens, ovary, calyx. */

const pollen = '#D9BE55';
const stigmaGreen = '#A9BC5F';

/** Half of a petal: half width and reach, as shares of its greatest width and its length. */
const petals: Readonly<Record<string, Profile>> = {
  round: [
    [0.1, 0],
    [0.3, 0.3],
    [0.48, 0.64],
    [0.4, 0.92],
    [0.16, 1],
    [0, 1.01]
  ],
  pointed: [
    [0.16, 0],
    [0.34, 0.28],
    [0.4, 0.52],
    [0.26, 0.8],
    [0.08, 0.96],
    [0, 1]
  ],
  notched: [
    [0.08, 0],
    [0.24, 0.3],
    [0.46, 0.68],
    [0.4, 0.95],
    [0.18, 0.97],
    [0, 0.82]
  ],
  split: [
    [0.06, 0],
    [0.18, 0.24],
    [0.38, 0.66],
    [0.36, 0.96],
    [0.2, 0.98],
    [0.08, 0.62],
    [0, 0.28]
  ],
  strap: [
    [0.2, 0],
    [0.42, 0.3],
    [0.5, 0.76],
    [0.44, 0.97],
    [0.2, 0.94],
    [0, 1]
  ],
  sepal: [
    [0.3, 0],
    [0.4, 0.3],
    [0.26, 0.7],
    [0, 1]
  ]
};

/** One petal from its foot at a place. @param long millimetres @param wide millimetres */
function petal(
  kind: string,
  foot: Point,
  turn: number,
  long: number,
  wide: number,
  colour: string,
  pen: number,
  veins: readonly number[] = [-0.5, -0.25, 0, 0.25, 0.5]
): Shape[] {
  const profile = petals[kind]!.map(([w, t]) => [(w * wide) / long, 0.5 - t] as const);
  const solid = new Solid(
    profile,
    { size: long, colour, pen },
    add(foot, scale(towards(turn), long / 2)),
    turn,
    4
  );
  const dark = tone(blend(colour, '#6E7A66', 0.35), -0.35);
  const near = (share: number, from: number, to: number): Point[] => {
    const line = solid.meridian(share);
    return line.slice(Math.floor(line.length * from), Math.ceil(line.length * to));
  };
  const outline = '#55604F';
  if (kind === 'strap')
    return [
      edged([[...solid.meridian(-1), ...solid.meridian(1).reverse()]], colour, pen * 0.8, outline),
      solid.band(0.2, 1, dark, 0.2),
      lines([near(-0.3, 0.1, 0.9)], dark, pen * 0.6, 0.5)
    ];
  return [
    filled([[...solid.meridian(-1), ...solid.meridian(1).reverse()]], colour),
    filled([[...near(-1, 0, 0.34), ...near(1, 0, 0.34).reverse()]], dark, 0.16),
    solid.band(0.15, 1, dark, 0.1),
    solid.band(0.6, 1, dark, 0.14),
    solid.band(-0.75, -0.2, '#FFFFFF', 0.26),
    lines(
      veins.map((share) => near(share, 0.08, 0.78)),
      dark,
      pen * 0.6,
      0.42
    ),
    inkLine(solid.meridian(-1), pen * 0.9, outline),
    inkLine(solid.meridian(1), pen * 1.25, outline)
  ];
}

/** A part of uneven shape, lit from the upper left. */
function modelled(ring: Line, colour: string, pen: number): Shape[] {
  const middle = scale(
    ring.reduce((sum, p) => add(sum, p), { x: 0, y: 0 }),
    1 / ring.length
  );
  const reach = Math.max(...ring.map((p) => Math.hypot(p.x - middle.x, p.y - middle.y)));
  const inner = (k: number, shift: number) =>
    ring.map((p) => ({
      x: middle.x + (p.x - middle.x) * k - reach * shift,
      y: middle.y + (p.y - middle.y) * k - reach * shift
    }));
  return [
    filled([ring], tone(colour, -0.2)),
    filled([inner(0.9, 0.03)], colour, 0.7),
    filled([inner(0.72, 0.07)], tone(colour, 0.12), 0.5),
    filled([inner(0.42, 0.14)], tone(colour, 0.5), 0.34),
    inkLine([...ring, ring[0]!], pen * 1.2, '#4C5647')
  ];
}

interface Ring {
  readonly kind: string;
  readonly count: number;
  /** Width of a petal as a share of its length. */
  readonly wide: number;
  readonly sepals: boolean;
  readonly stamens: number;
  /** Radius of the ovary as a share of the flower's. */
  readonly ovary: number;
  /** Share of the radius that the petals are joined. */
  readonly joined?: number;
}

function stamensOf(look: FlowerLook, at: Point, turn: number, ring: Ring, random: Random): Shape[] {
  const { size, pen, anthers } = look;
  const r = size / 2;
  const colour = anthers?.colour ?? pollen;
  if (anthers?.kind === 'cone') {
    const cone = placed(
      smooth(
        [
          { x: -0.22, y: -0.08 },
          { x: -0.17, y: 0.16 },
          { x: 0, y: 0.56 },
          { x: 0.17, y: 0.16 },
          { x: 0.22, y: -0.08 },
          { x: 0, y: -0.18 },
          { x: -0.22, y: -0.08 }
        ],
        4
      ),
      at,
      0.35,
      r
    );
    const seam = (x: number) =>
      placed(
        [
          { x, y: -0.1 },
          { x: x * 0.4, y: 0.44 }
        ],
        at,
        0.35,
        r
      );
    return [
      ...modelled(cone, colour, pen),
      lines([seam(-0.11), seam(0), seam(0.11)], tone(colour, -0.6), pen * 0.8, 0.7)
    ];
  }
  const count = anthers?.kind === 'brush' ? 24 : ring.stamens;
  const many = count > 12;
  const heads = Array.from({ length: count }, (_, i) => {
    const angle = turn + ((i + 0.5) / count) * 2 * Math.PI + random.between(-0.1, 0.1);
    const reach = r * (many ? random.between(0.3, 0.62) : ring.ovary + 0.26 + random.between(-0.04, 0.04));
    return { angle, at: add(at, scale(towards(angle), reach)) };
  });
  const k = r * (many ? 0.045 : 0.065);
  return [
    ...heads.map((one) => inkLine([at, one.at], pen * 1.4, tone('#C9CFA8', -0.25), 0.9)),
    ...heads.flatMap((one) => [
      edged([ellipse(one.at, k * 1.25, k * 0.8, one.angle, 10)], colour, pen * 0.6, tone(colour, -0.6)),
      filled(
        [ellipse(add(one.at, { x: -k * 0.3, y: -k * 0.25 }), k * 0.4, k * 0.25, one.angle, 6)],
        '#FFFFFF',
        0.6
      )
    ])
  ];
}

function ovaryOf(look: FlowerLook, at: Point, ring: Ring): Shape[] {
  const { size, pen, form } = look;
  const r = (size / 2) * ring.ovary;
  const green = blend(stigmaGreen, look.colour, 0.12);
  if (look.anthers?.kind === 'cone') return [];
  // The carrot family has two swollen feet of styles side by side.
  if (form === 'small-five' && look.notch !== 'split')
    return [-0.5, 0.5].flatMap((x) =>
      modelled(ellipse(add(at, { x: x * r, y: 0 }), r * 0.56, r * 0.7, 0, 18), green, pen)
    );
  if (form === 'many-open')
    return [
      ...modelled(ellipse(at, r, r, 0, 22), green, pen),
      dots(
        golden(16, r * 0.82).map((p) => add(at, p)),
        tone(green, -0.4),
        r * 0.16
      )
    ];
  return modelled(ellipse(at, r * 0.8, r * 0.8, 0, 20), green, pen);
}

function radial(look: FlowerLook, at: Point, ring: Ring, random: Random): Shape[] {
  const { size, colour, pen, green } = look;
  const r = size / 2;
  const turn = random.between(-0.12, 0.12);
  const angles = Array.from({ length: ring.count }, (_, i) => turn + (2 * Math.PI * i) / ring.count);
  const shapes: Shape[] = [];
  if (ring.sepals)
    for (const angle of angles)
      shapes.push(...petal('sepal', at, angle + Math.PI / ring.count, r * 0.86, r * 0.34, green, pen, [0]));
  // From the back forwards, so that the lower petals lie on the upper ones.
  for (const angle of [...angles].sort((a, b) => Math.cos(b) - Math.cos(a)))
    shapes.push(...petal(ring.kind, at, angle, r * random.between(0.96, 1.03), r * ring.wide, colour, pen));
  if (ring.joined) {
    const throat = r * ring.joined;
    shapes.push(
      filled([ellipse(at, throat, throat, 0, 26)], tone(colour, -0.2), 0.3),
      filled([ellipse(at, throat * 0.6, throat * 0.6, 0, 22)], tone(colour, 0.75), 0.75)
    );
  }
  if (look.marks === 'spotted')
    shapes.push(
      lines(
        angles.flatMap((angle) =>
          [-0.16, 0, 0.16].map((off) => [
            add(at, scale(towards(angle + off), r * 0.26)),
            add(at, scale(towards(angle + off * 0.8), r * 0.66))
          ])
        ),
        blend(colour, '#6E5A86', 0.7),
        pen * 1.2,
        0.85
      )
    );
  return [...shapes, ...ovaryOf(look, at, ring), ...stamensOf(look, at, turn, ring, random)];
}

const bells: Readonly<Record<string, { profile: Profile; lobes: number; flare: number; mouth: number }>> = {
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
  }
};

/** A bell or tube from the side, so turned that one looks a little into its mouth. */
function bell(look: FlowerLook, from: Point, facing: number): Shape[] {
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
      form === 'tube-six' || form === 'round-bell' ? 'pointed' : 'round',
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

const side = (facing: number): 1 | -1 => (Math.sin(facing) < 0 ? -1 : 1);

/** Hood and lip on a tube out of a ribbed calyx. */
function twoLipped(look: FlowerLook, from: Point, facing: number): Shape[] {
  const { size, colour, pen, green } = look;
  const lay = (line: Line) => placed(smoothRing(line, 6), from, 0, size, side(facing));
  const open = (line: Line) => placed(smooth(line, 5), from, 0, size, side(facing));
  const tube = lay([
    { x: 0.04, y: -0.05 },
    { x: 0.3, y: -0.2 },
    { x: 0.52, y: -0.32 },
    { x: 0.56, y: -0.06 },
    { x: 0.36, y: 0.02 },
    { x: 0.08, y: 0.07 }
  ]);
  const hood = lay([
    { x: 0.42, y: -0.24 },
    { x: 0.5, y: -0.5 },
    { x: 0.72, y: -0.64 },
    { x: 0.95, y: -0.5 },
    { x: 1, y: -0.24 },
    { x: 0.84, y: -0.3 },
    { x: 0.62, y: -0.24 }
  ]);
  const lip = lay([
    { x: 0.48, y: -0.1 },
    { x: 0.68, y: -0.06 },
    { x: 0.92, y: 0.1 },
    { x: 1, y: 0.28 },
    { x: 0.86, y: 0.3 },
    { x: 0.82, y: 0.44 },
    { x: 0.68, y: 0.38 },
    { x: 0.6, y: 0.18 },
    { x: 0.48, y: 0.06 }
  ]);
  const stamens = [
    [0.84, -0.22],
    [0.92, -0.14]
  ].map(([x, y]) =>
    open([
      { x: 0.54, y: -0.18 },
      { x: 0.72, y: -0.28 },
      { x: x!, y: y! }
    ])
  );
  const calyx = lay([
    { x: -0.06, y: -0.06 },
    { x: 0.06, y: -0.14 },
    { x: 0.24, y: -0.2 },
    { x: 0.3, y: 0 },
    { x: 0.2, y: 0.14 },
    { x: 0, y: 0.12 }
  ]);
  const teeth = [
    [0.2, -0.2, 0.44, -0.32],
    [0.27, -0.1, 0.48, -0.08],
    [0.25, 0.05, 0.42, 0.14],
    [0.17, 0.12, 0.28, 0.26]
  ].map(([x, y, tx, ty]) =>
    placed(
      [
        { x: x!, y: y! - 0.045 },
        { x: tx!, y: ty! },
        { x: x!, y: y! + 0.045 }
      ],
      from,
      0,
      size,
      side(facing)
    )
  );
  const marks =
    look.marks === 'spotted'
      ? [
          dots(
            placed(
              [
                { x: 0.66, y: 0.04 },
                { x: 0.74, y: 0.12 },
                { x: 0.8, y: 0.22 },
                { x: 0.7, y: 0.2 },
                { x: 0.84, y: 0.12 }
              ],
              from,
              0,
              size,
              side(facing)
            ),
            blend(colour, '#4A1B48', 0.8),
            size * 0.034
          )
        ]
      : [];
  return [
    ...modelled(tube, tone(colour, 0.1), pen),
    ...stamens.map((one) => inkLine(one, pen * 1.4, '#8A8468')),
    dots(
      stamens.map((one) => one[one.length - 1]!),
      tone(pollen, -0.3),
      size * 0.045
    ),
    ...modelled(hood, colour, pen),
    ...modelled(lip, tone(colour, 0.12), pen),
    ...marks,
    edged(teeth, green, pen * 0.8),
    ...modelled(calyx, green, pen),
    lines(
      [-0.08, 0, 0.07].map((y) =>
        open([
          { x: 0, y: y * 0.6 },
          { x: 0.14, y: y * 1.1 - 0.02 },
          { x: 0.26, y: y * 1.5 - 0.03 }
        ])
      ),
      tone(green, -0.5),
      pen * 0.8,
      0.7
    )
  ];
}

/** Monkshood: a helmet over two broad side sepals and two narrow lower ones. */
function helmet(look: FlowerLook, from: Point, facing: number): Shape[] {
  const { size, colour, pen } = look;
  const lay = (line: Line) => placed(smoothRing(line, 6), from, 0, size, side(facing));
  const hood = lay([
    { x: 0.08, y: -0.02 },
    { x: 0.02, y: -0.36 },
    { x: 0.2, y: -0.7 },
    { x: 0.5, y: -0.78 },
    { x: 0.76, y: -0.56 },
    { x: 0.86, y: -0.34 },
    { x: 1.02, y: -0.2 },
    { x: 0.78, y: -0.2 },
    { x: 0.5, y: -0.14 },
    { x: 0.26, y: 0.02 }
  ]);
  const cheek = lay([
    { x: 0.16, y: -0.06 },
    { x: 0.34, y: -0.26 },
    { x: 0.62, y: -0.28 },
    { x: 0.78, y: -0.06 },
    { x: 0.66, y: 0.18 },
    { x: 0.38, y: 0.22 },
    { x: 0.2, y: 0.12 }
  ]);
  const low = (dx: number) =>
    lay([
      { x: 0.24 + dx, y: 0.1 },
      { x: 0.4 + dx, y: 0.14 },
      { x: 0.56 + dx, y: 0.42 },
      { x: 0.5 + dx, y: 0.5 },
      { x: 0.34 + dx, y: 0.36 }
    ]);
  const veins = [-0.5, -0.34, -0.2].map((y) =>
    placed(
      smooth(
        [
          { x: 0.1, y: y * 0.6 },
          { x: 0.34, y: y - 0.12 },
          { x: 0.68, y: y * 0.9 - 0.04 }
        ],
        5
      ),
      from,
      0,
      size,
      side(facing)
    )
  );
  return [
    ...modelled(low(0.1), tone(colour, -0.12), pen),
    ...modelled(low(-0.04), colour, pen),
    ...modelled(hood, colour, pen),
    lines(veins, tone(colour, -0.5), pen * 0.8, 0.5),
    ...modelled(cheek, tone(colour, 0.14), pen)
  ];
}

function iris(look: FlowerLook, at: Point): Shape[] {
  const { size, colour, pen } = look;
  const fall = (turn: number) => [
    ...petal('round', at, turn, size * 0.66, size * 0.56, colour, pen, [-0.6, -0.4, -0.2, 0, 0.2, 0.4, 0.6]),
    ...(look.marks === 'spotted'
      ? [
          lines(
            [-0.24, -0.12, 0, 0.12, 0.24].map((off) => [
              add(at, scale(towards(turn + off * 0.6), size * 0.2)),
              add(at, scale(towards(turn + off), size * 0.44))
            ]),
            '#7A4A26',
            pen * 1.4,
            0.8
          )
        ]
      : [])
  ];
  const upright = (turn: number) =>
    petal('pointed', at, turn, size * 0.36, size * 0.17, tone(colour, 0.14), pen, [0]);
  const arm = (turn: number) =>
    petal('notched', at, turn, size * 0.32, size * 0.2, tone(colour, 0.28), pen, [0]);
  return [
    ...upright(-0.55),
    ...upright(0.55),
    ...upright(0.02),
    ...fall(-1.95),
    ...fall(1.95),
    ...fall(Math.PI),
    ...arm(-1.95),
    ...arm(1.95),
    ...arm(Math.PI)
  ];
}

/** A pea flower from the side: standard, wing, keel and calyx. */
function pea(look: FlowerLook, at: Point, facing: number): Shape[] {
  const { size, colour, pen, green } = look;
  const lay = (line: Line) => placed(smoothRing(line, 6), at, facing, size);
  const standard = lay([
    { x: -0.04, y: 0.3 },
    { x: -0.26, y: -0.08 },
    { x: -0.3, y: -0.46 },
    { x: -0.08, y: -0.64 },
    { x: 0.1, y: -0.3 },
    { x: 0.06, y: 0.24 }
  ]);
  const wing = lay([
    { x: 0.02, y: 0.26 },
    { x: 0.02, y: -0.1 },
    { x: 0.16, y: -0.4 },
    { x: 0.3, y: -0.3 },
    { x: 0.2, y: 0 },
    { x: 0.1, y: 0.26 }
  ]);
  const keel = lay([
    { x: 0.06, y: 0.24 },
    { x: 0.18, y: -0.04 },
    { x: 0.32, y: -0.14 },
    { x: 0.28, y: 0.08 },
    { x: 0.14, y: 0.26 }
  ]);
  const calyx = lay([
    { x: -0.08, y: 0.5 },
    { x: -0.13, y: 0.2 },
    { x: 0, y: 0.26 },
    { x: 0.14, y: 0.18 },
    { x: 0.1, y: 0.5 }
  ]);
  return [
    ...modelled(standard, colour, pen),
    ...modelled(keel, tone(colour, -0.06), pen),
    ...modelled(wing, colour, pen),
    ...modelled(calyx, green, pen)
  ];
}

/** A spurge's cup with its glands and the three-lobed fruit that hangs out, between two green bracts. */
function spurgeCup(look: FlowerLook, at: Point): Shape[] {
  const { size, colour, pen, green } = look;
  const bract = (way: -1 | 1) =>
    petal('round', at, way * 1.35, size * 0.95, size * 0.9, tone(green, 0.3), pen, [-0.4, 0, 0.4]);
  const gland = (turn: number) => {
    const place = add(at, scale(towards(turn), size * 0.24));
    return placed(
      smooth(
        [
          { x: -0.17, y: -0.12 },
          { x: -0.08, y: 0.02 },
          { x: 0, y: 0.05 },
          { x: 0.08, y: 0.02 },
          { x: 0.17, y: -0.12 },
          { x: 0, y: -0.06 },
          { x: -0.17, y: -0.12 }
        ],
        3
      ),
      place,
      turn,
      size
    );
  };
  const fruit = [-0.07, 0.07, 0].map((x, i) =>
    ellipse(
      add(at, { x: size * (0.2 + x), y: size * (i === 2 ? 0.34 : 0.31) }),
      size * 0.085,
      size * 0.12,
      0,
      16
    )
  );
  return [
    ...bract(-1),
    ...bract(1),
    ...modelled(ellipse(at, size * 0.24, size * 0.26, 0, 24), colour, pen),
    edged([-1.1, 0, 1.1, Math.PI].map(gland), '#D8C84E', pen * 0.8),
    inkLine([at, { x: at.x + size * 0.2, y: at.y + size * 0.3 }], pen * 2.4, tone(green, -0.1)),
    ...fruit.flatMap((ring) => modelled(ring, tone(green, 0.1), pen))
  ];
}

function head(look: FlowerLook, at: Point, random: Random): Shape[] {
  const { form, size, colour, pen, green } = look;
  const r = size / 2;
  const ring = (count: number, from: number, to: number, wide: number, tint: string, offset: number) =>
    Array.from({ length: count }, (_, i) => offset + (2 * Math.PI * i) / count).flatMap((turn) =>
      petal(
        'strap',
        add(at, scale(towards(turn), r * from)),
        turn,
        r * (to - from) * random.between(0.93, 1.04),
        r * wide,
        tint,
        pen * 0.8
      )
    );
  if (form === 'straps')
    return [
      ...ring(22, 0.2, 1, 0.2, tone(colour, -0.06), 0),
      ...ring(18, 0.15, 0.8, 0.18, colour, 0.14),
      ...ring(13, 0.08, 0.56, 0.15, tone(colour, 0.12), 0.05),
      ...ring(8, 0.02, 0.3, 0.12, blend(colour, '#C98A1E', 0.3), 0.2)
    ];
  const florets = (reach: number, tint: string, lift: number): Shape[] => [
    ...modelled(ellipse(add(at, { x: 0, y: -lift * 0.3 }), reach, reach - lift * 0.2, 0, 30), tint, pen),
    ...golden(form === 'disc' ? 60 : 44, reach * 0.93).map((p) =>
      edged(
        [ellipse(add(at, { x: p.x, y: p.y * 0.92 - lift * 0.3 }), reach * 0.085, reach * 0.085, 0, 7)],
        tone(tint, 0.2),
        pen * 0.5,
        tone(tint, -0.5)
      )
    )
  ];
  if (form === 'daisy')
    return [...ring(look.rays, 0.3, 1, 3.9 / look.rays, colour, 0.1), ...florets(r * 0.42, '#DDB136', 0)];
  // A head without rays is seen from the side: a cone or cup of florets over its bracts.
  const bracts = [0, 1].flatMap((row) =>
    [-0.9, -0.45, 0, 0.45, 0.9].map((x) =>
      placed(
        smoothRing(
          [
            { x: x * 0.5 - 0.17, y: 0.92 - 0.16 * x * x },
            { x: x * 0.92 - 0.15, y: 0.52 },
            { x: x * 0.98, y: 0.2 + row * 0.2 - 0.1 * x * x },
            { x: x * 0.92 + 0.15, y: 0.52 },
            { x: x * 0.5 + 0.17, y: 0.92 - 0.16 * x * x }
          ],
          5
        ),
        at,
        0,
        r
      )
    )
  );
  const dome = placed(
    smoothRing(
      [
        { x: -0.98, y: 0.3 },
        { x: -0.8, y: -0.5 },
        { x: 0, y: -0.98 },
        { x: 0.8, y: -0.5 },
        { x: 0.98, y: 0.3 },
        { x: 0, y: 0.56 }
      ],
      6
    ),
    at,
    0,
    r
  );
  const grains = golden(80, 0.92).filter(({ x, y }) => Math.hypot(x / 0.9, y / 0.8) < 1);
  return [
    ...modelled(dome, colour, pen),
    ...grains.map(({ x, y }) =>
      edged(
        [ellipse(placed([{ x, y: y * 0.72 - 0.2 }], at, 0, r)[0]!, r * 0.075, r * 0.06, 0, 8)],
        tone(colour, 0.18),
        pen * 0.5,
        tone(colour, -0.5)
      )
    ),
    edged(bracts, tone(green, 0.14), pen * 0.8)
  ];
}

/** Tiny flowers without petals: some cups of green lobes with their stamens. */
function tinyCups(look: FlowerLook, at: Point, random: Random): Shape[] {
  const { size, colour, pen } = look;
  return [
    { x: -0.2, y: 0.16 },
    { x: 0.2, y: 0.18 },
    { x: 0, y: -0.18 }
  ].flatMap((place) => {
    const middle = add(at, scale(place, size));
    const turn = random.between(0, 1);
    const r = size * 0.26;
    const turns = Array.from({ length: 4 }, (_, i) => turn + (i * Math.PI) / 2);
    return [
      ...turns.flatMap((a) => petal('pointed', middle, a, r, r * 0.9, colour, pen, [0])),
      ...turns.map((a) =>
        inkLine([middle, add(middle, scale(towards(a + 0.8), r * 0.8))], pen * 1.2, '#C9CFA8')
      ),
      dots(
        turns.map((a) => add(middle, scale(towards(a + 0.8), r * 0.84))),
        pollen,
        r * 0.24
      ),
      ...modelled(ellipse(middle, r * 0.24, r * 0.24, 0, 12), stigmaGreen, pen)
    ];
  });
}

const rings: Readonly<Record<string, Omit<Ring, 'kind' | 'count'> & { kind?: string; count: number }>> = {
  'star-six': { kind: 'pointed', count: 6, wide: 0.72, sepals: false, stamens: 6, ovary: 0.18 },
  'tiny-six': { kind: 'pointed', count: 6, wide: 0.66, sepals: false, stamens: 6, ovary: 0.2 },
  cross: { count: 4, wide: 0.8, sepals: true, stamens: 6, ovary: 0.14 },
  'four-tiny': { count: 4, wide: 0.82, sepals: false, stamens: 4, ovary: 0.16 },
  'many-open': { kind: 'pointed', count: 9, wide: 0.52, sepals: false, stamens: 26, ovary: 0.22 },
  'five-tube': { kind: 'pointed', count: 5, wide: 1.04, sepals: true, stamens: 5, ovary: 0.14, joined: 0.4 },
  'five-open': { count: 5, wide: 0.98, sepals: true, stamens: 10, ovary: 0.18 },
  'small-five': { count: 5, wide: 0.92, sepals: false, stamens: 5, ovary: 0.24 }
};

/** @param at middle of an open flower, or the foot of a bell or lipped flower @param facing direction in which it looks */
export function drawNearFlower(look: FlowerLook, at: Point, facing: number, random: Random): Shape[] {
  const { form, notch } = look;
  const ring = rings[form];
  if (ring) {
    const ends = notch === 'notched' || notch === 'split' ? notch : (ring.kind ?? 'round');
    const isSplit = ends === 'split';
    return radial(
      look,
      at,
      {
        ...ring,
        kind: ends,
        count: look.petals || ring.count,
        sepals: ring.sepals || isSplit,
        ...(isSplit ? { wide: ring.wide * 0.72, ovary: 0.16 } : {})
      },
      random
    );
  }
  if (form in bells) return bell(look, at, facing);
  switch (form) {
    case 'two-lipped':
      return twoLipped(look, at, facing);
    case 'helmet':
      return helmet(look, at, facing);
    case 'iris':
      return iris(look, at);
    case 'pea':
      return pea(look, at, facing);
    case 'cup':
      return spurgeCup(look, at);
    case 'straps':
    case 'daisy':
    case 'disc':
      return head(look, at, random);
    case 'no-petals':
      return tinyCups(look, at, random);
    default:
      return drawFlower(look, { at, facing, tilt: 0.12, turn: 0 }, random);
  }
}
