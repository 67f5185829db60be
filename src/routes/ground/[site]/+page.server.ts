import { listed, longDate } from '$core/words';
import { timeZones, zonesNear } from '$lib/server/time-zones';
import { type RequestEvent, fail, redirect } from '@sveltejs/kit';
import { message, setError, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import { abundances } from '$core/evidence';
import { type GpxTrack, largestGpxBytes } from '$core/formats';
import { Ground, contaminationOf, isOutside, metresBetween, wetHabitats, withPath } from '$core/ground';
import { englishName, isDangerous, regionsAt, taxonChoices } from '$core/knowledge';
import { placeInWords, readPlace } from '$core/place';
import { pathSize } from '$core/route';
import { halves } from '$core/season';
import { fieldsAction, formAction, idAction } from '$lib/server/request/actions';
import { orNotFound, idFrom, inSchoolOf, requireLeader, requireTeacher } from '$lib/server/request/guard';
import {
  NewGroundEvent,
  addGroundEvent,
  closureOf,
  eventKinds,
  listGroundEvents,
  removeGroundEvent,
  setBackOf
} from '$lib/server/ground/ground-events';
import { libraryOf, regionsOf } from '$lib/server/library/library';
import { lightAt } from '$lib/server/season/light';
import { alsoWorkIn } from '$lib/server/school/regions';
import { followRegion } from '$lib/server/request/region';
import { readSettings } from '$lib/server/school/schools';
import { type Viewer, leads } from '$lib/server/accounts';
import { forecastStages, listSightings, removeSighting, seasonOf } from '$lib/server/season/sightings';
import { addPatch, listPatches, patchesOf } from '$lib/server/ground/patches';
import { bytesOf, readFile } from '$lib/server/reading';
import type { SchoolDb } from '$lib/server/database/school';
import { listFinds } from '$lib/server/ground/finds';
import {
  type Site,
  putAway,
  readSite,
  removeSite,
  saveGround,
  savePlace,
  saveSiteDetails
} from '$lib/server/ground/sites';
import { isComing, listWalks } from '$lib/server/walk/walks';
import type { Position } from 'geojson';
import type { Actions, PageServerLoad } from './$types';

const optionalText = z
  .string()
  .trim()
  .max(300)
  .transform((text) => text || undefined)
  .optional();
const shortText = z.string().trim().max(300, 'At most 300 letters.').default('');
const optionalDate = z
  .union([z.iso.date('This is no date.'), z.literal('')])
  .transform((text) => text || undefined)
  .optional();

const Details = z
  .object({
    name: z.string().trim().min(1, 'Name the site.').max(120),
    region: z.string().max(60),
    timeZone: z.enum(timeZones, { error: 'Choose a time zone of the list.' }),
    accessPoint: optionalText,
    nearestRoad: shortText,
    phoneSignal: shortText,
    emergencyCall: z.string().trim().max(40, 'At most 40 letters.').default(''),
    toilets: shortText,
    permissionFrom: optionalText,
    permissionSince: optionalDate,
    permissionUntil: optionalDate,
    mayPick: z.boolean().default(false),
    mayDig: z.boolean().default(false),
    mayFire: z.boolean().default(false),
    isLevel: z.boolean().default(false),
    mayCharge: z.boolean().default(false),
    designation: z.string().trim().max(300, 'At most 300 letters.').default(''),
    localRules: z.string().trim().max(2000, 'At most 2,000 letters.').default(''),
    largestGroup: z.number().int().min(1, 'At least one person.').max(500).optional(),
    altitudeMetres: z
      .number()
      .min(-100, 'Below any dry land.')
      .max(3000, 'Above any ground of this library.')
      .optional(),
    habitats: z.array(z.string().max(60)).default([]),
    note: z.string().max(2000).default('')
  })
  .refine(
    (site) => !site.permissionSince || !site.permissionUntil || site.permissionSince <= site.permissionUntil,
    {
      path: ['permissionUntil'],
      message: 'This is before the permission begins.'
    }
  );

const Patch = z.object({
  /** Empty: the plant's own. */
  name: z.string().trim().max(120),
  taxon: z.string().min(1, 'Choose a plant of the list.'),
  abundance: z.enum(abundances),
  longitude: z.number().min(-180).max(180).optional(),
  latitude: z.number().min(-90).max(90).optional()
});

export const load: PageServerLoad = ({ locals, params, url, cookies }) => {
  const viewer = requireTeacher(locals);
  const id = idFrom(params.site, 'site');
  return inSchoolOf(viewer, async (db) => {
    const site = orNotFound(await readSite(db, id), 'site');
    followRegion(viewer, cookies, url, site.region);
    const library = await libraryOf(db, site.region);
    const { here: patches, gone } = await patchesOf(db, id);
    const { policy } = await readSettings(db);
    const sightings = await listSightings(db, id);
    const events = await listGroundEvents(db, id);
    const season = seasonOf(library, site, sightings, viewer.today);
    const tooNear = contaminationOf(
      site.ground,
      patches.map(({ taxon, longitude, latitude, outline }) => ({
        longitude,
        latitude,
        outline,
        ofWetGround: library.taxa.get(taxon)?.habitats.some((habitat) => wetHabitats.has(habitat)) ?? true
      })),
      policy.buffers
    );
    return {
      site,
      placed: site.place && placeInWords(site.place),
      mayEdit: leads(viewer),
      mayScout: viewer.role !== 'learner',
      today: viewer.today,
      patches: patches.map((patch, i) => {
        const taxon = library.taxa.get(patch.taxon);
        const setBack = setBackOf(events, patch.id, viewer.today, patch.latitude);
        return {
          ...patch,
          taxonName: taxon ? englishName(taxon) : patch.taxon,
          scientific: taxon?.name ?? '',
          stages: taxon ? forecastStages(season, taxon, viewer.today, setBack) : [],
          closed: closureOf(events, patch.id, viewer.today),
          setBack,
          tooNear: tooNear[i]!,
          isOutside: isOutside(site.ground, patch),
          danger: taxon ? isDangerous(taxon) : false
        };
      }),
      taxa: taxonChoices(library),
      sightings: sightings.map((one) => {
        const taxon = library.taxa.get(one.taxon);
        return { ...one, taxonName: taxon ? englishName(taxon) : one.taxon };
      }),
      events,
      /** How many waypoints the file held with which the site was begun. */
      waypoints: Number(url.searchParams.get('waypoints')) || 0,
      finds: viewer.role === 'learner' ? [] : await listFinds(db, site.id),
      gone: gone.map(({ id: patch, name }) => ({ id: patch, name })),
      eventKinds,
      happened: await superValidate(
        { kind: 'mown' as const, happenedOn: viewer.today, patch: '' },
        zod4(NewGroundEvent),
        { id: 'happened', errors: false }
      ),
      light: lightAt(site, viewer.today),
      shifts: halves.map((half) => ({ half, ...season.shift(half) })),
      regions: (await regionsOf(db)).map(({ slug, title }) => ({ slug, title })),
      region: library.region,
      zones: zonesNear([site.timeZone, library.region.timeZone]),
      /** Its place lies in no part of its region. */
      isBeyond: site.place !== undefined && regionsAt([library.region], site.place).length === 0,
      habitats: [...new Set([...library.taxa.values()].flatMap((taxon) => taxon.habitats))].sort(),
      details: await superValidate({ ...site, habitats: [...site.habitats] }, zod4(Details), {
        id: 'details'
      }),
      patch: await superValidate({ abundance: 'frequent' as const, taxon: '' }, zod4(Patch), {
        id: 'patch',
        errors: false
      })
    };
  });
};

/** What speaks against a site's lying in a region: plants that stand there and are not in its library. */
async function whyNotIn(db: SchoolDb, site: Site, region: string): Promise<string | undefined> {
  if (region === site.region) return undefined;
  if (!(await regionsOf(db)).some(({ slug }) => slug === region)) return 'Choose a region of the list.';
  const { taxa } = await libraryOf(db, region);
  const { here, gone } = await patchesOf(db, site.id);
  const missing = [...here, ...gone].filter(({ taxon }) => !taxa.has(taxon)).map(({ name }) => name);
  return missing.length > 0
    ? `That region’s library has no plant of ${listed(missing)}: rename or remove them first.`
    : undefined;
}

/** A name that no patch of the site has yet. */
function freeName(name: string, taken: ReadonlySet<string>): string {
  let [free, times] = [name, 1];
  while (taken.has(free)) free = `${name} ${(times += 1)}`;
  return free;
}

/** Work on a site that the viewer's school has. */
const onSite = <T>(
  { params }: RequestEvent,
  viewer: Viewer,
  work: (db: SchoolDb, site: Site) => Promise<T>
): Promise<T> => {
  const id = idFrom(params['site'], 'site');
  return inSchoolOf(viewer, async (db) => work(db, orNotFound(await readSite(db, id), 'site')));
};

export const actions: Actions = {
  away: (event) => {
    const viewer = requireLeader(event.locals);
    return onSite(event, viewer, async (db, site) => {
      const coming = (await listWalks(db, viewer)).filter(
        (walk) => walk.siteId === site.id && isComing(walk, viewer.today)
      );
      if (!site.isPutAway && coming.length > 0)
        return fail(409, {
          away: `Not put away: ${coming.map(({ name }) => name).join(', ')} ${coming.length === 1 ? 'is' : 'are'} to be held here.`
        });
      await putAway(db, site.id, !site.isPutAway);
      return {};
    });
  },
  remove: async (event) => {
    const viewer = requireLeader(event.locals);
    const isRemoved = await onSite(event, viewer, (db, site) => removeSite(db, site.id));
    if (!isRemoved)
      return fail(409, {
        away: 'Not removed: it has patches, finds, sightings or walks. Put it away instead; they stay.'
      });
    redirect(303, '/ground');
  },
  details: formAction(requireLeader, Details, 'details', (form, { event, viewer }) =>
    onSite(event, viewer, async (db, site) => {
      const problem = await whyNotIn(db, site, form.data.region);
      if (problem) return setError(form, 'region', problem);
      await saveSiteDetails(db, site.id, form.data);
      await alsoWorkIn(db, form.data.region);
      return message(form, 'Saved.');
    })
  ),
  place: fieldsAction(
    requireLeader,
    z.object({ where: z.string().max(200) }),
    ({ where }, { event, viewer }) => {
      const read = readPlace(where);
      if ('problem' in read) return fail(400, { place: { problem: read.problem, where } });
      return onSite(event, viewer, async (db, site) => {
        await savePlace(db, site.id, read);
        return {};
      });
    }
  ),
  patch: formAction(requireLeader, Patch, 'patch', (form, { event, viewer }) =>
    onSite(event, viewer, async (db, site) => {
      const { longitude, latitude, ...rest } = form.data;
      if (longitude === undefined || latitude === undefined)
        return setError(form, 'longitude', 'Point at the map, or enter degrees.');
      const taxon = (await libraryOf(db, site.region)).taxa.get(rest.taxon);
      if (!taxon) return setError(form, 'taxon', 'Choose a plant of the list.');
      const taken = new Set((await listPatches(db, site.id)).map(({ name }) => name));
      const name = rest.name || freeName(englishName(taxon), taken);
      await addPatch(db, site.id, { ...rest, name, longitude, latitude });
      form.data = { ...form.data, name: '', taxon: '', longitude: undefined, latitude: undefined };
      return message(form, `Added ${name}.`);
    })
  ),
  unsee: idAction(requireLeader, 'sighting', 'sighting', (id, { event, viewer }) =>
    onSite(event, viewer, async (db, site) => {
      if (!(await removeSighting(db, site.id, id))) orNotFound(undefined, 'sighting');
      return { unseen: true };
    })
  ),
  happened: formAction(requireLeader, NewGroundEvent, 'happened', (form, { event, viewer }) =>
    onSite(event, viewer, async (db, site) => {
      const { patch, happenedOn } = form.data;
      if (happenedOn > viewer.today)
        return setError(form, 'happenedOn', `That day is still to come; today is ${longDate(viewer.today)}.`);
      if (patch && !(await listPatches(db, site.id)).some((one) => one.id === patch))
        return setError(form, 'patch', 'Choose a patch of this site, or the whole of it.');
      await addGroundEvent(db, viewer, site.id, form.data);
      return message(form, 'Noted.');
    })
  ),
  unhappened: idAction(requireLeader, 'id', 'event', (id, { event, viewer }) =>
    onSite(event, viewer, async (db, site) => {
      if (!(await removeGroundEvent(db, site.id, id))) orNotFound(undefined, 'event');
      return {};
    })
  ),
  track: async ({ request, locals, params }) => {
    const viewer = requireLeader(locals);
    const id = idFrom(params.site, 'site');
    const form = await request.formData();
    const file = form.get('track');
    const refuse = (problem: string) => fail(400, { track: { problem: `${problem} Nothing was changed.` } });
    if (!(file instanceof File) || file.size === 0) return refuse('Choose a GPX or KML file first.');
    if (file.size > largestGpxBytes)
      return refuse(`${file.name} has ${Math.round(file.size / 1e6)} MB; 20 MB is the most.`);
    const result = await readFile('track', { bytes: await bytesOf(file) });
    if ('problem' in result) return refuse(`${file.name}: ${result.problem}`);
    const { track } = result;
    return inSchoolOf(viewer, async (db) => {
      const site = orNotFound(await readSite(db, id), 'site');
      const away = await kilometresAway(db, site, track.path);
      if (away > farKilometres && form.get('far') !== 'yes')
        return fail(400, {
          track: {
            problem: `This track lies ${Math.round(away).toLocaleString('en-GB')} km from the site. If it belongs here all the same, choose it again and tick that. Nothing was changed.`,
            isFar: true
          }
        });
      const before = site.ground.features.find(({ properties }) => properties.kind === 'path');
      await saveGround(
        db,
        id,
        withPath(site.ground, track.path, track.name || file.name.replace(/\.(gpx|km[lz])$/i, ''))
      );
      return {
        track: {
          done: pathTaken(track, track.name || file.name),
          waypoints: track.waypoints,
          // What an undo brings back: the path of before, or none.
          before: JSON.stringify(before ?? null)
        }
      };
    });
  },
  /** Brings back the path that a track has replaced. */
  untrack: async ({ request, locals, params }) => {
    const viewer = requireLeader(locals);
    const id = idFrom(params.site, 'site');
    let features: unknown[];
    try {
      const before: unknown = JSON.parse(String((await request.formData()).get('before')));
      features = before === null ? [] : [before];
    } catch {
      return fail(400, {
        track: { problem: 'The path of before did not arrive whole. Nothing was changed.' }
      });
    }
    const path = Ground.safeParse({ type: 'FeatureCollection', features });
    if (!path.success)
      return fail(400, { track: { problem: 'The path of before is not readable. Nothing was changed.' } });
    return inSchoolOf(viewer, async (db) => {
      const { ground } = orNotFound(await readSite(db, id), 'site');
      const others = ground.features.filter(({ properties }) => properties.kind !== 'path');
      await saveGround(db, id, { ...ground, features: [...others, ...path.data.features] });
      return { track: { done: 'The path is as it was before.' } };
    });
  }
};

/** What a track has brought, in words. */
function pathTaken({ path, pointsRead, notes }: GpxTrack, name: string): string {
  const { metres, ascentMetres, descentMetres } = pathSize(path);
  const climbs =
    ascentMetres === undefined
      ? ''
      : `, ${Math.round(ascentMetres)} m up and ${Math.round(descentMetres!)} m down`;
  return [
    `“${name}” is the site’s path now: ${(metres / 1000).toFixed(1)} km${climbs}, ${pointsRead.toLocaleString('en-GB')} points.`,
    ...notes
  ].join(' ');
}

/** A track this far from what a site has already most likely belongs to another one. */
const farKilometres = 5;

/** How far a path lies from what is on the map of a site: its own places, or its patches; 0 where there is nothing yet. */
async function kilometresAway(db: SchoolDb, site: Site, path: readonly Position[]): Promise<number> {
  const [patch] = await listPatches(db, site.id);
  const middle = site.place ?? patch;
  if (!middle) return 0;
  return Math.min(...path.map((at) => metresBetween(middle, { longitude: at[0]!, latitude: at[1]! }) / 1000));
}
