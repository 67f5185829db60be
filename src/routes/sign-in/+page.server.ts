import { fail, redirect } from '@sveltejs/kit';
import { message, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import {
  hasAccounts,
  isEmailTaken,
  setBegunCookie,
  setDeviceCookie,
  setSessionCookie,
  signIn
} from '$lib/server/accounts';
import { auditAccount } from '$lib/server/school/audit';
import { callerOf, slowDown } from '$lib/server/request/caller';
import { ownPath } from '$lib/server/request/own-path';
import type { Actions, PageServerLoad } from './$types';

const Form = z.object({
  email: z.string().trim().min(1, 'Enter your e-mail address.'),
  password: z.string().min(1, 'Enter your password.')
});

const demoSignIns = [
  { email: 'owner@demo.example', label: 'Owner', does: 'sees and sets everything of the school' },
  {
    email: 'instructor@demo.example',
    label: 'Instructor',
    does: 'plans walks, publishes briefs, sees progress'
  },
  { email: 'assistant@demo.example', label: 'Assistant', does: 'reads plans and briefs' },
  { email: 'learner@demo.example', label: 'Learner', does: 'reads briefs, drills, sees own progress' }
];

export const load: PageServerLoad = async ({ locals, url }) => {
  if (locals.viewer) redirect(303, ownPath(url.searchParams.get('to')));
  if (!(await hasAccounts())) redirect(303, '/set-up');
  return {
    form: await superValidate(zod4(Form)),
    demo: (await isEmailTaken(demoSignIns[0]!.email))
      ? { signIns: demoSignIns, password: 'good-trail-demo' }
      : undefined
  };
};

export const actions: Actions = {
  default: async (event) => {
    const { request, cookies, url, locals } = event;
    const form = await superValidate(request, zod4(Form));
    if (!form.valid) return fail(400, { form });
    const result = await signIn(form.data.email, form.data.password, callerOf(event));
    if (result.accountId && !('seconds' in result) && !('begun' in result))
      await auditAccount(result.accountId, 'token' in result ? 'signed in' : 'sign-in refused', {
        byThemselves: 'token' in result,
        number: locals.number
      });
    if ('token' in result) {
      setSessionCookie(cookies, result.token, url);
      setDeviceCookie(cookies, result.deviceToken, url);
      const to = ownPath(url.searchParams.get('to'));
      redirect(303, result.schools > 1 ? `/me/school?to=${encodeURIComponent(to)}` : to);
    }
    if ('begun' in result) {
      setBegunCookie(cookies, result.begun, url);
      redirect(303, `/sign-in/code${url.search}`);
    }
    form.data.password = '';
    return result.problem === 'slow'
      ? message(form, slowDown(event, result.seconds), { status: 429 })
      : message(form, 'E-mail address and password do not belong together.', { status: 400 });
  }
};
