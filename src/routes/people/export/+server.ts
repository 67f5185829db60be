import { type RosterPerson, writeRoster, writeVCards } from '$core/formats';
import { membersOf } from '$lib/server/accounts';
import { attachment, dialectIn, tableAttachment } from '$lib/server/request/attachment';
import { inSchoolOf, requireLeader, requireRecentPassword } from '$lib/server/request/guard';
import { audit } from '$lib/server/school/audit';
import { erasedName, listCohorts, listPeople } from '$lib/server/school/people';
import type { RequestHandler } from './$types';

/** Everybody on the list as a table, or with `?as=vcard` as contacts for a telephone. */
export const GET: RequestHandler = async ({ locals, url }) => {
  const viewer = requireRecentPassword(requireLeader(locals), url);
  const members = await membersOf(viewer.schoolId);
  const people = await inSchoolOf(viewer, async (db): Promise<(RosterPerson & { groups: string })[]> => {
    await audit(db, { personId: viewer.personId, number: locals.number }, 'people exported');
    const cohorts = await listCohorts(db);
    return (await listPeople(db))
      .filter(({ name }) => name !== erasedName)
      .map((one) => ({
        name: one.name,
        email: members.get(one.id)?.email ?? '',
        telephone: one.telephone ?? '',
        emergencyName: one.emergencyName ?? '',
        emergencyTelephone: one.emergencyTelephone ?? '',
        isMinor: one.isMinor,
        groups: cohorts
          .filter(({ members: of }) => of.includes(one.id))
          .map(({ name }) => name)
          .join('; ')
      }));
  });
  const name = `People of ${viewer.school.name}`;
  return url.searchParams.get('as') === 'vcard'
    ? attachment(writeVCards(people), 'text/vcard; charset=utf-8', `${name}.vcf`)
    : tableAttachment(writeRoster(people, dialectIn(url)), name);
};
