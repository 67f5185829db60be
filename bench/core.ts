import { surveyTaxon } from '../src/core/walk';
import { springWood } from '../tests/support/circumstances';
import { shippedLibrary } from '../tests/support/content';
import { type Figure, medianMs } from './figure';

/** The separating sets, trusts and ratings behind a brief on a spring wood, without its drawings. */
export async function coreFigures(): Promise<Figure[]> {
  const library = shippedLibrary();
  const taught = ['rumex-acetosa', 'allium-ursinum', 'nasturtium-officinale', 'symphytum-officinale'].map(
    (slug) => library.taxa.get(slug)!
  );
  const value = await medianMs(() => taught.map((taxon) => surveyTaxon(library, taxon, 'show', springWood)), {
    warmUp: 30,
    runs: 100
  });
  return [
    {
      name: 'separating sets and ratings of a whole brief',
      unit: 'ms',
      goal: 5,
      value,
      how: `${taught.length} taxa among ${library.taxa.size}, median of 100`
    }
  ];
}
