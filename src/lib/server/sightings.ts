import { z } from 'zod';
import { type Abundance, abundances } from '$core/evidence';
import { centreOf } from '$core/ground';
import { type Library, type LibraryTaxon, Stage } from '$core/knowledge';
import { type SeasonPlace, SiteSeason, addDays, dayOfYear, stageIsUp } from '$core/season';
import { libraryOf } from './library';
import { readPatch } from './patches';
import type { CameraNote, Picture } from './photographs';
import type { SchoolDb } from './school';
import type { Viewer } from './accounts';
import type { Site } from './sites';

/** What was seen at a site, and what it says of the season there. */

export const sayings = ['there', 'not yet', 'over'] as const;
export type Saying = (typeof sayings)[number];

export interface Sighting {
  readonly id: string;
  readonly patchId: string | undefined;
  readonly patch: string | undefined;
  readonly taxon: string;
  readonly stage: Stage;
  readonly says: Saying;
  readonly seenOn: string;
  readonly amount: Abundance | undefined;
  readonly note: string;
  readonly seenBy: string;
  readonly hasPicture: boolean;
}

/** A sighting as it comes from the field, with an id of its own making. */
export const SightingEvent = z.strictObject({
  id: z.uuid(),
  kind: z.literal('sighting'),
  siteId: z.uuid(),
  patchId: z.uuid(),
  stage: Stage,
  says: z.enum(sayings),
  seenOn: z.iso.date(),
  amount: z.enum(abundances).optional(),
  note: z.string().trim().max(500, 'At most 500 letters.').default('')
});
export type SightingEvent = z.infer<typeof SightingEvent>;

/** @returns what is wrong with it, or undefined where it can be kept */
function problemOf(
  taxon: LibraryTaxon | undefined,
  { stage, seenOn }: Pick<SightingEvent, 'stage' | 'seenOn'>,
  today: string
): string | undefined {
  if (!taxon) return 'The library has no such plant any more.';
  if (!taxon.stages.has(stage))
    return `${taxon.name} has no such stage in the library. It has ${[...taxon.stages.keys()].join(', ')}.`;
  if (seenOn > today) return `That day is still to come; today is ${today}.`;
  return undefined;
}

export type SightingResult =
  { readonly noted: true } | { readonly status: 400 | 403 | 404 | 409; readonly problem: string };

/** What is answered where a sighting of this id is kept already; undefined where there is none. */
async function sightingBefore(
  db: SchoolDb,
  viewer: Viewer,
  event: SightingEvent
): Promise<SightingResult | undefined> {
  const { rows } = await db.query<Record<string, string | null>>(
    `select patch_id as "patchId", stage, says, to_char(seen_on, 'YYYY-MM-DD') as "seenOn", note, amount, seen_by as by
       from sighting where id = $1`,
    [event.id]
  );
  const [before] = rows;
  if (!before) return undefined;
  const { patchId, stage, says, seenOn, note, amount = null } = event;
  const same: Record<string, string | null> = {
    patchId,
    stage,
    says,
    seenOn,
    note,
    amount,
    by: viewer.personId
  };
  return Object.entries(before).every(([key, value]) => same[key] === value)
    ? { noted: true }
    : { status: 409, problem: 'Another sighting has this id already.' };
}

/** Stores a sighting once: the same again is taken silently, another one under its id is refused. */
export async function recordSighting(
  db: SchoolDb,
  viewer: Viewer,
  event: SightingEvent
): Promise<SightingResult> {
  if (viewer.role === 'learner') return { status: 403, problem: 'Only those who teach note sightings.' };
  const patch = await readPatch(db, event.siteId, event.patchId);
  if (!patch) return { status: 404, problem: 'There is no such patch at this site.' };
  const before = await sightingBefore(db, viewer, event);
  if (before) return before;
  const taxon = (await libraryOf(db)).taxa.get(patch.taxon);
  const problem = problemOf(taxon, event, viewer.today);
  if (problem) return { status: 400, problem };
  const { rowCount } = await db.query(
    `insert into sighting (school_id, id, site_id, patch_id, taxon, stage, says, seen_on, amount, note, seen_by, effective_at)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12) on conflict do nothing`,
    [
      db.schoolId,
      event.id,
      event.siteId,
      event.patchId,
      patch.taxon,
      event.stage,
      event.says,
      event.seenOn,
      event.amount ?? null,
      event.note,
      viewer.personId,
      db.now
    ]
  );
  // The same came in meanwhile on another connection.
  if (!rowCount) return (await sightingBefore(db, viewer, event))!;
  // What was seen last of how much there is holds for the patch.
  if (event.amount) await db.query('update patch set abundance = $2 where id = $1', [patch.id, event.amount]);
  return { noted: true };
}

/** @returns false where there is no such sighting at the site, or it has a picture already */
export async function addSightingPicture(
  db: SchoolDb,
  siteId: string,
  sightingId: string,
  { jpeg, width, height }: Picture,
  taken: CameraNote
): Promise<boolean> {
  const { rowCount } = await db.query(
    `insert into sighting_picture (school_id, sighting_id, jpeg, width, height, taken_at, longitude, latitude)
     select school_id, id, $3, $4, $5, $6, $7, $8 from sighting where site_id = $1 and id = $2
     on conflict do nothing`,
    [
      siteId,
      sightingId,
      jpeg,
      width,
      height,
      taken.at ?? null,
      taken.place?.longitude ?? null,
      taken.place?.latitude ?? null
    ]
  );
  return rowCount === 1;
}

export async function readSightingPicture(
  db: SchoolDb,
  siteId: string,
  sightingId: string
): Promise<Buffer | undefined> {
  const { rows } = await db.query<{ jpeg: Buffer }>(
    `select jpeg from sighting_picture join sighting using (school_id)
      where sighting.id = sighting_id and site_id = $1 and sighting_id = $2`,
    [siteId, sightingId]
  );
  return rows[0]?.jpeg;
}

/** What was seen at a site up to now, the latest first. */
export async function listSightings(db: SchoolDb, siteId: string): Promise<Sighting[]> {
  const { rows } = await db.query<{ [K in keyof Sighting]: Exclude<Sighting[K], undefined> | null }>(
    `select sighting.id, patch_id as "patchId", patch.name as patch, sighting.taxon, stage, says,
            to_char(seen_on, 'YYYY-MM-DD') as "seenOn", amount, sighting.note, person.name as "seenBy",
            exists (select 1 from sighting_picture p
                     where p.school_id = sighting.school_id and p.sighting_id = sighting.id) as "hasPicture"
       from sighting join person on person.school_id = sighting.school_id and person.id = seen_by
            left join patch on patch.school_id = sighting.school_id and patch.id = patch_id
      where sighting.site_id = $1 and effective_at <= $2
      order by seen_on desc, effective_at desc, sighting.id`,
    [siteId, db.now]
  );
  return rows.map((row) => ({
    ...(row as Sighting),
    patchId: row.patchId ?? undefined,
    patch: row.patch ?? undefined,
    amount: row.amount ?? undefined
  }));
}

export async function removeSighting(db: SchoolDb, siteId: string, id: string): Promise<boolean> {
  const { rowCount } = await db.query('delete from sighting where site_id = $1 and id = $2', [siteId, id]);
  return rowCount === 1;
}

/** Seasons that were worked out, the latest used last: they follow from the library, the place and what was seen. */
const knownSeasons = new WeakMap<Library, Map<string, SiteSeason>>();
const mostSeasons = 40;

function keptSeason(library: Library, key: string, make: () => SiteSeason): SiteSeason {
  let known = knownSeasons.get(library);
  if (!known) knownSeasons.set(library, (known = new Map()));
  const season = known.get(key) ?? make();
  known.delete(key);
  known.set(key, season);
  if (known.size > mostSeasons) known.delete(known.keys().next().value!);
  return season;
}

/** The season of a site in the year of a date, by its place and by what was seen there in that year. */
export function seasonOf(
  library: Library,
  site: Pick<Site, 'ground' | 'altitudeMetres'>,
  sightings: readonly Pick<Sighting, 'taxon' | 'stage' | 'says' | 'seenOn'>[],
  isoDate: string
): SiteSeason {
  const reference = library.referencePlace;
  const latitude = centreOf(site.ground)?.[1] ?? reference.latitude;
  const place: SeasonPlace = { latitude, altitudeMetres: site.altitudeMetres ?? reference.altitudeMetres };
  const stages = (taxon: string) => library.taxa.get(taxon)?.stages;
  const at = `${place.latitude} ${place.altitudeMetres}`;
  const before = keptSeason(library, at, () => new SiteSeason(place, reference, [], stages));
  const sighted = sightings
    .filter(({ seenOn }) => seenOn <= isoDate && seenOn.slice(0, 4) === isoDate.slice(0, 4))
    .map(({ taxon, stage, says, seenOn }) => ({ taxon, stage, says, day: dayOfYear(seenOn) }));
  return sighted.length === 0
    ? before
    : keptSeason(
        library,
        `${at} ${JSON.stringify(sighted)}`,
        () => new SiteSeason(place, reference, sighted, stages, before)
      );
}

export interface ForecastStage {
  readonly stage: Stage;
  readonly probability: number;
  /** Dates, where the stage is due soon: when half of it has come, with the 80 % range. */
  readonly due?: { readonly expected: string; readonly low: string; readonly high: string };
}

/**
 * The stages of a taxon that are up on a date or due soon after it, the likeliest first.
 * @param setBack days by which growth in the patch is behind the season, after mowing or flood
 */
export function forecastStages(
  season: SiteSeason,
  taxon: LibraryTaxon,
  isoDate: string,
  setBack = 0
): ForecastStage[] {
  const day = dayOfYear(addDays(isoDate, -setBack));
  const date = (days: number) => addDays(isoDate, days);
  return [...taxon.stages.values()]
    .map((stage) => season.stageOn(taxon.slug, stage, day))
    .filter(({ state, probability }) => state === 'due soon' || probability >= stageIsUp)
    .sort((a, b) => b.probability - a.probability)
    .map(({ stage, probability, state, half }) => ({
      stage,
      probability,
      ...(state === 'due soon'
        ? { due: { expected: date(half.expected), low: date(half.low), high: date(half.high) } }
        : {})
    }));
}
