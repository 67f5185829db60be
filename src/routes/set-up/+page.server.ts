import { fail, redirect } from '@sveltejs/kit';
import { message, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import { setSessionCookie } from '$lib/server/cookies';
import { hasAccounts, leastPasswordLength, setUpFirstOwner } from '$lib/server/sign-in';
import type { Actions, PageServerLoad } from './$types';

const zones = Intl.supportedValuesOf('timeZone');

const Form = z.object({
  school: z.string().trim().min(1, 'Name the school.').max(120),
  name: z.string().trim().min(1, 'Enter your name.').max(120),
  email: z.email('This is no e-mail address.'),
  password: z
    .string()
    .min(leastPasswordLength, `Choose at least ${leastPasswordLength} characters.`)
    .max(200),
  timeZone: z.enum(zones as [string, ...string[]]).default('Europe/Dublin')
});

export const load: PageServerLoad = async () => {
  if (await hasAccounts()) redirect(303, '/sign-in');
  return { form: await superValidate(zod4(Form)), zones };
};

export const actions: Actions = {
  default: async ({ request, cookies, url }) => {
    const form = await superValidate(request, zod4(Form));
    if (!form.valid) return fail(400, { form });
    const token = await setUpFirstOwner(form.data);
    if (!token)
      return message(form, 'Somebody else has just set up this installation. Sign in instead.', {
        status: 409
      });
    setSessionCookie(cookies, token, url);
    redirect(303, '/school');
  }
};
