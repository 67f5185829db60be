import { renderPlate } from '$core/figure';
import { orNotFound, inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { libraryOf } from '$lib/server/library/library';
import { svgResponse } from '$lib/server/library/pictures';
import { WaysideQuery, askedWayside, drawWayside } from '$lib/server/library/wayside';
import type { RequestHandler } from './$types';

/** The drawing of a hedge bank, without a word of what stands there. */
export const GET: RequestHandler = async ({ locals, url }) => {
  const query = WaysideQuery.parse(Object.fromEntries(url.searchParams));
  const viewer = requireLeader(locals);
  const library = await inSchoolOf(viewer, (db) => libraryOf(db, viewer.region));
  const asked = orNotFound(askedWayside(library, query), 'hedge bank');
  return svgResponse(renderPlate(drawWayside(library, query, asked)), 'private, no-cache');
};
