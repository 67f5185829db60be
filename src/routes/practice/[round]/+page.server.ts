import { readRound } from '$lib/server/drills';
import { onTheBeat } from '$lib/server/drawing';
import { found, idFrom, signedIn } from '$lib/server/guard';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params, setHeaders }) => {
  const viewer = signedIn(locals);
  setHeaders({ 'cache-control': 'no-store' });
  return { round: found(await onTheBeat(readRound(viewer, idFrom(params.round, 'round'))), 'round') };
};
