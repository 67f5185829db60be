import { LRUCache } from 'lru-cache';
import { type Library, type LibraryDocument, compileLibrary } from '$core/knowledge';
import {
  Envelopes,
  type Given,
  type Grading,
  type MarkedPhotograph,
  type OpenQuestion,
  type Posed,
  type QuestionImage,
  type Specification,
  pose
} from '$core/learning';

/** Where questions are drawn: a drawing is kept until its answer, since a question's page and pictures need it too. */

/** What a question is drawn from, and known again by. */
export interface Question {
  /** The library's key: the same key is always the same library. */
  readonly library: string;
  readonly spec: Specification;
  readonly photographs: readonly MarkedPhotograph[];
}

/** What can be asked of a drawn question, by the name of what is asked. */
export interface Asks {
  /** Only that it is drawn. */
  ahead: { readonly given: object; readonly found: true };
  /** What its page may know, and the drawings that the page shows at once. */
  open: {
    readonly given: { readonly wishes: readonly string[] };
    readonly found: {
      readonly question: OpenQuestion;
      readonly pictures: readonly { readonly name: string; readonly svg: string }[];
    };
  };
  image: {
    readonly given: { readonly name: string; readonly wishes: readonly string[] };
    readonly found: QuestionImage | undefined;
  };
  grade: {
    readonly given: { readonly answer: Given; readonly wishes: readonly string[] };
    readonly found: Grading;
  };
  offers: { readonly given: { readonly wish: string }; readonly found: boolean };
}
export type Ask = keyof Asks;

export interface Found<A extends Ask> {
  readonly found: Asks[A]['found'];
}

export type Reply<A extends Ask> =
  | Found<A>
  /** The library is not known here yet: it is to be sent first. */
  | { readonly needs: 'library' }
  /** The library has the plants of the question no more. */
  | { readonly isGone: true };

type Drawn = Posed<OpenQuestion, Given>;

/** Two for each of two hundred who practise at once: the open one and the one after it. */
const keptDrawings = 400;
const keptLibraries = 12;

const libraries = new LRUCache<string, Library>({ max: keptLibraries });
const drawings = new LRUCache<string, Drawn>({ max: keptDrawings });
const envelopes = new Envelopes();

export const knowLibrary = (key: string, document: LibraryDocument): void =>
  void libraries.set(key, compileLibrary(document).library);

/** The names of all pictures that are told of in an open question. */
function picturesIn(told: unknown): string[] {
  if (typeof told !== 'object' || told === null) return [];
  if ('isPhotograph' in told && 'name' in told) return [String(told.name)];
  return Object.values(told).flatMap(picturesIn);
}

const answers: { [A in Ask]: (posed: Drawn, given: Asks[A]['given']) => Asks[A]['found'] } = {
  ahead: (posed) => {
    posed.open([]);
    return true;
  },
  open: (posed, { wishes }) => {
    const question = posed.open(wishes);
    const pictures = picturesIn(question).flatMap((name) => {
      const image = posed.image(name, wishes);
      return image && 'svg' in image ? [{ name, svg: image.svg }] : [];
    });
    return { question, pictures };
  },
  image: (posed, { name, wishes }) => posed.image(name, wishes),
  grade: (posed, { answer, wishes }) => posed.grade(answer, wishes),
  offers: (posed, { wish }) => posed.offers(wish)
};

/** What tells one question from any other. */
export const nameOf = (question: Question): string => JSON.stringify(question);

/** Answers what is asked of a question, and draws it where it is not drawn yet. */
export function ask<A extends Ask>(question: Question, what: A, given: Asks[A]['given']): Reply<A> {
  const library = libraries.get(question.library);
  if (!library) return { needs: 'library' };
  const key = nameOf(question);
  let posed = drawings.get(key);
  if (!posed) {
    const photographs = new Map(question.photographs.map((one) => [one.id, one]));
    posed = pose(library, question.spec, photographs, envelopes);
    if (!posed) return { isGone: true };
    drawings.set(key, posed);
  }
  const found = answers[what](posed, given);
  // What was answered would push out what is still open.
  if (what === 'grade') drawings.delete(key);
  return { found };
}
