import { describe, expect, it } from 'vitest';
import { addressOf } from '$core/words';

describe('an address', () => {
  it('keeps the order of its query, repeated names included, and leaves out what is empty', () => {
    expect(
      addressOf('/species/compare', [
        ['plant', 'a~leaf'],
        ['plant', ''],
        ['plant', 'b~first-year leaf']
      ])
    ).toBe('/species/compare?plant=a%7Eleaf&plant=b%7Efirst-year+leaf');
    expect(addressOf('/species', [['words', '']])).toBe('/species');
  });
});
