import { message, setError, superValidate } from 'sveltekit-superforms';
import { fail, redirect } from '@sveltejs/kit';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import {
  problemOfPassword,
  readPasswordLink,
  tellPasswordChanged,
  usePasswordLink
} from '$lib/server/accounts';
import { auditAccount } from '$lib/server/school/audit';
import type { Actions, PageServerLoad } from './$types';

const Form = z.object({
  password: z.string().min(1, 'Enter a password.').max(200, 'At most 200 characters.')
});

const problems = {
  used: 'This link was used already. Sign in with the password that you chose then.',
  expired:
    'This link has expired: it works for a day. Ask for a new one where you sign in, or an owner of your school.',
  unknown: 'This link is not known. Check that the whole of it was copied, or ask for a new one.'
};

export const load: PageServerLoad = async (event) => {
  const link = await readPasswordLink(event.params.token);
  return {
    form: await superValidate(zod4(Form)),
    email: link.state === 'open' ? link.email : undefined,
    problem: link.state === 'open' ? undefined : problems[link.state]
  };
};

export const actions: Actions = {
  default: async (event) => {
    const { request, params, locals } = event;
    const form = await superValidate(request, zod4(Form));
    if (!form.valid) return fail(400, { form });
    // Looked up before anything is hashed: a made-up link costs nothing.
    const link = await readPasswordLink(params.token);
    if (link.state !== 'open') return message(form, problems[link.state], { status: 400 });
    const weak = problemOfPassword(form.data.password, [link.email]);
    if (weak) return setError(form, 'password', weak);
    const accountId = await usePasswordLink(params.token, form.data.password);
    if (!accountId) return message(form, problems.used, { status: 400 });
    await tellPasswordChanged(link.email);
    await auditAccount(accountId, 'password set by link', { byThemselves: false, number: locals.number });
    redirect(303, '/sign-in');
  }
};
