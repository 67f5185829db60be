import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { isDrawnAt, qualityOf } from '../../src/core/figure';
import { everyPlant, shippedRegions } from '../support/content';

/** The list of how well each plant is drawn, as it stands in docs/, against the content. */

const library = everyPlant();
const list = readFileSync(join(import.meta.dirname, '../../docs/drawings.md'), 'utf8');

const lineOf = (quality: string) =>
  [...library.taxa.values()]
    .sort((a, b) => (a.name < b.name ? -1 : 1))
    .flatMap((taxon) => {
      const stages = [...taxon.stages.values()].filter(
        (stage) => isDrawnAt(stage) && qualityOf(taxon, stage.stage) === quality
      );
      return stages.length > 0 ? [`_${taxon.name}_ ${stages.map(({ stage }) => stage).join(', ')}`] : [];
    })
    .join('; ') || 'None';

describe('docs/drawings.md', () => {
  it.each(['good', 'fair', 'poor'])('lists what is %s', (quality) => {
    expect(list).toContain(`\n${lineOf(quality)}.\n`);
  });

  it('leaves out no plant that a curated pair uses', () => {
    for (const { target, lookalike } of [...shippedRegions().values()].flatMap((one) => one.library.pairs))
      for (const slug of [target, lookalike]) expect(list).toContain(`_${library.taxa.get(slug)!.name}_`);
  });
});
