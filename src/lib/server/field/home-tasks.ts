import { z } from 'zod';
import { type HomeTask, WalkEvent, standingEvents } from '$core/field';
import { lookalikesOfTheYear } from '$core/evidence';
import { type Library, englishName } from '$core/knowledge';
import type { Viewer } from '../accounts';
import { rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';
import { libraryOf } from '../library/library';
import { listPeople } from '../school/people';
import { listWalks } from '../walk/walks';

/** How many dangerous lookalikes are named with each plant, the most harmful first. */
const mostNamed = 5;

/**
 * What was asked of a learner at the end of their walks and is not over, the next to end first. Whoever is under 18
 * has none without a guardian's consent.
 */
export async function homeTasks(db: SchoolDb, viewer: Viewer): Promise<HomeTask[]> {
  const own = (await listPeople(db)).find(({ id }) => id === viewer.personId);
  if (!own || (own.isMinor && !own.guardianConsentOn)) return [];
  const walks = await listWalks(db, viewer);
  const rows = await rowsOf(
    db,
    z.object({ body: WalkEvent }),
    `select body from walk_event where walk_id = any ($1) and kind in ('task', 'taken back') and effective_at <= domain_now()`,
    [walks.map(({ id }) => id)]
  );
  const given = standingEvents(rows.map(({ body }) => body)).flatMap((one) =>
    one.kind === 'task' && one.until >= viewer.today ? [one] : []
  );
  if (given.length === 0) return [];
  const walkOf = ({ walkId }: { readonly walkId: string }) => walks.find(({ id }) => id === walkId)!;
  const libraries = new Map<string, Library>();
  for (const { region } of given.map(walkOf)) libraries.set(region, await libraryOf(db, region));
  return given
    .map(({ id, walkId, taxa, until, bring }) => ({
      id,
      walk: walkOf({ walkId }).name,
      taxa: taxa.flatMap((slug) => {
        const library = libraries.get(walkOf({ walkId }).region)!;
        const taxon = library.taxa.get(slug);
        if (!taxon) return [];
        const dangers = lookalikesOfTheYear(library, taxon).slice(0, mostNamed);
        return [{ slug, name: englishName(taxon), beware: dangers.map((one) => englishName(one.taxon)) }];
      }),
      until,
      bring
    }))
    .sort((a, b) => (a.until < b.until ? -1 : 1));
}
