import { redirect } from '@sveltejs/kit';
import { inSchoolOf, requireTeacher } from '$lib/server/request/guard';
import { listSites } from '$lib/server/ground/sites';
import type { PageServerLoad } from './$types';

/** The season belongs to a site: the first with patches, else the first. */
export const load: PageServerLoad = async ({ locals }) => {
  const viewer = requireTeacher(locals);
  const site = await inSchoolOf(viewer, async (db) => {
    const { rows } = await db.query<{ site_id: string }>(
      'select site_id from patch group by site_id order by count(*) desc limit 1'
    );
    return rows[0]?.site_id ?? (await listSites(db))[0]?.id;
  });
  if (site) redirect(307, `/season/${site}`);
};
