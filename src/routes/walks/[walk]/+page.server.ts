import { fail, redirect } from '@sveltejs/kit';
import { setError, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import { type LibraryTaxon, englishName, worstSeverity } from '$core/knowledge';
import {
  Activity,
  type Proposal,
  RichText,
  activityKinds,
  emptyText,
  handlings,
  isMoreCareful,
  proposeRole,
  richText,
  roles,
  surveyTaxon,
  taxonFacts
} from '$core/walk';
import { sourcesFor } from '$lib/server/library/bookshelf';
import { fieldsAction, formAction, idAction } from '$lib/server/request/actions';
import { idFrom, inSchoolOf, requireLeader, requireSignedIn } from '$lib/server/request/guard';
import { liftCheck, takeLiftBack } from '$lib/server/walk/lifts';
import { type Plan, atPatch } from '$lib/server/walk/plan';
import { changePlan, changeWalk } from '$lib/server/walk/plan-changes';
import type { Patch } from '$lib/server/ground/patches';
import { setRemark } from '$lib/server/walk/remarks';
import type { SchoolDb } from '$lib/server/database/school';
import type { Viewer } from '$lib/server/accounts';
import {
  type StopTaxon,
  addStop,
  addTaxon,
  changeStop,
  changeTaxon,
  orderStops,
  removeStop,
  removeTaxon,
  setMinutes
} from '$lib/server/walk/stops';
import { reservationProblem } from '$lib/server/ground/ledger';
import { walkPage } from '$lib/server/walk/walk-page';
import { readWalk } from '$lib/server/walk/walks';
import type { Actions, PageServerLoad } from './$types';

const Minutes = z.coerce
  .number('Enter whole minutes.')
  .int('Enter whole minutes.')
  .min(1, 'At least a minute.')
  .max(480, 'At most eight hours.');

const StopForm = z.object({
  name: z.string().trim().max(120).default(''),
  patchId: z.union([z.uuid(), z.literal('')]).default(''),
  longitude: z.number().min(-180).max(180).optional(),
  latitude: z.number().min(-90).max(90).optional(),
  minutes: z.number().int().min(1, 'At least a minute.').max(480, 'At most eight hours.').default(15),
  points: z.string().max(2000).default(''),
  activity: z.union([z.enum(activityKinds), z.literal('')]).default(''),
  isOnShore: z.boolean().default(false)
});

const pieces = z.number().int().min(1, 'At least one.').max(1000, 'At most 1,000.').optional();
const TaxonForm = z.object({
  stopId: z.uuid(),
  taxon: z.string().min(1),
  role: z.enum(roles),
  part: z.string().max(60).default(''),
  portion: z.string().max(60).default(''),
  piecesEach: pieces,
  specimens: z.number().int().min(1, 'At least one.').max(200, 'At most 200.').optional(),
  handling: z.enum(handlings).default('open'),
  reason: z.string().trim().max(300).default('')
});

/** The part that is gathered where nothing else is said: one that is used at the stage, else the first. */
const usedPart = (entry: LibraryTaxon, stage?: string): string => {
  const uses = entry.uses.filter(({ kind }) => kind !== 'history');
  return (uses.find(({ stages }) => stages.some((one) => one === stage)) ?? uses[0])?.part ?? '';
};

/** What grows at the site and is not on the plan yet, what is ready first. */
function offersOf(plan: Plan) {
  const planned = new Set(plan.stops.map(({ patchId }) => patchId));
  const onWalk = new Set(plan.taxa.map(({ taxon }) => taxon));
  return plan.patches
    .filter(({ id }) => !planned.has(id))
    .flatMap((patch) => {
      const entry = plan.library.taxa.get(patch.taxon);
      return entry ? [{ patch, entry, ...proposalFor(plan, patch, entry) }] : [];
    })
    .map(({ patch, entry, facts, proposal }) => ({
      patchId: patch.id,
      patch: patch.name,
      slug: entry.slug,
      name: englishName(entry),
      scientific: entry.name,
      stage: facts.stage,
      chance: facts.chance,
      role: proposal.role,
      why: proposal.why,
      isOnWalk: onWalk.has(entry.slug)
    }))
    .sort((a, b) => b.chance - a.chance || a.name.localeCompare(b.name, 'en'));
}

function proposalFor(plan: Plan, patch: Pick<Patch, 'id' | 'habitats'>, entry: LibraryTaxon) {
  const survey = surveyTaxon(plan.library, entry, 'gather', atPatch(plan.circumstances, patch), false);
  const facts = taxonFacts(plan.library, survey, {
    stopId: patch.id,
    role: 'gather',
    part: '',
    portion: '',
    piecesEach: undefined,
    reason: '',
    specimens: undefined,
    sources: sourcesFor(entry, plan.confirmed, usedPart(entry, survey.stage?.stage)),
    allowance: undefined,
    isRenamed: false
  });
  return { facts, proposal: proposeRole(facts, plan.facts.level, plan.facts.policy) };
}

export const load: PageServerLoad = async ({ locals, params }) => {
  const viewer = requireSignedIn(locals);
  const id = idFrom(params.walk, 'walk');
  if (viewer.role === 'learner') redirect(303, `/walks/${id}/brief`);
  const { plan } = await walkPage(locals, id);
  const { library, facts } = plan;
  const { copiedFrom } = plan.walk;
  const before = copiedFrom && (await inSchoolOf(viewer, (db) => readWalk(db, viewer, copiedFrom)));
  return {
    ground: plan.site.ground,
    siteId: plan.site.id,
    facts,
    kit: plan.kit,
    lifts: plan.lifts,
    copiedFrom: before ? { id: before.id, name: before.name } : undefined,
    stops: plan.stops.map((stop) => ({ ...stop, taxa: undefined })),
    taxa: plan.taxa.map((planned) => {
      const proposal: Proposal = proposeRole(planned.facts, facts.level, facts.policy);
      return {
        ...planned.facts,
        title: englishName(planned.entry),
        handling: planned.handling,
        parts: planned.entry.uses.filter(({ kind }) => kind !== 'history').map(({ part }) => part),
        lookalikes: planned.survey.pairs.map(({ lookalike, rating, separable }) => ({
          slug: lookalike.taxon.slug,
          name: englishName(lookalike.taxon),
          rating: rating.rating,
          severity: worstSeverity(lookalike.taxon),
          separable,
          stages: lookalike.stages.map(({ description }) => description.stage),
          remark: plan.remarks.get(`${planned.taxon}~${lookalike.taxon.slug}`) ?? ''
        })),
        proposal: isMoreCareful(proposal, planned.role) ? proposal : undefined
      };
    }),
    offers: offersOf(plan),
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
};

/** Why a walk cannot have these pieces of the patch at a stop; undefined where it can, or none are asked. */
async function overdrawn(
  db: SchoolDb,
  plan: Plan,
  viewer: Viewer,
  stopId: string,
  { taxon, role, piecesEach }: Pick<StopTaxon, 'taxon' | 'role' | 'piecesEach'>
): Promise<string | undefined> {
  const stop = plan.stops.find(({ id }) => id === stopId);
  const patch = plan.patches.find((one) => one.id === stop?.patchId && one.taxon === taxon);
  const entry = plan.library.taxa.get(taxon);
  if (role !== 'gather' || piecesEach === null || !patch || !entry) return undefined;
  return reservationProblem(
    db,
    plan.site,
    patch,
    entry,
    { walkId: plan.walk.id, heldOn: plan.walk.heldOn, people: plan.members.length, piecesEach },
    viewer.today
  );
}

const leaveOutProblem = 'Write down why it is left out.';
const optionalNumber = (schema: z.ZodNumber) =>
  z
    .union([z.literal('').transform(() => undefined), z.coerce.number().pipe(schema)])
    .optional()
    .transform((value) => value ?? null);

const StopChange = z.object({
  id: z.uuid(),
  name: z.string().trim().min(1, 'Name the stop.').max(120, 'At most 120 letters.'),
  minutes: Minutes,
  talkingPoints: z
    .string()
    .transform((text, context) => {
      try {
        return JSON.parse(text) as unknown;
      } catch {
        context.addIssue('The talking points could not be read.');
        return z.NEVER;
      }
    })
    .pipe(RichText),
  isOnShore: z.literal('on').optional(),
  activity: z.union([z.enum(activityKinds), z.literal('')]).default(''),
  materials: Activity.shape.materials,
  allergens: Activity.shape.allergens,
  fire: z.literal('on').optional(),
  blades: z.literal('on').optional()
});

const TaxonChange = z.object({
  taxon: z.string().min(1),
  role: z.enum(roles),
  part: z.string().trim().max(60).optional(),
  portion: z.string().trim().max(60, 'At most 60 letters for the portion.').optional(),
  piecesEach: optionalNumber(z.number('How many pieces each?').int().min(1, 'At least one piece.').max(1000)),
  specimens: optionalNumber(z.number('How many specimens?').int().min(1, 'At least one specimen.').max(200)),
  handling: z.enum(handlings).optional(),
  reason: z.string().trim().max(300).optional()
});

const Remark = z.object({
  target: z.string().min(1),
  lookalike: z.string().min(1),
  words: z.string().trim().max(300, 'At most 300 letters.')
});

const LiftForm = z.object({
  key: z.string().min(1),
  reason: z.string().trim().min(10, 'Write down the reason, in a sentence.').max(600)
});
const BackForm = z.object({
  id: z.uuid('No such lift.'),
  reason: z.string().trim().max(600).default('')
});

export const actions: Actions = {
  addStop: formAction(requireLeader, StopForm, 'stop', (form, { event, form: data }) =>
    changePlan(event, data, 'added a stop', async (db, plan) => {
      const { patchId, longitude, latitude, name, points, activity, ...rest } = form.data;
      const patch = plan.patches.find((one) => one.id === patchId);
      const middle = plan.walk.kind === 'class' ? plan.facts.stops[0]?.at : undefined;
      const at =
        patch ??
        (longitude !== undefined && latitude !== undefined
          ? { longitude, latitude }
          : plan.walk.kind === 'class'
            ? { longitude: middle?.[0] ?? 0, latitude: middle?.[1] ?? 0 }
            : undefined);
      if (!at) return setError(form, 'patchId', 'A stop needs a place: choose a patch, or point at the map.');
      const title = name || patch?.name;
      if (!title) return setError(form, 'name', 'Name the stop.');
      await addStop(db, plan.walk.id, {
        ...rest,
        name: title,
        talkingPoints: richText(points),
        activity: activity ? Activity.parse({ kind: activity }) : undefined,
        patchId: patch?.id,
        longitude: at.longitude,
        latitude: at.latitude
      });
      return { form };
    })
  ),
  /** A patch becomes a stop, its plant in the role that the engine proposes. */
  addPatch: async (event) => {
    const data = await event.request.formData();
    return changePlan(event, data, 'took a patch into the plan', async (db, plan) => {
      const patch = plan.patches.find(({ id }) => id === data.get('patchId'));
      const entry = patch && plan.library.taxa.get(patch.taxon);
      if (!patch || !entry) return fail(404, { problem: 'This patch is not there any more.' });
      const { facts, proposal } = proposalFor(plan, patch, entry);
      const stopId = await addStop(db, plan.walk.id, {
        name: patch.name,
        patchId: patch.id,
        longitude: patch.longitude,
        latitude: patch.latitude,
        minutes: 15,
        talkingPoints: emptyText,
        activity: undefined,
        isOnShore: entry.habitats.includes('shore-rock')
      });
      await addTaxon(db, plan.walk.id, stopId, {
        taxon: entry.slug,
        role: proposal.role,
        part: proposal.role === 'gather' ? usedPart(entry, facts.stage) : '',
        portion: '',
        piecesEach: null,
        specimens: null,
        handling: 'open',
        reason: proposal.role === 'leave out' ? proposal.why : ''
      });
      return {};
    });
  },
  changeStop: fieldsAction(
    requireLeader,
    StopChange,
    (change, { event, form: data }) =>
      changePlan(event, data, 'changed a stop', async (db, plan) => {
        const { id, activity, materials, allergens, fire, blades, isOnShore, ...rest } = change;
        if (!plan.stops.some((stop) => stop.id === id))
          return fail(404, { problem: 'This stop was removed meanwhile; what you typed is kept below.' });
        await changeStop(db, plan.walk.id, id, {
          ...rest,
          isOnShore: isOnShore === 'on',
          activity: activity
            ? { kind: activity, materials, allergens, fire: fire === 'on', blades: blades === 'on' }
            : undefined
        });
        return {};
      }),
    'Not changed. '
  ),
  setMinutes: fieldsAction(
    requireLeader,
    z.object({ id: z.uuid(), minutes: Minutes }),
    (change, { event, form: data }) =>
      changeWalk(event, data, 'set the minutes of a stop', async (db, walkId) => {
        await setMinutes(db, walkId, change.id, change.minutes);
        return {};
      }),
    'Not changed. '
  ),
  order: async (event) => {
    const data = await event.request.formData();
    const ids = z.array(z.uuid()).max(200).safeParse(data.getAll('id'));
    if (!ids.success) return fail(400, { problem: 'These are no stops.' });
    return changeWalk(event, data, 'put the stops in another order', async (db, walkId) =>
      (await orderStops(db, walkId, ids.data))
        ? {}
        : fail(409, { problem: 'Stops were added or removed meanwhile. The plan is shown as it stands now.' })
    );
  },
  removeStop: idAction(requireLeader, 'id', 'stop', (id, { event, form }) =>
    changeWalk(event, form, 'removed a stop', async (db, walkId) => {
      await removeStop(db, walkId, id);
      return {};
    })
  ),
  addTaxon: formAction(requireLeader, TaxonForm, 'taxon', (form, { event, form: data }) =>
    changePlan(event, data, 'added a plant', async (db, plan, viewer) => {
      const { stopId, taxon, role, reason } = form.data;
      const entry = plan.library.taxa.get(taxon);
      if (!entry) return setError(form, 'taxon', 'Choose a taxon of the library.');
      if (!plan.stops.some(({ id }) => id === stopId))
        return setError(form, 'stopId', 'Choose a stop of this walk.');
      if (role === 'leave out' && !reason) return setError(form, 'reason', leaveOutProblem);
      const added: StopTaxon = {
        ...form.data,
        part: form.data.part || (role === 'gather' ? usedPart(entry) : ''),
        piecesEach: role === 'gather' ? (form.data.piecesEach ?? null) : null,
        specimens: plan.walk.kind === 'class' ? (form.data.specimens ?? null) : null
      };
      const problem = await overdrawn(db, plan, viewer, stopId, added);
      if (problem) return setError(form, 'piecesEach', problem);
      if (!(await addTaxon(db, plan.walk.id, stopId, added))) {
        const there = plan.taxa.find((planned) => planned.taxon === taxon)!;
        return setError(
          form,
          'taxon',
          `${englishName(entry)} is on this walk already, at ${there.stop.name}: change its role there.`
        );
      }
      return { form };
    })
  ),
  changeTaxon: fieldsAction(
    requireLeader,
    TaxonChange,
    (change, { event, form: data }) =>
      changePlan(event, data, 'changed a plant', async (db, plan, viewer) => {
        const { taxon, role, reason, part, portion, piecesEach, specimens, handling } = change;
        const planned = plan.taxa.find((one) => one.taxon === taxon);
        if (!planned) return fail(404, { problem: 'This taxon is not on the walk.' });
        if (role === 'leave out' && !(reason || planned.reason))
          return fail(400, { problem: leaveOutProblem });
        const isWhole = data.has('portion');
        const changed: StopTaxon = {
          taxon,
          role,
          part: part ?? (planned.part || (role === 'gather' ? usedPart(planned.entry) : '')),
          portion: portion ?? planned.portion,
          piecesEach: role === 'gather' ? (isWhole ? piecesEach : planned.piecesEach) : null,
          specimens: isWhole ? specimens : planned.specimens,
          handling: handling ?? planned.handling,
          reason: reason ?? planned.reason
        };
        const problem = await overdrawn(db, plan, viewer, planned.stop.id, changed);
        if (problem) return fail(409, { problem: `Not changed. ${problem}` });
        await changeTaxon(db, plan.walk.id, changed);
        return {};
      }),
    'Not changed. '
  ),
  removeTaxon: async (event) => {
    const data = await event.request.formData();
    return changeWalk(event, data, 'took a plant off the plan', async (db, walkId) => {
      await removeTaxon(db, walkId, String(data.get('taxon')));
      return {};
    });
  },
  remark: fieldsAction(
    requireLeader,
    Remark,
    (remark, { event, form: data }) =>
      changePlan(event, data, 'wrote a comment on a pair', async (db, plan, viewer) => {
        const { target, lookalike, words } = remark;
        const planned = plan.taxa.find(({ taxon }) => taxon === target);
        if (!planned?.survey.pairs.some((pair) => pair.lookalike.taxon.slug === lookalike))
          return fail(404, { problem: 'These two are no pair of this walk any more.' });
        await setRemark(db, viewer, plan.walk.id, `${target}~${lookalike}`, words);
        return {};
      }),
    'Not kept. '
  ),
  lift: fieldsAction(
    requireLeader,
    LiftForm,
    (lift, { event, form: data }) =>
      changePlan(event, data, 'lifted a stop of the checks', async (db, plan, viewer) => {
        const check = plan.checks.find(({ key, state }) => key === lift.key && state === 'stop');
        if (!check) return fail(409, { problem: 'This stop is not there any more.' });
        if (!check.mayLift) return fail(403, { problem: 'Nothing can lift this stop: it has to be mended.' });
        await liftCheck(db, viewer, plan.walk.id, check, lift.reason);
        return {};
      }),
    'Not lifted. '
  ),
  takeLiftBack: fieldsAction(requireLeader, BackForm, ({ id, reason }, { event, form }) =>
    changeWalk(event, form, 'took a lifted stop back', async (db, walkId, viewer) => {
      const isBack = await takeLiftBack(db, viewer, walkId, id, reason || 'taken back');
      return isBack ? {} : fail(409, { problem: 'This was taken back already.' });
    })
  )
};
