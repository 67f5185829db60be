import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { isComing, listWalks, readWalk } from '$lib/server/walk/walks';
import { fieldsAction } from '$lib/server/request/actions';
import { inSchoolOf, orNotFound, requireLeader } from '$lib/server/request/guard';
import { overQuota } from '$lib/server/request/limits';
import { leastSpecimens, listGroupRounds, mostSpecimens, startGroupRound } from '$lib/server/learning/group';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, url }) => {
  const viewer = requireLeader(locals);
  return inSchoolOf(viewer, async (db) => ({
    rounds: (await listGroupRounds(db)).map(({ spec: _, ...round }) => round),
    walks: (await listWalks(db, viewer))
      .filter((walk) => isComing(walk, viewer.today))
      .map(({ id: value, name: label }) => ({ value, label })),
    walk: url.searchParams.get('walk') ?? '',
    least: leastSpecimens,
    most: mostSpecimens
  }));
};

const NewRound = z.object({
  name: z.string().trim().min(1, 'Give the round a name.').max(120, 'At most 120 letters.'),
  walk: z.union([z.literal('').transform(() => undefined), z.uuid()]),
  length: z.coerce
    .number('Say how many specimens.')
    .int('A whole number of specimens.')
    .min(leastSpecimens, `At least ${leastSpecimens} specimens.`)
    .max(mostSpecimens, `At most ${mostSpecimens} specimens.`)
});

export const actions: Actions = {
  default: fieldsAction(requireLeader, NewRound, async ({ name, walk: walkId, length }, { viewer }) => {
    const tooMany = await overQuota('rounds', viewer.personId);
    if (tooMany) return fail(429, { problem: tooMany });
    const id = await inSchoolOf(viewer, async (db) =>
      startGroupRound(db, viewer, {
        name,
        walk: walkId ? orNotFound(await readWalk(db, viewer, walkId), 'walk') : undefined,
        length
      })
    );
    if (!id)
      return fail(409, {
        problem: walkId
          ? 'Nothing dangerous is mistaken for what is planned there. Choose what is up now, or another walk.'
          : 'Nothing that is up now is mistaken for something dangerous. Choose a walk.'
      });
    redirect(303, `/together/${id}`);
  })
};
