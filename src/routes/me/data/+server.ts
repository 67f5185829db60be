import { membersOf } from '$lib/server/accounts';
import { audit } from '$lib/server/school/audit';
import { dataFile } from '$lib/server/school/own-data';
import { inSchoolOf, requireRecentPassword, requireSignedIn } from '$lib/server/request/guard';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals, url }) => {
  const viewer = requireRecentPassword(requireSignedIn(locals), url);
  const member = (await membersOf(viewer.schoolId)).get(viewer.personId);
  return inSchoolOf(viewer, async (db) => {
    const file = await dataFile(db, viewer, { id: viewer.personId, name: viewer.name }, member);
    await audit(db, { personId: viewer.personId, number: locals.number }, 'person exported', viewer.personId);
    return file;
  });
};
