import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { leads } from '$lib/server/accounts';
import { readDebrief } from '$lib/server/after/debrief';
import { listIncidentEntries } from '$lib/server/after/incidents';
import { taughtBy } from '$lib/server/after/learned';
import { ownRecap, recapOf } from '$lib/server/after/recap';
import { seasonMoved } from '$lib/server/after/season';
import { listWellbeing } from '$lib/server/after/wellbeing';
import { readFieldDay } from '$lib/server/field/day';
import { batchInShort, batchesOfWalk } from '$lib/server/making/batches';
import { fieldsAction } from '$lib/server/request/actions';
import { idFrom, inSchoolOf, orNotFound, requireLeader, requireSignedIn } from '$lib/server/request/guard';
import { addDiaryEntry } from '$lib/server/season/diary';
import { setWish } from '$lib/server/season/wishes';
import { readPlan } from '$lib/server/walk/plan';
import { walkPage } from '$lib/server/walk/walk-page';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const viewer = requireSignedIn(locals);
  const walkId = idFrom(params.walk, 'walk');
  if (viewer.role === 'learner')
    return inSchoolOf(viewer, async (db) => {
      const plan = orNotFound(await readPlan(db, viewer, walkId), 'walk');
      const { pack, day } = await readFieldDay(db, viewer, plan, undefined);
      const batches = await batchesOfWalk(db, walkId);
      return {
        own: ownRecap(viewer, pack, day, plan.library),
        batches: batches.map((batch) => batchInShort(plan.library, batch))
      };
    });
  const { plan, brief } = await walkPage(locals, walkId);
  return inSchoolOf(viewer, async (db) => {
    const { pack, day } = await readFieldDay(db, viewer, plan, brief);
    const wellbeing = await listWellbeing(db, walkId);
    const entries = await listIncidentEntries(db, walkId);
    const isDone = (event: string) => entries.findLast(({ eventId }) => eventId === event)?.isDone ?? false;
    const debrief = await readDebrief(db, walkId);
    const incidents = day.incidents.filter(({ id }) => !isDone(id)).length;
    const leftOpen = [
      {
        isDone: day.closed !== undefined,
        title: 'Close the walk on a phone',
        why: 'Fires, blades, specimens and the gate are asked for there.',
        page: '/walk'
      },
      {
        isDone: wellbeing.length > 0 && wellbeing.every(({ answer }) => answer !== undefined),
        title: 'Hear how everybody is',
        why:
          wellbeing.length === 0
            ? 'On the next day, by a link or a call.'
            : `${wellbeing.filter(({ answer }) => answer).length} of ${wellbeing.length} have answered.`,
        page: '/after/people'
      },
      ...(day.incidents.length > 0
        ? [
            {
              isDone: incidents === 0,
              title: 'See the incidents through',
              why: `${incidents} of ${day.incidents.length} still open.`,
              page: '/after/people'
            }
          ]
        : []),
      {
        isDone: plan.walk.isOwnerTold,
        title: 'Tell the owner what was taken',
        why: 'The letter is written out of what was tapped.',
        page: '/after/owner'
      },
      {
        isDone: (await taughtBy(db, walkId)) !== undefined,
        title: 'Let the next plan learn from it',
        why: 'Which legs teach the pace is for you to say.',
        page: '/after/learned'
      },
      {
        isDone: debrief !== undefined,
        title: 'Say what to do otherwise',
        why: 'A copy of this walk takes it along.',
        page: '/after/learned'
      }
    ];
    return {
      begun: day.events.length > 0,
      leftOpen: leads(viewer) ? leftOpen : [],
      siteId: plan.site.id,
      recap: await recapOf(db, viewer, plan, pack, day),
      batches: (await batchesOfWalk(db, walkId)).map((batch) => batchInShort(plan.library, batch)),
      moved: await seasonMoved(db, plan, day),
      samples: debrief?.samples ? { words: debrief.samples, until: debrief.samplesUntil } : undefined
    };
  });
};

export const actions: Actions = {
  /** A day on which to come back, into the diary as a remark. */
  diary: fieldsAction(
    requireLeader,
    z.object({ on: z.iso.date(), what: z.string().trim().min(1).max(120) }),
    async ({ on, what }, { event, viewer }) => {
      idFrom(event.params['walk'], 'walk');
      if (on < viewer.today) return fail(400, { problem: 'That day is over.' });
      await inSchoolOf(viewer, (db) => addDiaryEntry(db, { from: on, until: on, what, bars: false }));
      return { done: 'It stands in the diary of the season.' };
    },
    'Not kept. '
  ),
  /** Onto the wish list of the site. */
  wish: fieldsAction(
    requireLeader,
    z.object({ taxon: z.string().max(80) }),
    async ({ taxon }, { event, viewer }) => {
      const { plan } = await walkPage(event.locals, idFrom(event.params['walk'], 'walk'));
      if (!plan.library.taxa.has(taxon)) return fail(400, { problem: 'The library has no such plant.' });
      await inSchoolOf(viewer, (db) => setWish(db, plan.site.id, taxon, 2));
      return { done: 'It is on the wish list of this site.' };
    }
  )
};
