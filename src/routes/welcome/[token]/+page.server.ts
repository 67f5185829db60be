import { fail, redirect } from '@sveltejs/kit';
import { message, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import { setSessionCookie } from '$lib/server/cookies';
import { acceptInvitation, leastPasswordLength, readInvitation } from '$lib/server/sign-in';
import type { Actions, PageServerLoad } from './$types';

const Form = z.object({
  password: z.string().min(leastPasswordLength, `Choose at least ${leastPasswordLength} characters.`).max(200)
});

const problems = {
  used: 'This invitation was used already. Sign in with the password that you chose then.',
  expired: 'This invitation has expired. Ask your instructor for a new one.',
  unknown: 'This invitation is not known. Check that the whole link was copied, or ask for a new one.',
  taken: 'There is an account with this e-mail address already. Sign in with it, or ask your instructor.'
};

export const load: PageServerLoad = async ({ params }) => {
  const invitation = await readInvitation(params.token);
  return {
    form: await superValidate(zod4(Form)),
    invitation: invitation.state === 'open' ? invitation : undefined,
    problem: invitation.state === 'open' ? undefined : problems[invitation.state]
  };
};

export const actions: Actions = {
  default: async ({ request, params, cookies, url }) => {
    const form = await superValidate(request, zod4(Form));
    if (!form.valid) return fail(400, { form });
    const result = await acceptInvitation(params.token, form.data.password);
    if ('problem' in result) return message(form, problems[result.problem], { status: 400 });
    setSessionCookie(cookies, result.token, url);
    redirect(303, '/today');
  }
};
