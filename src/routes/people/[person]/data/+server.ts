import { membersOf } from '$lib/server/accounts';
import { audit } from '$lib/server/school/audit';
import { dataFile } from '$lib/server/school/own-data';
import {
  orNotFound,
  idFrom,
  inSchoolOf,
  requireRecentPassword,
  requireOwner
} from '$lib/server/request/guard';
import { listPeople } from '$lib/server/school/people';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals, params, url }) => {
  const viewer = requireRecentPassword(requireOwner(locals), url);
  const id = idFrom(params.person, 'person');
  const member = (await membersOf(viewer.schoolId)).get(id);
  return inSchoolOf(viewer, async (db) => {
    const person = orNotFound(
      (await listPeople(db)).find((one) => one.id === id),
      'person'
    );
    const file = await dataFile(db, viewer, person, member);
    await audit(db, { personId: viewer.personId, number: locals.number }, 'person exported', id);
    return file;
  });
};
