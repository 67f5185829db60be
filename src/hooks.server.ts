import { type Handle, type ServerInit, redirect } from '@sveltejs/kit';
import { assertBoundRole, closePool } from '$lib/server/pool';
import { readSessionCookie } from '$lib/server/cookies';
import { keepSweeping } from '$lib/server/housekeeping';
import { hasAccounts, viewerOf } from '$lib/server/sign-in';

export const init: ServerInit = async () => {
  if (!process.env['DATABASE_URL']) return;
  await assertBoundRole();
  const stopSweeping = keepSweeping();
  // adapter-node's word for 'stop': idle connections would keep the process alive.
  process.once('sveltekit:shutdown', () => {
    stopSweeping();
    void closePool();
  });
};

const open = ['/sign-in', '/set-up', '/welcome', '/health'];
const isOpen = (path: string) => open.some((prefix) => path === prefix || path.startsWith(`${prefix}/`));

export const handle: Handle = async ({ event, resolve }) => {
  const { url, cookies, request } = event;
  // ORIGIN names one host; a loopback visitor under another name is sent there, so that cookies and forms agree.
  const host = request.headers.get('host');
  if (
    host &&
    host !== url.host &&
    /^(localhost|127\.0\.0\.1|\[::1\]):\d+$/.test(host) &&
    request.method === 'GET'
  )
    redirect(307, `${url.origin}${url.pathname}${url.search}`);

  const token = readSessionCookie(cookies);
  event.locals.viewer = token ? await viewerOf(token) : undefined;
  if (!event.locals.viewer && !isOpen(url.pathname)) {
    if (url.pathname.startsWith('/api/'))
      return new Response(JSON.stringify({ problem: 'Sign in first.' }), { status: 401 });
    const to = url.pathname === '/' ? '' : `?to=${encodeURIComponent(url.pathname)}`;
    redirect(303, (await hasAccounts()) ? `/sign-in${to}` : '/set-up');
  }
  const theme = cookies.get('theme');
  const response = await resolve(event, {
    transformPageChunk: ({ html }) =>
      theme === 'dusk' || theme === 'sun' ? html.replace('data-theme="day"', `data-theme="${theme}"`) : html
  });
  response.headers.set('x-content-type-options', 'nosniff');
  response.headers.set('referrer-policy', 'same-origin');
  response.headers.set('permissions-policy', 'camera=(), microphone=(), geolocation=(self)');
  return response;
};
