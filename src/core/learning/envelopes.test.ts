import { describe, expect, it } from 'vitest';
import { createRandom } from '../random';
import { Envelopes } from './envelopes';

const letters = (length: number) => 'm'.repeat(length);

describe('how much is sent for a drawing', () => {
  it('is the same whichever of two plants is drawn, and however large this drawing of it became', () => {
    const random = createRandom('drawings');
    // One plant is drawn with three times as much as the other, each with a third more or less.
    const lengthOf = (plant: string) =>
      Math.round((plant === 'small' ? 30_000 : 90_000) * random.between(0.75, 1.3));
    const envelopes = new Envelopes();
    const sent = Array.from({ length: 400 }, () => {
      const [own, other] = random.next() < 0.5 ? ['small', 'large'] : ['large', 'small'];
      const svg = letters(lengthOf(own!));
      const enclosed = envelopes.enclose(svg, own!, [{ key: other!, draw: () => letters(lengthOf(other!)) }]);
      expect(enclosed.trimEnd()).toBe(svg);
      return { own, length: enclosed.length };
    });
    // What a size tells of the plant once both are known: nothing, since there is one size.
    expect(new Set(sent.slice(20).map(({ length }) => length)).size).toBe(1);
  });

  it('draws the other plant once, and never again', () => {
    const envelopes = new Envelopes();
    let drawn = 0;
    const other = { key: 'other', draw: () => ((drawn += 1), letters(100)) };
    for (let i = 0; i < 5; i += 1) envelopes.enclose(letters(200), 'own', [other]);
    expect(drawn).toBe(1);
  });

  it('grows where a drawing does not fit, and stays so', () => {
    const envelopes = new Envelopes();
    const before = envelopes.enclose(letters(10), 'own', []).length;
    const larger = envelopes.enclose(letters(5 * before), 'own', []).length;
    expect(larger).toBeGreaterThanOrEqual(5 * before);
    expect(envelopes.enclose(letters(10), 'own', [])).toHaveLength(larger);
  });
});
