import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { isDrawnAt, plateAddress } from '$core/figure';
import { englishName, isDangerous } from '$core/knowledge';
import { leads } from '$lib/server/accounts';
import { listSites } from '$lib/server/ground/sites';
import { type SchoolLibrary, schoolLibrary } from '$lib/server/library/library';
import {
  comingPairs,
  learnerState,
  missedLately,
  openRounds,
  pairChoices,
  planToday,
  seasonOfPairs,
  startChosenRound,
  startRoundOfToday,
  worstPairUp
} from '$lib/server/learning/drills';
import { fieldsAction } from '$lib/server/request/actions';
import { inSchoolOf, requireSignedIn } from '$lib/server/request/guard';
import { overQuota } from '$lib/server/request/limits';
import { composedDrills, unitsOf } from '$core/learning';
import type { Actions, PageServerLoad } from './$types';

/** The two plates of the worst pair that is up: what practice is about, whoever opens the page. */
const specimenOf = (own: SchoolLibrary, today: string) =>
  (worstPairUp(own, today, ({ stage }) => isDrawnAt(stage)) ?? []).flatMap(({ taxon, stage: { stage } }) => {
    const plate = plateAddress(own.library, taxon, stage);
    return plate
      ? [{ slug: taxon.slug, name: englishName(taxon), scientific: taxon.name, stage, plate }]
      : [];
  });

/** How many pairs there are to choose from, today and within the year. */
const counted = (pairs: readonly { readonly isoDate: string }[], today: string) => ({
  now: pairs.filter(({ isoDate }) => isoDate === today).length,
  year: pairs.length
});

export const load: PageServerLoad = ({ locals }) => {
  const viewer = requireSignedIn(locals);
  return inSchoolOf(viewer, async (db) => {
    const own = await schoolLibrary(db, viewer.region);
    const { library } = own;
    const walks = await comingPairs(db, viewer);
    const season = seasonOfPairs(own, viewer.today);
    const isSerious = ({ lookalike }: { lookalike: string }) => isDangerous(library.taxa.get(lookalike)!);
    const learner = await learnerState(db, viewer.personId, viewer.today);
    const { next, questions, minutes, due, pairs: ofToday } = planToday(walks, learner, db.now);
    return {
      today: { walkName: next?.name, questions, minutes, due, pairs: ofToday.length },
      leads: leads(viewer),
      open: await openRounds(db, viewer),
      missed: await missedLately(db, viewer, own),
      specimen: specimenOf(own, viewer.today),
      choice: {
        dangerous: counted(
          season.filter((pair) => isSerious(pair)),
          viewer.today
        ),
        mild: counted(
          season.filter((pair) => !isSerious(pair)),
          viewer.today
        ),
        ...pairChoices(own, viewer.today),
        // Where plants stand is told by a walk, not by a list.
        sites: leads(viewer)
          ? (await listSites(db)).map(({ id: value, name: label }) => ({ value, label }))
          : []
      },
      walks: walks.map(({ id, name, heldOn, pairs }) => ({
        id,
        name,
        heldOn,
        pairs: pairs.length,
        due: pairs.filter((pair) =>
          unitsOf(pair).some((unit) => {
            const known = learner.memory.get(unit);
            return !known || known.due <= db.now;
          })
        ).length
      }))
    };
  });
};

const Choice = z.object({
  when: z.enum(['now', 'year']).default('now'),
  lookalikes: z.enum(['dangerous', 'mild']).default('dangerous'),
  taxon: z.string().max(80).default(''),
  against: z.string().max(80).default(''),
  family: z.string().max(80).default(''),
  siteId: z.union([z.uuid(), z.literal('')]).default(''),
  drill: z.union([z.enum(composedDrills), z.literal('').transform(() => undefined)]).optional()
});

export const actions: Actions = {
  chosen: fieldsAction(requireSignedIn, Choice, async (choice, { viewer }) => {
    const tooMany = await overQuota('rounds', viewer.personId);
    if (tooMany) return fail(429, { problem: tooMany });
    const round = await inSchoolOf(viewer, (db) =>
      startChosenRound(db, viewer, leads(viewer) ? choice : { ...choice, siteId: '' })
    );
    if (!round)
      return fail(409, {
        problem:
          choice.when === 'now'
            ? 'Nothing of that can be asked now: choose the whole year, or another kind.'
            : 'Nothing of that is described and drawn: choose more, or another kind.'
      });
    redirect(303, `/practice/${round}`);
  }),
  today: async ({ locals }) => {
    const viewer = requireSignedIn(locals);
    const tooMany = await overQuota('rounds', viewer.personId);
    if (tooMany) return fail(429, { problem: tooMany });
    const round = await inSchoolOf(viewer, (db) => startRoundOfToday(db, viewer));
    if (!round)
      return fail(409, {
        problem: 'Nothing is due any more today. A round on one walk can still be started below.'
      });
    redirect(303, `/practice/${round}`);
  }
};
