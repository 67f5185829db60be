import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { always, character } from '../../../tests/support/small-matrix';
import { shippedLibrary } from '../../../tests/support/content';
import type { Character } from '../knowledge';
import {
  type Observation,
  chanceMistaken,
  dangerousLookalikes,
  glanceSimilarity,
  likelihood,
  likelihoodClass,
  rateHazard,
  separability,
  separatingSet,
  trustInSet,
  verdict
} from './index';

const rules = { mayDig: false, scentCounts: true };
const outline = character('outline', ['oval', 'arrow']);
const sheath = character('sheath', ['bare', 'scaly'], { organ: 'leaf stalk and sheath' });
const smell = character('smell', ['garlic', 'grass'], { organ: 'scent', sense: 'scent', effort: 8 });
const bulb = character('bulb', ['bulb', 'tuber'], { organ: 'underground', sense: 'dig', effort: 40 });
const feel = character('feel', ['smooth', 'rough'], { organ: 'stem', sense: 'touch', effort: 1 });
const umbel = character('umbel', ['umbel', 'absent'], { organ: 'inflorescence' });
const petals = character('petals', ['five', 'absent'], { organ: 'flower' });
const all = [outline, sheath, smell, bulb, feel, umbel, petals];
const opponent = (states: Record<string, string>, contactSeverity = 0) => ({
  taxon: 'other',
  stage: always(all, states),
  contactSeverity
});
const slugs = (characters: readonly Character[]) => characters.map(({ slug }) => slug);

describe('observation and separability', () => {
  const [a, b] = [always(all, { outline: 'oval' }), always(all, { outline: 'arrow' })];

  it('mixes the frequency with a random state: (1 − ε)·f + ε/k', () => {
    // f = 0.97, ε = 0.1, k = 2: 0.9 · 0.97 + 0.05 = 0.923
    expect(likelihood({ character: outline, state: 0 }, a.cells.get('outline'))).toBeCloseTo(0.923, 12);
  });

  it('is (1 − ε) times the total variation distance', () => {
    // |0.97 − 0.03| · 0.9 = 0.846
    expect(separability(outline, a.cells.get('outline'), b.cells.get('outline'))).toBeCloseTo(0.846, 12);
  });

  it('is zero where either is undescribed: ignorance never separates', () => {
    expect(separability(outline, a.cells.get('outline'), undefined)).toBe(0);
  });
});

describe('the separating set', () => {
  const target = always(all, {
    outline: 'oval',
    sheath: 'bare',
    smell: 'garlic',
    bulb: 'bulb',
    feel: 'smooth'
  });

  it('takes the cheapest two characters of different organ and trait', () => {
    const result = separatingSet(
      all,
      target,
      [opponent({ outline: 'arrow', sheath: 'scaly', smell: 'grass' })],
      rules
    );
    expect(result.found && slugs(result.set.characters)).toEqual(['outline', 'sheath']);
    expect(result.set.effortSeconds).toBe(10);
    expect(result.set.smallestSeparability).toBeCloseTo(0.846, 12);
  });

  it('never lets scent stand alone, nor beside touch', () => {
    const other = opponent({ smell: 'grass', feel: 'rough' });
    expect(separatingSet(all, target, [other], rules).found).toBe(false);
  });

  it('leaves scent out where the school says so', () => {
    const other = opponent({ outline: 'arrow', smell: 'grass' });
    expect(separatingSet(all, target, [other], rules).found).toBe(true);
    expect(separatingSet(all, target, [other], { ...rules, scentCounts: false }).found).toBe(false);
  });

  it('digs only where digging is allowed', () => {
    const other = opponent({ outline: 'arrow', bulb: 'tuber' });
    expect(separatingSet(all, target, [other], rules).found).toBe(false);
    expect(separatingSet(all, target, [other], { ...rules, mayDig: true }).found).toBe(true);
  });

  it('touches nothing while a lookalike harms by touch', () => {
    const states = { outline: 'arrow', feel: 'rough' };
    expect(separatingSet(all, target, [opponent(states, 1)], rules).found).toBe(true);
    expect(separatingSet(all, target, [opponent(states, 2)], rules).found).toBe(false);
  });

  it('counts two absences as one: having flowers is one fact', () => {
    const flowering = always(all, { umbel: 'umbel', petals: 'five', outline: 'oval' });
    expect(
      separatingSet(all, flowering, [opponent({ umbel: 'absent', petals: 'absent' })], rules).found
    ).toBe(false);
    expect(
      separatingSet(
        all,
        flowering,
        [opponent({ umbel: 'absent', petals: 'absent', outline: 'arrow' })],
        rules
      ).found
    ).toBe(true);
  });

  it('names what stays open with the best single character, and the set against the others', () => {
    const result = separatingSet(
      all,
      target,
      [
        { ...opponent({ outline: 'arrow' }), taxon: 'close' },
        opponent({ outline: 'arrow', sheath: 'scaly' })
      ],
      rules
    );
    expect(result.found).toBe(false);
    if (result.found) return;
    expect(result.open.map(({ taxon, best }) => [taxon, best?.character.slug])).toEqual([
      ['close', 'outline']
    ]);
    expect(slugs(result.set.characters)).toEqual(['outline', 'sheath']);
  });

  it('separates from an undescribed stage never', () => {
    expect(separatingSet(all, target, [opponent({})], rules).found).toBe(false);
  });
});

describe('the verdict', () => {
  const target = always(all, { outline: 'oval', sheath: 'bare', smell: 'garlic' });
  const rivals = [
    { taxon: 'other', stage: always(all, { outline: 'arrow', sheath: 'scaly', smell: 'grass' }) }
  ];
  const set = [outline, sheath];
  const see = (slug: string, state: number): Observation => ({
    character: all.find((one) => one.slug === slug)!,
    state
  });

  it('is consistent only when the whole set was seen and every lookalike is excluded', () => {
    expect(verdict([see('outline', 0), see('sheath', 0)], target, rivals, set)).toBe('consistent');
    expect(verdict([see('outline', 0)], target, rivals, set)).toBe('open');
  });

  it('is contradicted by a state that the target never has', () => {
    expect(verdict([see('outline', 1)], target, rivals, set)).toBe('contradicted');
  });

  it('says leave it where there is no set', () => {
    expect(verdict([see('outline', 0)], target, rivals, undefined)).toBe('leave it');
  });

  it('never becomes consistent by withdrawing what speaks for the target', () => {
    const library = shippedLibrary();
    const leaf = library.taxa.get('allium-ursinum')!.stages.get('leaf')!;
    const found = dangerousLookalikes(library, library.taxa.get('allium-ursinum')!, leaf, '2027-04-25', {
      habitats: []
    });
    const others = found.flatMap(({ taxon, stages }) =>
      stages.map(({ description }) => ({ taxon: taxon.slug, stage: description }))
    );
    const whole = ['leaf-venation', 'leaf-attachment', 'scent', 'leaf-outline'].map((slug) =>
      library.character.get(slug)!
    );
    fc.assert(
      fc.property(fc.array(fc.nat(3), { minLength: 4, maxLength: 4 }), fc.nat(3), (states, drop) => {
        const seen = whole.map((one, i) => ({ character: one, state: states[i]! }));
        const speaks = (likelihood(seen[drop]!, leaf.cells.get(seen[drop]!.character.slug)) ?? 0) > 0.5;
        const before = verdict(seen, leaf, others, whole.slice(0, 3));
        const after = verdict(
          seen.filter((_, i) => i !== drop),
          leaf,
          others,
          whole.slice(0, 3)
        );
        if (speaks && before !== 'consistent') expect(after).not.toBe('consistent');
      })
    );
  });

  it('is trusted by enumerating what a novice may see', () => {
    // Both characters must be seen right: (0.9 · 0.97 + 0.05)² on the target, (0.9 · 0.03 + 0.05)² on the rival.
    const trust = trustInSet(set, target, rivals);
    expect(trust.onTarget).toBeCloseTo(0.923 ** 2, 10);
    expect(trust.onRival.get('other')).toBeCloseTo(0.077 ** 2, 10);
  });
});

describe('glance similarity', () => {
  const glossary = ['a', 'b', 'c', 'd'].map((slug, i) =>
    character(slug, ['x', 'y'], { salience: i === 0 ? 3 : 1 })
  );

  it('weighs 1 − TV by the square of salience', () => {
    const one = always(glossary, { a: 'x', b: 'x', c: 'x', d: 'x' });
    const other = always(glossary, { a: 'x', b: 'y', c: 'x', d: 'x' });
    // Three alike with weights 9, 1, 1 and one apart by 0.94: (11 + 0.06) / 12
    expect(glanceSimilarity(glossary, one, other)).toBeCloseTo(11.06 / 12, 12);
    expect(glanceSimilarity(glossary, one, other)).toBe(glanceSimilarity(glossary, other, one));
  });

  it('says nothing from fewer than four shared characters', () => {
    const few = always(glossary, { a: 'x', b: 'x', c: 'x' });
    expect(glanceSimilarity(glossary, few, few)).toBeUndefined();
  });
});

describe('hazard rating', () => {
  it('classes likelihood at 0.003, 0.01, 0.03 and 0.1', () => {
    expect([0.001, 0.003, 0.01, 0.03, 0.1].map(likelihoodClass)).toEqual([1, 2, 3, 4, 5]);
  });

  it('updates the chance of a mistake by drills, from m = 0.5·g³ with the weight of eight answers', () => {
    expect(chanceMistaken(1, [])).toBe(0.5);
    expect(chanceMistaken(1, [{ answers: 8, mistaken: 0 }])).toBe(0.25);
    expect(
      chanceMistaken(1, [
        { answers: 8, mistaken: 8 },
        { answers: 8, mistaken: 0 }
      ])
    ).toBe(0.5);
  });

  it('lowers the likelihood by one class at most, however good the drills', () => {
    const good = Array.from({ length: 5 }, () => ({ answers: 10_000, mistaken: 0 }));
    const before = rateHazard(4, 1, 'dominant', 1, []);
    expect(before.rating).toBe(25);
    expect(rateHazard(4, 1, 'dominant', 1, good)).toMatchObject({
      likelihood: before.likelihood - 1,
      movedByDrills: -1
    });
  });

  it('raises it by one class at most, however bad they are', () => {
    const bad = Array.from({ length: 5 }, () => ({ answers: 10, mistaken: 10 }));
    const before = rateHazard(4, 0.3, 'occasional', 0.4, []);
    expect(rateHazard(4, 0.3, 'occasional', 0.4, bad)).toMatchObject({
      likelihood: before.likelihood + 1,
      movedByDrills: 1
    });
  });

  it('takes what nobody logged as rare, never as absent', () => {
    expect(rateHazard(4, 0, undefined, 1, []).chanceMet).toBeCloseTo(0.02 * 0.02, 12);
  });
});
