import { redirect } from '@sveltejs/kit';
import { inSchoolOf, requireSignedIn } from '$lib/server/request/guard';
import { groupProgress } from '$lib/server/learning/progress-page';
import type { PageServerLoad } from './$types';

/** Those who teach see groups; learners are led to their own. */
export const load: PageServerLoad = ({ locals, url }) => {
  const viewer = requireSignedIn(locals);
  if (viewer.role === 'learner') redirect(307, `/progress/${viewer.personId}${url.search}`);
  return inSchoolOf(viewer, (db) =>
    groupProgress(db, viewer, {
      cohortId: url.searchParams.get('cohort') ?? undefined,
      walkId: url.searchParams.get('walk') ?? undefined
    })
  );
};
