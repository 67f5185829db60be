import { englishName, isDangerous, nameWithin, worstSeverity } from '../knowledge';
import type { Survey } from '../walk';
import type { PackTaxon } from './pack';

/** What tells a plant apart, as a phone shows it: the signs in checking order, and what is dangerously like it. */
export const signsOf = ({
  pairs,
  separation
}: Pick<Survey, 'pairs' | 'separation'>): Pick<PackTaxon, 'set' | 'isSeparable' | 'lookalikes'> => ({
  set: separation.set.characters.map(({ slug, name, look, sense }) => ({ slug, name, look, sense })),
  isSeparable: separation.found,
  lookalikes: pairs
    .map(({ lookalike }) => lookalike.taxon)
    .filter(isDangerous)
    .map((taxon) => ({
      slug: taxon.slug,
      name: nameWithin(englishName(taxon)),
      severity: worstSeverity(taxon)
    }))
});
