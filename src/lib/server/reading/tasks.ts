import { compareTables, readGpx, readTideTable, readWarmth } from '$core/formats';
import type { LibraryDocument } from '$core/knowledge';
import { decodeText } from '$core/text';
import { type UploadedFile, readUpload } from './table-upload';

/** What is read of files that people send: each from its bytes to what came of it, without anything else. */

const decoded =
  <Input extends { bytes: Uint8Array }, Result>(read: (text: string, input: Input) => Result) =>
  (input: Input) => {
    const file = decodeText(input.bytes);
    return 'problem' in file ? file : read(file.text, input);
  };

export const tasks = {
  gpx: decoded((text) => readGpx(text)),
  tide: decoded((text, { zone }: { bytes: Uint8Array; zone: string }) => readTideTable(text, zone)),
  warmth: decoded((text) => readWarmth(text)),
  tables: ({ files, document }: { files: readonly UploadedFile[]; document: LibraryDocument }) => {
    const upload = readUpload(files);
    return 'problem' in upload ? upload : compareTables(upload.tables, document);
  }
} as const;

export type Task = keyof typeof tasks;
export type InputOf<T extends Task> = Parameters<(typeof tasks)[T]>[0];
export type ResultOf<T extends Task> = ReturnType<(typeof tasks)[T]>;
