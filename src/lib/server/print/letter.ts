import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import { paragraph } from './text';

/** A letter on plain pages. */
export interface PrintedLetter {
  /** As people write it. */
  readonly date: string;
  readonly paragraphs: readonly string[];
}

export const letterPages = ({ date, paragraphs }: PrintedLetter): TDocumentDefinitions => ({
  pageSize: 'A4',
  pageMargins: [70, 64, 70, 64],
  content: [
    { ...paragraph([date], { face: 'Serif', fontSize: 11.5, margin: [0, 0, 0, 26] }), alignment: 'right' },
    ...paragraphs.map((text) =>
      paragraph([text], { face: 'Serif', fontSize: 11.5, lineHeight: 1.25, margin: [0, 0, 0, 11] })
    )
  ]
});
