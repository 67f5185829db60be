import type { Random } from '../../random';
import { type FlowerLook, drawFlower } from '../flower';
import type { Point, Shape } from '../scene';
import { bell, bells } from './bell';
import { threeAndThree, trumpet } from './bulbs';
import { head, spurgeCup, tinyCups } from './heads';
import { helmet, twoLipped } from './lipped';
import { iris, pea } from './pea-and-iris';
import type { Ring } from './petals';
import { radial } from './radial';

/** One flower as it is seen through a lens: petals with washes and veins, stamens, ovary, calyx. */

const rings: Readonly<Record<string, Omit<Ring, 'kind' | 'count'> & { kind?: string; count: number }>> = {
  'star-six': { kind: 'pointed', count: 6, wide: 0.72, sepals: false, stamens: 6, ovary: 0.18 },
  'tiny-six': { kind: 'pointed', count: 6, wide: 0.66, sepals: false, stamens: 6, ovary: 0.2 },
  cross: { count: 4, wide: 0.8, sepals: true, stamens: 6, ovary: 0.14 },
  'four-tiny': { count: 4, wide: 0.82, sepals: false, stamens: 4, ovary: 0.16 },
  'many-open': { kind: 'pointed', count: 9, wide: 0.52, sepals: false, stamens: 26, ovary: 0.22 },
  'five-tube': { kind: 'pointed', count: 5, wide: 1.04, sepals: true, stamens: 5, ovary: 0.14, joined: 0.4 },
  'five-open': { count: 5, wide: 0.98, sepals: true, stamens: 10, ovary: 0.18 },
  'small-five': { count: 5, wide: 0.92, sepals: false, stamens: 5, ovary: 0.24 }
};

/** @param at middle of an open flower, or the foot of a bell or lipped flower @param facing direction in which it looks */
export function drawNearFlower(look: FlowerLook, at: Point, facing: number, random: Random): Shape[] {
  const { form, notch } = look;
  const ring = rings[form];
  if (ring) {
    const ends = notch === 'notched' || notch === 'split' ? notch : (ring.kind ?? 'round');
    const isSplit = ends === 'split';
    return radial(
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
  if (form in bells) return bell(look, at, facing);
  switch (form) {
    case 'trumpet-six':
      return trumpet(look, at, random);
    case 'three-and-three':
      return threeAndThree(look, at, facing);
    case 'two-lipped':
      return twoLipped(look, at, facing);
    case 'helmet':
      return helmet(look, at, facing);
    case 'iris':
      return iris(look, at);
    case 'pea':
      return pea(look, at, facing);
    case 'cup':
      return spurgeCup(look, at);
    case 'straps':
    case 'daisy':
    case 'disc':
      return head(look, at, random);
    case 'no-petals':
      return tinyCups(look, at, random);
    default:
      return drawFlower(look, { at, facing, tilt: 0.12, turn: 0 }, random);
  }
}
