import { describe, expect, it } from 'vitest';
import { cleanText, decodeText } from './text';

const bytes = (text: string, encoding: 'utf-8' | 'latin1' | 'utf16le' = 'utf-8') =>
  new Uint8Array(Buffer.from(text, encoding));
const xml = (encoding: string) => `<?xml version="1.0" encoding="${encoding}"?><gpx><name>d'été</name></gpx>`;

describe('the text of a file', () => {
  it.each([
    ['UTF-8', bytes('Achillée')],
    ['UTF-8 with its mark', bytes('\uFEFFAchillée')],
    ['UTF-16 with its mark', bytes('\uFEFFAchillée', 'utf16le')]
  ])('in %s is read as it is', (_, file) => expect(decodeText(file)).toEqual({ text: 'Achillée' }));

  it.each([
    ['ISO-8859-1', bytes(xml('ISO-8859-1'), 'latin1')],
    ['windows-1252', bytes(xml('windows-1252'), 'latin1')],
    ['UTF-16', bytes(`\uFEFF${xml('UTF-16')}`, 'utf16le')],
    ['UTF-16 without a mark', bytes(xml('UTF-16'), 'utf16le')],
    ['UTF-8', bytes(xml('utf-8'))]
  ])('of XML is read as it declares: %s', (_, file) => {
    const read = decodeText(file);
    expect('text' in read && read.text).toContain("d'été");
  });

  it.each([
    [bytes('one\ntwo\nAchillée', 'latin1'), /Line 3 holds letters that are no UTF-8/],
    [bytes(xml('klingon')), /“klingon”, which is not known/],
    [new Uint8Array([0x1f, 0x8b, 8, 0]), /gzip/],
    [new Uint8Array([0x50, 0x4b, 3, 4]), /archive/]
  ])('that is not readable is refused, not guessed', (file, says) => {
    expect(decodeText(file)).toEqual({ problem: expect.stringMatching(says) });
  });
});

describe('clean text', () => {
  it('has no signs that XML 1.0 does not take, and keeps all others', () => {
    expect(cleanText('a\u0000b\u0007c\u000Bd\u007F\uFFFE')).toBe('abc d');
    expect(cleanText('Tab\tand\nbreak\r\n, ’, 𝒳, é')).toBe('Tab\tand\nbreak\r\n, ’, 𝒳, é');
    expect(cleanText('half \uD83D of a pair')).toBe('half \uFFFD of a pair');
  });
});
