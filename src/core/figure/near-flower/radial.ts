import type { Random } from '../../random';
import type { FlowerLook } from '../flower';
import { add, ellipse, golden, placed, scale, smooth, towards } from '../geometry';
import { blend, dots, edged, filled, inkLine, lines, tone } from '../paint';
import type { Point, Shape } from '../scene';
import { type Ring, modelled, petal, pollen, stigmaGreen } from './petals';

/** Flowers of many equal petals, near: stamens and ovary in rings. */

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

export function radial(look: FlowerLook, at: Point, ring: Ring, random: Random): Shape[] {
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
