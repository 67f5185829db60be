import { fail } from '@sveltejs/kit';
import { readEmailChange, tellOldAddress, useEmailChange } from '$lib/server/accounts';
import { auditAccount } from '$lib/server/school/audit';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
  const change = await readEmailChange(params.token);
  return { change: change && { old: change.old, email: change.email } };
};

/** A link alone changes nothing: mail programs open links to look at them. */
export const actions: Actions = {
  default: async ({ params, locals }) => {
    const change = await useEmailChange(params.token);
    if (!change)
      return fail(400, {
        problem: 'This link is not open any more, or somebody else signs in with this address meanwhile.'
      });
    await tellOldAddress(change.old, change.email, true);
    await auditAccount(change.accountId, 'address changed', { byThemselves: true, number: locals.number });
    return { email: change.email };
  }
};
