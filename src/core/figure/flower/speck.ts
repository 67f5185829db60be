import { add, ellipse, scale, towards } from '../geometry';
import { blend, dots, edged, tone } from '../paint';
import type { Shape } from '../scene';
import type { FlowerLook, FlowerPose } from './look';

/** Too small for petals: a dot of the flower's colour with a pale rim and a centre; rays make a jagged rim. */
export function speck(
  { form, size, colour, pen, rays, petals }: FlowerLook,
  { at, turn }: FlowerPose
): Shape[] {
  const rim = blend(colour, '#7C8770', 0.6);
  if (form === 'daisy' || form === 'straps') {
    const count = form === 'daisy' ? Math.min(rays, 9) : 11;
    const star = Array.from({ length: count * 2 }, (_, i) =>
      add(at, scale(towards(turn + (i * Math.PI) / count), (size / 2) * (i % 2 ? 0.5 : 1.16)))
    );
    const centre = form === 'daisy' ? '#C9962A' : tone(colour, -0.16);
    return [
      edged([star], colour, pen * 0.5, rim),
      dots([at], centre, size * (form === 'daisy' ? 0.5 : 0.36))
    ];
  }
  const lobes = petals > 0 ? Math.min(petals, 6) : 5;
  const corolla = Array.from({ length: lobes * 2 }, (_, i) =>
    add(at, scale(towards(turn + (i * Math.PI) / lobes), (size / 2) * (i % 2 ? 0.56 : 1.04)))
  );
  return [
    edged([form === 'disc' ? ellipse(at, size / 2, size / 2, 0, 9) : corolla], colour, pen * 0.45, rim),
    dots([at], form === 'disc' ? tone(colour, -0.2) : '#AFC06E', size * (form === 'disc' ? 0.6 : 0.34))
  ];
}
