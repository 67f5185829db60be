import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import {
  type Allowance,
  type Census,
  allowanceOf,
  censusProblem,
  censusResult,
  gatheringPace
} from '$core/ground';
import type { LibraryTaxon } from '$core/knowledge';
import { closureOf, listGroundEvents } from './ground-events';
import { type Patch, areaOf } from './patches';
import type { SchoolDb } from '../database/school';
import type { Viewer } from '../accounts';
import type { Site } from './sites';

/** What was counted in a patch, what was taken from it, and how much it may still give this year. */

const amount = z.number().finite();
export const CensusBody = z.discriminatedUnion('method', [
  z.object({
    method: z.literal('quadrats'),
    quadratSquareMetres: amount,
    patchSquareMetres: amount,
    counts: z.array(amount).max(500)
  }),
  z.object({ method: z.literal('all counted'), count: amount }),
  z.object({ method: z.literal('estimate'), low: amount, high: amount })
]);

export interface RecordedCensus {
  readonly id: string;
  readonly countedOn: string;
  readonly body: Census;
  readonly exemptShare: number | undefined;
  readonly countedBy: string;
}

/** The censuses of a patch, the latest first. */
export async function listCensuses(db: SchoolDb, patchId: string): Promise<RecordedCensus[]> {
  const { rows } = await db.query<
    Omit<RecordedCensus, 'body' | 'exemptShare'> & { body: unknown; exemptShare: number | null }
  >(
    `select census.id, to_char(counted_on, 'YYYY-MM-DD') as "countedOn", body, exempt_share as "exemptShare",
            person.name as "countedBy"
       from census join person on person.school_id = census.school_id and person.id = counted_by
      where patch_id = $1 and effective_at <= domain_now()
      order by counted_on desc, effective_at desc, census.id desc`,
    [patchId]
  );
  return rows.map((row) => ({
    ...row,
    body: CensusBody.parse(row.body),
    exemptShare: row.exemptShare ?? undefined
  }));
}

/** @returns what is wrong with it; undefined where it was kept */
export async function addCensus(
  db: SchoolDb,
  viewer: Viewer,
  patchId: string,
  census: Pick<RecordedCensus, 'countedOn' | 'body' | 'exemptShare'>
): Promise<string | undefined> {
  if (census.countedOn > viewer.today) return `That day is still to come; today is ${viewer.today}.`;
  const problem = censusProblem(census.body);
  if (problem) return problem;
  await db.query(
    `insert into census (school_id, id, patch_id, counted_on, body, exempt_share, counted_by, effective_at)
     values ($1, $2, $3, $4, $5, $6, $7, $8)`,
    [
      db.schoolId,
      uuid(),
      patchId,
      census.countedOn,
      JSON.stringify(census.body),
      census.exemptShare ?? null,
      viewer.personId,
      db.now
    ]
  );
  return undefined;
}

export async function removeCensus(db: SchoolDb, patchId: string, id: string): Promise<boolean> {
  const { rowCount } = await db.query('delete from census where patch_id = $1 and id = $2', [patchId, id]);
  return rowCount === 1;
}

export const NewGathering = z.object({
  part: z.string().trim().min(1, 'Name the part.').max(60),
  pieces: z.number().int().min(1, 'At least one piece.').max(100_000),
  isLifted: z.boolean().default(false),
  gatheredOn: z.iso.date('This is no date.'),
  people: z.number().int().min(1).max(500).optional(),
  minutes: z.number().positive().max(600).optional(),
  note: z.string().trim().max(300).default('')
});
export type NewGathering = z.infer<typeof NewGathering>;

export interface Gathering {
  readonly id: string;
  readonly taxon: string;
  readonly part: string;
  readonly pieces: number;
  readonly isLifted: boolean;
  readonly gatheredOn: string;
  readonly people: number | null;
  readonly minutes: number | null;
  readonly note: string;
  readonly recordedBy: string;
  readonly walk: string | null;
}

export async function addGathering(
  db: SchoolDb,
  viewer: Viewer,
  patch: Pick<Patch, 'id' | 'taxon'>,
  taken: NewGathering
): Promise<void> {
  await db.query(
    `insert into gathering (school_id, id, patch_id, taxon, part, pieces, is_lifted, gathered_on, people, minutes, note,
                            recorded_by, effective_at)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13)`,
    [
      db.schoolId,
      uuid(),
      patch.id,
      patch.taxon,
      taken.part,
      taken.pieces,
      taken.isLifted,
      taken.gatheredOn,
      taken.people ?? null,
      taken.minutes ?? null,
      taken.note,
      viewer.personId,
      db.now
    ]
  );
}

/** Takes an entry of the ledger back by one that names it. @returns false where it is not there, or is taken back */
export async function takeBack(db: SchoolDb, viewer: Viewer, patchId: string, id: string): Promise<boolean> {
  const { rowCount } = await db.query(
    `insert into gathering (school_id, id, patch_id, taxon, part, pieces, gathered_on, takes_back, recorded_by, effective_at)
     select school_id, $3, patch_id, taxon, part, pieces, gathered_on, id, $4, $5 from gathered
      where patch_id = $1 and id = $2
     on conflict do nothing`,
    [patchId, id, uuid(), viewer.personId, db.now]
  );
  return rowCount === 1;
}

/** What was taken from a patch, the latest first. */
export async function listGatherings(db: SchoolDb, patchId: string): Promise<Gathering[]> {
  const { rows } = await db.query<Gathering>(
    `select entry.id, entry.taxon, part, pieces, is_lifted as "isLifted", to_char(gathered_on, 'YYYY-MM-DD') as "gatheredOn",
            people, minutes, note, person.name as "recordedBy", walk.name as walk
       from gathered entry
       join person on person.school_id = entry.school_id and person.id = recorded_by
       left join walk on walk.school_id = entry.school_id and walk.id = entry.walk_id
      where patch_id = $1 order by gathered_on desc, entry.id desc`,
    [patchId]
  );
  return rows;
}

export interface Reservation {
  readonly walkId: string;
  readonly walk: string;
  readonly heldOn: string;
  readonly people: number;
  readonly piecesEach: number;
}

/** What walks that are still to come this year mean to take from a patch. */
export async function listReservations(
  db: SchoolDb,
  patchId: string,
  taxon: string,
  today: string
): Promise<Reservation[]> {
  const { rows } = await db.query<Reservation>(
    `select walk.id as "walkId", walk.name as walk, held_on as "heldOn", pieces_each as "piecesEach",
            (select count(*)::int from cohort_member m
              where m.school_id = walk.school_id and m.cohort_id = walk.cohort_id) as people
       from walk
       join stop on stop.school_id = walk.school_id and stop.walk_id = walk.id and stop.patch_id = $1
       join walk_taxon t on t.school_id = stop.school_id and t.stop_id = stop.id
            and t.taxon = $2 and t.role = 'gather' and t.pieces_each is not null
      where held_on >= $3 and held_on <= $4
      order by held_on`,
    [patchId, taxon, today, `${today.slice(0, 4)}-12-31`]
  );
  return rows;
}

/** A patch's year: what is surely there, what was taken and reserved, and what is left. */
export interface PatchYear {
  readonly allowance: Allowance;
  readonly census: RecordedCensus | undefined;
  readonly taken: number;
  readonly reservations: readonly Reservation[];
  readonly gatherings: readonly Gathering[];
  /** Pieces a person gathers in a minute. */
  readonly pace: number | undefined;
}

/** A walk for whose day a patch is asked, and whose own reservation does not count against it. */
export interface ForWalk {
  readonly walkId: string;
  readonly heldOn: string;
}

export async function patchYear(
  db: SchoolDb,
  site: Pick<Site, 'id' | 'mayPick'>,
  patch: Patch,
  taxon: LibraryTaxon | undefined,
  today: string,
  walk?: ForWalk
): Promise<PatchYear> {
  const on = walk?.heldOn ?? today;
  const year = on.slice(0, 4);
  const gatherings = (await listGatherings(db, patch.id)).filter((one) => one.taxon === patch.taxon);
  const censuses = await listCensuses(db, patch.id);
  const census = censuses.find(({ countedOn }) => countedOn.slice(0, 4) === year);
  const newYear = `${year}-01-01`;
  const reservations = (
    await listReservations(db, patch.id, patch.taxon, today > newYear ? today : newYear)
  ).filter(({ walkId }) => walkId !== walk?.walkId);
  const taken = gatherings
    .filter(({ gatheredOn }) => gatheredOn.slice(0, 4) === year)
    .reduce((sum, { pieces }) => sum + pieces, 0);
  const years = gatherings.map(({ gatheredOn }) => Number(gatheredOn.slice(0, 4)));
  const before = years.filter((one) => one < Number(year));
  const fromCensus = census?.body.method === 'quadrats' ? census.body.patchSquareMetres : undefined;
  const allowance = allowanceOf(taxon?.allowance, {
    mayPick: site.mayPick,
    isOnlyPatch: patch.isOnly,
    squareMetres: areaOf(patch) ?? fromCensus,
    low: census && censusResult(census.body).low,
    exemptShare: census?.exemptShare,
    taken,
    reserved: reservations.reduce((sum, { people, piecesEach }) => sum + people * piecesEach, 0),
    takenBefore: before.length > 0 ? Math.max(...before) : undefined,
    year: Number(year),
    closed: closureOf(await listGroundEvents(db, site.id), patch.id, on)
  });
  const pace = gatheringPace(
    gatherings.flatMap(({ pieces, people, minutes }) =>
      people !== null && minutes !== null ? [{ pieces, people, minutes }] : []
    )
  );
  return { allowance, census, taken, reservations, gatherings, pace };
}

/**
 * Whether a walk may reserve pieces of a patch. The patch is held until the transaction ends, so that of two
 * walks that ask at the same time the second sees what the first reserved.
 * @returns why not, in words; undefined where it may
 */
export async function reservationProblem(
  db: SchoolDb,
  site: Pick<Site, 'id' | 'mayPick'>,
  patch: Patch,
  taxon: LibraryTaxon,
  ask: ForWalk & { readonly people: number; readonly piecesEach: number },
  today: string
): Promise<string | undefined> {
  await db.query('select 1 from patch where id = $1 for update', [patch.id]);
  const { allowance, reservations } = await patchYear(db, site, patch, taxon, today, ask);
  if (allowance.kind !== 'pieces') return undefined;
  const asked = ask.people * ask.piecesEach;
  if (asked <= allowance.left) return undefined;
  const others = reservations
    .map(({ walk, people, piecesEach }) => `${walk} reserves ${people * piecesEach}`)
    .join(', ');
  const most = ask.people > 0 ? Math.floor(allowance.left / ask.people) : 0;
  return `${ask.piecesEach} each for ${ask.people} are ${asked}, and ${patch.name} has ${allowance.left} left of ${allowance.whole} this year${others ? ` (${others})` : ''}. ${most > 0 ? `At most ${most} each.` : 'Show it, or gather elsewhere.'}`;
}
