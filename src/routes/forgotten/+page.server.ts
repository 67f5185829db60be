import { fail } from '@sveltejs/kit';
import { message, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import { findAccount, makePasswordLink, tellPasswordLink } from '$lib/server/accounts';
import { sendsMail } from '$lib/server/mail';
import { auditAccount } from '$lib/server/school/audit';
import { overQuota } from '$lib/server/request/limits';
import { faultOf, log } from '$lib/server/request/log';
import type { Actions, PageServerLoad } from './$types';

const Form = z.object({ email: z.email('This is no e-mail address.') });

export const load: PageServerLoad = async () => ({
  form: await superValidate(zod4(Form)),
  sendsMail: sendsMail()
});

/** Sends a link to an address that somebody signs in with; to others nothing, and nobody learns which it was. */
async function sendLink(email: string, origin: string, number: string): Promise<void> {
  const account = await findAccount(email);
  if (!account || (await overQuota('letters', email))) return;
  const token = await makePasswordLink(account.id);
  await tellPasswordLink(account.email, `${origin}/new-password/${token}`);
  await auditAccount(account.id, 'password asked for', { byThemselves: false, number });
}

export const actions: Actions = {
  default: async ({ request, url, locals, getClientAddress }) => {
    const form = await superValidate(request, zod4(Form));
    if (!sendsMail() || !form.valid) return fail(400, { form });
    const tooMany = await overQuota('letters of a visitor', getClientAddress());
    if (tooMany) return message(form, tooMany, { status: 429 });
    // Not waited for: how long it takes would tell whether there is such an account.
    void sendLink(form.data.email, url.origin, locals.number).catch((error: unknown) =>
      log.error({ what: 'link for a password not sent', ...faultOf(error) })
    );
    return message(
      form,
      `If somebody signs in with ${form.data.email}, a letter with a link is on its way there. It works for a day; look among unwanted mail, too.`
    );
  }
};
