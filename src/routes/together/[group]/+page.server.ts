import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { type Choice, groupActs } from '$core/learning';
import { squaresOf } from '$lib/server/squares';
import { fieldsAction, idAction } from '$lib/server/request/actions';
import { idFrom, inSchoolOf, orNotFound, requireLeader } from '$lib/server/request/guard';
import {
  answersIn,
  countHands,
  freeSeat,
  listSeats,
  moveOn,
  readGroupRound,
  summaryOf,
  viewsOf
} from '$lib/server/learning/group';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params, url }) => {
  const viewer = requireLeader(locals);
  const id = idFrom(params.group, 'round');
  const { screen } = orNotFound(await viewsOf(viewer.schoolId, id), 'round');
  const { code, seats, answers } = await inSchoolOf(viewer, async (db) => {
    const round = (await readGroupRound(db, id))!;
    return {
      code: round.code,
      seats: await listSeats(db, id, round.position),
      answers: round.phase === 'closed' ? await answersIn(db, id) : []
    };
  });
  return {
    id,
    screen,
    seats,
    summary: screen.phase === 'closed' ? await summaryOf(viewer.schoolId, id, answers) : [],
    join: {
      code,
      at: `${url.host}/join`,
      square: squaresOf(`${url.origin}/join?code=${code}`)
    }
  };
};

const Act = z.object({
  act: z.enum(groupActs),
  /** What the screen showed. */
  step: z.coerce.number().int().nonnegative()
});

const raised = z.coerce
  .number('Count the hands, in figures.')
  .int('Whole hands.')
  .min(0, 'Hands are counted from none.')
  .max(500, 'At most 500 hands.');
const Hands = z.object({ target: raised, lookalike: raised, 'cannot tell': raised });

const roundOf = ({ params }: { params: Partial<Record<string, string>> }) => idFrom(params['group'], 'round');

export const actions: Actions = {
  act: fieldsAction(requireLeader, Act, async ({ act, step }, { viewer, event }) => {
    const moved = await inSchoolOf(viewer, (db) => moveOn(db, roundOf(event), act, step));
    if (moved === 'gone') return orNotFound(undefined, 'round');
    // Two presses of one key, or a second screen: what stands is shown.
    return moved === 'out of place'
      ? fail(409, {
          problem: 'Nothing comes next here: what is shown has to be told first, or the round is over.'
        })
      : { moved: moved === 'moved' };
  }),
  hands: fieldsAction(requireLeader, Hands, async (hands, { viewer, event }) => {
    const counted = await inSchoolOf(viewer, (db) =>
      countHands(db, roundOf(event), hands satisfies Record<Choice, number>)
    );
    return counted
      ? { counted }
      : fail(409, { problem: 'Hands are counted while a specimen is asked about.' });
  }),
  free: idAction(requireLeader, 'seat', 'phone', async (seat, { viewer, event }) => {
    const isFreed = await inSchoolOf(viewer, (db) => freeSeat(db, roundOf(event), seat));
    return isFreed ? { freed: true } : fail(409, { problem: 'That name is free already.' });
  })
};
