import type { Cookies } from '@sveltejs/kit';
import { sessionDays } from './sessions';

const day = 24 * 3600;

/**
 * Behind TLS the names begin with `__Host-`: a browser then takes the cookie for this host alone, with TLS alone, and
 * no neighbouring host can plant one.
 */
const isSecure = (url: URL) => url.protocol === 'https:';
const named = (name: string, url: URL) => (isSecure(url) ? `__Host-${name}` : name);

const options = (url: URL, days: number) =>
  ({
    path: '/',
    httpOnly: true,
    sameSite: 'lax',
    secure: isSecure(url),
    maxAge: days * day
  }) as const;

export const readSessionCookie = (cookies: Cookies, url: URL): string | undefined =>
  cookies.get(named('session', url));

export const setSessionCookie = (cookies: Cookies, token: string, url: URL): void =>
  cookies.set(named('session', url), token, options(url, sessionDays));

export const clearSessionCookie = (cookies: Cookies, url: URL): void =>
  cookies.delete(named('session', url), { path: '/', secure: isSecure(url) });

/** The mark of a device on which somebody has signed in: it opens nothing, but is not locked out with strangers. */
export const readDeviceCookie = (cookies: Cookies, url: URL): string | undefined =>
  cookies.get(named('device', url));

export const setDeviceCookie = (cookies: Cookies, token: string, url: URL): void =>
  cookies.set(named('device', url), token, options(url, 365));

/** The phone of a round: for a day, as long as the round's code stands. */
export const readSeatCookie = (cookies: Cookies, url: URL): string | undefined =>
  cookies.get(named('seat', url));

export const setSeatCookie = (cookies: Cookies, link: string, url: URL): void =>
  cookies.set(named('seat', url), link, options(url, 1));

export const clearSeatCookie = (cookies: Cookies, url: URL): void =>
  cookies.delete(named('seat', url), { path: '/', secure: isSecure(url) });

/** Who has entered the password and owes the code: for as long as the browser is open, ten minutes on the server. */
export const readBegunCookie = (cookies: Cookies, url: URL): string | undefined =>
  cookies.get(named('begun', url));

export const setBegunCookie = (cookies: Cookies, token: string, url: URL): void => {
  const { maxAge: _, ...forSession } = options(url, 0);
  cookies.set(named('begun', url), token, forSession);
};

export const clearBegunCookie = (cookies: Cookies, url: URL): void =>
  cookies.delete(named('begun', url), { path: '/', secure: isSecure(url) });
