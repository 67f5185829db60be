import { error, fail } from '@sveltejs/kit';
import { englishName, isCraft } from '$core/knowledge';
import {
  type BatchAct,
  type BatchEvent,
  againstLabel,
  allergens,
  batchActs,
  nextOf,
  scale,
  exactly,
  massOf,
  wayInWords,
  weightOf,
  yieldsOf
} from '$core/making';
import { z } from 'zod';
import {
  type WholeBatch,
  actOnBatch,
  basketChecks,
  listBatches,
  readBatch,
  takeBackAct,
  taughtWay,
  yieldsAmong
} from '$lib/server/making/batches';
import { cookingsWith } from '$lib/server/making/dishes';
import { libraryOfAll } from '$lib/server/library/library';
import { idAction, problemsOf } from '$lib/server/request/actions';
import { idFrom, inSchoolOf, orNotFound, requireSignedIn, requireTeacher } from '$lib/server/request/guard';
import type { Viewer } from '$lib/server/accounts';
import type { SchoolDb } from '$lib/server/database/school';
import { readSettings } from '$lib/server/school/schools';
import { readWalk } from '$lib/server/walk/walks';
import type { Actions, PageServerLoad } from './$types';

/** Those who learn follow what came of the walks that they were on. */
async function mayFollow(db: SchoolDb, viewer: Viewer, { takings }: WholeBatch): Promise<boolean> {
  if (viewer.role !== 'learner') return true;
  for (const walkId of new Set(takings.flatMap((one) => one.walkId ?? [])))
    if (await readWalk(db, viewer, walkId)) return true;
  return false;
}

/** What somebody wrote in free words may name others who learn: it is for those who teach. */
const withoutRemarks = (event: BatchEvent): BatchEvent => {
  const remarks = ['note', 'words', 'otherwise', 'what', 'because', 'meantFor'].filter(
    (name) => name in event.body
  );
  return {
    ...event,
    body: { ...event.body, ...Object.fromEntries(remarks.map((name) => [name, ''])) }
  } as BatchEvent;
};

export const load: PageServerLoad = ({ locals, params }) => {
  const viewer = requireSignedIn(locals);
  const id = idFrom(params.batch, 'batch');
  return inSchoolOf(viewer, async (db) => {
    const batch = orNotFound(await readBatch(db, id), 'batch');
    if (!(await mayFollow(db, viewer, batch)))
      error(
        403,
        'A batch is shown to those who were on the walk of which it was made, and to those who teach.'
      );
    const teaches = viewer.role !== 'learner';
    const library = await libraryOfAll(db, viewer.regions);
    const { learnersSeePlaces } = await readSettings(db);
    const seesPatch = (isRare: boolean) => teaches || (learnersSeePlaces === 'exact' && !isRare);
    const taught = taughtWay(library, batch);
    const preparation = taught?.preparation;
    const taxon = library.taxa.get(batch.taxon);
    const all = await listBatches(db);
    const yields = preparation && yieldsOf(preparation.method, yieldsAmong(all, batch));
    const pieces = batch.takings.reduce((sum, one) => sum + one.pieces, 0);
    const weighed = weightOf(batch.state, 'gathered');
    const gathered =
      weighed === undefined
        ? massOf(pieces, taxon?.parts.find(({ part }) => part === batch.part)?.grams)
        : exactly(weighed);
    const { state } = batch;
    return {
      teaches,
      batch: {
        id: batch.id,
        code: batch.code,
        slug: batch.taxon,
        name: taxon ? englishName(taxon) : batch.taxon,
        scientific: taxon?.name ?? '',
        part: batch.part,
        way: batch.way,
        made: wayInWords(batch.way),
        isCraft: isCraft(batch.way),
        begunOn: batch.begunOn,
        begunBy: batch.begunBy,
        pieces,
        takings: batch.takings.map((one) => ({
          where: seesPatch(one.isRare) ? `${one.patch}, ${one.site}` : one.site,
          patch: teaches ? `/ground/${one.siteId}/patches/${one.patchId}` : undefined,
          walk: one.walkId && {
            name: one.walk ?? '',
            address: `/walks/${one.walkId}/after`
          },
          gatheredOn: one.gatheredOn,
          pieces: one.pieces,
          isShort: one.inLedger < one.pieces
        })),
        events: teaches ? batch.events : batch.events.map(withoutRemarks),
        state: state.state,
        left: state.leftGrams,
        packed: state.packedGrams,
        isDoubtful: state.isInDoubt || state.hasMould,
        next: nextOf(state, preparation ?? { way: batch.way }),
        noLabel: againstLabel(state),
        isKnown: preparation !== undefined
      },
      baskets: await basketChecks(db, [...new Set(batch.takings.flatMap((one) => one.walkId ?? []))], batch),
      cookings: (await cookingsWith(db, batch.id)).map((one) =>
        teaches ? one : { ...one, words: '', otherwise: '' }
      ),
      scaled: gathered && preparation && yields ? scale(preparation.method, yields, gathered) : undefined,
      portion: preparation?.method.portion,
      contains: preparation?.method.contains ?? [],
      allergens
    };
  });
};

const kinds = Object.keys(batchActs) as [BatchAct, ...BatchAct[]];

export const actions: Actions = {
  act: async ({ request, locals, params }) => {
    const viewer = requireTeacher(locals);
    const id = idFrom(params.batch, 'batch');
    const form = await request.formData();
    const kind = z.enum(kinds).safeParse(form.get('kind'));
    if (!kind.success)
      return fail(400, { problem: 'Nothing was kept: say what was done.', kind: '', typed: {} });
    const typed = Object.fromEntries([...form].map(([name, value]) => [name, String(value)]));
    const body = batchActs[kind.data].safeParse({ ...typed, contains: form.getAll('contains').map(String) });
    const refuse = (problem: string) =>
      fail(400, { problem: `Not kept. ${problem}`, kind: kind.data, typed });
    if (!body.success) return refuse(problemsOf(body.error));
    const problem = await inSchoolOf(viewer, async (db) =>
      actOnBatch(db, viewer, await libraryOfAll(db, viewer.regions), id, kind.data, body.data)
    );
    return problem ? refuse(problem) : { done: 'Kept.' };
  },
  takeBack: idAction(requireTeacher, 'id', 'act', async (eventId, { event, viewer }) => {
    const batchId = idFrom(event.params['batch'], 'batch');
    const problem = await inSchoolOf(viewer, (db) => takeBackAct(db, viewer, batchId, eventId));
    return problem
      ? fail(400, { problem: `Not taken back. ${problem}`, kind: '', typed: {} })
      : { done: 'Taken back.' };
  })
};
