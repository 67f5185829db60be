import { describe, expect, it } from 'vitest';
import { type ContrastSheet, numberHeights, oneIn, outOf100 } from '../index';

const rows = ['veins', 'stalk', 'scent'].map((slug) => ({ slug }) as ContrastSheet['rows'][number]);
const plate = (anchors: Record<string, { x: number; y: number }>) => ({
  id: 'x',
  width: 290,
  height: 340,
  anchors
});

describe('the numbers between two plates', () => {
  it('stand level with what they name, in order, apart, and within the plates', () => {
    const heights = numberHeights(rows, [plate({ veins: { x: 9, y: 200 }, stalk: { x: 9, y: 205 } }), null]);
    expect(heights).toEqual([198, 260, 322]);
    const low = numberHeights(rows, [
      plate(Object.fromEntries(rows.map(({ slug }) => [slug, { x: 9, y: 330 }]))),
      null
    ]);
    expect(low).toEqual([198, 260, 322]);
  });
});

describe('chances in words', () => {
  it.each([
    [0.734, '73 in 100'],
    [0.00038, '1 in 2,600'],
    [0, 'never'],
    [0.6, '60 in 100']
  ])('%d as %s', (p, words) => {
    expect(p > 0.5 ? outOf100(p) : oneIn(p)).toBe(words);
  });
});
