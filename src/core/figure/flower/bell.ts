import { add, ellipse, growSpine, scale, towards, smooth } from '../geometry';
import { dots, edged, filled, lines, tone } from '../paint';
import type { Point, Shape } from '../scene';
import { type Profile, Solid } from '../solid';
import { type FlowerForm, type FlowerLook, type FlowerPose, outlineColour } from './look';
import { petal } from './petals';

/** Bells and tubes. */

/** A bell or tube that hangs or looks along its facing. */
function fromAfar(
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

interface Near {
  readonly profile: Profile;
  readonly lobes: number;
  readonly flare: number;
  readonly mouth: number;
}

/** A bell or tube from the side, so turned that one looks a little into its mouth. */
function throughLens(look: FlowerLook, near: Near, from: Point, facing: number): Shape[] {
  const { form, size, colour, pen, green } = look;
  const { profile, lobes, flare, mouth } = near;
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

interface Afar {
  /** Half widths from the foot to the mouth, as shares of the length. */
  readonly profile: readonly number[];
  readonly flare: number;
  readonly lobes: number;
}

const formOf = ({ profile, flare, lobes }: Afar, near: Near): FlowerForm => ({
  far: (look, pose) => fromAfar(look, pose, profile, flare, lobes),
  near: (look, at, facing) => throughLens(look, near, at, facing)
});

export const bellForms: Readonly<Record<string, FlowerForm>> = {
  'round-bell': formOf(
    { profile: [0.1, 0.36, 0.5, 0.48, 0.44, 0.52], flare: 0.12, lobes: 6 },
    {
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
    }
  ),
  'tube-six': formOf(
    { profile: [0.1, 0.2, 0.2, 0.2, 0.22, 0.34], flare: 0.06, lobes: 6 },
    {
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
    }
  ),
  'narrow-bell': formOf(
    { profile: [0.1, 0.2, 0.23, 0.25, 0.25, 0.28], flare: 0.07, lobes: 6 },
    {
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
    }
  ),
  'wide-tube': formOf(
    { profile: [0.09, 0.13, 0.2, 0.25, 0.26, 0.3], flare: 0.05, lobes: 4 },
    {
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
  ),
  funnel: formOf(
    { profile: [0.06, 0.07, 0.09, 0.12, 0.2, 0.36], flare: 0.08, lobes: 10 },
    {
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
  )
};
