import { describe, expect, it } from 'vitest';
import { AnyText, RichText, plainText, richText } from './index';

const document = {
  type: 'doc',
  content: [
    {
      type: 'paragraph',
      content: [
        { type: 'text', text: 'Describe ', marks: [{ type: 'bold' }] },
        { type: 'text', text: 'first' }
      ]
    },
    {
      type: 'orderedList',
      content: [
        { type: 'listItem', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'stalk' }] }] },
        { type: 'listItem', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'veins' }] }] }
      ]
    }
  ]
};

describe('formatted text', () => {
  it('is read as a tree, and told as plain words', () => {
    expect(plainText(RichText.parse(document))).toBe('Describe first\n1. stalk\n2. veins');
  });

  it.each<[string, unknown]>([
    ['a picture', { type: 'doc', content: [{ type: 'image', src: 'x' }] }],
    [
      'a link',
      {
        type: 'doc',
        content: [{ type: 'paragraph', content: [{ type: 'text', text: 'x', marks: [{ type: 'link' }] }] }]
      }
    ],
    [
      'a list within a list',
      {
        type: 'doc',
        content: [{ type: 'bulletList', content: [{ type: 'listItem', content: [document.content[1]] }] }]
      }
    ],
    [
      'more than 4,000 letters',
      {
        type: 'doc',
        content: Array.from({ length: 3 }, () => ({
          type: 'paragraph',
          content: [{ type: 'text', text: 'x'.repeat(1500) }]
        }))
      }
    ]
  ])('refuses %s', (_, text) => {
    expect(RichText.safeParse(text).success).toBe(false);
  });

  it('keeps markup as the letters that were typed', () => {
    expect(plainText(richText('<b>not bold</b>\n\n & more'))).toBe('<b>not bold</b>\n& more');
  });

  it('reads the plain text of earlier briefs', () => {
    expect(AnyText.parse('Stalk, then veins.')).toEqual(richText('Stalk, then veins.'));
  });
});
