import { type Pack, type PackBrief, patchKey, signsOf } from '$core/field';
import { describeStage } from '$core/figure';
import { measuresOf } from '$core/ground';
import {
  type Library,
  type LibraryDocument,
  type LibraryTaxon,
  type StageDescription,
  accountOf,
  englishName,
  harmsByTouch,
  harvestOf,
  isDangerous,
  worstContact,
  worstEaten,
  worstSeverity
} from '$core/knowledge';
import { type Calendar, dayOfYear, referenceCalendar } from '$core/season';
import { plainText, stageOn } from '$core/walk';
import type { Viewer } from '../accounts';
import type { Plan, PlannedTaxon } from '../walk/plan';
import type { RecordedWeighing } from '../ground/weighings';
import { type Shared, partTaken } from './phones';

/** All that a phone takes along on a walk, as the plan and the published brief stand. */

/** What is seen of a plant from some steps away. */
const afarOrgans = ['habit', 'flower', 'inflorescence', 'fruit', 'leaf'] as const;
const mostAfar = 4;

function fromAfar({ library }: Plan, stage: StageDescription | undefined): string {
  if (!stage) return '';
  const described = describeStage(library, stage);
  return afarOrgans
    .flatMap((organ) => described.find((one) => one.organ === organ)?.characters ?? [])
    .filter(({ isNothing }) => !isNothing)
    .slice(0, mostAfar)
    .map(({ name, text }) => `${name}: ${text}`)
    .join('; ');
}

function warningOf(plan: Plan, taxon: LibraryTaxon): Pack['stops'][number]['warnings'][number] {
  const [contact, eaten] = [worstContact(taxon), worstEaten(taxon)];
  const byTouch = harmsByTouch(taxon);
  return {
    slug: taxon.slug,
    name: englishName(taxon),
    scientific: taxon.name,
    harm: (byTouch ? contact : (eaten ?? contact))?.effect ?? '',
    fromAfar: fromAfar(plan, stageOn(taxon, plan.walk.heldOn, 'danger', plan.circumstances.calendar)?.stage),
    keepAway: byTouch
      ? 'Do not touch. Keep bare skin off it, and children at arm’s length.'
      : 'Do not pick it, do not taste. Wash hands after holding it.',
    severity: worstSeverity(taxon),
    byTouch
  };
}

/** What must be pointed out on arriving at a stop: what is shown as a danger there, and what burns among the rest. */
function warningsAt(plan: Plan, stopId: string): Pack['stops'][number]['warnings'] {
  const here = plan.taxa.filter(({ stop }) => stop.id === stopId);
  const shown = here.filter(({ entry, role }) => role === 'danger' || isDangerous(entry));
  const among = here.flatMap(({ survey }) =>
    survey.pairs.map(({ lookalike }) => lookalike.taxon).filter(harmsByTouch)
  );
  const all = new Map([...shown.map(({ entry }) => entry), ...among].map((taxon) => [taxon.slug, taxon]));
  return [...all.values()].map((taxon) => warningOf(plan, taxon)).sort((a, b) => b.severity - a.severity);
}

/** Checks of a part that are said once, at whichever stop it comes first. */
const ofPart = ['sources', 'use', 'policy', 'up', 'renamed'];

/** Stops of the plan that speak of a part that is gathered: without mending or lifting them nothing is taken. */
function forbiddenBy({ taxa, checks }: Plan, { taxon, role, part }: PlannedTaxon): string[] {
  if (role !== 'gather') return [];
  const keys = taxa
    .filter((one) => one.taxon === taxon && one.role === 'gather' && one.part === part)
    .flatMap(({ facts }) => ofPart.map((check) => `${check} ${facts.key}`));
  return checks
    .filter(({ key, state }) => state === 'stop' && keys.includes(key))
    .map(({ title, detail }) => `${title.replace('Stop: ', 'The plan stops it: ')}. ${detail}`);
}

function packTaxon(
  plan: Plan,
  planned: PlannedTaxon,
  weighings: readonly RecordedWeighing[]
): Pack['taxa'][number] {
  const { stop, facts, survey, entry } = planned;
  const harvest = harvestOf(entry, facts.part);
  const { rule } = accountOf(entry, facts.part);
  return {
    stop: stop.id,
    slug: facts.slug,
    name: facts.name,
    scientific: facts.scientific,
    role: facts.role,
    part: facts.role === 'gather' ? partTaken(planned) : facts.part,
    portion: facts.portion,
    reason: facts.reason,
    stage: facts.stage,
    ...signsOf(survey),
    forbidden: forbiddenBy(plan, planned),
    piecesEach: facts.piecesEach,
    measures: measuresOf(
      weighings.filter((one) => one.taxon === entry.slug && one.part === facts.part),
      entry.parts.find(({ part }) => part === facts.part)?.grams
    ),
    harvest: {
      rule: harvest?.rule ?? '',
      tool: harvest?.tool ?? '',
      exempt: rule?.exempt ?? '',
      spacing: rule?.spacing ?? ''
    }
  };
}

/** Patches at which something is gathered, by what is counted together of it. */
function packPatches(plan: Plan, leftOf: Shared['leftOf']): Pack['patches'] {
  const patches = new Map<string, Pack['patches'][number]>();
  for (const planned of plan.taxa) {
    const { stop, role, taxon, facts } = planned;
    const part = partTaken(planned);
    const patch = plan.patches.find(({ id }) => id === stop.patchId);
    if (role !== 'gather' || !patch || patch.taxon !== taxon) continue;
    const { allowance } = facts;
    const ground = plan.facts.stops.find(({ id }) => id === stop.id)?.patch;
    const { account } = facts;
    const key = patchKey({ id: patch.id, account });
    const known = patches.get(key)?.parts ?? [];
    patches.set(key, {
      id: patch.id,
      name: patch.name,
      taxon,
      account,
      parts: known.includes(part) ? known : [...known, part],
      left: leftOf[key],
      none:
        ground?.closed ??
        (allowance?.kind === 'none' || allowance?.kind === 'unknown' ? allowance.why : undefined),
      isOnly: patch.isOnly,
      contamination: (ground?.contamination ?? []).map(
        ({ kind, metres }) => `${kind}, ${Math.round(metres)} m away`
      )
    });
  }
  return [...patches.values()];
}

/** How likely each stage of what harms is there on the day, by the forecast of the site. */
export function mayBeUp(library: Library, { chanceOfHarmful }: Calendar, isoDate: string): Pack['mayBeUp'] {
  const day = dayOfYear(isoDate);
  return Object.fromEntries(
    [...library.taxa.values()]
      .filter(isDangerous)
      .map((taxon) => [
        taxon.slug,
        Object.fromEntries(
          [...taxon.stages.values()].map((stage) => [stage.stage, chanceOfHarmful(taxon, stage, day)])
        )
      ])
  );
}

/** Whom to ask for which pair: who mistook the lookalike most in drills first, then who never met it. */
function toAsk(plan: Plan): Pack['toAsk'] {
  const met = [...new Map(plan.taxa.map((planned) => [planned.taxon, planned])).values()];
  return met
    .flatMap(({ survey, entry }) =>
      survey.pairs.flatMap(({ lookalike }) => {
        const records = plan.circumstances.drills.get(`${entry.slug}~${lookalike.taxon.slug}`);
        if (!lookalike.curated) return [];
        return plan.members.map((person, i) => {
          const { answers, mistaken } = records?.[i] ?? { answers: 0, mistaken: 0 };
          return {
            person: person.id,
            taxon: entry.slug,
            lookalike: lookalike.taxon.slug,
            weakness: answers === 0 ? 0.5 : mistaken / answers,
            why:
              answers === 0
                ? 'never practised'
                : mistaken > 0
                  ? `gathered the dangerous one in ${mistaken} of ${answers} drills`
                  : `right in ${answers} drills`
          };
        });
      })
    )
    .sort((a, b) => b.weakness - a.weakness)
    .slice(0, 60)
    .map(({ person, taxon, lookalike, why }) => ({ person, taxon, lookalike, why }));
}

/** @param now by the school's clock */
export function packOf(
  plan: Plan,
  viewer: Viewer,
  { phone, phones, key, leftOf }: Shared,
  brief: PackBrief | undefined,
  library: LibraryDocument,
  weighings: readonly RecordedWeighing[],
  now: Date
): Pack {
  const { walk, site, times, facts, stops, settings } = plan;
  return {
    format: 2,
    walk: {
      id: walk.id,
      name: walk.name,
      isoDate: walk.heldOn,
      kind: walk.kind,
      timeZone: site.timeZone,
      site: site.name,
      siteId: site.id
    },
    takenAt: now.toISOString(),
    takenBy: { id: viewer.personId, name: viewer.name },
    phone,
    phones,
    key,
    school: {
      name: viewer.school.name,
      numbers: [...settings.emergencyNumbers],
      policy: settings.policy
    },
    leaders: plan.leaders.map(({ id, name }) => ({ id, name })),
    people: plan.members.map(({ id, name, isMinor, guardianConsentOn }) => ({
      id,
      name,
      isMinor,
      hasConsent: guardianConsentOn !== undefined
    })),
    toAsk: toAsk(plan),
    weather: [...walk.weather],
    times: {
      start: facts.rhythm.start,
      end: times.end,
      due: times.due,
      caution: Math.max(
        1,
        (facts.rhythm.pace.cautious ?? facts.rhythm.pace.factor) / facts.rhythm.pace.factor
      ),
      closing: facts.rhythm.headCount + facts.rhythm.basketCheck,
      wayBackMinutes: times.wayBack?.minutes ?? 0,
      turningBack: times.turningBack && {
        stop: stops[times.turningBack.stop]!.id,
        at: times.turningBack.at
      },
      drops: times.drops.map(({ stop, minutes }) => ({ stop: stops[stop]!.id, minutes })),
      shore: facts.shore.map(({ from, until }) => ({ from, until })),
      light: facts.light
    },
    site: {
      mayPick: site.mayPick,
      mayDig: site.mayDig,
      mayFire: site.mayFire,
      habitats: [...site.habitats]
    },
    abundance: Object.fromEntries(plan.circumstances.abundance),
    mayBeUp: mayBeUp(plan.library, plan.circumstances.calendar ?? referenceCalendar, walk.heldOn),
    stops: stops.map((stop, i) => ({
      id: stop.id,
      name: stop.name,
      arrive: times.rows[i]!.arrive,
      leave: times.rows[i]!.leave,
      minutes: stop.minutes,
      extra: times.rows[i]!.extra,
      legMinutes: times.rows[i]!.legMinutes,
      legMetres: times.rows[i]!.legMetres,
      backMinutes: times.rows[i]!.backMinutes,
      isOnShore: stop.isOnShore,
      longitude: stop.longitude,
      latitude: stop.latitude,
      talkingPoints: plainText(stop.talkingPoints),
      activity: stop.activity,
      patch: stop.patchId,
      warnings: warningsAt(plan, stop.id)
    })),
    taxa: plan.taxa.map((planned) => packTaxon(plan, planned, weighings)),
    patches: packPatches(plan, leftOf),
    brief,
    library
  };
}
