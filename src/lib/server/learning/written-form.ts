import { z } from 'zod';
import { type AnswerKind, SpotShape, WrittenQuestion, answerKinds, inUnits } from '$core/learning';
import type { Viewer } from '../accounts';
import type { SchoolDb } from '../database/school';
import { type ReadPicture, readPicture } from '../library/photographs';
import { problemsOf } from '../request/actions';
import { addQuestionPicture } from './own-questions';

/** The form in which a question is written: from its fields to a question, with its picture. */

/** Places as the form has them: in shares of the width and the height of the picture, a radius of its width. */
const Places = z.array(z.object({ shape: SpotShape, isRight: z.boolean() })).max(12);
export type Places = z.infer<typeof Places>;

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** What the form says of the answer, as it came. @param size of the picture; places need it */
function answerIn(
  form: FormData,
  kind: AnswerKind,
  size: { readonly width: number; readonly height: number } | undefined
): unknown {
  const words = form.getAll('option').map((one) => String(one).trim());
  const right = new Set(form.getAll('right').map(Number));
  const choose = form.get('choose') ?? 'one';
  // Lines left empty are no answers; which of them is right goes by the line.
  const filled = words
    .map((one, i) => ({ words: one, isRight: right.has(i) }))
    .filter((one) => one.words !== '');
  switch (kind) {
    case 'choice':
      return { kind, choose, options: filled };
    case 'order':
      return { kind, options: filled };
    case 'typed':
      return { kind, accepted: filled.map((one) => one.words) };
    case 'spot': {
      const places = Places.safeParse(jsonOf(String(form.get('places') ?? '')));
      return {
        kind,
        choose,
        options: (places.success ? places.data : []).map(({ shape, isRight }) => ({
          isRight,
          shape: size ? inUnits(shape, size.width, size.height) : shape
        }))
      };
    }
  }
}

/** The id of a picture before it is stored: what is wrong with a question is said before anything is. */
const unstored = '00000000-0000-0000-0000-000000000000';

/** The picture of a form, made anew: read before the database is asked for anything. */
export async function pictureIn(
  form: FormData
): Promise<ReadPicture | { readonly problem: string } | undefined> {
  const file = form.get('picture');
  return file instanceof File && file.size > 0 ? readPicture(file) : undefined;
}

/**
 * @param sent the picture that came with it
 * @param before the question as it stands, which keeps its picture where no other is sent
 * @returns the question with its picture stored, or what is wrong with it
 */
export async function writtenIn(
  db: SchoolDb,
  viewer: Viewer,
  form: FormData,
  sent: ReadPicture | undefined,
  before: WrittenQuestion | undefined
): Promise<{ readonly question: WrittenQuestion } | { readonly problem: string }> {
  const kind = z.enum(answerKinds).safeParse(form.get('kind'));
  if (!kind.success) return { problem: 'Choose how it is answered.' };
  const kept = form.get('withoutPicture') === 'on' ? undefined : before?.picture;
  const size = sent ?? kept;
  const text = (name: string) => String(form.get(name) ?? '');
  const looked = WrittenQuestion.safeParse({
    title: text('title'),
    asks: text('asks'),
    picture: size && {
      id: sent ? unstored : kept!.id,
      width: size.width,
      height: size.height,
      words: text('pictureWords')
    },
    answer: answerIn(form, kind.data, size),
    reason: text('reason')
  });
  if (!looked.success) return { problem: problemsOf(looked.error) };
  if (!sent || !looked.data.picture) return { question: looked.data };
  const id = await addQuestionPicture(db, viewer, sent);
  return { question: { ...looked.data, picture: { ...looked.data.picture, id } } };
}

/** A question as its form is filled: places in shares of the picture. */
export function formOf({ title, asks, answer, picture, reason }: WrittenQuestion) {
  const shares = (shape: SpotShape) =>
    picture ? inUnits(shape, 1 / picture.width, 1 / picture.height) : shape;
  return {
    title,
    asks,
    reason,
    kind: answer.kind,
    choose: 'choose' in answer ? answer.choose : ('one' as const),
    pictureWords: picture?.words ?? '',
    options:
      answer.kind === 'typed'
        ? answer.accepted.map((words) => ({ words, isRight: true }))
        : answer.kind === 'spot'
          ? []
          : answer.options.map((option) => ({
              words: option.words,
              isRight: 'isRight' in option && option.isRight
            })),
    places:
      answer.kind === 'spot'
        ? answer.options.map(({ shape, isRight }) => ({ shape: shares(shape), isRight }))
        : []
  };
}
export type FilledQuestion = ReturnType<typeof formOf>;
