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
import vietnamese from '@fontsource/literata/files/literata-vietnamese-400-normal.woff?inline';
import vietnameseBold from '@fontsource/literata/files/literata-vietnamese-600-normal.woff?inline';
import greek from '@fontsource/literata/files/literata-greek-400-normal.woff?inline';
import greekBold from '@fontsource/literata/files/literata-greek-600-normal.woff?inline';
import greekExt from '@fontsource/literata/files/literata-greek-ext-400-normal.woff?inline';
import greekExtBold from '@fontsource/literata/files/literata-greek-ext-600-normal.woff?inline';
import cyrillic from '@fontsource/literata/files/literata-cyrillic-400-normal.woff?inline';
import cyrillicBold from '@fontsource/literata/files/literata-cyrillic-600-normal.woff?inline';
import cyrillicExt from '@fontsource/literata/files/literata-cyrillic-ext-400-normal.woff?inline';
import cyrillicExtBold from '@fontsource/literata/files/literata-cyrillic-ext-600-normal.woff?inline';
import { type Font, create } from 'fontkit';
import { inMarkup } from '$core/text';
import { renamed, sfntOf } from './sfnt';

/**
 * The fonts of the screen, embedded in every PDF. They come in a file for each script, the sans for Latin letters
 * alone: others are set in the serif. The maker of the PDF tells fonts apart by their own names, which two files of
 * one weight share: the second Latin file is of the next weight, and those of other scripts are renamed.
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

/** Scripts besides Latin, each with the letter by which its files are renamed. */
const scripts = {
  vietnamese: { mark: 'V', regular: vietnamese, bold: vietnameseBold },
  greek: { mark: 'G', regular: greek, bold: greekBold },
  greekExt: { mark: 'H', regular: greekExt, bold: greekExtBold },
  cyrillic: { mark: 'C', regular: cyrillic, bold: cyrillicBold },
  cyrillicExt: { mark: 'D', regular: cyrillicExt, bold: cyrillicExtBold }
} as const;
type Script = keyof typeof scripts;
const scriptNames = Object.keys(scripts) as Script[];

const fontOf = (address: string): Buffer =>
  sfntOf(Buffer.from(address.slice(address.indexOf(',') + 1), 'base64'));
/** The name of a script's file, as long as the one that it replaces. */
const nameFor = (script: Script, name: 'Literata-Regular' | 'Literata-SemiBold'): string =>
  `${name.slice(0, -1)}${scripts[script].mark}`;
const renamedFile = (script: Script, name: 'Literata-Regular' | 'Literata-SemiBold', address: string) =>
  [nameFor(script, name), renamed(fontOf(address), name, nameFor(script, name))] as const;

/** The files by the name that each font bears in itself: pictures find it by that. */
export const fontFiles: ReadonlyMap<string, Buffer> = new Map([
  ...Object.entries(files).map(([name, address]) => [name, fontOf(address)] as const),
  ...scriptNames.flatMap((script) => [
    renamedFile(script, 'Literata-Regular', scripts[script].regular),
    renamedFile(script, 'Literata-SemiBold', scripts[script].bold)
  ])
]);

const family = (normal: string, bold: string, italics: string = normal, bolditalics: string = bold) => ({
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
  SerifExt: family('Literata-Medium', 'Literata-Bold'),
  ...(Object.fromEntries(
    scriptNames.map((script) => [
      script,
      family(nameFor(script, 'Literata-Regular'), nameFor(script, 'Literata-SemiBold'))
    ])
  ) as Record<Script, ReturnType<typeof family>>)
};

type Family = keyof typeof fontFamilies;
export type Face = 'Sans' | 'Serif';

/** The families of a face in the order in which a letter is looked for. */
const order: Readonly<Record<Face, readonly Family[]>> = {
  Sans: ['Sans', 'SansExt', 'Serif', 'SerifExt', ...scriptNames],
  Serif: ['Serif', 'SerifExt', ...scriptNames]
};

/** The letters of a family, in every weight that is used of it; read when it is first asked for. */
const known = new Map<Family, ReadonlySet<number>>();
function lettersOf(family: Family): ReadonlySet<number> {
  let letters = known.get(family);
  if (!letters) {
    const files = Object.values<string>(fontFamilies[family]);
    const sets = files.map((name) => new Set((create(fontFiles.get(name)!) as Font).characterSet));
    letters = new Set([...sets[0]!].filter((letter) => sets.every((set) => set.has(letter))));
    known.set(family, letters);
  }
  return letters;
}

/** Ends of lines, spaces, hyphens and signs that are not seen, as the fonts have them. */
const usualSigns = (text: string): string =>
  text
    .normalize('NFC')
    .replaceAll(/\r\n?/g, '\n')
    .replaceAll('\t', ' ')
    .replaceAll(/\p{Zs}/gu, (space) => (space === '\u00A0' ? space : ' '))
    .replaceAll(/[\u2010\u2011]/g, '-')
    .replaceAll(/[\u2012\u2015]/g, '–')
    .replaceAll(/\p{Cf}/gu, '');

export interface Run {
  readonly text: string;
  readonly font: Family;
}

/**
 * Text in runs of one font file each. What no file holds becomes a question mark, since a PDF has no other font to
 * fall back on and would print a box.
 */
export function runsOf(text: string, face: Face = 'Sans'): Run[] {
  const runs: { text: string; font: Family }[] = [];
  for (const letter of usualSigns(text)) {
    const isBreak = letter === '\n';
    const found = isBreak ? face : order[face].find((one) => lettersOf(one).has(letter.codePointAt(0)!));
    const [font, printed] = found ? [found, letter] : [face, '?'];
    const last = runs.at(-1);
    if (last && last.font === font) last.text += printed;
    else runs.push({ text: printed, font });
  }
  return runs;
}

/** Text within the markup of a picture, which has one font: letters beyond Latin-1 are left out. */
export const inPicture = (text: string): string =>
  inMarkup(
    runsOf(text)
      .filter(({ font }) => font === 'Sans')
      .map((run) => run.text)
      .join('')
  );

/** How names are set in a picture on paper. */
export const onPaper = { font: 'Sans', written: inPicture };
