import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { Identified, maybe, rowOf, rowsOf } from './rows';

/** A connection that finds the same rows whatever it is asked. */
const finding = (...rows: object[]) => {
  const asked: unknown[][] = [];
  return {
    asked,
    query: (...question: unknown[]) => {
      asked.push(question);
      return Promise.resolve({ rows, rowCount: rows.length } as never);
    }
  };
};
const Patch = z.object({ id: z.string(), goneOn: maybe(z.string()) });

describe('rows', () => {
  it('come as their schema says: a null that may be is undefined, what was not asked for is left out', async () => {
    const db = finding(
      { id: 'a', goneOn: null, school_id: 'ours' },
      { id: 'b', goneOn: '2027-04-01', school_id: 'ours' }
    );
    expect(await rowsOf(db, Patch, 'select', ['x'])).toEqual([
      { id: 'a', goneOn: undefined },
      { id: 'b', goneOn: '2027-04-01' }
    ]);
    expect(db.asked).toEqual([['select', ['x']]]);
  });

  it.each([
    ['a column that is missing', { id: 'a' }],
    ['a null that may not be', { id: null, goneOn: null }],
    ['another type', { id: 7, goneOn: null }]
  ])('are refused with %s', async (_, row) => {
    await expect(rowsOf(finding(row), Patch, 'select')).rejects.toThrow(z.ZodError);
  });

  it('may be one, or none', async () => {
    expect(await rowOf(finding({ id: 'a' }, { id: 'b' }), Identified, 'select')).toEqual({ id: 'a' });
    expect(await rowOf(finding(), Identified, 'select')).toBeUndefined();
  });

  it('that hold JSON are parsed to the ground', async () => {
    const Walk = z.object({ weather: z.array(z.object({ kind: z.enum(['fog', 'wind']) })) });
    await expect(rowOf(finding({ weather: [{ kind: 'fog' }] }), Walk, 'select')).resolves.toBeDefined();
    await expect(rowOf(finding({ weather: [{ kind: 'frogs' }] }), Walk, 'select')).rejects.toThrow(/Invalid/);
  });
});
