import { redirect } from '@sveltejs/kit';
import { z } from 'zod';
import type { Actions, PageServerLoad } from './$types';

const Theme = z.enum(['day', 'dusk', 'sun']);

export const load: PageServerLoad = ({ cookies }) => ({
  theme: Theme.catch('day').parse(cookies.get('theme'))
});

export const actions: Actions = {
  theme: async ({ request, cookies }) => {
    const theme = Theme.catch('day').parse((await request.formData()).get('theme'));
    cookies.set('theme', theme, {
      path: '/',
      maxAge: 365 * 24 * 3600,
      httpOnly: true,
      sameSite: 'lax',
      secure: false
    });
    redirect(303, '/me');
  }
};
