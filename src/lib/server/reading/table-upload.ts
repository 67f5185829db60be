import { unzipSync } from 'fflate';
import { cleanText, decodeText } from '$core/text';
import { type Tables, tableNames } from '$core/formats';

/** Unpacked, a whole library is about a megabyte; each of its cells takes many times its letters in memory. */
const mostBytes = 6_000_000;

const isZip = (bytes: Uint8Array) => bytes[0] === 0x50 && bytes[1] === 0x4b;
/** Browsers number what was downloaded twice: `taxa (1).csv`. */
const tableNamed = (path: string) => {
  const file = path
    .split('/')
    .at(-1)!
    .replace(/ \(\d+\)(?=\.csv$)/, '')
    .toLowerCase();
  return tableNames.find((name) => file === name.toLowerCase());
};

export interface UploadedFile {
  readonly name: string;
  readonly bytes: Uint8Array;
}

/**
 * Reads uploaded tables: CSV files by their names, or archives of them. The kind is told by content.
 * @returns the tables, or what is wrong with the upload
 */
export function readUpload(files: readonly UploadedFile[]): { tables: Tables } | { problem: string } {
  const tables: Tables = {};
  let size = 0;
  const put = (path: string, bytes: Uint8Array): string | undefined => {
    const name = tableNamed(path);
    if (!name) return `“${path}” is none of the tables: they are called ${tableNames.join(', ')}.`;
    if (tables[name] !== undefined) return `${name} was uploaded twice.`;
    const decoded = decodeText(bytes);
    if ('problem' in decoded) return `${name}: ${decoded.problem}`;
    tables[name] = cleanText(decoded.text);
    return undefined;
  };
  for (const file of files) {
    const { bytes } = file;
    if (isZip(bytes)) {
      try {
        const entries = unzipSync(bytes, {
          filter: ({ name, originalSize }) => {
            size += originalSize;
            return size <= mostBytes && tableNamed(name) !== undefined;
          }
        });
        if (size > mostBytes) return { problem: `“${file.name}” unpacks to more than 6 MB.` };
        if (Object.keys(entries).length === 0)
          return { problem: `“${file.name}” holds none of the tables: ${tableNames.join(', ')}.` };
        for (const [name, entry] of Object.entries(entries)) {
          const problem = put(name, entry);
          if (problem) return { problem };
        }
      } catch {
        return { problem: `“${file.name}” is a damaged archive.` };
      }
    } else {
      const problem = put(file.name, bytes);
      if (problem) return { problem };
    }
  }
  return Object.keys(tables).length > 0 ? { tables } : { problem: 'Choose one or more files first.' };
}
