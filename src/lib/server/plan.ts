import type { Abundance, DrillRecord } from '$core/evidence';
import { centreOf, pathOf } from '$core/ground';
import { type Library, type LibraryTaxon } from '$core/knowledge';
import { type TimetableRow, minutesOf, timetable } from '$core/route';
import { type Check, type Circumstances, type Level, type Survey, runChecks, surveyTaxon } from '$core/walk';
import { confirmedClaims, sourcesFor } from './bookshelf';
import { libraryOf } from './library';
import { type Person, listCohorts, listPeople } from './people';
import type { SchoolDb } from './school';
import { type SchoolSettings, readSettings } from './schools';
import { listSightings, seasonOf } from './sightings';
import type { Viewer } from './sign-in';
import { type Patch, listPatches } from './patches';
import { type Site, readSite } from './sites';
import { type Stop, type StopTaxon, type Walk, listStops, readWalk } from './walks';

export interface PlannedTaxon extends StopTaxon {
  readonly entry: LibraryTaxon;
  readonly stop: Stop;
  readonly survey: Survey;
  readonly sources: number;
}

/** A walk with everything that follows from it. */
export interface Plan {
  readonly walk: Walk;
  readonly site: Site;
  readonly patches: readonly Patch[];
  readonly stops: readonly Stop[];
  readonly clock: readonly TimetableRow[];
  readonly taxa: readonly PlannedTaxon[];
  readonly checks: readonly Check[];
  readonly circumstances: Circumstances;
  readonly settings: SchoolSettings;
  readonly library: Library;
  readonly members: readonly Person[];
  readonly level: Level;
}

/** The members' latest answers to questions that showed a lookalike: 10 each, within 90 days. */
async function recentDrills(db: SchoolDb, personIds: readonly string[]): Promise<Map<string, DrillRecord[]>> {
  const { rows } = await db.query<{ pair: string; person_id: string; answers: number; mistaken: number }>(
    `select pair, person_id, count(*)::int as answers,
            count(*) filter (where outcome = 'dangerous gather')::int as mistaken
       from (select pair, person_id, outcome,
                    row_number() over (partition by pair, person_id order by effective_at desc, id desc) as latest
               from answer
              where is_dangerous_specimen and person_id = any ($1) and effective_at > domain_now() - interval '90 days') recent
      where latest <= 10 group by pair, person_id`,
    [personIds]
  );
  const byPair = new Map<string, Map<string, DrillRecord>>();
  for (const { pair, person_id, ...record } of rows)
    byPair.set(pair, (byPair.get(pair) ?? new Map<string, DrillRecord>()).set(person_id, record));
  const none: DrillRecord = { answers: 0, mistaken: 0 };
  return new Map([...byPair].map(([pair, people]) => [pair, personIds.map((id) => people.get(id) ?? none)]));
}

/** @returns undefined where the viewer cannot see such a walk */
export async function readPlan(db: SchoolDb, viewer: Viewer, walkId: string): Promise<Plan | undefined> {
  const walk = await readWalk(db, viewer, walkId);
  if (!walk) return undefined;
  const site = (await readSite(db, walk.siteId))!;
  const patches = await listPatches(db, site.id);
  const stops = await listStops(db, walkId);
  const settings = await readSettings(db);
  const library = await libraryOf(db);
  const confirmed = await confirmedClaims(db);
  const cohort = (await listCohorts(db)).find(({ id }) => id === walk.cohortId);
  const people = await listPeople(db);
  const members = people.filter(({ id }) => cohort?.members.includes(id));
  const season = seasonOf(library, site, await listSightings(db, site.id), walk.heldOn);
  const circumstances: Circumstances = {
    isoDate: walk.heldOn,
    calendar: season.calendar,
    habitats: site.habitats,
    mayDig: site.mayDig,
    policy: settings.policy,
    abundance: new Map<string, Abundance>(patches.map((patch) => [patch.taxon, patch.abundance])),
    drills: await recentDrills(
      db,
      members.map(({ id }) => id)
    )
  };
  const taxa = stops.flatMap((stop) =>
    stop.taxa.flatMap((planned): PlannedTaxon[] => {
      const entry = library.taxa.get(planned.taxon);
      if (!entry) return [];
      const survey = surveyTaxon(library, entry, planned.role, circumstances);
      return [
        {
          ...planned,
          entry,
          stop,
          survey,
          sources: sourcesFor(entry, confirmed, planned.role === 'gather' ? planned.part : undefined)
        }
      ];
    })
  );
  const level = cohort?.level ?? 'beginner';
  const checks = runChecks(
    {
      isoDate: walk.heldOn,
      today: viewer.today,
      level,
      groupSize: members.length,
      withoutConsent: members
        .filter(({ isMinor, guardianConsentOn }) => isMinor && !guardianConsentOn)
        .map(({ name }) => name),
      policy: settings.policy,
      emergencyNumbers: settings.emergencyNumbers,
      site,
      stopCount: stops.length,
      taxa: taxa.filter(({ role }) => role === 'gather' || role === 'show')
    },
    library
  );
  const clock = timetable(
    stops.map((stop) => ({ at: [stop.longitude, stop.latitude], minutes: stop.minutes })),
    pathOf(site.ground),
    minutesOf(walk.startsAt),
    walk.paceFactor
  );
  return {
    walk,
    site,
    patches,
    stops,
    clock,
    taxa,
    checks,
    circumstances,
    settings,
    library,
    members,
    level
  };
}

/** Where the group meets: the first stop, else the middle of the site. */
export function meetingPlace({ stops, site }: Plan): { longitude: number; latitude: number } {
  const [first] = stops;
  if (first) return { longitude: first.longitude, latitude: first.latitude };
  const [longitude, latitude] = centreOf(site.ground) ?? [0, 0];
  return { longitude: longitude!, latitude: latitude! };
}
