import { inSchoolOf, requireSignedIn } from '$lib/server/request/guard';
import { searchSchool } from '$lib/server/school/search';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, url }) => {
  const viewer = requireSignedIn(locals);
  const query = (url.searchParams.get('q') ?? '').trim().slice(0, 100);
  return inSchoolOf(viewer, async (db) => ({ query, found: await searchSchool(db, viewer, query) }));
};
