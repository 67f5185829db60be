import {
  type Cell,
  type Character,
  type Stage,
  type StageDescription,
  lackedOrgans,
  weighCell
} from '../../src/core/knowledge';

/** Small hand-made glossaries and descriptions for tests. */

type Kind = Partial<
  Pick<Character, 'organ' | 'trait' | 'aspect' | 'sense' | 'effort' | 'salience' | 'error'>
>;

export function character(slug: string, states: readonly string[], kind: Kind = {}): Character {
  return {
    slug,
    name: slug,
    look: slug,
    organ: 'leaf blade',
    trait: slug,
    sense: 'near',
    effort: 5,
    salience: 1,
    error: 0.1,
    ...kind,
    kind: 'states',
    states: states.map((state) => ({
      slug: state,
      label: state,
      definition: state,
      ...(state === 'absent' ? { absent: true as const } : {})
    }))
  };
}

/** A stage that has every named character always in one state. */
export function always(
  characters: readonly Character[],
  states: Readonly<Record<string, string>>,
  stage: Stage = 'leaf'
): StageDescription {
  const cells = new Map(
    Object.entries(states).map(([slug, state]) => {
      const cell: Cell = { [state]: 'always' };
      const weights = weighCell(
        characters.find((one) => one.slug === slug)!,
        cell
      );
      if (typeof weights === 'string') throw new Error(`${slug} ${weights}`);
      return [slug, weights] as const;
    })
  );
  const byIndex = characters.map((one) => cells.get(one.slug));
  return {
    stage,
    windows: [[1, 1, 365, 365]],
    cells,
    byIndex,
    lacks: lackedOrgans(characters, byIndex),
    hash: ''
  };
}
