import { fail, redirect } from '@sveltejs/kit';
import { message, setError, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import { timeZones } from '$lib/server/time-zones';
import { NewPassword, hasAccounts, setSessionCookie, setUpFirstOwner } from '$lib/server/accounts';
import { callerOf } from '$lib/server/request/caller';
import { settings } from '$lib/server/settings';
import type { Actions, PageServerLoad } from './$types';

const Form = z.object({
  school: z.string().trim().min(1, 'Name the school.').max(120),
  name: z.string().trim().min(1, 'Enter your name.').max(120),
  email: z.email('This is no e-mail address.'),
  password: NewPassword,
  code: z.string().max(200).default(''),
  timeZone: z.enum(timeZones).default('Europe/Dublin')
});

/** Who starts an empty installation is shown a code, so that not just anybody who passes by becomes its owner. */
const codeWanted = () => settings().SETUP_CODE;

export const load: PageServerLoad = async (event) => {
  if (await hasAccounts()) redirect(303, '/sign-in');
  const code = event.url.searchParams.get('code') ?? '';
  return {
    form: await superValidate({ code }, zod4(Form), { errors: false }),
    zones: timeZones,
    asksForCode: codeWanted() !== undefined
  };
};

export const actions: Actions = {
  default: async (event) => {
    const { request, cookies, url } = event;
    const form = await superValidate(request, zod4(Form));
    if (!form.valid) return fail(400, { form });
    const wanted = codeWanted();
    if (wanted !== undefined && form.data.code.trim() !== wanted)
      return setError(form, 'code', 'This is not the code that the start command has printed.');
    const token = await setUpFirstOwner(form.data, callerOf(event).device);
    if (!token)
      return message(form, 'Somebody else has just set up this installation. Sign in instead.', {
        status: 409
      });
    setSessionCookie(cookies, token, url);
    redirect(303, '/today');
  }
};
