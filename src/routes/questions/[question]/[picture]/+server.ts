import { questionImage } from '$lib/server/learning/drills';
import { onTheBeat } from '$lib/server/drawing';
import { orNotFound, idFrom, requireSignedIn } from '$lib/server/request/guard';
import { jpegResponse, svgResponse } from '$lib/server/library/pictures';
import type { RequestHandler } from './$types';

/** A picture of one's own question: paths without names or a photograph without its data, never cached. */
export const GET: RequestHandler = async ({ locals, params }) => {
  const viewer = requireSignedIn(locals);
  const image = orNotFound(
    await onTheBeat(questionImage(viewer, idFrom(params.question, 'question'), params.picture)),
    'picture'
  );
  return 'svg' in image ? svgResponse(image.svg, 'no-store') : jpegResponse(image.jpeg, 'no-store');
};
