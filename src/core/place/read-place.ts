import proj4 from 'proj4';
import { type Place, britishGrid, fromGrid, irishGrid } from './grid';

/** A place as somebody writes it down: degrees in any usual way, a national grid reference, MGRS or UTM. */

export type ReadPlace = (Place & { readonly said: string }) | { readonly problem: string };

const help =
  'Write it like 54.2786, -8.4712, or 54° 16.7′ N 8° 28.3′ W, or as a grid reference such as SN 109 457, G 692 362, ITM 715830 734697 or 29U NV 3450 1430.';

const inWords = (said: string, place: Place): ReadPlace => ({
  longitude: Math.round(place.longitude * 1e6) / 1e6,
  latitude: Math.round(place.latitude * 1e6) / 1e6,
  said
});

/** The middle of the square that figures name. */
function inSquare(figures: string): readonly [number, number] | undefined {
  const half = figures.length / 2;
  if (half < 2 || half > 5 || !Number.isInteger(half)) return undefined;
  const side = 10 ** (5 - half);
  const at = (text: string) => Number(text) * side + (side > 1 ? side / 2 : 0);
  return [at(figures.slice(0, half)), at(figures.slice(half))];
}

function nationalGrid(text: string): ReadPlace | undefined {
  const [, name, figures] = /^([A-HJ-Z]{1,2})((?:\d\d){2,5})$/.exec(text) ?? [];
  if (!name || !figures) return undefined;
  const grid = name.length === 1 ? irishGrid : britishGrid;
  const corner = grid.cornerOf(name);
  const within = inSquare(figures);
  if (!corner || !within) return { problem: `There is no square ${name} on the ${grid.name}. ${help}` };
  return inWords(grid.name, fromGrid(grid, corner[0] + within[0], corner[1] + within[1]));
}

/** Irish Transverse Mercator (EPSG:2157), as newer Irish maps have it: six figures east, six north. */
const irishMercator =
  '+proj=tmerc +lat_0=53.5 +lon_0=-8 +k=0.99982 +x_0=600000 +y_0=750000 +ellps=GRS80 +towgs84=0,0,0 +units=m';

function irishTransverse(text: string): ReadPlace | undefined {
  const [, east, north] = /^ITM\s*(\d{6})(?:\.\d+)?\s*E?[\s,]+(\d{6})(?:\.\d+)?\s*N?$/.exec(text) ?? [];
  if (!east || !north) return undefined;
  const [longitude, latitude] = proj4(irishMercator, 'WGS84', [Number(east), Number(north)]) as [
    number,
    number
  ];
  return inWords('Irish Transverse Mercator', { longitude, latitude });
}

function military(text: string): ReadPlace | undefined {
  const [, zone, figures] = /^(\d{1,2}[C-HJ-NP-X][A-HJ-NP-Z]{2})((?:\d\d){2,5})$/.exec(text) ?? [];
  if (!zone || !figures) return undefined;
  try {
    const [longitude, latitude] = proj4.mgrs.toPoint(zone + figures);
    return inWords('military grid', { longitude: longitude!, latitude: latitude! });
  } catch {
    return { problem: `There is no square ${zone} on the military grid. ${help}` };
  }
}

/** Zone, band and metres: 29U 534500 6014300. */
function utm(text: string): ReadPlace | undefined {
  const [, zone, band, east, north] =
    /^(\d{1,2})\s*([C-HJ-NP-X])\s+(\d{6}(?:\.\d+)?)\s*(?:M?\s*E)?[\s,]+(\d{1,8}(?:\.\d+)?)\s*(?:M?\s*N)?$/.exec(
      text
    ) ?? [];
  if (!zone || !band || !east || !north) return undefined;
  if (Number(zone) < 1 || Number(zone) > 60) return { problem: `There is no UTM zone ${zone}. ${help}` };
  const south = band < 'N' ? ' +south' : '';
  const [longitude, latitude] = proj4(`+proj=utm +zone=${zone}${south} +datum=WGS84`, 'WGS84', [
    Number(east),
    Number(north)
  ]) as [number, number];
  return inWords('UTM', { longitude, latitude });
}

interface Angle {
  readonly degrees: number;
  readonly side: string;
}

/** Degrees, or degrees and minutes, or with seconds, with a sign or a letter. */
function angleIn(text: string): Angle | undefined {
  const side = /[NSEW]/.exec(text)?.[0] ?? '';
  const bare = text.replace(/[NSEW]/, '').trim();
  const [, sign, figures = ''] = /^([+\-−]?)\s*(.*)$/.exec(bare) ?? [];
  const parts = figures.split(/[°º'′’"″”\s:]+/).filter(Boolean);
  if (parts.length < 1 || parts.length > 3 || parts.some((part) => !/^\d+([.,]\d+)?$/.test(part)))
    return undefined;
  const numbers = parts.map((part) => Number(part.replace(',', '.')));
  // Only the last may have decimals; minutes and seconds end at sixty.
  if (parts.slice(0, -1).some((part) => /[.,]/.test(part)) || numbers.slice(1).some((one) => one >= 60))
    return undefined;
  const size = numbers.reduce((sum, one, i) => sum + one / 60 ** i, 0);
  const isBehind = sign === '-' || sign === '−' || side === 'S' || side === 'W';
  return { degrees: isBehind ? -size : size, side };
}

/** The two halves of a text: by a semicolon, by a comma that is no decimal sign, by letters, or in the middle. */
function halvesOf(text: string): readonly string[] | undefined {
  const cut = text.split(/\s*;\s*|\s*,\s+|\s+,\s*/).filter(Boolean);
  if (cut.length === 2) return cut;
  const pointed = text.split(',');
  if (pointed.length === 2 && !/^\d+\s*$/.test(pointed[1]!)) return pointed;
  const lettered =
    /^([^NSEW]+[NS])\s*,?\s*([^NSEW]+[EW])$/.exec(text) ??
    /^([NS][^NSEW]+)\s*,?\s*([EW][^NSEW]+)$/.exec(text);
  if (lettered) return [lettered[1]!, lettered[2]!];
  const words = text.split(/\s+/);
  return words.length % 2 === 0 && words.length <= 6
    ? [words.slice(0, words.length / 2).join(' '), words.slice(words.length / 2).join(' ')]
    : undefined;
}

function degrees(text: string): ReadPlace | undefined {
  const halves = halvesOf(text);
  if (!halves) return undefined;
  const [first, second] = halves.map((half) => angleIn(half.trim()));
  if (!first || !second) return undefined;
  const isReversed = /[EW]/.test(first.side) || /[NS]/.test(second.side);
  if (isReversed && (/[NS]/.test(first.side) || /[EW]/.test(second.side))) return undefined;
  const [latitude, longitude] = isReversed
    ? [second.degrees, first.degrees]
    : [first.degrees, second.degrees];
  if (Math.abs(latitude) > 90 && Math.abs(longitude) <= 90)
    return { problem: `Latitude comes first, and ${latitude} is none: are the two swapped?` };
  if (Math.abs(latitude) > 90 || Math.abs(longitude) > 180)
    return { problem: 'Latitude goes from -90 to 90, longitude from -180 to 180.' };
  return inWords('degrees', { longitude, latitude });
}

/**
 * Reads a place. Latitude comes before longitude unless letters say otherwise; of a grid reference the middle of its
 * square is taken.
 * @returns the place with how it was written, or what is wrong, in words
 */
export function readPlace(written: string): ReadPlace {
  const text = written.trim().toUpperCase().replace(/^GEO:/, '').replaceAll(/\s+/g, ' ');
  if (text === '') return { problem: help };
  const joined = text.replaceAll(' ', '');
  return (
    nationalGrid(joined) ??
    military(joined) ??
    irishTransverse(text) ??
    utm(text) ??
    degrees(text) ?? { problem: `“${written.trim().slice(0, 60)}” is no place that can be read. ${help}` }
  );
}
