import { describe, expect, it } from 'vitest';
import { nameWithin } from './name-within';

describe('a name within a sentence', () => {
  it.each([
    ['Cow parsley', 'cow parsley'],
    ['Lords-and-ladies', 'lords-and-ladies'],
    ['Italian lords-and-ladies', 'Italian lords-and-ladies'],
    ['Scots pine', 'Scots pine'],
    ["St John's wort", "St John's wort"],
    ['Good King Henry', 'Good King Henry'],
    ["Wild Queen Anne's lace", "wild Queen Anne's lace"],
    ['', '']
  ])('of %s is %s', (alone, within) => {
    expect(nameWithin(alone)).toBe(within);
  });
});
