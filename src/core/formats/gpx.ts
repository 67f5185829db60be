import length from '@turf/length';
import { lineString } from '@turf/helpers';
import type { Position } from 'geojson';
import sax from 'sax';
import { groundKinds } from '../ground';
import { simplifyPath } from './simplify-path';

/** GPX 1.1: tracks, routes and waypoints, read in one pass through the file. */

export interface GpxPoint {
  readonly longitude: number;
  readonly latitude: number;
  /** Metres above the sea. */
  readonly elevation?: number;
  /** As it stands in the file. */
  readonly time?: string;
}

export interface GpxWaypoint extends GpxPoint {
  readonly name: string;
  readonly note: string;
  /** What our own files say that it is: a kind of the map, or a patch. */
  readonly type?: string;
}

export interface GpxLine {
  readonly name: string;
  /** As with waypoints. */
  readonly type?: string;
  readonly segments: readonly (readonly GpxPoint[])[];
}

export interface GpxFile {
  /** Each track and each route, with its segments in order. */
  readonly lines: readonly GpxLine[];
  readonly waypoints: readonly GpxWaypoint[];
  /** What the file holds beside this and is not taken: names of its elements. */
  readonly leftOut: readonly string[];
}

type Problem = { readonly problem: string };

export const largestGpxBytes = 20_000_000;

const places = new Set(['trkpt', 'rtept', 'wpt']);
const kept = new Set(['name', 'desc', 'cmt', 'ele', 'time', 'type']);
const ownTypes = new Set<string>([...groundKinds, 'patch']);

interface Open {
  readonly tag: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly texts: Record<string, string>;
}

/** @returns what the file holds, or a message that says what is wrong and in which line */
export function readGpxFile(text: string): GpxFile | Problem {
  if (text.trim() === '') return { problem: 'This file is empty.' };
  const parser = sax.parser(true, { trim: true, position: true });
  const lines: (GpxLine & { segments: GpxPoint[][] })[] = [];
  const leftOut = new Set<string>();
  const waypoints: GpxWaypoint[] = [];
  const open: Open[] = [];
  let problem: string | undefined;
  let segments: GpxPoint[][] = [];
  let isRoot = true;

  const localName = (name: string) => name.slice(name.indexOf(':') + 1);
  const refuse = (message: string) => (problem ??= message);
  const typeIn = ({ type }: Record<string, string>) => (type && ownTypes.has(type) ? { type } : {});

  function closePlace({ tag, attributes, texts }: Open): void {
    const [latitude, longitude] = ['lat', 'lon'].map((name) => Number(attributes[name]?.trim() || NaN));
    if (!(Math.abs(latitude!) <= 90 && Math.abs(longitude!) <= 180)) {
      refuse(
        `The point in line ${parser.line + 1} lies outside the world or is no number: lat="${attributes['lat'] ?? ''}" lon="${attributes['lon'] ?? ''}".`
      );
      return;
    }
    const elevation = texts['ele'] ? Number(texts['ele']) : NaN;
    const point: GpxPoint = {
      longitude: longitude!,
      latitude: latitude!,
      ...(Number.isFinite(elevation) ? { elevation } : {}),
      ...(texts['time'] ? { time: texts['time'] } : {})
    };
    if (texts['type'] && !ownTypes.has(texts['type'])) leftOut.add('type');
    if (tag === 'wpt')
      waypoints.push({
        ...point,
        ...typeIn(texts),
        name: texts['name'] ?? '',
        note: texts['desc'] ?? texts['cmt'] ?? ''
      });
    else segments.at(-1)?.push(point);
  }

  parser.onopentag = ({ name, attributes }) => {
    const tag = localName(name);
    if (isRoot && tag !== 'gpx') refuse(`This is XML, but not GPX: it begins with <${name}>.`);
    isRoot = false;
    if (tag === 'trk') segments = [];
    if (tag === 'rte') segments = [[]];
    if (tag === 'trkseg') segments.push([]);
    const owner = open.at(-1)?.tag;
    if (owner && places.has(owner) && !kept.has(tag)) leftOut.add(tag);
    open.push({ tag, attributes: attributes as Record<string, string>, texts: {} });
  };
  parser.ontext = parser.oncdata = (value) => {
    const [owner, one] = [open.at(-2), open.at(-1)];
    if (owner && one && kept.has(one.tag)) owner.texts[one.tag] = (owner.texts[one.tag] ?? '') + value;
  };
  parser.onclosetag = () => {
    const one = open.pop()!;
    if (places.has(one.tag)) closePlace(one);
    if (one.tag === 'trk' || one.tag === 'rte')
      lines.push({
        name: one.texts['name'] ?? '',
        ...typeIn(one.texts),
        segments: segments.filter(({ length: n }) => n > 0)
      });
  };
  parser.onerror = (error) => {
    refuse(
      `This file is not well-formed XML, so it is no GPX track: ${error.message
        .replace(/line: (\d+)/i, (_, line: string) => `line: ${Number(line) + 1}`)
        .replace(/\s*\n\s*/g, ', ')
        .toLowerCase()}`
    );
  };
  // Past the first problem the rest of the file is not read.
  for (let from = 0; from < text.length && !problem; from += chunk) {
    parser.write(text.slice(from, from + chunk));
  }
  if (!problem) parser.close();
  return problem ? { problem } : { lines, waypoints, leftOut: [...leftOut].sort() };
}

const chunk = 65_536;

export interface GpxTrack {
  readonly name: string;
  readonly path: Position[];
  /** Waypoints that stand beside it in the file. */
  readonly waypoints: number;
  /** Points in the file before simplifying. */
  readonly pointsRead: number;
  /** What the reader should know about the import. */
  readonly notes: string[];
}

export type GpxResult = { readonly track: GpxTrack } | Problem;

const mostPoints = 2000;

const positionOf = ({ longitude, latitude, elevation }: GpxPoint): Position =>
  elevation === undefined ? [longitude, latitude] : [longitude, latitude, elevation];

/** Fewer points where there are very many: those that matter most for its shape and its climbs. */
export const simplified = (path: readonly Position[]): Position[] => simplifyPath(path, mostPoints);

const metresOf = (path: readonly Position[]): number =>
  path.length < 2 ? 0 : length(lineString([...path]), { units: 'meters' });

/**
 * Reads the longest track or route of a GPX 1.1 file, by metres on the ground; of a file of our own, what it calls the
 * path. The segments of a track are one walk with pauses: they are joined.
 * @returns the path as [longitude, latitude(, metres)] positions, or a message that says what is wrong and where
 */
export function readGpx(text: string): GpxResult {
  const file = readGpxFile(text);
  return 'problem' in file ? file : trackOf(file);
}

/** The line of a file that is taken for a path. */
export function trackOf({ lines: all, waypoints, leftOut }: GpxFile): GpxResult {
  const paths = all.filter(({ type }) => type === 'path');
  const lines = paths.length > 0 ? paths : all;
  if (lines.length === 0)
    return {
      problem:
        waypoints.length > 0
          ? `This file holds ${waypoints.length} waypoints but no track or route to use as a path.`
          : 'This file holds no track or route.'
    };
  const measured = lines.map(({ name, segments }) => {
    const points = segments.flatMap((segment) => segment.map(positionOf));
    return { name, segments: segments.length, points, metres: metresOf(points) };
  });
  const longest = measured.reduce((best, line) => (line.metres > best.metres ? line : best));
  const full = longest.points;
  if (full.length < 2) return { problem: 'The track has fewer than two points.' };
  const notes: string[] = [];
  if (lines.length > 1)
    notes.push(
      `The file holds ${lines.length} lines; the longest, ${(longest.metres / 1000).toFixed(1)} km, was taken.`
    );
  if (longest.segments > 1) notes.push(`Its ${longest.segments} segments were joined.`);
  if (leftOut.length > 0) notes.push(`Not taken from its points: ${leftOut.join(', ')}.`);
  const withoutElevation = full.filter((position) => position.length < 3).length;
  if (withoutElevation === full.length)
    notes.push('The track has no elevation: climbs are left out of walking times.');
  else if (withoutElevation > 0)
    notes.push(`${withoutElevation} points have no elevation; it is taken from those beside them.`);
  const path = simplified(full);
  if (path.length < full.length) notes.push(`${full.length} points were simplified to ${path.length}.`);
  return {
    track: { name: longest.name, path, waypoints: waypoints.length, pointsRead: full.length, notes }
  };
}
