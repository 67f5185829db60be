import type { RequestEvent } from '@sveltejs/kit';
import { type Caller, deviceOf, readDeviceCookie } from '../accounts';

/** Where a request comes from, for limits and for the list of sessions. */
export const callerOf = ({ cookies, url, request, getClientAddress }: RequestEvent): Caller => ({
  address: getClientAddress(),
  device: deviceOf(request.headers.get('user-agent')),
  deviceToken: readDeviceCookie(cookies, url)
});

/** What is said to somebody who has tried too often. */
export function slowDown({ setHeaders }: Pick<RequestEvent, 'setHeaders'>, seconds: number): string {
  setHeaders({ 'retry-after': String(seconds) });
  return `Too many attempts. Wait ${Math.ceil(seconds / 60)} min and try again; nothing is locked for good.`;
}
