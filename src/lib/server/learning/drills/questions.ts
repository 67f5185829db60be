import { palette } from '$lib/palette';
import { LRUCache } from 'lru-cache';
import sharp, { type Sharp } from 'sharp';
import { z } from 'zod';
import {
  type Given,
  type Grading,
  type OpenQuestion,
  type PhotographPart,
  type QuestionImage,
  Specification,
  drillNames,
  outcomes,
  phases,
  photographIds
} from '$core/learning';
import { type ToDraw, askDesk, draw } from '../../drawing';
import { libraryByKey } from '../../library/library';
import { readJpeg, readPhotographs } from '../../library/photographs';
import { rowsOf } from '../../database/rows';
import { type SchoolDb, onceIn, withSchool } from '../../database/school';
import type { Viewer } from '../../accounts';
import { insert } from '../../database/insert';
import { questionPicture } from '../own-questions';

/** A question of the viewer's own, drawn. What is asked stays on the server until it is answered. */

/** Questions of the first release say no kind: they are side by side. */
const StoredSpecification = z.preprocess(
  (stored) => (typeof stored === 'object' && stored !== null ? { drill: 'side by side', ...stored } : stored),
  Specification
);

/** A question as it was drawn. What asks for its drawing gives undefined where the library has its plants no more. */
export interface AskedQuestion {
  readonly id: string;
  readonly number: number;
  readonly spec: Specification;
  readonly walkId: string | undefined;
  /** What was asked for in it so far, in order. */
  readonly wishes: readonly string[];
  /** Whether it belongs to a quiz, and whether that sitting's time is up. */
  readonly isOfQuiz: boolean;
  readonly isTimeUp: boolean;
  readonly offers: (wish: string) => Promise<boolean>;
  /** What its page may know. @param alsoWished a wish that was made since it was read */
  readonly open: (alsoWished?: string) => Promise<OpenQuestion | undefined>;
  readonly image: (name: string) => Promise<QuestionImage | undefined>;
  readonly grade: (answer: Given) => Promise<Grading | undefined>;
  /** Has it drawn, since it will be asked next. */
  readonly drawAhead: () => void;
}

/** By the columns of the function that finds it. */
const QuestionRow = z.object({
  id: z.string(),
  specification: z.unknown(),
  library_key: z.string(),
  position: z.number(),
  walk_id: z.string().nullable(),
  walk_name: z.string().nullable(),
  quiz_id: z.string().nullable(),
  quiz_name: z.string().nullable(),
  phase: z.enum(phases).nullable(),
  seconds_left: z.number().nullable(),
  wishes: z.array(z.string()).nullable(),
  outcome: z.enum(outcomes).nullable(),
  drill: z.enum(drillNames).nullable()
});
export type QuestionRow = Readonly<z.infer<typeof QuestionRow>>;

/** Whether the time of the sitting that a question belongs to is over. */
export const isTimeUp = ({ seconds_left: left }: QuestionRow): boolean => left !== null && left < 0;

/** A viewer's own questions in their order: those of a round, or one. */
export const questionRows = (
  viewer: Viewer,
  which: { readonly roundId: string } | { readonly questionId: string }
): Promise<QuestionRow[]> =>
  rowsOf(onceIn(viewer.schoolId), QuestionRow, 'select * from own_questions($1, $2, $3, $4, $5)', [
    viewer.personId,
    'roundId' in which ? which.roundId : null,
    'questionId' in which ? which.questionId : null
  ]);

export async function askQuestion(viewer: Viewer, row: QuestionRow): Promise<AskedQuestion> {
  const spec = StoredSpecification.parse(row.specification);
  const ids = photographIds(spec);
  const toDraw: ToDraw = {
    library: await libraryByKey(viewer.schoolId, row.library_key),
    spec,
    // A photograph that was taken away meanwhile gives way to a drawing.
    photographs: ids.length > 0 ? await withSchool(viewer.schoolId, (db) => readPhotographs(db, ids)) : []
  };
  const wishes = row.wishes ?? [];
  return {
    id: row.id,
    number: row.position,
    spec,
    walkId: row.walk_id ?? undefined,
    wishes,
    isOfQuiz: row.quiz_id !== null,
    isTimeUp: isTimeUp(row),
    offers: async (wish) => Boolean((await askDesk(toDraw, 'offers', { wish }))?.found),
    open: async (alsoWished) => {
      const opened = await askDesk(toDraw, 'open', {
        wishes: [...wishes, ...(alsoWished ? [alsoWished] : [])]
      });
      if (!opened) return undefined;
      for (const { name, svg } of opened.found.pictures)
        fresh.set(`${viewer.personId} ${row.id} ${name}`, svg);
      return opened.found.question;
    },
    image: async (name) => (await askDesk(toDraw, 'image', { name, wishes }))?.found,
    grade: async (answer) => (await askDesk(toDraw, 'grade', { answer, wishes }))?.found,
    drawAhead: () => draw(toDraw)
  };
}

/** Has the first question of a new round drawn: nobody could say sooner that it will be asked. */
export function drawFirst(library: ToDraw['library'], [first]: readonly Specification[]): void {
  // As it will be read again: what is drawn is known by it.
  const spec = first && StoredSpecification.parse(first);
  if (spec && photographIds(spec).length === 0) draw({ library, spec, photographs: [] });
}

/** Drawings that a page was just told of: it fetches them at once, so they wait for it here. */
const fresh = new LRUCache<string, string>({
  // Letters of drawings.
  maxSize: 32_000_000,
  sizeCalculation: ({ length }) => Math.max(1, length),
  ttl: 30_000
});

/** @returns undefined where it is none of the viewer's */
export async function readQuestion(viewer: Viewer, questionId: string): Promise<AskedQuestion | undefined> {
  const [row] = await questionRows(viewer, { questionId });
  return row && askQuestion(viewer, row);
}

/** Keeps what was asked for. @returns whether there is an answer to come still */
const keepWish = (viewer: Viewer, questionId: string, wish: string): Promise<boolean> =>
  withSchool(viewer.schoolId, async (db) => {
    const { rowCount } = await db.query('select from answer_event where question_id = $1', [questionId]);
    if (rowCount) return false;
    await insert(db, 'question_wish', { questionId, wish }, 'nothing');
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
  if (!asked || asked.isTimeUp || !(await asked.offers(wish))) return undefined;
  if (!(await keepWish(viewer, questionId, wish))) return undefined;
  return asked.open(asked.wishes.includes(wish) ? undefined : wish);
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
    create: { width: tileScale * width, height: tileScale * height, channels: 3, background: palette.paper }
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
  const place = `${viewer.personId} ${questionId} ${name}`;
  const svg = fresh.get(place);
  if (svg !== undefined) {
    fresh.delete(place);
    return { svg };
  }
  const image = await (await readQuestion(viewer, questionId))?.image(name);
  if (!image || 'svg' in image) return image;
  return withSchool(viewer.schoolId, async (db) => {
    if ('tiles' in image) return { jpeg: await sheetOf(db, image) };
    if ('questionPicture' in image) {
      const own = await questionPicture(db, image.questionPicture);
      return own && { jpeg: own };
    }
    const jpeg = await readJpeg(db, image.photograph);
    if (!jpeg || !image.part) return jpeg && { jpeg };
    return { jpeg: await (await cropped(jpeg, image.part)).jpeg(jpegQuality).toBuffer() };
  });
}
