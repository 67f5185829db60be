import type { Random } from '../../random';
import { dots } from '../paint';
import type { Point, Shape } from '../scene';
import { ball } from './ball';
import { bellForms } from './bell';
import { head } from './head';
import { helmet } from './helmet';
import { iris } from './iris';
import type { FlowerForm, FlowerLook, FlowerPose } from './look';
import { noPetals } from './no-petals';
import { pea } from './pea';
import { radialForms } from './radial';
import { speck } from './speck';
import { spurgeCup } from './spurge-cup';
import { threeAndThree } from './three-and-three';
import { trumpet } from './trumpet';
import { twoLipped } from './two-lipped';

export { headFromSide } from './head';
export { type FlowerLook, type FlowerPose, outlineColour, petalShapes } from './look';

/** Single flowers by their described form, drawn around a place. Sizes in millimetres. */

const hidden: FlowerForm = { far: (look, { at }) => [dots([at], look.green, look.size * 0.5)] };

const forms: Readonly<Record<string, FlowerForm>> = {
  ...radialForms,
  ...bellForms,
  'trumpet-six': trumpet,
  'three-and-three': threeAndThree,
  'two-lipped': twoLipped,
  helmet,
  iris,
  pea,
  cup: spurgeCup,
  daisy: head,
  straps: head,
  disc: head,
  'no-petals': noPetals,
  hidden
};
/** One that is not described is drawn as a flower without petals. */
const formOf = ({ form, anthers }: FlowerLook): FlowerForm =>
  anthers?.kind === 'ball' ? ball : (forms[form] ?? { far: noPetals.far });

/** One of many. */
export function drawFlower(look: FlowerLook, pose: FlowerPose, random: Random): Shape[] {
  const form = formOf(look);
  return form.isPetalled && look.size < look.pen * 7.5 ? speck(look, pose) : form.far(look, pose, random);
}

/**
 * One flower as it is seen through a lens: petals with washes and veins, stamens, ovary, calyx.
 * @param at the middle of an open flower, or the foot of a bell or of one with two sides
 * @param facing direction in which it looks
 */
export function drawNearFlower(look: FlowerLook, at: Point, facing: number, random: Random): Shape[] {
  const { near } = formOf(look);
  return near
    ? near(look, at, facing, random)
    : drawFlower(look, { at, facing, tilt: 0.12, turn: 0 }, random);
}
