import type { Content, TableCell } from 'pdfmake/interfaces';
import type { BriefDocument } from '$core/walk';
import { palette } from '$lib/palette';
import { paragraph } from './text';

/** What the pages of a brief have in common: their measure, their tables, the colour of a role. */

export interface PrintedBrief {
  readonly document: BriefDocument;
  readonly version: number;
  readonly school: string;
  readonly drawings: ReadonlyMap<string, string>;
}

/** Of an A4 page to its text, in points. */
export const pageMargin = 42;
export const pageWide = 595.28 - 2 * pageMargin;
export const roleWords = {
  gather: 'gather',
  show: 'show',
  danger: 'DANGER',
  'leave out': 'leave out'
} as const;
export const roleColour = {
  gather: palette.ink,
  show: palette.tide,
  danger: palette.rosehip,
  'leave out': palette.second
} as const;

export const lines = {
  hLineWidth: (i: number) => (i === 1 ? 0.9 : 0.5),
  vLineWidth: () => 0,
  hLineColor: (i: number) => (i === 1 ? palette.ink : palette.rule),
  paddingLeft: () => 0,
  paddingRight: () => 8,
  paddingTop: () => 3,
  paddingBottom: () => 3
};
export const cell = (text: string): TableCell => paragraph([text], { fontSize: 10 });
export const head = (text: string): TableCell => paragraph([text], { fontSize: 9.5, color: palette.second });

export const onNewPage = (content: Content[]): Content => ({ stack: content, pageBreak: 'before' });
