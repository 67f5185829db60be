import { randomBytes } from 'node:crypto';
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { WalkEvent, standingEvents } from '$core/field';
import { type Library, type LibraryTaxon, type Taught, isTaught, nameIn, ways } from '$core/knowledge';
import {
  type Batch,
  type BatchAct,
  type BatchEvent,
  type WeighedYield,
  againstAct,
  batchActs,
  batchOf,
  codeLength,
  nextOf,
  wayInWords,
  weighedYield
} from '$core/making';
import { codeOf, counted, longDate } from '$core/words';
import type { Viewer } from '../accounts';
import { insert } from '../database/insert';
import { maybe, rowOf, rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';

/** What is made of what was taken: batches with their takings, and what was done with each. */

const KeptBatch = z.object({
  id: z.string(),
  code: z.string(),
  taxon: z.string(),
  part: z.string(),
  way: z.enum(ways),
  begunOn: z.string(),
  begunBy: z.string()
});
export type KeptBatch = Readonly<z.infer<typeof KeptBatch>>;

const select = `select batch.id, code, taxon, part, way, to_char(begun_on, 'YYYY-MM-DD') as "begunOn",
                       person.name as "begunBy"
                  from batch join person on person.school_id = batch.school_id and person.id = begun_by`;

const Taking = z.object({
  batchId: z.string(),
  patchId: z.string(),
  patch: z.string(),
  siteId: z.string(),
  site: z.string(),
  isRare: z.boolean(),
  walkId: maybe(z.string()),
  walk: maybe(z.string()),
  gatheredOn: z.string(),
  pieces: z.number(),
  /** Pieces that the ledger still has of it: fewer where an entry was taken back since. */
  inLedger: z.number()
});
export type Taking = Readonly<z.infer<typeof Taking>>;

/** A batch with all that is worked out of what was done. */
export interface WholeBatch extends KeptBatch {
  readonly takings: readonly Taking[];
  readonly events: readonly BatchEvent[];
  readonly state: Batch;
}

const Kept = z.object({
  id: z.string(),
  batchId: z.string(),
  kind: z.enum(Object.keys(batchActs) as [BatchAct, ...BatchAct[]]),
  body: z.unknown(),
  by: z.string(),
  at: z.date(),
  on: z.string()
});

/** Every batch, or those of some ids, the latest first. */
async function readBatches(db: SchoolDb, where: string, values: unknown[]): Promise<WholeBatch[]> {
  const batches = await rowsOf(
    db,
    KeptBatch,
    `${select} where effective_at <= domain_now() and ${where} order by begun_on desc, batch.id desc`,
    values
  );
  const ids = batches.map(({ id }) => id);
  const takings = await rowsOf(
    db,
    Taking,
    `select t.batch_id as "batchId", t.patch_id as "patchId", patch.name as patch, site.id as "siteId",
            site.name as site, coalesce(patch.abundance = 'rare', false) as "isRare", t.walk_id as "walkId", walk.name as walk,
            to_char(t.gathered_on, 'YYYY-MM-DD') as "gatheredOn", t.pieces,
            (select coalesce(sum(case when g.is_put_back then -g.pieces else g.pieces end), 0)::int from gathered g
              where g.school_id = t.school_id and g.patch_id = t.patch_id and g.gathered_on = t.gathered_on
                and g.walk_id is not distinct from t.walk_id and g.taxon = batch.taxon and g.part = batch.part
                and not g.is_lifted) as "inLedger"
       from batch_taking t
       join batch on batch.school_id = t.school_id and batch.id = t.batch_id
       join patch on patch.school_id = t.school_id and patch.id = t.patch_id
       join site on site.school_id = patch.school_id and site.id = patch.site_id
       left join walk on walk.school_id = t.school_id and walk.id = t.walk_id
      where t.batch_id = any ($1) order by t.position`,
    [ids]
  );
  const events = await rowsOf(
    db,
    Kept,
    `select event.id, batch_id as "batchId", kind, body, person.name as by, effective_at as at,
            to_char(effective_at at time zone school.time_zone, 'YYYY-MM-DD') as on
       from standing_batch_event event
       join school on school.school_id = event.school_id
       join person on person.school_id = event.school_id and person.id = done_by
      where batch_id = any ($1) order by effective_at, event.id`,
    [ids]
  );
  return batches.map((batch) => {
    const own = events
      .filter(({ batchId }) => batchId === batch.id)
      .map(
        ({ id, kind, body, by, at, on }) =>
          ({ id, kind, body: batchActs[kind].parse(body), by, at: at.toISOString(), on }) as BatchEvent
      );
    return {
      ...batch,
      takings: takings.filter(({ batchId }) => batchId === batch.id),
      events: own,
      state: batchOf(own)
    };
  });
}

export const listBatches = (db: SchoolDb): Promise<WholeBatch[]> => readBatches(db, 'true', []);

export const readBatch = async (db: SchoolDb, id: string): Promise<WholeBatch | undefined> =>
  (await readBatches(db, 'batch.id = $1', [id]))[0];

export const batchesOfWalk = (db: SchoolDb, walkId: string): Promise<WholeBatch[]> =>
  readBatches(
    db,
    `exists (select from batch_taking t where t.school_id = batch.school_id and t.batch_id = batch.id and t.walk_id = $1)`,
    [walkId]
  );

export const batchesOfPatch = (db: SchoolDb, patchId: string): Promise<WholeBatch[]> =>
  readBatches(
    db,
    `exists (select from batch_taking t where t.school_id = batch.school_id and t.batch_id = batch.id and t.patch_id = $1)`,
    [patchId]
  );

/** The id of the batch with a code. */
export const batchWithCode = async (db: SchoolDb, code: string): Promise<string | undefined> =>
  (await rowOf(db, z.object({ id: z.string() }), 'select id from batch where code = $1', [code]))?.id;

/** The way in which a part is prepared, where the library teaches it. */
export function taughtWay(
  library: Pick<Library, 'taxa'>,
  { taxon, part, way }: Pick<KeptBatch, 'taxon' | 'part'> & { readonly way: string }
): { readonly taxon: LibraryTaxon; readonly preparation: Taught } | undefined {
  const entry = library.taxa.get(taxon);
  const preparation = entry?.preparations.find((one) => one.part === part && one.way === way);
  return entry && preparation && isTaught(preparation) ? { taxon: entry, preparation } : undefined;
}

/** A batch in a line of a list. */
export const batchInShort = (library: Library, batch: WholeBatch) => ({
  id: batch.id,
  code: batch.code,
  title: `${nameIn(library)(batch.taxon)} ${batch.part}, ${wayInWords(batch.way)}`,
  begunOn: batch.begunOn,
  pieces: batch.takings.reduce((sum, { pieces }) => sum + pieces, 0),
  from: [...new Set(batch.takings.map(({ patch }) => patch))].join(', '),
  state: batch.state.state,
  left: batch.state.leftGrams,
  next: nextOf(batch.state, taughtWay(library, batch)?.preparation ?? { way: batch.way })
});
export type BatchInShort = ReturnType<typeof batchInShort>;

/** What batches of one preparation lost, as far as it was weighed. */
export const yieldsAmong = (
  batches: readonly WholeBatch[],
  { taxon, part, way }: Pick<KeptBatch, 'taxon' | 'part'> & { readonly way: string }
): WeighedYield[] =>
  batches
    .filter((one) => one.taxon === taxon && one.part === part && one.way === way)
    .flatMap(({ state }) => weighedYield(state) ?? []);

const Free = z.object({
  patchId: z.string(),
  patch: z.string(),
  site: z.string(),
  walkId: maybe(z.string()),
  walk: maybe(z.string()),
  gatheredOn: z.string(),
  taxon: z.string(),
  part: z.string(),
  taken: z.number(),
  /** Of them not in a batch yet. */
  free: z.number()
});
export type FreeTaking = Readonly<z.infer<typeof Free>>;

/** What was taken and is in no batch yet, the latest first: by patch, day and walk. */
export function freeTakings(db: SchoolDb, since: string): Promise<FreeTaking[]> {
  return rowsOf(
    db,
    Free,
    `with taken as (
       select school_id, patch_id, walk_id, gathered_on, taxon, part,
              sum(case when is_put_back then -pieces else pieces end)::int as pieces
         from gathered where not is_lifted and gathered_on >= $1
        group by school_id, patch_id, walk_id, gathered_on, taxon, part)
     select taken.patch_id as "patchId", patch.name as patch, site.name as site, taken.walk_id as "walkId",
            walk.name as walk, to_char(taken.gathered_on, 'YYYY-MM-DD') as "gatheredOn", taken.taxon, taken.part,
            taken.pieces as taken, taken.pieces - coalesce(used.pieces, 0) as free
       from taken
       join patch on patch.school_id = taken.school_id and patch.id = taken.patch_id
       join site on site.school_id = patch.school_id and site.id = patch.site_id
       left join walk on walk.school_id = taken.school_id and walk.id = taken.walk_id
       left join lateral (
         select sum(t.pieces)::int as pieces from batch_taking t
           join batch on batch.school_id = t.school_id and batch.id = t.batch_id
          where t.school_id = taken.school_id and t.patch_id = taken.patch_id and t.gathered_on = taken.gathered_on
            and t.walk_id is not distinct from taken.walk_id
            and batch.taxon = taken.taxon and batch.part = taken.part) used on true
      where taken.pieces > coalesce(used.pieces, 0)
      order by taken.gathered_on desc, patch.name, taken.part`,
    [since]
  );
}

export const NewBatch = z.object({
  taxon: z.string().min(1, 'Choose what it is made of.').max(120),
  part: z.string().min(1).max(60),
  way: z.enum(ways),
  begunOn: z.iso.date('This is no date.'),
  takings: z
    .array(
      z.object({
        patchId: z.uuid(),
        walkId: z.uuid().optional(),
        gatheredOn: z.iso.date(),
        pieces: z.number('Say how many pieces.').int().min(1, 'At least one piece.').max(100_000)
      })
    )
    .max(40)
});
export type NewBatch = z.output<typeof NewBatch>;

/** Why a batch cannot be begun so, in words; undefined where it can. */
async function againstBatch(
  db: SchoolDb,
  viewer: Viewer,
  library: Library,
  wanted: NewBatch
): Promise<string | undefined> {
  const { taxon, part, begunOn, takings } = wanted;
  if (!taughtWay(library, wanted))
    return 'The library teaches no such way for this part: enter one with its sources, or choose another.';
  if (takings.length === 0)
    return 'A batch is made of what was taken: choose at least one taking. What came from no patch of yours cannot be followed back.';
  if (begunOn > viewer.today) return `That day is still to come; today is ${longDate(viewer.today)}.`;
  // Of two that use the same pieces at the same time, the second sees the first.
  await db.query('select 1 from patch where id = any ($1) order by id for no key update', [
    takings.map(({ patchId }) => patchId)
  ]);
  const free = await freeTakings(db, '1900-01-01');
  for (const one of takings) {
    const found = free.find(
      (row) =>
        row.patchId === one.patchId &&
        row.walkId === one.walkId &&
        row.gatheredOn === one.gatheredOn &&
        row.taxon === taxon &&
        row.part === part
    );
    if (!found) return 'One of the takings is in a batch already, or was taken back. Look again.';
    if (one.pieces > found.free)
      return `${counted(one.pieces, 'piece')} from ${found.patch}: only ${found.free} of ${found.taken} are in no batch yet.`;
    if (one.gatheredOn > begunOn)
      return `It cannot have been begun before it was gathered, on ${longDate(one.gatheredOn)}.`;
  }
  return undefined;
}

/** @returns the id of the new batch, or what speaks against it */
export async function beginBatch(
  db: SchoolDb,
  viewer: Viewer,
  library: Library,
  wanted: NewBatch
): Promise<{ readonly id: string } | { readonly problem: string }> {
  const problem = await againstBatch(db, viewer, library, wanted);
  if (problem) return { problem };
  const { takings, ...row } = wanted;
  const id = uuid();
  // A code that is there already is as good as impossible, and not to be thrown at anybody.
  for (;;) {
    const code = codeOf(randomBytes(codeLength - 1));
    if (await batchWithCode(db, code)) continue;
    await insert(db, 'batch', { id, code, ...row, begunBy: viewer.personId, effectiveAt: db.now });
    break;
  }
  for (const [position, taking] of takings.entries())
    await insert(db, 'batch_taking', { batchId: id, position, ...taking });
  return { id };
}

/**
 * Does something with a batch. The batch is held until the transaction ends, so that of two the second sees the first.
 * @returns what speaks against it; undefined where it was kept
 */
export async function actOnBatch<K extends BatchAct>(
  db: SchoolDb,
  viewer: Viewer,
  library: Library,
  batchId: string,
  kind: K,
  body: z.output<(typeof batchActs)[K]>
): Promise<string | undefined> {
  const batch = await heldBatch(db, batchId);
  if (!batch) return 'There is no such batch.';
  const taught = taughtWay(library, batch);
  const problem = againstAct(batch.state, taught?.preparation ?? { way: batch.way }, { kind, body } as never);
  if (problem) return problem;
  await insert(db, 'batch_event', {
    id: uuid(),
    batchId,
    kind,
    body: JSON.stringify(body),
    doneBy: viewer.personId,
    effectiveAt: db.now
  });
  return undefined;
}

async function heldBatch(db: SchoolDb, id: string): Promise<WholeBatch | undefined> {
  await db.query('select pg_advisory_xact_lock(hashtextextended($1, 0))', [`batch ${id}`]);
  return readBatch(db, id);
}

/** @returns what speaks against taking it back; undefined where it was taken back */
export async function takeBackAct(
  db: SchoolDb,
  viewer: Viewer,
  batchId: string,
  eventId: string
): Promise<string | undefined> {
  const batch = await heldBatch(db, batchId);
  const event = batch?.events.find(({ id }) => id === eventId);
  if (!batch || !event) return 'It was taken back already.';
  const left = batchOf(batch.events.filter(({ id }) => id !== eventId));
  if (left.takenOutGrams > left.packedGrams + 0.05)
    return 'Something was taken out of these jars already: take that back first.';
  if (event.kind === 'pieces checked' && left.packs.length > 0 && !left.checked)
    return 'It is packed on the word of this look: take the packing back first.';
  await insert(db, 'batch_event', {
    id: uuid(),
    batchId,
    kind: 'taken back',
    body: {},
    takesBack: eventId,
    doneBy: viewer.personId,
    effectiveAt: db.now
  });
  return undefined;
}

/** How the baskets of a part were looked through on some walks. */
export interface BasketChecks {
  readonly looks: number;
  /** Pieces that stayed, by the last look at each basket. */
  readonly kept: number;
  /** What was taken out, in words, and whether it was something dangerous. */
  readonly removed: readonly { readonly words: string; readonly isDangerous: boolean }[];
}

/** @returns undefined where nobody looked */
export async function basketChecks(
  db: SchoolDb,
  walkIds: readonly string[],
  { taxon, part }: Pick<KeptBatch, 'taxon' | 'part'>
): Promise<BasketChecks | undefined> {
  const rows = await rowsOf(
    db,
    z.object({ body: WalkEvent }),
    `select body from walk_event
      where walk_id = any ($1) and kind in ('basket', 'taken back') and effective_at <= domain_now()
      order by effective_at, id`,
    [walkIds]
  );
  const looks = standingEvents(rows.map(({ body }) => body)).flatMap((one) =>
    one.kind === 'basket' && one.taxon === taxon && one.part === part ? [one] : []
  );
  if (looks.length === 0) return undefined;
  const last = new Map(looks.map((one) => [`${one.walkId} ${one.person ?? ''}`, one.kept]));
  return {
    looks: looks.length,
    kept: [...last.values()].reduce((sum, kept) => sum + kept, 0),
    removed: looks.flatMap(({ removed }) =>
      removed.map((one) => ({ words: `${one.pieces} ${one.what}`, isDangerous: one.taxon !== undefined }))
    )
  };
}
