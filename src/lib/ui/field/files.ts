import { version } from '$app/environment';
import { drawingScript } from './drawing/drawer';

/** The files that the field page consists of, kept on the phone so that it opens without network. */

const cacheName = `field ${version}`;

/** What the page itself names: its scripts, styles, and what its first script fetches. */
function named(page: Document): string[] {
  const links = [...page.querySelectorAll<HTMLLinkElement>('link[href]')].map((link) =>
    link.getAttribute('href')!
  );
  const imported = [...page.scripts].flatMap((script) =>
    [...script.text.matchAll(/import\("([^"]+)"\)/g)].map(([, path]) => path!)
  );
  return [...links, ...imported];
}

/** Fonts that a style sheet names. */
const fontsIn = (css: string, at: string): string[] =>
  [...css.matchAll(/url\(\s*["']?([^"')]+\.woff2)["']?\s*\)/g)].map(
    ([, path]) => new URL(path!, at).pathname
  );

async function fetched(path: string): Promise<Response> {
  const response = await fetch(path, { credentials: 'same-origin' });
  if (!response.ok) throw new Error(`${path} answered ${response.status}`);
  return response;
}

/**
 * Keeps the field page and all its files; what an older release kept goes once this one is whole.
 * @returns how many files there are
 * @throws where one cannot be fetched or kept: then the older ones stay
 */
export async function keepFiles(): Promise<number> {
  const cache = await caches.open(cacheName);
  const shell = await fetched('/field');
  const page = new DOMParser().parseFromString(await shell.clone().text(), 'text/html');
  const paths = new Set(
    [...named(page), drawingScript].map((href) => new URL(href, location.origin + '/field').pathname)
  );
  for (const path of [...paths]) {
    if (await cache.match(path)) continue;
    const response = await fetched(path);
    if (path.endsWith('.css'))
      for (const font of fontsIn(await response.clone().text(), response.url)) paths.add(font);
    await cache.put(path, response);
  }
  for (const path of paths) if (!(await cache.match(path))) await cache.put(path, await fetched(path));
  await cache.put('/field', shell);
  for (const name of await caches.keys())
    if (name.startsWith('field ') && name !== cacheName) await caches.delete(name);
  return paths.size + 1;
}

/** Whether this release is kept whole. */
export const filesAreKept = async (): Promise<boolean> =>
  (await caches.has(cacheName)) && (await (await caches.open(cacheName)).match('/field')) !== undefined;

/** Lets the field page be answered without network. @throws where the browser has no service workers */
export async function registerWorker(): Promise<void> {
  if (!('serviceWorker' in navigator))
    throw new Error(
      'This browser opens no page without network. It may be that the address is not secure: take the walk along over https.'
    );
  await navigator.serviceWorker.register('/service-worker.js');
  await navigator.serviceWorker.ready;
}
