import { fail, redirect } from '@sveltejs/kit';
import { setError, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import { type LibraryTaxon, englishName, worstSeverity } from '$core/knowledge';
import { type Role, roles } from '$core/walk';
import { found, idFrom, inSchoolOf, leading, signedIn } from '$lib/server/guard';
import { type Plan, readPlan } from '$lib/server/plan';
import type { SchoolDb } from '$lib/server/school';
import {
  addStop,
  addTaxon,
  changeRole,
  changeStop,
  moveStop,
  removeStop,
  removeTaxon
} from '$lib/server/walks';
import type { Actions, PageServerLoad, RequestEvent } from './$types';

const StopForm = z.object({
  name: z.string().trim().max(120).default(''),
  patchId: z.union([z.uuid(), z.literal('')]).default(''),
  longitude: z.number().min(-180).max(180).optional(),
  latitude: z.number().min(-90).max(90).optional(),
  minutes: z.number().int().min(1, 'At least a minute.').max(480, 'At most eight hours.').default(15),
  talkingPoints: z.string().max(2000).default('')
});

const TaxonForm = z.object({
  stopId: z.uuid(),
  taxon: z.string().min(1),
  role: z.enum(roles),
  part: z.string().max(60).default(''),
  portion: z.string().max(60).default(''),
  piecesEach: z.number().int().min(1, 'At least one.').max(1000).optional(),
  reason: z.string().trim().max(300).default('')
});

/** The part that is gathered where nothing else is said. */
const usedPart = (entry: LibraryTaxon): string =>
  entry.uses.find(({ kind }) => kind !== 'history')?.part ?? '';

/** The role that the engine would choose, with its reason. */
function proposal(planned: Plan['taxa'][number]): { role: Role; why: string } | undefined {
  const { survey, role, entry } = planned;
  if (role === 'gather' && !survey.separation.found)
    return { role: 'show', why: 'not separable at this stage' };
  if ((role === 'gather' || role === 'show') && worstSeverity(entry) >= 3)
    return { role: 'danger', why: 'it can do serious harm itself' };
  return undefined;
}

export const load: PageServerLoad = ({ locals, params }) => {
  const viewer = signedIn(locals);
  const id = idFrom(params.walk, 'walk');
  if (viewer.role === 'learner') redirect(303, `/walks/${id}/brief`);
  return inSchoolOf(viewer, async (db) => {
    const plan = found(await readPlan(db, viewer, id), 'walk');
    const { library } = plan;
    return {
      ground: plan.site.ground,
      siteId: plan.site.id,
      checks: plan.checks,
      stops: plan.stops.map((stop, i) => ({
        ...stop,
        arrive: plan.clock[i]!.arrive,
        leave: plan.clock[i]!.leave,
        legMetres: Math.round(plan.clock[i]!.legMetres / 10) * 10,
        legMinutes: plan.clock[i]!.legMinutes
      })),
      taxa: plan.taxa.map((planned) => ({
        slug: planned.taxon,
        stopId: planned.stop.id,
        name: englishName(planned.entry),
        scientific: planned.entry.name,
        role: planned.role,
        part: planned.part,
        portion: planned.portion,
        piecesEach: planned.piecesEach,
        reason: planned.reason,
        sources: planned.sources,
        stage: planned.survey.stage?.stage,
        chance: planned.survey.stageProbability,
        found: planned.survey.separation.found,
        set: planned.survey.separation.set.characters.map(({ name }) => name),
        open: planned.survey.separation.found
          ? []
          : [
              ...new Set(
                planned.survey.separation.open.map(({ taxon }) => englishName(library.taxa.get(taxon)!))
              )
            ],
        firstDate: planned.survey.firstDate,
        onTarget: planned.survey.trust.onTarget,
        lookalikes: planned.survey.pairs.map(({ lookalike, rating, separable }) => ({
          slug: lookalike.taxon.slug,
          name: englishName(lookalike.taxon),
          scientific: lookalike.taxon.name,
          rating: rating.rating,
          severity: worstSeverity(lookalike.taxon),
          separable,
          stages: lookalike.stages.map(({ description }) => description.stage)
        })),
        proposal: proposal(planned)
      })),
      patches: plan.patches.map((patch) => ({ value: patch.id, label: patch.name })),
      choices: [...library.taxa.values()].map((taxon) => ({
        value: taxon.slug,
        label: `${englishName(taxon)} (${taxon.name})`,
        parts: taxon.uses.filter(({ kind }) => kind !== 'history').map(({ part }) => part)
      })),
      stopForm: await superValidate(zod4(StopForm), { id: 'stop', errors: false }),
      taxonForm: await superValidate(
        { role: 'show' as const, stopId: plan.stops.at(-1)?.id ?? '', taxon: [...library.taxa.keys()][0]! },
        zod4(TaxonForm),
        { id: 'taxon', errors: false }
      )
    };
  });
};

/** Work on the plan of a walk that the viewer leads. */
function onPlan<T>(event: RequestEvent, work: (db: SchoolDb, plan: Plan) => Promise<T>): Promise<T> {
  const viewer = leading(event.locals);
  const id = idFrom(event.params.walk, 'walk');
  return inSchoolOf(viewer, async (db) => work(db, found(await readPlan(db, viewer, id), 'walk')));
}

const Target = z.object({ id: z.uuid(), step: z.enum(['-1', '1']).optional() });
const StopChange = StopForm.pick({ minutes: true, talkingPoints: true }).extend({
  id: z.uuid(),
  name: z.string().trim().min(1, 'Name the stop.').max(120),
  minutes: z.coerce.number().int().min(1, 'At least a minute.').max(480, 'At most eight hours.')
});
const RoleChange = z.object({
  taxon: z.string().min(1),
  role: z.enum(roles),
  reason: z.string().trim().max(300).optional()
});
const leaveOutProblem = 'Write down why it is left out.';

export const actions: Actions = {
  addStop: async (event) => {
    const form = await superValidate(event.request, zod4(StopForm), { id: 'stop' });
    if (!form.valid) return fail(400, { form });
    return onPlan(event, async (db, plan) => {
      const { patchId, longitude, latitude, name, ...rest } = form.data;
      const patch = plan.patches.find((one) => one.id === patchId);
      const at =
        patch ?? (longitude !== undefined && latitude !== undefined ? { longitude, latitude } : undefined);
      if (!at) return setError(form, 'patchId', 'A stop needs a place: choose a patch, or point at the map.');
      const title = name || patch?.name;
      if (!title) return setError(form, 'name', 'Name the stop.');
      await addStop(db, plan.walk.id, {
        ...rest,
        name: title,
        patchId: patch?.id,
        longitude: at.longitude,
        latitude: at.latitude
      });
      return { form };
    });
  },
  removeStop: async (event) => {
    const target = Target.safeParse(Object.fromEntries(await event.request.formData()));
    if (!target.success) return fail(400, { problem: 'No such stop.' });
    return onPlan(event, async (db, plan) => {
      await removeStop(db, plan.walk.id, target.data.id);
      return {};
    });
  },
  moveStop: async (event) => {
    const target = Target.safeParse(Object.fromEntries(await event.request.formData()));
    if (!target.success) return fail(400, { problem: 'No such stop.' });
    return onPlan(event, async (db, plan) => {
      await moveStop(db, plan.walk.id, target.data.id, target.data.step === '-1' ? -1 : 1);
      return {};
    });
  },
  addTaxon: async (event) => {
    const form = await superValidate(event.request, zod4(TaxonForm), { id: 'taxon' });
    if (!form.valid) return fail(400, { form });
    return onPlan(event, async (db, plan) => {
      const { stopId, taxon, role, reason } = form.data;
      const entry = plan.library.taxa.get(taxon);
      if (!entry) return setError(form, 'taxon', 'Choose a taxon of the library.');
      if (!plan.stops.some(({ id }) => id === stopId))
        return setError(form, 'stopId', 'Choose a stop of this walk.');
      if (role === 'leave out' && !reason) return setError(form, 'reason', leaveOutProblem);
      const part = form.data.part || (role === 'gather' ? usedPart(entry) : '');
      const isNew = await addTaxon(db, plan.walk.id, stopId, {
        ...form.data,
        part,
        piecesEach: role === 'gather' ? (form.data.piecesEach ?? null) : null
      });
      if (!isNew) {
        const there = plan.taxa.find((planned) => planned.taxon === taxon)!;
        return setError(
          form,
          'taxon',
          `${englishName(entry)} is on this walk already, at ${there.stop.name}: change its role there.`
        );
      }
      return { form };
    });
  },
  changeStop: async (event) => {
    const change = StopChange.safeParse(Object.fromEntries(await event.request.formData()));
    if (!change.success)
      return fail(400, {
        problem: `Not changed. ${change.error.issues.map(({ message }) => message).join(' ')}`
      });
    return onPlan(event, async (db, plan) => {
      const { id, ...stop } = change.data;
      await changeStop(db, plan.walk.id, id, stop);
      return {};
    });
  },
  changeRole: async (event) => {
    const change = RoleChange.safeParse(Object.fromEntries(await event.request.formData()));
    if (!change.success) return fail(400, { problem: 'No such role.' });
    return onPlan(event, async (db, plan) => {
      const { taxon, role, reason } = change.data;
      const planned = plan.taxa.find((one) => one.taxon === taxon);
      if (!planned) return fail(404, { problem: 'This taxon is not on the walk.' });
      if (role === 'leave out' && !(reason || planned.reason)) return fail(400, { problem: leaveOutProblem });
      await changeRole(db, plan.walk.id, taxon, {
        role,
        part: planned.part || (role === 'gather' ? usedPart(planned.entry) : ''),
        reason: reason || planned.reason
      });
      return {};
    });
  },
  removeTaxon: async (event) => {
    const taxon = String((await event.request.formData()).get('taxon'));
    return onPlan(event, async (db, plan) => {
      await removeTaxon(db, plan.walk.id, taxon);
      return {};
    });
  }
};
