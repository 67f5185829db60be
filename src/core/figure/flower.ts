import type { Recipe } from '../knowledge';
import type { Random } from '../random';
import { add, ellipse, growSpine, placed, scale, smooth, smoothRing, towards, golden } from './geometry';
import { blend, dots, edged, filled, lines, tone } from './paint';
import type { Line, Point, Shape } from './scene';

/** Single flowers by their described form, drawn around a place. Sizes in millimetres. */

export interface FlowerLook {
  readonly form: string;
  readonly petals: number;
  /** Ends of the petals. */
  readonly notch: string;
  readonly marks: string;
  /** Width of the open flower, or length of a bell. */
  readonly size: number;
  readonly colour: string;
  readonly green: string;
  /** Anthers that stand as a cone or as a dense brush, and their colour, where they are not few and yellow. */
  readonly anthers?: Recipe['anthers'];
  /** Rays of a head with a disc. */
  readonly rays: number;
  readonly pen: number;
}

export interface FlowerPose {
  readonly at: Point;
  /** Direction in which the flower looks; 0 is up. */
  readonly facing: number;
  /** 0 looks at the viewer, 1 is seen from the side. */
  readonly tilt: number;
  readonly turn: number;
}

export const outlineColour = '#55604F';

export const petalShapes: Readonly<Record<string, Line>> = Object.fromEntries(
  Object.entries({
    round: [
      [0.1, 0],
      [0.3, 0.3],
      [0.46, 0.62],
      [0.4, 0.92],
      [0.14, 1]
    ],
    pointed: [
      [0.14, 0],
      [0.3, 0.3],
      [0.34, 0.55],
      [0.2, 0.82],
      [0.02, 1]
    ],
    notched: [
      [0.08, 0],
      [0.26, 0.34],
      [0.46, 0.72],
      [0.4, 0.98],
      [0.12, 0.86]
    ],
    split: [
      [0.06, 0],
      [0.2, 0.3],
      [0.34, 0.7],
      [0.28, 1],
      [0.1, 0.8],
      [0.03, 0.3]
    ],
    strap: [
      [0.07, 0],
      [0.12, 0.3],
      [0.14, 0.7],
      [0.12, 0.97],
      [0.04, 1]
    ]
  } as Record<string, [number, number][]>).map(([name, half]) => [
    name,
    smoothRing(
      [
        ...half.map(([x, y]) => ({ x: -x, y: -y })),
        ...half
          .slice()
          .reverse()
          .map(([x, y]) => ({ x, y: -y }))
      ],
      name === 'strap' ? 1 : 2
    )
  ])
);

/** Lays what is drawn on the face of a flower to the paper: squashed along the direction in which it looks. */
function onFace({ at, facing, tilt }: FlowerPose): (line: Line) => Point[] {
  const k = Math.max(0.16, Math.cos((tilt * Math.PI) / 2));
  const along = towards(facing);
  const across = towards(facing + Math.PI / 2);
  return (line) =>
    line.map(({ x, y }) => ({
      x: at.x + across.x * x - along.x * y * k,
      y: at.y + across.y * x - along.y * y * k
    }));
}

/** Petals in a ring: stars, crosses, open flowers. */
function radial(
  look: FlowerLook,
  pose: FlowerPose,
  kind: string,
  count: number,
  width: number,
  centre: number
): Shape[] {
  const { size, colour, pen } = look;
  const lay = onFace(pose);
  const r = size / 2;
  const shape = petalShapes[kind]!;
  const rings = Array.from({ length: count }, (_, i) => {
    const angle = pose.turn + (2 * Math.PI * i) / count;
    const wide = r * width;
    return lay(
      placed(
        shape.map(({ x, y }) => ({ x: x * wide, y: y * r })),
        { x: 0, y: 0 },
        angle
      )
    );
  });
  const isSmall = size < pen * 9;
  const shapes: Shape[] = [];
  if (pose.tilt > 0.45) {
    // The calyx shows behind a flower that is seen from the side.
    const back = add(pose.at, scale(towards(pose.facing), -size * 0.16));
    shapes.push(
      edged([ellipse(back, size * 0.16, size * 0.2, pose.facing)], look.green, pen * 0.5, outlineColour)
    );
  }
  shapes.push(edged(rings, colour, pen * (isSmall ? 0.4 : 0.6), outlineColour));
  if (!isSmall) {
    const folds = Array.from({ length: count }, (_, i) => {
      const angle = pose.turn + (2 * Math.PI * i) / count;
      return lay([scale(towards(angle), r * 0.24), scale(towards(angle), r * 0.72)]);
    });
    shapes.push(lines(folds, blend(colour, outlineColour, 0.45), pen * 0.4, 0.55));
    if (look.marks === 'spotted')
      shapes.push(
        lines(
          Array.from({ length: count * 2 }, (_, i) => {
            const angle = pose.turn + (2 * Math.PI * (i + (i % 2 ? 0.12 : -0.12))) / (count * 2);
            return lay([scale(towards(angle), r * 0.2), scale(towards(angle), r * 0.62)]);
          }),
          blend(colour, '#6E5A86', 0.6),
          pen * 0.45,
          0.8
        )
      );
  }
  if (centre > 0) {
    shapes.push(
      filled([lay(ellipse({ x: 0, y: 0 }, r * centre, r * centre, 0, 10))], blend('#A9BC5F', colour, 0.15))
    );
    if (!isSmall)
      shapes.push(
        dots(
          Array.from({ length: Math.min(10, count * 2) }, (_, i) => {
            const a = pose.turn + 0.3 + (2 * Math.PI * i) / Math.min(10, count * 2);
            return lay([scale(towards(a), r * (centre + 0.16 + 0.06 * (i % 2)))])[0]!;
          }),
          '#CDB75E',
          Math.max(pen * 0.9, r * 0.09)
        )
      );
  }
  return shapes;
}

/** A bell or tube that hangs or looks along its facing. */
function bell(
  look: FlowerLook,
  pose: FlowerPose,
  profile: readonly number[],
  flare: number,
  lobes: number
): Shape[] {
  const { size, colour, pen } = look;
  const spine = growSpine(pose.at, pose.facing, 0, size, 8);
  const across = towards(pose.facing + Math.PI / 2);
  const last = profile.length - 1;
  const edge = (sign: number) =>
    profile.map((w, i) => add(spine.place(i / last), scale(across, sign * w * size)));
  const rim = Array.from({ length: lobes + 1 }, (_, i) => {
    const share = (i / lobes) * 2 - 1;
    return add(
      spine.place(1 + (i % 2 ? flare : -0.02)),
      scale(across, share * profile[last]! * size * (i % 2 ? 1 : 1.02))
    );
  });
  const body = [...smooth(edge(-1), 3), ...smooth(rim, 2), ...smooth(edge(1).reverse(), 3)];
  const shade = [...smooth(edge(0.25), 3), ...smooth(edge(1).reverse(), 3)];
  const shapes: Shape[] = [
    filled([body], colour),
    filled([shade], tone(colour, -0.4), 0.24),
    filled([[...smooth(edge(-0.7), 3), ...smooth(edge(-0.25).reverse(), 3)]], '#FFFFFF', 0.3)
  ];
  if (look.marks === 'spotted' && size > pen * 9) {
    const mouth = ellipse(
      spine.place(0.98),
      profile[last]! * size,
      profile[last]! * size * 0.36,
      Math.atan2(across.y, across.x)
    );
    shapes.push(edged([mouth], tone(colour, 0.5), pen * 0.6, outlineColour));
    shapes.push(
      dots(
        [-0.5, -0.15, 0.2, 0.5].map((k, i) =>
          add(spine.place(0.97 + 0.03 * (i % 2)), scale(across, k * profile[last]! * size))
        ),
        '#5B1238',
        Math.max(pen * 1.1, size * 0.035)
      )
    );
  }
  const foot = add(pose.at, scale(towards(pose.facing), size * 0.06));
  shapes.push(
    edged(
      [ellipse(foot, size * 0.09 + profile[0]! * size, size * 0.09, pose.facing)],
      look.green,
      pen * 0.5,
      outlineColour
    ),
    { rings: [body], closed: true, stroke: outlineColour, width: pen * 0.75, opacity: 0.9 }
  );
  return shapes;
}

/** Head of many florets: straps only, rays round a disc, or a disc alone. */
function head(look: FlowerLook, pose: FlowerPose): Shape[] {
  const { form, size, colour, pen, green } = look;
  const lay = onFace(pose);
  const r = size / 2;
  const shapes: Shape[] = [];
  const isSmall = size < pen * 12;
  const strap = petalShapes['strap']!;
  const ring = (count: number, from: number, to: number, width: number, offset: number) =>
    Array.from({ length: count }, (_, i) => {
      const angle = offset + (2 * Math.PI * i) / count;
      const reach = (to - from) * r;
      return lay(
        placed(
          strap.map(({ x, y }) => ({ x: x * r * width, y: y * reach - from * r })),
          { x: 0, y: 0 },
          angle
        )
      );
    });
  if (pose.tilt > 0.3) {
    const cup = add(pose.at, scale(towards(pose.facing), -size * 0.2));
    shapes.push(edged([ellipse(cup, size * 0.2, size * 0.26, pose.facing)], green, pen * 0.6, outlineColour));
  }
  if (form === 'straps') {
    shapes.push(
      edged(
        ring(isSmall ? 12 : 20, 0.2, 1, 1.5, pose.turn),
        colour,
        pen * 0.45,
        blend(colour, outlineColour, 0.55)
      )
    );
    shapes.push(
      edged(
        ring(isSmall ? 8 : 14, 0.08, 0.7, 1.4, pose.turn + 0.2),
        tone(colour, 0.18),
        pen * 0.4,
        blend(colour, outlineColour, 0.5)
      )
    );
    shapes.push(
      filled([lay(ellipse({ x: 0, y: 0 }, r * 0.24, r * 0.24, 0, 10))], blend(colour, '#C98A1E', 0.35))
    );
  } else if (form === 'daisy') {
    shapes.push(
      edged(
        ring(isSmall ? Math.min(look.rays, 8) : look.rays, 0.3, 1, 25 / look.rays, pose.turn),
        colour,
        pen * 0.45,
        outlineColour
      )
    );
    shapes.push(edged([lay(ellipse({ x: 0, y: 0 }, r * 0.4, r * 0.4))], '#D9AE33', pen * 0.4, '#8A6A22'));
    if (!isSmall)
      shapes.push(
        dots(
          golden(14, r * 0.34).map((p) => lay([p])[0]!),
          '#B98A1E',
          r * 0.07
        )
      );
  } else {
    const dome = smoothRing(
      [
        { x: -r, y: r * 0.2 },
        { x: -r * 0.78, y: -r * 0.55 },
        { x: 0, y: -r * 0.95 },
        { x: r * 0.78, y: -r * 0.55 },
        { x: r, y: r * 0.2 },
        { x: 0, y: r * 0.5 }
      ],
      3
    );
    shapes.push(edged([placed(dome, pose.at, pose.facing)], colour, pen * 0.6, outlineColour));
    if (!isSmall)
      shapes.push(
        dots(
          placed(
            golden(26, r * 0.72).map(({ x, y }) => ({ x, y: y * 0.8 - r * 0.2 })),
            pose.at,
            pose.facing
          ),
          tone(colour, -0.35),
          r * 0.09,
          0.8
        )
      );
  }
  return shapes;
}

/** Hooded upper lip over a lobed lower one, seen from the side. */
function twoLipped(look: FlowerLook, pose: FlowerPose): Shape[] {
  const { size, colour, pen } = look;
  const mirror = Math.sin(pose.facing) < 0 ? -1 : 1;
  const lay = (line: Line, steps: number) => placed(smoothRing(line, steps), pose.at, 0, size, mirror);
  const upper = lay(
    [
      { x: 0, y: 0 },
      { x: 0.3, y: -0.3 },
      { x: 0.62, y: -0.56 },
      { x: 0.92, y: -0.42 },
      { x: 0.94, y: -0.2 },
      { x: 0.6, y: -0.16 },
      { x: 0.3, y: 0.04 }
    ],
    3
  );
  const lower = lay(
    [
      { x: 0.34, y: -0.02 },
      { x: 0.66, y: 0 },
      { x: 0.96, y: 0.22 },
      { x: 0.86, y: 0.42 },
      { x: 0.62, y: 0.36 },
      { x: 0.4, y: 0.16 }
    ],
    3
  );
  const calyx = placed(
    [
      { x: -0.06, y: -0.1 },
      { x: 0.3, y: -0.22 },
      { x: 0.16, y: -0.06 },
      { x: 0.34, y: 0 },
      { x: 0.16, y: 0.06 },
      { x: 0.28, y: 0.18 },
      { x: -0.06, y: 0.1 }
    ],
    pose.at,
    0,
    size,
    mirror
  );
  const shapes = [
    edged([upper], colour, pen * 0.6, outlineColour),
    edged([lower], tone(colour, 0.16), pen * 0.6, outlineColour),
    edged([calyx], look.green, pen * 0.5, outlineColour)
  ];
  if (look.marks === 'spotted' && size > pen * 8)
    shapes.push(
      dots(
        placed(
          [
            { x: 0.62, y: 0.12 },
            { x: 0.72, y: 0.2 },
            { x: 0.78, y: 0.3 }
          ],
          pose.at,
          0,
          size,
          mirror
        ),
        blend(colour, '#4A1B48', 0.75),
        Math.max(pen * 0.9, size * 0.045)
      )
    );
  return shapes;
}

/** A hood over two hidden petals: monkshood. */
function helmet(look: FlowerLook, pose: FlowerPose): Shape[] {
  const { size, colour, pen } = look;
  const mirror = Math.sin(pose.facing) < 0 ? -1 : 1;
  const lay = (line: Line, steps: number) => placed(smoothRing(line, steps), pose.at, 0, size, mirror);
  const hood = lay(
    [
      { x: 0.1, y: 0 },
      { x: 0.02, y: -0.4 },
      { x: 0.26, y: -0.74 },
      { x: 0.6, y: -0.7 },
      { x: 0.82, y: -0.4 },
      { x: 0.98, y: -0.22 },
      { x: 0.6, y: -0.18 },
      { x: 0.4, y: 0 }
    ],
    3
  );
  const side = lay(
    [
      { x: 0.16, y: -0.1 },
      { x: 0.5, y: -0.3 },
      { x: 0.72, y: -0.02 },
      { x: 0.5, y: 0.22 },
      { x: 0.24, y: 0.14 }
    ],
    3
  );
  const low = lay(
    [
      { x: 0.2, y: 0.08 },
      { x: 0.44, y: 0.14 },
      { x: 0.56, y: 0.42 },
      { x: 0.38, y: 0.4 }
    ],
    3
  );
  return [
    edged([low], tone(colour, -0.1), pen * 0.6, outlineColour),
    edged([hood], colour, pen * 0.7, outlineColour),
    edged([side], tone(colour, 0.2), pen * 0.6, outlineColour)
  ];
}

/** Three falls, three standards. */
function irisFlower(look: FlowerLook, pose: FlowerPose): Shape[] {
  const { size, colour, pen } = look;
  const lay = (line: Line, turn: number, k = 1) => placed(smoothRing(line, 3), pose.at, turn, size * k);
  const fall: Line = [
    { x: -0.06, y: 0 },
    { x: -0.12, y: -0.22 },
    { x: -0.25, y: -0.48 },
    { x: -0.16, y: -0.66 },
    { x: 0.16, y: -0.66 },
    { x: 0.25, y: -0.48 },
    { x: 0.12, y: -0.22 },
    { x: 0.06, y: 0 }
  ];
  const upright: Line = [
    { x: -0.03, y: 0 },
    { x: -0.07, y: -0.24 },
    { x: 0, y: -0.34 },
    { x: 0.07, y: -0.24 },
    { x: 0.03, y: 0 }
  ];
  const shapes = [
    edged(
      [lay(upright, -0.5), lay(upright, 0.5), lay(upright, 0.05)],
      tone(colour, 0.14),
      pen * 0.6,
      outlineColour
    ),
    edged([lay(fall, -1.9), lay(fall, 1.9)], colour, pen * 0.7, outlineColour),
    edged([lay(fall, Math.PI)], tone(colour, 0.08), pen * 0.7, outlineColour)
  ];
  if (look.marks === 'spotted')
    shapes.push(
      lines(
        [-1.9, 1.9, Math.PI].flatMap((turn) =>
          [-0.1, 0, 0.1].map((x) =>
            placed(
              [
                { x: x * 0.4, y: -0.14 },
                { x, y: -0.4 }
              ],
              pose.at,
              turn,
              size
            )
          )
        ),
        '#8A5A2E',
        pen * 0.6,
        0.8
      )
    );
  shapes.push(
    edged([lay(upright, 1.1, 0.8), lay(upright, -1.1, 0.8)], tone(colour, 0.25), pen * 0.5, outlineColour)
  );
  return shapes;
}

/** A cup of two green bracts with glands: the spurges. */
function cup(look: FlowerLook, pose: FlowerPose): Shape[] {
  const { size, pen, green, colour } = look;
  const bract = (side: number) =>
    placed(
      smoothRing(
        [
          { x: 0, y: 0 },
          { x: side * 0.6, y: -0.1 },
          { x: side * 0.95, y: -0.5 },
          { x: side * 0.3, y: -0.5 }
        ],
        2
      ),
      pose.at,
      pose.facing,
      size * 1.5
    );
  const middle = add(pose.at, scale(towards(pose.facing), size * 0.45));
  return [
    edged([bract(-1), bract(1)], tone(green, 0.25), pen * 0.5, outlineColour),
    edged([ellipse(middle, size * 0.36, size * 0.3)], colour, pen * 0.5, outlineColour),
    dots(
      golden(4, size * 0.26).map((p) => add(middle, p)),
      '#D8C84E',
      Math.max(pen, size * 0.16)
    )
  ];
}

function pea(look: FlowerLook, pose: FlowerPose): Shape[] {
  const { size, pen, colour } = look;
  const body = placed(
    smoothRing(
      [
        { x: 0, y: 0 },
        { x: -0.18, y: -0.4 },
        { x: -0.06, y: -0.95 },
        { x: 0.2, y: -1 },
        { x: 0.28, y: -0.6 },
        { x: 0.1, y: -0.1 }
      ],
      2
    ),
    pose.at,
    pose.facing,
    size
  );
  return [edged([body], colour, pen * 0.5, outlineColour)];
}

/** Tiny green flowers without petals: little balls with their stamens. */
function tinyBall(look: FlowerLook, pose: FlowerPose, random: Random): Shape[] {
  const { size, pen, colour } = look;
  const balls = Array.from({ length: 3 }, () =>
    ellipse(
      add(pose.at, { x: random.between(-0.4, 0.4) * size, y: random.between(-0.4, 0.4) * size }),
      size * 0.42,
      size * 0.36,
      0,
      7
    )
  );
  return [edged(balls, colour, pen * 0.35, tone(colour, -0.6))];
}

/** Too small for petals: a dot of the flower's colour with a pale rim and a centre; rays make a jagged rim. */
function speck({ form, size, colour, pen, rays }: FlowerLook, { at, turn }: FlowerPose): Shape[] {
  const rim = blend(colour, '#7C8770', 0.6);
  if (form === 'daisy' || form === 'straps') {
    const count = form === 'daisy' ? Math.min(rays, 9) : 11;
    const star = Array.from({ length: count * 2 }, (_, i) =>
      add(at, scale(towards(turn + (i * Math.PI) / count), (size / 2) * (i % 2 ? 0.62 : 1.12)))
    );
    const centre = form === 'daisy' ? '#C9962A' : tone(colour, -0.16);
    return [
      edged([star], colour, pen * 0.5, rim),
      dots([at], centre, size * (form === 'daisy' ? 0.5 : 0.36))
    ];
  }
  return [
    dots([at], rim, size + pen * 0.7),
    dots([at], colour, size),
    dots([at], form === 'disc' ? tone(colour, -0.2) : '#AFC06E', size * (form === 'disc' ? 0.6 : 0.32))
  ];
}

const petalled = new Set([
  'five-open',
  'small-five',
  'star-six',
  'tiny-six',
  'cross',
  'four-tiny',
  'many-open',
  'five-tube',
  'daisy',
  'disc',
  'straps'
]);

export function drawFlower(look: FlowerLook, pose: FlowerPose, random: Random): Shape[] {
  if (look.size < look.pen * 7.5 && petalled.has(look.form)) return speck(look, pose);
  const ends = look.notch === 'notched' ? 'notched' : look.notch === 'split' ? 'split' : 'round';
  switch (look.form) {
    case 'star-six':
      return radial(look, pose, 'pointed', look.petals || 6, 1.15, 0.2);
    case 'tiny-six':
      return radial(look, pose, 'pointed', look.petals || 6, 1.2, 0.22);
    case 'cross':
      return radial(look, pose, ends, look.petals || 4, 1.1, 0.16);
    case 'four-tiny':
      return radial(look, pose, ends, look.petals || 4, 1.15, 0.18);
    case 'many-open':
      return radial(look, pose, 'pointed', look.petals || 9, 0.95, 0.3);
    case 'five-tube':
      return radial(look, pose, look.notch === 'whole' ? 'pointed' : ends, look.petals || 5, 1.5, 0.22);
    case 'five-open':
      return radial(look, pose, ends, look.petals || 5, ends === 'split' ? 0.9 : 1.2, 0.24);
    case 'small-five':
      return radial(look, pose, ends, look.petals || 5, ends === 'split' ? 0.8 : 1, 0.34);
    case 'hidden':
      return [dots([pose.at], look.green, look.size * 0.5)];
    case 'round-bell':
      return bell(look, pose, [0.1, 0.36, 0.5, 0.48, 0.44, 0.52], 0.12, 6);
    case 'tube-six':
      return [...bell(look, pose, [0.1, 0.2, 0.2, 0.2, 0.22, 0.34], 0.06, 6)];
    case 'narrow-bell':
      return bell(look, pose, [0.1, 0.2, 0.23, 0.25, 0.25, 0.28], 0.07, 6);
    case 'wide-tube':
      return bell(look, pose, [0.09, 0.13, 0.2, 0.25, 0.26, 0.3], 0.05, 4);
    case 'daisy':
    case 'straps':
    case 'disc':
      return head(look, pose);
    case 'two-lipped':
      return twoLipped(look, pose);
    case 'helmet':
      return helmet(look, pose);
    case 'iris':
      return irisFlower(look, pose);
    case 'cup':
      return cup(look, pose);
    case 'pea':
      return pea(look, pose);
    default:
      return tinyBall(look, pose, random);
  }
}
