import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { readStored } from './stored';

const schema = z.strictObject({ list: z.array(z.strictObject({ kept: z.number() })) });

describe('what an earlier version stored', () => {
  it('is read without what no form knows any more, and stays as it was', () => {
    const stored = { list: [{ kept: 1 }, { kept: 2, rings: 1, turns: { a: 1 } }], since: 'then' };
    expect(readStored(schema, stored)).toEqual({ list: [{ kept: 1 }, { kept: 2 }] });
    expect(stored.list[1]).toHaveProperty('rings');
  });

  it('is refused where it lacks something, or has it wrong', () => {
    expect(() => readStored(schema, { list: [{ rings: 1 }] })).toThrow('kept');
    expect(() => readStored(schema, { list: [{ kept: 'x' }] })).toThrow('kept');
    expect(() => readStored(schema, null)).toThrow();
  });
});
