import sharp, { type Sharp } from 'sharp';
import { z } from 'zod';
import {
  type OpenQuestion,
  type PhotographPart,
  type QuestionImage,
  Specification,
  photographIds
} from '$core/learning';
import { type Ask, type Found, type Given, type ToDraw, askDesk, draw } from '../drawing';
import { schoolLibrary } from '../library';
import { readJpeg, readPhotographs } from '../photographs';
import { type SchoolDb, withSchool } from '../school';
import type { Viewer } from '../accounts';

/** A question of the viewer's own, drawn. What is asked stays on the server until it is answered. */

/** Questions of the first release say no kind: they are side by side. */
const StoredSpecification = z.preprocess(
  (stored) => (typeof stored === 'object' && stored !== null ? { drill: 'side by side', ...stored } : stored),
  Specification
);

export interface AskedQuestion {
  readonly id: string;
  readonly spec: Specification;
  readonly walkId: string | undefined;
  /** What was asked for in it so far, in order. */
  readonly wishes: readonly string[];
  /** Whether it belongs to a quiz, and whether that sitting's time is up. */
  readonly isOfQuiz: boolean;
  readonly isTimeUp: boolean;
  /** Asks something of it as it was drawn; undefined where the library has its plants no more. */
  readonly ask: <A extends Ask>(what: A, given: Given<A>) => Promise<Found<A> | undefined>;
  /** Has it drawn, since it will be asked next. */
  readonly drawAhead: () => void;
}

export interface QuestionRow {
  readonly id: string;
  readonly specification: unknown;
  readonly library_key: string;
  readonly walk_id: string | null;
  readonly wishes: string[] | null;
  readonly quiz_id: string | null;
  readonly seconds_left: number | null;
}

/** A question with what was asked for in it, and its quiz; for the tables of `questionTables`. */
export const questionColumns = `question.id, specification, library_key(), round.walk_id, quiz_id,
  extract(epoch from opened_at + make_interval(mins => minutes) - now())::float as seconds_left,
  (select array_agg(wish order by recorded_at) from question_wish
    where question_wish.school_id = question.school_id and question_id = question.id) as wishes`;

export const questionTables = `question join round on round.school_id = question.school_id and round.id = round_id
  left join quiz on quiz.school_id = round.school_id and quiz.id = quiz_id`;

export async function askQuestion(db: SchoolDb, row: QuestionRow): Promise<AskedQuestion> {
  const spec = StoredSpecification.parse(row.specification);
  // A photograph that was taken away meanwhile gives way to a drawing.
  const photographs = await readPhotographs(db, photographIds(spec));
  const toDraw: ToDraw = { library: await schoolLibrary(db, row.library_key), spec, photographs };
  return {
    id: row.id,
    spec,
    walkId: row.walk_id ?? undefined,
    wishes: row.wishes ?? [],
    isOfQuiz: row.quiz_id !== null,
    isTimeUp: row.seconds_left !== null && row.seconds_left < 0,
    ask: (what, given) => askDesk(toDraw, what, given),
    drawAhead: () => draw(toDraw)
  };
}

/** @returns undefined where it is none of the viewer's */
export const readQuestion = (viewer: Viewer, questionId: string): Promise<AskedQuestion | undefined> =>
  withSchool(viewer.schoolId, async (db) => {
    const { rows } = await db.query<QuestionRow>(
      `select ${questionColumns} from ${questionTables} where question.id = $1 and person_id = $2`,
      [questionId, viewer.personId]
    );
    return rows[0] && askQuestion(db, rows[0]);
  });

/** Keeps what was asked for. @returns whether there is an answer to come still */
const keepWish = (viewer: Viewer, questionId: string, wish: string): Promise<boolean> =>
  withSchool(viewer.schoolId, async (db) => {
    const { rows } = await db.query('select from answer_event where question_id = $1', [questionId]);
    if (rows.length > 0) return false;
    await db.query(
      'insert into question_wish (school_id, question_id, wish) values ($1, $2, $3) on conflict do nothing',
      [db.schoolId, questionId, wish]
    );
    return true;
  });

/**
 * Asks for a look of a question that is still open. Asking twice costs once.
 * @returns the question as it is open now; undefined where there is no such question, look, or no answer to come
 */
export async function wishFor(
  viewer: Viewer,
  questionId: string,
  wish: string
): Promise<OpenQuestion | undefined> {
  const asked = await readQuestion(viewer, questionId);
  if (!asked || asked.isTimeUp || !(await asked.ask('offers', { wish }))?.found) return undefined;
  if (!(await keepWish(viewer, questionId, wish))) return undefined;
  const wishes = asked.wishes.includes(wish) ? asked.wishes : [...asked.wishes, wish];
  return (await asked.ask('open', { wishes }))?.found;
}

async function cropped(jpeg: Buffer, part: PhotographPart): Promise<Sharp> {
  const { width, height } = await sharp(jpeg).metadata();
  return sharp(jpeg).extract({
    left: Math.floor(part.left * width),
    top: Math.floor(part.top * height),
    width: Math.floor(part.width * width),
    height: Math.floor(part.height * height)
  });
}

/** Twice the size in which it is shown, for fine screens. */
const tileScale = 2;
const jpegQuality = { quality: 82 };

/** Parts of photographs on one sheet: a single picture, so that no address tells which of them are the same plant. */
async function sheetOf(
  db: SchoolDb,
  { tiles, width, height }: Extract<QuestionImage, { tiles: unknown }>
): Promise<Buffer> {
  const parts = [];
  for (const { photograph, part, left, top, side } of tiles) {
    const jpeg = await readJpeg(db, photograph);
    if (!jpeg) continue;
    const size = tileScale * side;
    const input = await (await cropped(jpeg, part)).resize(size, size).toBuffer();
    parts.push({ input, left: Math.round(tileScale * left), top: Math.round(tileScale * top) });
  }
  return sharp({
    create: { width: tileScale * width, height: tileScale * height, channels: 3, background: '#FCFAF3' }
  })
    .composite(parts)
    .jpeg(jpegQuality)
    .toBuffer();
}

/** A picture of a question of the viewer's own by its name: a drawing as SVG, or a photograph. */
export async function questionImage(
  viewer: Viewer,
  questionId: string,
  name: string
): Promise<{ readonly svg: string } | { readonly jpeg: Buffer } | undefined> {
  const asked = await readQuestion(viewer, questionId);
  const image = (await asked?.ask('image', { name, wishes: asked.wishes }))?.found;
  if (!image || 'svg' in image) return image;
  return withSchool(viewer.schoolId, async (db) => {
    if ('tiles' in image) return { jpeg: await sheetOf(db, image) };
    const jpeg = await readJpeg(db, image.photograph);
    if (!jpeg || !image.part) return jpeg && { jpeg };
    return { jpeg: await (await cropped(jpeg, image.part)).jpeg(jpegQuality).toBuffer() };
  });
}
