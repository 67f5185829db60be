import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { type Specification, WrittenQuestion } from '$core/learning';
import type { Viewer } from '../accounts';
import { insert } from '../database/insert';
import { maybe, rowOf, rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';
import type { Picture } from '../library/photographs';
import { systemRandom } from '../system-random';

/** Questions that a school has written itself: its collection. A quiz keeps a copy of those that it asks. */

const OwnQuestion = z.object({
  id: z.string(),
  question: WrittenQuestion,
  madeBy: z.string(),
  changedAt: z.date()
});
export type OwnQuestion = z.infer<typeof OwnQuestion>;

/** A collection is no dump: a slip of a script fills no database. */
const mostOwnQuestions = 2000;

const select = `select own.id, body as question, person.name as "madeBy", coalesce(changed_at, own.effective_at) as "changedAt"
    from own_question own join person on person.school_id = own.school_id and person.id = made_by`;

/** The latest first. */
export const listOwnQuestions = (db: SchoolDb): Promise<OwnQuestion[]> =>
  rowsOf(db, OwnQuestion, `${select} order by own.effective_at desc, own.id desc`);

export const readOwnQuestion = (db: SchoolDb, id: string): Promise<OwnQuestion | undefined> =>
  rowOf(db, OwnQuestion, `${select} where own.id = $1`, [id]);

/** @returns the id of what was added, or what speaks against it */
export async function addOwnQuestion(
  db: SchoolDb,
  viewer: Viewer,
  question: WrittenQuestion
): Promise<{ readonly id: string } | { readonly problem: string }> {
  const row = await rowOf(db, z.object({ n: z.number() }), 'select count(*)::int as n from own_question');
  if (row!.n >= mostOwnQuestions) return { problem: `There is room for ${mostOwnQuestions} questions.` };
  const id = uuid();
  await insert(db, 'own_question', {
    id,
    body: JSON.stringify(question),
    madeBy: viewer.personId,
    effectiveAt: db.now
  });
  return { id };
}

/** @returns false where it is there no more */
export async function changeOwnQuestion(
  db: SchoolDb,
  id: string,
  question: WrittenQuestion
): Promise<boolean> {
  const { rowCount } = await db.query('update own_question set body = $2, changed_at = $3 where id = $1', [
    id,
    JSON.stringify(question),
    db.now
  ]);
  return rowCount === 1;
}

/** Takes a question out of the collection; quizzes that ask it keep it. */
export async function removeOwnQuestion(db: SchoolDb, id: string): Promise<boolean> {
  const { rowCount } = await db.query('delete from own_question where id = $1', [id]);
  return rowCount === 1;
}

/** Keeps a picture for a question. */
export async function addQuestionPicture(db: SchoolDb, viewer: Viewer, picture: Picture): Promise<string> {
  const id = uuid();
  await insert(db, 'question_picture', {
    id,
    jpeg: picture.jpeg,
    width: picture.width,
    height: picture.height,
    madeBy: viewer.personId,
    effectiveAt: db.now
  });
  return id;
}

export async function questionPicture(db: SchoolDb, id: string): Promise<Buffer | undefined> {
  const row = await rowOf(
    db,
    z.object({ jpeg: maybe(z.instanceof(Buffer)) }),
    'select jpeg from question_picture where id = $1',
    [id]
  );
  return row?.jpeg;
}

/** The pictures of the school’s own questions in a quiz, by their ids, as data addresses. */
export async function picturesToPrint(
  db: SchoolDb,
  questions: readonly Specification[]
): Promise<Record<string, string>> {
  const pictures: Record<string, string> = {};
  for (const spec of questions) {
    const id = spec.drill === 'own question' ? spec.question.picture?.id : undefined;
    const jpeg = id && (await questionPicture(db, id));
    if (jpeg) pictures[id] = `data:image/jpeg;base64,${jpeg.toString('base64')}`;
  }
  return pictures;
}

/** A question of the collection as a quiz asks it. */
export const asAsked = ({ id, question }: Pick<OwnQuestion, 'id' | 'question'>): Specification => ({
  drill: 'own question',
  id,
  question,
  seed: systemRandom().integer(1, 2 ** 31 - 1)
});
