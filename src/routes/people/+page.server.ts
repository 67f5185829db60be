import { fail } from '@sveltejs/kit';
import { message, setError, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import { levels } from '$core/walk';
import { inSchoolOf, leading } from '$lib/server/guard';
import { queueMessage } from '$lib/server/outbox';
import {
  addCohort,
  addPerson,
  erasePerson,
  erasedName,
  listCohorts,
  listPeople,
  recordConsent,
  setGroups
} from '$lib/server/people';
import { type Viewer, accountEmails, invite, isEmailTaken } from '$lib/server/sign-in';
import type { Actions, PageServerLoad } from './$types';

const PersonForm = z.object({
  name: z.string().trim().min(1, 'Enter a name.').max(120),
  role: z.enum(['learner', 'guest', 'assistant', 'instructor']).default('learner'),
  email: z.union([z.email('This is no e-mail address.'), z.literal('')]).default(''),
  cohortId: z.union([z.uuid(), z.literal('')]).default(''),
  isMinor: z.boolean().default(false)
});
const CohortForm = z.object({
  name: z.string().trim().min(1, 'Name the group.').max(120),
  level: z.enum(levels).default('beginner')
});

export const load: PageServerLoad = ({ locals }) => {
  const viewer = leading(locals);
  return inSchoolOf(viewer, async (db) => {
    const emails = await accountEmails(viewer.schoolId);
    const cohorts = await listCohorts(db);
    return {
      cohorts,
      erasedName,
      people: (await listPeople(db)).map((person) => ({
        ...person,
        email: emails.get(person.id),
        cohorts: cohorts
          .filter(({ members }) => members.includes(person.id))
          .map(({ id, name }) => ({ id, name }))
      })),
      personForm: await superValidate(zod4(PersonForm), { id: 'person' }),
      cohortForm: await superValidate(zod4(CohortForm), { id: 'cohort' })
    };
  });
};

const invitationText = (name: string, school: string, link: string) =>
  `Dear ${name},\n\n${school} invites you to Good Trail, where you find the briefs of your walks and can practise for them.\n\nOpen this link and choose a password:\n${link}\n\nThe link works once, within 14 days.\n`;

/** Lays an invitation into the outbox; an earlier one to the same person stops working. */
async function sendInvitation(
  viewer: Viewer,
  person: { id: string; name: string },
  email: string,
  origin: string
): Promise<void> {
  const token = await invite(viewer.schoolId, person.id, email);
  const body = invitationText(person.name, viewer.school.name, `${origin}/welcome/${token}`);
  await inSchoolOf(viewer, (db) =>
    queueMessage(db, { recipient: email, subject: `${viewer.school.name} invites you`, body })
  );
}

export const actions: Actions = {
  addPerson: async ({ request, locals, url }) => {
    const viewer = leading(locals);
    const form = await superValidate(request, zod4(PersonForm), { id: 'person' });
    if (!form.valid) return fail(400, { form });
    const { name, role, email, cohortId, isMinor } = form.data;
    if (role === 'instructor' && viewer.role !== 'owner')
      return setError(form, 'role', 'Only the owner can add instructors.');
    if (email && role === 'guest')
      return setError(form, 'email', 'A guest has no account: leave this empty.');
    if (email && (await isEmailTaken(email)))
      return setError(form, 'email', 'Somebody signs in with this address already.');
    const personId = await inSchoolOf(viewer, async (db) => {
      const known = (await listCohorts(db)).some(({ id }) => id === cohortId);
      return addPerson(db, { name, role, isMinor, cohortId: known ? cohortId : undefined });
    });
    if (!email) return message(form, `${name} is on the list, without an account.`);
    await sendInvitation(viewer, { id: personId, name }, email, url.origin);
    return message(form, `${name} is on the list. The invitation waits in the outbox.`);
  },
  invite: async ({ request, locals, url }) => {
    const viewer = leading(locals);
    const parsed = z
      .object({ personId: z.uuid(), email: z.email() })
      .safeParse(Object.fromEntries(await request.formData()));
    if (!parsed.success) return fail(400, { problem: 'This is no e-mail address: nobody was invited.' });
    const { personId, email } = parsed.data;
    const people = await inSchoolOf(viewer, listPeople);
    const person = people.find(({ id }) => id === personId);
    if (!person || person.role === 'guest')
      return fail(404, { problem: 'There is nobody to invite: a guest has no account.' });
    if ((await accountEmails(viewer.schoolId)).has(personId))
      return fail(400, { problem: `${person.name} has an account already.` });
    if (await isEmailTaken(email))
      return fail(400, { problem: 'Somebody signs in with this address already.' });
    await sendInvitation(viewer, person, email, url.origin);
    return { done: `A new invitation for ${person.name} waits in the outbox.` };
  },
  erase: async ({ request, locals }) => {
    const viewer = leading(locals);
    if (viewer.role !== 'owner') return fail(403, { problem: 'Only the owner can erase a person.' });
    const parsed = z
      .object({ personId: z.uuid(), name: z.string().trim() })
      .safeParse(Object.fromEntries(await request.formData()));
    if (!parsed.success) return fail(400, { problem: 'There is no such person.' });
    const { personId, name } = parsed.data;
    const person = (await inSchoolOf(viewer, listPeople)).find(({ id }) => id === personId);
    if (!person) return fail(404, { problem: 'There is no such person.' });
    if (person.name !== name)
      return fail(400, { problem: `Nobody was erased: the name that you typed is not ${person.name}.` });
    const isErased = await inSchoolOf(viewer, (db) => erasePerson(db, personId));
    return isErased
      ? { done: `${name} is erased. Answers given in drills stay without a name.` }
      : fail(400, { problem: 'An owner cannot be erased: the school would have nobody.' });
  },
  groups: async ({ request, locals }) => {
    const viewer = leading(locals);
    const data = await request.formData();
    const parsed = z
      .object({ personId: z.uuid(), cohortIds: z.array(z.uuid()) })
      .safeParse({ personId: data.get('personId'), cohortIds: data.getAll('cohortId') });
    if (!parsed.success) return fail(400, { problem: 'There is no such person or group.' });
    await inSchoolOf(viewer, (db) => setGroups(db, parsed.data.personId, parsed.data.cohortIds));
    return { done: 'The groups are as you chose.' };
  },
  addCohort: async ({ request, locals }) => {
    const viewer = leading(locals);
    const form = await superValidate(request, zod4(CohortForm), { id: 'cohort' });
    if (!form.valid) return fail(400, { form });
    await inSchoolOf(viewer, (db) => addCohort(db, form.data.name, form.data.level));
    return message(form, `Added ${form.data.name}.`);
  },
  consent: async ({ request, locals }) => {
    const viewer = leading(locals);
    const parsed = z
      .object({ personId: z.uuid(), guardianName: z.string().trim().min(1).max(120) })
      .safeParse(Object.fromEntries(await request.formData()));
    if (!parsed.success) return fail(400, { problem: 'Enter the guardian’s name.' });
    const isRecorded = await inSchoolOf(viewer, (db) =>
      recordConsent(db, parsed.data.personId, parsed.data.guardianName)
    );
    return isRecorded ? {} : fail(404, { problem: 'There is no such learner under 18.' });
  }
};
