import { redirect } from '@sveltejs/kit';
import { clearSessionCookie, readSessionCookie, signOut, signOutEverywhere } from '$lib/server/accounts';
import { requireSignedIn } from '$lib/server/request/guard';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ request, cookies, locals, url }) => {
  const everywhere = (await request.formData()).get('everywhere') === 'yes';
  if (everywhere) await signOutEverywhere(requireSignedIn(locals).accountId);
  else await signOut(readSessionCookie(cookies, url) ?? '');
  clearSessionCookie(cookies, url);
  // The page takes the walks off this device; a session that merely ran out leaves them on it.
  redirect(303, '/sign-in?signed-out');
};
