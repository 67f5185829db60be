import simplify from '@turf/simplify';
import { lineString } from '@turf/helpers';
import { gpx } from '@tmcw/togeojson';
import { DOMParser } from '@xmldom/xmldom';
import type { Position } from 'geojson';

export interface GpxTrack {
  readonly name: string;
  readonly path: Position[];
  /** Points in the file before simplifying. */
  readonly pointsRead: number;
  /** What the reader should know about the import. */
  readonly notes: string[];
}

export type GpxResult = { readonly track: GpxTrack } | { readonly problem: string };

const mostPoints = 2000;
const simplifyDegrees = 0.00002;
export const largestGpxBytes = 20_000_000;

/** First message of the XML parser, with its line where it names one. */
function parseXml(text: string): { xml: ReturnType<DOMParser['parseFromString']> } | { problem: string } {
  try {
    const xml = new DOMParser({
      onError: (level, message) => {
        if (level !== 'warning') throw new Error(message);
      }
    }).parseFromString(text, 'text/xml');
    return { xml };
  } catch (error) {
    const message = (error as Error).message.split('\n')[0]!.replace(/\s+/g, ' ');
    return { problem: `This file is not well-formed XML, so it is no GPX track: ${message}` };
  }
}

/** Counts points by kind, and names the first with a position outside the world. */
function inspectPoints(xml: ReturnType<DOMParser['parseFromString']>) {
  const count = (tag: string) => xml.getElementsByTagName(tag).length;
  const points = ['trkpt', 'rtept'].flatMap((tag) => Array.from(xml.getElementsByTagName(tag)));
  const bad = points.findIndex((point) => {
    const [lat, lon] = ['lat', 'lon'].map((name) => Number(point.getAttribute(name) || NaN));
    return !(Math.abs(lat!) <= 90 && Math.abs(lon!) <= 180);
  });
  const at = bad < 0 ? undefined : points[bad];
  return {
    tracks: count('trk') + count('rte'),
    waypoints: count('wpt'),
    points: points.length,
    bad: at && {
      number: bad + 1,
      line: (at as { lineNumber?: number }).lineNumber,
      text: `lat="${at.getAttribute('lat') ?? ''}" lon="${at.getAttribute('lon') ?? ''}"`
    }
  };
}

/**
 * Reads the longest track or route of a GPX 1.1 file.
 * @returns the path as [longitude, latitude(, metres)] positions, or a message that says what is wrong and where
 */
export function readGpx(text: string): GpxResult {
  if (text.trim() === '') return { problem: 'This file is empty.' };
  const parsed = parseXml(text);
  if ('problem' in parsed) return parsed;
  const { xml } = parsed;
  if (xml.documentElement?.localName !== 'gpx')
    return { problem: `This is XML, but not GPX: it begins with <${xml.documentElement?.nodeName}>.` };
  const found = inspectPoints(xml);
  if (found.bad) {
    const where = found.bad.line ? `line ${found.bad.line}` : `point ${found.bad.number}`;
    return { problem: `The point in ${where} lies outside the world or is no number: ${found.bad.text}.` };
  }
  if (found.tracks === 0)
    return {
      problem:
        found.waypoints > 0
          ? `This file holds ${found.waypoints} waypoints but no track or route to use as a path.`
          : 'This file holds no track or route.'
    };
  const lines = gpx(xml as unknown as Parameters<typeof gpx>[0]).features.flatMap((feature) => {
    const name = String(feature.properties?.['name'] ?? '');
    if (feature.geometry?.type === 'LineString') return [{ name, path: feature.geometry.coordinates }];
    if (feature.geometry?.type === 'MultiLineString')
      return feature.geometry.coordinates.map((path) => ({ name, path }));
    return [];
  });
  const longest = lines.reduce(
    (best, line) => (line.path.length > (best?.path.length ?? 0) ? line : best),
    lines[0]
  );
  if (!longest || longest.path.length < 2) return { problem: 'The track has fewer than two points.' };
  const notes: string[] = [];
  if (lines.length > 1) notes.push(`The file holds ${lines.length} lines; the longest was taken.`);
  const withoutElevation = longest.path.filter((position) => position.length < 3).length;
  if (withoutElevation === longest.path.length)
    notes.push('The track has no elevation: climbs are left out of walking times.');
  else if (withoutElevation > 0)
    notes.push(`${withoutElevation} points have no elevation; it is taken from those beside them.`);
  let path = longest.path;
  if (path.length > mostPoints) {
    path = simplify(lineString(path), { tolerance: simplifyDegrees }).geometry.coordinates;
    const step = Math.ceil(path.length / mostPoints);
    path = path.filter((_, i) => i % step === 0 || i === path.length - 1);
    notes.push(`${longest.path.length} points were simplified to ${path.length}.`);
  }
  return { track: { name: longest.name, path, pointsRead: longest.path.length, notes } };
}
