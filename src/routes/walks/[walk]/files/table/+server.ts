import { walkColumns, walkTable } from '$core/after';
import { writeCsv } from '$core/formats';
import { readFieldDay } from '$lib/server/field/day';
import { dialectIn, tableAttachment } from '$lib/server/request/attachment';
import { idFrom, inSchoolOf, requireTeacher } from '$lib/server/request/guard';
import { walkPage } from '$lib/server/walk/walk-page';
import type { RequestHandler } from './$types';

/** The walk as it went, as a table, without anybody's name or health. */
export const GET: RequestHandler = async ({ locals, params, url }) => {
  const viewer = requireTeacher(locals);
  const { plan, brief } = await walkPage(locals, idFrom(params.walk, 'walk'));
  return inSchoolOf(viewer, async (db) => {
    const { pack, day } = await readFieldDay(db, viewer, plan, brief);
    const table = writeCsv(walkColumns, walkTable(pack, day, plan.library), dialectIn(url));
    return tableAttachment(table, plan.walk.name);
  });
};
