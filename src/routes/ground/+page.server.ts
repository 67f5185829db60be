import { fail, redirect } from '@sveltejs/kit';
import { setError, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { DateTime } from 'luxon';
import { z } from 'zod';
import { largestGpxBytes } from '$core/formats';
import { emptyGround, withPath } from '$core/ground';
import { type Place, doubtAbout, readPlace } from '$core/place';
import { leads } from '$lib/server/accounts';
import { listPatches } from '$lib/server/ground/patches';
import { addSite, listAllSites, listSites } from '$lib/server/ground/sites';
import { bytesOf, readFile } from '$lib/server/reading';
import { regionsOf } from '$lib/server/library/library';
import { alsoWorkIn, regionsFor } from '$lib/server/school/regions';
import { formAction } from '$lib/server/request/actions';
import { inSchoolOf, requireLeader, requireTeacher } from '$lib/server/request/guard';
import type { Actions, PageServerLoad } from './$types';

const Form = z.object({
  name: z.string().trim().min(1, 'Name the site.').max(120, 'At most 120 letters.'),
  where: z.string().max(200, 'At most 200 letters.').default(''),
  /** Asked for where the place leaves it open. */
  region: z.string().max(60).default(''),
  /** The place was questioned, and stays as it was typed. */
  isThere: z.boolean().default(false)
});

export const load: PageServerLoad = ({ locals }) => {
  const viewer = requireTeacher(locals);
  return inSchoolOf(viewer, async (db) => {
    const sites = [];
    for (const site of await listAllSites(db))
      sites.push({ ...site, patches: (await listPatches(db, site.id)).length });
    return { sites, mayAdd: leads(viewer), form: await superValidate(zod4(Form)) };
  });
};

const hoursAhead = (zone: string): number => DateTime.now().setZone(zone).offset / 60;

/** The school's own time zone where it may be that of the place, else that of most of the region. */
const zoneAt = ({ longitude }: Place, own: string, ofRegion: string): string =>
  Math.abs(longitude - 15 * hoursAhead(own)) <= 30 ? own : ofRegion;

/** The path that a file brings for a new site. */
async function pathFrom(file: unknown) {
  if (!(file instanceof File) || file.size === 0) return undefined;
  if (file.size > largestGpxBytes)
    return { problem: `${file.name} has ${Math.round(file.size / 1e6)} MB; 20 MB is the most.` };
  const result = await readFile('track', { bytes: await bytesOf(file) });
  if ('problem' in result) return { problem: `${file.name}: ${result.problem}` };
  return {
    name: result.track.name || file.name.replace(/\.(gpx|km[lz])$/i, ''),
    path: result.track.path,
    waypoints: result.track.waypoints
  };
}

export const actions: Actions = {
  default: formAction(requireLeader, Form, undefined, async (form, { viewer, form: sent }) => {
    const track = await pathFrom(sent.get('track'));
    if (track && 'problem' in track) return fail(400, { form, track: track.problem });
    const read = form.data.where.trim() === '' ? undefined : readPlace(form.data.where);
    if (read && 'problem' in read) return setError(form, 'where', read.problem);
    if (!read && !track)
      return setError(
        form,
        'where',
        'Say where it is, or bring in a track: everything follows from the place.'
      );
    const [longitude, latitude] = track?.path[0] ?? [];
    const place: Place = read ?? { longitude: longitude!, latitude: latitude! };
    const { sites, regions, all } = await inSchoolOf(viewer, async (db) => ({
      sites: await listSites(db),
      regions: await regionsFor(db, place, form.data.region),
      all: await regionsOf(db)
    }));
    const doubt = doubtAbout(
      place,
      sites.flatMap((site) => site.place ?? []),
      hoursAhead(viewer.school.timeZone),
      all
    );
    if (doubt && !form.data.isThere) return fail(400, { form, doubt });
    const [region] = regions;
    if (!region || regions.length > 1)
      return fail(400, { form, regions: regions.map(({ slug, title }) => ({ value: slug, label: title })) });
    const id = await inSchoolOf(viewer, async (db) => {
      await alsoWorkIn(db, region.slug);
      return addSite(
        db,
        form.data.name,
        region.slug,
        zoneAt(place, viewer.school.timeZone, region.timeZone),
        place,
        track ? withPath(emptyGround, track.path, track.name) : emptyGround
      );
    });
    redirect(303, `/ground/${id}${track?.waypoints ? `?waypoints=${track.waypoints}` : ''}`);
  })
};
