import { fail, redirect } from '@sveltejs/kit';
import { DateTime } from 'luxon';
import { z } from 'zod';
import { concernKeys, notesBesideTaxa } from '$core/walk';
import { orNotFound, idFrom, inSchoolOf, requireSignedIn } from '$lib/server/request/guard';
import {
  addHealthNote,
  healthNotes,
  listHealthAccess,
  logHealthAccess,
  mayReadHealth,
  removeHealthNote
} from '$lib/server/school/health';
import { listPeople } from '$lib/server/school/people';
import { metTaxa, readPlan } from '$lib/server/walk/plan';
import { changeWalk } from '$lib/server/walk/plan-changes';
import { leads } from '$lib/server/accounts';
import { walkPage } from '$lib/server/walk/walk-page';
import { saveLeaders } from '$lib/server/walk/walks';
import type { Actions, PageServerLoad, RequestEvent } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const viewer = requireSignedIn(locals);
  const id = idFrom(params.walk, 'walk');
  if (viewer.role === 'learner') redirect(303, `/walks/${id}/brief`);
  const { plan } = await walkPage(locals, id);
  const { walk, members, facts, checks } = plan;
  return inSchoolOf(viewer, async (db) => {
    const maySee = mayReadHealth(viewer, walk);
    const notes = maySee
      ? await healthNotes(
          db,
          members.map((person) => person.id)
        )
      : [];
    if (maySee && notes.length > 0) await logHealthAccess(db, viewer, id);
    return {
      mayReadHealth: maySee,
      members: members.map(({ id: key, name, role, isMinor, guardianName, guardianConsentOn }) => ({
        id: key,
        name,
        role,
        isMinor,
        guardianName,
        guardianConsentOn
      })),
      level: facts.level,
      notes: notesBesideTaxa(notes, metTaxa(plan.library, plan.taxa)),
      loads: checks.filter(({ key }) => key.startsWith('load ')),
      access: maySee ? await listHealthAccess(db, id) : [],
      healthDays: plan.settings.healthDays,
      leaderId: walk.leaderId,
      otherLeaders: walk.otherLeaders.map((leader) => leader.id),
      candidates: leads(viewer)
        ? (await listPeople(db))
            .filter(({ role }) => role !== 'learner' && role !== 'guest')
            .map(({ id: value, name, role, firstAidUntil }) => ({ value, name, role, firstAidUntil }))
        : [],
      groupChecks: checks.filter(({ key }) =>
        ['consent', 'group', 'leaders', 'first-aid', 'cohort', 'children', 'readiness'].includes(key)
      )
    };
  });
};

const NoteForm = z.object({
  personId: z.uuid('Choose who it is.'),
  concern: z.enum(concernKeys, 'Choose what it is about.'),
  words: z.string().trim().max(500, 'At most 500 letters.').default('')
});

/** Work on the health notes of a walk that the viewer may read. */
async function onHealth<T>(
  event: RequestEvent,
  work: (
    db: Parameters<Parameters<typeof inSchoolOf>[1]>[0],
    plan: NonNullable<Awaited<ReturnType<typeof readPlan>>>
  ) => Promise<T>
) {
  const viewer = requireSignedIn(event.locals);
  const id = idFrom(event.params.walk, 'walk');
  return inSchoolOf(viewer, async (db) => {
    const plan = orNotFound(await readPlan(db, viewer, id), 'walk');
    if (!mayReadHealth(viewer, plan.walk))
      return fail(403, { problem: 'Only leaders of this walk keep health notes.' });
    return work(db, plan);
  });
}

export const actions: Actions = {
  leaders: async (event) => {
    const data = await event.request.formData();
    const parsed = z
      .object({ leaderId: z.uuid(), others: z.array(z.uuid()) })
      .safeParse({ leaderId: data.get('leaderId'), others: data.getAll('other') });
    if (!parsed.success) return fail(400, { problem: 'Choose who leads.', typed: undefined });
    const typed = parsed.data;
    const result = await changeWalk(event, data, 'chose the leaders', async (db, id) => {
      const people = await listPeople(db);
      const leader = people.find((person) => person.id === typed.leaderId);
      if (!leader || !['owner', 'instructor'].includes(leader.role))
        return fail(400, { problem: 'An owner or instructor of the school leads; assistants lead along.' });
      await saveLeaders(db, id, leader.id, typed.others);
      return undefined;
    });
    return result
      ? fail(result.status, { problem: result.data.problem, typed })
      : { done: 'The leaders are as you chose.' };
  },
  addNote: async (event) => {
    const viewer = requireSignedIn(event.locals);
    const data = Object.fromEntries(await event.request.formData());
    const note = NoteForm.safeParse(data);
    if (!note.success)
      return fail(400, {
        problem: `Not kept. ${note.error.issues.map(({ message }) => message).join(' ')}`
      });
    return onHealth(event, async (db, plan) => {
      const person = plan.members.find(({ id }) => id === note.data.personId);
      if (!person) return fail(404, { problem: 'Not kept: this person is not in the group.' });
      const keepUntil = DateTime.fromISO(plan.walk.heldOn)
        .plus({ days: plan.settings.healthDays })
        .toISODate()!;
      await addHealthNote(db, viewer, { ...note.data, keepUntil });
      return { done: `Kept for ${person.name} until ${keepUntil}.` };
    });
  },
  removeNote: async (event) => {
    const id = z.uuid().safeParse((await event.request.formData()).get('id'));
    if (!id.success) return fail(400, { problem: 'No such note.' });
    return onHealth(event, async (db, plan) => {
      const isGone = await removeHealthNote(
        db,
        plan.members.map((person) => person.id),
        id.data
      );
      return isGone
        ? { done: 'The note is deleted.' }
        : fail(404, { problem: 'This note is not there any more.' });
    });
  }
};
