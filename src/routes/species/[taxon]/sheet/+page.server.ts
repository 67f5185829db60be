import { fail } from '@sveltejs/kit';
import { plateAddress } from '$core/figure';
import { statesToRestOn } from '$core/lesson';
import { dayOfYear } from '$core/season';
import { leads } from '$lib/server/accounts';
import { NewPicture, addPicture, removePicture } from '$lib/server/library/memory-pictures';
import { libraryOf } from '$lib/server/library/library';
import { sheetOf } from '$lib/server/library/plant-sheet';
import { idAction, problemsOf } from '$lib/server/request/actions';
import { inSchoolOf, orNotFound, requireLeader, requireSignedIn } from '$lib/server/request/guard';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params, url }) => {
  const viewer = requireSignedIn(locals);
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOf(db, viewer.region);
    const taxon = orNotFound(library.taxa.get(params.taxon), 'taxon');
    const sheet = await sheetOf(db, viewer, library, taxon, url.searchParams.get('stage'));
    const stage = taxon.stages.get(sheet.plant.stage)!;
    return {
      sheet,
      day: dayOfYear(viewer.today),
      plates: Object.fromEntries(
        sheet.stages.map(({ stage: name }) => [name, plateAddress(library, taxon, name)])
      ),
      others: sheet.others.map((other) =>
        plateAddress(library, library.taxa.get(other.slug)!, other.stage, { views: ['whole'] })
      ),
      leads: leads(viewer),
      // What a picture in words can rest on at this stage.
      choices: leads(viewer)
        ? statesToRestOn(library, stage).map(({ character, state, words }) => ({
            value: `${character} ${state}`,
            label: words
          }))
        : []
    };
  });
};

export const actions: Actions = {
  add: async ({ locals, params, request }) => {
    const viewer = requireLeader(locals);
    const form = await request.formData();
    const kept = { words: String(form.get('words') ?? ''), states: form.getAll('states').map(String) };
    const asked = NewPicture.safeParse({
      words: kept.words,
      stage: form.get('stage'),
      states: kept.states.filter(Boolean).map((one) => {
        const [character, state] = one.split(' ');
        return { character, state };
      })
    });
    if (!asked.success) return fail(400, { problem: problemsOf(asked.error), kept });
    return inSchoolOf(viewer, async (db) => {
      const library = await libraryOf(db, viewer.region);
      const taxon = orNotFound(library.taxa.get(params.taxon), 'taxon');
      if (!taxon.stages.has(asked.data.stage))
        return fail(400, { problem: 'This plant is not described at that stage.', kept });
      await addPicture(db, viewer, taxon.slug, asked.data);
      return { added: true };
    });
  },
  remove: idAction(requireLeader, 'picture', 'picture', async (id, { viewer, event }) => {
    const isRemoved = await inSchoolOf(viewer, (db) => removePicture(db, event.params['taxon'] ?? '', id));
    return isRemoved ? { removed: true } : fail(409, { problem: 'That picture is gone already.' });
  })
};
