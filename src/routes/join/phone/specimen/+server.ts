import { onTheBeat } from '$lib/server/drawing';
import { atPhone, specimenOf } from '$lib/server/learning/group';
import { svgResponse } from '$lib/server/library/pictures';
import { orNotFound } from '$lib/server/request/guard';
import type { RequestHandler } from './$types';

/** The specimen on the screen, for those who sit too far from it. */
export const GET: RequestHandler = async ({ cookies, url }) => {
  const { schoolId, roundId } = await atPhone({ cookies, url });
  return svgResponse(orNotFound(await onTheBeat(specimenOf(schoolId, roundId)), 'specimen'), 'no-store');
};
