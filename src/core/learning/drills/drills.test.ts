import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { drawnTaxa, shippedLibrary } from '../../../../tests/support/content';
import { type Observation, isExcluded, rivalOf } from '../../evidence';
import { isDrawnAt, qualityOf } from '../../figure';
import { type LibraryTaxon, isDangerous, pieceAt } from '../../knowledge';
import { stagesUp } from '../../season';
import {
  type Given,
  type Grading,
  type LookKey,
  type OpenProveIt,
  type Specification,
  basketScore,
  decisions,
  isError,
  judge,
  judgeBasket,
  looksOn,
  members,
  observationsOf,
  plantsOf,
  pose,
  tellingShown
} from '../index';
import { basket } from './basket';
import { gatheredPart } from './contrast';
import { observationsAt } from './looks';
import type { OpenSideBySide } from './side-by-side';
import type { DrillPair } from '../unit';

const library = shippedLibrary();
const drawn = new Set(drawnTaxa(library).map(({ slug }) => slug));

/** A date on which both plants of a curated pair are up, and their stages then. */
function meeting(target: LibraryTaxon, lookalike: LibraryTaxon): DrillPair | undefined {
  for (const month of ['05', '07', '09', '03']) {
    const isoDate = `2027-${month}-10`;
    const [own, other] = [target, lookalike].map((taxon) =>
      stagesUp(taxon, isoDate)
        .map(({ stage }) => taxon.stages.get(stage)!)
        .find((stage) => isDrawnAt(stage) && qualityOf(taxon, stage.stage) !== 'poor')
    );
    if (own && other)
      return {
        target: target.slug,
        lookalike: lookalike.slug,
        targetStage: own.stage,
        lookalikeStage: other.stage,
        deciding: []
      };
  }
  return undefined;
}

/** Every curated pair of the starter library with a dangerous lookalike that can be drawn. */
const pairs = library.pairs.flatMap(({ target, lookalike }) => {
  if (!drawn.has(target) || !drawn.has(lookalike) || !isDangerous(library.taxa.get(lookalike)!)) return [];
  return meeting(library.taxa.get(target)!, library.taxa.get(lookalike)!) ?? [];
});
const proveIt = (pair: DrillPair, specimen: 'target' | 'lookalike', seed: number): Specification => ({
  ...pair,
  drill: 'prove it',
  specimen,
  rivals: [{ taxon: pair.lookalike, stage: pair.lookalikeStage }],
  mayDig: false,
  scentCounts: true,
  seed
});
const asked = (open: unknown) => (open as OpenProveIt).looks.map(({ key }) => key);

describe('what may be gathered in a question, over every pair of the starter library and each of its stages', () => {
  const everyStage = library.pairs.flatMap(({ target, lookalike }) => {
    const [own, other] = [library.taxa.get(target)!, library.taxa.get(lookalike)!];
    const [rival] = other.stages.values();
    return [...own.stages.values()].filter(isDrawnAt).map((stage) => ({
      pair: { target, lookalike, targetStage: stage.stage, lookalikeStage: rival!.stage, deciding: [] },
      /** By the uses alone. */
      isUsed:
        !isDangerous(own) &&
        own.uses.some(({ kind, stages }) => kind !== 'history' && stages.includes(stage.stage))
    }));
  });

  it('is something of a use that is recorded at that stage, and of nothing that does harm', () => {
    const seen = { gathered: 0, named: 0 };
    for (const { pair, isUsed } of everyStage) {
      const plants = plantsOf(library, pair)!;
      const place = `${pair.target} in ${pair.targetStage}`;
      expect(gatheredPart(plants.target) !== undefined, place).toBe(isUsed);
      if (!isUsed) expect(basket.onPair.isFit(library, plants), place).toBe(false);
      seen[isUsed ? 'gathered' : 'named'] += 1;
    }
    expect(Math.min(seen.gathered, seen.named)).toBeGreaterThan(50);
  });

  it.each([
    ['sambucus-nigra', 'leaf', undefined],
    ['rubus-fruticosus', 'flower', undefined],
    ['rubus-fruticosus', 'leaf', 'young leaf'],
    ['rubus-fruticosus', 'fruit', 'ripe berry'],
    ['allium-ursinum', 'leaf', 'leaf']
  ] as const)('is told in the question: %s in %s', (target, targetStage, part) => {
    const { lookalike } = library.pairs.find((pair) => pair.target === target)!;
    const [rival] = library.taxa.get(lookalike)!.stages.values();
    const pair = { target, lookalike, targetStage, lookalikeStage: rival!.stage, deciding: [] };
    const common = { ...pair, specimen: 'target' as const, seed: 3 };
    const side = pose(
      library,
      { ...common, drill: 'side by side', partial: false, inGrass: false },
      new Map()
    )!;
    expect((side.open([]) as OpenSideBySide).gathers).toBe(part);
    const prove = pose(library, proveIt(pair, 'target', 3), new Map())!;
    expect((prove.open([]) as OpenProveIt).wanted.gathers).toBe(part);
    for (const graded of [
      side.grade({ drill: 'side by side', choice: 'target', confidence: 'sure' }, []),
      prove.grade({ drill: 'prove it', decision: 'leave', confidence: 'sure' }, [])
    ])
      expect(graded.feedback.reasons.join(' ').includes('it is looked at, and left')).toBe(
        part === undefined
      );
  });
});

describe('what a question accepts, over every pair of the starter library', () => {
  it('has enough pairs to say so', () => {
    expect(pairs.length).toBeGreaterThan(60);
  });

  it('Prove it: gathering is right exactly where two independent characters exclude the rival, and leaving never wrong', () => {
    for (const [i, pair] of pairs.entries()) {
      const plants = plantsOf(library, pair)!;
      for (const specimen of members) {
        const spec = proveIt(pair, specimen, 1 + i);
        const posed = pose(library, spec, new Map())!;
        const offered = asked(posed.open([]));
        const seen = new Map(
          offered.map((key) => [key, observationsAt(library, plants[specimen], spec.seed, key)])
        );
        for (const looks of [[], offered.slice(0, 1), offered]) {
          const observed = new Map<string, Observation>();
          for (const key of looks) for (const one of seen.get(key)!) observed.set(one.character.slug, one);
          const grade = (decision: (typeof decisions)[number]): Grading =>
            posed.grade({ drill: 'prove it', decision, confidence: 'sure' }, looks);
          for (const decision of ['leave', 'look further'] as const)
            expect(isError(grade(decision).outcome), `${pair.target} ${pair.lookalike}`).toBe(false);
          const { outcome } = grade('gather');
          if (specimen === 'lookalike') expect(outcome).toBe('dangerous gather');
          else
            expect(outcome).toBe(
              isExcluded(
                [...observed.values()],
                plants.target.stage,
                rivalOf(library, plants.target, plants.lookalike),
                pieceAt(plants.target.taxon, plants.target.stage.stage)
              )
                ? 'right'
                : 'missed'
            );
        }
      }
    }
  });

  it('Prove it: a wanted plant is never against itself, whatever its seed', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: pairs.length - 1 }),
        fc.integer({ min: 1, max: 1e6 }),
        (i, seed) => {
          const { target } = plantsOf(library, pairs[i]!)!;
          for (const key of looksOn(library, target, [], { mayTouch: true, mayDig: true, scentCounts: true }))
            for (const { character, state } of observationsAt(library, target, seed, key))
              expect(target.stage.cells.get(character.slug)!.listed[state], character.slug).toBe(true);
        }
      ),
      { numRuns: 60 }
    );
  });

  it('Side by side: what tells is what separates in the library, and only if it is shown', () => {
    const [ramsons, lily] = ['allium-ursinum', 'convallaria-majalis'].map((slug) => ({
      taxon: library.taxa.get(slug)!,
      stage: library.taxa.get(slug)!.stages.get('leaf')!
    }));
    const shown = (...slugs: string[]) =>
      tellingShown(library, { target: ramsons!, lookalike: lily! }, new Set(slugs)).map(({ slug }) => slug);
    expect(shown('leaf-outline', 'leaf-venation')).toEqual([]);
    expect(shown('leaf-outline', 'leaf-attachment')).toEqual(['leaf-attachment']);
  });
});

describe('judging', () => {
  it('counts calling the dangerous one edible as a dangerous gather, whatever the view shows', () => {
    expect(judge('target', 'lookalike', true)).toBe('dangerous gather');
    expect(judge('target', 'lookalike', false)).toBe('dangerous gather');
  });

  it('never holds leaving a plant alone against anybody, and does not reward a lucky ‘gather’', () => {
    expect(judge('cannot tell', 'target', true)).toBe('left');
    expect(judge('cannot tell', 'lookalike', false)).toBe('right');
    expect(judge('target', 'target', false)).toBe('missed');
  });

  it.each([
    ['all found', 0, 0, 2, 10, 1],
    ['one missed of two', 1, 0, 2, 10, 1 - 10 / 30],
    ['one missed and three good ones out', 1, 3, 2, 10, 1 - 13 / 30],
    ['none wrong, one good one out', 0, 1, 0, 10, 1 - 1 / 20],
    ['every wrong one missed', 3, 0, 3, 5, 1 - 30 / 35]
  ])('scores a basket: %s', (_, misses, falseAlarms, wrong, good, score) => {
    expect(basketScore(misses, falseAlarms, wrong, good)).toBeCloseTo(score, 12);
  });

  it('weighs a wrong piece that stays as gathered, and good pieces thrown away as caution', () => {
    const tells = { canTell: true, isDangerous: true };
    expect(judgeBasket(1, 0, false, tells)).toBe('dangerous gather');
    expect(judgeBasket(0, 2, false, tells)).toBe('left');
    expect(judgeBasket(0, 0, false, tells)).toBe('right');
    expect(judgeBasket(0, 0, true, tells)).toBe('left');
    expect(judgeBasket(0, 0, true, { ...tells, canTell: false })).toBe('right');
    expect(judgeBasket(0, 0, false, { ...tells, canTell: false })).toBe('missed');
  });
});

describe('what is open before the answer', () => {
  const pair = pairs.find(
    ({ target, lookalike }) => target === 'allium-ursinum' && lookalike === 'arum-maculatum'
  )!;
  const both = (spec: (specimen: 'target' | 'lookalike') => Specification) =>
    members.map((specimen) => pose(library, spec(specimen), new Map())!);
  const image = (posed: NonNullable<ReturnType<typeof pose>>, name: string, looks: string[]) => {
    const found = posed.image(name, looks);
    return found && 'svg' in found ? found.svg : undefined;
  };

  it('is the same of both plants of a pair but for the picture and what it shows', () => {
    const [target, lookalike] = both((specimen) => ({
      ...pair,
      drill: 'side by side',
      specimen,
      partial: false,
      inGrass: false,
      seed: 5
    }));
    const open = [target!, lookalike!].map((posed) => posed.open([]) as never as Record<string, unknown>);
    for (const key of ['drill', 'names', 'gathers']) expect(open[0]![key]).toEqual(open[1]![key]);
    expect(image(target!, 'specimen', [])).toHaveLength(image(lookalike!, 'specimen', [])!.length);
  });

  it('Prove it offers the same looks, gives none that was not asked for, and draws them in one size', () => {
    const [target, lookalike] = both((specimen) => proveIt(pair, specimen, 11));
    expect(target!.open([])).toEqual(lookalike!.open([]));
    for (const key of asked(target!.open([]))) {
      expect(target!.image(key, [])).toBeUndefined();
      const sizes = [target!, lookalike!].map((posed) => image(posed, key, [key])?.length);
      if (sizes[0] !== undefined && sizes[1] !== undefined) expect(sizes[0]).toBe(sizes[1]);
    }
  });

  it('Prove it keeps hands off where something about harms by touch, and cuts no stem for a near view', () => {
    const plants = plantsOf(library, pair)!;
    const rules = { mayTouch: false, mayDig: false, scentCounts: true };
    const offered = looksOn(library, plants.target, [plants.lookalike], rules);
    for (const key of ['feel', 'sap', 'cut', 'dig'] satisfies LookKey[]) expect(offered).not.toContain(key);
    const hemlock = {
      taxon: library.taxa.get('conium-maculatum')!,
      stage: library.taxa.get('conium-maculatum')!.stages.get('flower')!
    };
    const shows = (key: LookKey) =>
      observationsAt(library, hemlock, 3, key).map(({ character }) => character.slug);
    expect(shows('stem')).not.toContain('stem-filling');
    expect(shows('cut')).toContain('stem-filling');
  });

  it('refuses an answer of another drill', () => {
    const [posed] = both((specimen) => proveIt(pair, specimen, 11));
    const given: Given = { drill: 'basket', takenOut: [], keepsNone: false, confidence: 'sure' };
    expect(() => posed!.grade(given, [])).toThrow(TypeError);
  });

  it('takes a measured length for the class that it falls into', () => {
    const [one] = observationsOf(library, [{ character: 'leaf-length', state: '4' }]);
    const { limits } = one!.character as unknown as { limits: readonly number[] };
    expect(limits[one!.state]!).toBeLessThanOrEqual(4);
    expect(limits[one!.state + 1]!).toBeGreaterThan(4);
  });
});
