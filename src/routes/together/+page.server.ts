import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { isComing, listWalks, readWalk } from '$lib/server/walk/walks';
import { fieldsAction } from '$lib/server/request/actions';
import { inSchoolOf, orNotFound, requireLeader } from '$lib/server/request/guard';
import { overQuota } from '$lib/server/request/limits';
import { pairChoices } from '$lib/server/learning/drills';
import { schoolLibrary } from '$lib/server/library/library';
import { leastSpecimens, listGroupRounds, mostSpecimens, startGroupRound } from '$lib/server/learning/group';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, url }) => {
  const viewer = requireLeader(locals);
  return inSchoolOf(viewer, async (db) => ({
    choice: pairChoices(await schoolLibrary(db, viewer.region), viewer.today),
    rounds: (await listGroupRounds(db)).map(({ spec: _, ...round }) => round),
    walks: (await listWalks(db, viewer))
      .filter((walk) => isComing(walk, viewer.today))
      .map(({ id: value, name: label }) => ({ value, label })),
    walk: url.searchParams.get('walk') ?? 'now',
    least: leastSpecimens,
    most: mostSpecimens
  }));
};

const NewRound = z.object({
  name: z.string().trim().min(1, 'Give the round a name.').max(120, 'At most 120 letters.'),
  /** A walk, or what is up now, or what the year brings. */
  walk: z.union([z.enum(['now', 'year']), z.uuid()]),
  taxon: z.string().max(80).default(''),
  family: z.string().max(80).default(''),
  length: z.coerce
    .number('Say how many specimens.')
    .int('A whole number of specimens.')
    .min(leastSpecimens, `At least ${leastSpecimens} specimens.`)
    .max(mostSpecimens, `At most ${mostSpecimens} specimens.`)
});

export const actions: Actions = {
  default: fieldsAction(
    requireLeader,
    NewRound,
    async ({ name, walk, taxon, family, length }, { viewer }) => {
      const tooMany = await overQuota('rounds', viewer.personId);
      if (tooMany) return fail(429, { problem: tooMany });
      const walkId = walk === 'now' || walk === 'year' ? undefined : walk;
      const id = await inSchoolOf(viewer, async (db) =>
        startGroupRound(db, viewer, {
          name,
          choice: { when: walk === 'year' ? 'year' : 'now', taxon, family },
          walk: walkId ? orNotFound(await readWalk(db, viewer, walkId), 'walk') : undefined,
          length
        })
      );
      if (!id)
        return fail(409, {
          problem: walkId
            ? 'Nothing dangerous is mistaken for what is planned there. Choose what is up now, or another walk.'
            : 'Nothing of that is mistaken for something dangerous and drawn. Choose the whole year, a walk, or less.'
        });
      redirect(303, `/together/${id}`);
    }
  )
};
