import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { type Choice, type GroupAnswer, choices, confidences, groupPhases } from '$core/learning';
import { hashOf, newToken, readSchoolLink, roundBehind, schoolLink } from '../../accounts';
import { insert } from '../../database/insert';
import { notify } from '../../database/notices';
import { maybe, rowOf, rowsOf } from '../../database/rows';
import { type SchoolDb, withSchool } from '../../database/school';

/** Phones in a round. They need no account: a phone is known by the link in its cookie, and named by who holds it. */

/** More than one round has room for. */
const mostSeats = 500;
/** Days after which the names of phones are forgotten. */
const nameDays = 30;

export const SeatName = z
  .string()
  .trim()
  .min(1, 'Say who is at this phone.')
  .max(60, 'At most 60 letters.')
  .refine((name) => !/[\p{Cc}\p{Cf}]/u.test(name), 'Write the name with letters alone.');

export type Joined =
  { readonly link: string } | { readonly status: 404 | 409 | 410; readonly problem: string };

/** Joins a round by its code. @param typed as it is kept */
export async function joinRound(code: string, name: string): Promise<Joined> {
  const behind = await roundBehind(code);
  if (!behind) return { status: 404, problem: 'There is no round with this code. Look at the screen again.' };
  const { schoolId, roundId } = behind;
  return withSchool(schoolId, async (db) => {
    const round = await rowOf(
      db,
      z.object({ phase: z.enum(groupPhases), seats: z.number() }),
      `select phase, (select count(*)::int from group_seat s where s.school_id = r.school_id and s.round_id = r.id) as seats
         from group_round r where id = $1`,
      [roundId]
    );
    if (!round || round.phase === 'closed')
      return { status: 410, problem: 'This round is over. A new one has a code of its own.' };
    if (round.seats >= mostSeats)
      return { status: 409, problem: `This round has ${mostSeats} phones: no more find room in it.` };
    const token = newToken();
    const seat = { id: uuid(), roundId, name, tokenHash: hashOf(token) };
    const isIn =
      (await insert(db, 'group_seat', seat, 'nothing')) ||
      (await takeFreed(db, roundId, name, seat.tokenHash));
    if (!isIn)
      return {
        status: 409,
        problem: `Another phone is in the round as “${name}”. Write the name so that both are told apart; or, if that was this phone, ask whoever leads to free the name.`
      };
    await notify(db, roundId);
    return { link: schoolLink(schoolId, token) };
  });
}

/** Whoever comes back under a name that the leader has freed has its answers, too. */
const takeFreed = async (
  db: SchoolDb,
  roundId: string,
  name: string,
  tokenHash: Buffer
): Promise<boolean> => {
  const { rowCount } = await db.query(
    'update group_seat set token_hash = $3 where round_id = $1 and lower(name) = lower($2) and token_hash is null',
    [roundId, name, tokenHash]
  );
  return rowCount === 1;
};

const Seat = z.object({ id: z.string(), roundId: z.string(), name: z.string() });
export interface Seat extends z.infer<typeof Seat> {
  readonly schoolId: string;
}

/** @returns undefined where the link is none, or its name was freed */
export async function readSeat(link: string | undefined): Promise<Seat | undefined> {
  const read = link ? readSchoolLink(link) : undefined;
  if (!read) return undefined;
  const { schoolId, hash } = read;
  const seat = await withSchool(schoolId, (db) =>
    rowOf(db, Seat, 'select id, round_id as "roundId", name from group_seat where token_hash = $1', [hash])
  );
  return seat && { ...seat, schoolId };
}

const SeatInList = z.object({
  id: z.string(),
  name: z.string(),
  isFree: z.boolean(),
  hasAnswered: z.boolean()
});
export type SeatInList = Readonly<z.infer<typeof SeatInList>>;

export const listSeats = (db: SchoolDb, roundId: string, position: number): Promise<SeatInList[]> =>
  rowsOf(
    db,
    SeatInList,
    `select id, name, token_hash is null as "isFree",
            exists (select from group_answer a where a.school_id = s.school_id and a.seat_id = s.id and a.position = $2)
              as "hasAnswered"
       from group_seat s where round_id = $1 order by joined_at, id`,
    [roundId, position]
  );

/** Frees a name for whoever comes back under it. @returns whether there was such a phone */
export async function freeSeat(db: SchoolDb, roundId: string, seatId: string): Promise<boolean> {
  const { rowCount } = await db.query(
    'update group_seat set token_hash = null where round_id = $1 and id = $2 and token_hash is not null',
    [roundId, seatId]
  );
  if (rowCount) await notify(db, roundId);
  return rowCount === 1;
}

export const forgetSeatNames = async (db: SchoolDb): Promise<void> => {
  await db.query(
    `update group_seat set name = 'phone ' || id where joined_at < now() - make_interval(days => $1)
        and name is distinct from 'phone ' || id`,
    [nameDays]
  );
};

/** What a phone sends, with an id of its own. */
export const GroupAnswerSent = z.strictObject({
  id: z.uuid(),
  position: z.number().int().min(1).max(100),
  choice: z.enum(choices),
  part: z
    .string()
    .regex(/^[a-e]$/)
    .optional(),
  confidence: z.enum(confidences)
});
export type GroupAnswerSent = z.infer<typeof GroupAnswerSent>;

const AnswerKept = z.object({
  position: z.number(),
  choice: z.enum(choices),
  part: maybe(z.string()),
  confidence: z.enum(confidences)
});
export type AnswerKept = Readonly<z.infer<typeof AnswerKept>>;

export type Taken = { readonly kept: AnswerKept } | { readonly status: 409 | 410; readonly problem: string };

/** Takes an answer once: sent again it is the same, and the first one of a phone stands. */
export const takeAnswer = (seat: Seat, { id, position, ...given }: GroupAnswerSent): Promise<Taken> =>
  withSchool(seat.schoolId, async (db) => {
    // The round may be moved on at this moment: then either this waits for that, or that for this.
    const isOpen = await db.query(
      "select from group_round where id = $1 and phase = 'asked' and position = $2 for share",
      [seat.roundId, position]
    );
    if (isOpen.rowCount === 1) {
      const isNew = await insert(
        db,
        'group_answer',
        { id, roundId: seat.roundId, position, seatId: seat.id, ...given, effectiveAt: db.now },
        'nothing'
      );
      if (isNew) await notify(db, seat.roundId);
    }
    const kept = (await answersOf(db, seat)).find((one) => one.position === position);
    if (kept) return { kept };
    const closed = await db.query("select from group_round where id = $1 and phase = 'closed'", [
      seat.roundId
    ]);
    return closed.rowCount === 1
      ? { status: 410, problem: 'The round is over; this answer came too late and is not counted.' }
      : {
          status: 409,
          problem: 'How the room divides was shown already; this answer came too late and is not counted.'
        };
  });

/** What a phone has answered so far. */
export const answersOf = (db: SchoolDb, seat: Pick<Seat, 'id'>): Promise<AnswerKept[]> =>
  rowsOf(
    db,
    AnswerKept,
    'select position, choice, part, confidence from group_answer where seat_id = $1 order by position',
    [seat.id]
  );

const AnswerOfRound = AnswerKept.extend({ name: z.string() });

/** All answers of a round, or of one specimen of it. */
export const answersIn = (
  db: SchoolDb,
  roundId: string,
  position?: number
): Promise<(GroupAnswer & { readonly position: number; readonly choice: Choice; readonly name: string })[]> =>
  rowsOf(
    db,
    AnswerOfRound,
    `select a.position, choice, part, confidence, s.name
       from group_answer a join group_seat s on s.school_id = a.school_id and s.id = seat_id
      where a.round_id = $1 and ($2::int is null or a.position = $2) order by a.position, s.name`,
    [roundId, position ?? null]
  );
