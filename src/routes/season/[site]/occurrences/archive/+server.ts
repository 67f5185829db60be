import { packOccurrences } from '$core/formats';
import { attachment } from '$lib/server/request/attachment';
import { askedOccurrences } from '$lib/server/season/occurrences';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async (event) => {
  const { query, site, school, occurrences } = await askedOccurrences(event);
  return attachment(
    packOccurrences(occurrences, query.places, school),
    'application/zip',
    `${site.name}, occurrences.zip`
  );
};
