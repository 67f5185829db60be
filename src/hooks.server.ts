import { randomBytes } from 'node:crypto';
import {
  type Handle,
  type HandleServerError,
  type RequestEvent,
  type ServerInit,
  error,
  isHttpError,
  isRedirect,
  redirect
} from '@sveltejs/kit';
import { hasAccounts, readSessionCookie, viewerOf } from '$lib/server/accounts';
import { inWords, mostBytesOf } from '$lib/server/request/body-limits';
import { cleanRequest } from '$lib/server/request/clean-request';
import { closePool, connectionsNow, whenAnswering } from '$lib/server/database/database';
import { stopListening } from '$lib/server/database/notices';
import { closeStreams } from '$lib/server/request/event-stream';
import { keepSweeping } from '$lib/server/school/housekeeping';
import { keepSending } from '$lib/server/mail';
import { faultOf, log } from '$lib/server/request/log';
import { countAnswer, serveMetrics } from '$lib/server/request/metrics';
import { withRegion } from '$lib/server/request/region';
import { report } from '$lib/server/request/trouble';
import { settings } from '$lib/server/settings';

export const init: ServerInit = async () => {
  if (!process.env['DATABASE_URL']) return;
  try {
    settings();
  } catch (problem) {
    process.stderr.write(`${(problem as Error).message}\n`);
    process.exit(1);
  }
  // A forgotten promise is a fault to be mended, and no reason to leave everybody else without an answer.
  process.on('unhandledRejection', (problem) =>
    log.error({ what: 'rejection not handled', ...faultOf(problem) })
  );
  await whenAnswering();
  const stopSweeping = keepSweeping();
  const stopSending = keepSending();
  const stopMetrics = serveMetrics(connectionsNow);
  // adapter-node's word for 'stop': idle connections would keep the process alive.
  process.once('sveltekit:shutdown', () => {
    stopSweeping();
    stopSending();
    stopMetrics();
    closeStreams();
    stopListening();
    void closePool();
  });
};

// The field page shows nothing of the server's: what it shows lies on the phone.
const open = [
  '/sign-in',
  '/forgotten',
  '/new-email',
  '/set-up',
  '/welcome',
  '/new-password',
  '/well',
  '/join',
  '/health',
  '/field'
];
/** Where somebody gets without the second factor that their school wants of them. */
const withoutFactor = ['/me/second-factor', '/me/school', '/confirm', '/sign-out', '/field', '/api/'];
const isOpen = (path: string) => open.some((prefix) => path === prefix || path.startsWith(`${prefix}/`));
const changes = (method: string) => !['GET', 'HEAD', 'OPTIONS'].includes(method);

/** ORIGIN names one host; a loopback visitor under another name is sent there, so that cookies and forms agree. */
function toOwnHost({ url, request }: RequestEvent): void {
  const host = request.headers.get('host');
  if (
    host &&
    host !== url.host &&
    /^(localhost|127\.0\.0\.1|\[::1\]):\d+$/.test(host) &&
    request.method === 'GET'
  )
    redirect(307, `${url.origin}${url.pathname}${url.search}`);
}

/** What another site makes a browser send is refused, whatever it says that it is; SvelteKit looks at forms alone. */
function fromOwnSite({ url, request }: RequestEvent): void {
  if (!changes(request.method)) return;
  const origin = request.headers.get('origin');
  if ((origin && origin !== url.origin) || request.headers.get('sec-fetch-site') === 'cross-site')
    error(403, 'This was sent from another site.');
}

/** Lets go by what is not read: a browser listens only when it has said everything. */
async function discard(body: ReadableStream<Uint8Array>): Promise<void> {
  const reader = body.getReader();
  // What is larger than the server takes at all ends in an error, which says the same.
  while (!(await reader.read().catch(() => ({ done: true }))).done);
}

/** Refuses what is too large before any of it is taken apart. */
async function ofBearableSize({ request, route, locals }: RequestEvent): Promise<void> {
  if (!changes(request.method) || !request.body) return;
  const length = request.headers.get('content-length');
  if (length === null) error(411, 'Say how long what you send is.');
  const most = mostBytesOf(route.id, Boolean(locals.viewer));
  if (Number(length) <= most) return;
  await discard(request.body);
  error(413, `This is larger than the ${inWords(most)} that are taken here: nothing was stored.`);
}

/** Whether it is a form that a page sent with script. */
const isSentByScript = ({ headers }: Request) => headers.get('x-sveltekit-action') === 'true';

/** A refusal of such a form is shown on its page, with what was typed still in it. */
function shownOnPage({ request }: RequestEvent, status: number, body: App.Error): Response | undefined {
  if (!isSentByScript(request)) return undefined;
  return Response.json({ type: 'error', status, error: body }, { status });
}

/**
 * Which scripts a page needs is told within it. As a header it is four kilobytes, more than proxies with usual buffers
 * take.
 */
function pageOptions(theme: string | undefined) {
  const scripts: string[] = [];
  return {
    preload: ({ type, path }: { type: string; path: string }) => {
      if (type === 'js') scripts.push(path);
      return false;
    },
    transformPageChunk: ({ html }: { html: string }) => {
      const links = scripts.splice(0).map((path) => `<link rel="modulepreload" href="${path}">`);
      const page = links.length > 0 ? html.replace('</head>', `${links.join('')}</head>`) : html;
      return theme === 'dusk' || theme === 'sun'
        ? page.replace('data-theme="day"', `data-theme="${theme}"`)
        : page;
    }
  };
}

/** The headers of every answer; a route may have said its own word on keeping it. */
function secured(response: Response, url: URL): Response {
  const { headers } = response;
  headers.set('x-content-type-options', 'nosniff');
  headers.set('referrer-policy', 'same-origin');
  headers.set('permissions-policy', 'camera=(), microphone=(), geolocation=(self)');
  headers.set('cross-origin-resource-policy', 'same-origin');
  headers.set('cross-origin-opener-policy', 'same-origin');
  headers.set('x-frame-options', 'DENY');
  if (url.protocol === 'https:') headers.set('strict-transport-security', 'max-age=31536000');
  // Nothing private stays in a browser's or a proxy's store: Back after signing out shows nothing.
  if (!headers.has('cache-control')) headers.set('cache-control', 'private, no-store');
  if (headers.get('content-type') === 'text/html') headers.set('content-type', 'text/html; charset=utf-8');
  return response;
}

async function answer(event: RequestEvent, resolve: Parameters<Handle>[0]['resolve']): Promise<Response> {
  const { url, cookies, locals, request } = event;
  if (url.pathname.startsWith('/health')) return resolve(event);
  toOwnHost(event);
  fromOwnSite(event);
  if (/%0?0(?![0-9a-f])/i.test(url.pathname + url.search)) error(400, 'This address is not readable.');
  const token = readSessionCookie(cookies, url);
  const viewer = token ? await viewerOf(token) : undefined;
  locals.viewer = viewer && withRegion(viewer, cookies, url);
  await ofBearableSize(event);
  cleanRequest(request);
  if (!locals.viewer && !isOpen(url.pathname)) {
    if (url.pathname.startsWith('/api/')) error(401, 'Sign in first.');
    if (isSentByScript(request))
      error(401, 'You are not signed in any more: sign in in another tab, then send this again.');
    const to = url.pathname === '/' ? '' : `?to=${encodeURIComponent(url.pathname)}`;
    redirect(303, (await hasAccounts()) ? `/sign-in${to}` : '/set-up');
  }
  // What a phone brings home from the field is taken all the same.
  if (locals.viewer?.lacksFactor && !withoutFactor.some((path) => url.pathname.startsWith(path)))
    redirect(303, '/me/second-factor');
  return resolve(event, pageOptions(cookies.get('theme')));
}

export const handle: Handle = async ({ event, resolve }) => {
  event.locals.number = randomBytes(5).toString('hex');
  const began = performance.now();
  let status = 500;
  try {
    const response = secured(await answer(event, resolve), event.url);
    const { body, bodyUsed } = event.request;
    // What was refused before it was read still lies on the line, and would break the next request on it.
    if (body && !bodyUsed && !body.locked) await discard(body);
    // SvelteKit gives every fault 500; what is away for a moment, or was no fault of ours, has a status of its own.
    status = response.status === 500 ? (event.locals.fault ?? 500) : response.status;
    return status === response.status
      ? response
      : new Response(response.body, { status, headers: response.headers });
  } catch (thrown) {
    if (isRedirect(thrown)) status = thrown.status;
    if (isRedirect(thrown)) throw thrown;
    const { status: found, ...body } = isHttpError(thrown)
      ? { status: thrown.status, number: event.locals.number, ...thrown.body }
      : report(thrown, event);
    status = found;
    const shown = shownOnPage(event, status, body);
    if (shown) return secured(shown, event.url);
    // The page of a fault this early has room for words alone.
    error(status, status < 500 ? body : { ...body, message: `${body.message} (Number ${body.number}.)` });
  } finally {
    const ms = Math.round(performance.now() - began);
    countAnswer(event.route.id, event.request.method, status, ms);
    log.info({
      request: event.locals.number,
      who: event.locals.viewer?.personId,
      method: event.request.method,
      // The pattern, not the address: there may be a token in it.
      route: event.route.id,
      status,
      ms
    });
  }
};

export const handleError: HandleServerError = ({ error: problem, event, status, message }) => {
  if (status === 404) return { message, number: event.locals.number };
  const { message: said, number, status: fault } = report(problem, event);
  event.locals.fault = fault;
  return { message: said, number };
};
