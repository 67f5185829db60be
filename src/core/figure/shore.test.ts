import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../tests/support/content';
import { extentOf } from '../../../tests/support/shapes';
import { specimen } from './index';

/** What somebody at low water expects of each seaweed and of a limpet; common knowledge of the shore, no source. */

const library = shippedLibrary();
const drawn = (slug: string, seed = 3) => {
  const taxon = library.taxa.get(slug)!;
  const [stage] = [...taxon.stages.values()];
  return specimen(library, taxon, stage!, seed, 'whole').parts;
};
const part = (slug: string, kind: string, seed?: number) =>
  drawn(slug, seed).filter((one) => one.kind === kind);
const extent = (slug: string, seed?: number) =>
  extentOf(
    part(slug, 'frond', seed).flatMap(({ shapes }) => shapes),
    1
  );
const blades = (slug: string, seed?: number) => part(slug, 'frond', seed)[0]!.hit.length;
const seeds = [1, 2, 3, 4, 5, 6];

describe('a seaweed', () => {
  it.each([
    ['ulva-intestinalis', 8],
    ['ulva-lactuca', 4],
    // Its hand and nine straps.
    ['laminaria-digitata', 10]
  ])('%s has its blades or lobes: %i', (slug, count) => {
    for (const seed of seeds) expect(blades(slug, seed)).toBe(count);
  });

  it('carrageen forks again and again, and dulse parts into fingers: few, from one palm', () => {
    for (const seed of seeds) {
      expect(blades('chondrus-crispus', seed)).toBeGreaterThan(30);
      expect(blades('palmaria-palmata', seed)).toBeLessThan(15);
    }
  });

  it('that burns the hand has blades in pairs along an axis: more than any that is gathered', () => {
    for (const seed of seeds)
      expect(blades('desmarestia-ligulata', seed)).toBeGreaterThan(blades('chondrus-crispus', seed));
  });

  it('is as large as it is: kelp the tallest, carrageen the smallest', () => {
    const high = (slug: string) => extent(slug).high;
    const all = [
      'ulva-intestinalis',
      'ulva-lactuca',
      'palmaria-palmata',
      'chondrus-crispus',
      'laminaria-digitata'
    ];
    const sorted = [...all].sort((a, b) => high(a) - high(b));
    expect(sorted.at(-1)).toBe('laminaria-digitata');
    expect(sorted[0]).toBe('chondrus-crispus');
  });

  it('stands on its holdfast: it grows up from its foot', () => {
    for (const slug of ['ulva-lactuca', 'laminaria-digitata', 'palmaria-palmata'])
      for (const seed of seeds) {
        const { top, bottom } = extent(slug, seed);
        expect(-top, slug).toBeGreaterThan(3 * bottom);
      }
  });

  it('is no leaf and no stem', () => {
    for (const slug of ['ulva-lactuca', 'desmarestia-ligulata'])
      expect(new Set(drawn(slug).map(({ kind }) => kind))).toEqual(new Set(['frond']));
  });
});

describe('a limpet', () => {
  it('is drawn from the side and from above, as wide as it is described', () => {
    const shells = part('patella-vulgata', 'shell');
    expect(shells).toHaveLength(2);
    for (const { shapes } of shells) {
      const { wide } = extentOf(shapes, 1);
      expect(wide).toBeGreaterThan(15);
      expect(wide).toBeLessThan(80);
    }
  });

  it('is a tent: lower than it is wide, its top above its rim', () => {
    for (const seed of seeds) {
      const [side] = part('patella-vulgata', 'shell', seed);
      const { wide, top, bottom } = extentOf(side!.shapes, 1);
      expect(-top).toBeLessThan(wide);
      expect(-top).toBeGreaterThan(0.2 * wide);
      expect(bottom).toBeLessThan(0.2 * wide);
    }
  });
});
