import { check } from '@placemarkio/check-geojson';
import { XMLParser } from 'fast-xml-parser';
import { describe, expect, it } from 'vitest';
import { readGeoJson, readGpxFile, writeGeoJson, writeGpx } from './index';

const square = [
  [-8.7, 54.3],
  [-8.69, 54.3],
  [-8.69, 54.31],
  [-8.7, 54.31],
  [-8.7, 54.3]
];
const feature = (geometry: object | null, properties: object | null = {}) => ({
  type: 'Feature',
  geometry,
  properties
});
const file = (...features: object[]) => JSON.stringify({ type: 'FeatureCollection', features });
const read = (text: string) => {
  const result = readGeoJson(text);
  if ('problem' in result) throw new Error(result.problem);
  return result;
};
const problem = (text: string) => {
  const result = readGeoJson(text);
  return 'problem' in result ? result.problem : `read ${result.ground.features.length} features`;
};

describe('reading GeoJSON (RFC 7946)', () => {
  it('takes kinds that are known, and says what it took for others', () => {
    const { ground, notes } = read(
      file(
        feature({ type: 'Polygon', coordinates: [square] }, { kind: 'wood', name: ' Oak and ash ' }),
        feature({ type: 'LineString', coordinates: square.slice(0, 3) }, { kind: 'volcano' }),
        feature({ type: 'Point', coordinates: [-8.7, 54.3, 12] }, null)
      )
    );
    expect(ground.features.map(({ properties }) => properties)).toEqual([
      { kind: 'wood', name: 'Oak and ash' },
      { kind: 'line' },
      { kind: 'label' }
    ]);
    expect(notes).toEqual(['“volcano” is no kind of line that is known here: taken as “line”.']);
  });

  it('takes geometries in several parts apart, and bare geometries and features as they are', () => {
    const parts = { type: 'MultiPoint', coordinates: [square[0], square[1]] };
    expect(read(file(feature(parts))).ground.features).toHaveLength(2);
    expect(read(JSON.stringify(parts)).ground.features).toHaveLength(2);
    expect(
      read(JSON.stringify(feature({ type: 'GeometryCollection', geometries: [parts] }))).ground.features
    ).toHaveLength(2);
    expect(
      read(JSON.stringify({ type: 'MultiPolygon', coordinates: [[square]] })).ground.features[0]!.geometry
        .type
    ).toBe('Polygon');
  });

  it('closes open outlines and simplifies very long lines, and says so', () => {
    const long = Array.from({ length: 100_000 }, (_, i) => [
      -8.7 + i * 1e-6,
      54.3 + Math.sin(i / 500) * 1e-3
    ]);
    const { ground, notes } = read(
      file(
        feature({ type: 'Polygon', coordinates: [square.slice(0, 4)] }),
        feature({ type: 'LineString', coordinates: long })
      )
    );
    expect(ground.features[0]!.geometry.coordinates).toEqual([square]);
    expect(ground.features[1]!.geometry.coordinates.length).toBeLessThanOrEqual(2001);
    expect(notes.join(' ')).toMatch(/Outlines that were not closed were closed.*points were left out/);
  });

  it.each([
    ['', 'This file is empty.'],
    ['{\n"type": "FeatureCollection",\n"features": [}', 'not well-formed JSON in line 3'],
    ['[1, 2]', 'it is no object'],
    ['{"type":"Topology"}', 'the geometry.type is "Topology", which is no geometry'],
    [file(), 'holds no places'],
    [file(feature(null)), 'holds no places'],
    ['{"type":"FeatureCollection","features":7}', 'features should be a list, not 7'],
    [file({ type: 'Point', coordinates: [1, 2] }), 'features[0] should be a Feature, not "Point"'],
    [
      file(
        feature({ type: 'Point', coordinates: [54.3, 8.7] }),
        feature({ type: 'Point', coordinates: [190, 54] })
      ),
      'features[1].geometry.coordinates, [190,54], lies outside the world'
    ],
    [file(feature({ type: 'Point', coordinates: [54.3, -151] })), 'seem to be swapped'],
    [file(feature({ type: 'Point', coordinates: ['8', 54] })), 'should be a place [longitude, latitude]'],
    [file(feature({ type: 'LineString', coordinates: [[8, 54]] })), 'has 1 places; a line needs two'],
    [file(feature({ type: 'Polygon', coordinates: [square.slice(0, 2)] })), 'fewer than three corners'],
    [
      file(
        feature({
          type: 'Polygon',
          coordinates: [
            [
              [0, 0],
              [2, 2],
              [2, 0],
              [0, 2],
              [0, 0]
            ]
          ]
        })
      ),
      'features[0].geometry.coordinates crosses itself at 1.00000, 1.00000'
    ]
  ])('explains what is wrong with %j', (text, message) => {
    expect(problem(text)).toContain(message);
  });
});

describe('writing', () => {
  const patches = [
    { name: 'Ramsons <by> the burn', taxon: 'allium-ursinum', longitude: -8.7, latitude: 54.3 },
    {
      name: 'Beet along the wall',
      taxon: 'beta-vulgaris-maritima',
      abundance: 'frequent',
      microhabitat: 'foot of the wall',
      habitats: ['coast'],
      longitude: 0.5,
      latitude: 0.5,
      outline: { type: 'Polygon' as const, coordinates: [square as [number, number][]] }
    }
  ];

  it('gives GeoJSON that an independent checker accepts and that is read back', () => {
    const { ground } = read(file(feature({ type: 'Polygon', coordinates: [square] }, { kind: 'wood' })));
    const text = writeGeoJson(ground, patches);
    expect(check(text).type).toBe('FeatureCollection');
    const back = read(text);
    expect(back.ground.features.map(({ properties }) => properties)).toEqual([{ kind: 'wood' }]);
    expect(back.notes).toEqual([]);
    // Patches come back with all that they had.
    expect(back.patches).toEqual([
      { ...patches[0], abundance: '', microhabitat: '', habitats: [] },
      { ...patches[1], longitude: expect.any(Number), latitude: expect.any(Number) }
    ]);
  });

  it('says what a file holds that is not taken, and takes the name by its other names', () => {
    const { ground, notes } = read(
      file(feature({ type: 'Point', coordinates: [1, 1] }, { Name: 'Gate', owner: 'x', description: 'y' }))
    );
    expect(ground.features[0]!.properties.name).toBe('Gate');
    expect(notes).toEqual(['Not taken from its features: description, owner.']);
  });

  it('takes an area of which a corner stands there twice: it crosses nothing', () => {
    const twice = [square[0], square[1], square[1], ...square.slice(2)];
    const { ground } = read(file(feature({ type: 'Polygon', coordinates: [twice] }, { kind: 'wood' })));
    expect(ground.features).toHaveLength(1);
  });

  it('winds outlines against the clock and holes with it, whoever drew them (RFC 7946 §3.1.6)', () => {
    const clockwise = [
      [0, 0],
      [0, 3],
      [3, 3],
      [3, 0],
      [0, 0]
    ];
    const hole = [
      [1, 1],
      [2, 1],
      [2, 2],
      [1, 2],
      [1, 1]
    ];
    const { ground } = read(
      file(feature({ type: 'Polygon', coordinates: [clockwise, hole] }, { kind: 'wood' }))
    );
    const [written] = JSON.parse(writeGeoJson(ground, [])).features;
    expect(written.geometry.coordinates).toEqual([clockwise.toReversed(), hole.toReversed()]);
  });

  it('gives GPX 1.1 with waypoints before the track, as its schema has it, and is read back', () => {
    const text = writeGpx({
      name: 'Burn & bank',
      tracks: [
        {
          name: 'Burn & bank',
          type: 'path',
          path: [
            [-8.7, 54.3, 12],
            [-8.69, 54.31]
          ]
        }
      ],
      waypoints: [{ name: '007', note: '<stage> leaf', longitude: -8.7, latitude: 54.3 }]
    });
    const parsed = new XMLParser({ ignoreAttributes: false, parseTagValue: false }).parse(text);
    expect(Object.keys(parsed.gpx).filter((key) => !key.startsWith('@'))).toEqual(['metadata', 'wpt', 'trk']);
    expect(parsed.gpx['@_version']).toBe('1.1');
    expect(readGpxFile(text)).toEqual({
      lines: [
        {
          name: 'Burn & bank',
          type: 'path',
          segments: [
            [
              { longitude: -8.7, latitude: 54.3, elevation: 12 },
              { longitude: -8.69, latitude: 54.31 }
            ]
          ]
        }
      ],
      waypoints: [{ name: '007', note: '<stage> leaf', longitude: -8.7, latitude: 54.3 }],
      leftOut: []
    });
  });

  it('gives GPX without signs that XML does not take, and numbers without exponents', () => {
    const text = writeGpx({
      name: 'a\u000Bb',
      waypoints: [{ name: 'Gate\u0007', note: '', longitude: -5e-7, latitude: 54.123456789 }]
    });
    expect(text).toContain('lat="54.1234568" lon="-0.0000005"');
    expect(readGpxFile(text)).toMatchObject({ waypoints: [{ name: 'Gate' }] });
  });
});
