import { longDate } from '$core/words';
import { type RequestEvent, fail, redirect } from '@sveltejs/kit';
import { message, setError, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import { abundances } from '$core/evidence';
import { censusResult, crossingOf, measuresOf, moreQuadrats, overYears } from '$core/ground';
import {
  type LibraryTaxon,
  accountsOf,
  allowanceInWords,
  englishName,
  harvestOf,
  isDangerous
} from '$core/knowledge';
import { formAction, idAction, problemsOf } from '$lib/server/request/actions';
import { jsonIn } from '$lib/server/request/json-field';
import { orNotFound, idFrom, inSchoolOf, requireLeader, requireTeacher } from '$lib/server/request/guard';
import { closureOf } from '$lib/server/ground/ground-events';
import { libraryOf } from '$lib/server/library/library';
import {
  type Patch,
  PatchDetails,
  PatchShape,
  areaOf,
  listRenamings,
  readPatch,
  reliesOn,
  removePatch,
  renamePlant,
  savePatchDetails,
  savePatchShape,
  setGone
} from '$lib/server/ground/patches';
import type { SchoolDb } from '$lib/server/database/school';
import { batchInShort, batchesOfPatch } from '$lib/server/making/batches';
import { listSightings } from '$lib/server/season/sightings';
import { leads, type Viewer } from '$lib/server/accounts';
import { type Site, readSite, regionOfSite } from '$lib/server/ground/sites';
import {
  CensusBody,
  NewGathering,
  addCensus,
  type PatchYear,
  addGathering,
  patchYearsOf,
  readPatchRecords,
  removeCensus,
  takeBack
} from '$lib/server/ground/ledger';
import {
  NewWeighing,
  type RecordedWeighing,
  addWeighing,
  listWeighings,
  removeWeighing
} from '$lib/server/ground/weighings';
import {
  CameUp,
  NewPlanting,
  addPlanting,
  listPlantings,
  noteCameUp,
  plantingKinds,
  removePlanting
} from '$lib/server/ground/plantings';
import type { Actions, PageServerLoad } from './$types';

/** A patch's year of what is counted together, with the words of its rule. */
const accountOnPage = (
  { account, ...year }: PatchYear,
  taxon: LibraryTaxon | undefined,
  latitude: number,
  today: string
) => ({
  key: account.key,
  parts: account.parts,
  rule: account.rule,
  ruleWords: account.rule && allowanceInWords(account.rule),
  harvest: taxon && harvestOf(taxon, account.key)?.rule,
  allowance: year.allowance,
  census: year.census,
  result: year.census && censusResult(year.census.body),
  more: year.census ? moreQuadrats(year.census.body) : [],
  taken: year.taken,
  reservations: year.reservations,
  pace: year.pace,
  over: overYears(year.censuses, year.gatherings, latitude, today)
});

/** In what each part of a plant can be measured. */
const measuresByPart = (taxon: LibraryTaxon | undefined, weighings: readonly RecordedWeighing[]) =>
  (taxon ? accountsOf(taxon) : [])
    .flatMap(({ parts }) => parts)
    .map((part) => ({
      part,
      measures: measuresOf(
        weighings.filter((one) => one.part === part),
        taxon?.parts.find((one) => one.part === part)?.grams
      )
    }));

export const load: PageServerLoad = ({ locals, params }) => {
  const viewer = requireTeacher(locals);
  const siteId = idFrom(params.site, 'site');
  const id = idFrom(params.patch, 'patch');
  return inSchoolOf(viewer, async (db) => {
    const site = orNotFound(await readSite(db, siteId), 'site');
    const patch = orNotFound(await readPatch(db, siteId, id), 'patch');
    const library = await libraryOf(db, site.region);
    const taxon = library.taxa.get(patch.taxon);
    const nameOf = (slug: string) => {
      const one = library.taxa.get(slug);
      return one ? englishName(one) : slug;
    };
    const records = await readPatchRecords(db, site, [id], viewer.today, viewer.today);
    const years = patchYearsOf(records, site, patch, taxon, viewer.today);
    const weighings = await listWeighings(db, [patch.taxon]);
    const parts = measuresByPart(taxon, weighings);
    const renamings = await listRenamings(db, id);
    return {
      site: { id: site.id, name: site.name, ground: site.ground },
      patch,
      squareMetres: areaOf(patch),
      taxonName: nameOf(patch.taxon),
      scientific: taxon?.name ?? '',
      isDanger: taxon ? isDangerous(taxon) : false,
      accounts: years.map((year) => accountOnPage(year, taxon, site.place?.latitude ?? 0, viewer.today)),
      plantings: await listPlantings(db, id),
      plantingKinds,
      parts,
      weighings,
      gatherings: records.gatherings.filter((one) => one.taxon === patch.taxon),
      batches: (await batchesOfPatch(db, id)).map((batch) => batchInShort(library, batch)),
      today: viewer.today,
      mayEdit: leads(viewer),
      closed: closureOf(records.events, id, viewer.today),
      censuses: records.censuses.map((one) => ({ ...one, result: censusResult(one.body) })),
      sightings: (await listSightings(db, siteId)).filter(({ patchId }) => patchId === id),
      relied: await reliesOn(db, id, patch.taxon),
      renamings: await Promise.all(
        renamings.map(async (one) => ({
          ...one,
          oldName: nameOf(one.oldTaxon),
          newName: nameOf(one.newTaxon),
          relied: await reliesOn(db, id, one.oldTaxon)
        }))
      ),
      taxa: [...library.taxa.values()].map((one) => ({
        value: one.slug,
        label: `${englishName(one)} (${one.name})`
      })),
      abundances,
      // What is ticked already stays to be seen, though the site may have lost it since.
      habitats: [...new Set([...site.habitats, ...patch.habitats])].sort(),
      details: await superValidate({ ...patch, habitats: [...patch.habitats] }, zod4(PatchDetails), {
        id: 'details'
      }),
      taken: await superValidate(
        { gatheredOn: viewer.today, part: parts[0]?.part ?? taxon?.allowance?.part ?? '', pieces: 1 },
        zod4(NewGathering),
        { id: 'taken', errors: false }
      )
    };
  });
};

/** Work on a patch that the viewer's school has. */
function onPatch<T>(
  event: RequestEvent,
  viewer: Viewer,
  work: (db: SchoolDb, patch: Patch, site: Site) => Promise<T>
): Promise<T> {
  const siteId = idFrom(event.params['site'], 'site');
  const id = idFrom(event.params['patch'], 'patch');
  return inSchoolOf(viewer, async (db) =>
    work(
      db,
      orNotFound(await readPatch(db, siteId, id), 'patch'),
      orNotFound(await readSite(db, siteId), 'site')
    )
  );
}

const Counted = z.object({
  account: z.string().max(60).default(''),
  countedOn: z.iso.date('This is no date.'),
  exemptPercent: z
    .union([z.literal(''), z.coerce.number().min(0).max(100)])
    .transform((value) => (value === '' ? undefined : value / 100)),
  body: z.string().max(20_000)
});
const Renamed = z.object({
  taxon: z.string().min(1),
  reason: z.string().trim().min(1, 'Say what showed it to be another.').max(300)
});

export const actions: Actions = {
  details: formAction(requireLeader, PatchDetails, 'details', (form, { event, viewer }) =>
    onPatch(event, viewer, async (db, patch) => {
      await savePatchDetails(db, patch.id, form.data);
      return message(form, 'Saved.');
    })
  ),
  shape: async (event) => {
    const sent = PatchShape.safeParse(jsonIn(await event.request.formData(), 'shape'));
    if (!sent.success)
      return fail(400, { shape: { problem: 'The drawing did not arrive whole. Draw it again.' } });
    if (sent.data.type === 'Polygon') {
      const crossing = crossingOf(sent.data.coordinates);
      if (crossing)
        return fail(400, {
          shape: {
            problem: `The edge crosses itself near ${crossing[1]!.toFixed(5)}, ${crossing[0]!.toFixed(5)}. Nothing was saved.`
          }
        });
    }
    return onPatch(event, requireLeader(event.locals), async (db, patch) => {
      await savePatchShape(db, patch.id, sent.data);
      return { shape: { done: 'The place is saved.' } };
    });
  },
  census: async (event) => {
    const viewer = requireTeacher(event.locals);
    const refuse = (problem: string) => fail(400, { census: { problem: `${problem} Nothing was kept.` } });
    const sent = await event.request.formData();
    const form = Counted.safeParse(Object.fromEntries(sent));
    if (!form.success) return refuse(form.error.issues[0]!.message);
    const body = CensusBody.safeParse(jsonIn(sent, 'body'));
    if (!body.success) return refuse('Every count should be a number.');
    return onPatch(event, viewer, async (db, patch) => {
      const problem = await addCensus(db, viewer, patch.id, {
        countedOn: form.data.countedOn,
        body: body.data,
        account: form.data.account,
        exemptShare: form.data.exemptPercent
      });
      return problem ? refuse(problem) : { census: { done: 'The census is kept.' } };
    });
  },
  uncount: idAction(requireLeader, 'id', 'census', (id, { event, viewer }) =>
    onPatch(event, viewer, async (db, patch) => {
      if (!(await removeCensus(db, patch.id, id))) orNotFound(undefined, 'census');
      return {};
    })
  ),
  taken: formAction(requireTeacher, NewGathering, 'taken', async (form, { event, viewer }) => {
    if (form.data.gatheredOn > viewer.today)
      return setError(form, 'gatheredOn', `That day is still to come; today is ${longDate(viewer.today)}.`);
    if ((form.data.unit === '') !== (form.data.amount === undefined))
      return setError(form, 'amount', 'Say both how much it was and of what.');
    return onPatch(event, viewer, async (db, patch) => {
      await addGathering(db, viewer, patch, form.data);
      return message(form, `${form.data.pieces} entered in the ledger.`);
    });
  }),
  takeBack: idAction(requireLeader, 'id', 'entry', (id, { event, viewer }) =>
    onPatch(event, viewer, async (db, patch) => {
      if (!(await takeBack(db, viewer, patch.id, id))) orNotFound(undefined, 'entry');
      return {};
    })
  ),
  weigh: async (event) => {
    const viewer = requireTeacher(event.locals);
    const form = NewWeighing.safeParse(Object.fromEntries(await event.request.formData()));
    if (!form.success) return fail(400, { weighing: { problem: problemsOf(form.error) } });
    return onPatch(event, viewer, async (db, patch) => {
      await addWeighing(db, viewer, patch.taxon, form.data);
      return { weighing: { done: 'Kept: the next entries are reckoned by it, on phones too.' } };
    });
  },
  unweigh: idAction(requireLeader, 'id', 'weighing', (id, { event, viewer }) =>
    onPatch(event, viewer, async (db, patch) => {
      if (!(await removeWeighing(db, patch.taxon, id))) orNotFound(undefined, 'weighing');
      return {};
    })
  ),
  plant: async (event) => {
    const viewer = requireTeacher(event.locals);
    const refuse = (problem: string) => fail(400, { planting: { problem: `${problem} Nothing was kept.` } });
    const form = NewPlanting.safeParse(Object.fromEntries(await event.request.formData()));
    if (!form.success) return refuse(problemsOf(form.error));
    if (form.data.plantedOn > viewer.today)
      return refuse(`That day is still to come; today is ${longDate(viewer.today)}.`);
    return onPatch(event, viewer, async (db, patch) => {
      await addPlanting(db, viewer, patch.id, form.data);
      return { planting: { done: 'Kept. Look again when it should be up, and note what stands.' } };
    });
  },
  cameUp: async (event) => {
    const viewer = requireTeacher(event.locals);
    const form = CameUp.safeParse(Object.fromEntries(await event.request.formData()));
    if (!form.success) return fail(400, { planting: { problem: problemsOf(form.error) } });
    return onPatch(event, viewer, async (db, patch) => {
      if (!(await noteCameUp(db, patch.id, form.data))) orNotFound(undefined, 'planting');
      return { planting: { done: 'Noted.' } };
    });
  },
  unplant: idAction(requireLeader, 'id', 'planting', (id, { event, viewer }) =>
    onPatch(event, viewer, async (db, patch) => {
      if (!(await removePlanting(db, patch.id, id))) orNotFound(undefined, 'planting');
      return {};
    })
  ),
  rename: async (event) => {
    const viewer = requireLeader(event.locals);
    const form = Renamed.safeParse(Object.fromEntries(await event.request.formData()));
    const refuse = (problem: string) => fail(400, { rename: { problem } });
    if (!form.success) return refuse(problemsOf(form.error));
    return onPatch(event, viewer, async (db, patch) => {
      const taxon = (await libraryOf(db, await regionOfSite(db, patch.siteId))).taxa.get(form.data.taxon);
      if (!taxon) return refuse('Choose a plant of the library.');
      if (taxon.slug === patch.taxon) return refuse('That is its name already.');
      await renamePlant(db, viewer, patch, taxon.slug, form.data.reason);
      return { rename: { done: `It is ${englishName(taxon)} now. What relied on the old name is listed.` } };
    });
  },
  gone: async (event) => {
    const isBack = (await event.request.formData()).get('back') === 'yes';
    const viewer = requireLeader(event.locals);
    return onPatch(event, viewer, async (db, patch) => {
      await setGone(db, patch.id, isBack ? undefined : viewer.today);
      return {};
    });
  },
  remove: async (event) => {
    const siteId = idFrom(event.params['site'], 'site');
    const isRemoved = await onPatch(event, requireLeader(event.locals), (db, patch) =>
      removePatch(db, patch.id)
    );
    if (isRemoved) redirect(303, `/ground/${siteId}`);
    return fail(400, {
      remove: {
        problem:
          'Walks stop here, or something was seen or taken here: the patch stays for its history. Say that it is gone instead.'
      }
    });
  }
};
