import { z } from 'zod';
import { Ground, crossingOf } from '$core/ground';
import { orNotFound, idFrom, inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { listPatches } from '$lib/server/ground/patches';
import { readSite, saveGround } from '$lib/server/ground/sites';
import { fail } from '@sveltejs/kit';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params }) => {
  const viewer = requireLeader(locals);
  const id = idFrom(params.site, 'site');
  return inSchoolOf(viewer, async (db) => {
    const { name, ground, revision, place } = orNotFound(await readSite(db, id), 'site');
    const patches = await listPatches(db, id);
    return {
      site: { id, name, ground, revision, place },
      patches: patches.map(({ name: label, longitude, latitude }) => ({ label, longitude, latitude }))
    };
  });
};

const Sent = z.object({ ground: Ground, revision: z.number().int() });

/** What would keep the map from being drawn again. */
function problemOf(ground: Ground): string | undefined {
  for (const { geometry, properties } of ground.features) {
    const crossing = geometry.type === 'Polygon' ? crossingOf(geometry.coordinates) : undefined;
    if (crossing)
      return `The outline of ${properties.name ?? properties.kind} crosses itself at ${crossing[1]!.toFixed(5)}, ${crossing[0]!.toFixed(5)}.`;
  }
  if (ground.features.filter(({ properties }) => properties.kind === 'path').length > 1)
    return 'There are two paths. Walks follow one: make the others lines or lanes.';
  return undefined;
}

export const actions: Actions = {
  default: async ({ request, locals, params }) => {
    const viewer = requireLeader(locals);
    const id = idFrom(params.site, 'site');
    const text = (await request.formData()).get('map');
    const refuse = (status: number, problem: string) => fail(status, { problem });
    let json: unknown;
    try {
      json = JSON.parse(String(text));
    } catch {
      return refuse(400, 'The map did not arrive whole. It is still on your screen: save it again.');
    }
    const sent = Sent.safeParse(json);
    if (!sent.success)
      return refuse(
        400,
        `The map cannot be kept: ${sent.error.issues[0]!.path.join('.')} ${sent.error.issues[0]!.message}`
      );
    const problem = problemOf(sent.data.ground);
    if (problem) return refuse(400, `${problem} Nothing was saved yet; your drawing is still here.`);
    return inSchoolOf(viewer, async (db) => {
      const site = orNotFound(await readSite(db, id), 'site');
      if (site.revision !== sent.data.revision)
        return refuse(
          409,
          'Somebody else changed this site meanwhile. Your drawing is still here: take it out as GeoJSON, open the map anew and put it in again.'
        );
      await saveGround(db, id, sent.data.ground);
      return { saved: sent.data.ground.features.length, revision: site.revision + 1 };
    });
  }
};
