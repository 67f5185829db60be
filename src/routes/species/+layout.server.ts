import { leads } from '$lib/server/accounts';
import { requireSignedIn } from '$lib/server/request/guard';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = ({ locals }) => ({ leads: leads(requireSignedIn(locals)) });
