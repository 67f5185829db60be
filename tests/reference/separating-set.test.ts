import fc from 'fast-check';
import highsLoader from 'highs';
import { beforeAll, describe, expect, it } from 'vitest';
import { areIndependent, separability, separates, separatingSet } from '../../src/core/evidence';
import type { Character, StageDescription } from '../../src/core/knowledge';
import { always, character } from '../support/small-matrix';

/** The exact search against HiGHS, an open integer-programming solver, and against trying every subset. */

const organs = ['leaf blade', 'stem', 'flower', 'fruit'] as const;
const glossary = Array.from({ length: 9 }, (_, i) =>
  character(`c${i}`, ['x', 'y'], {
    organ: organs[i % 4]!,
    trait: `trait ${i % 5}`,
    effort: 2 + ((i * 7) % 6)
  })
);
const target = always(glossary, Object.fromEntries(glossary.map(({ slug }) => [slug, 'x'])));

const cases = fc
  .array(fc.array(fc.boolean(), { minLength: 9, maxLength: 9 }), { minLength: 1, maxLength: 4 })
  .map((rows) =>
    rows.map((differs, i) => ({
      taxon: `t${i}`,
      contactSeverity: 0,
      stage: always(
        glossary,
        Object.fromEntries(glossary.map(({ slug }, c) => [slug, differs[c] ? 'y' : 'x']))
      )
    }))
  );

function duos(stage: StageDescription): [number, number][] {
  const tells = (c: Character) =>
    separability(c, target.cells.get(c.slug), stage.cells.get(c.slug)) >= separates;
  return glossary.flatMap((a, i) =>
    glossary.flatMap((b, j): [number, number][] =>
      j > i && tells(a) && tells(b) && areIndependent(a, b) ? [[i, j]] : []
    )
  );
}

/** Least effort over all subsets; undefined where none covers. */
function bruteForce(needs: [number, number][][]): number | undefined {
  let best: number | undefined;
  for (let subset = 0; subset < 2 ** glossary.length; subset += 1) {
    const has = (c: number) => Boolean(subset & (1 << c));
    if (!needs.every((own) => own.some(([a, b]) => has(a) && has(b)))) continue;
    const effort = glossary.reduce((sum, one, c) => sum + (has(c) ? one.effort : 0), 0);
    if (best === undefined || effort < best) best = effort;
  }
  return best;
}

let solve: (needs: [number, number][][]) => number | undefined;
beforeAll(async () => {
  const highs = await highsLoader();
  solve = (needs) => {
    const names = needs.map((own, d) => own.map((_, k) => `p${d}_${k}`));
    const cover = names.map((own, d) => ` cover${d}: ${own.join(' + ')} >= 1`);
    const links = needs.flatMap((own, d) =>
      own.flatMap(([a, b], k) => [a, b].map((c, m) => ` link${d}_${k}_${m}: ${names[d]![k]} - x${c} <= 0`))
    );
    const model = `Minimize\n obj: ${glossary.map(({ effort }, c) => `${effort} x${c}`).join(' + ')}\nSubject To\n${[...cover, ...links].join('\n')}\nBinary\n ${[...glossary.map((_, c) => `x${c}`), ...names.flat()].join(' ')}\nEnd`;
    const solution = highs.solve(model);
    return solution.Status === 'Optimal' ? Math.round(solution.ObjectiveValue) : undefined;
  };
});

describe('separating sets', () => {
  it('have the least effort that HiGHS and an exhaustive search find', () => {
    fc.assert(
      fc.property(cases, (opponents) => {
        const needs = opponents.map(({ stage }) => duos(stage));
        const result = separatingSet(glossary, target, opponents, { mayDig: false, scentCounts: true });
        expect(result.found).toBe(needs.every((own) => own.length > 0));
        if (!result.found) return;
        expect(result.set.effortSeconds).toBe(bruteForce(needs));
        expect(result.set.effortSeconds).toBe(solve(needs));
      }),
      { numRuns: 120 }
    );
  });

  it('never become cheaper by another lookalike', () => {
    fc.assert(
      fc.property(cases, fc.nat(), (opponents, at) => {
        const rules = { mayDig: false, scentCounts: true };
        const all = separatingSet(glossary, target, opponents, rules);
        const fewer = separatingSet(
          glossary,
          target,
          opponents.filter((_, i) => i !== at % opponents.length),
          rules
        );
        if (all.found) {
          expect(fewer.found).toBe(true);
          expect(fewer.set.effortSeconds).toBeLessThanOrEqual(all.set.effortSeconds);
        }
      }),
      { numRuns: 120 }
    );
  });

  it('do not depend on the order of lookalikes or characters', () => {
    fc.assert(
      fc.property(cases, (opponents) => {
        const rules = { mayDig: false, scentCounts: true };
        const names = (result: ReturnType<typeof separatingSet>) =>
          result.set.characters.map(({ slug }) => slug);
        const forwards = separatingSet(glossary, target, opponents, rules);
        expect(
          names(separatingSet([...glossary].reverse(), target, [...opponents].reverse(), rules))
        ).toEqual(names(forwards));
      }),
      { numRuns: 60 }
    );
  });
});
