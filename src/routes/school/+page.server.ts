import { kitchenHabits } from '$core/making';
import { fail, redirect } from '@sveltejs/kit';
import { message, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import { type GroundKind, bufferOf, contaminantKinds } from '$core/ground';
import {
  EmergencyNumber,
  adultsTaste,
  childrenTaste,
  liftings,
  levels,
  nameOrders,
  learnersScouts,
  remedies,
  placesForLearners,
  specimenPolicies
} from '$core/walk';
import { audit } from '$lib/server/school/audit';
import { inSchoolOf, requireLeader, requireOwner, requireRecentPassword } from '$lib/server/request/guard';
import { ownPath } from '$lib/server/request/own-path';
import { fieldsAction } from '$lib/server/request/actions';
import { listRegions, workIn } from '$lib/server/school/regions';
import { listPeople, setFirstAid } from '$lib/server/school/people';
import { readSettings, saveSettings, setDemoDate, wantFactor } from '$lib/server/school/schools';
import type { Actions, PageServerLoad } from './$types';

/** Emergency numbers are written one a line: label, colon, number. */
const Numbers = z.string().transform((text, context) =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line, i) => {
      const [, label, number] = /^(.*?):\s*(.*)$/.exec(line) ?? [];
      const parsed = EmergencyNumber.safeParse({ label, number });
      if (parsed.success) return parsed.data;
      context.addIssue(`Line ${i + 1}, “${line}”, should read like “Emergency call: 112”.`);
      return z.NEVER;
    })
);

/** Metres to keep from what contaminates, one a line: kind, colon, metres. */
const BufferLines = z.string().transform((text, context) => {
  const buffers: Partial<Record<GroundKind, number>> = {};
  const lines = text.split('\n').map((line) => line.trim());
  for (const [i, line] of lines.entries()) {
    if (line === '') continue;
    const [, kind, metres] = /^(.*?):\s*([0-9.]+)\s*m?$/.exec(line) ?? [];
    const known = contaminantKinds.find((one) => one === kind?.trim().toLowerCase());
    const distance = Number(metres);
    if (known && distance <= 5000) buffers[known] = distance;
    else
      context.addIssue(
        `Line ${i + 1}, “${line}”, should read like “main road: 50”. Known are ${contaminantKinds.join(', ')}; 5,000 m is the most.`
      );
  }
  return buffers;
});

const perLeader = z
  .number('Enter a number of learners.')
  .int('Enter whole learners.')
  .min(1, 'At least one.')
  .max(40, 'At most 40.');

const keptDays = z
  .number('Enter a number of days.')
  .int('Enter whole days.')
  .min(1, 'At least a day.')
  .max(3650, 'At most ten years.');

const Form = z.object({
  name: z.string().trim().min(1, 'Name the school.').max(120),
  numbers: z.string().max(2000),
  scentCounts: z.boolean().default(false),
  cautiousFamiliesFrom: z.enum(levels),
  dangerousSpecimens: z.enum(specimenPolicies),
  childrenTaste: z.enum(childrenTaste),
  adultsTaste: z.enum(adultsTaste).default(adultsTaste[0]),
  lifting: z.enum(liftings).default(liftings[0]),
  remedies: z.enum(remedies).default(remedies[0]),
  learnersScout: z.enum(learnersScouts).default(learnersScouts[0]),
  kitchenHabit: z.enum(kitchenHabits).default(kitchenHabits[0]),
  nameOrder: z.enum(nameOrders).default(nameOrders[0]),
  healthOnPhones: z.boolean().default(false),
  adultsPerLeader: perLeader,
  withChildrenPerLeader: perLeader,
  buffers: z.string().max(2000),
  insuranceUntil: z
    .union([z.iso.date('This is no date.'), z.literal('')])
    .transform((date) => date || undefined)
    .optional(),
  learnersSeePlaces: z.enum(placesForLearners),
  signOffMonths: z
    .number({ error: 'Give a number of months.' })
    .int('Give a whole number of months.')
    .min(1, 'From 1 to 60 months.')
    .max(60, 'From 1 to 60 months.'),
  healthDays: z
    .number('Enter a number of days.')
    .int('Enter whole days.')
    .min(1, 'At least a day.')
    .max(365, 'At most a year.'),
  tastingDays: keptDays.default(30),
  incidentDays: keptDays.default(1095)
});

export const load: PageServerLoad = ({ locals }) =>
  inSchoolOf(requireLeader(locals), async (db) => {
    const settings = await readSettings(db);
    const numbers = settings.emergencyNumbers.map(({ label, number }) => `${label}: ${number}`).join('\n');
    const buffers = contaminantKinds
      .map((kind) => `${kind}: ${bufferOf(kind, settings.policy.buffers ?? {})}`)
      .join('\n');
    return {
      form: await superValidate(
        {
          name: settings.name,
          numbers,
          ...settings.policy,
          adultsPerLeader: settings.policy.learnersPerLeader.adults,
          withChildrenPerLeader: settings.policy.learnersPerLeader.withChildren,
          buffers,
          insuranceUntil: settings.insuranceUntil ?? '',
          healthDays: settings.healthDays,
          tastingDays: settings.tastingDays,
          incidentDays: settings.incidentDays,
          signOffMonths: settings.signOffMonths,
          learnersSeePlaces: settings.learnersSeePlaces
        },
        zod4(Form)
      ),
      leaders: (await listPeople(db)).filter(({ role }) => role !== 'learner' && role !== 'guest'),
      demoDate: settings.demoDate,
      secondFactor: settings.secondFactor,
      regions: await listRegions(db)
    };
  });

export const actions: Actions = {
  save: async ({ request, locals }) => {
    const viewer = requireLeader(locals);
    const form = await superValidate(request, zod4(Form));
    const numbers = Numbers.safeParse(form.data.numbers);
    if (!numbers.success) form.errors.numbers = numbers.error.issues.map((issue) => issue.message);
    const buffers = BufferLines.safeParse(form.data.buffers);
    if (!buffers.success) form.errors.buffers = buffers.error.issues.map((issue) => issue.message);
    if (!form.valid || !numbers.success || !buffers.success) return fail(400, { form });
    const {
      name,
      adultsPerLeader,
      withChildrenPerLeader,
      insuranceUntil,
      healthDays,
      tastingDays,
      incidentDays,
      signOffMonths,
      learnersSeePlaces,
      ...policy
    } = form.data;
    await inSchoolOf(viewer, async (db) => {
      await saveSettings(db, {
        name,
        emergencyNumbers: numbers.data,
        insuranceUntil,
        healthDays,
        tastingDays,
        incidentDays,
        signOffMonths,
        learnersSeePlaces,
        policy: {
          scentCounts: policy.scentCounts,
          cautiousFamiliesFrom: policy.cautiousFamiliesFrom,
          dangerousSpecimens: policy.dangerousSpecimens,
          childrenTaste: policy.childrenTaste,
          adultsTaste: policy.adultsTaste,
          lifting: policy.lifting,
          remedies: policy.remedies,
          learnersScout: policy.learnersScout,
          kitchenHabit: policy.kitchenHabit,
          nameOrder: policy.nameOrder,
          healthOnPhones: policy.healthOnPhones,
          learnersPerLeader: { adults: adultsPerLeader, withChildren: withChildrenPerLeader },
          buffers: buffers.data
        }
      });
      await audit(db, { personId: viewer.personId, number: locals.number }, 'settings changed');
    });
    return message(form, 'Saved. Plans follow at once; published briefs stay as they are.');
  },
  firstAid: async ({ request, locals }) => {
    const viewer = requireLeader(locals);
    const parsed = z
      .object({ personId: z.uuid(), until: z.union([z.iso.date(), z.literal('')]) })
      .safeParse(Object.fromEntries(await request.formData()));
    if (!parsed.success) return fail(400, { problem: 'This is no date: nothing was changed.' });
    await inSchoolOf(viewer, (db) => setFirstAid(db, parsed.data.personId, parsed.data.until || undefined));
    return { done: 'The certificate is entered. Plans follow at once.' };
  },
  regions: fieldsAction(
    requireLeader,
    z.object({ first: z.string() }),
    async ({ first }, { viewer, event, form }) => {
      const ticked = form.getAll('region').map(String);
      const problem = await inSchoolOf(viewer, async (db) => {
        const wrong = await workIn(db, [first, ...ticked]);
        if (!wrong)
          await audit(db, { personId: viewer.personId, number: event.locals.number }, 'settings changed');
        return wrong;
      });
      return problem ? fail(400, { problem }) : { done: 'Kept. Species and new ground have them at once.' };
    }
  ),
  secondFactor: fieldsAction(
    requireOwner,
    z.object({ of: z.enum(['free', 'teachers'], 'Choose one of the two.') }),
    async ({ of }, { viewer, event }) => {
      requireRecentPassword(viewer, event.url);
      await inSchoolOf(viewer, async (db) => {
        await wantFactor(db, of);
        await audit(db, { personId: viewer.personId, number: event.locals.number }, 'settings changed');
      });
      return {
        done:
          of === 'teachers'
            ? 'Kept. Who owns the school or instructs sets up a second factor before anything else opens.'
            : 'Kept. A second factor is everybody’s own choice.'
      };
    }
  ),
  moveDate: async ({ request, locals }) => {
    const viewer = requireLeader(locals);
    const parsed = z
      .union([z.iso.date(), z.literal('')])
      .safeParse((await request.formData()).get('demoDate'));
    if (!parsed.success) return fail(400, { problem: 'This is no date.' });
    await inSchoolOf(viewer, (db) => setDemoDate(db, parsed.data || undefined));
    const back = request.headers.get('referer');
    redirect(303, ownPath(back && URL.canParse(back) ? new URL(back).pathname : undefined));
  }
};
