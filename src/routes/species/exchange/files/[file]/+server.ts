import { strToU8, zipSync } from 'fflate';
import { libraryTables, packTaxa, tableNames, writeSdd } from '$core/formats';
import { inSchoolOf, requireLeader, notFound } from '$lib/server/request/guard';
import { schoolLibrary } from '$lib/server/library/library';
import type { RequestHandler } from './$types';

/** The school's library as one of its tables, as all of them in an archive, or in the forms of the standards. */
export const GET: RequestHandler = async ({ locals, params }) => {
  const viewer = requireLeader(locals);
  const { document } = await inSchoolOf(viewer, (db) => schoolLibrary(db, viewer.region));
  const headers = (type: string) => ({
    'content-type': type,
    'content-disposition': `attachment; filename="${params.file}"`,
    'cache-control': 'no-store'
  });
  const now = new Date().toISOString();
  if (params.file === 'darwin-core.zip')
    return new Response(packTaxa(document, viewer.school.name, now.slice(0, 10)), {
      headers: headers('application/zip')
    });
  if (params.file === 'sdd.xml')
    return new Response(writeSdd(document, now), { headers: headers('application/xml; charset=utf-8') });
  const tables = libraryTables(document);
  if (params.file === 'library.zip') {
    const entries = Object.fromEntries(tableNames.map((name) => [name, strToU8(tables[name])]));
    return new Response(zipSync(entries) as BodyInit, { headers: headers('application/zip') });
  }
  const name = tableNames.find((one) => one === params.file) ?? notFound('table');
  return new Response(tables[name], { headers: headers('text/csv; charset=utf-8') });
};
