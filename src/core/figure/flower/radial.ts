import type { Random } from '../../random';
import { add, ellipse, golden, placed, scale, smooth, towards } from '../geometry';
import { blend, dots, edged, filled, inkLine, isPale, lines, tone } from '../paint';
import type { Point, Shape } from '../scene';
import {
  type FlowerForm,
  type FlowerLook,
  type FlowerPose,
  onFace,
  outlineColour,
  petalShapes
} from './look';
import { modelled, pollen, type Ring, stigmaGreen, petal } from './petals';

/** Open flowers of equal petals in rings: stars, crosses, buttercups. */

/** White petals are told from the paper by their shade, not by their outline. */
const shadeOf = (colour: string): string =>
  blend(tone(colour, -0.34), '#9DB08F', isPale(colour) ? 0.7 : 0.15);

/** Petals in a ring: stars, crosses, open flowers. */
export function radialAfar(
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
  // Small petals need half the points of large ones.
  const shape = petalShapes[kind]!.filter((_, i) => size > pen * 16 || i % 2 === 0);
  const turns = Array.from({ length: count }, (_, i) => pose.turn + (2 * Math.PI * i) / count);
  const petalAt = (turn: number, wide = 1, long = 1) =>
    lay(
      placed(
        shape.map(({ x, y }) => ({ x: x * r * width * wide, y: y * r * long })),
        { x: 0, y: 0 },
        turn
      )
    );
  const isSmall = size < pen * 9;
  const rim = blend(colour, outlineColour, 0.78);
  const shapes: Shape[] = [];
  if (pose.tilt > 0.45) {
    // The calyx shows behind a flower that is seen from the side.
    const back = add(pose.at, scale(towards(pose.facing), -size * 0.16));
    shapes.push(
      edged([ellipse(back, size * 0.16, size * 0.2, pose.facing)], look.green, pen * 0.5, outlineColour)
    );
  }
  // Every other petal lies under its neighbours.
  for (const layer of [0, 1])
    shapes.push(
      edged(
        turns.filter((_, i) => i % 2 === layer).map((turn) => petalAt(turn)),
        colour,
        pen * (isSmall ? 0.35 : 0.5),
        rim
      )
    );
  if (!isSmall) {
    shapes.push(
      filled(
        turns.map((turn) => petalAt(turn, 0.6, 0.6)),
        shadeOf(colour),
        0.3
      )
    );
    const veins = turns.flatMap((turn) =>
      [-0.13, 0, 0.13].map((off) =>
        lay([scale(towards(turn + off * 1.6), r * 0.26), scale(towards(turn + off), r * 0.7)])
      )
    );
    if (size > pen * 16) shapes.push(lines(veins, shadeOf(colour), pen * 0.3, 0.6));
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
  if (centre > 0) shapes.push(...middleAfar(look, pose, count, centre));
  return shapes;
}

/** The middle of an open flower: its ovary, and stamens that stand round it, as a brush or as a cone. */
function middleAfar(look: FlowerLook, pose: FlowerPose, count: number, centre: number): Shape[] {
  const { size, colour, pen, anthers } = look;
  const lay = onFace(pose);
  const r = size / 2;
  const isSmall = size < pen * 9;
  const pollenColour = anthers?.colour ?? look.antherColour ?? '#CDB75E';
  if (anthers?.kind === 'cone') {
    const cone = [
      { x: -0.2, y: 0.08 },
      { x: -0.13, y: -0.22 },
      { x: 0, y: -0.52 },
      { x: 0.13, y: -0.22 },
      { x: 0.2, y: 0.08 }
    ];
    return [
      edged([placed(cone, pose.at, pose.facing, r)], pollenColour, pen * 0.5, tone(pollenColour, -0.6))
    ];
  }
  const eye = filled(
    [lay(ellipse({ x: 0, y: 0 }, r * centre, r * centre, 0, 10))],
    blend(stigmaGreen, colour, 0.15)
  );
  if (isSmall && anthers?.kind !== 'brush') return [eye];
  const many = anthers?.kind === 'brush' ? (isSmall ? 9 : 18) : Math.min(10, count * 2);
  const reach = anthers?.kind === 'brush' ? 0.46 : centre + 0.16;
  const stamens = Array.from({ length: many }, (_, i) => {
    const turn = pose.turn + 0.3 + (2 * Math.PI * i) / many;
    return lay([
      scale(towards(turn), r * centre * 0.6),
      scale(towards(turn), r * (reach + [0.1, -0.08, 0.02][i % 3]!))
    ]);
  });
  return [
    eye,
    lines(stamens, tone('#C9CFA8', -0.2), pen * 0.35, 0.9),
    dots(
      stamens.map((line) => line[1]!),
      pollenColour,
      Math.max(pen * 0.9, r * (many > 12 ? 0.075 : 0.09))
    )
  ];
}

function stamensOf(look: FlowerLook, at: Point, turn: number, ring: Ring, random: Random): Shape[] {
  const { size, pen, anthers } = look;
  const r = size / 2;
  const colour = anthers?.colour ?? look.antherColour ?? pollen;
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

/** Seen through a lens: petals, stamens and ovary in rings. */
export function radialNear(look: FlowerLook, at: Point, ring: Ring, random: Random): Shape[] {
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

interface Afar {
  readonly count: number;
  /** Width of a petal as a share of its length, and where the petals are split. */
  readonly wide: number;
  readonly split?: number;
  readonly eye: number;
  /** Always, or where they are not notched. */
  readonly pointed?: 'always' | 'unless notched';
}

type Near = Omit<Ring, 'kind'> & { readonly kind?: string };

const formOf = ({ count, wide, split = wide, eye, pointed }: Afar, ring: Near): FlowerForm => ({
  isPetalled: true,
  far(look, pose) {
    const ends = look.notch === 'notched' ? 'notched' : look.notch === 'split' ? 'split' : 'round';
    const isPointed = pointed === 'always' || (pointed === 'unless notched' && look.notch === 'whole');
    return radialAfar(
      look,
      pose,
      isPointed ? 'pointed' : ends,
      look.petals || count,
      ends === 'split' ? split : wide,
      eye
    );
  },
  near(look, at, _, random) {
    const { notch } = look;
    const ends = notch === 'notched' || notch === 'split' ? notch : (ring.kind ?? 'round');
    const isSplit = ends === 'split';
    return radialNear(
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
});

export const radialForms: Readonly<Record<string, FlowerForm>> = {
  'star-six': formOf(
    { count: 6, wide: 1.15, eye: 0.2, pointed: 'always' },
    { kind: 'pointed', count: 6, wide: 0.72, sepals: false, stamens: 6, ovary: 0.18 }
  ),
  'tiny-six': formOf(
    { count: 6, wide: 1.2, eye: 0.22, pointed: 'always' },
    { kind: 'pointed', count: 6, wide: 0.66, sepals: false, stamens: 6, ovary: 0.2 }
  ),
  cross: formOf(
    { count: 4, wide: 1.1, eye: 0.16 },
    { count: 4, wide: 0.8, sepals: true, stamens: 6, ovary: 0.14 }
  ),
  'four-tiny': formOf(
    { count: 4, wide: 1.15, eye: 0.18 },
    { count: 4, wide: 0.82, sepals: false, stamens: 4, ovary: 0.16 }
  ),
  'many-open': formOf(
    { count: 9, wide: 0.95, eye: 0.3, pointed: 'always' },
    { kind: 'pointed', count: 9, wide: 0.52, sepals: false, stamens: 26, ovary: 0.22 }
  ),
  'five-tube': formOf(
    { count: 5, wide: 1.5, eye: 0.22, pointed: 'unless notched' },
    { kind: 'pointed', count: 5, wide: 1.04, sepals: true, stamens: 5, ovary: 0.14, joined: 0.4 }
  ),
  'five-open': formOf(
    { count: 5, wide: 1.2, split: 0.9, eye: 0.24 },
    { count: 5, wide: 0.98, sepals: true, stamens: 10, ovary: 0.18 }
  ),
  'small-five': formOf(
    { count: 5, wide: 1, split: 0.8, eye: 0.34 },
    { count: 5, wide: 0.92, sepals: false, stamens: 5, ovary: 0.24 }
  )
};
