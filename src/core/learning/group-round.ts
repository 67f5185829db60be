import type { Library } from '../knowledge';
import { type Choice, choices, judge, poseLettered } from './drills/side-by-side';
import type { PairSpecification } from './drills';
import type { Outcome } from './outcome';

/**
 * A round that a group answers together, over one specimen after the other on a large screen. Its leader alone moves it
 * on; nobody is told how the room divides before the leader asks, and nothing goes on before what was shown is told.
 */

export const groupPhases = ['joining', 'asked', 'divided', 'told', 'closed'] as const;
export type GroupPhase = (typeof groupPhases)[number];

export const groupActs = ['ask', 'divide', 'tell', 'close'] as const;
/** The next specimen; how the room divides; what it was; the end. */
export type GroupAct = (typeof groupActs)[number];

/** Where a round stands. */
export interface GroupState {
  readonly phase: GroupPhase;
  /** The specimen that is asked about, from 1; 0 before the first. */
  readonly position: number;
}

/** @param length how many specimens it has @returns undefined where the act has no place there */
export function afterAct(
  { phase, position }: GroupState,
  act: GroupAct,
  length: number
): GroupState | undefined {
  if (phase === 'closed') return undefined;
  switch (act) {
    case 'ask':
      return (phase === 'joining' || phase === 'told') && position < length
        ? { phase: 'asked', position: position + 1 }
        : undefined;
    case 'divide':
      return phase === 'asked' ? { phase: 'divided', position } : undefined;
    case 'tell':
      return phase === 'asked' || phase === 'divided' ? { phase: 'told', position } : undefined;
    case 'close':
      // An error that was shown and not mended would be taken home.
      return phase === 'asked' || phase === 'divided' ? undefined : { phase: 'closed', position };
  }
}

/** Letters that a screen has room for. */
const mostLetters = 5;

/** A part of a specimen that can be pointed at by its letter. */
export interface LetteredPart {
  readonly letter: string;
  readonly label: string;
  /** On the picture, in its units. */
  readonly at: { readonly x: number; readonly y: number };
  /** Whether it shows what tells the two apart. */
  readonly tells: boolean;
}

/**
 * What a group is asked about one specimen, with the truth. The letters are the same whichever plant of the pair it is:
 * only parts that both of them show have one.
 */
export interface GroupQuestion {
  readonly letters: readonly LetteredPart[];
  /** What each choice is worth. */
  readonly worth: Readonly<Record<Choice, Outcome>>;
  readonly couldBeTold: boolean;
}

/** @returns undefined where the library has one of the plants no more */
export function groupQuestion(library: Library, spec: PairSpecification): GroupQuestion | undefined {
  if (spec.drill !== 'side by side') return undefined;
  const both = poseLettered(library, spec);
  if (!both) return undefined;
  const { own, other, couldBeTold } = both;
  const shared = own.filter(({ label }) => other.some((one) => one.label === label));
  const telling = (label: string) =>
    [own, other].some((parts) => parts.some((one) => one.label === label && one.tells));
  // Those that tell first, so that they have a letter; then in an order that says nothing.
  const lettered = [...shared]
    .sort(
      (a, b) => Number(telling(b.label)) - Number(telling(a.label)) || a.label.localeCompare(b.label, 'en')
    )
    .slice(0, mostLetters)
    .sort((a, b) => a.label.localeCompare(b.label, 'en'));
  return {
    letters: lettered.map((part, i) => ({ ...part, letter: String.fromCharCode(97 + i) })),
    worth: Object.fromEntries(
      choices.map((choice) => [choice, judge(choice, spec.specimen, couldBeTold)])
    ) as Record<Choice, Outcome>,
    couldBeTold
  };
}

/** How a room divided: answers of phones by choice and letter, and raised hands. */
export interface Division {
  readonly choices: Readonly<Record<Choice, number>>;
  readonly hands: Readonly<Record<Choice, number>>;
  /** Of those who said which it is, by the part that decided. */
  readonly letters: Readonly<Record<string, number>>;
  readonly sure: number;
}

export interface GroupAnswer {
  readonly choice: Choice;
  readonly part: string | undefined;
  readonly confidence: string;
}

export function divisionOf(answers: readonly GroupAnswer[], hands: Division['hands']): Division {
  const count = (isMeant: (one: GroupAnswer) => boolean) => answers.filter(isMeant).length;
  const letters = [...new Set(answers.flatMap(({ part }) => part ?? []))].sort();
  return {
    choices: Object.fromEntries(
      choices.map((choice) => [choice, count((one) => one.choice === choice)])
    ) as Record<Choice, number>,
    hands,
    letters: Object.fromEntries(letters.map((letter) => [letter, count(({ part }) => part === letter)])),
    sure: count(({ confidence }) => confidence === 'sure')
  };
}
