import { fail } from '@sveltejs/kit';
import { englishName, isTaught } from '$core/knowledge';
import { wayInWords } from '$core/making';
import { addDays } from '$core/season';
import { listBatches, taughtWay } from '$lib/server/making/batches';
import { Need, needsOfYear, removeNeed, setNeed } from '$lib/server/making/larder';
import { libraryOfAll } from '$lib/server/library/library';
import { fieldsAction } from '$lib/server/request/actions';
import { inSchoolOf, requireTeacher } from '$lib/server/request/guard';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => {
  const viewer = requireTeacher(locals);
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOfAll(db, viewer.regions);
    const batches = await listBatches(db);
    return {
      year: viewer.today.slice(0, 4),
      today: viewer.today,
      jars: batches
        .filter(({ state }) => state.state === 'in jars')
        .map((batch) => {
          const taught = taughtWay(library, batch);
          const taxon = library.taxa.get(batch.taxon);
          const days = taught?.preparation.method.keeping?.days;
          const last = batch.state.packs.at(-1)!;
          return {
            id: batch.id,
            code: batch.code,
            name: taxon ? englishName(taxon) : batch.taxon,
            part: batch.part,
            made: wayInWords(batch.way),
            left: batch.state.leftGrams,
            packed: batch.state.packedGrams,
            places: [...new Set(batch.state.packs.map(({ place }) => place))].join(', '),
            meantFor: [...new Set(batch.state.packs.map(({ meantFor }) => meantFor).filter(Boolean))].join(
              ', '
            ),
            packedOn: last.on,
            useBy: days === undefined ? undefined : addDays(last.on, days)
          };
        }),
      needs: (await needsOfYear(db, viewer, library, batches)).map((one) => ({
        ...one,
        made: wayInWords(one.way)
      })),
      choices: [...library.taxa.values()]
        .flatMap((taxon) =>
          taxon.preparations.filter(isTaught).map(({ part, way }) => ({
            value: `${taxon.slug}|${part}|${way}`,
            label: `${englishName(taxon)} ${part}, ${wayInWords(way)}`
          }))
        )
        .sort((a, b) => a.label.localeCompare(b.label))
    };
  });
};

/** What is chosen in one field: taxon, part and way. */
function needIn(form: FormData) {
  const [taxon, part, way] = String(form.get('what') ?? '').split('|');
  return Need.safeParse({ taxon, part, way, grams: form.get('grams'), meantFor: form.get('meantFor') ?? '' });
}

export const actions: Actions = {
  need: async ({ request, locals }) => {
    const viewer = requireTeacher(locals);
    const form = await request.formData();
    const typed = Object.fromEntries([...form].map(([name, value]) => [name, String(value)]));
    const need = needIn(form);
    if (!need.success)
      return fail(400, {
        problem: `Not kept. ${form.get('what') ? need.error.issues.map(({ message }) => message).join(' ') : 'Choose what the year needs.'}`,
        typed
      });
    const problem = await inSchoolOf(viewer, async (db) =>
      setNeed(db, await libraryOfAll(db, viewer.regions), need.data)
    );
    return problem ? fail(400, { problem: `Not kept. ${problem}`, typed }) : { done: 'The need stands.' };
  },
  remove: fieldsAction(
    requireTeacher,
    Need.pick({ taxon: true, part: true, way: true }),
    async (need, { viewer }) => {
      await inSchoolOf(viewer, (db) => removeNeed(db, need));
      return { done: 'The need was taken away.' };
    }
  )
};
