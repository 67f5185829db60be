import { redirect } from '@sveltejs/kit';
import { clearSeatCookie, readSeatCookie } from '$lib/server/accounts';
import { withSchool } from '$lib/server/database/school';
import { answersOf, readSeat, viewsOf } from '$lib/server/learning/group';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ cookies, url }) => {
  const seat = await readSeat(readSeatCookie(cookies, url));
  const views = seat && (await viewsOf(seat.schoolId, seat.roundId));
  if (!views) redirect(303, '/join');
  return {
    name: seat.name,
    round: views.phone,
    answers: await withSchool(seat.schoolId, (db) => answersOf(db, seat))
  };
};

export const actions: Actions = {
  leave: ({ cookies, url }) => {
    clearSeatCookie(cookies, url);
    redirect(303, '/join');
  }
};
