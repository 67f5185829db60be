import { error, fail } from '@sveltejs/kit';
import { z } from 'zod';
import { abundances } from '$core/evidence';
import { englishName, isDangerous, taxonChoices } from '$core/knowledge';
import { orNotFound, idFrom, inSchoolOf, requireSignedIn, requireTeacher } from '$lib/server/request/guard';
import { mayScout } from '$lib/server/season/learners-scout';
import { readSettings } from '$lib/server/school/schools';
import { listFinds } from '$lib/server/ground/finds';
import { libraryOf } from '$lib/server/library/library';
import { emptyGround } from '$core/ground';
import { addPatch, listPatches } from '$lib/server/ground/patches';
import { cameraNote, readPicture } from '$lib/server/library/photographs';
import { addSightingPicture, forecastStages, listSightings, seasonOf } from '$lib/server/season/sightings';
import { readSite } from '$lib/server/ground/sites';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params }) => {
  const viewer = requireSignedIn(locals);
  const teaches = viewer.role !== 'learner';
  const id = idFrom(params.site, 'site');
  return inSchoolOf(viewer, async (db) => {
    const may = await mayScout(db, viewer);
    const patches = (await listPatches(db, id)).filter((patch) => may(patch.id));
    if (!teaches && patches.length === 0) error(403, 'Here only those who teach say what is up.');
    const seesPlaces = teaches || (await readSettings(db)).learnersSeePlaces === 'exact';
    const site = orNotFound(await readSite(db, id), 'site');
    const library = await libraryOf(db, site.region);
    const sightings = await listSightings(db, id);
    const season = seasonOf(library, site, sightings, viewer.today);
    return {
      teaches,
      seesPlaces,
      site: {
        id,
        name: site.name,
        ground: teaches ? site.ground : emptyGround,
        place: teaches ? site.place : undefined
      },
      today: viewer.today,
      patches: patches.map((patch) => {
        const taxon = library.taxa.get(patch.taxon);
        const last = sightings.find(({ patchId }) => patchId === patch.id);
        return {
          id: patch.id,
          name: patch.name,
          // Who may not see places gets none.
          longitude: seesPlaces ? patch.longitude : 0,
          latitude: seesPlaces ? patch.latitude : 0,
          abundance: patch.abundance,
          taxonName: taxon ? englishName(taxon) : patch.taxon,
          danger: taxon ? isDangerous(taxon) : false,
          /** Those that may be seen now first. */
          stages: taxon
            ? [
                ...new Set([
                  ...forecastStages(season, taxon, viewer.today).map(({ stage }) => stage),
                  ...taxon.stages.keys()
                ])
              ]
            : [],
          last: last && { on: last.seenOn, stage: last.stage, says: last.says }
        };
      }),
      finds: (teaches ? await listFinds(db, id) : [])
        .filter(({ taxon }) => taxon === undefined)
        .map(({ id: find, name, seenOn }) => ({ id: find, name, seenOn })),
      abundances,
      taxa: taxonChoices(library)
    };
  });
};

const NewFind = z.object({
  taxon: z.string().min(1, 'Choose a plant, or leave it without a name.'),
  name: z.string().trim().max(120).default(''),
  abundance: z.enum(abundances),
  longitude: z.coerce.number('Point at the map, or use where you are.').min(-180).max(180),
  latitude: z.coerce.number('Point at the map, or use where you are.').min(-90).max(90)
});

export const actions: Actions = {
  find: async ({ request, locals, params }) => {
    const viewer = requireTeacher(locals);
    const id = idFrom(params.site, 'site');
    const sent = Object.fromEntries(await request.formData());
    const refuse = (problem: string) => fail(400, { find: { problem } });
    if (!sent['longitude'] || !sent['latitude']) return refuse('Point at the map, or use where you are.');
    const form = NewFind.safeParse(sent);
    if (!form.success) return refuse(form.error.issues[0]!.message);
    return inSchoolOf(viewer, async (db) => {
      const site = orNotFound(await readSite(db, id), 'site');
      const taxon = (await libraryOf(db, site.region)).taxa.get(form.data.taxon);
      if (!taxon) return refuse('Choose a plant of the library, or leave it without a name.');
      const name = form.data.name || englishName(taxon);
      const patch = await addPatch(db, id, { ...form.data, name });
      return { find: { patch, name } };
    });
  },
  picture: async ({ request, locals, params }) => {
    const viewer = requireSignedIn(locals);
    const id = idFrom(params.site, 'site');
    const sent = await request.formData();
    const sighting = idFrom(String(sent.get('sighting')), 'sighting');
    const file = sent.get('picture');
    const refuse = (problem: string) => fail(400, { picture: { problem } });
    if (!(file instanceof File) || file.size === 0) return refuse('Choose a picture first.');
    const note = await cameraNote(file);
    const picture = await readPicture(file);
    if ('problem' in picture) return refuse(picture.problem);
    return inSchoolOf(viewer, async (db) => {
      const isKept = await addSightingPicture(db, viewer, id, sighting, picture, note);
      return isKept
        ? { picture: { takenOn: note.at?.slice(0, 10), place: note.place } }
        : refuse('That sighting has a picture already, or is gone.');
    });
  }
};
