import { leads } from '$lib/server/accounts';
import { signedIn } from '$lib/server/request/guard';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = ({ locals }) => ({ leads: leads(signedIn(locals)) });
