import { describe, expect, it } from 'vitest';
import OsGridRef, { LatLon } from 'geodesy/osgridref.js';
import Utm from 'geodesy/utm.js';
import { doubtAbout, gridName, gridReference, placeInWords, readPlace } from './index';
import { britishGrid, fromGrid, irishGrid, onGrid } from './grid';

const placeOf = (text: string) => {
  const read = readPlace(text);
  if ('problem' in read) throw new Error(read.problem);
  return read;
};
const problemOf = (text: string) => {
  const read = readPlace(text);
  return 'problem' in read ? read.problem : undefined;
};

describe('the British National Grid', () => {
  it.each([
    ['Land’s End', -5.7, 50.07],
    ['west Wales', -5.02, 51.91],
    ['the Wash', 0.4, 52.9],
    ['Snowdon’s side', -4.08, 53.07],
    ['the Cairngorms', -3.6, 57.1],
    ['Kintyre', -5.78, 55.31],
    ['Harris', -6.9, 57.9],
    ['Shetland', -1.2, 60.3]
  ])('has the squares and figures of an independent library at %s', (_, longitude, latitude) => {
    // geodesy: the formulas of the Ordnance Survey's guide to coordinate systems, with the same Helmert transformation.
    const other = new LatLon(latitude, longitude).toOsGrid();
    const [letters, east, north] = gridReference({ longitude, latitude }).split(' ');
    const [otherLetters, otherEast, otherNorth] = other.toString(8).split(' ');
    expect(letters).toBe(otherLetters);
    // A reference is cut off, theirs is rounded: at most one square of ten metres apart.
    expect(Math.abs(Number(east) - Number(otherEast))).toBeLessThanOrEqual(1);
    expect(Math.abs(Number(north) - Number(otherNorth))).toBeLessThanOrEqual(1);
  });

  it('has the worked example of the Ordnance Survey’s guide within its five metres', () => {
    // Caister: 651409.903 E, 313177.270 N; its place in WGS 84 from memory.
    const [east, north] = onGrid(britishGrid, { longitude: 1.716052, latitude: 52.657979 });
    expect(Math.hypot(east - 651_409.903, north - 313_177.27)).toBeLessThan(5);
  });

  it('reads back what it writes, to the middle of the square', () => {
    for (const [longitude, latitude] of [
      [-5.02, 51.91],
      [-3.6, 57.1],
      [1.7, 52.65]
    ] as const) {
      const back = placeOf(gridReference({ longitude, latitude }));
      const [a, b] = [onGrid(britishGrid, { longitude, latitude }), onGrid(britishGrid, back)];
      expect(Math.abs(a[0] - b[0])).toBeLessThanOrEqual(5.2);
      expect(Math.abs(a[1] - b[1])).toBeLessThanOrEqual(5.2);
    }
  });

  it.each(['SN 109 457', 'SN109457', 'sn 1090 4570', 'SN 10900 45700'])(
    'reads %s as an independent library does',
    (text) => {
      const { latitude, longitude } = OsGridRef.parse(text.toUpperCase()).toLatLon();
      const read = placeOf(text);
      expect(read.said).toBe('British National Grid');
      // The middle of a square of a hundred metres is up to seventy from its corner.
      expect(Math.abs(read.latitude - latitude) * 111_000).toBeLessThan(56);
      expect(Math.abs(read.longitude - longitude) * 68_000).toBeLessThan(56);
    }
  );
});

describe('the Irish Grid', () => {
  it('has its true origin where it is defined: 53.5 N, 8 W, with the known shift between the datums', () => {
    // On its own datum exactly 200 km, 250 km; WGS 84 lies some fifty metres off (from memory, Ordnance Survey Ireland).
    const [east, north] = onGrid(irishGrid, { longitude: -8, latitude: 53.5 });
    expect(Math.hypot(east - 200_000, north - 250_000)).toBeLessThan(70);
    expect(Math.hypot(east - 200_000, north - 250_000)).toBeGreaterThan(30);
  });

  it.each([
    ['Dublin', -6.26, 53.35, 'O'],
    ['Sligo', -8.47, 54.27, 'G'],
    ['Cork', -8.47, 51.9, 'W'],
    ['Galway', -9.05, 53.27, 'M'],
    ['Belfast', -5.93, 54.6, 'J'],
    ['Malin Head', -7.37, 55.38, 'C'],
    ['Dingle', -10.27, 52.14, 'Q']
  ])('puts %s into its square (common practice on maps, no source)', (_, longitude, latitude, letter) => {
    expect(gridReference({ longitude, latitude })).toMatch(new RegExp(`^${letter} \\d{4} \\d{4}$`));
    expect(gridName({ longitude, latitude })).toBe('Irish Grid');
  });

  it('reads Irish Transverse Mercator: its origin exactly, and the Spire of Dublin (from memory)', () => {
    const origin = placeOf('ITM 600000 750000');
    expect([origin.longitude, origin.latitude, origin.said]).toEqual([-8, 53.5, 'Irish Transverse Mercator']);
    const spire = placeOf('ITM 715830, 734697');
    expect(Math.abs(spire.latitude - 53.34978) * 111_000).toBeLessThan(15);
    expect(Math.abs(spire.longitude + 6.26026) * 66_000).toBeLessThan(15);
  });

  it('reads back what it writes', () => {
    const place = { longitude: -8.4712, latitude: 54.2786 };
    const back = placeOf(gridReference(place));
    expect(back.said).toBe('Irish Grid');
    expect(Math.abs(back.latitude - place.latitude) * 111_000).toBeLessThan(8);
    expect(Math.abs(back.longitude - place.longitude) * 65_000).toBeLessThan(8);
  });

  it('and the British one have every square that they name', () => {
    for (const grid of [irishGrid, britishGrid])
      for (let east = 0; east < 7; east += 1)
        for (let north = 0; north < 13; north += 1) {
          const letters = grid.lettersOf(east, north);
          if (letters) expect(grid.cornerOf(letters)).toEqual([east * 100_000, north * 100_000]);
        }
    expect(britishGrid.lettersOf(4, 0)).toBe('SZ');
    expect(britishGrid.lettersOf(0, 0)).toBe('SV');
    expect(britishGrid.lettersOf(4, 11)).toBe('HU');
    expect(fromGrid(irishGrid, 200_000, 250_000).latitude).toBeCloseTo(53.5, 2);
  });
});

describe('elsewhere', () => {
  it.each([
    ['Brittany', -4.2, 48.1],
    ['Asturias', -5.8, 43.5],
    ['Jutland', 8.9, 56],
    ['Jersey', -2.1, 49.2],
    ['Calais', 1.85, 50.95]
  ])('the military grid is used: %s', (_, longitude, latitude) => {
    expect(gridReference({ longitude, latitude })).toMatch(/^\d+[A-Z] [A-Z]{2} \d{4} \d{4}$/);
    const back = placeOf(gridReference({ longitude, latitude }));
    expect(Math.abs(back.latitude - latitude) * 111_000).toBeLessThan(12);
  });

  it('UTM is read as an independent library does', () => {
    // geodesy, after Karney 2011.
    const { lat, lon } = Utm.parse('29 N 534500 6014300').toLatLon();
    const read = placeOf('29U 534500 6014300');
    expect(read.latitude).toBeCloseTo(lat, 5);
    expect(read.longitude).toBeCloseTo(lon, 5);
    expect(placeOf('29U 534500mE 6014300mN')).toEqual(read);
  });

  it('a place is said in degrees alone where no grid reaches', () => {
    expect(placeInWords({ longitude: 0, latitude: 88 })).toBe('88.00000, 0.00000');
    expect(placeInWords({ longitude: -5.02, latitude: 51.91 })).toMatch(
      /^51.91000, -5.02000 · SM \d{4} \d{4}$/
    );
  });

  it('nothing is said near the poles', () => expect(gridReference({ longitude: 0, latitude: 88 })).toBe(''));
});

describe('degrees', () => {
  it.each([
    '54.2786, -8.4712',
    '54.2786,-8.4712',
    '54.2786 -8.4712',
    '54.2786N 8.4712W',
    '54.2786° N, 8.4712° W',
    'N54.2786 W8.4712',
    'W 8.4712, N 54.2786',
    '54,2786; -8,4712',
    '54,2786 -8,4712',
    '54° 16.716′ N 8° 28.272′ W',
    '54°16\'42.96"N 8°28\'16.32"W',
    '54 16 42.96, -8 28 16.32',
    'geo:54.2786,-8.4712'
  ])('are read as people write them: %s', (text) => {
    const { latitude, longitude, said } = placeOf(text);
    expect(latitude).toBeCloseTo(54.2786, 5);
    expect(longitude).toBeCloseTo(-8.4712, 5);
    expect(said).toBe('degrees');
  });

  it.each([
    ['', 'Write it like'],
    ['the big oak', 'is no place'],
    ['54.2786', 'is no place'],
    ['95.1, 20', 'are the two swapped?'],
    ['95, 200', 'Latitude goes from'],
    ['54 70, -8 10', 'is no place'],
    ['54.5 30, 8 10', 'is no place'],
    ['54N 8N', 'is no place'],
    ['SN 109 45', 'is no place'],
    ['AA 109 457', 'There is no square AA'],
    ['99U 534500 6014300', 'no UTM zone'],
    ['1 2 3', 'is no place']
  ])('%s is refused with words', (text, words) => expect(problemOf(text)).toContain(words));
});

describe('a doubt about a place', () => {
  const sligo = { longitude: -8.47, latitude: 54.27 };
  const regions = [
    { title: 'Atlantic north-west Europe', area: [[-25, 43.5, 25, 72]] as [number, number, number, number][] }
  ];
  it('is none near the other sites, or of a first site in the region', () => {
    expect(doubtAbout({ longitude: -9, latitude: 53.4 }, [sligo], 0, regions)).toBeUndefined();
    expect(doubtAbout(sligo, [], 0, regions)).toBeUndefined();
    expect(doubtAbout({ longitude: 9, latitude: 56 }, [], 1, regions)).toBeUndefined();
  });

  it.each([
    ['swapped', { longitude: 54.27, latitude: -8.47 }, [], 'swapped'],
    ['swapped, beside other sites', { longitude: 54.27, latitude: -8.47 }, [sligo], 'swapped'],
    ['a lost sign', { longitude: 8.47, latitude: 54.27 }, [sligo], 'sign of the longitude'],
    [
      'another region',
      { longitude: -75, latitude: 41 },
      [],
      'beyond what the library describes: Atlantic north-west Europe'
    ],
    ['far from the others', { longitude: 2, latitude: 44 }, [sligo], 'km from the nearest site']
  ])('asks: %s', (_, place, sites, words) => {
    expect(doubtAbout(place, sites, 0, regions)).toContain(words);
  });
});
