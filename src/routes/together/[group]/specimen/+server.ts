import { onTheBeat } from '$lib/server/drawing';
import { svgResponse } from '$lib/server/library/pictures';
import { idFrom, orNotFound, requireLeader } from '$lib/server/request/guard';
import { specimenOf } from '$lib/server/learning/group';
import type { RequestHandler } from './$types';

/** The specimen that a group is asked about: paths without names. */
export const GET: RequestHandler = async ({ locals, params }) => {
  const viewer = requireLeader(locals);
  const svg = orNotFound(
    await onTheBeat(specimenOf(viewer.schoolId, idFrom(params.group, 'round'))),
    'specimen'
  );
  return svgResponse(svg, 'no-store');
};
