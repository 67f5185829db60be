import type { Cookies } from '@sveltejs/kit';
import { type Viewer, lookingAt } from '../accounts';

/** Which region's library a browser looks at where no site says it: the one that was chosen, or opened last. */

const name = 'region';

/** A viewer with the region that the address asks for, or that was chosen before. */
export function withRegion(viewer: Viewer, cookies: Cookies, url: URL): Viewer {
  const asked = url.searchParams.get('region');
  const seen = lookingAt(viewer, asked);
  if (asked && seen.region === asked) {
    followRegion(seen, cookies, url, asked);
    return seen;
  }
  return lookingAt(viewer, cookies.get(name));
}

/** From now on the browser looks at a region: that of a site which was opened, say. */
export function followRegion(
  viewer: Pick<Viewer, 'regions'>,
  cookies: Cookies,
  url: URL,
  region: string
): void {
  if (viewer.regions.length > 1 && cookies.get(name) !== region)
    cookies.set(name, region, {
      path: '/',
      maxAge: 365 * 24 * 3600,
      httpOnly: true,
      sameSite: 'lax',
      secure: url.protocol === 'https:'
    });
}
