import { leads } from '$lib/server/sign-in';
import { signedIn } from '$lib/server/guard';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = ({ locals }) => ({ leads: leads(signedIn(locals)) });
