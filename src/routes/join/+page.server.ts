import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { readCode } from '$core/words';
import { codeLength, readSeatCookie, roundBehind, setSeatCookie } from '$lib/server/accounts';
import { problemsOf } from '$lib/server/request/actions';
import { callerOf, slowDown } from '$lib/server/request/caller';
import { guess } from '$lib/server/request/limits';
import { SeatName, joinRound, readSeat } from '$lib/server/learning/group';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ url, cookies, locals }) => {
  const seat = await readSeat(readSeatCookie(cookies, url));
  const code = readCode(url.searchParams.get('code') ?? '', codeLength);
  // A phone that comes back by the code on the screen is where it was.
  if (seat && code && (await roundBehind(code))?.roundId === seat.roundId) redirect(303, '/join/phone');
  return {
    code: url.searchParams.get('code')?.slice(0, 20) ?? '',
    name: locals.viewer?.name ?? '',
    isIn: seat?.name
  };
};

const Joining = z.object({ code: z.string().max(40), name: SeatName });

export const actions: Actions = {
  default: async (event) => {
    const entered = Object.fromEntries(await event.request.formData());
    const kept = { code: String(entered['code'] ?? ''), name: String(entered['name'] ?? '') };
    const asked = Joining.safeParse(entered);
    if (!asked.success) return fail(400, { problem: problemsOf(asked.error), kept });
    const code = readCode(asked.data.code, codeLength);
    if (!code)
      return fail(400, {
        problem: `A code has ${codeLength} signs, as on the screen: one of these is another, or missing.`,
        kept
      });
    const { wait, succeeded } = await guess(callerOf(event).address);
    if (wait) return fail(429, { problem: slowDown(event, wait), kept });
    const joined = await joinRound(code, asked.data.name);
    if (!('link' in joined) && joined.status === 404)
      return fail(joined.status, { problem: joined.problem, kept });
    // Whoever knew a code was no guesser, even where the round is over.
    await succeeded();
    if (!('link' in joined)) return fail(joined.status, { problem: joined.problem, kept });
    setSeatCookie(event.cookies, joined.link, event.url);
    redirect(303, '/join/phone');
  }
};
