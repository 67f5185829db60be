import { expectedFalls, lookCloser, matrixOf, nextChecks, posterior, priorOf } from '../src/core/evidence';
import { compileLibrary, findTaxa, isDangerous } from '../src/core/knowledge';
import { surveyTaxon } from '../src/core/walk';
import { springWood } from '../tests/support/circumstances';
import { shippedLibrary, shippedRegions } from '../tests/support/content';
import { type Figure, medianMs } from './figure';
import { plainFalls, syntheticLibrary } from './synthetic';

const rules = { mayDig: false, scentCounts: true };
const often = { warmUp: 30, runs: 100 };

/** What follows for a brief on a spring wood, without its drawings, and a look closer on the same day. */
async function starterFigures(): Promise<Figure[]> {
  const library = shippedLibrary();
  const taught = ['rumex-acetosa', 'allium-ursinum', 'nasturtium-officinale', 'symphytum-officinale'].map(
    (slug) => library.taxa.get(slug)!
  );
  const white = { character: library.character.get('flower-colour')!, state: 0 };
  const brief = await medianMs(
    () => taught.map((taxon) => surveyTaxon(library, taxon, 'show', springWood)),
    often
  );
  const all = await medianMs(() => {
    const matrix = matrixOf(library);
    const state = posterior(matrix, priorOf(matrix, springWood), [white]);
    nextChecks(matrix, state, new Set(), rules);
    for (const taxon of taught) surveyTaxon(library, taxon, 'show', springWood);
  }, often);
  return [
    {
      name: 'separating sets and ratings of a whole brief',
      unit: 'ms',
      goal: 8,
      value: brief,
      how: `${taught.length} taxa among ${library.taxa.size}, median of 100`
    },
    {
      name: 'posterior, next check and those sets',
      unit: 'ms',
      goal: 10,
      value: all,
      how: `${library.taxa.size} taxa, ${library.characters.length} characters, median of 100; a goal of our own`
    },
    {
      name: 'a whole closer look',
      unit: 'ms',
      goal: 15,
      value: await medianMs(() => lookCloser(library, springWood, rules, [white]), often),
      how: 'with its verdict, median of 100'
    }
  ];
}

/** The engine on a library far larger than any school's. */
async function syntheticFigures(): Promise<Figure[]> {
  const library = syntheticLibrary(2000, 120);
  const matrix = matrixOf(library);
  const prior = priorOf(matrix, springWood);
  const seen = [0, 1, 2].map((c) => ({ character: library.characters[c]!, state: 0 }));
  const state = posterior(matrix, prior, seen);
  const runs = { warmUp: 10, runs: 40 };
  const plants = matrix.candidates.map(({ taxon, stage }, j) => ({
    stage,
    stake: matrix.stake[j]!,
    p: state.byCandidate[j]!,
    dangerous: isDangerous(taxon)
  }));
  const typed = await medianMs(() => expectedFalls(matrix, state), runs);
  const objects = await medianMs(() => plainFalls(matrix.characters, plants, state.other), {
    warmUp: 1,
    runs: 5
  });
  const [first] = expectedFalls(matrix, state);
  if (Math.abs(first! - plainFalls(matrix.characters, plants, state.other).get('c-0')!) > 1e-9)
    throw new Error('the two versions of the next check differ');
  return [
    {
      name: 'next check over 2,000 taxa × 120 characters',
      unit: 'ms',
      goal: 15,
      value: await medianMs(() => nextChecks(matrix, state, new Set(), rules), runs),
      how: `typed arrays, median of 40; the sums alone ${typed.toFixed(1)} ms, by plain objects ${objects.toFixed(0)} ms, ${(objects / typed).toFixed(0)} times as long`
    },
    {
      name: 'library search over 2,000 taxa',
      unit: 'ms',
      goal: 20,
      value: await medianMs(() => findTaxa(library, { words: 'plant 77', habitat: 'woodland' }), runs),
      how: 'two words and a place, median of 40'
    }
  ];
}

/** All regions of the release, as a server that has just begun compiles them, and a search through each. */
async function regionFigures(): Promise<Figure[]> {
  const regions = [...shippedRegions().values()];
  const taxa = new Set(regions.flatMap(({ library }) => [...library.taxa.keys()]));
  const how = `${regions.length} regions, ${taxa.size} taxa`;
  return [
    {
      name: 'compiling every region',
      unit: 'ms',
      goal: 500,
      value: await medianMs(() => regions.map(({ document }) => compileLibrary(document)), {
        warmUp: 3,
        runs: 15
      }),
      how: `${how}, median of 15`
    },
    {
      name: 'searching every region',
      unit: 'ms',
      goal: 20,
      value: await medianMs(
        () => regions.map(({ library }) => findTaxa(library, { words: 'wild garlic', habitat: 'woodland' })),
        { warmUp: 10, runs: 40 }
      ),
      how: `${how}, two words and a place, median of 40`
    }
  ];
}

export const coreFigures = async (): Promise<Figure[]> => [
  ...(await starterFigures()),
  ...(await regionFigures()),
  ...(await syntheticFigures())
];
