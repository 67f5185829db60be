import { sampleCorrelation } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { createRandom } from '../../random';
import { fewestSittings, itemFigures } from './items';

/** Sittings from rows of 0 and 1. */
const sittings = (rows: readonly string[]) => rows.map((row) => [...row].map((one) => one === '1'));

describe('the figures of questions', () => {
  it('are the share that was right with its interval, however few sat', () => {
    const [first, second] = itemFigures(sittings(['10', '11', '10']));
    expect(first).toMatchObject({ share: 1, discrimination: undefined, upperLower: undefined });
    expect(second!.share).toBeCloseTo(1 / 3);
    // Wilson (Newcombe 1998, method 3) of 1 in 3.
    expect(second!.interval[0]).toBeCloseTo(0.0615, 3);
    expect(second!.interval[1]).toBeCloseTo(0.7923, 3);
    expect(itemFigures([])).toEqual([]);
  });

  it('divide people as the correlation with all other questions does', () => {
    const random = createRandom('items');
    const people = Array.from({ length: 40 }, (_, i) => i / 40);
    // The first question is the better answered the more somebody knows, the second the other way round.
    const rows = people.map((skill) => [
      random.next() < skill,
      random.next() > skill,
      ...Array.from({ length: 10 }, () => random.next() < skill)
    ]);
    const figures = itemFigures(rows);
    expect(figures[0]!.discrimination).toBeGreaterThan(0.2);
    expect(figures[1]!.discrimination).toBeLessThan(0);
    expect(figures[1]!.upperLower).toBeLessThan(0);
    const own = rows.map((row) => Number(row[0]));
    const rest = rows.map((row) => row.slice(1).filter(Boolean).length);
    expect(figures[0]!.discrimination).toBeCloseTo(sampleCorrelation(own, rest), 12);
  });

  it('take a group of 27 in 100 on either side, and share out those who are equal at its edge', () => {
    // Eleven people: the groups are three of them. The three best have the first question right, nobody else.
    const rows = ['1111', '1111', '1111', ...Array<string>(5).fill('0110'), '0000', '0000', '0000'];
    const [first, second] = itemFigures(sittings(rows));
    expect(first!.upperLower).toBe(1);
    expect(second!.upperLower).toBe(1);
    // All have the same in all: nobody is above another.
    expect(itemFigures(sittings(Array<string>(12).fill('10')))[0]!.upperLower).toBeUndefined();
    // Of twelve, five are equal at the lower edge of three: two of them have the question right.
    const tied = ['11', '11', '11', '11', '11', '11', '11', '10', '10', '01', '01', '01'];
    expect(itemFigures(sittings(tied))[0]!.upperLower).toBeCloseTo(1 - 2 / 5);
  });

  it('say nothing of how a question divides before enough have sat', () => {
    const rows = Array<string>(fewestSittings - 1).fill('10');
    rows[0] = '01';
    expect(itemFigures(sittings(rows))[0]!.discrimination).toBeUndefined();
    expect(itemFigures(sittings([...rows, '11']))[0]!.upperLower).toBeDefined();
  });
});
