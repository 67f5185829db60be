import {
  compareTables,
  isKml,
  readGpx,
  readKmlTrack,
  readQti,
  readQuestionTable,
  readTideTable,
  readWarmth,
  textOfMapFile
} from '$core/formats';
import type { LibraryDocument } from '$core/knowledge';
import { decodeText } from '$core/text';
import { decodeHeic } from './heic';
import { type UploadedFile, readUpload } from './table-upload';

/** What is read of files that people send: each from its bytes to what came of it, without anything else. */

const decoded =
  <Input extends { bytes: Uint8Array }, Result>(
    read: (text: string, input: Input) => Result,
    decode: typeof decodeText = decodeText
  ) =>
  (input: Input) => {
    const file = decode(input.bytes);
    return 'problem' in file ? file : read(file.text, input);
  };

export const tasks = {
  track: decoded((text) => (isKml(text) ? readKmlTrack(text) : readGpx(text)), textOfMapFile),
  tide: decoded((text, { zone }: { bytes: Uint8Array; zone: string }) => readTideTable(text, zone)),
  warmth: decoded((text) => readWarmth(text)),
  heic: ({ bytes, mostPixels }: { bytes: Uint8Array; mostPixels: number }) => decodeHeic(bytes, mostPixels),
  questions: ({ bytes }: { bytes: Uint8Array }) => {
    // By their first letters: an archive, markup, or else a table.
    if (bytes[0] === 0x50 && bytes[1] === 0x4b) return readQti(bytes);
    const file = decodeText(bytes);
    if ('problem' in file) return file;
    if (file.text.trimStart().startsWith('<')) return readQti(bytes);
    const table = readQuestionTable(file.text);
    return 'problem' in table ? table : { ...table, title: '', pictures: new Map<string, Uint8Array>() };
  },
  tables: ({ files, document }: { files: readonly UploadedFile[]; document: LibraryDocument }) => {
    const upload = readUpload(files);
    return 'problem' in upload ? upload : compareTables(upload.tables, document);
  }
} as const;

export type Task = keyof typeof tasks;
export type InputOf<T extends Task> = Parameters<(typeof tasks)[T]>[0];
export type ResultOf<T extends Task> = Awaited<ReturnType<(typeof tasks)[T]>>;
