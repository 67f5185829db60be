import { counted, longDate } from '$core/words';
import { v7 as uuid } from 'uuid';
import { gridReference } from '$core/place';
import { z } from 'zod';
import { englishName } from '$core/knowledge';
import { clockTime } from '$core/route';
import {
  BriefDocument,
  type BriefInput,
  type Change,
  briefDifferences,
  composeBrief,
  enoughSources,
  dangersOf,
  holdsBack,
  outlineBrief
} from '$core/walk';
import { type Plan, meetingPlace } from './plan';
import type { SchoolDb } from '../database/school';
import type { Viewer } from '../accounts';
import type { Site } from '../ground/sites';
import { insert } from '../database/insert';
import { Identified, rowOf, rowsOf } from '../database/rows';

const Brief = z.object({
  id: z.string(),
  version: z.number(),
  publishedBy: z.string(),
  effectiveAt: z.date(),
  document: BriefDocument
});
export type Brief = Readonly<z.infer<typeof Brief>>;

function permissionInWords(site: Site): string {
  if (!site.mayPick) return 'No leave to pick is recorded: nothing is gathered.';
  const granted = ['pick', ...(site.mayDig ? ['dig'] : []), ...(site.mayFire ? ['make fire'] : [])];
  const refused = [...(site.mayDig ? [] : ['dig']), ...(site.mayFire ? [] : ['make fire'])];
  return `Leave to ${granted.join(' and ')}${refused.length > 0 ? `, not to ${refused.join(' or ')}` : ''}${site.permissionFrom ? `, given by ${site.permissionFrom}` : ''}${site.permissionUntil ? `, until ${longDate(site.permissionUntil)}` : ''}.`;
}

/** The point at which an ambulance meets the group, where the site's map has one. */
function accessOf({ ground }: Site): BriefDocument['front']['access'] {
  const feature = ground.features.find(({ properties }) => properties.kind === 'access point');
  if (feature?.geometry.type !== 'Point') return undefined;
  const [longitude, latitude] = feature.geometry.coordinates;
  const at = { longitude, latitude };
  return { ...at, gridReference: gridReference(at) };
}

/** Part 1 of a brief, as the plan stands. */
export function frontOf(plan: Plan): BriefDocument['front'] {
  const { walk, site, settings, times, facts, tide, kit, kitState } = plan;
  const isWalk = walk.kind === 'walk';
  const meeting = meetingPlace(plan);
  const needsTide = isWalk && facts.stops.some(({ isOnShore }) => isOnShore);
  const isStruck = (key: string) => facts.kit.struck.includes(key);
  return {
    site: site.name,
    venue: walk.venue,
    accessPoint: isWalk ? (site.accessPoint ?? '') : walk.venue,
    nearestRoad: isWalk ? site.nearestRoad : '',
    phoneSignal: isWalk ? site.phoneSignal : '',
    toilets: isWalk ? site.toilets : '',
    permission: permissionInWords(site),
    localRules: [site.designation, site.localRules].filter(Boolean).join('. '),
    law: plan.library.region.law,
    leader: walk.leaderName,
    otherLeaders: walk.otherLeaders.map(({ name }) => name),
    cohort: walk.cohortName ?? 'no group yet',
    emergencyNumbers: settings.emergencyNumbers,
    meeting: { ...meeting, gridReference: gridReference(meeting) },
    access: isWalk ? accessOf(site) : undefined,
    due: clockTime(times.due),
    turningBack:
      times.turningBack && isWalk
        ? {
            stop: plan.stops[times.turningBack.stop]!.name,
            by: clockTime(times.turningBack.at)
          }
        : undefined,
    drops: isWalk
      ? times.drops.slice(0, 3).map(({ stop, minutes }) => ({ stop: plan.stops[stop]!.name, minutes }))
      : [],
    tide: needsTide
      ? (tide?.windows ?? [])
          .map(
            ({ from, until, low, lowMetres }) =>
              `Shore open ${from} to ${until}, low water ${low} (${lowMetres.toFixed(1)} m)`
          )
          .join('; ')
      : '',
    light:
      facts.light && isWalk
        ? `Sunrise ${clockTime(facts.light.sunrise)}, sunset ${clockTime(facts.light.sunset)}`
        : '',
    kit: [
      ...kit
        .filter(({ key }) => !isStruck(key))
        .map(({ label, why, carriedBy }) => ({ label, why, carriedBy })),
      ...kitState
        .filter(({ isOwn }) => isOwn)
        .map(({ item }) => ({ label: item, why: 'added by the leaders', carriedBy: 'leaders' as const }))
    ],
    weather: [...walk.weather]
  };
}

const specimensInWords = (count: number, handling: string) =>
  `${counted(count, 'specimen')}, ${handling === 'bagged' ? 'in closed, clear, labelled bags, counted out and in' : 'counted out and in'}`;

/** The plan as the brief needs it. */
function briefInput(plan: Plan): BriefInput {
  const { walk, site, stops, times, taxa, facts } = plan;
  return {
    walk: {
      kind: walk.kind,
      name: walk.name,
      isoDate: walk.heldOn,
      start: walk.startsAt,
      end: clockTime(times.end),
      timeZone: site.timeZone
    },
    front: frontOf(plan),
    stops: stops.map((stop, i) => ({
      number: stop.position,
      name: stop.name,
      arrive: clockTime(times.rows[i]!.arrive),
      leave: clockTime(times.rows[i]!.leave),
      minutes: stop.minutes,
      legMetres: Math.round(times.rows[i]!.legMetres),
      legMinutes: times.rows[i]!.legMinutes,
      talkingPoints: stop.talkingPoints,
      activity: stop.activity,
      longitude: stop.longitude,
      latitude: stop.latitude,
      isRare: plan.patches.find(({ id }) => id === stop.patchId)?.abundance === 'rare',
      taxa: taxa
        .filter((planned) => planned.stop.id === stop.id)
        .map(({ entry, role, part, portion, reason, specimens, handling }) => ({
          name: englishName(entry),
          scientific: entry.name,
          role,
          part,
          portion,
          reason,
          specimens: specimens === null ? '' : specimensInWords(specimens, handling)
        }))
    })),
    dangers: dangersOf(facts),
    bites:
      walk.kind === 'walk'
        ? facts.animals.map(({ name, firstAid }) => ({ name, firstAid: [...firstAid] }))
        : [],
    ...(walk.kind === 'walk' && {
      map: {
        ground: site.ground,
        route: [...times.legs, ...(times.wayBack ? [times.wayBack] : [])].map(({ line }) =>
          line.map((at) => at.slice(0, 2).map((degrees) => Math.round(degrees * 1e6) / 1e6))
        )
      }
    }),
    learners: facts.group.learners,
    remarks: plan.remarks,
    isConfirmed: (claim) => (plan.confirmed.get(claim) ?? 0) >= enoughSources,
    planned: taxa.map(({ survey, role, part, portion, piecesEach, stop }) => ({
      survey,
      role,
      part,
      portion,
      piecesEach: piecesEach ?? undefined,
      stopName: stop.name
    }))
  };
}

export type PublishResult = { readonly version: number } | { readonly problem: string };

/** A brief as it would be published now, with its drawings, stored nowhere. */
export const previewBrief = (plan: Plan) => composeBrief(plan.library, briefInput(plan), plan.circumstances);

/** Stores a snapshot of the plan as the next version of the brief. A ledger with a stop holds it back. */
export async function publishBrief(db: SchoolDb, viewer: Viewer, plan: Plan): Promise<PublishResult> {
  if (plan.walk.calledOff) return { problem: 'Not published: the walk was called off.' };
  if (holdsBack(plan.checks)) {
    const stops = plan.checks
      .filter(({ state }) => state === 'stop')
      .map(({ title }) => title.replace(/^Stop: /, ''));
    return { problem: `Not published. Mend first: ${stops.join('; ')}.` };
  }
  const { document, drawings } = previewBrief(plan);
  const id = uuid();
  // Two people who publish at once get two versions, not an error.
  await db.query('select pg_advisory_xact_lock(hashtext($1))', [plan.walk.id]);
  const stored = await rowOf(
    db,
    z.object({ version: z.number() }),
    `insert into brief (school_id, id, walk_id, version, published_by, effective_at, library_hash, document)
     select $1, $2, $3, coalesce(max(version), 0) + 1, $4, $5, $6, $7 from brief where walk_id = $3
     returning version`,
    [db.schoolId, id, plan.walk.id, viewer.personId, db.now, plan.library.hash, document]
  );
  await db.query(
    'insert into brief_plate (school_id, brief_id, id, svg) select $1, $2, * from unnest($3::text[], $4::text[])',
    [db.schoolId, id, [...drawings.keys()], [...drawings.values()]]
  );
  // Who publishes has seen what it says.
  await confirmBrief(db, id, viewer.personId);
  return { version: stored!.version };
}

/** The newest brief of each of some walks, by walk. */
export async function newestBriefIds(
  db: SchoolDb,
  walkIds: readonly string[]
): Promise<ReadonlyMap<string, string>> {
  const rows = await rowsOf(
    db,
    z.object({ walk: z.string(), id: z.string() }),
    `select distinct on (walk_id) walk_id as walk, id from brief where walk_id = any ($1)
      order by walk_id, version desc`,
    [walkIds]
  );
  return new Map(rows.map(({ walk, id }) => [walk, id]));
}

/** The newest brief of a walk, or the one with a version. */
export async function readBrief(db: SchoolDb, walkId: string, version?: number): Promise<Brief | undefined> {
  return rowOf(
    db,
    Brief,
    `select brief.id, version, person.name as "publishedBy", effective_at as "effectiveAt", document
       from brief join person on person.school_id = brief.school_id and person.id = brief.published_by
      where walk_id = $1 and ($2::int is null or version = $2) order by version desc limit 1`,
    [walkId, version ?? null]
  );
}

/** How the plan has moved on since the brief was published; nothing where it still says the same. */
export const changesSince = ({ document }: Brief, plan: Plan): Change[] =>
  briefDifferences(document, outlineBrief(plan.library, briefInput(plan)));

/** What a version says otherwise than the one before it. */
export async function changesOfVersion(
  db: SchoolDb,
  walkId: string,
  brief: Brief,
  asShown: (document: BriefDocument) => BriefDocument = (document) => document
): Promise<Change[]> {
  if (brief.version === 1) return [];
  const before = await readBrief(db, walkId, brief.version - 1);
  return before ? briefDifferences(asShown(before.document), asShown(brief.document)) : [];
}

export async function readBriefPlate(
  db: SchoolDb,
  walkId: string,
  plateId: string
): Promise<string | undefined> {
  const plate = await rowOf(
    db,
    z.object({ svg: z.string() }),
    `select svg from brief_plate join brief on brief.school_id = brief_plate.school_id and brief.id = brief_id
      where walk_id = $1 and brief_plate.id = $2 limit 1`,
    [walkId, plateId]
  );
  return plate?.svg;
}

/** All drawings of one brief, by id. */
export async function readBriefPlates(db: SchoolDb, briefId: string): Promise<Map<string, string>> {
  const rows = await rowsOf(
    db,
    z.object({ id: z.string(), svg: z.string() }),
    'select id, svg from brief_plate where brief_id = $1',
    [briefId]
  );
  return new Map(rows.map(({ id, svg }) => [id, svg]));
}

export async function markRead(db: SchoolDb, briefId: string, personId: string): Promise<void> {
  await insert(db, 'brief_reading', { briefId, personId, effectiveAt: db.now }, 'nothing');
}

/** Who has read a brief, and on which day. */
export async function readersOf(
  db: SchoolDb,
  briefId: string
): Promise<{ personId: string; name: string; on: string }[]> {
  return rowsOf(
    db,
    z.object({ personId: z.string(), name: z.string(), on: z.string() }),
    `select person_id as "personId", name, to_char(effective_at, 'YYYY-MM-DD') as on
       from brief_reading join person on person.school_id = brief_reading.school_id and person.id = person_id
      where brief_id = $1 order by name`,
    [briefId]
  );
}

/** A leader says that they go by this version. */
export async function confirmBrief(db: SchoolDb, briefId: string, personId: string): Promise<void> {
  await insert(db, 'brief_confirmation', { briefId, personId, effectiveAt: db.now }, 'nothing');
}

/** People who have confirmed a version. */
export async function confirmersOf(db: SchoolDb, briefId: string): Promise<Set<string>> {
  const rows = await rowsOf(
    db,
    Identified,
    'select person_id as id from brief_confirmation where brief_id = $1',
    [briefId]
  );
  return new Set(rows.map(({ id }) => id));
}
