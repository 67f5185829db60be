import type { Random } from '../../random';
import { dots } from '../paint';
import type { Shape } from '../scene';
import { head, speck, tinyBall } from './heads';
import { helmet, irisFlower, pea, twoLipped } from './lipped';
import type { FlowerLook, FlowerPose } from './look';
import { bell, cup, radial, threeAndThree, trumpet } from './open';
export { type FlowerLook, type FlowerPose, outlineColour, petalShapes } from './look';

/** Single flowers by their described form, drawn around a place. Sizes in millimetres. */

const petalled = new Set([
  'five-open',
  'small-five',
  'star-six',
  'tiny-six',
  'cross',
  'four-tiny',
  'many-open',
  'five-tube',
  'daisy',
  'disc',
  'straps'
]);

export function drawFlower(look: FlowerLook, pose: FlowerPose, random: Random): Shape[] {
  if (look.size < look.pen * 7.5 && petalled.has(look.form)) return speck(look, pose);
  const ends = look.notch === 'notched' ? 'notched' : look.notch === 'split' ? 'split' : 'round';
  switch (look.form) {
    case 'star-six':
      return radial(look, pose, 'pointed', look.petals || 6, 1.15, 0.2);
    case 'tiny-six':
      return radial(look, pose, 'pointed', look.petals || 6, 1.2, 0.22);
    case 'cross':
      return radial(look, pose, ends, look.petals || 4, 1.1, 0.16);
    case 'four-tiny':
      return radial(look, pose, ends, look.petals || 4, 1.15, 0.18);
    case 'many-open':
      return radial(look, pose, 'pointed', look.petals || 9, 0.95, 0.3);
    case 'five-tube':
      return radial(look, pose, look.notch === 'whole' ? 'pointed' : ends, look.petals || 5, 1.5, 0.22);
    case 'five-open':
      return radial(look, pose, ends, look.petals || 5, ends === 'split' ? 0.9 : 1.2, 0.24);
    case 'small-five':
      return radial(look, pose, ends, look.petals || 5, ends === 'split' ? 0.8 : 1, 0.34);
    case 'hidden':
      return [dots([pose.at], look.green, look.size * 0.5)];
    case 'round-bell':
      return bell(look, pose, [0.1, 0.36, 0.5, 0.48, 0.44, 0.52], 0.12, 6);
    case 'tube-six':
      return [...bell(look, pose, [0.1, 0.2, 0.2, 0.2, 0.22, 0.34], 0.06, 6)];
    case 'narrow-bell':
      return bell(look, pose, [0.1, 0.2, 0.23, 0.25, 0.25, 0.28], 0.07, 6);
    case 'wide-tube':
      return bell(look, pose, [0.09, 0.13, 0.2, 0.25, 0.26, 0.3], 0.05, 4);
    case 'funnel':
      return bell(look, pose, [0.06, 0.07, 0.09, 0.12, 0.2, 0.36], 0.08, 10);
    case 'trumpet-six':
      return trumpet(look, pose);
    case 'three-and-three':
      return threeAndThree(look, pose);
    case 'daisy':
    case 'straps':
    case 'disc':
      return head(look, pose);
    case 'two-lipped':
      return twoLipped(look, pose);
    case 'helmet':
      return helmet(look, pose);
    case 'iris':
      return irisFlower(look, pose);
    case 'cup':
      return cup(look, pose);
    case 'pea':
      return pea(look, pose);
    default:
      return tinyBall(look, pose, random);
  }
}
