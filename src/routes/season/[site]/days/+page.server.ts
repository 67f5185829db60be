import { fail } from '@sveltejs/kit';
import { message, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { englishName, isDangerous } from '$core/knowledge';
import type { WishedPlant } from '$core/year';
import { NewDiaryEntry, addDiaryEntry, listDiary, removeDiaryEntry } from '$lib/server/season/diary';
import { orNotFound, idFrom, inSchoolOf, requireLeader, requireTeacher } from '$lib/server/request/guard';
import { libraryOf } from '$lib/server/library/library';
import { yearAtSite } from '$lib/server/season/season-strip';
import { listSightings, seasonOf } from '$lib/server/season/sightings';
import { readSite } from '$lib/server/ground/sites';
import { readTide } from '$lib/server/season/tide';
import { listWalks } from '$lib/server/walk/walks';
import { listWishes } from '$lib/server/season/wishes';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params }) => {
  const viewer = requireTeacher(locals);
  const id = idFrom(params.site, 'site');
  return inSchoolOf(viewer, async (db) => {
    const site = orNotFound(await readSite(db, id), 'site');
    const library = await libraryOf(db, site.region);
    const wishes = await listWishes(db, id);
    const thisYear = viewer.today.slice(0, 4);
    const nextYear = String(Number(thisYear) + 1);
    const sightings = await listSightings(db, id);
    // What was seen this year says nothing of the next.
    const now = await yearAtSite(db, library, site, seasonOf(library, site, sightings, viewer.today));
    const later = await yearAtSite(db, library, site, seasonOf(library, site, [], viewer.today));
    return {
      wishes: wishes.flatMap(({ taxon: slug, worth }): WishedPlant[] => {
        const taxon = library.taxa.get(slug);
        if (!taxon) return [];
        return [
          {
            taxon: slug,
            name: englishName(taxon),
            worth,
            isDanger: isDangerous(taxon),
            years: { [thisYear]: now.of(taxon), [nextYear]: later.of(taxon) }
          }
        ];
      }),
      names: Object.fromEntries([...library.taxa.values()].map((taxon) => [taxon.slug, englishName(taxon)])),
      timeZone: site.timeZone,
      place: site.place,
      tide: await readTide(db, id),
      diary: await listDiary(db, viewer.today),
      walks: (await listWalks(db, viewer))
        .filter(({ heldOn }) => heldOn >= viewer.today)
        .map(({ name, siteName, heldOn, startsAt }) => ({ name, siteName, heldOn, startsAt })),
      entry: await superValidate(
        { from: viewer.today, until: '', what: '', bars: true },
        zod4(NewDiaryEntry),
        { id: 'entry', errors: false }
      )
    };
  });
};

export const actions: Actions = {
  note: async ({ request, locals }) => {
    const viewer = requireLeader(locals);
    const form = await superValidate(request, zod4(NewDiaryEntry), { id: 'entry' });
    if (!form.valid) return fail(400, { form });
    await inSchoolOf(viewer, (db) => addDiaryEntry(db, form.data));
    return message(form, 'It is in the diary.');
  },
  strike: async ({ request, locals }) => {
    const viewer = requireLeader(locals);
    const id = idFrom(String((await request.formData()).get('id')), 'entry');
    await inSchoolOf(viewer, async (db) => {
      if (!(await removeDiaryEntry(db, id))) orNotFound(undefined, 'entry');
    });
    return {};
  }
};
