import { z } from 'zod';
import { asWalked, type RecordedLeg } from '$core/after';
import { type Picked, pickingRate } from '$core/ground';
import {
  type Company,
  type LearnedPace,
  type WalkedLeg,
  learnedPace,
  type paceRules,
  usualFactor
} from '$core/route';
import { daysBetween } from '$core/season';
import { insert } from '../database/insert';
import { rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';

/** What the walks of a school have taught: how fast a group walks, and how fast a part is picked. */

type Rule = (typeof paceRules)[number];

const KeptLeg = z.object({
  naismithSeconds: z.number(),
  toblerSeconds: z.number(),
  realSeconds: z.number(),
  heldOn: z.string()
});

/**
 * The pace that a school's walks have taught up to a day. What a walk itself taught says nothing of its own plan: what
 * was planned stays as it was.
 * @param own legs that would count, too
 */
export async function paceUntil(
  db: SchoolDb,
  company: Company,
  rule: Rule,
  isoDate: string,
  own: readonly WalkedLeg[] = []
): Promise<LearnedPace> {
  const legs = await rowsOf(
    db,
    KeptLeg,
    `select naismith_seconds as "naismithSeconds", tobler_seconds as "toblerSeconds", real_seconds as "realSeconds",
            held_on as "heldOn"
       from walked_leg join walk on walk.school_id = walked_leg.school_id and walk.id = walk_id
      where company = $1 and counts and held_on < $2`,
    [company, isoDate]
  );
  return learnedPace(usualFactor[company], [
    ...legs.map((leg) => asWalked(leg, rule, daysBetween(leg.heldOn, isoDate))),
    ...own
  ]);
}

const PickedPart = z.object({
  taxon: z.string(),
  part: z.string(),
  pieces: z.number(),
  personMinutes: z.number()
});

/** Pieces a person and minute of a part, by what was picked before a day: on walks, and as the ledgers say. */
export async function pickingUntil(
  db: SchoolDb,
  isoDate: string
): Promise<(taxon: string, part: string, own?: Picked) => number> {
  const rows = await rowsOf(
    db,
    PickedPart,
    `select taxon, part, pieces, person_minutes as "personMinutes"
       from picked join walk on walk.school_id = picked.school_id and walk.id = walk_id where held_on < $1
      union all
     select taxon, part, pieces, people * minutes from gathered
      where people is not null and minutes is not null and not is_put_back and gathered_on < $1`,
    [isoDate]
  );
  const picked = new Map<string, Picked[]>();
  for (const { taxon, part, ...one } of rows) {
    const key = `${taxon} ${part}`;
    picked.set(key, [...(picked.get(key) ?? []), one]);
  }
  return (taxon, part, own) =>
    pickingRate([...(picked.get(`${taxon} ${part}`) ?? []), ...(own ? [own] : [])]);
}

/** A walk's legs and picking as its leaders left them; what it taught before is replaced. */
export async function learnFrom(
  db: SchoolDb,
  walkId: string,
  company: Company,
  legs: readonly (RecordedLeg & { readonly counts: boolean })[],
  picked: readonly z.infer<typeof PickedPart>[]
): Promise<void> {
  await db.query('delete from walked_leg where walk_id = $1', [walkId]);
  await db.query('delete from picked where walk_id = $1', [walkId]);
  for (const leg of legs)
    await insert(db, 'walked_leg', {
      walkId,
      position: leg.position,
      company,
      naismithSeconds: leg.naismithSeconds,
      toblerSeconds: leg.toblerSeconds,
      realSeconds: leg.realSeconds,
      counts: leg.counts
    });
  for (const one of picked) await insert(db, 'picked', { walkId, ...one });
}

/** Whether a walk has taught something, and which of its legs count; undefined where it has not. */
export async function taughtBy(
  db: SchoolDb,
  walkId: string
): Promise<ReadonlyMap<number, boolean> | undefined> {
  const legs = await rowsOf(
    db,
    z.object({ position: z.number(), counts: z.boolean() }),
    'select position, counts from walked_leg where walk_id = $1',
    [walkId]
  );
  return legs.length > 0 ? new Map(legs.map(({ position, counts }) => [position, counts])) : undefined;
}
