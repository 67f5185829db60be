import { z } from 'zod';
import { longDate } from '$core/words';
import type { Viewer } from '../accounts';
import { hashOf, newToken, readSchoolLink, schoolLink } from '../accounts';
import { maybe, rowOf, rowsOf } from '../database/rows';
import { type SchoolDb, withSchool } from '../database/school';
import type { News } from '../school/news';

/** How people are on the day after a walk: asked by a link that needs no sign-in, or by telephone. */

export const answers = ['well', 'not well'] as const;
export type Answer = (typeof answers)[number];
/** What whoever calls writes down. */
export const notedAnswers = [...answers, 'not reached'] as const;

/** A link is open for so many days; until then an answer can be changed. */
const openDays = 14;

const Wellbeing = z.object({
  personId: z.string(),
  name: z.string(),
  askedAt: z.date(),
  answer: maybe(z.enum(notedAnswers)),
  words: z.string(),
  answeredAt: maybe(z.date()),
  /** Who wrote it down; nobody where it came by the link. */
  writtenBy: maybe(z.string()),
  seenBy: maybe(z.string())
});
export type Wellbeing = Readonly<z.infer<typeof Wellbeing>>;

export const listWellbeing = (db: SchoolDb, walkId: string): Promise<Wellbeing[]> =>
  rowsOf(
    db,
    Wellbeing,
    `select w.person_id as "personId", w.name, asked_at as "askedAt", answer, words, answered_at as "answeredAt",
            writer.name as "writtenBy", seer.name as "seenBy"
       from wellbeing w
       left join person writer on writer.school_id = w.school_id and writer.id = written_by
       left join person seer on seer.school_id = w.school_id and seer.id = seen_by
      where walk_id = $1 order by w.name, w.person_id`,
    [walkId]
  );

/**
 * Asks somebody; who was asked before gets a new link, and the old one stops working. An answer stays.
 * @returns the last part of the link, shown once
 */
export async function askAfter(
  db: SchoolDb,
  viewer: Viewer,
  walkId: string,
  person: { readonly id: string; readonly name: string }
): Promise<string> {
  const token = newToken();
  await db.query(
    `insert into wellbeing (school_id, walk_id, person_id, member_id, name, asked_at, asked_by, token_hash, expires_at)
     values ($1, $2, $3, (select id from person where id = $3), $4, $5, $6, $7, $5::timestamptz + make_interval(days => $8))
     on conflict (school_id, walk_id, person_id) do update
       set token_hash = excluded.token_hash, expires_at = excluded.expires_at`,
    [db.schoolId, walkId, person.id, person.name, db.now, viewer.personId, hashOf(token), openDays]
  );
  return schoolLink(db.schoolId, token);
}

/** What was said on the telephone, or that nobody was reached. An answer by the link is not written over by the latter. */
export async function noteAnswer(
  db: SchoolDb,
  viewer: Viewer,
  walkId: string,
  person: { readonly id: string; readonly name: string },
  answer: (typeof notedAnswers)[number],
  words: string
): Promise<void> {
  await db.query(
    `insert into wellbeing (school_id, walk_id, person_id, member_id, name, asked_at, asked_by, answer, words, answered_at,
                            written_by)
     values ($1, $2, $3, (select id from person where id = $3), $4, $5, $6, $7, $8, $5, $6)
     on conflict (school_id, walk_id, person_id) do update
       set answer = excluded.answer, words = excluded.words, answered_at = excluded.answered_at,
           written_by = excluded.written_by, seen_by = null, seen_at = null
     where excluded.answer <> 'not reached' or wellbeing.answer is null or wellbeing.answer = 'not reached'`,
    [db.schoolId, walkId, person.id, person.name, db.now, viewer.personId, answer, words]
  );
}

/** Says that somebody has read of it and sees to it. */
export async function noteSeen(
  db: SchoolDb,
  viewer: Viewer,
  walkId: string,
  personId: string
): Promise<boolean> {
  const { rowCount } = await db.query(
    `update wellbeing set seen_by = $3, seen_at = $4
      where walk_id = $1 and person_id = $2 and answer = 'not well' and seen_at is null`,
    [walkId, personId, viewer.personId, db.now]
  );
  return rowCount === 1;
}

const NotWell = z.object({ walkId: z.string(), walk: z.string(), name: z.string(), words: z.string() });

/** Who is not well, and nobody has seen to it yet. */
export const notWell = (db: SchoolDb): Promise<z.infer<typeof NotWell>[]> =>
  rowsOf(
    db,
    NotWell,
    `select walk_id as "walkId", walk.name as walk, w.name, words
       from wellbeing w join walk on walk.school_id = w.school_id and walk.id = walk_id
      where answer = 'not well' and seen_at is null order by answered_at`
  );

const Question = z.object({
  walkId: z.string(),
  name: z.string(),
  walk: z.string(),
  heldOn: z.string(),
  school: z.string(),
  timeZone: z.string(),
  emergencyNumbers: z.array(z.object({ label: z.string(), number: z.string() })),
  answer: maybe(z.enum(notedAnswers)),
  words: z.string(),
  isOpen: z.boolean()
});
export type Question = Readonly<z.infer<typeof Question>>;

/** @returns undefined for a link that is none, or was replaced by another */
export function readQuestion(link: string): Promise<Question | undefined> {
  const read = readSchoolLink(link);
  if (!read) return Promise.resolve(undefined);
  return withSchool(read.schoolId, (db) =>
    rowOf(
      db,
      Question,
      `select walk_id as "walkId", w.name, walk.name as walk, held_on as "heldOn", school.name as school,
              school.time_zone as "timeZone", emergency_numbers as "emergencyNumbers", answer, words,
              expires_at > domain_now() as "isOpen"
         from wellbeing w join walk on walk.school_id = w.school_id and walk.id = walk_id
         join school on school.school_id = w.school_id
        where token_hash = $1`,
      [read.hash]
    )
  );
}

/** @returns whether it was kept: the link may have ended */
export async function answerQuestion(link: string, answer: Answer, words: string): Promise<boolean> {
  const read = readSchoolLink(link);
  if (!read) return false;
  return withSchool(read.schoolId, async (db) => {
    const { rowCount } = await db.query(
      `update wellbeing set answer = $2, words = $3, answered_at = $4, written_by = null, seen_by = null, seen_at = null
        where token_hash = $1 and expires_at > $4`,
      [read.hash, answer, words, db.now]
    );
    return rowCount === 1;
  });
}

export const newsOfQuestion = (
  walk: { readonly name: string; readonly heldOn: string },
  school: string,
  link: string
): News => ({
  subject: `How are you after ${walk.name}?`,
  body: `You were with us on ${longDate(walk.heldOn)}. Please say with one tap whether you are well; no password is needed:
${link}

If you feel ill and have eaten or touched a wild plant, do not wait for us: call the emergency number or poisons information at once, say what it was, and keep what is left of it.

${school}
`
});
