import { add, ellipse, golden, growSpine, placed, scale, smooth, smoothRing, towards } from '../geometry';
import { blend, dots, edged, filled, lines, tone } from '../paint';
import type { Point, Shape } from '../scene';
import { type FlowerLook, type FlowerPose, onFace, outlineColour, petalShapes } from './look';

/** Flowers that are open all round: petals, bells, cups. */

/** Petals in a ring: stars, crosses, open flowers. */
export function radial(
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
export function bell(
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

/** A cup of two green bracts with glands: the spurges. */
export function cup(look: FlowerLook, pose: FlowerPose): Shape[] {
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

/** A daffodil: six segments, and a frilled cup in front of them. */
export function trumpet(look: FlowerLook, pose: FlowerPose): Shape[] {
  const { size, colour, pen } = look;
  const lay = onFace(pose);
  const r = size / 2;
  const deep = tone(blend(colour, '#E08A1E', 0.35), -0.05);
  const frill = Array.from({ length: 24 }, (_, i) =>
    scale(towards((i / 24) * 2 * Math.PI), r * (i % 2 ? 0.46 : 0.4))
  );
  const lift = scale(towards(pose.facing), pose.tilt * r * 0.5);
  const raised = (line: readonly Point[]) => lay(line).map((p) => add(p, lift));
  return [
    ...radial({ ...look, marks: 'plain' }, pose, 'pointed', look.petals || 6, 1.15, 0),
    edged([raised(smoothRing(frill, 2))], deep, pen * 0.6, outlineColour),
    filled([raised(ellipse({ x: 0, y: 0 }, r * 0.28, r * 0.28, 0, 12))], tone(deep, -0.35)),
    dots(
      Array.from({ length: 6 }, (_, i) => raised([scale(towards(i + 0.4), r * 0.13)])[0]!),
      '#F0D774',
      Math.max(pen * 0.8, r * 0.07)
    )
  ];
}

/** A snowdrop: three long segments hang apart round three short ones with a green notch. */
export function threeAndThree(look: FlowerLook, { at, facing }: FlowerPose): Shape[] {
  const { size, colour, pen, green } = look;
  const foot = add(at, scale(towards(facing), size * 0.14));
  const leaf = (turn: number, long: number, wide: number) =>
    placed(
      petalShapes['round']!.map(({ x, y }) => ({ x: x * size * wide, y: y * size * long })),
      foot,
      facing + turn,
      1
    );
  const inner = leaf(0, 0.5, 0.62);
  const mark = ellipse(add(foot, scale(towards(facing), size * 0.4)), size * 0.09, size * 0.05, facing, 10);
  return [
    edged([leaf(0, 0.86, 0.5)], tone(colour, -0.12), pen * 0.6, outlineColour),
    edged([inner], colour, pen * 0.5, outlineColour),
    ...(look.marks === 'spotted' ? [filled([mark], '#5E8F3E')] : []),
    edged([leaf(-0.55, 0.9, 0.56), leaf(0.55, 0.9, 0.56)], colour, pen * 0.6, outlineColour),
    edged([ellipse(at, size * 0.1, size * 0.15, facing, 10)], green, pen * 0.6, outlineColour)
  ];
}
