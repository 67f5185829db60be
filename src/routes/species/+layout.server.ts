import { leads } from '$lib/server/accounts';
import { regionChoices } from '$lib/server/school/regions';
import { requireSignedIn } from '$lib/server/request/guard';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = async ({ locals, url }) => {
  const viewer = requireSignedIn(locals);
  // Whichever is looked at may change from page to page.
  void url.pathname;
  return { leads: leads(viewer), regions: await regionChoices(viewer) };
};
