import { readRound } from '$lib/server/learning/drills';
import { onTheBeat } from '$lib/server/drawing';
import { orNotFound, idFrom, requireSignedIn } from '$lib/server/request/guard';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params, setHeaders }) => {
  const viewer = requireSignedIn(locals);
  setHeaders({ 'cache-control': 'no-store' });
  return { round: orNotFound(await onTheBeat(readRound(viewer, idFrom(params.round, 'round'))), 'round') };
};
