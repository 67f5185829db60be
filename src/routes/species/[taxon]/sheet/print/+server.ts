import { schoolLibrary } from '$lib/server/library/library';
import { sheetOf } from '$lib/server/library/plant-sheet';
import { print } from '$lib/server/print';
import { attachment } from '$lib/server/request/attachment';
import { inSchoolOf, orNotFound, requireSignedIn } from '$lib/server/request/guard';
import type { RequestHandler } from './$types';

/** One plant on one page. */
export const GET: RequestHandler = async ({ locals, params, url }) => {
  const viewer = requireSignedIn(locals);
  const { sheet, library, now } = await inSchoolOf(viewer, async (db) => {
    const own = await schoolLibrary(db, viewer.region);
    const taxon = orNotFound(own.library.taxa.get(params.taxon), 'taxon');
    return {
      sheet: await sheetOf(db, viewer, own.library, taxon, url.searchParams.get('stage')),
      library: own.document,
      now: db.now
    };
  });
  const title = `${sheet.plant.name}, one sheet`;
  const pdf = await print('sheet', {
    sheet: { sheet, school: viewer.school.name },
    library,
    title,
    date: now
  });
  return attachment(new Uint8Array(pdf), 'application/pdf', `${title}.pdf`);
};
