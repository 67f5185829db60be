import { longDate } from '$core/words';
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { type Allowance, allowanceOf, censusProblem, censusResult, gatheringPace, units } from '$core/ground';
import {
  type Account,
  type Library,
  type LibraryTaxon,
  accountOf,
  accountsOf,
  countsIn
} from '$core/knowledge';
import { growingYear, growingYearBegins, growingYearEnds } from '$core/season';
import { type GroundEvent, closureOf, listGroundEvents } from './ground-events';
import { type Patch, areaOf } from './patches';
import type { SchoolDb } from '../database/school';
import type { Viewer } from '../accounts';
import type { Site } from './sites';
import { insert } from '../database/insert';
import { maybe, rowsOf } from '../database/rows';

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
  z.object({
    method: z.literal('estimate'),
    low: amount,
    high: amount,
    patchSquareMetres: z.number().positive().max(1e7).optional()
  })
]);

const RecordedCensus = z.object({
  id: z.string(),
  patchId: z.string(),
  countedOn: z.string(),
  body: CensusBody,
  /** Of the part that it was counted for; empty for all parts together. */
  account: z.string(),
  exemptShare: maybe(z.number()),
  countedBy: z.string()
});
export type RecordedCensus = Readonly<z.infer<typeof RecordedCensus>>;

/** The censuses of patches, the latest first. */
function listCensuses(db: SchoolDb, patchIds: readonly string[]): Promise<RecordedCensus[]> {
  return rowsOf(
    db,
    RecordedCensus,
    `select census.id, patch_id as "patchId", to_char(counted_on, 'YYYY-MM-DD') as "countedOn", body, account,
            exempt_share as "exemptShare",
            person.name as "countedBy"
       from census join person on person.school_id = census.school_id and person.id = counted_by
      where patch_id = any ($1) and effective_at <= domain_now()
      order by counted_on desc, effective_at desc, census.id desc`,
    [patchIds]
  );
}

/** @returns what is wrong with it; undefined where it was kept */
export async function addCensus(
  db: SchoolDb,
  viewer: Viewer,
  patchId: string,
  census: Pick<RecordedCensus, 'countedOn' | 'body' | 'account' | 'exemptShare'>
): Promise<string | undefined> {
  if (census.countedOn > viewer.today)
    return `That day is still to come; today is ${longDate(viewer.today)}.`;
  const problem = censusProblem(census.body);
  if (problem) return problem;
  await insert(db, 'census', {
    id: uuid(),
    patchId,
    countedOn: census.countedOn,
    body: JSON.stringify(census.body),
    account: census.account,
    exemptShare: census.exemptShare,
    countedBy: viewer.personId,
    effectiveAt: db.now
  });
  return undefined;
}

export async function removeCensus(db: SchoolDb, patchId: string, id: string): Promise<boolean> {
  const { rowCount } = await db.query('delete from census where patch_id = $1 and id = $2', [patchId, id]);
  return rowCount === 1;
}

export const NewGathering = z.object({
  part: z.string().trim().min(1, 'Name the part.').max(60),
  pieces: z.number().int().min(1, 'At least one piece.').max(100_000),
  /** As it was measured, where it was not by the piece. */
  unit: z.union([z.enum(units), z.literal('')]).default(''),
  amount: z.number().positive('More than nothing.').max(100_000).optional(),
  isLifted: z.boolean().default(false),
  gatheredOn: z.iso.date('This is no date.'),
  people: z.number().int().min(1).max(500).optional(),
  minutes: z.number().positive().max(600).optional(),
  note: z.string().trim().max(300).default('')
});
export type NewGathering = z.infer<typeof NewGathering>;

const Gathering = z.object({
  id: z.string(),
  patchId: z.string(),
  taxon: z.string(),
  part: z.string(),
  pieces: z.number(),
  unit: maybe(z.enum(units)),
  amount: maybe(z.number()),
  isLifted: z.boolean(),
  gatheredOn: z.string(),
  people: z.number().nullable(),
  minutes: z.number().nullable(),
  note: z.string(),
  recordedBy: z.string(),
  walk: z.string().nullable()
});
export type Gathering = Readonly<z.infer<typeof Gathering>>;

export async function addGathering(
  db: SchoolDb,
  viewer: Viewer,
  patch: Pick<Patch, 'id' | 'taxon'>,
  taken: NewGathering
): Promise<void> {
  await insert(db, 'gathering', {
    id: uuid(),
    patchId: patch.id,
    taxon: patch.taxon,
    part: taken.part,
    pieces: taken.pieces,
    unit: taken.unit || undefined,
    amount: taken.amount,
    isLifted: taken.isLifted,
    gatheredOn: taken.gatheredOn,
    people: taken.people,
    minutes: taken.minutes,
    note: taken.note,
    recordedBy: viewer.personId,
    effectiveAt: db.now
  });
}

/** Takes an entry of the ledger back by one that names it. @returns false where it is not there, or is taken back */
export async function takeBack(db: SchoolDb, viewer: Viewer, patchId: string, id: string): Promise<boolean> {
  const { rowCount } = await db.query(
    `insert into gathering (school_id, id, patch_id, taxon, part, pieces, unit, amount, gathered_on, takes_back, recorded_by,
                            effective_at)
     select school_id, $3, patch_id, taxon, part, pieces, unit, amount, gathered_on, id, $4, $5 from gathered
      where patch_id = $1 and id = $2
     on conflict do nothing`,
    [patchId, id, uuid(), viewer.personId, db.now]
  );
  return rowCount === 1;
}

/** What was taken from patches, the latest first. */
function listGatherings(db: SchoolDb, patchIds: readonly string[]): Promise<Gathering[]> {
  return rowsOf(
    db,
    Gathering,
    `select entry.id, entry.patch_id as "patchId", entry.taxon, part,
            case when is_put_back then -pieces else pieces end as pieces, unit, amount, is_lifted as "isLifted", to_char(gathered_on, 'YYYY-MM-DD') as "gatheredOn",
            people, minutes, note, person.name as "recordedBy", walk.name as walk
       from gathered entry
       join person on person.school_id = entry.school_id and person.id = recorded_by
       left join walk on walk.school_id = entry.school_id and walk.id = entry.walk_id
      where patch_id = any ($1) order by gathered_on desc, entry.id desc`,
    [patchIds]
  );
}

const Reservation = z.object({
  patchId: z.string(),
  /** Of the walk's plan. */
  plannedId: z.string(),
  part: z.string(),
  walkId: z.string(),
  walk: z.string(),
  heldOn: z.string(),
  people: z.number(),
  piecesEach: z.number()
});
export type Reservation = Readonly<z.infer<typeof Reservation>>;

/** What walks from a day on until the end of its year mean to take of what grows in patches. */
function listReservations(
  db: SchoolDb,
  patchIds: readonly string[],
  from: string,
  until: string
): Promise<Reservation[]> {
  return rowsOf(
    db,
    Reservation,
    `select patch.id as "patchId", t.id as "plannedId", t.part, walk.id as "walkId", walk.name as walk, held_on as "heldOn",
            pieces_each as "piecesEach",
            (select count(*)::int from cohort_member m
              where m.school_id = walk.school_id and m.cohort_id = walk.cohort_id) as people
       from patch
       join stop on stop.school_id = patch.school_id and stop.patch_id = patch.id
       join walk on walk.school_id = stop.school_id and walk.id = stop.walk_id
       join walk_taxon t on t.school_id = stop.school_id and t.walk_id = stop.walk_id and t.stop_id = stop.id
            and t.taxon = patch.taxon and t.role = 'gather' and t.pieces_each is not null
      where patch.id = any ($1) and held_on between $2 and $3 and walk.called_off_at is null
      order by held_on`,
    [patchIds, from, until]
  );
}

/** A patch's year by what is counted together: what is surely there, what was taken and reserved, and what is left. */
export interface PatchYear {
  readonly account: Account;
  readonly allowance: Allowance;
  readonly census: RecordedCensus | undefined;
  readonly censuses: readonly RecordedCensus[];
  readonly taken: number;
  readonly reservations: readonly Reservation[];
  readonly gatherings: readonly Gathering[];
  /** Pieces a person gathers in a minute. */
  readonly pace: number | undefined;
}

/** What is recorded of some patches of a site: whatever their number, four statements. */
export interface PatchRecords {
  readonly censuses: readonly RecordedCensus[];
  readonly gatherings: readonly Gathering[];
  readonly reservations: readonly Reservation[];
  readonly events: readonly GroundEvent[];
}

const latitudeOf = ({ place }: Pick<Site, 'place'>): number => place?.latitude ?? 0;

/** @param on the day for which it is asked: what is reserved counts from today on within its growing year */
export async function readPatchRecords(
  db: SchoolDb,
  site: Pick<Site, 'id' | 'place'>,
  patchIds: readonly string[],
  today: string,
  on: string
): Promise<PatchRecords> {
  const begins = growingYearBegins(on, latitudeOf(site));
  const ends = growingYearEnds(on, latitudeOf(site));
  return {
    gatherings: await listGatherings(db, patchIds),
    censuses: await listCensuses(db, patchIds),
    reservations: await listReservations(db, patchIds, today > begins ? today : begins, ends),
    events: await listGroundEvents(db, site.id)
  };
}

/** All parts of a plant that the library has no more, with no rule for any. */
const unknown: Account = { key: '', parts: [], rule: undefined };

/** The censuses by which an account goes: its own, else those of the whole plant where they counted the same. */
function censusesOf(
  { key, rule }: Account,
  all: readonly RecordedCensus[],
  taxon: LibraryTaxon | undefined
): RecordedCensus[] {
  const own = all.filter((one) => one.account === key);
  const isSame = rule !== undefined && rule.unit === taxon?.allowance?.unit && rule.exempt === undefined;
  return own.length > 0 || !isSame ? own : all.filter((one) => one.account === '');
}

/**
 * A patch's year on a day, out of what is recorded: of all parts together first, then of each part that is counted by
 * itself.
 * @param without reservations that do not count against it
 */
export function patchYearsOf(
  records: PatchRecords,
  site: Pick<Site, 'mayPick' | 'place'>,
  patch: Patch,
  taxon: LibraryTaxon | undefined,
  on: string,
  without: (reservation: Reservation) => boolean = () => false
): [PatchYear, ...PatchYear[]] {
  const yearOf = (account: Account) => accountYear(records, site, patch, taxon, account, on, without);
  const [first, ...others] = taxon ? accountsOf(taxon) : [unknown];
  return [yearOf(first!), ...others.map(yearOf)];
}

/** The year of the account in which a part is counted. */
export const yearOfPart = (
  years: readonly [PatchYear, ...PatchYear[]],
  taxon: LibraryTaxon,
  part: string
): PatchYear => years.find(({ account }) => account.key === accountOf(taxon, part).key) ?? years[0];

function accountYear(
  records: PatchRecords,
  site: Pick<Site, 'mayPick' | 'place'>,
  patch: Patch,
  taxon: LibraryTaxon | undefined,
  account: Account,
  on: string,
  without: (reservation: Reservation) => boolean
): PatchYear {
  const yearOf = (isoDate: string) => growingYear(isoDate, latitudeOf(site));
  const year = yearOf(on);
  const own = <T extends { readonly patchId: string }>(all: readonly T[]): T[] =>
    all.filter(({ patchId }) => patchId === patch.id);
  const counts = ({ part }: { readonly part: string }) => !taxon || countsIn(taxon, account, part);
  const gatherings = own(records.gatherings).filter((one) => one.taxon === patch.taxon && counts(one));
  const censuses = censusesOf(account, own(records.censuses), taxon);
  const ofYear = (wanted: number) => censuses.find(({ countedOn }) => yearOf(countedOn) === wanted);
  // Until somebody counts again, what stood there last year stands in, at a discount.
  const census = ofYear(year) ?? ofYear(year - 1);
  const reservations = own(records.reservations).filter((one) => counts(one) && !without(one));
  const taken = gatherings
    .filter(({ gatheredOn }) => yearOf(gatheredOn) === year)
    .reduce((sum, { pieces }) => sum + pieces, 0);
  const years = gatherings.map(({ gatheredOn }) => yearOf(gatheredOn));
  const before = years.filter((one) => one < year);
  const fromCensus = census?.body.method === 'all counted' ? undefined : census?.body.patchSquareMetres;
  const allowance = allowanceOf(account.rule, {
    mayPick: site.mayPick,
    isOnlyPatch: patch.isOnly,
    squareMetres: areaOf(patch) ?? fromCensus,
    low: census && censusResult(census.body).low,
    countedIn: census && yearOf(census.countedOn),
    exemptShare: census?.exemptShare,
    taken,
    reserved: reservations.reduce((sum, { people, piecesEach }) => sum + people * piecesEach, 0),
    takenBefore: before.length > 0 ? Math.max(...before) : undefined,
    year,
    closed: closureOf(records.events, patch.id, on)
  });
  const pace = gatheringPace(
    gatherings.flatMap(({ pieces, people, minutes }) =>
      people !== null && minutes !== null ? [{ pieces, people, minutes }] : []
    )
  );
  return { account, allowance, census, censuses, taken, reservations, gatherings, pace };
}

/**
 * What some patches of a site may still give on a day, or why they give nothing.
 * @returns by patch and part, in words; undefined where the library has no such plant any more
 */
export async function allowancesNow(
  db: SchoolDb,
  site: Pick<Site, 'id' | 'mayPick' | 'place'>,
  patches: readonly Patch[],
  library: Library,
  on: string
): Promise<(patchId: string, part: string) => string | undefined> {
  const records = await readPatchRecords(
    db,
    site,
    patches.map(({ id }) => id),
    on,
    on
  );
  return (patchId, part) => {
    const patch = patches.find(({ id }) => id === patchId);
    const taxon = patch && library.taxa.get(patch.taxon);
    if (!patch || !taxon) return undefined;
    const { allowance } = yearOfPart(patchYearsOf(records, site, patch, taxon, on), taxon, part);
    if (allowance.kind === 'pieces') return `${allowance.left} of ${allowance.whole}`;
    return allowance.kind === 'to need' ? 'to need' : allowance.why;
  };
}

/**
 * Whether a walk may reserve pieces of a patch. The patch is held until the transaction ends, so that of two
 * walks that ask at the same time the second sees what the first reserved.
 * @returns why not, in words; undefined where it may
 */
export async function reservationProblem(
  db: SchoolDb,
  site: Pick<Site, 'id' | 'mayPick' | 'place'>,
  patch: Patch,
  taxon: LibraryTaxon,
  ask: {
    /** What it reserves already does not count against it; undefined for what is not planned yet. */
    readonly plannedId: string | undefined;
    readonly part: string;
    readonly heldOn: string;
    readonly people: number;
    readonly piecesEach: number;
  },
  today: string
): Promise<string | undefined> {
  await db.query('select 1 from patch where id = $1 for no key update', [patch.id]);
  const records = await readPatchRecords(db, site, [patch.id], today, ask.heldOn);
  const years = patchYearsOf(
    records,
    site,
    patch,
    taxon,
    ask.heldOn,
    ({ plannedId }) => plannedId === ask.plannedId
  );
  const { allowance, reservations } = yearOfPart(years, taxon, ask.part);
  if (allowance.kind !== 'pieces') return undefined;
  const asked = ask.people * ask.piecesEach;
  if (asked <= allowance.left) return undefined;
  const others = reservations
    .map(({ walk, people, piecesEach }) => `${walk} reserves ${people * piecesEach}`)
    .join(', ');
  const most = ask.people > 0 ? Math.floor(allowance.left / ask.people) : 0;
  return `${ask.piecesEach} each for ${ask.people} are ${asked}, and ${patch.name} has ${allowance.left} left of ${allowance.whole} this year${others ? ` (${others})` : ''}. ${most > 0 ? `At most ${most} each.` : 'Show it, or gather elsewhere.'}`;
}
