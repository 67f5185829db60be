import { fail, redirect } from '@sveltejs/kit';
import { message, setError, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import { acceptInvitation, readInvitation, setBegunCookie, setSessionCookie } from '$lib/server/accounts';
import { audit } from '$lib/server/school/audit';
import { callerOf, slowDown } from '$lib/server/request/caller';
import { withSchool } from '$lib/server/database/school';
import type { Actions, PageServerLoad } from './$types';

const Form = z.object({
  password: z.string().min(1, 'Enter a password.').max(200, 'At most 200 characters.')
});

const problems = {
  used: 'This invitation was used already. Sign in with the password that you chose then.',
  expired: 'This invitation has expired. Ask your instructor for a new one.',
  unknown: 'This invitation is not known. Check that the whole link was copied, or ask for a new one.',
  wrong:
    'There is an account with this e-mail address already, and this is not its password. Enter the password of that account to join with it.',
  member: 'You are of this school already, under this e-mail address. Sign in with it.'
};

export const load: PageServerLoad = async (event) => {
  const invitation = await readInvitation(event.params.token);
  return {
    form: await superValidate(zod4(Form)),
    invitation: invitation.state === 'open' ? invitation : undefined,
    problem: invitation.state === 'open' ? undefined : problems[invitation.state]
  };
};

export const actions: Actions = {
  default: async (event) => {
    const { request, params, cookies, url, locals } = event;
    const form = await superValidate(request, zod4(Form));
    if (!form.valid) return fail(400, { form });
    const result = await acceptInvitation(params.token, form.data.password, callerOf(event));
    if ('problem' in result) {
      form.data.password = '';
      if (result.problem === 'slow') return message(form, slowDown(event, result.seconds), { status: 429 });
      if (result.problem === 'weak') return setError(form, 'password', result.words);
      return message(form, problems[result.problem], { status: 400 });
    }
    const { schoolId, personId } = result;
    await withSchool(schoolId, (db) => audit(db, { personId, number: locals.number }, 'joined', personId));
    if ('begun' in result) {
      setBegunCookie(cookies, result.begun, url);
      redirect(303, '/sign-in/code');
    }
    setSessionCookie(cookies, result.token, url);
    redirect(303, '/today');
  }
};
