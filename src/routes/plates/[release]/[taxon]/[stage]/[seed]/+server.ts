import { z } from 'zod';
import {
  type View,
  composePlate,
  drawingVersion,
  isDrawnAt,
  plateSize,
  renderPlate,
  standardViews,
  views
} from '$core/figure';
import { Stage } from '$core/knowledge';
import { orNotFound, inSchoolOf, notFound, requireSignedIn } from '$lib/server/request/guard';
import { libraryOf } from '$lib/server/library/library';
import { svgResponse } from '$lib/server/library/pictures';
import type { RequestHandler } from './$types';

/** Close views beside the plant, such as `leaf,stem`; what is below the ground is a plate of its own. */
const Views = z
  .string()
  .transform((text) => [...new Set(text.split(','))])
  .pipe(z.array(z.enum(views)).max(3))
  .optional();

const withPlant = (asked: readonly View[]): readonly View[] =>
  asked.length === 1 && asked[0] === 'underground' ? asked : ['whole', ...asked];

/** A plate by knowledge, drawing version, taxon, stage and seed: such an address never shows anything else. */
export const GET: RequestHandler = async ({ locals, params, url }) => {
  // One way to write a number: else the same drawing has endless addresses.
  const seed = /^(0|[1-9]\d{0,9})$/.test(params.seed) ? Number(params.seed) : NaN;
  const asked = Views.safeParse(url.searchParams.get('views') ?? undefined);
  if (!asked.success) notFound('plate');
  const stageName = Stage.safeParse(params.stage);
  if (!stageName.success || !Number.isInteger(seed)) notFound('plate');
  const { regions, ...viewer } = requireSignedIn(locals);
  const library = await inSchoolOf({ ...viewer, regions }, async (db) => {
    for (const region of regions) {
      const one = await libraryOf(db, region);
      if (params.release === `${one.hash.slice(0, 16)}-${drawingVersion}`) return one;
    }
    return notFound('plate');
  });
  const taxon = orNotFound(library.taxa.get(params.taxon), 'plate');
  const stage = orNotFound(taxon.stages.get(stageName.data!), 'plate');
  if (!isDrawnAt(stage)) return notFound('plate');
  const plate = composePlate(
    library,
    taxon,
    stage,
    seed,
    asked.data ? withPlant(asked.data) : standardViews(library, taxon, stage),
    plateSize
  );
  return svgResponse(renderPlate(plate), 'private, max-age=31536000, immutable');
};
