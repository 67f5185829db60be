import { readRound } from '$lib/server/drills';
import { onTheBeat } from '$lib/server/drawing';
import { found, idFrom, inSchoolOf, signedIn } from '$lib/server/guard';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params, setHeaders }) => {
  const viewer = signedIn(locals);
  setHeaders({ 'cache-control': 'no-store' });
  return onTheBeat(
    inSchoolOf(viewer, async (db) => ({
      round: found(await readRound(db, viewer, idFrom(params.round, 'round')), 'round')
    }))
  );
};
