import type { z } from 'zod';
import type { Library, Stage } from '../../knowledge';
import type { Decision, Outcome } from '../outcome';
import type { Envelopes } from '../envelopes';
import type { MarkedPhotograph, Photographs, QuestionImage } from '../picture';

/**
 * What all kinds of drill have in common. A question is posed from its specification, which stays on the server;
 * the page gets what `open` gives, and the grading once it has answered. Nothing of a specimen is in the former.
 */

/** A place on a picture, in units of its size. */
export interface Spot {
  readonly x: number;
  readonly y: number;
}

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

/** A plant as it is named on a page. */
export interface Named {
  readonly name: string;
  readonly scientific: string;
}

/** Two plants beside each other, character by character: the reason with which every question on a pair ends. */
export interface Contrast {
  readonly target: string;
  readonly lookalike: string;
  readonly rows: readonly {
    readonly name: string;
    readonly target: string;
    readonly lookalike: string;
    /** Whether it decides in the brief, too. */
    readonly isInBrief: boolean;
    /** Where it is seen, if the picture shows it. */
    readonly at: Spot | undefined;
    /** Why it could not be used, where it was not shown. */
    readonly unseen: string;
  }[];
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

/** Told apart by the name of its drill. */
export type DrillSchema = z.ZodType & z.core.$ZodTypeDiscriminable;

/**
 * A kind of drill: how it is called and what it asks, for lists and headings; the shape of its questions and answers;
 * and how a question of it is posed. A new one is a file like its neighbours, and stands in the list of the index.
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
  /** Whether it asks about a pair: gather, leave or look further is the answer to it. */
  readonly isOnPair: boolean;
  /** With the truth: it never leaves the server before the answer is in. */
  readonly Specification: Specification;
  readonly Given: Given;
  /** @returns undefined where the library has its plants no more */
  readonly pose: (
    library: Library,
    spec: z.output<Specification>,
    posing: Posing
  ) => Posed<Open, z.output<Given>> | undefined;
}

export const defineDrill = <
  const Name extends string,
  const IsOnPair extends boolean,
  Specification extends DrillSchema,
  Given extends DrillSchema,
  Open
>(
  drill: Drill<Name, Specification, Given, Open> & { readonly isOnPair: IsOnPair }
) => drill;

/** Before anything is gathered: with every contrast, since one character is enough here only to say which. */
export const beforeGathering =
  'Before anything is gathered, two characters of different organs must agree on the living plant.';
