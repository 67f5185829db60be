import { readRound } from '$lib/server/drills';
import { found, idFrom, inSchoolOf, signedIn } from '$lib/server/guard';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params, setHeaders }) => {
  const viewer = signedIn(locals);
  setHeaders({ 'cache-control': 'no-store' });
  return inSchoolOf(viewer, async (db) => ({
    round: found(await readRound(db, viewer, idFrom(params.round, 'round')), 'round')
  }));
};
