import { error } from '@sveltejs/kit';
import { englishName, nameWithin } from '$core/knowledge';
import { longDate } from '$core/words';
import { schoolLibrary } from '$lib/server/library/library';
import { print } from '$lib/server/print';
import { attachment } from '$lib/server/request/attachment';
import { idFrom, inSchoolOf, orNotFound, requireTeacher } from '$lib/server/request/guard';
import { readPlan } from '$lib/server/walk/plan';
import type { RequestHandler } from './$types';

/** A card for each plant of the plan: to be handed out with “go and find these”. */
export const GET: RequestHandler = async ({ locals, params }) => {
  const viewer = requireTeacher(locals);
  const id = idFrom(params.walk, 'walk');
  const { walk, cards, library, now } = await inSchoolOf(viewer, async (db) => {
    const plan = orNotFound(await readPlan(db, viewer, id), 'walk');
    const planned = new Map(plan.taxa.map((one) => [one.entry.slug, one]));
    return {
      walk: plan.walk,
      cards: [...planned.values()].flatMap(({ entry, survey }) =>
        survey.stage
          ? [
              {
                taxon: entry.slug,
                stage: survey.stage.stage,
                avoid: survey.pairs.map(({ lookalike }) => nameWithin(englishName(lookalike.taxon)))
              }
            ]
          : []
      ),
      library: (await schoolLibrary(db, plan.walk.region)).document,
      now: db.now
    };
  });
  if (cards.length === 0)
    error(409, 'No plant is planned that is up on that day: there is no card to print.');
  const title = `Find cards, ${walk.name}`;
  const pdf = await print('findCards', {
    cards: { walk: walk.name, day: longDate(walk.heldOn), cards },
    library,
    title,
    date: now
  });
  return attachment(new Uint8Array(pdf), 'application/pdf', `${title}.pdf`);
};
