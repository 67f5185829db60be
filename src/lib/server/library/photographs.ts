import exifr from 'exifr';
import sharp from 'sharp';
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import type { SchoolDb } from '../database/school';
import type { Viewer } from '../accounts';
import { insert } from '../database/insert';
import { rowOf, rowsOf } from '../database/rows';
import { isHeic, readFile } from '../reading';

/** A school's own photographs of a plant at a stage, beside its drawings. */

/** Where a picture shows a character: shares of its width and height. */
export const PhotoMark = z.object({
  character: z.string(),
  x: z.coerce.number().min(0).max(1),
  y: z.coerce.number().min(0).max(1)
});
export type PhotoMark = z.infer<typeof PhotoMark>;

/** A part of the picture, in its own pixels as it is seen upright. */
export const Crop = z.object({
  left: z.coerce.number().int().min(0),
  top: z.coerce.number().int().min(0),
  width: z.coerce.number().int().min(1),
  height: z.coerce.number().int().min(1)
});
export type Crop = z.infer<typeof Crop>;

export interface Picture {
  readonly jpeg: Buffer;
  readonly width: number;
  readonly height: number;
}

export interface ReadPicture extends Picture {
  /** What was sent, upright and as it was cropped, before it was made smaller. */
  readonly from: { readonly width: number; readonly height: number };
}

const mostBytes = 20_000_000;
const mostPixels = 50_000_000;
/** Longest side as it is kept. */
const keptSide = 1600;
const leastSide = 300;

const kinds = new Set(['jpeg', 'png', 'webp', 'heif', 'avif', 'tiff']);

/** A HEIC picture as one that the image library reads. */
async function unpackHeic(bytes: Buffer): Promise<Buffer | { problem: string }> {
  const raw = await readFile('heic', { bytes: new Uint8Array(bytes), mostPixels });
  if ('problem' in raw) return raw;
  const { width, height, pixels } = raw;
  return sharp(pixels, { raw: { width, height, channels: 4 } })
    .png({ compressionLevel: 1 })
    .toBuffer();
}

/**
 * Reads an uploaded picture by its content, turns it upright, crops it and encodes it anew, so that neither the
 * camera's data nor the place where it was taken is kept.
 * @param least the shortest side that is taken, in pixels
 * @returns the picture, or what is wrong with it
 */
export async function readPicture(
  file: File,
  crop?: Crop,
  least = leastSide
): Promise<ReadPicture | { problem: string }> {
  if (file.size > mostBytes) return { problem: `“${file.name}” is larger than 20 MB.` };
  const sent = Buffer.from(await file.arrayBuffer());
  const unpacked = isHeic(sent) ? await unpackHeic(sent) : sent;
  if ('problem' in unpacked) return { problem: `“${file.name}” ${unpacked.problem}` };
  const bytes = unpacked;
  try {
    const { format, width, height, autoOrient } = await sharp(bytes, { limitInputPixels: false }).metadata();
    if (!kinds.has(format))
      return {
        problem: `“${file.name}” is none of the kinds of picture that are read: JPEG, PNG, WebP, AVIF, TIFF, HEIC.`
      };
    if (width * height > mostPixels)
      return {
        problem: `“${file.name}” has ${Math.round((width * height) / 1e6)} megapixels. Up to 50 are read: make it smaller first.`
      };
    const upright = autoOrient;
    if (crop && (crop.left + crop.width > upright.width || crop.top + crop.height > upright.height))
      return { problem: 'The part that was chosen reaches beyond the picture. Choose it anew.' };
    const size = crop ?? upright;
    if (Math.min(size.width, size.height) < least)
      return {
        problem: `${crop ? 'That part' : `“${file.name}”`} is ${size.width} × ${size.height} pixels. At least ${least} are needed to see something.`
      };
    const turned = sharp(bytes).autoOrient();
    const { data, info } = await (crop ? turned.extract(crop) : turned)
      .resize({ width: keptSide, height: keptSide, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: 82, mozjpeg: true })
      .toBuffer({ resolveWithObject: true });
    return {
      jpeg: data,
      width: info.width,
      height: info.height,
      from: { width: size.width, height: size.height }
    };
  } catch {
    return { problem: `“${file.name}” is no picture, or a damaged one.` };
  }
}

/** What a camera wrote into a picture of when and where it was taken. */
export interface CameraNote {
  /** Local time of the camera, YYYY-MM-DDTHH:MM:SS. */
  readonly at: string | undefined;
  readonly place: { readonly longitude: number; readonly latitude: number } | undefined;
}

/** Reads the camera's note; a picture without one, or with a damaged one, has none. */
export async function cameraNote(file: File): Promise<CameraNote> {
  try {
    const bytes = Buffer.from(await file.arrayBuffer());
    const [tags, gps] = await Promise.all([
      exifr.parse(bytes, { pick: ['DateTimeOriginal'], reviveValues: false }) as Promise<
        { DateTimeOriginal?: string } | undefined
      >,
      exifr.gps(bytes) as Promise<{ longitude: number; latitude: number } | undefined>
    ]);
    const [, date, time] =
      /^(\d{4}:\d{2}:\d{2})[ T](\d{2}:\d{2}:\d{2})/.exec(tags?.DateTimeOriginal ?? '') ?? [];
    const isPlace = gps && Math.abs(gps.longitude) <= 180 && Math.abs(gps.latitude) <= 90;
    return {
      at: date && time ? `${date.replaceAll(':', '-')}T${time}` : undefined,
      place: isPlace ? { longitude: gps.longitude, latitude: gps.latitude } : undefined
    };
  } catch {
    return { at: undefined, place: undefined };
  }
}

const Photograph = z.object({
  id: z.string(),
  taxon: z.string(),
  stage: z.string(),
  credit: z.string(),
  words: z.string(),
  width: z.number(),
  height: z.number(),
  marks: z.array(PhotoMark).readonly()
});
export type Photograph = Readonly<z.infer<typeof Photograph>>;

const columns = 'id, taxon, stage, credit, words, width, height, marks';

export async function addPhotograph(
  db: SchoolDb,
  viewer: Viewer,
  about: Pick<Photograph, 'taxon' | 'stage' | 'credit' | 'words'>,
  { jpeg, width, height }: Picture
): Promise<string> {
  const id = uuid();
  await insert(db, 'photograph', {
    id,
    taxon: about.taxon,
    stage: about.stage,
    credit: about.credit,
    words: about.words,
    width,
    height,
    jpeg,
    addedBy: viewer.personId,
    effectiveAt: db.now
  });
  return id;
}

/** The photographs of some taxa, the oldest first. */
export const photographsOf = (db: SchoolDb, taxa: readonly string[]): Promise<Photograph[]> =>
  rowsOf(
    db,
    Photograph,
    `select ${columns} from photograph where taxon = any ($1) order by effective_at, id`,
    [taxa]
  );

/** The photograph that stands beside a plant's drawing at a stage: the first with marks, else the first. */
export function photographAt(
  photographs: readonly Photograph[],
  taxon: string,
  stage: string
): Photograph | undefined {
  const all = photographs.filter((photo) => photo.taxon === taxon && photo.stage === stage);
  return all.find(({ marks }) => marks.length > 0) ?? all[0];
}

/** The photographs of both plants of a pair at their stages. */
export interface PairPhotographs {
  readonly target: Photograph | undefined;
  readonly lookalike: Photograph | undefined;
}

/** For each contrast sheet, in order, what the school photographed of its plants. */
export async function photographsOfPairs(
  db: SchoolDb,
  sheets: readonly Record<'target' | 'lookalike', { readonly slug: string; readonly stage: string }>[]
): Promise<PairPhotographs[]> {
  const taxa = new Set(sheets.flatMap(({ target, lookalike }) => [target.slug, lookalike.slug]));
  const all = await photographsOf(db, [...taxa]);
  return sheets.map(({ target, lookalike }) => ({
    target: photographAt(all, target.slug, target.stage),
    lookalike: photographAt(all, lookalike.slug, lookalike.stage)
  }));
}

export const readPhotograph = (db: SchoolDb, id: string): Promise<Photograph | undefined> =>
  rowOf(db, Photograph, `select ${columns} from photograph where id = $1`, [id]);

/** Some photographs by their ids: those that are there. */
export async function readPhotographs(db: SchoolDb, ids: readonly string[]): Promise<Photograph[]> {
  if (ids.length === 0) return [];
  return rowsOf(db, Photograph, `select ${columns} from photograph where id = any ($1)`, [ids]);
}

export async function readJpeg(db: SchoolDb, id: string): Promise<Buffer | undefined> {
  const picture = z.object({ jpeg: z.instanceof(Buffer) });
  return (await rowOf(db, picture, 'select jpeg from photograph where id = $1', [id]))?.jpeg;
}

export async function setMarks(db: SchoolDb, id: string, marks: readonly PhotoMark[]): Promise<void> {
  await db.query('update photograph set marks = $2 where id = $1', [id, JSON.stringify(marks)]);
}

export async function removePhotograph(db: SchoolDb, id: string): Promise<void> {
  await db.query('delete from photograph where id = $1', [id]);
}
