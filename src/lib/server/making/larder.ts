import { z } from 'zod';
import { type Library, englishName, harvestOf, ways } from '$core/knowledge';
import { type Larder, massOf, proposalFor, scale, exactly, weightOf, yieldsOf } from '$core/making';
import type { Viewer } from '../accounts';
import { rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';
import { patchYearsOf, readPatchRecords, yearOfPart } from '../ground/ledger';
import { listPatches } from '../ground/patches';
import { listSites } from '../ground/sites';
import { type WholeBatch, taughtWay, yieldsAmong } from './batches';

/** What is in jars, what a year needs, and how much to gather next for it. */

export const Need = z.object({
  taxon: z.string().min(1, 'Choose a plant.').max(120),
  part: z.string().min(1).max(60),
  way: z.enum(ways),
  grams: z.coerce
    .number('Say how many grams.')
    .positive('More than nothing.')
    .max(100_000, 'At most 100 kg.'),
  meantFor: z.string().trim().max(80, 'At most 80 letters.').default('')
});
export type Need = z.output<typeof Need>;

export const listNeeds = (db: SchoolDb): Promise<Need[]> =>
  rowsOf(
    db,
    Need,
    `select taxon, part, way, grams, meant_for as "meantFor" from yearly_need order by taxon, part, way`
  );

/** @returns what speaks against it; undefined where it was kept */
export async function setNeed(db: SchoolDb, library: Library, need: Need): Promise<string | undefined> {
  if (!taughtWay(library, need)) return 'The library teaches no such way for this part.';
  await db.query(
    `insert into yearly_need (school_id, taxon, part, way, grams, meant_for) values ($1, $2, $3, $4, $5, $6)
     on conflict (school_id, taxon, part, way) do update set grams = excluded.grams, meant_for = excluded.meant_for`,
    [db.schoolId, need.taxon, need.part, need.way, need.grams, need.meantFor]
  );
  return undefined;
}

export const removeNeed = (db: SchoolDb, { taxon, part, way }: Pick<Need, 'taxon' | 'part' | 'way'>) =>
  db.query('delete from yearly_need where taxon = $1 and part = $2 and way = $3', [taxon, part, way]);

/** What is in the larder of one preparation. */
function larderOf(batches: readonly WholeBatch[], library: Library, need: Need, year: string): Larder {
  const own = batches.filter(
    ({ taxon, part, way }) => taxon === need.taxon && part === need.part && way === need.way
  );
  const packedIn = (batch: WholeBatch, thisYear: boolean) =>
    batch.state.packs
      .filter(({ on }) => (on.slice(0, 4) === year) === thisYear)
      .reduce((sum, { vessels, gramsEach }) => sum + vessels * gramsEach, 0);
  const taught = taughtWay(library, need)!;
  const yields = yieldsOf(taught.preparation.method, yieldsAmong(batches, need));
  const grams = taught.taxon.parts.find(({ part }) => part === need.part)?.grams;
  const coming = own
    .filter(({ state }) => state.state === 'begun' && !state.isInDoubt && !state.hasMould)
    .map((batch) => {
      const ready = weightOf(batch.state, 'ready');
      if (ready !== undefined) return ready;
      const cleaned = weightOf(batch.state, 'cleaned');
      if (cleaned !== undefined) return cleaned * yields.ready[1];
      const weighed = weightOf(batch.state, 'gathered');
      const pieces = batch.takings.reduce((sum, one) => sum + one.pieces, 0);
      const gathered = weighed === undefined ? massOf(pieces, grams) : exactly(weighed);
      return gathered ? scale(taught.preparation.method, yields, gathered).ready.mostly : 0;
    })
    .reduce((sum, one) => sum + one, 0);
  const kept = own.filter(({ state }) => state.state !== 'thrown away');
  return {
    madeThisYear: kept.reduce((sum, batch) => sum + packedIn(batch, true), 0),
    // Of a batch with jars of both years, what is left counts once.
    fromBefore: kept.reduce((sum, batch) => sum + Math.min(batch.state.leftGrams, packedIn(batch, false)), 0),
    coming
  };
}

/** Pieces of a part that all patches of the school still give this year; undefined where there is no patch. */
async function leftInPatches(
  db: SchoolDb,
  viewer: Viewer,
  library: Library,
  needs: readonly Need[]
): Promise<(need: Need) => number | 'to need' | undefined> {
  const found = new Map<string, number | 'to need'>();
  const wanted = new Set(needs.map(({ taxon }) => taxon));
  for (const site of await listSites(db)) {
    const patches = (await listPatches(db, site.id)).filter(
      ({ taxon, goneOn }) => wanted.has(taxon) && !goneOn
    );
    if (patches.length === 0) continue;
    const records = await readPatchRecords(
      db,
      site,
      patches.map(({ id }) => id),
      viewer.today,
      viewer.today
    );
    for (const patch of patches) {
      const taxon = library.taxa.get(patch.taxon);
      if (!taxon) continue;
      const years = patchYearsOf(records, site, patch, taxon, viewer.today);
      for (const { part } of needs.filter((one) => one.taxon === patch.taxon)) {
        const { allowance } = yearOfPart(years, taxon, part);
        const key = `${patch.taxon} ${part}`;
        const before = found.get(key) ?? 0;
        if (allowance.kind === 'to need') found.set(key, 'to need');
        else if (before !== 'to need')
          found.set(key, before + (allowance.kind === 'pieces' ? allowance.left : 0));
      }
    }
  }
  return ({ taxon, part }) => found.get(`${taxon} ${part}`);
}

/** What each need of the year still lacks, and how much to gather for it. */
export async function needsOfYear(
  db: SchoolDb,
  viewer: Viewer,
  library: Library,
  batches: readonly WholeBatch[]
) {
  const needs = (await listNeeds(db)).flatMap((need) => {
    const taught = taughtWay(library, need);
    return taught ? [{ need, taught }] : [];
  });
  const left = await leftInPatches(
    db,
    viewer,
    library,
    needs.map(({ need }) => need)
  );
  return needs.map(({ need, taught: { taxon, preparation } }) => {
    const larder = larderOf(batches, library, need, viewer.today.slice(0, 4));
    const yields = yieldsOf(preparation.method, yieldsAmong(batches, need));
    const grams = taxon.parts.find(({ part }) => part === need.part)?.grams;
    return {
      ...need,
      name: englishName(taxon),
      larder,
      rule: harvestOf(taxon, need.part)?.rule,
      proposal: proposalFor(need.grams, larder, yields, grams, left(need))
    };
  });
}
