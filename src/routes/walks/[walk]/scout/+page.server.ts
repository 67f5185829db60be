import { redirect } from '@sveltejs/kit';
import { orNotFound, idFrom, inSchoolOf, requireSignedIn } from '$lib/server/request/guard';
import { readWalk } from '$lib/server/walk/walks';
import type { PageServerLoad } from './$types';

/** Scouting belongs to the ground, which many walks share. */
export const load: PageServerLoad = async ({ locals, params }) => {
  const viewer = requireSignedIn(locals);
  const walk = await inSchoolOf(viewer, async (db) =>
    orNotFound(await readWalk(db, viewer, idFrom(params.walk, 'walk')), 'walk')
  );
  redirect(303, viewer.role === 'learner' ? `/walks/${walk.id}/brief` : `/ground/${walk.siteId}`);
};
