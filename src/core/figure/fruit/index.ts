import type { Random } from '../../random';
import type { Point, Shape } from '../scene';
import { acorn } from './acorn';
import { burr } from './burr';
import { carrotForms } from './carrot-family';
import { follicles, lobedCase, nutletHead, strawberry, thornyCase } from './cases';
import { drupelets } from './drupelets';
import { dryForms } from './dry-case';
import { flatWinged } from './flat-winged';
import { fleshyForms } from './fleshy';
import type { FruitForm, FruitLook } from './look';
import { nutRing } from './nut-ring';
import { nutlets } from './nutlets';
import { parachute } from './parachute';
import { plumed } from './plumed';
import { pod } from './pod';
import { redCup } from './red-cup';
import { threeWinged } from './three-winged';

export type { FruitLook } from './look';
export { cutFruit } from './cut';

/** Single fruits by their described form, drawn around a place. Sizes in millimetres. */

const forms: Readonly<Record<string, FruitForm>> = {
  ...fleshyForms,
  ...carrotForms,
  ...dryForms,
  'red-cup': redCup,
  'nutlet-head': { far: nutletHead },
  follicles: { far: follicles },
  strawberry: { far: strawberry },
  'thorny-capsule': { far: thornyCase },
  'lobed-case': { far: lobedCase },
  drupelets,
  acorn,
  plumed,
  'nut-ring': nutRing,
  spiny: burr,
  burr,
  'flat-winged': flatWinged,
  pod,
  nutlets,
  parachute,
  'three-winged': threeWinged
};
/** One that is not described is drawn as a tiny dry one. */
const formOf = ({ form }: FruitLook): FruitForm => forms[form] ?? { far: dryForms['tiny-dry'].far };

/** One of many. @param at middle of the fruit @param facing direction of its tip; 0 is up */
export const drawFruit = (look: FruitLook, at: Point, facing: number, random: Random): Shape[] =>
  formOf(look).far(look, at, facing, random);

/** One fruit as it is seen through a lens: rounded by washes, with its ridges, hooks, styles and remains. */
export function drawNearFruit(look: FruitLook, at: Point, facing: number, random: Random): Shape[] {
  const { far, near = far } = formOf(look);
  return near(look, at, facing, random);
}
