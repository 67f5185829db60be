import { describe, expect, it } from 'vitest';
import { codeOf, readCode } from './code';

describe('a code that is read and typed', () => {
  it('is read as it is typed, in any letters and with gaps', () => {
    const code = codeOf(Uint8Array.of(3, 200, 77, 14, 255));
    expect(code).toMatch(/^[2-9A-HJKMNP-Z]{6}$/);
    expect(readCode(` ${code.slice(0, 3).toLowerCase()}-${code.slice(3)} `, 6)).toBe(code);
  });

  it.each([4, 5])('shows every wrong sign and every two that changed places, of %d and the check', (long) => {
    const signs = '23456789ABCDEFGHJKMNPQRSTUVWXYZ';
    for (let seed = 0; seed < 20; seed += 1) {
      const code = codeOf(Uint8Array.from({ length: long }, (_, i) => (seed * 37 + i * 101) % 256));
      const read = (typed: string) => readCode(typed, long + 1);
      for (let i = 0; i < code.length; i += 1) {
        for (const sign of signs)
          if (sign !== code[i]) expect(read(code.slice(0, i) + sign + code.slice(i + 1))).toBeUndefined();
        if (i + 2 < code.length && code[i] !== code[i + 1])
          expect(read(code.slice(0, i) + code[i + 1] + code[i] + code.slice(i + 2))).toBeUndefined();
      }
    }
    expect(readCode('', long + 1)).toBeUndefined();
    expect(readCode('ABCDE'.slice(0, long), long + 1)).toBeUndefined();
  });
});
