/** Text as it comes from people and files: which signs are kept, and in which letters a file is written. */

/* eslint-disable no-control-regex */
const lineBreaks = /[\u000B\u000C]/g;
const unwanted = /[\u0000-\u0008\u000E-\u001F\u007F\uFFFE\uFFFF]/g;
/* eslint-enable no-control-regex */

/**
 * Without the signs that belong in no text: control characters, which neither PostgreSQL (NUL) nor XML 1.0 (§2.2 Char)
 * takes, and halves of surrogate pairs. Line breaks of word processors become spaces.
 */
export const cleanText = (text: string): string =>
  text.replaceAll(lineBreaks, ' ').replaceAll(unwanted, '').toWellFormed();

/** What the first bytes of a file say of its letters, or that it is no text. */
const marks: readonly {
  readonly bytes: readonly number[];
  readonly label?: string;
  readonly problem?: string;
}[] = [
  { bytes: [0xef, 0xbb, 0xbf], label: 'utf-8' },
  { bytes: [0xff, 0xfe], label: 'utf-16le' },
  { bytes: [0xfe, 0xff], label: 'utf-16be' },
  { bytes: [0x3c, 0x00], label: 'utf-16le' },
  { bytes: [0x00, 0x3c], label: 'utf-16be' },
  { bytes: [0x1f, 0x8b], problem: 'This file is packed with gzip: unpack it first.' },
  { bytes: [0x50, 0x4b, 0x03, 0x04], problem: 'This file is an archive: unpack it first.' }
];

/** The encoding that an XML file declares in its first line, or none. */
function declaredIn(bytes: Uint8Array): string | undefined {
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 200));
  return /^\s*<\?xml[^>]*\sencoding\s*=\s*["']([\w.:-]+)["']/i.exec(head)?.[1];
}

/** The line in which bytes stop being letters of an encoding. */
function brokenLine(bytes: Uint8Array, label: string): number {
  const lineFeed = 0x0a;
  const decoder = new TextDecoder(label, { fatal: true });
  let [line, from] = [1, 0];
  for (let end = bytes.indexOf(lineFeed); end >= 0; end = bytes.indexOf(lineFeed, from)) {
    try {
      decoder.decode(bytes.subarray(from, end));
    } catch {
      return line;
    }
    line += 1;
    from = end + 1;
  }
  return line;
}

/**
 * Reads the text of a file: by its mark (BOM), by what its XML declares, otherwise as UTF-8. Nothing is guessed, and
 * letters that are broken are not replaced in silence.
 * @returns the text without mark, or what is wrong
 */
export function decodeText(bytes: Uint8Array): { readonly text: string } | { readonly problem: string } {
  const mark = marks.find(({ bytes: first }) => first.every((byte, i) => bytes[i] === byte));
  if (mark?.problem) return { problem: mark.problem };
  const declared = mark?.label ?? declaredIn(bytes);
  const label = declared ?? 'utf-8';
  let decoder: InstanceType<typeof TextDecoder>;
  try {
    decoder = new TextDecoder(label, { fatal: true });
  } catch {
    return {
      problem: `It says that it is written in “${label}”, which is not known here. Save it as UTF-8.`
    };
  }
  try {
    return { text: decoder.decode(bytes) };
  } catch {
    return {
      problem: `Line ${brokenLine(bytes, label)} holds letters that are no ${declared ? label : 'UTF-8'}: save the file as UTF-8 and try again.`
    };
  }
}

/** Words as they stand within markup. */
export const inMarkup = (text: string): string =>
  text.replace(/[<>&"]/g, (letter) => `&#${letter.charCodeAt(0)};`);
