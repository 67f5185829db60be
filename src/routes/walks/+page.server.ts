import { inSchoolOf, requireSignedIn } from '$lib/server/request/guard';
import { leads } from '$lib/server/accounts';
import { listWalks } from '$lib/server/walk/walks';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => {
  const viewer = requireSignedIn(locals);
  return inSchoolOf(viewer, async (db) => ({
    walks: await listWalks(db, viewer),
    today: viewer.today,
    mayPlan: leads(viewer)
  }));
};
