import { strToU8, zipSync } from 'fflate';
import { libraryTables, tableNames } from '$core/formats';
import { inSchoolOf, requireLeader, notFound } from '$lib/server/request/guard';
import { schoolLibrary } from '$lib/server/library/library';
import type { RequestHandler } from './$types';

/** The school's library as one of its tables, or as all of them in an archive. */
export const GET: RequestHandler = async ({ locals, params }) => {
  const viewer = requireLeader(locals);
  const tables = await inSchoolOf(viewer, async (db) =>
    libraryTables((await schoolLibrary(db, viewer.region)).document)
  );
  const headers = (type: string) => ({
    'content-type': type,
    'content-disposition': `attachment; filename="${params.file}"`,
    'cache-control': 'no-store'
  });
  if (params.file === 'library.zip') {
    const entries = Object.fromEntries(tableNames.map((name) => [name, strToU8(tables[name])]));
    return new Response(zipSync(entries) as BodyInit, { headers: headers('application/zip') });
  }
  const name = tableNames.find((one) => one === params.file) ?? notFound('table');
  return new Response(tables[name], { headers: headers('text/csv; charset=utf-8') });
};
