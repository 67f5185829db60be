import type { Random } from '../../random';
import type { FlowerLook } from '../flower';
import { add, ellipse, golden, placed, scale, smooth, smoothRing, towards } from '../geometry';
import { blend, dots, edged, inkLine, tone } from '../paint';
import type { Point, Shape } from '../scene';
import { modelled, petal, pollen, stigmaGreen } from './petals';

/** What looks like one flower and is many, or hardly one: spurge cups, heads, tiny cups; near. */

/** A spurge's cup with its glands and the three-lobed fruit that hangs out, between two green bracts. */
export function spurgeCup(look: FlowerLook, at: Point): Shape[] {
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

export function head(look: FlowerLook, at: Point, random: Random): Shape[] {
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
export function tinyCups(look: FlowerLook, at: Point, random: Random): Shape[] {
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
