import { fail, redirect } from '@sveltejs/kit';
import {
  clearBegunCookie,
  emailOf,
  factorOf,
  finishSignIn,
  readBegunCookie,
  setDeviceCookie,
  setSessionCookie,
  tellRecoveryUsed
} from '$lib/server/accounts';
import { auditAccount } from '$lib/server/school/audit';
import { callerOf, slowDown } from '$lib/server/request/caller';
import { ownPath } from '$lib/server/request/own-path';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ cookies, url }) => {
  if (!readBegunCookie(cookies, url)) redirect(303, '/sign-in');
};

/** The second step of signing in: a code of the authenticator, or a recovery code. */
export const actions: Actions = {
  default: async (event) => {
    const { request, cookies, url, locals } = event;
    const code = String((await request.formData()).get('code') ?? '').slice(0, 60);
    if (!code.trim()) return fail(400, { problem: 'Enter the code.' });
    const result = await finishSignIn(readBegunCookie(cookies, url) ?? '', code, callerOf(event));
    if ('problem' in result) {
      if (result.problem === 'ended')
        return fail(400, { problem: 'This took too long, or too many codes were wrong.', isEnded: true });
      if (result.problem === 'slow') return fail(429, { problem: slowDown(event, result.seconds) });
      await auditAccount(result.accountId, 'sign-in refused', {
        byThemselves: false,
        number: locals.number
      });
      return fail(400, {
        problem:
          'This code is not right, or was used already. Wait for the next one; see that the device’s clock is right.'
      });
    }
    const said = { byThemselves: true, number: locals.number };
    await auditAccount(result.accountId, 'signed in', said);
    if (result.by === 'recovery') {
      await auditAccount(result.accountId, 'recovery code used', said);
      await tellRecoveryUsed(await emailOf(result.accountId), (await factorOf(result.accountId)).left);
    }
    clearBegunCookie(cookies, url);
    setSessionCookie(cookies, result.token, url);
    setDeviceCookie(cookies, result.deviceToken, url);
    const to = ownPath(url.searchParams.get('to'));
    redirect(303, result.schools > 1 ? `/me/school?to=${encodeURIComponent(to)}` : to);
  }
};
