import { type Library, type LibraryTaxon, type Stage, harmsByTouch, isDangerous } from '../knowledge';
import type { WalkEventOf } from './walk-events';

/**
 * Real leaves on a cloth under a scarf: learners look for a while, the scarf comes back, and they say what lay there. What
 * comes of it counts as shown on living plants, of a pair only where both of its plants lay there.
 */

export const lookingSeconds = { least: 5, usual: 20, most: 120, step: 5 } as const;
/** With fewer there is nothing to keep in mind; more is no longer taken in. */
export const fewestOnCloth = 3;
export const mostOnCloth = 12;

/** A plant that lies on the cloth. */
export interface Laid {
  readonly slug: string;
  readonly stage: Stage;
}

export const clothResults = ['named', 'not named', 'mixed up'] as const;
export type ClothResult = (typeof clothResults)[number];

/** Why a plant does not lie on a cloth that people bend over; undefined where it may. */
export const keptOffCloth = (taxon: LibraryTaxon): string | undefined =>
  harmsByTouch(taxon) ? 'It harms whoever touches it: it stays where it grows.' : undefined;

/** How it lies there; nothing where there is nothing to say. */
export const layingRule = (taxon: LibraryTaxon): string =>
  isDangerous(taxon) ? 'in a closed clear bag, counted out and in' : '';

type Test = WalkEventOf<'test'>;
/** What of a test follows from the cloth. */
export type ClothTest = Pick<
  Test,
  'person' | 'taxon' | 'stage' | 'lookalike' | 'question' | 'outcome' | 'signs' | 'hints'
>;

const outcomeOf: Readonly<Record<ClothResult, Test['outcome']>> = {
  named: 'named rightly',
  'not named': 'left alone',
  'mixed up': 'taken for another'
};
/** Of two the worse. */
const worse = (a: ClothResult, b: ClothResult): ClothResult =>
  clothResults.indexOf(a) > clothResults.indexOf(b) ? a : b;

/** The pairs that lie on a cloth: what is gathered and what is dangerous and taken for it. */
export const pairsOnCloth = (library: Library, laid: readonly Laid[]): readonly (readonly [Laid, Laid])[] =>
  library.pairs.flatMap(({ target, lookalike }) => {
    const [own, other] = [target, lookalike].map((slug) => laid.find((one) => one.slug === slug));
    const danger = library.taxa.get(lookalike);
    return own && other && danger && isDangerous(danger) ? [[own, other] as const] : [];
  });

/**
 * What one learner has shown, as tests on living plants: one for each pair that lay there, right only where both of its
 * plants were named; one for each plant that belongs to none, which counts for no pair.
 * @param results of the plants that the learner was asked for; of others nothing is said
 */
export function clothTests(
  library: Library,
  laid: readonly Laid[],
  person: string,
  results: ReadonlyMap<string, ClothResult>
): ClothTest[] {
  const common = { person, question: 'on the cloth' as const, signs: [], hints: 0 };
  const pairs = pairsOnCloth(library, laid).filter(
    ([own, other]) => results.has(own.slug) && results.has(other.slug)
  );
  const paired = new Set(pairs.flat().map(({ slug }) => slug));
  return [
    ...pairs.map(([own, other]): ClothTest => ({
      ...common,
      taxon: own.slug,
      stage: own.stage,
      lookalike: other.slug,
      outcome: outcomeOf[worse(results.get(own.slug)!, results.get(other.slug)!)]
    })),
    ...laid.flatMap(({ slug, stage }): ClothTest[] => {
      const result = results.get(slug);
      return result && !paired.has(slug)
        ? [{ ...common, taxon: slug, stage, outcome: outcomeOf[result] }]
        : [];
    })
  ];
}
