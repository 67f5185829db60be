import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../tests/support/content';
import { isDangerous, stateCount } from '../knowledge';
import {
  type Observation,
  compareStages,
  expectedFalls,
  leastOther,
  likelihood,
  lookCloser,
  matrixOf,
  nextChecks,
  posterior,
  priorOf,
  undecidedHarm
} from './index';

const library = shippedLibrary();
const matrix = matrixOf(library);
const rules = { mayDig: false, scentCounts: true };
const where = (isoDate: string, habitats: string[] = []) => ({ isoDate, habitats, abundance: new Map() });
const see = (slug: string, state: string): Observation => {
  const character = library.character.get(slug)!;
  if (character.kind !== 'states') throw new Error(slug);
  return { character, state: character.states.findIndex((one) => one.slug === state) };
};
const looked = (...seen: [string, string][]) => seen.map(([slug, state]) => see(slug, state));

const observation = fc
  .constantFrom(...library.characters)
  .chain((character) =>
    fc.nat(stateCount(character) - 1).map((state): Observation => ({ character, state }))
  );
const observations = fc.uniqueArray(observation, {
  maxLength: 8,
  selector: ({ character }) => character.slug
});
const date = fc.integer({ min: 1, max: 12 }).map((month) => `2027-${String(month).padStart(2, '0')}-15`);

describe('the prior', () => {
  it('excludes nothing: every stage of every taxon keeps a chance on every date', () => {
    for (const isoDate of ['2027-01-15', '2027-07-15'])
      expect(Math.min(...priorOf(matrix, where(isoDate, ['coast'])))).toBeGreaterThan(0);
  });

  it('is raised by a log, and not lowered for a dangerous taxon out of its habitat', () => {
    const at = (habitats: string[], logged: [string, 'dominant'][] = []) => {
      const prior = priorOf(matrix, { isoDate: '2027-04-25', habitats, abundance: new Map(logged) });
      return (slug: string) =>
        matrix.candidates.reduce((sum, { taxon }, j) => sum + (taxon.slug === slug ? prior[j]! : 0), 0);
    };
    expect(at([], [['allium-ursinum', 'dominant']])('allium-ursinum')).toBeGreaterThan(
      5 * at([])('allium-ursinum')
    );
    const [inland, anywhere] = [at(['heath']), at([])];
    const change = (slug: string) => inland(slug) / anywhere(slug);
    expect(change('colchicum-autumnale')).toBeGreaterThan(change('allium-ursinum'));
  });
});

describe('the posterior', () => {
  it('sums to 1, whatever is seen, and never leaves less than 0.05 for what is not listed', () => {
    fc.assert(
      fc.property(observations, date, (seen, isoDate) => {
        const { byTaxon, byCandidate, other } = posterior(matrix, priorOf(matrix, where(isoDate)), seen);
        expect(byTaxon.reduce((sum, p) => sum + p, other)).toBeCloseTo(1, 9);
        expect(byCandidate.reduce((sum, p) => sum + p, other)).toBeCloseTo(1, 9);
        expect(other).toBeGreaterThanOrEqual(leastOther);
      })
    );
  });

  it('does not depend on the order of the observations', () => {
    fc.assert(
      fc.property(observations, fc.nat(), (seen, turn) => {
        const prior = priorOf(matrix, where('2027-06-15'));
        const at = seen.length > 0 ? turn % seen.length : 0;
        const turned = [...seen.slice(at), ...seen.slice(0, at)].reverse();
        expect(posterior(matrix, prior, turned)).toEqual(posterior(matrix, prior, seen));
      })
    );
  });

  it('is Bayes’ rule: two candidates keep the ratio of prior times likelihoods', () => {
    const seen = looked(['leaf-outline', 'elliptic'], ['leaf-venation', 'arching']);
    const prior = priorOf(matrix, where('2027-04-25'));
    const { byCandidate } = posterior(matrix, prior, seen);
    const at = (slug: string) =>
      matrix.candidates.findIndex(({ taxon, stage }) => taxon.slug === slug && stage.stage === 'leaf');
    const [a, b] = [at('allium-ursinum'), at('arum-maculatum')];
    const weight = (j: number) =>
      seen.reduce(
        (p, one) => p * likelihood(one, matrix.candidates[j]!.stage.cells.get(one.character.slug))!,
        prior[j]!
      );
    expect(byCandidate[a]! / byCandidate[b]!).toBeCloseTo(weight(a) / weight(b), 8);
  });

  it('never lets ignorance clear a dangerous taxon: what is not described fits it perfectly', () => {
    const isUnknown = (c: number, j: number) => {
      const at = c * matrix.candidates.length + j;
      return isDangerous(matrix.candidates[j]!.taxon) && !matrix.described[at] && !matrix.lacking[at];
    };
    const unknownOf = (c: number) => matrix.candidates.findIndex((_, j) => isUnknown(c, j));
    const c = library.characters.findIndex(({ kind }, index) => kind === 'states' && unknownOf(index) >= 0);
    const seen = library.characters[c]!;
    const prior = priorOf(matrix, where('2027-04-25'));
    const { byCandidate } = posterior(matrix, prior, [{ character: seen, state: 0 }]);
    const j = unknownOf(c);
    const most = Math.max(...[...byCandidate].map((p, i) => p / prior[i]!));
    expect(byCandidate[j]! / prior[j]!).toBeCloseTo(most, 9);
  });
});

describe('the next check', () => {
  it('expects the fall of U that trying every state gives', () => {
    const state = posterior(matrix, priorOf(matrix, where('2027-06-20')), looked(['flower-colour', 'white']));
    const falls = expectedFalls(matrix, state);
    const before = undecidedHarm(matrix, state.byTaxon);
    for (const c of [0, 7, 30, 50]) {
      let after = 0;
      for (let row = matrix.firstState[c]!; row < matrix.firstState[c + 1]!; row += 1) {
        const states = matrix.firstState[c + 1]! - matrix.firstState[c]!;
        const joint = state.byCandidate.map((p, j) => p * matrix.chance[row * state.byCandidate.length + j]!);
        const p = joint.reduce((sum, q) => sum + q, state.other / states);
        const byTaxon = matrix.taxa.map(
          (_, t) => joint.slice(matrix.firstOf[t], matrix.firstOf[t + 1]).reduce((sum, q) => sum + q, 0) / p
        );
        after += p * undecidedHarm(matrix, Float64Array.from(byTaxon));
      }
      // The two differ by what was written off as 'something else' before and after, which is the same.
      expect(falls[c]).toBeCloseTo(before - after, 9);
    }
  });

  it('never asks for place, nor to touch or cut while a plant that harms by touch may be meant', () => {
    fc.assert(
      fc.property(observations, date, (seen, isoDate) => {
        const state = posterior(matrix, priorOf(matrix, where(isoDate)), seen);
        const closed = new Set(seen.map(({ character }) => character.slug));
        let byTouch = 0;
        matrix.harmsByTouch.forEach((harms, j) => (byTouch += harms * state.byCandidate[j]!));
        for (const { character } of nextChecks(matrix, state, closed, rules, 100)) {
          expect(closed.has(character.slug)).toBe(false);
          expect(character.organ).not.toBe('place');
          expect(character.sense).not.toBe('dig');
          if (byTouch > 0.01) expect(['touch', 'cut']).not.toContain(character.sense);
        }
      })
    );
  });

  it('leaves scent out where the school says so', () => {
    const state = posterior(matrix, priorOf(matrix, where('2027-04-25')), []);
    const checks = nextChecks(matrix, state, new Set(), { ...rules, scentCounts: false }, 200);
    expect(checks.length).toBeGreaterThan(10);
    expect(checks.map(({ character }) => character.sense)).not.toContain('scent');
  });
});

describe('a closer look', () => {
  const hemlock = looked(
    ['flower-colour', 'white'],
    ['flower-cluster', 'compound-umbel'],
    ['stem-marks', 'blotched']
  );

  it('at white umbels with purple blotches in June says which plant, and to leave it', () => {
    const look = lookCloser(library, where('2027-06-20'), rules, hemlock);
    const [first, second, third] = look.suspects.map(({ taxon }) => taxon);
    expect([first, second, third].map((taxon) => taxon!.slug)).toContain('conium-maculatum');
    expect([first, second, third].every((taxon) => isDangerous(taxon!))).toBe(true);
    expect(look.verdict).toBe('leave it');
  });

  it('says of a taxon in question what contradicts it', () => {
    const look = lookCloser(library, where('2027-07-20'), rules, hemlock, [], 'daucus-carota');
    expect(look.verdict).toBe('contradicted');
    expect(look.target.contradictions.map(({ character }) => character.slug)).toContain('stem-marks');
  });

  it('is never consistent for a dangerous taxon, nor before the whole set was seen', () => {
    fc.assert(
      fc.property(observations, date, (seen, isoDate) => {
        const look = lookCloser(library, where(isoDate), rules, seen);
        if (isDangerous(look.target.taxon)) expect(look.verdict).toBe('leave it');
        if (look.verdict === 'consistent') {
          expect(look.open).toEqual([]);
          expect(look.stillToCheck).toEqual([]);
        }
      }),
      { numRuns: 60 }
    );
  });

  it('never becomes consistent by withdrawing what speaks for the taxon in question', () => {
    const target = 'allium-ursinum';
    const leaf = library.taxa.get(target)!.stages.get('leaf')!;
    const own = [...leaf.cells.keys()].map((slug) => library.character.get(slug)!);
    const seenOfIt = fc.uniqueArray(
      fc
        .constantFrom(...own)
        .chain((character) => fc.nat(stateCount(character) - 1).map((state) => ({ character, state }))),
      { minLength: 1, maxLength: 8, selector: ({ character }) => character.slug }
    );
    fc.assert(
      fc.property(seenOfIt, fc.nat(), (seen, drop) => {
        const at = drop % seen.length;
        const speaks = leaf.cells.get(seen[at]!.character.slug)!.listed[seen[at]!.state];
        if (!speaks) return;
        const before = lookCloser(library, where('2027-04-25'), rules, seen, [], target).verdict;
        const fewer = seen.filter((_, i) => i !== at);
        const after = lookCloser(library, where('2027-04-25'), rules, fewer, [], target).verdict;
        if (before !== 'consistent') expect(after).not.toBe('consistent');
      }),
      { numRuns: 60 }
    );
  });
});

describe('comparing', () => {
  const at = (slug: string, stage: 'leaf' | 'flower') => library.taxa.get(slug)!.stages.get(stage)!;
  const pair = compareStages(library.characters, [
    at('allium-ursinum', 'leaf'),
    at('arum-maculatum', 'leaf')
  ]);

  it('puts every character in one group at most', () => {
    const slugs = Object.values(pair)
      .flat()
      .map(({ character }) => character.slug);
    expect(new Set(slugs).size).toBe(slugs.length);
  });

  it('leaves out what all of them lack, and their place', () => {
    const slugs = Object.values(pair)
      .flat()
      .map(({ character }) => character.slug);
    expect(slugs).not.toContain('flower-cluster');
    expect(slugs).not.toContain('place');
  });

  it('names what is not known of one of them apart, since ignorance never separates', () => {
    for (const { cells, greatest } of compareStages(library.characters, [
      at('allium-ursinum', 'leaf'),
      at('symphytum-officinale', 'leaf')
    ]).unknown) {
      expect(cells).toContain(undefined);
      expect(greatest).toBe(0);
    }
  });
});
