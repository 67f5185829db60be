import { type Character, type Piece, type StageDescription, stateCount } from '../knowledge';
import { type Observation, likelihood } from './observation';
import type { Rival } from './separating-set';
import { verdict } from './verdict';

/** How often a novice who checks the whole set reaches 'consistent'. */
export interface Trust {
  readonly onTarget: number;
  /** Wrongly, on each rival: the greatest over its stages, by taxon. */
  readonly onRival: ReadonlyMap<string, number>;
}

/**
 * Enumerates everything that can be seen of a separating set, with the stated error rates, and adds up
 * the chances of those outcomes that reach 'consistent'. Characters are taken as independent given the plant.
 * An undescribed character of a rival is taken to look exactly like the target: the worst case.
 */
export function trustInSet(
  set: readonly Character[],
  target: StageDescription,
  rivals: readonly Rival[],
  piece?: Piece
): Trust {
  const onRivalStage = rivals.map(() => 0);
  let onTarget = 0;
  const chance = (seen: Observation, stage: StageDescription) =>
    likelihood(seen, stage.cells.get(seen.character.slug) ?? target.cells.get(seen.character.slug)) ?? 0;

  function visit(seen: Observation[]): void {
    const character = set[seen.length];
    if (character) {
      // A state that the target never has contradicts it: no such outcome is consistent.
      const listed = target.cells.get(character.slug)?.listed ?? [];
      for (let state = 0; state < stateCount(character); state += 1)
        if (listed[state] !== false) visit([...seen, { character, state }]);
      return;
    }
    if (verdict(seen, target, rivals, set, piece) !== 'consistent') return;
    const product = (stage: StageDescription) => seen.reduce((p, one) => p * chance(one, stage), 1);
    onTarget += product(target);
    rivals.forEach(({ stage }, i) => (onRivalStage[i]! += product(stage)));
  }

  visit([]);
  const onRival = new Map<string, number>();
  rivals.forEach(({ taxon }, i) => onRival.set(taxon, Math.max(onRival.get(taxon) ?? 0, onRivalStage[i]!)));
  return { onTarget, onRival };
}
