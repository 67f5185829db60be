import type { Random } from '../../random';
import { add, ellipse, golden, placed, scale, smoothRing, towards } from '../geometry';
import { blend, dots, edged, filled, tone } from '../paint';
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

/** Head of many florets: straps only, rays round a disc, or a disc alone. */
function fromAfar(look: FlowerLook, pose: FlowerPose): Shape[] {
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

export const head: FlowerForm = { far: fromAfar, near: throughLens, isPetalled: true };
