import { fail, redirect } from '@sveltejs/kit';
import { setError, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import { englishName, worstSeverity, taxonChoices } from '$core/knowledge';
import { Activity, type Proposal, emptyText, isMoreCareful, proposeRole, richText } from '$core/walk';
import { fieldsAction, formAction, idAction } from '$lib/server/request/actions';
import { idFrom, inSchoolOf, requireLeader, requireSignedIn } from '$lib/server/request/guard';
import { liftCheck, takeLiftBack } from '$lib/server/walk/lifts';
import { changePlan, changeWalk } from '$lib/server/walk/plan-changes';
import { setRemark } from '$lib/server/walk/remarks';
import {
  type NewStopTaxon,
  addStop,
  addTaxon,
  changeStop,
  changeTaxon,
  orderStops,
  removeStop,
  removeTaxon,
  setMinutes
} from '$lib/server/walk/stops';
import { walkPage } from '$lib/server/walk/walk-page';
import { readWalk } from '$lib/server/walk/walks';
import { lastTime } from '$lib/server/after/debrief';
import { offersOf, overdrawn, proposalFor, usedPart } from '$lib/server/walk/offers';
import type { Actions, PageServerLoad } from './$types';
import { BackForm, LiftForm, Minutes, Remark, StopChange, StopForm, TaxonChange, TaxonForm } from './forms';

const leaveOutProblem = 'Write down why it is left out.';

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
    place: plan.site.place,
    siteId: plan.site.id,
    facts,
    kit: plan.kit,
    lifts: plan.lifts,
    copiedFrom: before ? { id: before.id, name: before.name } : undefined,
    lastTime: copiedFrom && (await inSchoolOf(viewer, (db) => lastTime(db, copiedFrom))),
    stops: plan.stops.map((stop) => ({ ...stop, taxa: undefined })),
    taxa: plan.taxa.map((planned) => {
      const proposal: Proposal = proposeRole(planned.facts, facts.level, facts.policy);
      return {
        ...planned.facts,
        title: englishName(planned.entry),
        stopName: planned.stop.name,
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
    choices: taxonChoices(library).map((choice) => ({
      ...choice,
      parts: library.taxa
        .get(choice.value)!
        .uses.filter(({ kind }) => kind !== 'history')
        .map(({ part }) => part)
    })),
    stopForm: await superValidate(zod4(StopForm), { id: 'stop', errors: false }),
    taxonForm: await superValidate(
      { role: 'show' as const, stopId: plan.stops.at(-1)?.id ?? '', taxon: '' },
      zod4(TaxonForm),
      { id: 'taxon', errors: false }
    )
  };
};

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
      const added: NewStopTaxon = {
        ...form.data,
        part: form.data.part || (role === 'gather' ? usedPart(entry) : ''),
        piecesEach: role === 'gather' ? (form.data.piecesEach ?? null) : null,
        specimens: plan.walk.kind === 'class' ? (form.data.specimens ?? null) : null
      };
      const problem = await overdrawn(db, plan, viewer, stopId, added);
      if (problem) return setError(form, 'piecesEach', problem);
      if (!(await addTaxon(db, plan.walk.id, stopId, added))) {
        const there = plan.stops.find(({ id }) => id === stopId)!;
        return setError(
          form,
          'taxon',
          `${[englishName(entry), added.part].filter(Boolean).join(', ')} is planned at ${there.name} already: change its role there.`
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
        const { id, role, reason, part, portion, piecesEach, specimens, handling } = change;
        const planned = plan.taxa.find((one) => one.id === id);
        if (!planned) return fail(404, { problem: 'This taxon is not on the walk.' });
        if (role === 'leave out' && !(reason || planned.reason))
          return fail(400, { problem: leaveOutProblem });
        const isWhole = data.has('portion');
        const changed = {
          id,
          taxon: planned.taxon,
          role,
          part: part ?? (planned.part || (role === 'gather' ? usedPart(planned.entry) : '')),
          portion: portion ?? planned.portion,
          piecesEach: role === 'gather' ? (isWhole ? piecesEach : planned.piecesEach) : null,
          specimens: isWhole ? specimens : planned.specimens,
          handling: handling ?? planned.handling,
          reason: reason ?? planned.reason
        };
        const problem = await overdrawn(db, plan, viewer, planned.stop.id, changed, id);
        if (problem) return fail(409, { problem: `Not changed. ${problem}` });
        if (!(await changeTaxon(db, plan.walk.id, changed)))
          return fail(409, {
            problem: `Not changed. ${planned.stop.name} has ${[englishName(planned.entry), changed.part].filter(Boolean).join(', ')} already.`
          });
        return {};
      }),
    'Not changed. '
  ),
  removeTaxon: idAction(requireLeader, 'id', 'plant', (id, { event, form }) =>
    changeWalk(event, form, 'took a plant off the plan', async (db, walkId) => {
      await removeTaxon(db, walkId, id);
      return {};
    })
  ),
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
