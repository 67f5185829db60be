import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { type Stage, stageNames } from '$core/knowledge';
import type { Viewer } from '../accounts';
import { insert } from '../database/insert';
import { maybe, rowOf, rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';
import type { Picture } from '../library/photographs';

/** What a learner keeps and says for themselves, what those who teach answer, and what the learner has met. */

export const entryKinds = ['find', 'task', 'question', 'wish'] as const;

/** Entries of one person: a slip of a script fills no database. */
const mostEntries = 2000;

export const NewEntry = z.object({
  kind: z.enum(entryKinds),
  /** The act by which a task was given. */
  task: z.union([z.uuid(), z.literal('')]).default(''),
  taxon: z.string().max(80).default(''),
  words: z.string().trim().min(1, 'Say it in words.').max(2000, 'At most 2000 letters.'),
  place: z.string().trim().max(120, 'At most 120 letters.').default(''),
  seenOn: z.iso.date('This is no date.'),
  isShared: z.coerce.boolean().default(false)
});

const Entry = z.object({
  id: z.string(),
  personId: z.string(),
  name: z.string(),
  kind: z.enum(entryKinds),
  taskId: maybe(z.string()),
  taxon: maybe(z.string()),
  words: z.string(),
  place: z.string(),
  seenOn: z.string(),
  isShared: z.boolean(),
  answer: maybe(z.string()),
  answeredBy: maybe(z.string()),
  hasPicture: z.boolean()
});
export type Entry = Readonly<z.infer<typeof Entry>>;

const select = `
  select e.id, e.person_id as "personId", person.name, e.kind, task_id as "taskId", e.taxon, e.words, e.place,
         to_char(e.seen_on, 'YYYY-MM-DD') as "seenOn", is_shared as "isShared", answer, teacher.name as "answeredBy",
         exists (select from notebook_picture p where p.school_id = e.school_id and p.entry_id = e.id) as "hasPicture"
    from notebook_entry e
    join person on person.school_id = e.school_id and person.id = e.person_id
    left join person teacher on teacher.school_id = e.school_id and teacher.id = answered_by`;

/** All that one person has kept, the latest first. */
export const ownEntries = (db: SchoolDb, personId: string): Promise<Entry[]> =>
  rowsOf(
    db,
    Entry,
    `${select} where e.person_id = $1 and effective_at <= domain_now() order by e.seen_on desc, e.id desc`,
    [personId]
  );

/** What learners have shown to those who teach, what waits for an answer first. */
export const sharedEntries = (db: SchoolDb): Promise<Entry[]> =>
  rowsOf(
    db,
    Entry,
    `${select} where is_shared and effective_at <= domain_now() order by answer is not null, effective_at desc, e.id desc
      limit 300`
  );

/** How many questions, wishes and answers to tasks wait for a word of those who teach. */
export async function openEntries(db: SchoolDb): Promise<number> {
  const row = await rowOf(
    db,
    z.object({ n: z.number() }),
    `select count(*)::int as n from notebook_entry
      where is_shared and answer is null and kind <> 'find' and effective_at <= domain_now()`
  );
  return row!.n;
}

/**
 * @param entry what a task or a question says is meant for those who teach: it is shared whatever was ticked
 * @returns what speaks against it; undefined where it was kept
 */
export async function addEntry(
  db: SchoolDb,
  viewer: Viewer,
  entry: z.output<typeof NewEntry>,
  picture: Picture | undefined
): Promise<string | undefined> {
  const { kind, task, taxon, words, place, seenOn, isShared } = entry;
  if (seenOn > viewer.today) return 'That day is still to come.';
  if ((kind === 'task') !== (task !== '')) return 'Choose the task that this answers.';
  const known = await rowOf(
    db,
    z.object({ entries: z.number(), isTask: z.boolean() }),
    `select (select count(*)::int from notebook_entry where person_id = $1) as entries,
            exists (select from walk_event where id = $2 and kind = 'task') as "isTask"`,
    [viewer.personId, task || null]
  );
  if (known!.entries >= mostEntries) return `A notebook has room for ${mostEntries} entries.`;
  if (task && !known!.isTask) return 'There is no such task.';
  const id = uuid();
  await insert(db, 'notebook_entry', {
    id,
    personId: viewer.personId,
    kind,
    taskId: task || undefined,
    taxon: taxon || undefined,
    words,
    place,
    seenOn,
    isShared: isShared || kind !== 'find',
    effectiveAt: db.now
  });
  if (picture)
    await insert(db, 'notebook_picture', {
      entryId: id,
      jpeg: picture.jpeg,
      width: picture.width,
      height: picture.height
    });
  return undefined;
}

/** Shows a find to those who teach. */
export async function shareEntry(db: SchoolDb, personId: string, id: string): Promise<boolean> {
  const { rowCount } = await db.query(
    'update notebook_entry set is_shared = true where id = $1 and person_id = $2',
    [id, personId]
  );
  return rowCount === 1;
}

/** Takes an entry of one's own out, with its picture and its answer. */
export async function removeEntry(db: SchoolDb, personId: string, id: string): Promise<boolean> {
  const { rowCount } = await db.query('delete from notebook_entry where id = $1 and person_id = $2', [
    id,
    personId
  ]);
  return rowCount === 1;
}

/** @returns false where nobody has shown such an entry */
export async function answerEntry(db: SchoolDb, viewer: Viewer, id: string, words: string): Promise<boolean> {
  const { rowCount } = await db.query(
    `update notebook_entry set answer = $2, answered_by = $3, answered_at = $4 where id = $1 and is_shared`,
    [id, words, viewer.personId, db.now]
  );
  return rowCount === 1;
}

/** A picture of one's own entry, or of one that was shown to those who teach. */
export async function entryPicture(db: SchoolDb, viewer: Viewer, id: string): Promise<Buffer | undefined> {
  const row = await rowOf(
    db,
    z.object({ jpeg: z.instanceof(Buffer) }),
    `select jpeg from notebook_picture p join notebook_entry e on e.school_id = p.school_id and e.id = entry_id
      where e.id = $1 and (e.person_id = $2 or (e.is_shared and $3))`,
    [id, viewer.personId, viewer.role !== 'learner']
  );
  return row?.jpeg;
}

const Meeting = z.object({
  taxon: z.string(),
  walkId: z.string(),
  walk: z.string(),
  on: z.string(),
  how: z.enum(['seen', 'asked', 'at home']),
  stage: maybe(z.enum(stageNames)),
  outcome: maybe(z.string())
});
export interface Meeting extends Omit<z.infer<typeof Meeting>, 'stage'> {
  readonly stage: Stage | undefined;
}

/**
 * What somebody has met: what stood at the stops of walks on which they were here and that were reached, what they were
 * asked on the living plant, and what they found again at home and somebody has answered. In order of time.
 */
export const metBy = (db: SchoolDb, personId: string): Promise<Meeting[]> =>
  rowsOf(
    db,
    Meeting,
    `with standing as (
       select event.* from walk_event event
        where effective_at <= domain_now()
          and kind in ('attendance', 'arrived', 'test')
          and not exists (select from walk_event undo
                           where undo.school_id = event.school_id and undo.walk_id = event.walk_id
                             and undo.kind = 'taken back' and undo.body ->> 'event' = event.id::text)),
     here as (
       select distinct on (walk_id) walk_id, body ->> 'state' as state from standing
        where kind = 'attendance' and body ->> 'person' = $1 order by walk_id, effective_at desc, id desc)
     select distinct t.taxon, walk.id as "walkId", walk.name as walk, to_char(held_on, 'YYYY-MM-DD') as "on", 'seen' as how, null as stage,
            null as outcome
       from here join walk on walk.id = here.walk_id
       join standing arrived on arrived.walk_id = walk.id and arrived.kind = 'arrived'
       join walk_taxon t on t.walk_id = walk.id and t.stop_id::text = arrived.body ->> 'stop' and t.role <> 'leave out'
      where here.state = 'here'
      union all
     select body ->> 'taxon', walk.id, walk.name, to_char(held_on, 'YYYY-MM-DD'), 'asked', body ->> 'stage', body ->> 'outcome'
       from standing join walk on walk.id = walk_id where standing.kind = 'test' and body ->> 'person' = $1
      union all
     select e.taxon, walk.id, walk.name, to_char(e.seen_on, 'YYYY-MM-DD'), 'at home', null, null
       from notebook_entry e join walk_event task on task.id = e.task_id join walk on walk.id = task.walk_id
      where e.person_id = $1::uuid and e.taxon is not null and e.answer is not null
      order by "on", taxon, how`,
    [personId]
  );
