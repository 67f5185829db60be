import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { readPicture } from '../../src/lib/server/library/photographs';
import { type Client, signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase } from '../support/database';

/** A school's own photographs: read by content, stored without the camera's data, marked, shown to their own school. */

let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let learner: Client;
let instructor: Client;

beforeAll(async () => {
  database = await cloneDatabase('demo');
  server = await serve({ port: (await tryPort(0))!, app: database.app });
  learner = await signedIn(server.origin, 'learner');
  instructor = await signedIn(server.origin, 'instructor');
});
afterAll(async () => {
  await server.stop();
  await database.drop();
});

const plain = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#6BA045' } });
const file = (bytes: Uint8Array, name = 'leaf.jpg') => new File([new Uint8Array(bytes)], name);

describe('a picture', () => {
  it('is turned upright, made no larger than is kept, and loses what the camera wrote', async () => {
    const sideways = await plain(2400, 1200)
      .withMetadata({ orientation: 6 })
      .withExifMerge({ IFD0: { Copyright: 'a name' }, IFD3: { GPSLatitudeRef: 'N' } })
      .jpeg()
      .toBuffer();
    expect((await sharp(sideways).metadata()).exif).toBeDefined();
    const picture = await readPicture(file(sideways));
    if ('problem' in picture) throw new Error(picture.problem);
    expect([picture.width, picture.height]).toEqual([800, 1600]);
    const { exif, orientation } = await sharp(picture.jpeg).metadata();
    expect([exif, orientation]).toEqual([undefined, undefined]);
  });

  it('of a telephone, in HEIC, is unpacked with its colours', async () => {
    const heic = await readFile(new URL('../support/leaf.heic', import.meta.url));
    const picture = await readPicture(file(heic, 'leaf.heic'));
    if ('problem' in picture) throw new Error(picture.problem);
    expect([picture.width, picture.height]).toEqual([640, 480]);
    // Drawn for this test: its upper left quarter is dark green (53, 96, 47).
    const { data } = await sharp(picture.jpeg)
      .extract({ left: 100, top: 100, width: 1, height: 1 })
      .raw()
      .toBuffer({ resolveWithObject: true });
    for (const [i, value] of [53, 96, 47].entries()) expect(Math.abs(data[i]! - value)).toBeLessThan(8);
    expect(await readPicture(file(heic.subarray(0, 900), 'half.heic'))).toEqual({
      problem: expect.stringContaining('Save it as JPEG')
    });
  });

  it('is cropped as it is seen upright', async () => {
    const picture = await readPicture(file(await plain(900, 700).png().toBuffer()), {
      left: 100,
      top: 50,
      width: 400,
      height: 300
    });
    expect(picture).toMatchObject({ width: 400, height: 300 });
  });

  it.each([
    [
      'what is no picture',
      async () => file(Buffer.from('%PDF-1.7 not a picture'), 'leaf.jpg'),
      'is no picture'
    ],
    [
      'a drawing that may hold a script',
      async () => file(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="400" height="400"/>')),
      'none of the kinds'
    ],
    [
      'half a picture',
      async () => file((await plain(800, 800).jpeg({ quality: 100 }).toBuffer()).subarray(0, 300)),
      'no picture, or a damaged one'
    ],
    [
      '60 megapixels',
      async () => file(await plain(10_000, 6_000).png({ compressionLevel: 9 }).toBuffer()),
      '60 megapixels'
    ],
    ['a stamp', async () => file(await plain(120, 120).png().toBuffer()), 'At least 300']
  ])('is refused with its reason: %s', async (_, make, reason) => {
    expect(await readPicture(await make())).toEqual({ problem: expect.stringContaining(reason) });
  });

  it('is refused where the chosen part reaches beyond it', async () => {
    const bytes = await plain(500, 500).png().toBuffer();
    expect(await readPicture(file(bytes), { left: 300, top: 0, width: 400, height: 400 })).toEqual({
      problem: expect.stringContaining('beyond the picture')
    });
  });
});

describe('photographs of a plant', () => {
  const path = '/species/allium-ursinum/photographs';
  const form = async (change: Record<string, string> = {}, bytes?: Uint8Array) => {
    const fields = new FormData();
    for (const [name, value] of Object.entries({
      stage: 'leaf',
      credit: 'Bram Oakhill',
      words: 'Two leaves on their stalks.',
      ...change
    }))
      fields.set(name, value);
    fields.set('picture', file(bytes ?? (await plain(800, 600).jpeg().toBuffer())));
    return fields;
  };
  let photo: string;

  it('are added by those who lead, and stand on the sheet and beside the drawing in a comparison', async () => {
    const response = await instructor.post(path, await form());
    expect(response.status).toBe(303);
    photo = response.headers.get('location')!.split('/').at(-1)!;
    const image = await learner.fetch(`/photographs/${photo}`);
    expect(image.headers.get('content-type')).toBe('image/jpeg');
    expect((await sharp(Buffer.from(await image.arrayBuffer())).metadata()).width).toBe(800);
    expect(await learner.text('/species/allium-ursinum?stage=leaf')).toContain(`/photographs/${photo}`);
    expect(await learner.text('/species/allium-ursinum?stage=flower')).not.toContain(
      `src="/photographs/${photo}`
    );
    expect(
      await learner.text('/species/compare?plant=allium-ursinum~leaf&plant=arum-maculatum~leaf')
    ).toContain(`/photographs/${photo}`);
    expect(await learner.words('/species/allium-ursinum?stage=leaf')).toContain('Photograph: Bram Oakhill');
  });

  it('are marked where they show a character, and lose a mark', async () => {
    await instructor.post(`${path}/${photo}?/mark`, { character: 'leaf-attachment', x: '0.4', y: '0.8' });
    expect(await learner.words(`${path}/${photo}`)).toMatch(/What it shows 1 Leaf and stalk/);
    await instructor.post(`${path}/${photo}?/mark`, { character: 'no-such', x: '0.4', y: '0.8' });
    await instructor.post(`${path}/${photo}?/mark`, { character: 'leaf-outline', x: '7', y: '0.8' });
    await instructor.post(`${path}/${photo}?/unmark`, { number: '1' });
    expect(await learner.words(`${path}/${photo}`)).toContain('Nothing is marked on it yet.');
  });

  it('keep what was typed when a picture is refused, and store nothing', async () => {
    const before = (await learner.text(path)).split('/photographs/').length;
    const response = await instructor.post(
      path,
      await form({ words: 'A leaf with spots' }, Buffer.from('nothing'))
    );
    expect(response.status).toBe(400);
    const text = await response.text();
    expect(text).toContain('is no picture');
    expect(text).toContain('A leaf with spots');
    for (const [name, value] of [
      ['credit', ' '],
      ['words', ''],
      ['stage', 'autumn']
    ] as const)
      expect((await instructor.post(path, await form({ [name]: value }))).status).toBe(400);
    expect((await learner.text(path)).split('/photographs/')).toHaveLength(before);
  });

  it('are not added, marked or removed by learners, nor found under another plant', async () => {
    expect((await learner.post(path, await form())).status).toBe(403);
    for (const action of ['mark', 'unmark', 'remove'])
      expect((await learner.post(`${path}/${photo}?/${action}`, {})).status).toBe(403);
    expect((await learner.fetch(`/species/arum-maculatum/photographs/${photo}`)).status).toBe(404);
    expect((await learner.fetch('/photographs/0192f000-0000-7000-8000-00000000beef')).status).toBe(404);
  });

  it('are gone for good once removed', async () => {
    expect((await instructor.post(`${path}/${photo}?/remove`)).headers.get('location')).toBe(path);
    expect((await learner.fetch(`/photographs/${photo}`)).status).toBe(404);
  });
});
