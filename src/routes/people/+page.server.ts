import { fail } from '@sveltejs/kit';
import { defaults, message, setError, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import { levels } from '$core/walk';
import {
  type Viewer,
  makePasswordLink,
  membersOf,
  openInvitations,
  removeFactor,
  roles,
  signOutEverywhere,
  tellFactor,
  tellPasswordLink,
  withdrawInvitations
} from '$lib/server/accounts';
import { audit } from '$lib/server/school/audit';
import { fieldsAction, formAction } from '$lib/server/request/actions';
import { contactFields } from '$lib/server/request/contact-fields';
import { inSchoolOf, requireLeader, requireRecentPassword, requireOwner } from '$lib/server/request/guard';
import { type LetterWithLink, invitationLetter, mayInvite } from '$lib/server/school/invitations';
import { sendsMail } from '$lib/server/mail';
import { overQuota } from '$lib/server/request/limits';
import {
  type Person,
  addCohort,
  addPerson,
  correctPerson,
  erasePerson,
  erasedName,
  listCohorts,
  listPeople,
  mostPeople,
  recordConsent,
  setGroups,
  setRole
} from '$lib/server/school/people';
import type { Actions, PageServerLoad } from './$types';

const PersonForm = z.object({
  name: z.string().trim().min(1, 'Enter a name.').max(120),
  role: z.enum(['learner', 'guest', 'assistant', 'instructor']).default('learner'),
  email: z.union([z.email('This is no e-mail address.'), z.literal('')]).default(''),
  cohortId: z.union([z.uuid(), z.literal('')]).default(''),
  isMinor: z.boolean().default(false),
  ...contactFields
});
const CohortForm = z.object({
  name: z.string().trim().min(1, 'Name the group.').max(120),
  level: z.enum(levels).default('beginner')
});

/** Groups that a school may have at most: a slip of a script fills no database. */
const mostGroups = 500;

export const load: PageServerLoad = async ({ locals }) => {
  const viewer = requireLeader(locals);
  // Accounts stand above the schools: they are read before the school's own transaction, never within it.
  const members = await membersOf(viewer.schoolId);
  const invitations = await openInvitations(viewer.schoolId);
  return inSchoolOf(viewer, async (db) => {
    const cohorts = await listCohorts(db);
    return {
      cohorts,
      erasedName,
      roles: [...roles, 'guest' as const],
      people: (await listPeople(db)).map((person) => {
        const waiting = invitations.find(({ personId }) => personId === person.id);
        return {
          ...person,
          email: members.get(person.id)?.email,
          isYou: person.id === viewer.personId,
          hasFactor: members.get(person.id)?.hasFactor ?? false,
          invited: waiting && { email: waiting.email, until: waiting.expiresAt },
          cohorts: cohorts
            .filter(({ members: of }) => of.includes(person.id))
            .map(({ id, name }) => ({ id, name }))
        };
      }),
      personForm: await superValidate(zod4(PersonForm), { id: 'person' }),
      cohortForm: await superValidate(zod4(CohortForm), { id: 'cohort' })
    };
  });
};

const Consent = z.object({
  personId: z.uuid(),
  guardianName: z.string().trim().min(1, 'Enter the guardian’s name.').max(120, 'At most 120 letters.')
});
/** How a request is named in the record, and where the application is reached. */
const askedBy = ({ locals, url }: { locals: App.Locals; url: URL }) => ({
  number: locals.number,
  origin: url.origin
});

const nowSend = ({ wentByMail }: LetterWithLink, what: 'invitation' | 'link') =>
  wentByMail ? 'It is on its way by e-mail.' : `Send the ${what} now: it is shown this once.`;

const PersonId = z.object({ personId: z.uuid() });
const nobody = 'There is no such person.';

/** The person that a form of this page is about. */
async function personOf(viewer: Viewer, data: FormData): Promise<Person | undefined> {
  const parsed = PersonId.safeParse(Object.fromEntries(data));
  const people = parsed.success ? await inSchoolOf(viewer, listPeople) : [];
  return people.find(({ id }) => id === parsed.data?.personId);
}

export const actions: Actions = {
  addPerson: formAction(requireLeader, PersonForm, 'person', async (form, { event, viewer }) => {
    const { name, role, email, cohortId, isMinor, ...contacts } = form.data;
    const tooMany = await overQuota('invitations', viewer.personId);
    if (tooMany) return setError(form, 'name', tooMany, { status: 429 });
    if (role === 'instructor' && viewer.role !== 'owner')
      return setError(form, 'role', 'Only an owner can add instructors.');
    if (email && role === 'guest')
      return setError(form, 'email', 'A guest has no account: leave this empty.');
    const members = await membersOf(viewer.schoolId);
    if (email && [...members.values()].some((member) => member.email.toLowerCase() === email.toLowerCase()))
      return setError(form, 'email', 'Somebody of this school signs in with this address already.');
    const personId = await inSchoolOf(viewer, async (db) => {
      if ((await listPeople(db)).length >= mostPeople) return undefined;
      const known = (await listCohorts(db)).some(({ id }) => id === cohortId);
      const id = await addPerson(db, {
        name,
        role,
        isMinor,
        contacts,
        cohortId: known ? cohortId : undefined
      });
      await audit(db, { personId: viewer.personId, number: event.locals.number }, 'person added', id, {
        role
      });
      return id;
    });
    if (!personId) return setError(form, 'name', `A school has ${mostPeople} people at most.`);
    // The next one is often of the same group.
    Object.assign(form.data, { ...defaults(zod4(PersonForm)).data, role, cohortId });
    if (!email) return message(form, `${name} is on the list, without an account.`);
    const letter = await invitationLetter(viewer, askedBy(event), { id: personId, name }, email);
    return {
      ...message(form, `${name} is on the list. ${nowSend(letter, 'invitation')}`),
      letter
    };
  }),
  invite: async (event) => {
    const viewer = requireLeader(event.locals);
    const tooMany = await overQuota('invitations', viewer.personId);
    if (tooMany) return fail(429, { problem: tooMany });
    const data = await event.request.formData();
    const email = z.email().safeParse(data.get('email'));
    if (!email.success) return fail(400, { problem: 'This is no e-mail address: nobody was invited.' });
    const person = await personOf(viewer, data);
    if (!person || person.role === 'guest')
      return fail(404, { problem: 'There is nobody to invite: a guest has no account.' });
    if (!mayInvite(viewer, person.role))
      return fail(403, { problem: `Only an owner invites an ${person.role}.` });
    if ((await membersOf(viewer.schoolId)).has(person.id))
      return fail(400, { problem: `${person.name} has an account already.` });
    const letter = await invitationLetter(viewer, askedBy(event), person, email.data);
    return { done: `A new invitation for ${person.name}. ${nowSend(letter, 'invitation')}`, letter };
  },
  withdraw: async ({ request, locals }) => {
    const viewer = requireLeader(locals);
    const person = await personOf(viewer, await request.formData());
    if (!person) return fail(404, { problem: nobody });
    if (!mayInvite(viewer, person.role))
      return fail(403, { problem: `Only an owner withdraws the invitation of an ${person.role}.` });
    await withdrawInvitations(viewer.schoolId, person.id);
    await inSchoolOf(viewer, (db) =>
      audit(db, { personId: viewer.personId, number: locals.number }, 'invitation withdrawn', person.id)
    );
    return { done: `The invitation of ${person.name} works no more.` };
  },
  passwordLink: async ({ request, locals, url }) => {
    const viewer = requireRecentPassword(requireOwner(locals), url);
    const person = await personOf(viewer, await request.formData());
    const member = person && (await membersOf(viewer.schoolId)).get(person.id);
    if (!person || !member) return fail(404, { problem: 'There is nobody with an account of that name.' });
    if (member.schools > 1)
      return fail(403, {
        problem: `${person.name} belongs to another school, too, so you cannot set this password. Whoever runs this installation makes a link with: ./start owner-link`
      });
    const token = await makePasswordLink(member.accountId);
    await inSchoolOf(viewer, (db) =>
      audit(db, { personId: viewer.personId, number: locals.number }, 'password link made', person.id)
    );
    const link = `${url.origin}/new-password/${token}`;
    await tellPasswordLink(member.email, link);
    const letter: LetterWithLink = {
      to: member.email,
      subject: `A new password for ${viewer.school.name}`,
      body: `Dear ${person.name},\n\nOpen this link to choose a new password:\n${link}\n\nThe link works once, within a day. Until then your old password stays.\n`,
      wentByMail: sendsMail()
    };
    return { done: `A link for ${person.name}. ${nowSend(letter, 'link')}`, letter };
  },
  factorOff: async ({ request, locals, url }) => {
    const viewer = requireRecentPassword(requireOwner(locals), url);
    const person = await personOf(viewer, await request.formData());
    const member = person && (await membersOf(viewer.schoolId)).get(person.id);
    if (!person || !member?.hasFactor)
      return fail(404, { problem: 'There is no second factor to take off.' });
    if (member.schools > 1)
      return fail(403, {
        problem: `${person.name} belongs to another school, too, so you cannot take it off. Whoever runs this installation does, with: ./start factor-off`
      });
    await removeFactor(member.accountId);
    await signOutEverywhere(member.accountId);
    await inSchoolOf(viewer, (db) =>
      audit(db, { personId: viewer.personId, number: locals.number }, 'second factor taken off', person.id)
    );
    await tellFactor(member.email, false);
    return { done: `${person.name} signs in with the password alone, on every device anew.` };
  },
  role: async ({ request, locals, url }) => {
    const viewer = requireRecentPassword(requireOwner(locals), url);
    const data = await request.formData();
    const role = z.enum([...roles, 'guest']).safeParse(data.get('role'));
    const person = await personOf(viewer, data);
    if (!role.success || !person) return fail(400, { problem: nobody });
    if (role.data === 'guest' && (await membersOf(viewer.schoolId)).has(person.id))
      return fail(400, {
        problem: `${person.name} has an account, and a guest has none. Erase the person, or let them stay a learner.`
      });
    const problem = await inSchoolOf(viewer, async (db) => {
      const wrong = await setRole(db, person.id, role.data);
      if (!wrong)
        await audit(db, { personId: viewer.personId, number: locals.number }, 'role changed', person.id, {
          from: person.role,
          to: role.data
        });
      return wrong;
    });
    return problem ? fail(400, { problem }) : { done: `${person.name} is ${role.data} now.` };
  },
  erase: async ({ request, locals, url }) => {
    const viewer = requireRecentPassword(requireOwner(locals), url);
    const data = await request.formData();
    const person = await personOf(viewer, data);
    if (!person) return fail(404, { problem: nobody });
    if (person.name !== String(data.get('name') ?? '').trim())
      return fail(400, { problem: `Nobody was erased: the name that you typed is not ${person.name}.` });
    const problem = await inSchoolOf(viewer, async (db) => {
      const wrong = await erasePerson(db, person.id);
      if (!wrong)
        await audit(db, { personId: viewer.personId, number: locals.number }, 'person erased', person.id);
      return wrong;
    });
    return problem
      ? fail(400, { problem })
      : { done: `${person.name} is erased. Answers given in drills stay without a name.` };
  },
  correct: fieldsAction(
    requireLeader,
    z.object({
      personId: z.uuid(),
      name: z.string().trim().min(1, 'Enter a name.').max(120, 'A name has at most 120 letters.'),
      isMinor: z.literal('on').optional(),
      ...contactFields
    }),
    async ({ personId, isMinor, ...fields }, { event, viewer }) => {
      const isCorrected = await inSchoolOf(viewer, async (db) => {
        const is = await correctPerson(db, personId, { ...fields, isMinor: isMinor === 'on' });
        if (is)
          await audit(
            db,
            { personId: viewer.personId, number: event.locals.number },
            'person corrected',
            personId
          );
        return is;
      });
      return isCorrected ? { done: `${fields.name} is as you wrote.` } : fail(404, { problem: nobody });
    },
    'Not changed. '
  ),
  groups: async ({ request, locals }) => {
    const viewer = requireLeader(locals);
    const data = await request.formData();
    const parsed = z
      .object({ personId: z.uuid(), cohortIds: z.array(z.uuid()) })
      .safeParse({ personId: data.get('personId'), cohortIds: data.getAll('cohortId') });
    if (!parsed.success) return fail(400, { problem: 'There is no such person or group.' });
    await inSchoolOf(viewer, (db) => setGroups(db, parsed.data.personId, parsed.data.cohortIds));
    return { done: 'The groups are as you chose.' };
  },
  addCohort: formAction(requireLeader, CohortForm, 'cohort', async (form, { viewer }) => {
    const isAdded = await inSchoolOf(viewer, async (db) => {
      if ((await listCohorts(db)).length >= mostGroups) return false;
      await addCohort(db, form.data.name, form.data.level);
      return true;
    });
    return isAdded
      ? message(form, `Added ${form.data.name}.`)
      : setError(form, 'name', `A school has ${mostGroups} groups at most.`);
  }),
  consent: fieldsAction(requireLeader, Consent, async ({ personId, guardianName }, { viewer }) =>
    (await inSchoolOf(viewer, (db) => recordConsent(db, personId, guardianName)))
      ? {}
      : fail(404, { problem: 'There is no such learner under 18.' })
  )
};
