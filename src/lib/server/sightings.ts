import { v7 as uuid } from 'uuid';
import { centreOf } from '$core/ground';
import type { Library, LibraryTaxon, Stage } from '$core/knowledge';
import { SiteSeason, addDays, dayOfYear, stageIsUp } from '$core/season';
import type { SchoolDb } from './school';
import type { Viewer } from './sign-in';
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
  readonly note: string;
  readonly seenBy: string;
}

export type NewSighting = Pick<Sighting, 'taxon' | 'stage' | 'says' | 'seenOn' | 'note'> & {
  readonly patchId: string;
};

/** @returns what is wrong with it, or undefined where it can be kept */
export function problemOf(
  taxon: LibraryTaxon | undefined,
  { stage, seenOn }: Pick<NewSighting, 'stage' | 'seenOn'>,
  today: string
): { readonly field: 'patch' | 'stage' | 'seenOn'; readonly message: string } | undefined {
  if (!taxon) return { field: 'patch', message: 'Choose a patch of this site.' };
  if (!taxon.stages.has(stage))
    return {
      field: 'stage',
      message: `${taxon.name} has no such stage in the library. It has ${[...taxon.stages.keys()].join(', ')}.`
    };
  if (seenOn > today) return { field: 'seenOn', message: `That day is still to come; today is ${today}.` };
  return undefined;
}

export async function addSighting(
  db: SchoolDb,
  viewer: Viewer,
  siteId: string,
  { taxon, stage, says, seenOn, note, patchId }: NewSighting
): Promise<void> {
  await db.query(
    `insert into sighting (school_id, id, site_id, patch_id, taxon, stage, says, seen_on, note, seen_by, effective_at)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)`,
    [db.schoolId, uuid(), siteId, patchId, taxon, stage, says, seenOn, note, viewer.personId, db.now]
  );
}

/** What was seen at a site up to now, the latest first. */
export async function listSightings(db: SchoolDb, siteId: string): Promise<Sighting[]> {
  const { rows } = await db.query<{ [K in keyof Sighting]: Exclude<Sighting[K], undefined> | null }>(
    `select sighting.id, patch_id as "patchId", patch.name as patch, sighting.taxon, stage, says,
            to_char(seen_on, 'YYYY-MM-DD') as "seenOn", sighting.note, person.name as "seenBy"
       from sighting join person on person.school_id = sighting.school_id and person.id = seen_by
            left join patch on patch.school_id = sighting.school_id and patch.id = patch_id
      where sighting.site_id = $1 and effective_at <= $2
      order by seen_on desc, effective_at desc, sighting.id`,
    [siteId, db.now]
  );
  return rows.map((row) => ({
    ...(row as Sighting),
    patchId: row.patchId ?? undefined,
    patch: row.patch ?? undefined
  }));
}

export async function removeSighting(db: SchoolDb, siteId: string, id: string): Promise<boolean> {
  const { rowCount } = await db.query('delete from sighting where site_id = $1 and id = $2', [siteId, id]);
  return rowCount === 1;
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
  return new SiteSeason(
    { latitude, altitudeMetres: site.altitudeMetres ?? reference.altitudeMetres },
    reference,
    sightings
      .filter(({ seenOn }) => seenOn <= isoDate && seenOn.slice(0, 4) === isoDate.slice(0, 4))
      .map(({ taxon, stage, says, seenOn }) => ({ taxon, stage, says, day: dayOfYear(seenOn) })),
    (taxon) => library.taxa.get(taxon)?.stages
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
