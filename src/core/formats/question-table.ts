import {
  type AnswerKind,
  type Answering,
  type Item,
  type WrittenAnswer,
  answerKinds,
  letterOf,
  mostOptions,
  picturesOfOptions
} from '../learning';
import { readCsv, writeCsv } from './csv';
import type { Dialect } from './dialect';
import { type LeftOut, type ReadQuestion, mostQuestionsRead } from './qti/read';

/**
 * Questions as a table: one a line. What is right stands by the letters of the columns; what is put in order stands as it
 * is right; of what is typed, each column holds a spelling that is right.
 */

const letters = Array.from({ length: mostOptions }, (_, i) => letterOf(i));
const columns = ['title', 'kind', 'question', ...letters, 'right', 'choose', 'picture', 'reason'];

const optionsOf = (answer: Answering): readonly string[] => {
  if (answer.kind === 'typed') return answer.accepted.slice(0, mostOptions);
  return answer.kind === 'spot'
    ? answer.options.map((_, i) => `place ${letterOf(i)}`)
    : answer.options.map(({ words }) => words);
};

export const writeQuestionTable = (items: readonly Item[], dialect?: Dialect): string =>
  writeCsv(
    columns,
    items.map((item) => {
      const { title, asks, answer, pictures, reason } = item;
      const isOfOption = picturesOfOptions(item);
      return {
        title,
        kind: answer.kind,
        question: asks.join('\n'),
        ...Object.fromEntries(optionsOf(answer).map((words, i) => [letterOf(i), words])),
        right:
          'choose' in answer
            ? answer.options.flatMap(({ worth }, i) => (worth === 1 ? [letterOf(i)] : [])).join(' ')
            : '',
        choose: 'choose' in answer ? answer.choose : '',
        picture: pictures
          .filter(({ name }) => !isOfOption.has(name))
          .map(({ words }) => words || 'a picture')
          .join('; '),
        reason: reason.join('\n')
      };
    }),
    dialect
  );

const isKind = (text: string): text is AnswerKind => answerKinds.some((kind) => kind === text);

/** @returns the answer, or why it cannot be asked */
function answerOf(
  kind: AnswerKind,
  options: readonly string[],
  right: string,
  choose: string
): WrittenAnswer | string {
  if (kind === 'typed') return { kind, accepted: [...options] };
  if (kind === 'order') return { kind, options: options.map((words) => ({ words })) };
  if (kind === 'spot')
    return 'it asks for a place on a picture, which a table does not hold: bring it as a QTI package';
  const named = right
    .toUpperCase()
    .split(/[^A-Z]+/)
    .filter(Boolean);
  const unknown = named.find(
    (letter) => letters.indexOf(letter) < 0 || letters.indexOf(letter) >= options.length
  );
  if (unknown) return `“${unknown}” is said to be right, and there is no such answer`;
  return {
    kind,
    choose: choose.trim().toLowerCase() === 'all' ? 'all' : 'one',
    options: options.map((words, i) => ({ words, isRight: named.includes(letterOf(i)) }))
  };
}

/**
 * Reads such a table. The columns `choose`, `picture` and `reason` may be missing; pictures are not in a table.
 * @returns what is wrong with it as a whole, or its questions and what was left out
 */
export function readQuestionTable(
  text: string
):
  | { readonly questions: readonly ReadQuestion[]; readonly left: readonly LeftOut[] }
  | { readonly problem: string } {
  const rows = readCsv(text, ['title', 'kind', 'question', 'A']);
  if ('problem' in rows) return { problem: `This table ${rows.problem}.` };
  if (rows.length > mostQuestionsRead)
    return {
      problem: `This table has ${rows.length} questions: up to ${mostQuestionsRead} are read at a time.`
    };
  const questions: ReadQuestion[] = [];
  const left: LeftOut[] = [];
  for (const { line, cells } of rows) {
    const cell = (name: string) => (cells[name] ?? cells[name.toLowerCase()] ?? '').trim();
    const what = `Line ${line}, ${cell('title') || 'without a title'}`;
    const kind = cell('kind').toLowerCase();
    const options = letters.map(cell);
    const count = options.findLastIndex((words) => words !== '') + 1;
    if (!isKind(kind)) {
      left.push({ what, why: `its kind is “${kind}”: ${answerKinds.join(', ')} are known` });
      continue;
    }
    if (options.slice(0, count).includes('')) {
      left.push({ what, why: 'an answer between others is empty' });
      continue;
    }
    if (cell('picture') !== '') {
      left.push({ what, why: 'it shows a picture, which a table does not hold: bring it as a QTI package' });
      continue;
    }
    const answer = answerOf(kind, options.slice(0, count), cell('right'), cell('choose'));
    if (typeof answer === 'string') left.push({ what, why: answer });
    else
      questions.push({
        title: cell('title'),
        asks: cell('question'),
        picture: undefined,
        answer,
        reason: cell('reason')
      });
  }
  return { questions, left };
}
