import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { type RosterRow, readRoster } from '$core/formats';
import { counted } from '$core/words';
import { membersOf } from '$lib/server/accounts';
import { fieldsAction } from '$lib/server/request/actions';
import { inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { overQuota } from '$lib/server/request/limits';
import { audit } from '$lib/server/school/audit';
import { type LetterWithLink, invitationLetter } from '$lib/server/school/invitations';
import { addCohort, addPerson, listCohorts, listPeople, mostPeople } from '$lib/server/school/people';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) =>
  inSchoolOf(requireLeader(locals), async (db) => ({
    cohorts: (await listCohorts(db)).map(({ id, name }) => ({ id, name })),
    names: (await listPeople(db)).map(({ name }) => name)
  }));

const List = z.object({
  text: z.string().max(200_000, 'This list is too long: bring it in in parts.'),
  cohortId: z.union([z.uuid(), z.literal('')]).default(''),
  /** Of a group that is made with them. */
  newCohort: z.string().trim().max(80, 'Keep the name of the group to 80 letters.').default(''),
  invites: z.literal('on').optional()
});

export const actions: Actions = {
  default: fieldsAction(
    requireLeader,
    List,
    async ({ text, cohortId, newCohort, invites }, { event, viewer, form }) => {
      const rows = readRoster(text);
      if ('problem' in rows) return fail(400, { problem: `Nobody was added. ${rows.problem}` });
      const chosen = new Set(form.getAll('line').map(Number));
      const wanted = rows.filter(({ line, problems }) => problems.length === 0 && chosen.has(line));
      if (wanted.length === 0) return fail(400, { problem: 'Nobody was added: tick at least one person.' });
      const added = await inSchoolOf(viewer, async (db) => {
        if ((await listPeople(db)).length + wanted.length > mostPeople) return undefined;
        const cohort = newCohort
          ? { id: await addCohort(db, newCohort, 'beginner'), name: newCohort }
          : (await listCohorts(db)).find(({ id }) => id === cohortId);
        const people: (RosterRow & { id: string })[] = [];
        for (const { name, isMinor, ...row } of wanted) {
          const id = await addPerson(db, {
            name,
            isMinor,
            role: 'learner',
            cohortId: cohort?.id,
            contacts: row
          });
          await audit(db, { personId: viewer.personId, number: event.locals.number }, 'person added', id, {
            role: 'learner'
          });
          people.push({ ...row, name, isMinor, id });
        }
        return { people, cohort: cohort?.name };
      });
      if (!added)
        return fail(400, { problem: `Nobody was added: a school has ${mostPeople} people at most.` });
      const { letters, uninvited } = invites ? await inviteAll(added.people) : { letters: [], uninvited: [] };
      return {
        done: `${counted(added.people.length, 'person', 'people')} added${added.cohort ? ` to ${added.cohort}` : ''}.`,
        letters,
        uninvited
      };

      /** The links are made after the people are stored; where one cannot be made, the others still are. */
      async function inviteAll(people: readonly (RosterRow & { id: string })[]) {
        const taken = new Set([...(await membersOf(viewer.schoolId)).values()].map((one) => one.email));
        const made: LetterWithLink[] = [];
        const without: string[] = [];
        for (const { id, name, email } of people) {
          if (!email) continue;
          const tooMany = await overQuota('invitations', viewer.personId);
          if (tooMany || [...taken].some((one) => one.toLowerCase() === email.toLowerCase()))
            without.push(
              `${name}: ${tooMany ?? 'somebody of this school signs in with this address already.'}`
            );
          else
            made.push(
              await invitationLetter(
                viewer,
                { number: event.locals.number, origin: event.url.origin },
                { id, name },
                email
              )
            );
        }
        return { letters: made, uninvited: without };
      }
    },
    'Nobody was added. '
  )
};
