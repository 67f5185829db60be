import { englishName, nameIn, isDangerous, type Library, type LibraryTaxon } from '$core/knowledge';
import { type SiteSeason, addDays, dayOfYear, halves } from '$core/season';
import { type PlantYear, type Standing, YearAtSite, standingOn } from '$core/year';
import { listPatches } from '../ground/patches';
import type { SchoolDb } from '../database/school';
import { readSettings } from '../school/schools';
import { type Sighting, seasonOf } from './sightings';
import type { Site } from '../ground/sites';

/** The year of a site's plants as it is drawn: bands, lookalikes, what was seen, and how things stand today. */

export interface StripRow {
  readonly slug: string;
  readonly name: string;
  readonly scientific: string;
  readonly isDanger: boolean;
  readonly year: PlantYear;
  /** Names of its lookalikes, by slug. */
  readonly names: Readonly<Record<string, string>>;
  readonly seen: readonly { readonly day: number; readonly says: Sighting['says']; readonly stage: string }[];
  readonly standing: StandingByDate | undefined;
}

/** How a plant stands, with dates in place of days. */
export type StandingByDate = {
  readonly stage: string;
} & (
  | {
      readonly kind: 'ready';
      readonly percent: number;
      readonly also: readonly string[];
      readonly untold?: { readonly until: string | undefined };
    }
  | {
      readonly kind: 'due' | 'later' | 'over';
      readonly isUp?: boolean;
      readonly expected: string;
      readonly low: string;
      readonly high: string;
      readonly isTold: boolean;
    }
);

export function byDate(standing: Standing, today: string): StandingByDate {
  const date = (days: number) => addDays(today, days);
  if (standing.kind === 'ready') {
    const { untold, ...rest } = standing;
    return untold
      ? { ...rest, untold: { until: untold.until === undefined ? undefined : date(untold.until) } }
      : rest;
  }
  const { expected, low, high } = standing;
  return { ...standing, expected: date(expected), low: date(low), high: date(high) };
}

/** The plants of a library through the year of a date at a site, by a season. */
export async function yearAtSite(
  db: SchoolDb,
  library: Library,
  site: Pick<Site, 'id' | 'habitats' | 'mayDig'>,
  season: SiteSeason
): Promise<YearAtSite> {
  const { policy } = await readSettings(db);
  const patches = await listPatches(db, site.id);
  return new YearAtSite(library, {
    habitats: site.habitats,
    mayDig: site.mayDig,
    scentCounts: policy.scentCounts,
    calendar: season.calendar,
    abundance: new Map(patches.map(({ taxon, abundance }) => [taxon, abundance]))
  });
}

export function stripRows(
  library: Library,
  years: YearAtSite,
  season: SiteSeason,
  sightings: readonly Sighting[],
  taxa: readonly string[],
  today: string
): StripRow[] {
  const nameOf = nameIn(library);
  return taxa.flatMap((slug): StripRow[] => {
    const taxon = library.taxa.get(slug);
    if (!taxon) return [];
    const year = years.of(taxon);
    const standing = standingOn(season, taxon, year, dayOfYear(today));
    return [
      {
        slug,
        name: englishName(taxon),
        scientific: taxon.name,
        isDanger: isDangerous(taxon),
        year,
        names: Object.fromEntries(year.lookalikes.map((one) => [one.taxon, nameOf(one.taxon)])),
        seen: sightings
          .filter((one) => one.taxon === slug && one.seenOn.slice(0, 4) === today.slice(0, 4))
          .map(({ seenOn, says, stage }) => ({ day: dayOfYear(seenOn), says, stage })),
        standing: standing && byDate(standing, today)
      }
    ];
  });
}

/** What the sightings say of the site's year, and which of them say it. */
export function shiftsOf(library: Library, season: SiteSeason, before: SiteSeason) {
  return halves.map((half) => ({
    half,
    ...season.shift(half),
    density: season.density(half),
    unseen: before.density(half),
    influences: season
      .influences(half)
      .map(({ taxon, days }) => ({ name: englishName(library.taxa.get(taxon)!), days }))
      .sort((a, b) => Math.abs(b.days) - Math.abs(a.days))
  }));
}

/** What the latest day of sightings moved: the next coming of stages before and after it. */
export interface Moved {
  readonly on: string;
  readonly seen: readonly Pick<Sighting, 'taxon' | 'stage' | 'says' | 'seenBy'>[];
  readonly stages: readonly {
    readonly name: string;
    readonly stage: string;
    readonly days: number;
    readonly expected: string;
  }[];
}

/** How far ahead a move is worth telling. */
const nearDays = 150;

export function lastMoves(
  library: Library,
  site: Site,
  sightings: readonly Sighting[],
  taxa: readonly LibraryTaxon[],
  today: string
): Moved | undefined {
  const ofYear = sightings.filter(
    ({ seenOn }) => seenOn <= today && seenOn.slice(0, 4) === today.slice(0, 4)
  );
  const on = ofYear.reduce((latest, { seenOn }) => (seenOn > latest ? seenOn : latest), '');
  if (!on) return undefined;
  const [after, before] = [ofYear, ofYear.filter(({ seenOn }) => seenOn !== on)].map((some) =>
    seasonOf(library, site, some, today)
  );
  const day = dayOfYear(today);
  const stages = taxa
    .flatMap((taxon) =>
      [...taxon.stages.values()].map((stage) => {
        const [now, then] = [after!, before!].map(
          (season) => season.comingOf(taxon.slug, stage, day).expected
        );
        return { name: englishName(taxon), stage: stage.stage, days: now! - then!, ahead: now! };
      })
    )
    .filter(({ days, ahead }) => days !== 0 && ahead > 0 && ahead <= nearDays)
    .sort((a, b) => Math.abs(b.days) - Math.abs(a.days) || a.ahead - b.ahead)
    .map(({ ahead, ...rest }) => ({ ...rest, expected: addDays(today, ahead) }));
  return { on, seen: ofYear.filter(({ seenOn }) => seenOn === on), stages };
}
