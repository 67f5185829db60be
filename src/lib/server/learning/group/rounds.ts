import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { worstSeverity } from '$core/knowledge';
import {
  type Choice,
  type DrillPair,
  type GroupAct,
  Specification,
  afterAct,
  anybody,
  composeRoundOfKind,
  groupPhases
} from '$core/learning';
import { type Viewer, takeCode } from '../../accounts';
import { insert } from '../../database/insert';
import { notify } from '../../database/notices';
import { maybe, rowOf, rowsOf } from '../../database/rows';
import type { SchoolDb } from '../../database/school';
import { type SchoolLibrary, schoolLibrary } from '../../library/library';
import { systemRandom } from '../../system-random';
import type { Walk } from '../../walk/walks';
import { type PracticeChoice, chosenPairs, pairsToPractise, practisedPairs, roundFrame } from '../drills';

/** Rounds that a group answers together: composed, moved on by whoever leads, and found by a code. */

export const leastSpecimens = 3;
export const mostSpecimens = 15;

export interface GroupRoundHead {
  readonly name: string;
  readonly walk: Pick<Walk, 'id' | 'region' | 'heldOn' | 'briefVersion' | 'revision'> | undefined;
  /** Without a walk: which pairs, and whether of today or of the year. */
  readonly choice: Pick<PracticeChoice, 'when' | 'taxon' | 'family'>;
  readonly length: number;
}

/** The dangerous pairs of a choice, the worst first. */
async function pairsChosen(
  db: SchoolDb,
  viewer: Viewer,
  own: SchoolLibrary,
  choice: GroupRoundHead['choice']
): Promise<DrillPair[]> {
  const { taxa } = own.library;
  const chosen = await chosenPairs(db, own, viewer.today, { ...choice, lookalikes: 'dangerous' });
  const severity = (slug: string) => worstSeverity(taxa.get(slug)!);
  return practisedPairs(
    db,
    own.library,
    [...chosen].sort((a, b) => severity(b.lookalike) - severity(a.lookalike))
  );
}

/** @returns undefined where there is no dangerous pair to ask about */
export async function startGroupRound(
  db: SchoolDb,
  viewer: Viewer,
  { name, walk, choice, length }: GroupRoundHead
): Promise<string | undefined> {
  const own = await schoolLibrary(db, walk?.region ?? viewer.region);
  const pairs = walk
    ? await pairsToPractise(db, viewer, walk, own)
    : await pairsChosen(db, viewer, own, choice);
  const frame = await roundFrame(db, anybody(pairs), own.library, pairs, walk?.heldOn ?? viewer.today);
  const questions = composeRoundOfKind(frame, pairs, length, 'side by side', systemRandom());
  if (questions.length === 0) return undefined;
  const id = uuid();
  await insert(db, 'group_round', {
    id,
    name,
    walkId: walk?.id,
    region: own.library.region.slug,
    ledBy: viewer.personId,
    code: await takeCode(db, id),
    effectiveAt: db.now
  });
  for (const [i, specification] of questions.entries())
    await insert(db, 'group_question', { roundId: id, position: i + 1, specification });
  return id;
}

const StoredSpecification = Specification.nullable().transform((spec) => spec ?? undefined);

const GroupRound = z.object({
  id: z.string(),
  name: z.string(),
  walkId: maybe(z.string()),
  walkName: maybe(z.string()),
  region: z.string(),
  code: z.string(),
  step: z.number(),
  phase: z.enum(groupPhases),
  position: z.number(),
  length: z.number(),
  startedAt: z.date(),
  /** Phones that are in it, and how many of them have answered what is asked. */
  phones: z.number(),
  answered: z.number(),
  hands: z.object({ target: z.number(), lookalike: z.number(), 'cannot tell': z.number() }),
  /** With the truth; undefined before the first. */
  spec: StoredSpecification
});
export type GroupRound = Readonly<z.infer<typeof GroupRound>>;

const hands = `jsonb_build_object('target', coalesce(hands_target, 0), 'lookalike', coalesce(hands_lookalike, 0),
                            'cannot tell', coalesce(hands_cannot_tell, 0)) as hands`;

const select = `
  select r.id, r.name, walk_id as "walkId", walk.name as "walkName", r.region, code, step, phase, r.position,
         r.effective_at as "startedAt", q.specification as spec,
         (select count(*)::int from group_question o where o.school_id = r.school_id and o.round_id = r.id) as length,
         (select count(*)::int from group_seat s
           where s.school_id = r.school_id and s.round_id = r.id and token_hash is not null) as phones,
         (select count(*)::int from group_answer a
           where a.school_id = r.school_id and a.round_id = r.id and a.position = r.position) as answered,
         ${hands}
    from group_round r
    left join walk on walk.school_id = r.school_id and walk.id = walk_id
    left join group_question q on q.school_id = r.school_id and q.round_id = r.id and q.position = r.position`;

export const readGroupRound = (db: SchoolDb, id: string): Promise<GroupRound | undefined> =>
  rowOf(db, GroupRound, `${select} where r.id = $1`, [id]);

const AskedSpecimen = GroupRound.pick({ id: true, region: true, position: true, spec: true, hands: true });
export type AskedSpecimen = Readonly<z.infer<typeof AskedSpecimen>>;

/** The specimens of a round that were asked about, in their order. */
export const readSpecimens = (db: SchoolDb, id: string): Promise<AskedSpecimen[]> =>
  rowsOf(
    db,
    AskedSpecimen,
    `select r.id, r.region, q.position, q.specification as spec, ${hands}
       from group_round r join group_question q on q.school_id = r.school_id and q.round_id = r.id
      where r.id = $1 and q.position <= r.position order by q.position`,
    [id]
  );

/** The newest first. */
export const listGroupRounds = (db: SchoolDb): Promise<GroupRound[]> =>
  rowsOf(
    db,
    GroupRound,
    `${select} where r.effective_at <= domain_now() order by r.effective_at desc, r.id desc limit 30`
  );

/** Locks a round, so that nobody moves it on meanwhile. */
const holdRound = (db: SchoolDb, id: string) =>
  rowOf(
    db,
    GroupRound.pick({ step: true, phase: true, position: true }),
    'select step, phase, position from group_round where id = $1 for update',
    [id]
  );

export type Moved = 'moved' | 'gone' | 'behind' | 'out of place';

/**
 * Moves a round on.
 * @param step what the screen showed: two screens move it on once
 */
export async function moveOn(db: SchoolDb, id: string, act: GroupAct, step: number): Promise<Moved> {
  const held = await holdRound(db, id);
  if (!held) return 'gone';
  if (held.step !== step) return 'behind';
  const { length } = (await readGroupRound(db, id))!;
  const after = afterAct(held, act, length);
  if (!after) return 'out of place';
  await db.query(
    `update group_round set step = step + 1, phase = $2, position = $3,
            closed_at = case when $2 = 'closed' then $4::timestamptz end where id = $1`,
    [id, after.phase, after.position, db.now]
  );
  await notify(db, id);
  return 'moved';
}

/** Enters raised hands for what is asked. @returns whether there was something to raise them for */
export async function countHands(
  db: SchoolDb,
  id: string,
  hands: Readonly<Record<Choice, number>>
): Promise<boolean> {
  const held = await holdRound(db, id);
  if (held?.phase !== 'asked' && held?.phase !== 'divided') return false;
  await db.query(
    `update group_question set hands_target = $3, hands_lookalike = $4, hands_cannot_tell = $5
      where round_id = $1 and position = $2`,
    [id, held.position, hands.target, hands.lookalike, hands['cannot tell']]
  );
  await notify(db, id);
  return true;
}
