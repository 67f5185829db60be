import { readBriefPlate } from '$lib/server/walk/briefs';
import { orNotFound, idFrom, inSchoolOf, requireSignedIn } from '$lib/server/request/guard';
import { svgResponse } from '$lib/server/library/pictures';
import { readWalk } from '$lib/server/walk/walks';
import type { RequestHandler } from './$types';

/** A plate as it was stored with a brief: its id is the hash of its content. */
export const GET: RequestHandler = async ({ locals, params }) => {
  const viewer = requireSignedIn(locals);
  const id = idFrom(params.walk, 'walk');
  const svg = await inSchoolOf(viewer, async (db) => {
    orNotFound(await readWalk(db, viewer, id), 'walk');
    return orNotFound(await readBriefPlate(db, id, params.plate), 'plate');
  });
  return svgResponse(svg, 'private, max-age=31536000, immutable');
};
