import { describe, expect, it } from 'vitest';
import { type Drawn, inTheMiddle } from './drawing';
import { fileOntoMap } from './file-onto-map';

let number = 0;
const newId = () => `new ${(number += 1)}`;
const barn: Drawn = {
  id: 'barn',
  kind: 'shelter',
  name: 'The barn',
  geometry: { type: 'Point', coordinates: [-8.7, 54.3] }
};
const oldPath: Drawn = {
  id: 'path',
  kind: 'path',
  name: 'before',
  geometry: {
    type: 'LineString',
    coordinates: [
      [-8.7, 54.3],
      [-8.6, 54.3]
    ]
  }
};
const put = (name: string, text: string, drawn: readonly Drawn[] = [barn, oldPath]) =>
  fileOntoMap(new File([text], name), drawn, newId);
const collection = (features: object[]) => JSON.stringify({ type: 'FeatureCollection', features });
const feature = (kind: string, name: string, geometry: object) => ({
  type: 'Feature',
  properties: { kind, name },
  geometry
});

describe('a file that is brought onto a map', () => {
  it('puts a track of GPX in the place of the path, and leaves the rest', async () => {
    const track = `<gpx version="1.1" xmlns="http://www.topografix.com/GPX/1/1"><trk><name>Loop</name><trkseg>
      <trkpt lat="54.30" lon="-8.70"/><trkpt lat="54.31" lon="-8.69"/></trkseg></trk></gpx>`;
    const result = await put('own.gpx', track);
    if ('problem' in result) throw new Error(result.problem);
    expect(result.drawn.map(({ kind, name }) => [kind, name])).toEqual([
      ['shelter', 'The barn'],
      ['path', 'Loop']
    ]);
    expect(result.said).toMatch(/^2 points of own\.gpx are the path now, \d/);
  });

  it('adds the features of GeoJSON once, and says which stood there', async () => {
    const again = feature('shelter', 'The barn', barn.geometry);
    const added = feature('toilets', 'By the gate', { type: 'Point', coordinates: [-8.71, 54.31] });
    const result = await put('map.geojson', collection([again, added]));
    if ('problem' in result) throw new Error(result.problem);
    expect(result.drawn).toHaveLength(3);
    expect(result.said).toContain('One feature of map.geojson was added. 1 stood on the map already.');
    const twice = await put('map.geojson', collection([again, added]), result.drawn);
    expect('drawn' in twice && twice.drawn).toHaveLength(3);
  });

  it.each([
    ['broken.gpx', '<gpx><trk>', /^broken\.gpx: .*not well-formed.* Nothing was changed\.$/],
    ['text.geojson', 'no JSON', /^text\.geojson: .+ Nothing was changed\.$/],
    ['letters.gpx', '\u0000\u0001', /^letters\.gpx: .+ Nothing was changed\.$/]
  ])('is refused with its name and the reason: %s', async (name, text, words) => {
    const result = await put(name, text);
    expect('problem' in result && result.problem).toMatch(words);
  });

  it('is refused by its size before it is read', async () => {
    const huge = { name: 'huge.gpx', size: 42e6 } as File;
    const result = await fileOntoMap(huge, [], newId);
    expect(result).toEqual({ problem: 'huge.gpx has 42 MB; 20 MB is the most. Nothing was changed.' });
  });
});

describe('what is added by its figures', () => {
  it.each(['Point', 'LineString', 'Polygon'] as const)(
    'a %s stands in the middle of what is drawn',
    (shape) => {
      const { coordinates } = inTheMiddle(shape, [oldPath]);
      const places = (
        shape === 'Point' ? [coordinates] : shape === 'LineString' ? coordinates : coordinates[0]
      ) as [number, number][];
      for (const [x, y] of places) {
        expect(Math.abs(x + 8.65)).toBeLessThan(0.001);
        expect(Math.abs(y - 54.3)).toBeLessThan(0.001);
      }
    }
  );

  it('an area is closed', () => {
    const { coordinates } = inTheMiddle('Polygon', []);
    const [ring] = coordinates as [number, number][][];
    expect(ring!.at(-1)).toEqual(ring![0]);
  });
});
