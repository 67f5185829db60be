import { fail } from '@sveltejs/kit';
import {
  beginFactor,
  begunFactor,
  confirmFactor,
  emailOf,
  factorOf,
  newRecoveryCodes,
  removeFactor,
  signOutEverywhere,
  tellFactor
} from '$lib/server/accounts';
import { squaresOf } from '$lib/server/squares';
import { audit } from '$lib/server/school/audit';
import { readSettings } from '$lib/server/school/schools';
import { inSchoolOf, requireRecentPassword, requireSignedIn } from '$lib/server/request/guard';
import { overQuota } from '$lib/server/request/limits';
import { type Viewer, leads } from '$lib/server/accounts';
import type { Actions, PageServerLoad } from './$types';

const isWanted = (viewer: Viewer) =>
  inSchoolOf(viewer, async (db) => leads(viewer) && (await readSettings(db)).secondFactor === 'teachers');

export const load: PageServerLoad = async ({ locals }) => {
  const viewer = requireSignedIn(locals);
  const begun = await begunFactor(viewer.accountId, await emailOf(viewer.accountId));
  return {
    factor: await factorOf(viewer.accountId),
    isWanted: await isWanted(viewer),
    begun: begun && { secret: begun.secret, code: squaresOf(begun.address), address: begun.address }
  };
};

const noted = (viewer: Viewer, locals: App.Locals, what: 'second factor set' | 'second factor taken off') =>
  inSchoolOf(viewer, (db) =>
    audit(db, { personId: viewer.personId, number: locals.number }, what, viewer.personId)
  );

export const actions: Actions = {
  begin: async ({ locals, url }) => {
    const viewer = requireRecentPassword(requireSignedIn(locals), url);
    const begun = await beginFactor(viewer.accountId, await emailOf(viewer.accountId));
    return begun ? {} : fail(400, { problem: 'A second factor is set up already.' });
  },
  confirm: async ({ request, locals, url }) => {
    const viewer = requireRecentPassword(requireSignedIn(locals), url);
    const tooMany = await overQuota('codes', viewer.accountId);
    if (tooMany) return fail(429, { problem: tooMany });
    const code = String((await request.formData()).get('code') ?? '').slice(0, 60);
    const codes = await confirmFactor(viewer.accountId, code);
    if (!codes)
      return fail(400, {
        problem:
          'This code is not right. Enter the one that is shown now; see that the device’s clock is right.'
      });
    // Whoever was signed in elsewhere with the password alone is asked anew.
    await signOutEverywhere(viewer.accountId, viewer.sessionId);
    await noted(viewer, locals, 'second factor set');
    await tellFactor(await emailOf(viewer.accountId), true);
    return { codes };
  },
  codes: async ({ locals, url }) => {
    const viewer = requireRecentPassword(requireSignedIn(locals), url);
    if (!(await factorOf(viewer.accountId)).isOn)
      return fail(400, { problem: 'Set up the second factor first.' });
    return { codes: await newRecoveryCodes(viewer.accountId) };
  },
  remove: async ({ locals, url }) => {
    const viewer = requireRecentPassword(requireSignedIn(locals), url);
    if (!(await removeFactor(viewer.accountId)))
      return fail(400, { problem: 'There is no second factor to take off.' });
    await noted(viewer, locals, 'second factor taken off');
    await tellFactor(await emailOf(viewer.accountId), false);
    return { done: 'The second factor is taken off.' };
  }
};
