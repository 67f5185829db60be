import { describe, expect, it } from 'vitest';
import { glanceSimilarity } from '../../src/core/evidence';
import type { Character, StageDescription, Weights } from '../../src/core/knowledge';
import { character } from '../support/small-matrix';
import fixture from './data/gower-flower.json';

/**
 * Gower (1971), A general coefficient of similarity and some of its properties, Biometrics 27: against an
 * independent implementation on its standard data set (the file names both). The third column is asymmetric:
 * what both plants lack makes them no more alike. Weights are the squares of the saliences, as ours are.
 */

// Each column stands twice, since fewer than four shared characters say nothing; that leaves the coefficient as it is.
const columns = [0, 1, 2, 3, 0, 1, 2, 3];
const valuesOf = (column: number) => [...new Set(fixture.rows.map((row) => row[column]!))].sort();
const stateOf = (column: number, value: string) => (column === 2 && value === '0' ? 'absent' : `v${value}`);

const glossary: Character[] = columns.map((column, i) =>
  character(
    `c${i}`,
    valuesOf(column).map((value) => stateOf(column, value)),
    { salience: fixture.salience[column] as 1 | 2 | 3, sense: 'near' }
  )
);

/** A description without doubt: one state with certainty. */
function described(row: readonly string[]): StageDescription {
  const byIndex = columns.map((column): Weights => {
    const values = valuesOf(column);
    const frequency = Float64Array.from(values, (value) => (value === row[column] ? 1 : 0));
    return { frequency, listed: values.map((value) => value === row[column]) };
  });
  return {
    stage: 'flower',
    windows: [],
    cells: new Map(glossary.map(({ slug }, i) => [slug, byIndex[i]!])),
    byIndex,
    lacks: new Set(),
    hash: ''
  };
}

describe('glance similarity', () => {
  it('is Gower’s coefficient: one less the dissimilarity that daisy computes for all 153 pairs', () => {
    const plants = fixture.rows.map(described);
    let compared = 0;
    fixture.dissimilarity.forEach((row, i) =>
      row.forEach((dissimilarity, j) => {
        const similarity = glanceSimilarity(glossary, plants[i]!, plants[j]!);
        expect(1 - similarity!, `rows ${i + 1} and ${j + 1}`).toBeCloseTo(dissimilarity, 7);
        compared += 1;
      })
    );
    expect(compared).toBe(153);
  });
});
