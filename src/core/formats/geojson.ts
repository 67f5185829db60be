import rewind from '@turf/rewind';
import type { Position } from 'geojson';
import { parseDocument } from 'yaml';
import {
  Ground,
  type GroundKind,
  type Outline,
  type Shape,
  crossingOf,
  groundKinds,
  kindsOf,
  middleOf,
  plainKind
} from '../ground';
import { cleanText } from '../text';
import { simplified } from './gpx';

/** A site's own map as GeoJSON (RFC 7946), read from files of others and written for them. */

/** A patch as our own files have it. Whether its plant and amount are known is for who takes it in. */
export interface PatchInFile {
  readonly name: string;
  readonly taxon: string;
  readonly abundance: string;
  readonly microhabitat: string;
  /** What it stands in itself, of the glossary's habitats; others are left out by who takes it in. */
  readonly habitats: readonly string[];
  readonly longitude: number;
  readonly latitude: number;
  readonly outline?: Outline;
}

export type GeoJsonResult =
  | {
      readonly ground: Ground;
      /** Places with a plant: they are no part of the map itself. */
      readonly patches: readonly PatchInFile[];
      readonly notes: readonly string[];
    }
  | { readonly problem: string };

class Refused extends Error {}
const refuse = (message: string): never => {
  throw new Refused(message);
};

type Json = Record<string, unknown>;
const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** The line at which a stricter look finds the first error: the parser of JSON itself often names none. */
function lineOf(text: string): string {
  const [error] = parseDocument(text, { prettyErrors: true, strict: true }).errors;
  return error?.linePos ? ` in line ${error.linePos[0].line}` : '';
}

const show = (value: unknown) => JSON.stringify(value)?.slice(0, 40) ?? 'nothing';

function position(value: unknown, member: string): Position {
  if (!Array.isArray(value) || value.length < 2 || value.slice(0, 2).some((n) => typeof n !== 'number'))
    return refuse(`${member} should be a place [longitude, latitude], not ${show(value)}.`);
  const [longitude, latitude, elevation] = value as number[];
  if (Math.abs(latitude!) > 90 && Math.abs(latitude!) <= 180 && Math.abs(longitude!) <= 90)
    return refuse(
      `${member} has the latitude ${latitude}. Longitude comes first in GeoJSON: the two seem to be swapped.`
    );
  if (!(Math.abs(longitude!) <= 180 && Math.abs(latitude!) <= 90))
    return refuse(`${member}, ${show(value)}, lies outside the world.`);
  return typeof elevation === 'number' ? [longitude!, latitude!, elevation] : [longitude!, latitude!];
}

const list = (value: unknown, member: string): unknown[] =>
  Array.isArray(value) ? value : refuse(`${member} should be a list, not ${show(value)}.`);

interface Reading {
  readonly notes: Set<string>;
  thinned: number;
  closed: number;
}

function line(value: unknown, member: string, reading: Reading): Position[] {
  const points = list(value, member).map((one, i) => position(one, `${member}[${i}]`));
  if (points.length < 2) return refuse(`${member} has ${points.length} places; a line needs two.`);
  const fewer = simplified(points);
  reading.thinned += points.length - fewer.length;
  return fewer;
}

function ring(value: unknown, member: string, reading: Reading): Position[] {
  const points = list(value, member).map((one, i) => position(one, `${member}[${i}]`));
  const [first, last] = [points[0], points.at(-1)];
  if (first && last && (first[0] !== last[0] || first[1] !== last[1])) {
    points.push(first);
    reading.closed += 1;
  }
  if (points.length < 4) return refuse(`${member} has fewer than three corners; an area needs three.`);
  const fewer = simplified(points);
  reading.thinned += points.length - fewer.length;
  return fewer;
}

function polygon(value: unknown, member: string, reading: Reading): Position[][] {
  const rings = list(value, member).map((one, i) => ring(one, `${member}[${i}]`, reading));
  if (rings.length === 0) return refuse(`${member} holds no outline.`);
  const crossing = crossingOf(rings);
  if (crossing)
    return refuse(
      `${member} crosses itself at ${crossing.map((n) => n.toFixed(5)).join(', ')}: draw its outline without a crossing.`
    );
  return rings;
}

type Geometry = Ground['features'][number]['geometry'];

function geometries(value: unknown, member: string, reading: Reading): Geometry[] {
  if (value === null) {
    reading.notes.add('Features without a place were left out.');
    return [];
  }
  if (!isObject(value)) return refuse(`${member} should be a geometry, not ${show(value)}.`);
  const at = `${member}.coordinates`;
  const each = <T>(read: (one: unknown, where: string) => T): T[] =>
    list(value['coordinates'], at).map((one, i) => read(one, `${at}[${i}]`));
  const of = (type: Shape, coordinates: unknown) => ({ type, coordinates }) as Geometry;
  switch (value['type']) {
    case 'Point':
      return [of('Point', position(value['coordinates'], at))];
    case 'LineString':
      return [of('LineString', line(value['coordinates'], at, reading))];
    case 'Polygon':
      return [of('Polygon', polygon(value['coordinates'], at, reading))];
    case 'MultiPoint':
      return each((one, where) => of('Point', position(one, where)));
    case 'MultiLineString':
      return each((one, where) => of('LineString', line(one, where, reading)));
    case 'MultiPolygon':
      return each((one, where) => of('Polygon', polygon(one, where, reading)));
    case 'GeometryCollection':
      return list(value['geometries'], `${member}.geometries`).flatMap((one, i) =>
        geometries(one, `${member}.geometries[${i}]`, reading)
      );
    default:
      return refuse(`${member}.type is ${show(value['type'])}, which is no geometry of GeoJSON.`);
  }
}

/** How a file that is one geometry alone is called in messages. */
const bare = 'the geometry';

function kindFrom(properties: Json, shape: Shape, reading: Reading): GroundKind {
  const named = properties['kind'] ?? properties['type'];
  const kind = groundKinds.find((one) => one === String(named).trim().toLowerCase());
  if (kind && kindsOf(shape).includes(kind)) return kind;
  if (named !== undefined)
    reading.notes.add(
      `“${String(named).slice(0, 40)}” is no kind of ${shape === 'Polygon' ? 'area' : shape === 'Point' ? 'point' : 'line'} that is known here: taken as “${plainKind[shape]}”.`
    );
  return plainKind[shape];
}

const named = ['name', 'Name', 'title'] as const;
const takenProperties = new Set<string>([...named, 'kind', 'type']);
const patchProperties = new Set<string>([
  ...takenProperties,
  'taxon',
  'abundance',
  'microhabitat',
  'habitats'
]);

const textIn = (properties: Json, key: string, most: number) =>
  cleanText(String(properties[key] ?? ''))
    .trim()
    .slice(0, most);

/** A list of words, or nothing. */
const wordsIn = (properties: Json, key: string): string[] => {
  const given = properties[key];
  return Array.isArray(given) ? given.filter((one) => typeof one === 'string').slice(0, 20) : [];
};

/** Points and areas of the kind that we write for patches, with a plant. */
function patchOf(properties: Json, geometry: Geometry, name: string): PatchInFile | undefined {
  const taxon = textIn(properties, 'taxon', 80);
  if (properties['kind'] !== 'patch' || !taxon || geometry.type === 'LineString') return undefined;
  const [longitude, latitude] =
    geometry.type === 'Point' ? geometry.coordinates : middleOf(geometry as Outline);
  return {
    name,
    taxon,
    abundance: textIn(properties, 'abundance', 40),
    microhabitat: textIn(properties, 'microhabitat', 300),
    habitats: wordsIn(properties, 'habitats'),
    longitude: longitude!,
    latitude: latitude!,
    ...(geometry.type === 'Polygon' ? { outline: geometry as Outline } : {})
  };
}

/**
 * Reads a GeoJSON file into a ground and patches. Nothing of it is taken where anything in it is wrong.
 * @returns the ground with what the reader should know, or a message that names the line or the member
 */
export function readGeoJson(text: string): GeoJsonResult {
  if (text.trim() === '') return { problem: 'This file is empty.' };
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    const { message } = error as Error;
    return { problem: `This file is not well-formed JSON${lineOf(text)}: ${message}.` };
  }
  const reading: Reading = { notes: new Set(), thinned: 0, closed: 0 };
  try {
    if (!isObject(json)) return { problem: 'This is JSON, but not GeoJSON: it is no object.' };
    const features =
      json['type'] === 'FeatureCollection'
        ? list(json['features'], 'features').map((one, i) => [one, `features[${i}]`] as const)
        : json['type'] === 'Feature'
          ? [[json, 'the feature'] as const]
          : [[{ type: 'Feature', geometry: json, properties: {} }, bare] as const];
    const patches: PatchInFile[] = [];
    const leftOut = new Set<string>();
    const taken = features.flatMap(([feature, member]) => {
      if (!isObject(feature) || feature['type'] !== 'Feature')
        return refuse(
          `${member} should be a Feature, not ${show(isObject(feature) ? feature['type'] : feature)}.`
        );
      const properties = isObject(feature['properties']) ? feature['properties'] : {};
      const name = textIn(properties, named.find((key) => properties[key]) ?? 'name', 120);
      const known = properties['kind'] === 'patch' ? patchProperties : takenProperties;
      for (const key of Object.keys(properties)) if (!known.has(key)) leftOut.add(key.slice(0, 40));
      return geometries(
        feature['geometry'],
        member === bare ? member : `${member}.geometry`,
        reading
      ).flatMap((geometry) => {
        const patch = patchOf(properties, geometry, name);
        if (patch) patches.push(patch);
        if (patch) return [];
        const kind = kindFrom(properties, geometry.type, reading);
        return [{ type: 'Feature' as const, geometry, properties: { kind, ...(name ? { name } : {}) } }];
      });
    });
    if (taken.length + patches.length === 0) return { problem: 'This file holds no places.' };
    const notes = [...reading.notes];
    if (reading.closed > 0) notes.push('Outlines that were not closed were closed.');
    if (reading.thinned > 0) notes.push(`${reading.thinned} points were left out to simplify long lines.`);
    if (leftOut.size > 0)
      notes.push(`Not taken from its features: ${[...leftOut].sort().slice(0, 12).join(', ')}.`);
    if (json['crs'] !== undefined)
      notes.push(
        'It names a system of coordinates (crs), which GeoJSON does not know any more: taken as WGS 84.'
      );
    return { ground: Ground.parse({ type: 'FeatureCollection', features: taken }), patches, notes };
  } catch (error) {
    if (error instanceof Refused) return { problem: error.message };
    throw error;
  }
}

/** Outlines against the clock and holes with it, as RFC 7946 §3.1.6 asks of who writes them. */
export const wound = <Shape extends Geometry | Outline>(geometry: Shape): Shape =>
  geometry.type === 'Polygon' ? (rewind(geometry) as Shape) : geometry;

/** The ground with its patches, for other programs. */
export const writeGeoJson = (
  ground: Ground,
  patches: readonly {
    name: string;
    taxon: string;
    longitude: number;
    latitude: number;
    outline?: Outline | undefined;
    abundance?: string;
    microhabitat?: string;
    habitats?: readonly string[];
  }[]
): string =>
  JSON.stringify(
    {
      type: 'FeatureCollection',
      features: [
        ...ground.features.map((feature) => ({ ...feature, geometry: wound(feature.geometry) })),
        ...patches.map(
          ({ name, taxon, longitude, latitude, outline, abundance, microhabitat, habitats }) => ({
            type: 'Feature',
            geometry: outline ? wound(outline) : { type: 'Point', coordinates: [longitude, latitude] },
            properties: {
              kind: 'patch',
              name,
              taxon,
              ...(abundance ? { abundance } : {}),
              ...(microhabitat ? { microhabitat } : {}),
              ...(habitats?.length ? { habitats } : {})
            }
          })
        )
      ]
    },
    null,
    1
  );
