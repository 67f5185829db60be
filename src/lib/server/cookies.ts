import type { Cookies } from '@sveltejs/kit';

const name = 'session';
const maxAge = 30 * 24 * 3600;

export const readSessionCookie = (cookies: Cookies): string | undefined => cookies.get(name);

/** HttpOnly, SameSite; Secure wherever the address is not plain loopback. */
export function setSessionCookie(cookies: Cookies, token: string, url: URL): void {
  cookies.set(name, token, {
    path: '/',
    httpOnly: true,
    sameSite: 'lax',
    secure: url.protocol === 'https:',
    maxAge
  });
}

export const clearSessionCookie = (cookies: Cookies): void => cookies.delete(name, { path: '/' });
