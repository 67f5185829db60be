import { fail, redirect } from '@sveltejs/kit';
import { englishName } from '$core/knowledge';
import { byHabit, wayInWords } from '$core/making';
import { addDays } from '$core/season';
import { NewBatch, beginBatch, freeTakings } from '$lib/server/making/batches';
import { libraryOfAll } from '$lib/server/library/library';
import { problemsOf } from '$lib/server/request/actions';
import { inSchoolOf, requireTeacher } from '$lib/server/request/guard';
import { readSettings } from '$lib/server/school/schools';
import type { Actions, PageServerLoad } from './$types';

/** What was taken longer ago is nobody's fresh harvest. */
const mostDays = 366;

/** One taking among the fields of the form. */
const keyOf = (one: { patchId: string; walkId?: string | undefined; gatheredOn: string }) =>
  [one.patchId, one.walkId ?? '', one.gatheredOn].join(' ');

export const load: PageServerLoad = ({ locals, url }) => {
  const viewer = requireTeacher(locals);
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOfAll(db, viewer.regions);
    const free = await freeTakings(db, addDays(viewer.today, -mostDays));
    const kinds = [...new Map(free.map((one) => [`${one.taxon} ${one.part}`, one])).values()].flatMap(
      ({ taxon: slug, part }) => {
        const taxon = library.taxa.get(slug);
        return taxon ? [{ taxon: slug, part, name: englishName(taxon), scientific: taxon.name }] : [];
      }
    );
    const asked = kinds.find(
      ({ taxon, part }) => taxon === url.searchParams.get('taxon') && part === url.searchParams.get('part')
    );
    const taxon = asked && library.taxa.get(asked.taxon);
    const { policy } = await readSettings(db);
    const own = asked && taxon ? taxon.preparations.filter(({ part }) => part === asked.part) : [];
    return {
      today: viewer.today,
      kinds,
      asked,
      takings: free
        .filter((one) => one.taxon === asked?.taxon && one.part === asked.part)
        .map((one) => ({ ...one, key: keyOf(one) })),
      ways: byHabit(own, policy.kitchenHabit).map(({ way, method }) => ({
        way,
        words: wayInWords(way),
        heat: method.heat
      })),
      refused: own.flatMap(({ way, refused }) =>
        refused === undefined ? [] : [{ way, words: wayInWords(way), why: refused }]
      )
    };
  });
};

export const actions: Actions = {
  default: async ({ request, locals }) => {
    const viewer = requireTeacher(locals);
    const form = await request.formData();
    const said = (name: string) => String(form.get(name) ?? '');
    const takings = form.getAll('taking').map((key) => {
      const [patchId, walkId, gatheredOn] = String(key).split(' ');
      return {
        patchId,
        ...(walkId ? { walkId } : {}),
        gatheredOn,
        pieces: Number(form.get(`pieces ${String(key)}`))
      };
    });
    const typed = Object.fromEntries([...form].map(([name, value]) => [name, String(value)]));
    const refuse = (problem: string) =>
      fail(400, { problem: `Not begun. ${problem}`, typed, ticked: form.getAll('taking').map(String) });
    const wanted = NewBatch.safeParse({
      taxon: said('taxon'),
      part: said('part'),
      way: said('way'),
      begunOn: said('begunOn'),
      takings
    });
    if (!wanted.success) return refuse(problemsOf(wanted.error));
    const begun = await inSchoolOf(viewer, async (db) =>
      beginBatch(db, viewer, await libraryOfAll(db, viewer.regions), wanted.data)
    );
    if ('problem' in begun) return refuse(begun.problem);
    redirect(303, `/making/batches/${begun.id}`);
  }
};
