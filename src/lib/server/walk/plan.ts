import { z } from 'zod';
import type { Abundance, DrillRecord } from '$core/evidence';
import { type Ground, contaminationOf, pathOf, wetHabitats } from '$core/ground';
import {
  type Library,
  type LibraryTaxon,
  accountOf,
  animalsOn,
  englishName,
  nameWithin
} from '$core/knowledge';
import { dayOfYear } from '$core/season';
import { minutesOf, wayAlong } from '$core/route';
import {
  type Check,
  type Checked,
  type Circumstances,
  type KitItem,
  type Level,
  type MetTaxon,
  type PlanFacts,
  type Survey,
  type TaxonFacts,
  contactNames,
  metTaxon,
  notesBesideTaxa,
  planTimes,
  proposeKit,
  runChecks,
  surveyTaxon,
  taxonFacts,
  wayDangers
} from '$core/walk';
import { rowsOf } from '../database/rows';
import { paceUntil, pickingUntil } from '../after/learned';
import { confirmedClaims, sourcesFor } from '../library/bookshelf';
import { closureOf } from '../ground/ground-events';
import { healthNotes } from '../school/health';
import { type KitState, listKit } from './kit';
import { libraryOf } from '../library/library';
import { type LiftEntry, listLifts } from './lifts';
import { lightMinutes } from '../season/light';
import { type Patch, type PatchesOfSite, type Renamed, patchesOf, renamedUnder } from '../ground/patches';
import { type Cohort, type Person, listCohorts, listPeople } from '../school/people';
import { listRemarks } from './remarks';
import type { SchoolDb } from '../database/school';
import { type SchoolSettings, readSettings, settingsAt } from '../school/schools';
import { listSightings, seasonOf } from '../season/sightings';
import type { Viewer } from '../accounts';
import { type Site, readSite } from '../ground/sites';
import { type Stop, type StopTaxon, listStops } from './stops';
import { type PatchRecords, patchYearsOf, readPatchRecords, yearOfPart } from '../ground/ledger';
import { type TideDay, readTide, tideDay } from '../season/tide';
import { type Walk, readWalk } from './walks';

export interface PlannedTaxon extends StopTaxon {
  readonly entry: LibraryTaxon;
  readonly stop: Stop;
  readonly survey: Survey;
  readonly facts: TaxonFacts;
}

/** The plants of a plan as health notes are put beside them: each once, wherever it is met. */
export const metTaxa = (library: Library, planned: readonly PlannedTaxon[]): MetTaxon[] =>
  [...new Set(planned.map(({ entry }) => entry))].map((taxon) =>
    metTaxon(
      library,
      taxon,
      planned.some(({ entry, role }) => entry === taxon && role === 'gather')
    )
  );

/** A walk with everything that follows from it. */
export interface Plan extends Checked {
  readonly walk: Walk;
  readonly site: Site;
  readonly patches: readonly Patch[];
  readonly stops: readonly Stop[];
  readonly taxa: readonly PlannedTaxon[];
  readonly kitState: readonly KitState[];
  readonly lifts: readonly LiftEntry[];
  /** By pair. */
  readonly remarks: ReadonlyMap<string, string>;
  readonly checks: readonly Check[];
  readonly circumstances: Circumstances;
  readonly settings: SchoolSettings;
  readonly library: Library;
  /** Independent sources of each confirmed claim. */
  readonly confirmed: ReadonlyMap<string, number>;
  /** Plants of its stops that turned out to be others. */
  readonly renamed: readonly Renamed[];
  readonly cohort: Cohort | undefined;
  readonly members: readonly Person[];
  readonly leaders: readonly Person[];
  readonly tide: TideDay | undefined;
}

/** The members' latest answers to questions that showed a lookalike: 10 each, within 90 days. */
async function recentDrills(db: SchoolDb, personIds: readonly string[]): Promise<Map<string, DrillRecord[]>> {
  const rows = await rowsOf(
    db,
    z.object({ pair: z.string(), personId: z.string(), answers: z.number(), mistaken: z.number() }),
    `select pair, person_id as "personId", count(*)::int as answers,
            count(*) filter (where outcome = 'dangerous gather')::int as mistaken
       from (select pair, person_id, outcome,
                    row_number() over (partition by pair, person_id order by effective_at desc, id desc) as latest
               from answer
              where is_dangerous_specimen and person_id = any ($1) and effective_at > domain_now() - interval '90 days') recent
      where latest <= 10 group by pair, person_id`,
    [personIds]
  );
  const byPair = new Map<string, Map<string, DrillRecord>>();
  for (const { pair, personId, ...record } of rows)
    byPair.set(pair, (byPair.get(pair) ?? new Map<string, DrillRecord>()).set(personId, record));
  const none: DrillRecord = { answers: 0, mistaken: 0 };
  return new Map([...byPair].map(([pair, people]) => [pair, personIds.map((id) => people.get(id) ?? none)]));
}

/** How far the group has practised the pairs that a walk teaches. */
function readinessOf(
  surveys: readonly Survey[],
  drills: ReadonlyMap<string, readonly DrillRecord[]>,
  members: number
): PlanFacts['readiness'] {
  const ofEach = surveys.flatMap(({ target, pairs: found }) =>
    found
      .filter(({ lookalike }) => lookalike.curated)
      .map(({ lookalike }) => `${target.slug}~${lookalike.taxon.slug}`)
  );
  const pairs = [...new Set(ofEach)];
  const records = pairs.map((pair) => drills.get(pair) ?? []);
  const practised = Array.from({ length: members }, (_, i) =>
    records.some((each) => (each[i]?.answers ?? 0) > 0)
  ).filter(Boolean).length;
  const dangerousGathers = records.flat().reduce((sum, { mistaken }) => sum + mistaken, 0);
  return { pairs: pairs.length, practised, dangerousGathers };
}

/** What the season, the ground and the school say about looking at plants on the walk’s day. */
async function circumstancesOf(
  db: SchoolDb,
  walk: Walk,
  site: Site,
  patches: readonly Patch[],
  library: Library,
  settings: SchoolSettings,
  memberIds: readonly string[]
): Promise<Circumstances> {
  const season = seasonOf(library, site, await listSightings(db, site.id), walk.heldOn);
  return {
    isoDate: walk.heldOn,
    calendar: season.calendar,
    habitats: site.habitats,
    mayDig: site.mayDig,
    policy: settings.policy,
    abundance: new Map<string, Abundance>(patches.map((patch) => [patch.taxon, patch.abundance])),
    drills: await recentDrills(db, memberIds)
  };
}

/** Who stops at a patch meets what grows in its own ground, where that is recorded, not all that the site has. */
export const atPatch = (
  circumstances: Circumstances,
  patch: Pick<Patch, 'habitats'> | undefined
): Circumstances =>
  patch && patch.habitats.length > 0 ? { ...circumstances, habitats: patch.habitats } : circumstances;

/** Each stop with what its patch says on the day. */
function stopFacts(
  walk: Walk,
  site: Site,
  stops: readonly Stop[],
  patches: PatchesOfSite,
  events: PatchRecords['events'],
  library: Library,
  settings: SchoolSettings
): PlanFacts['stops'] {
  const known = new Map([...patches.here, ...patches.gone].map((patch) => [patch.id, patch]));
  const isWet = (taxon: string) =>
    library.taxa.get(taxon)?.habitats.some((habitat) => wetHabitats.has(habitat)) ?? true;
  const at = stops.map(({ patchId, longitude, latitude }) => {
    const patch = patchId === undefined ? undefined : known.get(patchId);
    return patch
      ? { ...patch, ofWetGround: isWet(patch.taxon) }
      : { longitude, latitude, ofWetGround: false };
  });
  const contamination = contaminationOf(site.ground, at, settings.policy.buffers ?? {});
  return stops.map((stop, i) => {
    const patch = stop.patchId === undefined ? undefined : known.get(stop.patchId);
    return {
      id: stop.id,
      name: stop.name,
      at: [stop.longitude, stop.latitude],
      minutes: stop.minutes,
      activity: stop.activity,
      isOnShore: stop.isOnShore,
      patch: patch && {
        id: patch.id,
        name: patch.name,
        isGone: patches.gone.includes(patch),
        closed: closureOf(events, patch.id, walk.heldOn),
        contamination: contamination[i]!
      }
    };
  });
}

const twoPlaces = (factor: number): number => Math.round(factor * 100) / 100;

/** The pace that was set by hand, else what such groups have taught, else the usual one. */
async function paceOf(db: SchoolDb, walk: Walk, members: readonly Person[]): Promise<PlanFacts['pace']> {
  const company = members.some(({ isMinor }) => isMinor) ? 'with children' : 'adults';
  const learned = await paceUntil(db, company, walk.paceRule, walk.heldOn);
  const source = walk.paceFactor !== undefined ? 'set by hand' : learned.legs > 0 ? 'learned' : 'usual';
  return { ...learned, company, source };
}

/** @returns undefined where the viewer cannot see such a walk */
export async function readPlan(db: SchoolDb, viewer: Viewer, walkId: string): Promise<Plan | undefined> {
  const walk = await readWalk(db, viewer, walkId);
  if (!walk) return undefined;
  const site = (await readSite(db, walk.siteId))!;
  const ofSite = await patchesOf(db, site.id);
  const patches = ofSite.here;
  const stops = await listStops(db, walkId);
  const settings = settingsAt(site, await readSettings(db));
  const library = await libraryOf(db, site.region);
  const confirmed = await confirmedClaims(db);
  const cohort = (await listCohorts(db)).find(({ id }) => id === walk.cohortId);
  const people = await listPeople(db);
  const members = people.filter(({ id }) => cohort?.members.includes(id));
  const memberIds = members.map(({ id }) => id);
  const leaderIds = [walk.leaderId, ...walk.otherLeaders.map(({ id }) => id)];
  const leaders = leaderIds.flatMap((id) => people.find((person) => person.id === id) ?? []);
  const circumstances = await circumstancesOf(db, walk, site, patches, library, settings, memberIds);
  const renamed = await renamedUnder(db, walkId);
  const gathered = stops.filter((stop) => stop.taxa.some(({ role }) => role === 'gather'));
  const records = await readPatchRecords(
    db,
    site,
    gathered.flatMap(({ patchId }) => patchId ?? []),
    viewer.today,
    walk.heldOn
  );
  const everywhere = stops.flatMap((stop) => stop.taxa);
  const pickingOf = await pickingUntil(db, walk.heldOn);
  const taxa: PlannedTaxon[] = [];
  for (const stop of stops) {
    const at = patches.find(({ id }) => id === stop.patchId);
    const here = atPatch(circumstances, at);
    for (const planned of stop.taxa) {
      const entry = library.taxa.get(planned.taxon);
      if (!entry) continue;
      const patch = at?.taxon === planned.taxon ? at : undefined;
      const survey = surveyTaxon(
        library,
        entry,
        planned.role,
        here,
        undefined,
        planned.role === 'gather' ? planned.part : ''
      );
      const allowance =
        planned.role === 'gather' && patch
          ? yearOfPart(
              patchYearsOf(records, site, patch, entry, walk.heldOn, (one) => one.walkId === walkId),
              entry,
              planned.part
            ).allowance
          : undefined;
      const name = nameWithin(englishName(entry));
      const isAlone = everywhere.filter(({ taxon }) => taxon === planned.taxon).length === 1;
      const facts = taxonFacts(library, survey, {
        id: planned.id,
        key: isAlone ? planned.taxon : `${planned.taxon} ${planned.id}`,
        label: isAlone ? name : [name, planned.part, `at ${stop.name}`].filter(Boolean).join(' '),
        account: accountOf(entry, planned.part).key,
        stopId: stop.id,
        role: planned.role,
        part: planned.part,
        portion: planned.portion,
        piecesEach: planned.piecesEach ?? undefined,
        pickingRate:
          planned.role === 'gather' ? pickingOf(planned.taxon, planned.part || 'piece') : undefined,
        reason: planned.reason,
        specimens:
          planned.specimens === null ? undefined : { count: planned.specimens, handling: planned.handling },
        sources: sourcesFor(entry, confirmed, planned.role === 'gather' ? planned.part : undefined),
        allowance,
        isRenamed: renamed.some(({ oldTaxon }) => oldTaxon === planned.taxon)
      });
      taxa.push({ ...planned, entry, stop, survey, facts });
    }
  }
  const tideRecord = await readTide(db, site.id);
  const tide = tideRecord && tideDay(tideRecord, site.timeZone, walk.heldOn);
  const kitState = await listKit(db, walkId);
  const notes = await healthNotes(db, memberIds);
  const pace = await paceOf(db, walk, members);
  const level: Level = walk.level ?? cohort?.level ?? 'beginner';
  const minors = members.filter(({ isMinor }) => isMinor);
  const facts: PlanFacts = {
    kind: walk.kind,
    isoDate: walk.heldOn,
    today: viewer.today,
    rhythm: {
      start: minutesOf(walk.startsAt),
      pace: {
        rule: walk.paceRule,
        factor: walk.paceFactor ?? twoPlaces(pace.factor),
        cautious: walk.paceFactor ?? twoPlaces(pace.ofFourInFive)
      },
      briefing: walk.briefingMinutes,
      headCount: walk.headCountMinutes,
      basketCheck: walk.basketMinutes
    },
    pace,
    due: walk.dueAt === undefined ? undefined : minutesOf(walk.dueAt),
    reserve: walk.reserveMinutes,
    level,
    policy: settings.policy,
    group: {
      name: cohort?.name,
      learners: members.length,
      minors: minors.length,
      withoutConsent: minors.filter(({ guardianConsentOn }) => !guardianConsentOn).map(({ name }) => name),
      healthMatters: notesBesideTaxa(notes, metTaxa(library, taxa)).filter(
        ({ matches }) => matches.length > 0
      ).length,
      healthNotes: notes.length
    },
    leaders: leaders.map(({ name, firstAidUntil }) => ({ name, firstAidUntil })),
    school: { emergencyNumbers: settings.emergencyNumbers, insuranceUntil: settings.insuranceUntil },
    months: library.region,
    animals: animalsOn(library.animals, {
      place: site.place,
      day: dayOfYear(walk.heldOn),
      habitats: site.habitats,
      isOnShore: stops.some((stop) => stop.isOnShore)
    }),
    site: {
      name: site.name,
      habitats: site.habitats,
      kinds: [...new Set(site.ground.features.map(({ properties }) => properties.kind))],
      altitudeMetres: site.altitudeMetres,
      isLevel: site.isLevel,
      hasTide: tide !== undefined,
      accessPoint: site.accessPoint,
      mayPick: site.mayPick,
      mayDig: site.mayDig,
      mayFire: site.mayFire,
      mayCharge: site.mayCharge,
      designation: site.designation,
      localRules: site.localRules,
      law: library.region.law,
      permissionSince: site.permissionSince,
      permissionUntil: site.permissionUntil,
      largestGroup: site.largestGroup
    },
    dangersOfGround: dangersOfGround(site.ground),
    venue: walk.venue,
    light: lightMinutes(site, walk.heldOn),
    shore: (tide?.windows ?? []).map(({ fromMinutes, untilMinutes }) => ({
      from: fromMinutes,
      until: untilMinutes
    })),
    stops: stopFacts(walk, site, stops, ofSite, records.events, library, settings),
    taxa: taxa.map((planned) => planned.facts),
    weather: walk.weather,
    kit: {
      struck: kitState.filter(({ isStruck }) => isStruck).map(({ item }) => item),
      packed: kitState.filter(({ isPacked }) => isPacked).map(({ item }) => item),
      own: kitState.filter(({ isOwn }) => isOwn).map(({ item }) => item)
    },
    readiness: readinessOf(
      taxa.filter(({ role }) => role === 'gather' || role === 'show').map(({ survey }) => survey),
      circumstances.drills,
      members.length
    ),
    librarySize: library.taxa.size
  };
  const times = planTimes(facts, wayAlong(pathOf(site.ground)));
  const kit = kitOf(facts, times.end, taxa);
  const lifts = await listLifts(db, walkId);
  return {
    walk,
    site,
    patches,
    stops,
    taxa,
    facts,
    times,
    kit,
    kitState,
    lifts,
    remarks: await listRemarks(db, walkId),
    checks: runChecks({ facts, times, kit }, standing(lifts)),
    circumstances,
    settings,
    library,
    confirmed,
    renamed,
    cohort,
    members,
    leaders,
    tide
  };
}

const kitOf = (facts: PlanFacts, end: number, taxa: readonly PlannedTaxon[]): KitItem[] =>
  proposeKit(
    facts,
    end,
    contactNames(
      facts.taxa,
      taxa.flatMap(({ survey }) => survey.pairs.map(({ lookalike }) => lookalike.taxon)),
      (taxon) => nameWithin(englishName(taxon))
    )
  );

/** What a group keeps away from, as lines and outlines. */
const dangersOfGround = ({ features }: Ground): PlanFacts['dangersOfGround'] =>
  features.flatMap(({ geometry, properties: { kind, name } }) => {
    if (!(kind in wayDangers)) return [];
    const isArea = geometry.type === 'Polygon';
    const line = isArea
      ? geometry.coordinates[0]!
      : geometry.type === 'Point'
        ? [geometry.coordinates]
        : geometry.coordinates;
    return [{ kind, name, edge: { line, isArea } }];
  });

/** Lifts that were not taken back. */
export const standing = (lifts: readonly LiftEntry[]): LiftEntry[] =>
  lifts.filter(({ takenBack }) => !takenBack);

/** Where the group meets: the first stop, else the middle of the site. */
export function meetingPlace({ stops, site }: Plan): { longitude: number; latitude: number } {
  const [first] = stops;
  if (first) return { longitude: first.longitude, latitude: first.latitude };
  return site.place ?? { longitude: 0, latitude: 0 };
}
