import { inflateSync } from 'node:zlib';

/**
 * A font file unpacked (WOFF 1.0, W3C 2012): the same tables in an OpenType file. The maker of PDFs unpacks
 * WOFF in JavaScript anew for every document, which takes longer than laying the pages out.
 * @throws where the bytes are no WOFF file
 */
export function sfntOf(woff: Buffer): Buffer {
  if (woff.toString('latin1', 0, 4) !== 'wOFF') throw new Error('This is no WOFF file.');
  const tableCount = woff.readUInt16BE(12);
  const headerBytes = 12 + 16 * tableCount;
  const tables = Array.from({ length: tableCount }, (_, i) => {
    const at = 44 + 20 * i;
    const [offset, packedBytes, bytes] = [4, 8, 12].map((more) => woff.readUInt32BE(at + more));
    const packed = woff.subarray(offset, offset! + packedBytes!);
    return {
      tag: woff.subarray(at, at + 4),
      checksum: woff.readUInt32BE(at + 16),
      data: packedBytes! < bytes! ? inflateSync(packed) : packed
    };
  });
  const padded = (bytes: number) => Math.ceil(bytes / 4) * 4;
  const sfnt = Buffer.alloc(headerBytes + tables.reduce((sum, { data }) => sum + padded(data.length), 0));
  woff.copy(sfnt, 0, 4, 8);
  sfnt.writeUInt16BE(tableCount, 4);
  const power = Math.floor(Math.log2(tableCount));
  sfnt.writeUInt16BE(16 * 2 ** power, 6);
  sfnt.writeUInt16BE(power, 8);
  sfnt.writeUInt16BE(16 * tableCount - 16 * 2 ** power, 10);
  let end = headerBytes;
  tables.forEach(({ tag, checksum, data }, i) => {
    const at = 12 + 16 * i;
    tag.copy(sfnt, at);
    sfnt.writeUInt32BE(checksum, at + 4);
    sfnt.writeUInt32BE(end, at + 8);
    sfnt.writeUInt32BE(data.length, at + 12);
    data.copy(sfnt, end);
    end += padded(data.length);
  });
  return sfnt;
}

/**
 * The same font under another name of the same length, in the two encodings in which its names are written (the
 * `name` table of OpenType).
 * @throws where it does not bear the name
 */
export function renamed(font: Buffer, from: string, to: string): Buffer {
  if (from.length !== to.length) throw new Error('A font is renamed by a name of the same length.');
  const copy = Buffer.from(font);
  let times = 0;
  for (const encode of [
    (text: string) => Buffer.from(text, 'latin1'),
    (text: string) => Buffer.from(text, 'utf16le').swap16()
  ])
    for (let at = copy.indexOf(encode(from)); at >= 0; at = copy.indexOf(encode(from), at + 1)) {
      encode(to).copy(copy, at);
      times += 1;
    }
  if (times === 0) throw new Error(`This font is not called ${from}.`);
  return copy;
}
