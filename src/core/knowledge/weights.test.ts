import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cellInWords, weighCell, weighRange, weighStates } from './weights';
import type { Character } from './schema';

describe('weighing frequency words', () => {
  it('gives a lone "always" among three states 0.97 and the rest evenly', () => {
    const { frequency } = weighStates(['always', undefined, undefined])!;
    // L = 0.97, u = 2: r = max(0.03, min(0.02, 0.03)) = 0.03
    expect([...frequency]).toEqual([0.97, 0.015, 0.015].map((p) => expect.closeTo(p, 12)));
  });

  it('divides by the sum where every state is listed', () => {
    const { frequency } = weighStates(['usually', 'sometimes'])!;
    expect(frequency[0]).toBeCloseTo(0.8 / 1.1, 12);
  });

  it('calls a description whose words add up to less than 0.75 incomplete', () => {
    expect(weighStates(['sometimes', 'rarely', undefined])).toBeUndefined();
  });

  it('always makes a distribution in which nothing is impossible', () => {
    const word = fc.constantFrom('always', 'usually', 'sometimes', 'rarely', undefined);
    fc.assert(
      fc.property(fc.array(word, { minLength: 2, maxLength: 8 }), (words) => {
        const weights = weighStates(words);
        if (!weights) return;
        expect(weights.frequency.reduce((sum, p) => sum + p, 0)).toBeCloseTo(1, 10);
        expect(Math.min(...weights.frequency)).toBeGreaterThan(0);
      })
    );
  });
});

describe('weighing ranges', () => {
  it('spreads 0.98 by the area of the trapezoid and 0.02 evenly', () => {
    // Trapezoid 0–10–20–30 has area 20; the class 0–10 holds 5 of it.
    const { frequency, listed } = weighRange([0, 10, 20, 30, 40], { min: 0, low: 10, high: 20, max: 30 });
    expect(frequency[0]).toBeCloseTo(0.98 * 0.25 + 0.005, 12);
    expect(frequency[1]).toBeCloseTo(0.98 * 0.5 + 0.005, 12);
    expect(frequency[3]).toBeCloseTo(0.005, 12);
    // 30 itself belongs to the class above.
    expect(listed).toEqual([true, true, true, true]);
  });

  it('is a distribution for any rising range', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 60 }), { minLength: 4, maxLength: 4 }), (values) => {
        const [min, low, high, max] = [...values].sort((a, b) => a - b) as [number, number, number, number];
        const { frequency } = weighRange([0, 10, 25, 40, 60], { min, low, high, max });
        expect(frequency.reduce((sum, p) => sum + p, 0)).toBeCloseTo(1, 9);
      })
    );
  });
});

const spots: Character = {
  slug: 'spots',
  name: 'Spots',
  look: 'Look.',
  organ: 'leaf blade',
  trait: 'spots',
  sense: 'near',
  effort: 1,
  salience: 1,
  error: 0.05,
  kind: 'states',
  states: ['plain', 'spotted'].map((slug) => ({ slug, label: slug, definition: slug }))
};

describe('cells', () => {
  it('names a state that the character does not have', () => {
    expect(weighCell(spots, { striped: 'always' })).toBe("has no state 'striped' (it has plain, spotted)");
  });

  it('are told in words, the likeliest first', () => {
    const weights = weighCell(spots, { spotted: 'sometimes', plain: 'usually' });
    expect(typeof weights === 'string' ? weights : cellInWords(spots, weights)).toBe(
      'usually plain, sometimes spotted'
    );
  });
});
