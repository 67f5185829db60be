import sans from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff?inline';
import sansItalic from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-italic.woff?inline';
import sansBold from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff?inline';
import sansExt from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-500-normal.woff?inline';
import sansExtBold from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-800-normal.woff?inline';
import serif from '@fontsource/literata/files/literata-latin-400-normal.woff?inline';
import serifItalic from '@fontsource/literata/files/literata-latin-400-italic.woff?inline';
import serifBold from '@fontsource/literata/files/literata-latin-600-normal.woff?inline';
import serifExt from '@fontsource/literata/files/literata-latin-ext-500-normal.woff?inline';
import serifExtBold from '@fontsource/literata/files/literata-latin-ext-700-normal.woff?inline';
import { sfntOf } from './sfnt';

/**
 * The fonts of the screen, embedded in every PDF. They come in two files each: the letters of western Europe,
 * and those of the rest of the Latin script. The maker of the PDF tells fonts apart by their own names, which
 * two files of one weight share: the second file is of the next weight.
 */
const files = {
  'AtkinsonHyperlegibleNext-Regular': sans,
  'AtkinsonHyperlegibleNext-Italic': sansItalic,
  'AtkinsonHyperlegibleNext-Bold': sansBold,
  'AtkinsonHyperlegibleNext-Medium': sansExt,
  'AtkinsonHyperlegibleNext-ExtraBold': sansExtBold,
  'Literata-Regular': serif,
  'Literata-Italic': serifItalic,
  'Literata-SemiBold': serifBold,
  'Literata-Medium': serifExt,
  'Literata-Bold': serifExtBold
} as const;
type FontName = keyof typeof files;

/** The files by the name that each font bears in itself: pictures find it by that. */
export const fontFiles: ReadonlyMap<string, Buffer> = new Map(
  Object.entries(files).map(([name, address]) => [
    name,
    sfntOf(Buffer.from(address.slice(address.indexOf(',') + 1), 'base64'))
  ])
);

const family = (
  normal: FontName,
  bold: FontName,
  italics: FontName = normal,
  bolditalics: FontName = bold
) => ({
  normal,
  bold,
  italics,
  bolditalics
});
export const fontFamilies = {
  Sans: family(
    'AtkinsonHyperlegibleNext-Regular',
    'AtkinsonHyperlegibleNext-Bold',
    'AtkinsonHyperlegibleNext-Italic'
  ),
  SansExt: family('AtkinsonHyperlegibleNext-Medium', 'AtkinsonHyperlegibleNext-ExtraBold'),
  Serif: family('Literata-Regular', 'Literata-SemiBold', 'Literata-Italic'),
  SerifExt: family('Literata-Medium', 'Literata-Bold')
};

type Ranges = readonly (readonly [from: number, to: number])[];
/** Letters of the first file: Latin-1 and the punctuation that goes with it (the ranges of its style sheet). */
const latin: Ranges = [
  [0x00, 0xff],
  [0x131, 0x131],
  [0x152, 0x153],
  [0x2bb, 0x2bc],
  [0x2c6, 0x2c6],
  [0x2da, 0x2da],
  [0x2dc, 0x2dc],
  [0x2000, 0x206f],
  [0x20ac, 0x20ac],
  [0x2122, 0x2122],
  [0x2191, 0x2191],
  [0x2193, 0x2193],
  [0x2212, 0x2212],
  [0x2215, 0x2215]
];
/** Letters of the second: other Latin letters. */
const latinExtended: Ranges = [
  [0x100, 0x2ff],
  [0x1d00, 0x1dbf],
  [0x1e00, 0x1eff],
  [0x2020, 0x2020],
  [0x20a0, 0x20c0],
  [0x2113, 0x2113],
  [0x2c60, 0x2c7f],
  [0xa720, 0xa7ff]
];
const isIn = (ranges: Ranges, letter: string): boolean => {
  const code = letter.codePointAt(0)!;
  return ranges.some(([from, to]) => from <= code && code <= to);
};

export interface Run {
  readonly text: string;
  readonly isExtended: boolean;
}

/**
 * Text in runs of one font file each. What neither file holds becomes a question mark, since a PDF has no
 * other font to fall back on and would print a box.
 */
export function runsOf(text: string): Run[] {
  const runs: { text: string; isExtended: boolean }[] = [];
  for (const letter of text.normalize('NFC')) {
    const isLatin = isIn(latin, letter);
    const isExtended = !isLatin && isIn(latinExtended, letter);
    const printed = isExtended || isLatin ? letter : '?';
    const last = runs.at(-1);
    if (last && last.isExtended === isExtended) last.text += printed;
    else runs.push({ text: printed, isExtended });
  }
  return runs;
}
