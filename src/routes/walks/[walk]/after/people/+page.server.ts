import { sendsMail } from '$lib/server/mail';
import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { effectiveAt } from '$core/field';
import { nameIn } from '$core/knowledge';
import { counted } from '$core/words';
import { membersOf } from '$lib/server/accounts';
import { NewIncidentEntry, addIncidentEntry, listIncidentEntries } from '$lib/server/after/incidents';
import {
  askAfter,
  listWellbeing,
  newsOfQuestion,
  noteAnswer,
  notedAnswers,
  noteSeen
} from '$lib/server/after/wellbeing';
import { readFieldDay } from '$lib/server/field/day';
import { fieldsAction } from '$lib/server/request/actions';
import { idFrom, inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { tell } from '$lib/server/school/news';
import { walkPage } from '$lib/server/walk/walk-page';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const viewer = requireLeader(locals);
  const walkId = idFrom(params.walk, 'walk');
  const { plan, brief } = await walkPage(locals, walkId);
  const accounts = await membersOf(viewer.schoolId);
  return inSchoolOf(viewer, async (db) => {
    const { day } = await readFieldDay(db, viewer, plan, brief);
    const asked = await listWellbeing(db, walkId);
    const entries = await listIncidentEntries(db, walkId);
    const nameOf = nameIn(plan.library);
    const tastedBy = (person: string) => [
      ...new Set(
        day.tastings
          .filter((one) => one.person === person && one.answer === 'yes')
          .map(({ taxon, part }) => `${nameOf(taxon)} (${part})`)
      )
    ];
    return {
      hasHappened: plan.walk.heldOn <= viewer.today,
      timeZone: plan.site.timeZone,
      people: day.here.map(({ id, name, isMinor }) => {
        const member = plan.members.find((one) => one.id === id);
        return {
          id,
          name,
          isMinor,
          /** Who is under 18 is not written to: their guardian is called. */
          hasAddress: !isMinor && accounts.has(id),
          call: member?.emergencyTelephone
            ? `${member.emergencyName ?? member.guardianName ?? 'emergency contact'}, ${member.emergencyTelephone}`
            : undefined,
          telephone: isMinor ? undefined : member?.telephone,
          tasted: tastedBy(id),
          wellbeing: asked.find(({ personId }) => personId === id)
        };
      }),
      incidents: day.incidents.map((one) => ({
        id: one.id,
        kind: one.incident,
        person: day.people.find(({ id }) => id === one.person)?.name ?? 'somebody',
        plant: one.taxon && { slug: one.taxon, name: nameOf(one.taxon) },
        done: one.done,
        note: one.note,
        eaten: one.eaten,
        at: effectiveAt(one),
        entries: entries.filter(({ eventId }) => eventId === one.id)
      }))
    };
  });
};

const person = z.object({ person: z.uuid() });

export const actions: Actions = {
  /** Asks everybody who came and was not asked: a message each where there is an address, else a link to pass on. */
  ask: fieldsAction(requireLeader, z.object({}), async (_, { event, viewer }) => {
    const walkId = idFrom(event.params['walk'], 'walk');
    const { plan, brief } = await walkPage(event.locals, walkId);
    if (plan.walk.heldOn > viewer.today) return fail(400, { problem: 'The walk is still to come.' });
    const accounts = await membersOf(viewer.schoolId);
    return inSchoolOf(viewer, async (db) => {
      const { day } = await readFieldDay(db, viewer, plan, brief);
      const asked = new Set((await listWellbeing(db, walkId)).map(({ personId }) => personId));
      const open = day.here.filter(({ id, isMinor }) => !asked.has(id) && !isMinor);
      let written = 0;
      const links: { name: string; link: string }[] = [];
      for (const one of open) {
        const link = `${event.url.origin}/well/${await askAfter(db, viewer, walkId, one)}`;
        const email = accounts.get(one.id)?.email;
        if (email) {
          await tell(db, [email], newsOfQuestion(plan.walk, viewer.school.name, link), viewer);
          written += 1;
        } else links.push({ name: one.name, link });
      }
      if (open.length === 0)
        return fail(400, {
          problem: 'Everybody was asked who can be; who is under 18 is asked for by a call.'
        });
      return {
        done: `${counted(open.length, 'person', 'people')} asked; ${counted(written, 'message')} ${sendsMail() ? 'on the way' : 'in the outbox'}.`,
        links
      };
    });
  }),
  /** A link for one person, shown once. */
  link: fieldsAction(requireLeader, person, async ({ person: id }, { event, viewer }) => {
    const walkId = idFrom(event.params['walk'], 'walk');
    const { plan, brief } = await walkPage(event.locals, walkId);
    return inSchoolOf(viewer, async (db) => {
      const { day } = await readFieldDay(db, viewer, plan, brief);
      const one = day.here.find((found) => found.id === id);
      if (!one || one.isMinor)
        return fail(400, { problem: 'There is nobody of that kind who can be asked.' });
      const link = `${event.url.origin}/well/${await askAfter(db, viewer, walkId, one)}`;
      return { links: [{ name: one.name, link }] };
    });
  }),
  note: fieldsAction(
    requireLeader,
    person.extend({
      answer: z.enum(notedAnswers, 'Choose how they are.'),
      words: z.string().trim().max(500).default('')
    }),
    async ({ person: id, answer, words }, { event, viewer }) => {
      const walkId = idFrom(event.params['walk'], 'walk');
      const { plan, brief } = await walkPage(event.locals, walkId);
      return inSchoolOf(viewer, async (db) => {
        const { day } = await readFieldDay(db, viewer, plan, brief);
        const one = day.here.find((found) => found.id === id);
        if (!one) return fail(400, { problem: 'That person was not on this walk.' });
        await noteAnswer(db, viewer, walkId, one, answer, words);
        return { done: `${one.name}: ${answer}.` };
      });
    },
    'Not written down. '
  ),
  seen: fieldsAction(requireLeader, person, ({ person: id }, { event, viewer }) =>
    inSchoolOf(viewer, async (db) =>
      (await noteSeen(db, viewer, idFrom(event.params['walk'], 'walk'), id))
        ? { done: 'You see to it; it no longer stands under Today.' }
        : fail(400, { problem: 'Somebody sees to it already.' })
    )
  ),
  incident: fieldsAction(
    requireLeader,
    NewIncidentEntry,
    (entry, { event, viewer }) =>
      inSchoolOf(viewer, async (db) =>
        (await addIncidentEntry(db, viewer, idFrom(event.params['walk'], 'walk'), entry))
          ? { done: entry.isDone ? 'Written down; the incident is done.' : 'Written down.' }
          : fail(400, { problem: 'This walk has no such incident.' })
      ),
    'Not written down. '
  )
};
