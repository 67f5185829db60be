import type { Character, Library, StageDescription } from '../src/core/knowledge';
import { compileLibrary, stateCount } from '../src/core/knowledge';
import { createRandom } from '../src/core/random';
import { shippedLibrary } from '../tests/support/content';

/** A made-up library of any size, for speed alone: taxa with one stage, described at random. */
export function syntheticLibrary(taxa: number, characters: number): Library {
  const random = createRandom('synthetic library');
  const [model] = shippedLibrary().taxa.values();
  const glossary: Character[] = Array.from({ length: characters }, (_, i) => ({
    slug: `c-${i}`,
    name: `Character ${i}`,
    look: 'Look.',
    organ: (['leaf blade', 'stem', 'flower', 'fruit', 'habit'] as const)[i % 5]!,
    trait: `trait ${i}`,
    sense: 'near',
    effort: 2 + (i % 6),
    salience: 1,
    error: 0.1,
    kind: 'states',
    states: Array.from({ length: 3 + (i % 5) }, (__, state) => ({
      slug: `s-${state}`,
      label: `state ${state}`,
      definition: 'A state.'
    }))
  }));
  const { library } = compileLibrary({
    name: 'Synthetic',
    region: {
      slug: 'nowhere',
      title: 'Nowhere',
      timeZone: 'UTC',
      area: [[-180, -90, 180, 90]],
      heat: [7],
      cold: [1],
      law: 'None.'
    },
    referencePlace: { latitude: 54, altitudeMetres: 0, climate: 'none' },
    families: [{ name: 'Apiaceae', english: 'Any', shares: 'x', trust: 'x', caution: 'x', cautious: false }],
    characters: glossary,
    pairs: [],
    animals: [],
    taxa: Array.from({ length: taxa }, (_, t) => ({
      slug: `t-${t}`,
      name: `Planta ${t}`,
      rank: 'species' as const,
      synonyms: [],
      family: 'Apiaceae',
      group: 'plant' as const,
      lifeForm: model!.lifeForm,
      names: [{ name: `Plant ${t}`, language: 'en', region: 'nowhere' }],
      habitats: ['woodland'],
      uses: [],
      parts: [],
      preparations: [],
      hazards:
        t % 5 === 0
          ? [{ route: 'eaten' as const, severity: 3, principle: 'x', effect: 'x', onset: 'x', parts: 'x' }]
          : [],
      loads: [],
      legal: [],
      stages: {
        leaf: {
          windows: [[1, 2, 364, 365] as [number, number, number, number]],
          description: Object.fromEntries(
            glossary
              .filter(() => random.next() < 0.8)
              .map((one) => [
                one.slug,
                { [`s-${random.integer(0, stateCount(one) - 1)}`]: 'always' as const }
              ])
          )
        }
      },
      basis: 'made up'
    }))
  });
  return library;
}

/** The expected falls of U by plain objects and the same formulas, to set beside the typed arrays. */
export function plainFalls(
  characters: readonly Character[],
  plants: readonly { stage: StageDescription; stake: number; p: number; dangerous: boolean }[],
  other: number
): Map<string, number> {
  const falls = new Map<string, number>();
  for (const character of characters) {
    const states = stateCount(character);
    const chance = (stage: StageDescription, state: number) => {
      const weights = stage.cells.get(character.slug);
      return weights && (1 - character.error) * weights.frequency[state]! + character.error / states;
    };
    const described = plants.filter(({ stage }) => stage.cells.has(character.slug));
    let after = 0;
    for (let state = 0; state < states; state += 1) {
      const mean =
        described.reduce((sum, { stage }) => sum + chance(stage, state)!, 0) / Math.max(described.length, 1);
      const joint = plants.map(({ stage, p, dangerous }) => ({
        q: p * (chance(stage, state) ?? (dangerous ? 1 / states : mean))
      }));
      const total = joint.reduce((sum, { q }) => sum + q, other / states);
      after += joint.reduce((sum, { q }, i) => sum + plants[i]!.stake * q * q, 0) / total;
    }
    falls.set(character.slug, after - plants.reduce((sum, { stake, p }) => sum + stake * p * p, 0));
  }
  return falls;
}
