import { z } from 'zod';
import { type Library, type LibraryTaxon, type StageDescription, Stage, englishName } from '$core/knowledge';

/** A plant at a stage as an address names it: taxon~stage. What cannot be read is as if nothing was asked. */
export const PlantAtStage = z
  .string()
  .transform((text) => text.split('~'))
  .pipe(z.tuple([z.string(), Stage]))
  .optional()
  .catch(undefined);

/** Every plant with its stages of which something can be shown, for a list to choose from. */
export const plantChoices = (
  library: Library,
  canShow: (taxon: LibraryTaxon, stage: StageDescription) => boolean
) =>
  [...library.taxa.values()]
    .map((taxon) => ({
      slug: taxon.slug,
      group: taxon.group,
      name: englishName(taxon),
      stages: [...taxon.stages.values()].filter((stage) => canShow(taxon, stage)).map(({ stage }) => stage)
    }))
    .sort((a, b) => a.name.localeCompare(b.name, 'en'));
