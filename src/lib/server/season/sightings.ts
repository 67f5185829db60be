import { longDate } from '$core/words';
import { z } from 'zod';
import { abundances } from '$core/evidence';
import type { SightingEvent } from '$core/field';
import { type Library, type LibraryTaxon, type Stage, stageNames } from '$core/knowledge';
import {
  type SeasonPlace,
  SiteSeason,
  addDays,
  dayOfYear,
  growingYearBegins,
  sayings,
  stageIsUp
} from '$core/season';
import { libraryOf } from '../library/library';
import { readPatch } from '../ground/patches';
import type { CameraNote, Picture } from '../library/photographs';
import { type Arrival, standing, storeOnce } from '../events/store';
import { maybe, rowOf, rowsOf } from '../database/rows';
import { type SchoolDb, withSchool } from '../database/school';
import type { Viewer } from '../accounts';
import { mayScout } from './learners-scout';
import { type Site, regionOfSite } from '../ground/sites';

/** What was seen at a site, and what it says of the season there. */

const Sighting = z.object({
  id: z.string(),
  patchId: maybe(z.string()),
  patch: maybe(z.string()),
  taxon: z.string(),
  stage: z.enum(stageNames),
  says: z.enum(sayings),
  seenOn: z.string(),
  amount: maybe(z.enum(abundances)),
  note: z.string(),
  seenBy: z.string(),
  hasPicture: z.boolean()
});
export type Sighting = Readonly<z.infer<typeof Sighting>>;

/** @returns what is wrong with it, or undefined where it can be kept */
function problemOf(
  taxon: LibraryTaxon | undefined,
  { stage, seenOn }: Pick<SightingEvent, 'stage' | 'seenOn'>,
  today: string
): string | undefined {
  if (!taxon) return 'The library has no such plant any more.';
  if (!taxon.stages.has(stage))
    return `${taxon.name} has no such stage in the library. It has ${[...taxon.stages.keys()].join(', ')}.`;
  if (seenOn > today) return `That day is still to come; today is ${longDate(today)}.`;
  return undefined;
}

export type SightingResult =
  { readonly noted: true } | { readonly status: 400 | 403 | 404 | 409; readonly problem: string };

/** Why a sighting cannot be kept; else the taxon of its patch. */
const judge = (
  viewer: Viewer,
  event: SightingEvent
): Promise<{ readonly taxon: string } | Exclude<SightingResult, { noted: true }>> =>
  withSchool(viewer.schoolId, async (db) => {
    if (!(await mayScout(db, viewer))(event.patchId))
      return { status: 403, problem: 'Only those who teach note what is up there.' };
    const patch = await readPatch(db, event.siteId, event.patchId);
    if (!patch) return { status: 404, problem: 'There is no such patch at this site.' };
    const problem = problemOf(
      (await libraryOf(db, await regionOfSite(db, event.siteId))).taxa.get(patch.taxon),
      event,
      viewer.today
    );
    return problem ? { status: 400, problem } : { taxon: patch.taxon };
  });

/**
 * Stores a sighting once: the same again is taken silently, whatever became of its patch since; another one under its
 * id is refused.
 */
export async function recordSighting(
  viewer: Viewer,
  event: SightingEvent,
  arrival: Arrival = {}
): Promise<SightingResult> {
  const judged = await judge(viewer, event);
  const stored =
    'problem' in judged
      ? await standing(viewer.schoolId, 'sighting', event)
      : await storeOnce(viewer.schoolId, 'sighting', event, arrival, {
          site_id: event.siteId,
          patch_id: event.patchId,
          taxon: judged.taxon,
          stage: event.stage,
          says: event.says,
          seen_on: event.seenOn,
          amount: event.amount,
          note: event.note,
          seen_by: viewer.personId
        });
  if (stored === 'new' || stored === 'same') return { noted: true };
  return 'problem' in judged && stored === undefined
    ? judged
    : { status: 409, problem: 'Another sighting has this id already.' };
}

/**
 * Somebody who learns adds a picture to a sighting of their own alone.
 * @returns false where there is no such sighting at the site, or it has a picture already
 */
export async function addSightingPicture(
  db: SchoolDb,
  viewer: Viewer,
  siteId: string,
  sightingId: string,
  { jpeg, width, height }: Picture,
  taken: CameraNote
): Promise<boolean> {
  const { rowCount } = await db.query(
    `insert into sighting_picture (school_id, sighting_id, jpeg, width, height, taken_at, longitude, latitude)
     select school_id, id, $3, $4, $5, $6, $7, $8 from sighting where site_id = $1 and id = $2
        and ($9::uuid is null or seen_by = $9)
     on conflict do nothing`,
    [
      siteId,
      sightingId,
      jpeg,
      width,
      height,
      taken.at ?? null,
      taken.place?.longitude ?? null,
      taken.place?.latitude ?? null,
      viewer.role === 'learner' ? viewer.personId : null
    ]
  );
  return rowCount === 1;
}

export async function readSightingPicture(
  db: SchoolDb,
  siteId: string,
  sightingId: string
): Promise<Buffer | undefined> {
  const picture = await rowOf(
    db,
    z.object({ jpeg: z.instanceof(Buffer) }),
    `select jpeg from sighting_picture join sighting using (school_id)
      where sighting.id = sighting_id and site_id = $1 and sighting_id = $2`,
    [siteId, sightingId]
  );
  return picture?.jpeg;
}

/** What was seen at a site up to now, the latest first. */
export function listSightings(db: SchoolDb, siteId: string): Promise<Sighting[]> {
  return rowsOf(
    db,
    Sighting,
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
  site: Pick<Site, 'place' | 'altitudeMetres'>,
  sightings: readonly Pick<Sighting, 'taxon' | 'stage' | 'says' | 'seenOn'>[],
  isoDate: string
): SiteSeason {
  const reference = library.referencePlace;
  const latitude = site.place?.latitude ?? reference.latitude;
  const place: SeasonPlace = {
    latitude,
    altitudeMetres: site.altitudeMetres ?? reference.altitudeMetres,
    longitude: site.place?.longitude
  };
  const stages = (taxon: string) => library.taxa.get(taxon)?.stages;
  const at = `${place.latitude} ${place.longitude} ${place.altitudeMetres}`;
  const before = keptSeason(library, at, () => new SiteSeason(place, reference, [], stages));
  const sighted = sightings
    .filter(({ seenOn }) => seenOn <= isoDate && seenOn >= growingYearBegins(isoDate, latitude))
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
  /** Where nothing is up and nothing due soon: when it comes, or comes again in another year. */
  readonly next?: { readonly expected: string; readonly isAgain: boolean };
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
  const stages = [...taxon.stages.values()].map((stage) => season.stageOn(taxon.slug, stage, day));
  const shown = stages
    .filter(({ state, probability }) => state === 'due soon' || probability >= stageIsUp)
    .sort((a, b) => b.probability - a.probability)
    .map(({ stage, probability, state, half }) => ({
      stage,
      probability,
      ...(state === 'due soon'
        ? { due: { expected: date(half.expected), low: date(half.low), high: date(half.high) } }
        : {})
    }));
  if (shown.length > 0) return shown;
  return stages
    .map(({ stage, probability, half: { expected } }) => ({
      stage,
      probability,
      days: expected > 0 ? expected : expected + 365
    }))
    .sort((a, b) => a.days - b.days)
    .slice(0, 1)
    .map(({ days, ...one }) => ({
      ...one,
      next: { expected: date(days), isAgain: date(days).slice(0, 4) !== isoDate.slice(0, 4) }
    }));
}
