import { type Library, englishName, isCraft, isTaught } from '$core/knowledge';
import { wayInWords } from '$core/making';

/** What can go into a dish: each part in each way that is taught and eaten, with the grams of a portion. */
export const dishChoices = (library: Library) =>
  [...library.taxa.values()]
    .flatMap((taxon) =>
      taxon.preparations
        .filter(isTaught)
        .filter(({ way }) => !isCraft(way))
        .map(({ part, way, method }) => ({
          taxon: taxon.slug,
          part,
          way,
          label: `${englishName(taxon)} ${part}, ${wayInWords(way)}`,
          portion: method.portion!.grams,
          most: method.portion!.grams * method.portion!.perDay
        }))
    )
    .sort((a, b) => a.label.localeCompare(b.label));
