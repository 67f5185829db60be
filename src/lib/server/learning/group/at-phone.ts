import { type Cookies, error } from '@sveltejs/kit';
import { readSeatCookie } from '../../accounts';
import { type Seat, readSeat } from './seats';

/** The phone that asks, by its cookie; or words for one that is in no round. */
export async function atPhone({
  cookies,
  url
}: {
  readonly cookies: Cookies;
  readonly url: URL;
}): Promise<Seat> {
  return (
    (await readSeat(readSeatCookie(cookies, url))) ??
    error(401, 'This phone is in no round: join it by the code on the screen.')
  );
}
