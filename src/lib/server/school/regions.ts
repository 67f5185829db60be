import { z } from 'zod';
import { regionsAt } from '$core/knowledge';
import type { Place } from '$core/place';
import { rowOf, rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';
import { regionsOf } from '../library/library';
import type { Viewer } from '../accounts';
import { inSchoolOf } from '../request/guard';

/** The regions in which a school works, of those that its release of the library has. */

export interface SchoolRegion {
  readonly slug: string;
  readonly title: string;
  /** The school works there. */
  readonly isOwn: boolean;
  /** It has ground there, in use or put away. */
  readonly sites: number;
}

/** All of the release, those of the school first, in its order. */
export async function listRegions(db: SchoolDb): Promise<SchoolRegion[]> {
  const own = await ownRegions(db);
  const sites = await rowsOf(
    db,
    z.object({ region: z.string(), sites: z.number() }),
    'select region, count(*)::int as sites from site group by region'
  );
  const rank = (slug: string) => (own.includes(slug) ? own.indexOf(slug) : own.length);
  return (await regionsOf(db))
    .map(({ slug, title }) => ({
      slug,
      title,
      isOwn: own.includes(slug),
      sites: sites.find(({ region }) => region === slug)?.sites ?? 0
    }))
    .sort((a, b) => rank(a.slug) - rank(b.slug));
}

const ownRegions = async (db: SchoolDb): Promise<string[]> =>
  (await rowOf(db, z.object({ regions: z.array(z.string()) }), 'select regions from school'))!.regions;

/**
 * Says where the school works.
 * @param regions the one that holds where nothing else is said comes first
 * @returns what speaks against it
 */
export async function workIn(db: SchoolDb, regions: readonly string[]): Promise<string | undefined> {
  const known = await listRegions(db);
  const wanted = [...new Set(regions)].filter((slug) => known.some((one) => one.slug === slug));
  if (wanted.length === 0) return 'A school works in one region at least.';
  const [left] = known.filter(({ slug, isOwn, sites }) => isOwn && sites > 0 && !wanted.includes(slug));
  if (left) return `The school has ground in ${left.title}: it cannot be left out.`;
  await db.query('update school set regions = $1', [wanted]);
  return undefined;
}

/** What a viewer may look at, the one they do first; nothing where there is no choice. */
export const regionChoices = async (
  viewer: Viewer
): Promise<readonly { readonly value: string; readonly label: string }[]> =>
  viewer.regions.length < 2
    ? []
    : inSchoolOf(viewer, async (db) => {
        const all = await regionsOf(db);
        return viewer.regions.flatMap((value) => {
          const region = all.find(({ slug }) => slug === value);
          return region ? [{ value, label: region.title }] : [];
        });
      });

/**
 * Adds a region to those in which the school works, where it is none of them yet; that of its first ground takes the
 * place of what was guessed.
 */
export const alsoWorkIn = (db: SchoolDb, region: string) =>
  db.query(
    `update school set regions = case when exists (select from site) then regions || $1::text else array[$1::text] end
      where not $1 = any (regions)`,
    [region]
  );

/**
 * The region of a place; several where it is unclear, for somebody to say.
 * @param said by whoever enters it
 */
export async function regionsFor(
  db: SchoolDb,
  place: Place,
  said: string
): Promise<readonly { readonly slug: string; readonly title: string; readonly timeZone: string }[]> {
  const all = await regionsOf(db);
  const named = all.filter(({ slug }) => slug === said);
  if (named.length > 0 || all.length === 1) return named.length > 0 ? named : all;
  const here = regionsAt(all, place);
  return here.length > 0 ? here : all;
}
