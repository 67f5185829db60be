import * as fontkit from 'fontkit';
import type { Font } from 'fontkit';
import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../../tests/support/content';
import { composePlate, renderPlate } from '../../../core/figure';
import { Ground } from '../../../core/ground';
import { fontFamilies, fontFiles, onPaper, runsOf } from './fonts';
import { mapPicture, scaleLength } from './map-picture';
import { placedPath, plateVectors } from './plate-vectors';
import { renamed, sfntOf } from './sfnt';

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

  it('hold each letter of a text in one of their files, and no letter is lost', () => {
    const runs = runsOf('Żółta łąka, Ciguë, “quoted” – 12 °C');
    expect(runs.map(({ text }) => text).join('')).toBe('Żółta łąka, Ciguë, “quoted” – 12 °C');
    expect(runs.filter(({ font }) => font === 'SansExt').map(({ text }) => text)).toEqual(['Ż', 'ł', 'łą']);
  });

  it.each([
    ['Vietnamese', 'Nguyễn Đặng Thị Bưởi'],
    ['Greek', 'Ελένη Παπαδοπούλου'],
    ['polytonic Greek', 'Ἀριστοτέλης'],
    ['Ukrainian and Serbian', 'Їжакевич, Ђорђе, Володимир'],
    ['Kazakh', 'Қанат Әлібеков'],
    ['Polish, Turkish, Welsh, Maltese', 'Łukasz Çağrı Siôn Ŵyn Ħaż']
  ])('print names in %s letter by letter: an independent reader finds a glyph for each', (_, name) => {
    for (const face of ['Sans', 'Serif'] as const)
      for (const { text, font: own } of runsOf(name, face)) {
        expect(text).not.toContain('?');
        const family = fontFamilies[own];
        for (const style of ['normal', 'bold'] as const) {
          const font = fontkit.create(fontFiles.get(family[style])!) as Font;
          expect(font.postscriptName).toBe(family[style]);
          for (const letter of text)
            expect(font.hasGlyphForCodePoint(letter.codePointAt(0)!), `${letter} in ${family[style]}`).toBe(
              true
            );
        }
      }
  });

  it('are renamed by a name that is as long, and that they bear', () => {
    const font = fontFiles.get('Literata-Regular')!;
    expect(() => renamed(font, 'Literata-Regular', 'Literata')).toThrow('the same length');
    expect(() => renamed(font, 'Literata-Unknown', 'Literata-Another')).toThrow('not called');
  });

  it('show what no file holds as a question mark, not as a box', () => {
    expect(runsOf('野 garlic').map(({ text }) => text)).toEqual(['? garlic']);
    // A thin space, a hyphen that does not break, and one that is seen only where a line breaks.
    expect(runsOf('3\u2009m, wild\u2011life, wa\u00ADter').map(({ text }) => text)).toEqual([
      '3 m, wild-life, water'
    ]);
    // As a field of several lines is sent.
    expect(runsOf('Dogs on a lead.\r\nNo\tfire.').map(({ text }) => text)).toEqual([
      'Dogs on a lead.\nNo fire.'
    ]);
  });
});

describe('the map of a walk in print', () => {
  const ground = Ground.parse({
    type: 'FeatureCollection',
    features: [
      {
        type: 'Feature',
        geometry: {
          type: 'LineString',
          coordinates: [
            [-8.7, 54.3],
            [-8.69, 54.3],
            [-8.69, 54.306]
          ]
        },
        properties: { kind: 'path' }
      },
      {
        type: 'Feature',
        geometry: { type: 'Point', coordinates: [-8.7, 54.3] },
        properties: { kind: 'access point', name: 'Gate <&>' }
      }
    ]
  });
  const stops = [{ longitude: -8.69, latitude: 54.303, number: 1 }];
  const drawn = (wide: number, high: number) =>
    mapPicture(
      {
        ground,
        route: [
          [
            [-8.7, 54.3],
            [-8.69, 54.3],
            [-8.69, 54.303]
          ]
        ]
      },
      stops,
      wide,
      high,
      onPaper
    );

  it('keeps the proportions of the ground, all within its frame', () => {
    const { points } = placesIn(drawn(500, 560));
    for (const [x, y] of points) {
      expect(x).toBeGreaterThanOrEqual(0);
      expect(x).toBeLessThanOrEqual(500);
      expect(y).toBeGreaterThanOrEqual(0);
      expect(y).toBeLessThanOrEqual(560);
    }
    // A hundredth of a degree of longitude at 54.3 N is 650 m, six thousandths of latitude 668 m.
    const [first, corner, end] = points as [number, number][];
    const across = corner![0] - first![0];
    const up = corner![1] - end![1];
    expect(up / across).toBeCloseTo(668 / 650, 1);
  });

  it('has its stops, the way with its direction, a scale that is true, and no markup of others', () => {
    const svg = drawn(500, 560);
    expect(svg).toContain('>1</text>');
    expect(svg).toContain('rotate(');
    expect(svg).toContain('Gate &#60;&#38;&#62;');
    const [, length] = /M[\d.]+ [\d.]+v6h([\d.]+)v-6/.exec(svg)!;
    const [, metres] = />(\d+) m</.exec(svg)!;
    const { points } = placesIn(svg);
    const across = points[1]![0] - points[0]![0];
    expect((Number(length) / Number(metres)) * 650).toBeCloseTo(across, -1);
  });

  it.each([
    [500, 1, 100],
    [500, 0.5, 200],
    [500, 0.05, 2000],
    [500, 0.3, 200]
  ])('of %d points has a round scale at %d a metre: %d m', (wide, ofMetre, metres) =>
    expect(scaleLength(wide, ofMetre)).toBe(metres)
  );

  it('is left out where nothing is known', () => {
    expect(mapPicture({ ground: { ...ground, features: [] }, route: [] }, [], 500, 500, onPaper)).toBe('');
  });

  /** The corners of the first line drawn, the path. */
  function placesIn(svg: string) {
    const [, d = ''] = /<path d="(M[^"]+)" fill="none"/.exec(svg) ?? [];
    return {
      points: [...d.matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].map(([, x, y]) => [Number(x), Number(y)] as const)
    };
  }
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
