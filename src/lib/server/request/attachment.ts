import { type Dialect, dialects } from '$core/formats';

/** RFC 8187 §3.2.1: what encodeURIComponent leaves as it is and the header does not take. */
const fileNameOf = (name: string) =>
  encodeURIComponent(name).replaceAll(
    /['()*]/g,
    (letter) => `%${letter.charCodeAt(0).toString(16).toUpperCase()}`
  );

export const attachmentHeaders = (type: string, fileName: string) => ({
  'content-type': type,
  'content-disposition': `attachment; filename*=UTF-8''${fileNameOf(fileName)}`,
  'cache-control': 'private, no-store'
});

/** A file to be kept by who asked for it, and by nothing in between. */
export const attachment = (
  body: string | Uint8Array<ArrayBuffer>,
  type: string,
  fileName: string
): Response => new Response(body, { headers: attachmentHeaders(type, fileName) });

/** How a table is asked for: `?table=semicolon` for spreadsheets that take commas for decimal signs. */
export const dialectIn = (url: URL): Dialect =>
  dialects[url.searchParams.get('table') === 'semicolon' ? 'semicolon' : 'comma'];

export const tableAttachment = (table: string, name: string): Response =>
  attachment(table, 'text/csv; charset=utf-8', `${name}.csv`);
