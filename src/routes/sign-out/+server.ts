import { redirect } from '@sveltejs/kit';
import { clearSessionCookie, readSessionCookie } from '$lib/server/cookies';
import { signedIn } from '$lib/server/guard';
import { signOut, signOutEverywhere } from '$lib/server/sign-in';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ request, cookies, locals }) => {
  const everywhere = (await request.formData()).get('everywhere') === 'yes';
  if (everywhere) await signOutEverywhere(signedIn(locals).accountId);
  else await signOut(readSessionCookie(cookies) ?? '');
  clearSessionCookie(cookies);
  redirect(303, '/sign-in');
};
