import type { Random } from '../../random';
import { add, ellipse, golden, placed, scale, smoothRing, towards } from '../geometry';
import { blend, dots, edged, filled, tone } from '../paint';
import type { Shape } from '../scene';
import { type FlowerLook, type FlowerPose, onFace, outlineColour, petalShapes } from './look';

/** Heads of many small flowers, and flowers that are specks from here. */

/** Head of many florets: straps only, rays round a disc, or a disc alone. */
export function head(look: FlowerLook, pose: FlowerPose): Shape[] {
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

/** Tiny green flowers without petals: little balls with their stamens. */
export function tinyBall(look: FlowerLook, pose: FlowerPose, random: Random): Shape[] {
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
export function speck({ form, size, colour, pen, rays }: FlowerLook, { at, turn }: FlowerPose): Shape[] {
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
