import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../tests/support/content';
import type { Stage } from '../knowledge';
import { isInside } from './geometry';
import { type View, composePlate, renderPlate } from './index';

/** What a tap hits against what is painted: the plate is turned into pixels by a renderer of its own (librsvg). */

const library = shippedLibrary();
const size = { width: 290, height: 340 };

async function agreement(slug: string, stage: Stage, views: View[], seed: number) {
  const taxon = library.taxa.get(slug)!;
  const plate = composePlate(library, taxon, taxon.stages.get(stage)!, seed, views, size);
  const { data, info } = await sharp(Buffer.from(renderPlate(plate)))
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const isPainted = (x: number, y: number) =>
    data[(Math.round(y) * info.width + Math.round(x)) * 4 + 3]! > 60;
  const rings = plate.figures.flatMap(({ scene, scale, dx, dy }) =>
    scene.parts
      .filter(
        ({ shows, kind }) => shows.length > 0 && kind !== 'stem' && kind !== 'leaf stalk' && kind !== 'foot'
      )
      .flatMap(({ hit }) =>
        hit.map((ring) => ring.map(({ x, y }) => ({ x: x * scale + dx, y: y * scale + dy })))
      )
  );
  let [inside, agreed] = [0, 0];
  for (let y = 4; y < size.height - 4; y += 3)
    for (let x = 4; x < size.width - 4; x += 3)
      if (rings.some((ring) => isInside({ x, y }, ring))) {
        inside += 1;
        if (isPainted(x, y)) agreed += 1;
      }
  return { inside, share: agreed / inside };
}

describe('what a tap hits', () => {
  it.each<[string, Stage, View[]]>([
    ['allium-ursinum', 'leaf', ['whole', 'leaf']],
    ['arum-maculatum', 'leaf', ['whole', 'leaf']],
    ['urtica-dioica', 'leaf', ['whole', 'leaf']],
    ['taraxacum-officinale', 'leaf', ['whole', 'leaf']],
    ['sambucus-nigra', 'leaf', ['whole', 'leaf']],
    ['crataegus-monogyna', 'fruit', ['fruit']],
    ['patella-vulgata', 'leaf', ['whole']]
  ])('is painted there: blades, fruits and shells of %s in %s', async (slug, stage, views) => {
    for (const seed of [1, 2]) {
      const { inside, share } = await agreement(slug, stage, views, seed);
      expect(inside).toBeGreaterThan(200);
      expect(share).toBeGreaterThan(0.95);
    }
  });

  it.each<[string, Stage]>([
    ['conium-maculatum', 'leaf'],
    ['daucus-carota', 'first-year leaf']
  ])(
    'is for the most part painted where light falls through: ferny leaves of %s in %s',
    async (slug, stage) => {
      expect((await agreement(slug, stage, ['leaf'], 1)).share).toBeGreaterThan(0.5);
    }
  );
});
