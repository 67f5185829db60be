import { add, scale, towards } from '../geometry';
import { blend, dots, edged, tone } from '../paint';
import type { Shape } from '../scene';
import type { FlowerLook, FlowerPose } from './look';

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
