import { redirect } from '@sveltejs/kit';
import { inSchoolOf, requireTeacher } from '$lib/server/request/guard';
import { Identified, rowOf } from '$lib/server/database/rows';
import { listSites } from '$lib/server/ground/sites';
import type { PageServerLoad } from './$types';

/** The season belongs to a site: the first with patches, else the first. */
export const load: PageServerLoad = async ({ locals }) => {
  const viewer = requireTeacher(locals);
  const site = await inSchoolOf(viewer, async (db) => {
    const fullest = await rowOf(
      db,
      Identified,
      `select site_id as id from patch join site on site.school_id = patch.school_id and site.id = site_id
        where put_away_at is null group by site_id order by count(*) desc limit 1`
    );
    return (fullest ?? (await listSites(db))[0])?.id;
  });
  if (site) redirect(307, `/season/${site}`);
};
