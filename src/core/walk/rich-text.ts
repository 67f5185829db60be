import { z } from 'zod';

/**
 * Formatted text as a tree, never as HTML: paragraphs, lists, bold and italic, and nothing else. The editor's
 * own format (a ProseMirror document), read with a schema on the way in and on the way out.
 */

const marks = z
  .array(z.object({ type: z.enum(['bold', 'italic']) }))
  .max(2)
  .optional();
const Inline = z.discriminatedUnion('type', [
  z.object({ type: z.literal('text'), text: z.string().max(4000), marks }),
  z.object({ type: z.literal('hardBreak') })
]);
const Paragraph = z.object({
  type: z.literal('paragraph'),
  content: z.array(Inline).max(200).optional()
});
const Item = z.object({ type: z.literal('listItem'), content: z.array(Paragraph).min(1).max(20) });
const List = z.object({
  type: z.enum(['bulletList', 'orderedList']),
  content: z.array(Item).min(1).max(60)
});

const Document = z.object({
  type: z.literal('doc'),
  content: z
    .array(z.union([Paragraph, List]))
    .max(100)
    .default([])
});
export type RichText = z.infer<typeof Document>;
export type RichBlock = RichText['content'][number];
export type RichInline = z.infer<typeof Inline>;

export const emptyText: RichText = { type: 'doc', content: [] };

/** Plain text as paragraphs, a line each. */
export const richText = (text: string): RichText => ({
  type: 'doc',
  content: text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) => ({ type: 'paragraph', content: [{ type: 'text', text: line }] }))
});

const inlineText = (content: readonly RichInline[] | undefined): string =>
  (content ?? []).map((one) => (one.type === 'text' ? one.text : '\n')).join('');

/** The words alone, a paragraph or list item a line. */
export function plainText({ content }: { readonly content: readonly RichBlock[] }): string {
  return content
    .flatMap((block) =>
      block.type === 'paragraph'
        ? [inlineText(block.content)]
        : block.content.map(
            (item, i) =>
              `${block.type === 'orderedList' ? `${i + 1}.` : '–'} ${item.content.map((one) => inlineText(one.content)).join(' ')}`
          )
    )
    .filter(Boolean)
    .join('\n');
}

const longest = 4000;
export const RichText: z.ZodType<RichText> = Document.refine(
  (document) => plainText(document).length <= longest,
  `At most ${longest} letters.`
);

/** Stored or sent text: a document, or the plain text of earlier briefs. */
export const AnyText = z.union([RichText, z.string().transform(richText)]);
