import { error, json } from '@sveltejs/kit';
import { z } from 'zod';
import { mostPhones } from '$core/field';
import { briefAlong } from '$lib/server/field/brief-along';
import { packOf } from '$lib/server/field/pack';
import { takeAlong } from '$lib/server/field/phones';
import { readWalkEvents } from '$lib/server/field/walk-events';
import { listWeighings } from '$lib/server/ground/weighings';
import { schoolLibrary } from '$lib/server/library/library';
import { idFrom, inSchoolOf, requireTeacher } from '$lib/server/request/guard';
import { walkPage } from '$lib/server/walk/walk-page';
import type { RequestHandler } from './$types';

const Asked = z.object({ device: z.uuid(), phones: z.number().int().min(1).max(mostPhones).default(1) });

/** A phone takes a walk along: it gets its number, and all that it needs without network. */
export const POST: RequestHandler = async ({ locals, params, request }) => {
  const viewer = requireTeacher(locals);
  const walkId = idFrom(params.walk, 'walk');
  const asked = Asked.safeParse(await request.json().catch(() => undefined));
  if (!asked.success) error(400, 'This phone did not say which it is.');
  const { plan, brief } = await walkPage(locals, walkId);
  return inSchoolOf(viewer, async (db) => {
    const shared = await takeAlong(db, viewer, plan, asked.data.device, asked.data.phones);
    if (!shared) error(409, `A walk has ${mostPhones} phones at most; this would be one more.`);
    const along = brief && (await briefAlong(db, brief));
    const { document } = await schoolLibrary(db, plan.site.region);
    const weighings = await listWeighings(
      db,
      plan.taxa.map(({ taxon }) => taxon)
    );
    return json({
      pack: packOf(plan, viewer, shared, along, document, weighings, db.now),
      events: await readWalkEvents(db, walkId),
      now: db.now.toISOString(),
      clock: new Date().toISOString()
    });
  });
};
