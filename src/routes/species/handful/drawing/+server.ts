import { renderPlate } from '$core/figure';
import { orNotFound, inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { HandfulQuery, askedHandful, drawHandful } from '$lib/server/learning/handful';
import { libraryOf } from '$lib/server/library/library';
import { svgResponse } from '$lib/server/library/pictures';
import type { RequestHandler } from './$types';

/** The drawing of a handful, without a word of what lies in it. */
export const GET: RequestHandler = async ({ locals, url }) => {
  const query = HandfulQuery.parse(Object.fromEntries(url.searchParams));
  const viewer = requireLeader(locals);
  const library = await inSchoolOf(viewer, (db) => libraryOf(db, viewer.region));
  const asked = orNotFound(askedHandful(library, query), 'handful');
  return svgResponse(renderPlate(drawHandful(library, query, asked)), 'private, no-cache');
};
