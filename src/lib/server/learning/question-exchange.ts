import sharp from 'sharp';
import {
  type LeftOut,
  type PackedItem,
  type ReadQuestion,
  packQuiz,
  writeQuestionTable
} from '$core/formats';
import type { Dialect } from '$core/formats';
import type { Library } from '$core/knowledge';
import {
  type Item,
  type ItemPicture,
  type Specification,
  WrittenQuestion,
  inUnits,
  itemOf
} from '$core/learning';
import type { Viewer } from '../accounts';
import type { SchoolDb } from '../database/school';
import { libraryOf } from '../library/library';
import { type ReadPicture, readPicture } from '../library/photographs';
import { bytesOf, readFile } from '../reading';
import { orNotFound } from '../request/guard';
import { readQuiz } from './quizzes';
import { addOwnQuestion, addQuestionPicture, questionPicture } from './own-questions';

/** Questions out to other programs and in from them: packages of QTI 3.0, and tables. */

/** Questions as other programs ask them, and how many they cannot. */
export interface Exchanged {
  readonly items: readonly Item[];
  readonly notAsked: number;
}

export function itemsOf(library: Library, questions: readonly Specification[]): Exchanged {
  const items = questions.flatMap((spec) => itemOf(library, spec) ?? []);
  return { items, notAsked: questions.length - items.length };
}

/** A quiz that the viewer sees, as other programs ask it; 404 where there is none. */
export async function exchangedQuiz(db: SchoolDb, viewer: Viewer, id: string) {
  const quiz = orNotFound(await readQuiz(db, viewer, id), 'quiz');
  return { quiz, exchanged: itemsOf(await libraryOf(db, quiz.region), quiz.questions) };
}

/** The pictures of written questions by their ids. */
export type OwnPictures = ReadonlyMap<string, Buffer>;

export async function ownPictures(db: SchoolDb, { items }: Exchanged): Promise<OwnPictures> {
  const pictures = new Map<string, Buffer>();
  for (const { image } of items.flatMap((item) => item.pictures)) {
    if (!('questionPicture' in image)) continue;
    const jpeg = await questionPicture(db, image.questionPicture);
    if (jpeg) pictures.set(image.questionPicture, jpeg);
  }
  return pictures;
}

/** Dots of a drawn picture for one of its units: fine enough for a projector. */
const scale = 2;

async function fileOf(
  { image, width }: ItemPicture,
  own: OwnPictures
): Promise<{ readonly end: string; readonly bytes: Uint8Array } | undefined> {
  if ('svg' in image) {
    const png = await sharp(Buffer.from(image.svg), { density: 72 * scale })
      .resize({ width: Math.round(scale * width) })
      .flatten({ background: '#ffffff' })
      .png({ compressionLevel: 9, palette: true })
      .toBuffer();
    return { end: 'png', bytes: new Uint8Array(png) };
  }
  const jpeg = 'questionPicture' in image ? own.get(image.questionPicture) : undefined;
  return jpeg && { end: 'jpg', bytes: new Uint8Array(jpeg) };
}

async function packed(item: Item, nth: number, own: OwnPictures): Promise<PackedItem> {
  const pictures = new Map<string, { file: string; bytes: Uint8Array }>();
  for (const [i, picture] of item.pictures.entries()) {
    const file = await fileOf(picture, own);
    if (file)
      pictures.set(picture.name, { file: `pictures/${nth + 1}-${i + 1}.${file.end}`, bytes: file.bytes });
  }
  return { item, pictures };
}

/** A package of QTI 3.0. @returns its bytes */
export async function packageOf(
  title: string,
  minutes: number | undefined,
  { items }: Exchanged,
  own: OwnPictures
): Promise<Uint8Array<ArrayBuffer>> {
  const all: PackedItem[] = [];
  // One after the other: each picture is drawn large.
  for (const [i, item] of items.entries()) all.push(await packed(item, i, own));
  return packQuiz({ title, minutes, items: all });
}

export const tableOf = ({ items }: Exchanged, dialect: Dialect): string => writeQuestionTable(items, dialect);

/** Smaller ones are still pictures: what is asked of them is for their school to say. */
const leastSide = 60;

/** The question on its picture as it is kept. */
function onPicture(read: ReadQuestion, picture: ReadPicture, id: string): unknown {
  const { answer, picture: named } = read;
  const { width, height } = picture;
  const [x, y] = [
    width / (named?.width ?? picture.from.width),
    height / (named?.height ?? picture.from.height)
  ];
  return {
    ...read,
    picture: { id, width, height, words: (named?.words ?? '').slice(0, 300) },
    answer:
      answer.kind === 'spot'
        ? { ...answer, options: answer.options.map((one) => ({ ...one, shape: inUnits(one.shape, x, y) })) }
        : answer
  };
}

const nameless = '00000000-0000-0000-0000-000000000000';

/** A question that can be asked, with its picture where it has one. */
interface ReadyQuestion {
  readonly question: WrittenQuestion;
  readonly picture: ReadPicture | undefined;
}

export interface ReadFile {
  readonly ready: readonly ReadyQuestion[];
  readonly left: readonly LeftOut[];
}

/**
 * Reads a file of questions, before the database is asked for anything: what can be asked is ready, the rest is told with
 * its reason.
 * @returns what is wrong with the file as a whole, or what came of it
 */
export async function readQuestions(file: File): Promise<ReadFile | { readonly problem: string }> {
  const read = await readFile('questions', { bytes: await bytesOf(file) });
  if ('problem' in read) return { problem: `“${file.name}”: ${read.problem}` };
  const left: LeftOut[] = [...read.left];
  const ready: ReadyQuestion[] = [];
  const made = new Map<string, ReadPicture | { readonly problem: string }>();
  for (const question of read.questions) {
    const leave = (why: string) => left.push({ what: question.title || 'A question', why });
    const path = question.picture?.path;
    if (path !== undefined && !made.has(path)) {
      const name = path.split('/').at(-1)!;
      const sent = new File([new Uint8Array(read.pictures.get(path)!)], name);
      made.set(path, await readPicture(sent, undefined, leastSide));
    }
    const picture = path === undefined ? undefined : made.get(path);
    if (picture && 'problem' in picture) {
      leave(picture.problem);
      continue;
    }
    const looked = WrittenQuestion.safeParse(
      picture ? onPicture(question, picture, nameless) : { ...question, picture: undefined }
    );
    if (looked.success) ready.push({ question: looked.data, picture });
    else leave([...new Set(looked.error.issues.map(({ message }) => message))].join(' '));
  }
  return { ready, left };
}

/** Takes what was read into the collection. @returns how many came in, and what stayed outside */
export async function takeIn(
  db: SchoolDb,
  viewer: Viewer,
  { ready, left }: ReadFile
): Promise<{ readonly added: number; readonly left: readonly LeftOut[] }> {
  let added = 0;
  const outside = [...left];
  for (const { question, picture } of ready) {
    const id = picture && (await addQuestionPicture(db, viewer, picture));
    const stored = await addOwnQuestion(db, viewer, {
      ...question,
      ...(id && question.picture ? { picture: { ...question.picture, id } } : {})
    });
    if ('problem' in stored) outside.push({ what: question.title, why: stored.problem });
    else added += 1;
  }
  return { added, left: outside };
}
