import type { z } from 'zod';
import type { LookingRules } from '../../evidence';
import { type Library, type Stage, englishName, nameIn, nameWithin } from '../../knowledge';
import { stageWord } from '../../words';
import type { Confidence, Decision, Outcome } from '../outcome';
import type { Envelopes } from '../envelopes';
import type { MarkedPhotograph, Photographs, QuestionImage, Spot } from '../picture';
import type { SpotShape } from '../spot-shape';
import type { DrillPair, Member } from '../unit';
import type { Album } from './album';
import type { Contrast, Named, Plant, PlantAt, PlantPair } from './contrast';
import type { MakingOnPair, MakingOnPlants } from './making';

/**
 * What all kinds of drill have in common. A question is posed from its specification, which stays on the server;
 * the page gets what `open` gives, and the grading once it has answered. Nothing of a specimen is in the former.
 */

/** What a page may show as a picture before the answer is in. */
export interface OpenPicture {
  /** Its name within the question: one question may have several. */
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly isPhotograph: boolean;
  /** What it shows, for those who do not see it. */
  readonly words: readonly string[];
}

/** What is shown on a picture once the answer is in. */
export interface Mark extends Spot {
  readonly kind: 'wrong, found' | 'wrong, missed' | 'right, taken out' | 'here' | 'missed' | 'false alarm';
}

export interface Feedback {
  readonly outcome: Outcome;
  /** What it was. */
  readonly truth: (Named & { readonly lead: string; readonly isDangerous: boolean }) | undefined;
  /** The reason, in sentences. */
  readonly reasons: readonly string[];
  readonly partRight: boolean | undefined;
  readonly contrast: Contrast | undefined;
  readonly marks: readonly Mark[];
  /** Who took the photograph, where the question was asked on one. */
  readonly credit: string | undefined;
}

/** What an answer was worth, as it is kept. */
export interface Grading {
  /** What is remembered. */
  readonly unit: string;
  /** The pair that it counts for, and the stage of the specimen. */
  readonly pair: string | undefined;
  readonly specimenStage: Stage | undefined;
  readonly outcome: Outcome;
  /** 0–1. */
  readonly score: number;
  readonly isDangerousSpecimen: boolean;
  readonly decision: Decision | undefined;
  /** Whether what there was to see would have told; undefined where that is not the question. */
  readonly couldBeTold: boolean | undefined;
  readonly partRight: boolean | undefined;
  /** What it was, and what it was taken for: slugs. */
  readonly specimen: string | undefined;
  readonly takenFor: string | undefined;
  readonly feedback: Feedback;
}

/** A question as it was drawn. */
export interface Posed<Open, Given> {
  /** @param asked what was asked for so far: looks of Prove it */
  open(asked: readonly string[]): Open;
  /** A picture by its name; undefined where there is none, or it was not asked for. */
  image(name: string, asked: readonly string[]): QuestionImage | undefined;
  grade(given: Given, asked: readonly string[]): Grading;
  /** Whether something can be asked for. */
  offers(wish: string): boolean;
}

/** What a question is posed with, beside its specification. */
export interface Posing {
  /** The one that the specification names, and all that are still there. */
  readonly photograph: MarkedPhotograph | undefined;
  readonly photographs: Photographs;
  /** What is known already of how large drawings become. */
  readonly envelopes: Envelopes;
}

/** A question as it stands on paper. */
export interface OnPaper {
  readonly asks: string;
  /** What is done with a pen, beside ticking a box. */
  readonly pen?: string;
  /** Each with a box to tick; undefined where a line is left to write on. */
  readonly choices: readonly string[] | undefined;
  readonly pictures: readonly OpenPicture[];
  /** What must have been asked for before the pictures can be seen. */
  readonly asked?: readonly string[];
  /** What there is to know of it beside the pictures. */
  readonly said?: readonly { readonly label: string; readonly words: readonly string[] }[];
}

/** What is chosen, put in order or typed in a program that knows no drills, each choice with what it is worth (0–1). */
export type Answering =
  | {
      readonly kind: 'choice';
      readonly choose: 'one' | 'all';
      readonly options: readonly {
        readonly words: string;
        readonly picture?: OpenPicture;
        readonly worth: number;
      }[];
    }
  | {
      readonly kind: 'spot';
      readonly choose: 'one' | 'all';
      readonly options: readonly { readonly shape: SpotShape; readonly worth: number }[];
    }
  | {
      readonly kind: 'order';
      /** As it is right. */
      readonly options: readonly { readonly words: string; readonly picture?: OpenPicture }[];
    }
  | { readonly kind: 'typed'; readonly accepted: readonly string[] };

/** How a question is answered in such a program, and what is told afterwards, in sentences. */
export interface InProgram {
  readonly answer: Answering;
  readonly told: readonly string[];
}

/** What an answer is worth where no part can be pointed at: caution is half of it, and never an error. */
const worthOf = (outcome: Outcome): number => (outcome === 'right' ? 1 : outcome === 'left' ? 0.5 : 0);

/** What follows an answer, in sentences. */
export const toldBy = ({ truth, contrast, reasons }: Feedback): string[] => [
  ...(truth ? [`${truth.lead} ${truth.name} (${truth.scientific}).`] : []),
  ...(contrast?.rows ?? []).map(
    (row) => `${row.name}: ${contrast!.target}, ${row.target}; ${contrast!.lookalike}, ${row.lookalike}.`
  ),
  ...reasons
];

/**
 * Answers that can be chosen, each with what it is worth, and what is told after the best of them.
 * @param asked what must have been asked for before they can be given
 */
export function worthOfEach<Given, Option extends { readonly given: Given }>(
  posed: Pick<Posed<unknown, Given>, 'grade'>,
  answers: readonly Option[],
  asked: readonly string[] = []
): { readonly options: readonly (Omit<Option, 'given'> & { worth: number })[]; readonly told: string[] } {
  const graded = answers.map(({ given, ...shown }) => {
    const { outcome, feedback } = posed.grade(given, asked);
    return { shown: { ...shown, worth: worthOf(outcome) }, feedback };
  });
  const best = graded.reduce((a, b) => (b.shown.worth > a.shown.worth ? b : a));
  return { options: graded.map(({ shown }) => shown), told: toldBy(best.feedback) };
}

/** One is chosen of what can be answered. */
export function oneOf<Given>(
  posed: Pick<Posed<unknown, Given>, 'grade'>,
  answers: readonly { readonly words: string; readonly picture?: OpenPicture; readonly given: Given }[],
  asked: readonly string[] = []
): InProgram {
  const { options, told } = worthOfEach(posed, answers, asked);
  return { answer: { kind: 'choice', choose: 'one', options }, told };
}

/** What somebody has made up their mind to. */
export interface MadeUp {
  readonly decision: Decision;
  readonly confidence: Confidence;
  /** Whether they know what it is. */
  readonly isKnown: boolean;
}

/** Told apart by the name of its drill. */
export type DrillSchema = z.ZodType & z.core.$ZodTypeDiscriminable;

/** How a pair is asked about: gather, leave or look further is the answer. */
export interface OnPair<Specification, Given> {
  /** Whether the evidence and the drawings allow it. */
  readonly isFit: (
    library: Library,
    plants: PlantPair,
    rivals: readonly Plant[],
    rules: LookingRules
  ) => boolean;
  readonly make: (making: MakingOnPair) => Specification;
  /** Whether all that is shown is the wanted plant. */
  readonly isOnTarget: (spec: Specification) => boolean;
  /** The answer of somebody who has made up their mind. */
  readonly given: (spec: Specification, madeUp: MadeUp) => Given;
}

/** How plants that are on no pair are asked about; nothing is made where there is nothing to ask. */
export interface OnPlants<Specification> {
  readonly make: (making: MakingOnPlants) => Specification | undefined;
}

/**
 * A kind of drill: how it is called and what it asks, for lists and headings; the shape of its questions and answers;
 * how a question of it is made, posed, put on photographs and on paper, and told to those who made it. A new one is a
 * file like its neighbours, and stands in the list of the index.
 */
export interface Drill<
  Name extends string,
  Specification extends DrillSchema,
  Given extends DrillSchema,
  Open
> {
  readonly name: Name;
  readonly title: string;
  readonly asks: string;
  /** How long an answer is thought to take before enough were given. */
  readonly seconds: number;
  /** With the truth: it never leaves the server before the answer is in. */
  readonly Specification: Specification;
  readonly Given: Given;
  /** @returns undefined where the library has its plants no more */
  readonly pose: (
    library: Library,
    spec: z.output<Specification>,
    posing: Posing
  ) => Posed<Open, z.output<Given>> | undefined;
  /** What it is about and what is right, for those who made it: never for who is to answer it. */
  readonly about: (
    library: Library,
    spec: z.output<Specification>
  ) => { readonly about: string; readonly truth: string };
  /** The plants of which it could show a photograph. */
  readonly plantsIn: (spec: z.output<Specification>) => readonly PlantAt[];
  /**
   * The same question on photographs, where there are such of all plants in it, of pairs with marks on what tells them
   * apart: that photographs are shown therefore says nothing of what is on them. Else it stays as it is.
   */
  readonly onPhotographs: (
    library: Library,
    spec: z.output<Specification>,
    album: Album
  ) => z.output<Specification>;
  /** Not there where it needs a cloth, a clock or a finger. */
  readonly onPaper?: (posed: Posed<Open, z.output<Given>>) => OnPaper;
  /** For what stands on paper too. Not there where no program can ask it. */
  readonly inProgram?: (
    library: Library,
    spec: z.output<Specification>,
    posed: Posed<Open, z.output<Given>>
  ) => InProgram | undefined;
  /** What somebody answered, for those who teach; where it is not there, only how it went is said. */
  readonly answered?: (library: Library, spec: z.output<Specification>, given: z.output<Given>) => string;
}

export const defineDrill = <
  const Name extends string,
  Specification extends DrillSchema,
  Given extends DrillSchema,
  Open,
  Asking extends
    | { readonly onPair: OnPair<z.output<Specification>, z.output<Given>> }
    | { readonly onPlants: OnPlants<z.output<Specification>> }
    // Nothing composes it: somebody writes it.
    | { readonly isWritten: true }
>(
  drill: Drill<Name, Specification, Given, Open> & Asking
) => drill;

/** A pair in a question, for those who made it. */
export function pairInWords(library: Library, pair: DrillPair): string {
  const name = nameIn(library);
  return `${name(pair.target)} or ${nameWithin(name(pair.lookalike))}`;
}

/** What a question on one plant of a pair is about, and which of the two it is. */
export const aboutSpecimen = (
  library: Library,
  spec: DrillPair & { readonly specimen: Member }
): { readonly about: string; readonly truth: string } => ({
  about: pairInWords(library, spec),
  truth: nameIn(library)(spec[spec.specimen])
});

export const plantsOfPair = (pair: DrillPair): PlantAt[] => [
  { taxon: pair.target, stage: pair.targetStage },
  { taxon: pair.lookalike, stage: pair.lookalikeStage }
];

/** Nothing of a plant is gathered at a stage: then the name alone is asked for. */
export const leftNow = ({ taxon, stage }: Plant): string =>
  `Nothing of ${nameWithin(englishName(taxon))} is gathered in ${stageWord(taxon.group, stage.stage)}: it is looked at, and left.`;

/** Before anything is gathered: with every contrast, since one character is enough here only to say which. */
export const beforeGathering =
  'Before anything is gathered, two characters of different organs must agree on the living plant.';
