import { fail, redirect } from '@sveltejs/kit';
import { message, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import { setSessionCookie } from '$lib/server/cookies';
import { hasAccounts, isEmailTaken, signIn } from '$lib/server/sign-in';
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

/** Only paths of our own, so that a link cannot send people elsewhere. */
const safePath = (to: string | null) => (to && /^\/[a-z][\w/-]*$/.test(to) ? to : '/today');

export const load: PageServerLoad = async ({ locals, url }) => {
  if (locals.viewer) redirect(303, safePath(url.searchParams.get('to')));
  if (!(await hasAccounts())) redirect(303, '/set-up');
  return {
    form: await superValidate(zod4(Form)),
    demo: (await isEmailTaken(demoSignIns[0]!.email))
      ? { signIns: demoSignIns, password: 'good-trail-demo' }
      : undefined
  };
};

export const actions: Actions = {
  default: async ({ request, cookies, url, getClientAddress }) => {
    const form = await superValidate(request, zod4(Form));
    if (!form.valid) return fail(400, { form });
    const result = await signIn(form.data.email, form.data.password, getClientAddress());
    if ('token' in result) {
      setSessionCookie(cookies, result.token, url);
      redirect(303, safePath(url.searchParams.get('to')));
    }
    form.data.password = '';
    return result.problem === 'slow'
      ? message(
          form,
          `Too many attempts. Wait ${Math.ceil(result.seconds / 60)} min and try again; nothing is locked for good.`,
          { status: 429 }
        )
      : message(form, 'E-mail address and password do not belong together.', { status: 400 });
  }
};
