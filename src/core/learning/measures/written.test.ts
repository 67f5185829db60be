import { describe, expect, it } from 'vitest';
import { written } from './written';

describe('a measure', () => {
  it.each([
    [1.26, 1, '1.3'],
    [-1.26, 1, '−1.3'],
    [-0.04, 1, '0.0'],
    [-0.05, 2, '−0.05'],
    [-0.4, 0, '0'],
    [0, 2, '0.00'],
    [-10, 0, '−10']
  ])('%d in %i digits is written %s', (value, digits, text) => {
    expect(written(value, digits)).toBe(text);
  });
});
