import type { Random } from '../../random';
import { flatBlade } from '../blade';
import type { BladeLook } from '../blade-outline';
import type { FlatLeaf, FlatShape } from '../flat-leaf';
import type { Model } from '../form';
import { inkColour, lines } from '../paint';
import type { Line } from '../scene';
import { ferny } from './ferny';
import { bladeLook } from './look';
import { handDivided, inThrees, ivyLike, trefoil } from './palmate';
import { pinnate } from './pinnate';
export { bladeLook } from './look';
export { hasLobedLeaflets } from './pinnate';

/** Whole leaves, drawn flat: undivided, lobed, or divided once, again, in threes, or like a hand. */

/** A flat leaf of this specimen. @param size share of a full-grown leaf */
export function flatLeaf(model: Model, size: number, random: Random, underside = false): FlatLeaf {
  const { traits } = model;
  const look = bladeLook(model, size, underside);
  switch (traits.state('leaf-division')) {
    case 'once-pinnate':
      return pinnate(model, look, random);
    case 'repeatedly-pinnate':
      return ferny(model, look, random);
    case 'three-leaflets':
      return trefoil(model, look, random);
    case 'in-threes':
      return inThrees(model, look, random);
    case 'hand-divided':
      return handDivided(model, look, random);
    case 'lobed':
      return look.venation === 'hand' ? ivyLike(look, random) : flatBlade(look, random);
    default:
      return flatBlade(look, random);
  }
}

/** Dark or clear dots on the underside. */
export const undersideDots = (
  state: string | undefined,
  outline: Line,
  look: BladeLook,
  random: Random
): FlatShape[] => {
  if (state !== 'black-beneath' && state !== 'clear') return [];
  const places = Array.from({ length: 60 }, () => ({
    x: random.between(-0.36, 0.36) * look.width,
    y: -look.length * random.between(0.15, 0.85)
  }));
  return [
    lines(
      places.map((at) => [at]),
      state === 'clear' ? '#FDFCF2' : inkColour,
      look.pen * (state === 'clear' ? 1.1 : 1.3),
      outline.length > 0 ? 0.9 : 0
    )
  ];
};
