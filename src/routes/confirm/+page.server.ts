import { fail, redirect } from '@sveltejs/kit';
import { checkPassword, confirmSession } from '$lib/server/accounts';
import { callerOf, slowDown } from '$lib/server/request/caller';
import { requireSignedIn } from '$lib/server/request/guard';
import { ownPath } from '$lib/server/request/own-path';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => {
  requireSignedIn(locals);
};

/** Asks for the password again before something grave, and leads back to it. */
export const actions: Actions = {
  default: async (event) => {
    const { request, locals, url } = event;
    const viewer = requireSignedIn(locals);
    const password = String((await request.formData()).get('password') ?? '');
    const result = await checkPassword(viewer.accountId, password, callerOf(event));
    if (typeof result === 'object') return fail(429, { problem: slowDown(event, result.seconds) });
    if (result === 'wrong') return fail(400, { problem: 'This is not your password.' });
    await confirmSession(viewer.sessionId);
    redirect(303, ownPath(url.searchParams.get('to')));
  }
};
