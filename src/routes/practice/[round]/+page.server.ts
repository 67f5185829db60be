import { readRound } from '$lib/server/learning/drills';
import { onTheBeat } from '$lib/server/drawing';
import { found, idFrom, signedIn } from '$lib/server/request/guard';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params, setHeaders }) => {
  const viewer = signedIn(locals);
  setHeaders({ 'cache-control': 'no-store' });
  return { round: found(await onTheBeat(readRound(viewer, idFrom(params.round, 'round'))), 'round') };
};
