import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { abundances } from '$core/evidence';
import { Outline, kindsOf } from '$core/ground';
import { taxonChoices } from '$core/knowledge';
import { addFind, listFinds } from '$lib/server/ground/finds';
import { listTours } from '$lib/server/ground/gps-device';
import { orNotFound, idFrom, inSchoolOf, requireTeacher } from '$lib/server/request/guard';
import { libraryOf } from '$lib/server/library/library';
import { addPatch, listPatches } from '$lib/server/ground/patches';
import { readSite, saveGround } from '$lib/server/ground/sites';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params }) => {
  const viewer = requireTeacher(locals);
  const id = idFrom(params.site, 'site');
  return inSchoolOf(viewer, async (db) => {
    const site = orNotFound(await readSite(db, id), 'site');
    const library = await libraryOf(db, site.region);
    return {
      site: { id, name: site.name, ground: site.ground, place: site.place },
      today: viewer.today,
      tours: listTours(),
      kinds: kindsOf('Point'),
      /** What stands there already: patches by their plant, finds, and points of the map. */
      there: [
        ...(await listPatches(db, id)).map(({ name, taxon: is, longitude, latitude }) => ({
          name,
          is,
          longitude,
          latitude
        })),
        ...(await listFinds(db, id)).flatMap(({ name, longitude, latitude }) =>
          longitude === undefined || latitude === undefined ? [] : [{ name, is: '', longitude, latitude }]
        ),
        ...site.ground.features.flatMap(({ geometry, properties: { name, kind } }) =>
          geometry.type === 'Point'
            ? [
                {
                  name: name ?? kind,
                  is: `map:${kind}`,
                  longitude: geometry.coordinates[0],
                  latitude: geometry.coordinates[1]
                }
              ]
            : []
        )
      ],
      plants: taxonChoices(library).map(({ value, label, also }) => ({
        value,
        label,
        names: [label.replace(/ \(.*$/, ''), ...also]
      }))
    };
  });
};

const Waypoint = z.object({
  name: z.string().trim().min(1, 'Every waypoint needs a name.').max(120),
  note: z.string().max(1000),
  taxon: z.string().max(80).default(''),
  /** Of a place that belongs on the map. */
  kind: z.enum(kindsOf('Point')).optional(),
  longitude: z.number().min(-180).max(180),
  latitude: z.number().min(-90).max(90),
  seenOn: z.union([z.iso.date(), z.literal('')]),
  // Of a patch that was one before: our own files have these.
  abundance: z.enum(abundances).catch('occasional').default('occasional'),
  microhabitat: z.string().trim().max(300).default(''),
  habitats: z.array(z.string().max(60)).max(20).default([]),
  outline: Outline.optional()
});
const Sent = z.array(Waypoint).min(1, 'Tick at least one waypoint.').max(500, '500 at a time are the most.');

export const actions: Actions = {
  default: async ({ request, locals, params }) => {
    const viewer = requireTeacher(locals);
    const id = idFrom(params.site, 'site');
    let json: unknown;
    try {
      json = JSON.parse(String((await request.formData()).get('waypoints')));
    } catch {
      return fail(400, { problem: 'The list did not arrive whole. Send it again.' });
    }
    const sent = Sent.safeParse(json);
    if (!sent.success)
      return fail(400, { problem: `${sent.error.issues[0]!.message} Nothing was brought in.` });
    return inSchoolOf(viewer, async (db) => {
      const site = orNotFound(await readSite(db, id), 'site');
      const library = await libraryOf(db, site.region);
      const known = new Set([...library.taxa.values()].flatMap((taxon) => taxon.habitats));
      let [patches, finds] = [0, 0];
      const points = sent.data.flatMap(({ kind, name, longitude, latitude }) =>
        kind
          ? [
              {
                type: 'Feature' as const,
                geometry: { type: 'Point' as const, coordinates: [longitude, latitude] as [number, number] },
                properties: { kind, name }
              }
            ]
          : []
      );
      if (points.length > 0)
        await saveGround(db, id, { ...site.ground, features: [...site.ground.features, ...points] });
      for (const { kind, name, note, taxon, longitude, latitude, seenOn, ...patch } of sent.data)
        if (kind) continue;
        else if (library.taxa.has(taxon)) {
          const habitats = patch.habitats.filter((habitat) => known.has(habitat));
          await addPatch(db, id, { name, taxon, longitude, latitude, ...patch, habitats });
          patches += 1;
        } else {
          // A clock that runs ahead does not move a find into the future.
          const on = seenOn && seenOn <= viewer.today ? seenOn : viewer.today;
          await addFind(db, viewer, id, {
            name,
            note,
            longitude,
            latitude,
            seenOn: on,
            seen: [],
            cannot: []
          });
          finds += 1;
        }
      return { patches, finds, points: points.length };
    });
  }
};
