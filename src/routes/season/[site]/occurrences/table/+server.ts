import { writeOccurrences } from '$core/formats';
import { tableAttachment } from '$lib/server/request/attachment';
import { askedOccurrences } from '$lib/server/season/occurrences';
import type { RequestHandler } from './$types';

/** A table whose columns are named by Darwin Core: always with commas and points, for machines. */
export const GET: RequestHandler = async (event) => {
  const { query, site, school, occurrences } = await askedOccurrences(event);
  return tableAttachment(writeOccurrences(occurrences, query.places, school), `${site.name}, occurrences`);
};
