import { questionPlate } from '$lib/server/drills';
import { found, idFrom, inSchoolOf, signedIn } from '$lib/server/guard';
import { svgResponse } from '$lib/server/pictures';
import type { RequestHandler } from './$types';

/** The drawing of one's own question: paths without names, never cached. */
export const GET: RequestHandler = async ({ locals, params }) => {
  const viewer = signedIn(locals);
  const svg = await inSchoolOf(viewer, async (db) =>
    found(await questionPlate(db, viewer, idFrom(params.question, 'question')), 'question')
  );
  return svgResponse(svg, 'no-store');
};
