import { describe, expect, it } from 'vitest';
import { type Drawn, drawnOf, groundOf, newKind, placesAsText, placesFromText, withHeights } from './drawing';

const line: Drawn = {
  id: 'a',
  kind: 'path',
  name: 'Burn path',
  geometry: {
    type: 'LineString',
    coordinates: [
      [-8.7, 54.3, 12],
      [-8.69, 54.31]
    ]
  }
};
const area: Drawn = {
  id: 'b',
  kind: 'wood',
  name: ' ',
  geometry: {
    type: 'Polygon',
    coordinates: [
      [
        [0, 0],
        [2, 0],
        [2, 2],
        [0, 0]
      ],
      [
        [1, 0.2],
        [1.4, 0.2],
        [1.4, 0.4],
        [1, 0.2]
      ]
    ]
  }
};

describe('a map while it is drawn', () => {
  it('goes to the site and comes back the same, without empty names', () => {
    const ground = groundOf([line, area]);
    expect(ground.features[1]!.properties).toEqual({ kind: 'wood' });
    let n = 0;
    expect(groundOf(drawnOf(ground, () => String((n += 1))))).toEqual(ground);
  });

  it('gives a new line the kind of path once, a new area that of boundary once', () => {
    expect(newKind('LineString', [])).toBe('path');
    expect(newKind('LineString', [line])).toBe('line');
    expect(newKind('Polygon', [])).toBe('boundary');
    expect(newKind('Polygon', [{ ...area, kind: 'boundary' }])).toBe('area');
    expect(newKind('Point', [])).toBe('label');
  });

  it('keeps the heights of places that were not moved', () => {
    const bent = withHeights(line, {
      type: 'LineString',
      coordinates: [
        [-8.7, 54.3],
        [-8.695, 54.3],
        [-8.69, 54.31]
      ]
    });
    expect(bent.coordinates).toEqual([
      [-8.7, 54.3, 12],
      [-8.695, 54.3],
      [-8.69, 54.31]
    ]);
  });
});

describe('places in figures', () => {
  it('stand one a line, latitude first, the closing one of an outline left out, and are read back', () => {
    expect(placesAsText(line)).toBe('54.300000, -8.700000, 12\n54.310000, -8.690000');
    for (const one of [line, area]) {
      const result = placesFromText(placesAsText(one), one.geometry);
      expect('geometry' in result && result.geometry).toEqual(one.geometry);
    }
  });

  it.each([
    ['54.3, -8.7\nnorth', 'Line 2, “north”, should read like'],
    ['54.3', 'Line 1, “54.3”, should read like'],
    ['95, 8\n54, 8', 'Line 1, “95, 8”, lies outside the world. Latitude comes first.'],
    ['54.3, -8.7', '1 of at least 2 places'],
    ['', '0 of at least 2 places']
  ])('are refused with the line that is wrong: %j', (text, reason) => {
    const result = placesFromText(text, line.geometry);
    expect('problem' in result && result.problem).toContain(reason);
  });
});
