import { palette } from '$lib/palette';
import type { Content, ContentText, Style } from 'pdfmake/interfaces';
import type { RichText } from '$core/walk';
import { type Face, runsOf } from './fonts';

/** Text of a page: every letter in a font that holds it. */

export type Look = Style & { face?: Face };

/** Words in one look, as pieces that each name their font. */
export const words = (text: string, { face = 'Sans', ...look }: Look = {}): ContentText[] =>
  runsOf(text, face).map((run) => ({
    text: run.text,
    ...look,
    font: run.font
  }));

/** A paragraph of pieces; each piece is words with a look of its own, or plain words. */
export function paragraph(
  pieces: readonly (string | readonly [text: string, look: Look])[],
  { margin, ...shared }: Look = {}
): ContentText {
  return {
    text: pieces.flatMap((piece) =>
      typeof piece === 'string' ? words(piece, shared) : words(piece[0], { ...shared, ...piece[1] })
    ),
    ...(margin === undefined ? {} : { margin })
  };
}

export const bold = (text: string): readonly [string, Look] => [text, { bold: true }];
export const italic = (text: string): readonly [string, Look] => [text, { italics: true }];
export const second = (text: string): readonly [string, Look] => [text, { color: palette.second }];

export const heading = (text: string): Content =>
  paragraph([text], { face: 'Serif', bold: true, fontSize: 13, margin: [0, 12, 0, 3] });

/** A hairline across the column. */
export const rule = (width: number, colour: string = palette.rule, weight = 0.6): Content => ({
  canvas: [{ type: 'line', x1: 0, y1: 0, x2: width, y2: 0, lineWidth: weight, lineColor: colour }],
  margin: [0, 3, 0, 3]
});

/** Room for what is placed on the page by its coordinates. @param high in points */
export const spacer = (high: number): Content => ({
  canvas: [{ type: 'line', x1: 0, y1: high, x2: 0, y2: high, lineWidth: 0.01, lineColor: '#ffffff' }]
});

/** Talking points, with their lists. */
export const richPieces = ({ content }: RichText, look: Look = {}): Content[] =>
  content.map((block): Content => {
    const inline = (parts: (typeof block & { type: 'paragraph' })['content']) =>
      (parts ?? []).map((part): readonly [string, Look] =>
        part.type === 'hardBreak'
          ? ['\n', {}]
          : [
              part.text,
              {
                bold: part.marks?.some(({ type }) => type === 'bold') ?? false,
                italics: part.marks?.some(({ type }) => type === 'italic') ?? false
              }
            ]
      );
    if (block.type === 'paragraph') return paragraph(inline(block.content), look);
    const items = block.content.map((item) =>
      paragraph(
        item.content.flatMap((part) => inline(part.content)),
        look
      )
    );
    return block.type === 'orderedList' ? { ol: items } : { ul: items };
  });
