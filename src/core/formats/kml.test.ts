import { strToU8, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { isKml, packKmz, readKml, readKmlTrack, textOfMapFile, writeKml } from './index';

/** In the manner of the examples of OGC 07-147r2, KML 2.2. */
const kml = (inner: string) =>
  `<?xml version="1.0" encoding="UTF-8"?>\n<kml xmlns="http://www.opengis.net/kml/2.2"><Document>${inner}</Document></kml>`;
const placemark = (name: string, shape: string, more = '') =>
  `<Placemark><name>${name}</name>${more}${shape}</Placemark>`;
const read = (text: string) => {
  const result = readKml(text);
  if ('problem' in result) throw new Error(result.problem);
  return result;
};

describe('KML', () => {
  it('is told from GPX by its first element, also behind a comment or a prefix', () => {
    expect(isKml(kml(''))).toBe(true);
    expect(isKml('<!-- made by hand --><k:kml xmlns:k="x"/>')).toBe(true);
    expect(isKml('<gpx><name>kml</name></gpx>')).toBe(false);
    expect(isKml('{"kml": 1}')).toBe(false);
  });

  it('gives points, lines and areas with holes, longitude first, and leaves their looks out', () => {
    const { ground, notes } = read(
      kml(
        '<Style id="s"><LineStyle><color>ff0000ff</color></LineStyle></Style><Folder>' +
          placemark('Gate &amp; stile', '<Point><coordinates>-8.7,54.3,0</coordinates></Point>') +
          placemark(
            'Lane',
            '<LineString><tessellate>1</tessellate><coordinates>-8.7,54.3 -8.69,54.31</coordinates></LineString>',
            '<styleUrl>#s</styleUrl>'
          ) +
          placemark(
            'Wood',
            '<Polygon><outerBoundaryIs><LinearRing><coordinates>0,0 3,0 3,3 0,3 0,0</coordinates></LinearRing></outerBoundaryIs>' +
              '<innerBoundaryIs><LinearRing><coordinates>1,1 2,1 2,2 1,2 1,1</coordinates></LinearRing></innerBoundaryIs></Polygon>'
          ) +
          '</Folder>'
      )
    );
    expect(ground.features.map(({ properties }) => properties)).toEqual([
      { kind: 'label', name: 'Gate & stile' },
      { kind: 'line', name: 'Lane' },
      { kind: 'area', name: 'Wood' }
    ]);
    // A height of 0 throughout is no height.
    expect(ground.features[0]!.geometry.coordinates).toEqual([-8.7, 54.3]);
    expect(ground.features[2]!.geometry.coordinates).toHaveLength(2);
    expect(notes).toEqual([]);
  });

  it('takes the longest line as a track, with its heights, and what it calls the path before any other', () => {
    const long = '<LineString><coordinates>-8.7,54.3,10 -8.6,54.3,40</coordinates></LineString>';
    const short = '<LineString><coordinates>-8.7,54.3,10 -8.69,54.3,20</coordinates></LineString>';
    const data = '<ExtendedData><Data name="kind"><value>path</value></Data></ExtendedData>';
    const taken = (text: string) => {
      const result = readKmlTrack(text);
      return 'problem' in result ? result.problem : result.track;
    };
    expect(taken(kml(placemark('a', short) + placemark('b', long)))).toMatchObject({
      name: 'b',
      path: [
        [-8.7, 54.3, 10],
        [-8.6, 54.3, 40]
      ]
    });
    expect(taken(kml(placemark('a', short, data) + placemark('b', long)))).toMatchObject({ name: 'a' });
    expect(taken(kml(placemark('p', '<Point><coordinates>1,2</coordinates></Point>')))).toMatch(/no track/);
  });

  it('comes back from what is written, and is well-formed', () => {
    const text = writeKml('Wood & bank', [
      {
        name: 'Patches',
        places: [
          {
            name: 'Under <ash>',
            note: 'Ramsons',
            isDanger: false,
            geometry: { type: 'Point', coordinates: [-8.7, 54.3] },
            data: {
              kind: 'patch',
              taxon: 'allium-ursinum',
              abundance: 'frequent',
              habitats: 'woodland; bank'
            }
          }
        ]
      },
      {
        name: 'Ground',
        places: [
          {
            name: 'path',
            note: '',
            isDanger: false,
            geometry: {
              type: 'LineString',
              coordinates: [
                [-8.7, 54.3, 12.5],
                [-8.69, 54.31, 13]
              ]
            },
            data: { kind: 'path' }
          }
        ]
      }
    ]);
    const { ground, patches } = read(text);
    expect(patches).toEqual([
      {
        name: 'Under <ash>',
        taxon: 'allium-ursinum',
        abundance: 'frequent',
        microhabitat: '',
        habitats: ['woodland', 'bank'],
        longitude: -8.7,
        latitude: 54.3
      }
    ]);
    expect(ground.features[0]).toMatchObject({
      geometry: {
        coordinates: [
          [-8.7, 54.3, 12.5],
          [-8.69, 54.31, 13]
        ]
      },
      properties: { kind: 'path' }
    });
    expect(textOfMapFile(packKmz(text))).toEqual({ text });
  });

  it.each([
    [
      'is cut off',
      kml(placemark('a', '<Point><coordinates>1,2</coordinates></Point>')).slice(0, -20),
      /no KML/
    ],
    ['is empty of places', kml('<Folder/>'), /no places/],
    [
      'lies outside the world',
      kml(placemark('a', '<Point><coordinates>200,2</coordinates></Point>')),
      /world/
    ]
  ])('that %s is refused with a reason', (_, text, reason) => {
    const result = readKml(text);
    expect('problem' in result && result.problem).toMatch(reason);
  });

  it('expands no entities of its own: they are how small files become huge', () => {
    const text = `<!DOCTYPE kml [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]>${kml(placemark('&b;', '<Point><coordinates>1,2</coordinates></Point>')).slice(39)}`;
    const result = readKml(text);
    expect(JSON.stringify(result)).not.toContain('aaaaaaaaaa');
  });

  it('in an archive is found by its ending; one without, a damaged and a huge one say so', () => {
    const problemOf = (bytes: Uint8Array) => {
      const result = textOfMapFile(bytes);
      return 'problem' in result ? result.problem : '';
    };
    expect(problemOf(zipSync({ 'readme.txt': strToU8('hello') }))).toMatch(/no KML/);
    expect(problemOf(zipSync({ 'doc.kml': strToU8(kml('')) }).slice(0, 60))).toMatch(/damaged/);
    expect(problemOf(zipSync({ 'doc.kml': new Uint8Array(21_000_000) }))).toMatch(/more than 20 MB/);
  });
});
