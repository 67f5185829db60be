import { distance } from 'fastest-levenshtein';
import { z } from 'zod';
import { SpotShape, middleOf } from '../spot-shape';
import { otherUnit } from '../unit';
import { type Answering, type Feedback, type OpenPicture, type Posed, defineDrill } from './drill';
import { lettersForASlip } from './names-and-terms';
import { shuffledFor } from './sheet';

/** A question that a school has written itself: it rests on nothing in the library, and counts for no pair of plants. */

export const fewestOptions = 2;
export const mostOptions = 12;
export const answerKinds = ['choice', 'spot', 'order', 'typed'] as const;
export type AnswerKind = (typeof answerKinds)[number];

const Words = z.string().trim().min(1, 'An answer without words cannot be chosen.').max(200);
const options = <T extends z.ZodType>(one: T) =>
  z
    .array(one)
    .min(fewestOptions, 'There must be two to choose from.')
    .max(mostOptions, `At most ${mostOptions} to choose from.`);
/** One is chosen, and each right one is right; or all that are right are chosen, and no other. */
const choose = z.enum(['one', 'all']).default('one');

/** What is answered, and what is right: places and options stand in the order in which they were written. */
export const WrittenAnswer = z
  .discriminatedUnion('kind', [
    z.object({
      kind: z.literal('choice'),
      choose,
      options: options(z.object({ words: Words, isRight: z.boolean() }))
    }),
    z.object({
      kind: z.literal('spot'),
      choose,
      options: options(z.object({ shape: SpotShape, isRight: z.boolean() }))
    }),
    z.object({
      kind: z.literal('order'),
      /** In the right order. */
      options: options(z.object({ words: Words }))
    }),
    z.object({
      kind: z.literal('typed'),
      accepted: z
        .array(z.string().trim().min(1).max(120))
        .min(1, 'Write what is right: a question without a right answer asks nothing.')
        .max(20)
    })
  ])
  .superRefine((answer, context) => {
    if (answer.kind !== 'choice' && answer.kind !== 'spot') return;
    const right = answer.options.filter(({ isRight }) => isRight).length;
    if (right === 0)
      context.addIssue({
        code: 'custom',
        message: 'Say which answer is right: a question without a right answer asks nothing.'
      });
    if (right === answer.options.length && answer.choose === 'one')
      context.addIssue({ code: 'custom', message: 'Every answer is right: then nothing is asked.' });
  });
export type WrittenAnswer = z.infer<typeof WrittenAnswer>;

export const WrittenQuestion = z
  .object({
    title: z.string().trim().min(1, 'Give it a title.').max(120, 'A title has at most 120 letters.'),
    asks: z.string().trim().min(1, 'Say what is asked.').max(1500, 'At most 1500 letters.'),
    picture: z
      .object({
        id: z.uuid(),
        width: z.number().int().positive(),
        height: z.number().int().positive(),
        /** What it shows, for those who do not see it. */
        words: z.string().trim().max(300).default('')
      })
      .optional(),
    answer: WrittenAnswer,
    /** What is told once it was answered. */
    reason: z.string().trim().max(1500, 'At most 1500 letters.').default('')
  })
  .superRefine(({ answer, picture }, context) => {
    const sameWords = answer.kind === 'choice' || answer.kind === 'order' ? answer.options : [];
    if (new Set(sameWords.map(({ words }) => words.toLowerCase())).size < sameWords.length)
      context.addIssue({
        code: 'custom',
        path: ['answer'],
        message: 'Two answers say the same: nobody could tell which of them is meant.'
      });
    if (answer.kind === 'spot' && !picture)
      context.addIssue({
        code: 'custom',
        path: ['answer'],
        message: 'Places are pointed at on a picture: add one first.'
      });
  });
export type WrittenQuestion = z.infer<typeof WrittenQuestion>;

const OwnQuestion = z.object({
  drill: z.literal('own question'),
  /** Of the school's collection; the question stands here as it was when it was asked. */
  id: z.uuid(),
  question: WrittenQuestion,
  seed: z.number().int()
});
type OwnQuestion = z.infer<typeof OwnQuestion>;

const OwnGiven = z.strictObject({
  drill: z.literal('own question'),
  /** Of those that were shown, by their number; of an order all of them, the first one first. */
  chosen: z.array(z.number().int().min(0).max(mostOptions)).max(mostOptions).default([]),
  typed: z.string().trim().max(120).default('')
});
type OwnGiven = z.infer<typeof OwnGiven>;

export interface OpenOwnQuestion {
  readonly drill: 'own question';
  readonly title: string;
  readonly asks: string;
  readonly kind: AnswerKind;
  readonly choose: 'one' | 'all';
  readonly picture: OpenPicture | undefined;
  /** By their numbers, in an order of chance; places are letters on the picture. */
  readonly options: readonly {
    readonly id: number;
    readonly words: string;
    readonly shape: SpotShape | undefined;
  }[];
}

/** Whether numbers are the same, in whatever order. */
const sameSet = (a: readonly number[], b: readonly number[]) =>
  a.length === b.length && a.every((one) => b.includes(one));

/** The letter of a place or an option: A, B, C … */
export const letterOf = (i: number): string => String.fromCharCode('A'.charCodeAt(0) + i);

const inSmall = (text: string): string =>
  text.normalize('NFKC').toLocaleLowerCase('en').replace(/\s+/g, ' ').trim();

/** In words a slip of a letter in six is forgiven; a figure is right or it is not. */
const isTyped = (typed: string, accepted: readonly string[]): boolean =>
  typed !== '' &&
  accepted.some((one) => {
    const right = inSmall(one);
    const slips = /\p{N}/u.test(right) ? 0 : Math.floor(right.length / lettersForASlip);
    return distance(inSmall(typed), right) <= slips;
  });

/**
 * Whether an answer is right.
 * @param chosen by the places of the options as they were written
 */
export function isRightAnswer(answer: WrittenAnswer, chosen: readonly number[], typed: string): boolean {
  if (answer.kind === 'typed') return isTyped(typed, answer.accepted);
  if (answer.kind === 'order')
    return chosen.length === answer.options.length && chosen.every((one, i) => one === i);
  const right = answer.options.flatMap(({ isRight }, i) => (isRight ? [i] : []));
  return answer.choose === 'all' ? sameSet(chosen, right) : chosen.length === 1 && right.includes(chosen[0]!);
}

/** What is right, in words. */
export function rightInWords(answer: WrittenAnswer): string {
  if (answer.kind === 'typed') return answer.accepted.join(', or ');
  if (answer.kind === 'order') return answer.options.map(({ words }) => words).join('; then ');
  const right = answer.options.flatMap((option, i) =>
    option.isRight ? ['words' in option ? option.words : letterOf(i)] : []
  );
  return right.join(answer.choose === 'all' ? ' and ' : ', or ');
}

/** Places keep their order, since letters on a picture run as they were set; all else comes in an order of chance. */
function orderShown({ question: { answer }, seed }: OwnQuestion): readonly number[] {
  if (answer.kind === 'typed') return [];
  const all = answer.options.map((_, i) => i);
  return answer.kind === 'spot' ? all : shuffledFor(all, `own question ${seed}`);
}

function poseOwn(spec: OwnQuestion): Posed<OpenOwnQuestion, OwnGiven> {
  const { question } = spec;
  const { answer, picture } = question;
  const shown = orderShown(spec);
  return {
    open: () => ({
      drill: 'own question',
      title: question.title,
      asks: question.asks,
      kind: answer.kind,
      choose: 'choose' in answer ? answer.choose : 'one',
      picture: picture && {
        name: 'picture',
        width: picture.width,
        height: picture.height,
        isPhotograph: true,
        words: picture.words ? [picture.words] : []
      },
      options: shown.map((place, id) => {
        const option = answer.kind === 'typed' ? undefined : answer.options[place];
        return {
          id,
          words: option && 'words' in option ? option.words : letterOf(place),
          shape: option && 'shape' in option ? option.shape : undefined
        };
      })
    }),
    image: (name) => (name === 'picture' && picture ? { questionPicture: picture.id } : undefined),
    offers: () => false,
    grade: ({ chosen, typed }) => {
      const isRight = isRightAnswer(
        answer,
        chosen.flatMap((id) => shown[id] ?? []),
        typed
      );
      const outcome = isRight ? 'right' : 'missed';
      const marks: Feedback['marks'] =
        answer.kind === 'spot'
          ? answer.options.flatMap(({ shape, isRight: here }) =>
              here ? [{ ...middleOf(shape), kind: 'here' as const }] : []
            )
          : [];
      return {
        unit: otherUnit('own', spec.id),
        pair: undefined,
        specimenStage: undefined,
        outcome,
        score: Number(isRight),
        isDangerousSpecimen: false,
        decision: undefined,
        couldBeTold: undefined,
        partRight: undefined,
        specimen: undefined,
        takenFor: undefined,
        feedback: {
          outcome,
          truth: undefined,
          reasons: [
            `${isRight ? 'Right' : 'Looked for'}: ${rightInWords(answer)}.`,
            ...(question.reason ? [question.reason] : []),
            'A question that the school has written: it is not held against the library.'
          ],
          partRight: undefined,
          contrast: undefined,
          marks,
          credit: undefined
        }
      };
    }
  };
}

/** What somebody answered, for those who teach. */
function answered(spec: OwnQuestion, { chosen, typed }: OwnGiven): string {
  const { answer } = spec.question;
  if (answer.kind === 'typed') return typed;
  const shown = orderShown(spec);
  const said = chosen.flatMap((id) => {
    const place = shown[id];
    const option = place === undefined ? undefined : answer.options[place];
    return option ? ['words' in option ? option.words : letterOf(place!)] : [];
  });
  return said.join(answer.kind === 'order' ? '; then ' : ' and ');
}

function answeringOf(answer: WrittenAnswer): Answering {
  switch (answer.kind) {
    case 'choice':
      return {
        ...answer,
        options: answer.options.map(({ words, isRight }) => ({ words, worth: Number(isRight) }))
      };
    case 'spot':
      return {
        ...answer,
        options: answer.options.map(({ shape, isRight }) => ({ shape, worth: Number(isRight) }))
      };
    default:
      return answer;
  }
}

export const ownQuestion = defineDrill({
  name: 'own question',
  title: 'A question of our own',
  asks: 'What the school has written itself.',
  seconds: 20,
  Specification: OwnQuestion,
  Given: OwnGiven,
  pose: (_, spec) => poseOwn(spec),
  about: (_, { question }) => ({ about: question.title, truth: rightInWords(question.answer) }),
  answered: (_, spec, given) => answered(spec, given),
  plantsIn: () => [],
  onPhotographs: (_, spec) => spec,
  onPaper: (posed) => {
    const { asks, kind, choose: how, options: shown, picture } = posed.open([]);
    const pen = {
      choice: how === 'all' ? 'Tick all that are right.' : undefined,
      spot: how === 'all' ? 'Tick the letters of all that are right.' : undefined,
      order: 'Number them, the first one 1.',
      typed: undefined
    }[kind];
    return {
      asks,
      ...(pen ? { pen } : {}),
      choices: kind === 'typed' ? undefined : shown.map(({ words }) => words),
      pictures: picture ? [picture] : []
    };
  },
  inProgram: (_, { question: { answer, reason } }) => ({
    answer: answeringOf(answer),
    told: reason ? [reason] : []
  }),
  isWritten: true
});
