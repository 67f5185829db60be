import { z } from 'zod';
import { fail } from '@sveltejs/kit';
import { nameIn, isDangerous, taxonChoices } from '$core/knowledge';
import { dayOfYear } from '$core/season';
import { fieldsAction } from '$lib/server/request/actions';
import { orNotFound, idFrom, inSchoolOf, requireLeader, requireTeacher } from '$lib/server/request/guard';
import { libraryOf } from '$lib/server/library/library';
import { lastMoves, shiftsOf, stripRows, yearAtSite } from '$lib/server/season/season-strip';
import { listSightings, seasonOf } from '$lib/server/season/sightings';
import { listPatches } from '$lib/server/ground/patches';
import { readSite } from '$lib/server/ground/sites';
import { listWalks } from '$lib/server/walk/walks';
import { listWishes, setWish } from '$lib/server/season/wishes';
import type { Actions, PageServerLoad } from './$types';

const shows = ['wishes', 'patches', 'danger'] as const;
const Asked = z.object({ show: z.enum(shows).optional().catch(undefined) });

export const load: PageServerLoad = ({ locals, params, url, depends }) => {
  depends('season:strip');
  const viewer = requireTeacher(locals);
  const id = idFrom(params.site, 'site');
  return inSchoolOf(viewer, async (db) => {
    const site = orNotFound(await readSite(db, id), 'site');
    const library = await libraryOf(db, site.region);
    const sightings = await listSightings(db, id);
    const season = seasonOf(library, site, sightings, viewer.today);
    const wishes = await listWishes(db, id);
    const recorded = await listPatches(db, id);
    const patches = [...new Set(recorded.map(({ taxon }) => taxon))];
    const isDanger = (slug: string) => {
      const taxon = library.taxa.get(slug);
      return Boolean(taxon && isDangerous(taxon));
    };
    const sets = {
      wishes: wishes.map(({ taxon }) => taxon),
      patches: patches.filter((slug) => !isDanger(slug)),
      danger: patches.filter(isDanger)
    };
    const asked = Asked.parse(Object.fromEntries(url.searchParams)).show;
    const show = asked ?? (sets.wishes.length > 0 ? 'wishes' : 'patches');
    const years = await yearAtSite(db, library, site, season);
    const rows = stripRows(library, years, season, sightings, sets[show], viewer.today);
    const ofYear = sightings.filter(({ seenOn }) => seenOn.slice(0, 4) === viewer.today.slice(0, 4));
    const nameOf = nameIn(library);
    const moved = lastMoves(
      library,
      site,
      sightings,
      rows.map(({ slug }) => library.taxa.get(slug)!),
      viewer.today
    );
    return {
      show,
      counts: { wishes: sets.wishes.length, patches: sets.patches.length, danger: sets.danger.length },
      rows,
      worth: Object.fromEntries(wishes.map(({ taxon, worth }) => [taxon, worth])),
      shifts: shiftsOf(library, season, seasonOf(library, site, [], viewer.today)),
      sightings: { count: ofYear.length, taxa: new Set(ofYear.map(({ taxon }) => taxon)).size },
      moved: moved && { ...moved, seen: moved.seen.map((one) => ({ ...one, name: nameOf(one.taxon) })) },
      walks: (await listWalks(db, viewer))
        .filter(({ siteId, heldOn }) => siteId === id && heldOn.slice(0, 4) === viewer.today.slice(0, 4))
        .map(({ id: walk, name, heldOn }) => ({ id: walk, name, day: dayOfYear(heldOn), heldOn })),
      patches: recorded.flatMap(({ id: patch, name, taxon }) => {
        const entry = library.taxa.get(taxon);
        return entry ? [{ id: patch, name, stages: [...entry.stages.keys()] }] : [];
      }),
      taxa: taxonChoices(library).map(({ value, label }) => ({ slug: value, label }))
    };
  });
};

const Wished = z.object({
  taxon: z.string().min(1, 'Choose a plant first.'),
  worth: z.coerce.number().int().min(0).max(3)
});

export const actions: Actions = {
  wish: fieldsAction(requireLeader, Wished, ({ taxon, worth }, { event, viewer }) => {
    const id = idFrom(event.params['site'], 'site');
    return inSchoolOf(viewer, async (db) => {
      const site = orNotFound(await readSite(db, id), 'site');
      if (worth > 0 && !(await libraryOf(db, site.region)).taxa.has(taxon))
        return fail(400, { problem: 'The library has no such plant.' });
      await setWish(db, id, taxon, worth);
      return { wished: true };
    });
  })
};
