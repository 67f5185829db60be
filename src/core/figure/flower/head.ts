import type { Random } from '../../random';
import { add, ellipse, golden, placed, scale, smoothRing, towards } from '../geometry';
import { blend, dots, edged, filled, lines, tone } from '../paint';
import type { Point, Shape } from '../scene';
import {
  type FlowerForm,
  type FlowerLook,
  type FlowerPose,
  onFace,
  outlineColour,
  petalShapes
} from './look';
import { petal, modelled } from './petals';

/** The green cup of bracts that bears a head, between its stalk and its rays. */
function involucre({ size, pen, green }: FlowerLook, { at, facing, tilt }: FlowerPose): Shape[] {
  const deep = size * (0.14 + 0.24 * tilt);
  const wide = size * 0.2;
  const cup = placed(
    smoothRing(
      [
        { x: -wide, y: -deep * 0.3 },
        { x: -wide * 1.06, y: deep * 0.2 },
        { x: -wide * 0.62, y: deep * 0.86 },
        { x: 0, y: deep },
        { x: wide * 0.62, y: deep * 0.86 },
        { x: wide * 1.06, y: deep * 0.2 },
        { x: wide, y: -deep * 0.3 }
      ],
      3
    ),
    at,
    facing
  );
  const seams = [-0.66, -0.24, 0.2, 0.62].map((x) =>
    placed(
      [
        { x: x * wide * 0.5, y: deep * 0.9 },
        { x: x * wide * 1.02, y: deep * 0.3 },
        { x: x * wide, y: -deep * 0.2 }
      ],
      at,
      facing
    )
  );
  return [
    edged([cup], green, pen * 0.6, outlineColour),
    ...(size > pen * 12 ? [lines(seams, tone(green, -0.5), pen * 0.4, 0.8)] : [])
  ];
}

/** Head of many florets: straps only, rays round a disc, or a disc alone. */
function fromAfar(look: FlowerLook, pose: FlowerPose): Shape[] {
  const { form, size, colour, pen } = look;
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
  /** Rays in two layers, every other one below, so that each is seen to overlap the next. */
  const rays = (count: number, from: number, to: number, width: number, tint: string, rim: string) => {
    const all = ring(count, from, to, width, pose.turn + from);
    return [0, 1].map((layer) =>
      edged(
        all.filter((_, i) => i % 2 === layer),
        layer ? tint : tone(tint, -0.07),
        pen * 0.4,
        rim
      )
    );
  };
  if (pose.tilt > 0.25 && form !== 'disc') shapes.push(...involucre(look, pose));
  if (form === 'straps') {
    const rim = blend(colour, '#7A5A1E', 0.55);
    shapes.push(
      ...rays(isSmall ? 11 : 20, 0.1, 1, isSmall ? 0.86 : 0.92, colour, rim),
      ...(isSmall ? [] : rays(15, 0.08, 0.74, 0.8, tone(colour, 0.08), rim)),
      ...rays(isSmall ? 7 : 10, 0.02, 0.46, 0.8, tone(colour, 0.2), rim),
      dots(
        golden(isSmall ? 3 : 9, r * 0.16).map((p) => lay([p])[0]!),
        blend(colour, '#B9781A', 0.55),
        Math.max(r * 0.07, pen * 0.7)
      )
    );
  } else if (form === 'daisy') {
    const many = isSmall ? Math.min(look.rays, 11) : look.rays;
    shapes.push(
      ...rays(many, 0.32, 1, (isSmall ? 11 : 15) / many, colour, blend(colour, outlineColour, 0.7)),
      edged([lay(ellipse({ x: 0, y: 0 }, r * 0.36, r * 0.36))], '#D9AE33', pen * 0.4, '#8A6A22')
    );
    if (!isSmall)
      shapes.push(
        dots(
          golden(22, r * 0.32).map((p) => lay([p])[0]!),
          '#A9761A',
          r * 0.055
        ),
        filled([lay(ellipse({ x: -r * 0.1, y: -r * 0.1 }, r * 0.16, r * 0.13))], '#F2D27A', 0.6)
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
    // Without rays a head is a cup with a tuft on it.
    shapes.push(
      ...involucre(
        { ...look, size: size * 1.7 },
        { ...pose, at: add(pose.at, scale(towards(pose.facing), -r * 0.5)), tilt: 0.6 }
      )
    );
  }
  return shapes;
}

function throughLens(look: FlowerLook, at: Point, _facing: number, random: Random): Shape[] {
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
      ...ring(24, 0.2, 1, 0.15, tone(colour, -0.06), 0),
      ...ring(19, 0.15, 0.8, 0.14, colour, 0.14),
      ...ring(14, 0.08, 0.58, 0.12, tone(colour, 0.12), 0.05),
      ...ring(9, 0.02, 0.34, 0.1, blend(colour, '#C98A1E', 0.3), 0.2),
      dots(
        golden(9, r * 0.12).map((p) => add(at, p)),
        blend(colour, '#B9781A', 0.6),
        r * 0.05
      )
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

/**
 * A head from the side, through a lens: its cup of bracts, and the florets that stand out of it.
 * @param at the middle of the rim of the cup @param bracts how the outer bracts lie
 */
export function headFromSide(
  look: FlowerLook,
  at: Point,
  facing: number,
  bracts: 'bent-back' | 'pressed' | undefined,
  random: Random
): Shape[] {
  const { form, size, colour, pen, green } = look;
  const r = size / 2;
  const fan = (count: number, spread: number, long: number, wide: number, tint: string): Shape[] =>
    Array.from({ length: count }, (_, i) => {
      const share = count === 1 ? 0 : (i / (count - 1)) * 2 - 1;
      const foot = placed([{ x: share * r * 0.34, y: 0 }], at, facing)[0]!;
      return { share, foot, turn: facing + share * spread };
    })
      .sort((a, b) => Math.abs(b.share) - Math.abs(a.share))
      .flatMap(({ foot, turn }) =>
        petal('strap', foot, turn, r * long * random.between(0.92, 1.05), r * wide, tint, pen * 0.8)
      );
  const florets =
    form === 'straps'
      ? [
          ...fan(13, 1.35, 0.86, 0.17, tone(colour, -0.08)),
          ...fan(10, 1.1, 0.66, 0.15, colour),
          ...fan(6, 0.6, 0.46, 0.13, tone(colour, 0.14))
        ]
      : form === 'daisy'
        ? [
            ...fan(
              Math.max(3, Math.round(look.rays * 0.3)),
              0.5,
              0.34,
              2.6 / look.rays + 0.06,
              tone(colour, -0.14)
            ),
            ...modelled(
              placed(
                smoothRing(
                  [
                    { x: -0.36, y: 0.02 },
                    { x: -0.26, y: -0.24 },
                    { x: 0, y: -0.34 },
                    { x: 0.26, y: -0.24 },
                    { x: 0.36, y: 0.02 },
                    { x: 0, y: 0.1 }
                  ],
                  4
                ),
                at,
                facing,
                r
              ),
              '#D9AE33',
              pen
            ),
            ...fan(Math.max(4, Math.round(look.rays * 0.6)), 1.75, 0.72, 2.6 / look.rays + 0.06, colour)
          ]
        : [];
  const bract = (x: number, tall: number, turn: number): Point[] =>
    placed(
      placed(
        smoothRing(
          [
            { x: -0.09, y: 0 },
            { x: -0.1, y: -tall * 0.45 },
            { x: 0, y: -tall },
            { x: 0.1, y: -tall * 0.45 },
            { x: 0.09, y: 0 }
          ],
          3
        ),
        { x, y: 0.5 },
        turn
      ),
      at,
      facing,
      r
    );
  const rows = [
    edged(
      [-0.34, -0.12, 0.12, 0.34].map((x) => bract(x * 0.6, 0.56, x * 0.7)),
      tone(green, 0.1),
      pen * 0.8
    ),
    edged(
      [-0.4, -0.2, 0, 0.2, 0.4].map((x) => bract(x * 0.7, 0.5, x * 0.9)),
      green,
      pen * 0.8
    ),
    ...(bracts === 'bent-back'
      ? [
          edged(
            [-1, -0.5, 0.5, 1].map((x) => bract(x * 0.2, 0.44, x > 0 ? 2.3 + x * 0.3 : -2.3 + x * 0.3)),
            tone(green, 0.16),
            pen * 0.8
          )
        ]
      : [
          edged(
            [-0.3, -0.1, 0.1, 0.3].map((x) => bract(x * 0.7, 0.26, x)),
            tone(green, -0.1),
            pen * 0.8
          )
        ])
  ];
  return [...florets, ...rows];
}

export const head: FlowerForm = { far: fromAfar, near: throughLens, isPetalled: true };
