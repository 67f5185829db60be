import { orNotFound, idFrom, inSchoolOf, requireTeacher } from '$lib/server/request/guard';
import { leads } from '$lib/server/accounts';
import { listAllSites } from '$lib/server/ground/sites';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = ({ locals, params }) => {
  const viewer = requireTeacher(locals);
  const id = idFrom(params.site, 'site');
  return inSchoolOf(viewer, async (db) => {
    const sites = await listAllSites(db);
    const site = orNotFound(
      sites.find((one) => one.id === id),
      'site'
    );
    return {
      site: { id, name: site.name },
      sites: sites
        .filter((one) => !one.isPutAway || one.id === id)
        .map(({ id: value, name }) => ({ id: value, name })),
      mayEdit: leads(viewer),
      today: viewer.today
    };
  });
};
