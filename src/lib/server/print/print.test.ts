import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../../tests/support/content';
import { composePlate, renderPlate } from '../../../core/figure';
import { fontFamilies, fontFiles, runsOf } from './fonts';
import { placedPath, plateVectors } from './plate-vectors';
import { sfntOf } from './sfnt';

describe('the fonts of a print', () => {
  it('are unpacked to OpenType, table for table (WOFF 1.0)', () => {
    for (const bytes of fontFiles.values()) {
      expect(bytes.readUInt32BE(0)).toBe(0x00010000);
      const count = bytes.readUInt16BE(4);
      const tags = Array.from({ length: count }, (_, i) =>
        bytes.toString('latin1', 12 + 16 * i, 16 + 16 * i)
      );
      expect(tags).toEqual(expect.arrayContaining(['cmap', 'glyf', 'head', 'hmtx', 'name']));
      for (let i = 0; i < count; i += 1) {
        const at = 12 + 16 * i;
        expect(bytes.readUInt32BE(at + 8) % 4).toBe(0);
        expect(bytes.readUInt32BE(at + 8) + bytes.readUInt32BE(at + 12)).toBeLessThanOrEqual(bytes.length);
      }
    }
    expect(() => sfntOf(Buffer.from('OTTO, or something else'))).toThrow('This is no WOFF file.');
  });

  it('are all there for every family and style', () => {
    for (const family of Object.values(fontFamilies))
      for (const file of Object.values(family)) expect(fontFiles.has(file), file).toBe(true);
  });

  it('hold each letter of a text in one of their two files, and no letter is lost', () => {
    const runs = runsOf('Żółta łąka, Ciguë, “quoted” – 12 °C');
    expect(runs.map(({ text }) => text).join('')).toBe('Żółta łąka, Ciguë, “quoted” – 12 °C');
    expect(runs.filter(({ isExtended }) => isExtended).map(({ text }) => text)).toEqual(['Ż', 'ł', 'łą']);
  });

  it('show what no file holds as a question mark, not as a box', () => {
    expect(runsOf('野 garlic').map(({ text }) => text)).toEqual(['? garlic']);
  });
});

describe('a plate in print', () => {
  it('stands at its place, at its scale', () => {
    expect(placedPath('M100 200l300 0 0-100z', { x: 10, y: 20 }, 0.1, 0)).toBe('M20 40L50 40L50 30z');
  });

  it('keeps the last point of a line whose steps are too small to draw, and a dot', () => {
    expect(placedPath('M0 0l1 0 1 0 1 0 1 0', { x: 0, y: 0 }, 0.1, 5)).toBe('M0 0L0.4 0');
    expect(placedPath('M10 10h0', { x: 0, y: 0 }, 1, 5)).toBe('M10 10L10 10');
  });

  it('has every path of the drawing, within its frame', () => {
    const library = shippedLibrary();
    const taxon = library.taxa.get('allium-ursinum')!;
    const size = { width: 290, height: 340 };
    const plate = composePlate(library, taxon, taxon.stages.get('leaf')!, 3, ['whole'], size, 'right');
    const svg = renderPlate(plate);
    const vectors = plateVectors(svg, { x: 42, y: 58, scale: 0.5 }) as unknown as { d: string }[];
    expect(vectors).toHaveLength(svg.match(/<path/g)!.length);
    for (const { d } of vectors)
      for (const [, x, y] of d.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)) {
        expect(Number(x)).toBeGreaterThan(42 - 8);
        expect(Number(x)).toBeLessThan(42 + 145 + 8);
        expect(Number(y)).toBeGreaterThan(58 - 8);
        expect(Number(y)).toBeLessThan(58 + 170 + 8);
      }
  });
});
