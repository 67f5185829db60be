/**
 * A path of our own, so that an address cannot send people elsewhere: `//host` and `/\\host` lead to other sites.
 * @param fallback where it is none
 */
export const ownPath = (to: string | null | undefined, fallback = '/today'): string =>
  to && /^\/[a-z][\w/-]*(\?[\w=&%.:-]*)?$/.test(to) ? to : fallback;
