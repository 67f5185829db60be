import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import { type LibraryDocument, compileLibrary } from '$core/knowledge';
import type { PrintedCertificate } from '../learning/certificate';
import { briefPages } from './brief-pages';
import { certificatePages } from './certificate';
import { type PrintedFindCards, findCardPages } from './find-cards';
import type { PrintKind } from './kinds';
import { type PrintedLabels, labelPages } from './labels';
import { type PrintedLetter, letterPages } from './letter';
import { makePdf } from './make-pdf';
import type { PrintedBrief } from './page-layout';
import { pocketCards } from './pocket-cards';
import { type PrintedSheet, plantSheetPages } from './plant-sheet';
import { type PrintedCard, cardPages } from './preparation';
import { type PrintedQuiz, quizPaper } from './quiz-paper';
import { shortForm } from './short-form';

/** What is printed: each from plain data to the bytes of a PDF, without anything else. */

const pagesOf: Readonly<Record<PrintKind, (brief: PrintedBrief) => TDocumentDefinitions>> = {
  brief: (brief) => briefPages(brief, true),
  learners: (brief) => briefPages(brief, false),
  short: shortForm,
  cards: pocketCards
};

/** The title and the day that stand in a file's own description. */
interface Described {
  readonly title: string;
  readonly date: Date;
}

export const tasks = {
  brief: ({ kind, brief, title, date }: Described & { kind: PrintKind; brief: PrintedBrief }) =>
    makePdf(pagesOf[kind](brief), title, date),
  quiz: ({ quiz, library, title, date }: Described & { quiz: PrintedQuiz; library: LibraryDocument }) =>
    makePdf(quizPaper(compileLibrary(library).library, quiz), title, date),
  sheet: ({ sheet, library, title, date }: Described & { sheet: PrintedSheet; library: LibraryDocument }) =>
    makePdf(plantSheetPages(compileLibrary(library).library, sheet), title, date),
  findCards: ({
    cards,
    library,
    title,
    date
  }: Described & { cards: PrintedFindCards; library: LibraryDocument }) =>
    makePdf(findCardPages(compileLibrary(library).library, cards), title, date),
  certificate: ({ certificate, title, date }: Described & { certificate: PrintedCertificate }) =>
    makePdf(certificatePages(certificate), title, date),
  letter: ({ letter, title, date }: Described & { letter: PrintedLetter }) =>
    makePdf(letterPages(letter), title, date),
  labels: async ({ labels, title, date }: Described & { labels: PrintedLabels }) =>
    makePdf(await labelPages(labels), title, date),
  card: ({ card, title, date }: Described & { card: PrintedCard }) => makePdf(cardPages(card), title, date)
} as const;

export type Task = keyof typeof tasks;
export type InputOf<T extends Task> = Parameters<(typeof tasks)[T]>[0];
