/** HEIC (ISO/IEC 23008-12 with HEVC): the pictures that many telephones take. */

/** Brands of pictures whose content is HEVC (ISO/IEC 23008-12, annex B). */
const brands = new Set(['heic', 'heix', 'heim', 'heis', 'hevc', 'hevx']);
const textAt = (bytes: Uint8Array, from: number) => String.fromCharCode(...bytes.subarray(from, from + 4));

/** Whether a file says in its first box that it is such a picture. */
export function isHeic(bytes: Uint8Array): boolean {
  if (bytes.length < 16 || textAt(bytes, 4) !== 'ftyp') return false;
  const end = Math.min(new DataView(bytes.buffer, bytes.byteOffset).getUint32(0), 64);
  for (let at = 8; at + 4 <= end; at += 4) if (brands.has(textAt(bytes, at))) return true;
  return false;
}

export interface RawPicture {
  readonly width: number;
  readonly height: number;
  /** Red, green, blue and opacity of each pixel, row by row, turned upright. */
  readonly pixels: Uint8ClampedArray;
}

/** The first picture of a file. Its size is looked at before it is unpacked. */
export async function decodeHeic(
  bytes: Uint8Array,
  mostPixels: number
): Promise<RawPicture | { readonly problem: string }> {
  // Read when the first such picture comes: it is large.
  const { default: heic } = await import('heic-decode');
  try {
    const pictures = await heic.all({ buffer: bytes });
    try {
      const [first] = pictures;
      if (!first) return { problem: 'holds no picture.' };
      const { width, height } = first;
      if (width * height > mostPixels)
        return {
          problem: `has ${Math.round((width * height) / 1e6)} megapixels. Up to ${Math.round(mostPixels / 1e6)} are read: make it smaller first.`
        };
      return { width, height, pixels: (await first.decode()).data };
    } finally {
      pictures.dispose();
    }
  } catch {
    return { problem: 'is a HEIC picture that cannot be unpacked. Save it as JPEG and try again.' };
  }
}
