import { describe, expect, it } from 'vitest';
import { Ground, bufferOf, contaminantKinds, contaminationOf, crossingOf } from './index';

// At 54.3° N a degree of latitude is 111.2 km, a degree of longitude 64.9 km.
const [east, north] = [
  (metres: number) => -8.7 + metres / 64_890,
  (metres: number) => 54.3 + metres / 111_195
];
const at = (x: number, y: number) => [east(x), north(y)];
const feature = (kind: string, type: string, coordinates: unknown, name?: string) => ({
  type: 'Feature',
  geometry: { type, coordinates },
  properties: name ? { kind, name } : { kind }
});
const groundOf = (...features: object[]) => Ground.parse({ type: 'FeatureCollection', features });
const place = (x: number, y: number, ofWetGround = false) => ({
  longitude: east(x),
  latitude: north(y),
  ofWetGround
});

const road = feature('main road', 'LineString', [at(-500, 0), at(500, 0)], 'High road');
const burn = feature('stream', 'LineString', [at(1000, 900), at(1000, 500), at(1000, -500)], 'Burn');
const drink = feature('livestock', 'Point', at(1005, 800), 'Cattle drink');

describe('what contaminates a patch', () => {
  it('lies within the buffer of its kind, measured to the nearest point of a line', () => {
    const [near, far] = contaminationOf(groundOf(road), [place(120, 40), place(120, 60)]);
    expect(near).toMatchObject([{ kind: 'main road', name: 'High road', buffer: 50, isUpstream: false }]);
    expect(near![0]!.metres).toBeCloseTo(40, 0);
    expect(far).toEqual([]);
  });

  it('is at no distance within an area, and measured to its edge outside', () => {
    const field = feature('sprayed margin', 'Polygon', [
      [at(0, 0), at(100, 0), at(100, 100), at(0, 100), at(0, 0)]
    ]);
    const [within, beside, off] = contaminationOf(groundOf(field), [
      place(50, 50),
      place(112, 50),
      place(140, 50)
    ]);
    expect(within![0]!.metres).toBe(0);
    expect(beside![0]!.metres).toBeCloseTo(12, 0);
    expect(off).toEqual([]);
  });

  it('follows the buffers of the school', () => {
    expect(contaminationOf(groundOf(road), [place(0, 60)], { 'main road': 100 })[0]).toHaveLength(1);
    expect(contaminationOf(groundOf(road), [place(0, 40)], { 'main road': 10 })[0]).toEqual([]);
    expect(bufferOf('wood', {})).toBeUndefined();
    for (const kind of contaminantKinds) expect(bufferOf(kind, {})).toBeGreaterThan(0);
  });

  it('reaches plants of wet ground from upstream on the same water, however far, and none above it', () => {
    const ground = groundOf(burn, drink);
    const [below, above, dry, elsewhere] = contaminationOf(ground, [
      place(990, -300, true),
      place(1000, 890, true),
      place(990, -300, false),
      place(400, -300, true)
    ]);
    expect(below).toMatchObject([{ kind: 'livestock', isUpstream: true }]);
    expect(below![0]!.metres).toBeCloseTo(1100, -1);
    expect(above).toEqual([]);
    expect(dry).toEqual([]);
    expect(elsewhere).toEqual([]);
  });

  it('names the nearest first', () => {
    const bin = feature('waste or treated timber', 'Point', at(100, 30));
    expect(contaminationOf(groundOf(road, bin), [place(100, 25)])[0]!.map(({ kind }) => kind)).toEqual([
      'waste or treated timber',
      'main road'
    ]);
  });
});

describe('the outline of an area', () => {
  it('that crosses itself is found where it does', () => {
    const bow = [
      [
        [0, 0],
        [2, 2],
        [2, 0],
        [0, 2],
        [0, 0]
      ]
    ];
    expect(crossingOf(bow)).toEqual([1, 1]);
    expect(
      crossingOf([
        [
          [0, 0],
          [2, 0],
          [2, 2],
          [0, 2],
          [0, 0]
        ]
      ])
    ).toBeUndefined();
  });
});
