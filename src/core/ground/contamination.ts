import bbox from '@turf/bbox';
import booleanPointInPolygon from '@turf/boolean-point-in-polygon';
import distance from '@turf/distance';
import { lineString, point } from '@turf/helpers';
import nearestPointOnLine from '@turf/nearest-point-on-line';
import pointToLineDistance from '@turf/point-to-line-distance';
import type { Position } from 'geojson';
import type { Ground, GroundKind } from './ground';
import type { Outline } from './outline';

/** What makes plants near it unfit to gather, and how far it reaches. */

interface Contaminant {
  /** Metres, where the school sets no other: common practice, no source. */
  readonly buffer: number;
  readonly why: string;
  /** Carried along by water: counts upstream for plants of wet ground. */
  readonly byWater?: true;
}

export const contaminants: Readonly<Partial<Record<GroundKind, Contaminant>>> = {
  'main road': { buffer: 50, why: 'dust and metals of traffic' },
  'lane with traffic': { buffer: 10, why: 'dust and metals of traffic' },
  railway: { buffer: 30, why: 'weedkiller and metals along the line' },
  'sprayed margin': { buffer: 20, why: 'drift of sprays' },
  'waste or treated timber': { buffer: 20, why: 'oils, metals and preservatives in the soil' },
  'dog path': { buffer: 2, why: 'dirt of dogs' },
  livestock: { buffer: 25, why: 'dung, and liver fluke in wet ground', byWater: true },
  outfall: { buffer: 100, why: 'sewage and what goes down drains', byWater: true },
  'mine drainage': { buffer: 200, why: 'metals', byWater: true }
};
export const contaminantKinds = Object.keys(contaminants) as GroundKind[];

/** A school's own buffers in metres; what is not named keeps the usual one. */
export type Buffers = Readonly<Partial<Record<GroundKind, number>>>;
export const bufferOf = (kind: GroundKind, buffers: Buffers): number | undefined =>
  contaminants[kind] && (buffers[kind] ?? contaminants[kind].buffer);

export interface Contamination {
  readonly kind: GroundKind;
  readonly name: string | undefined;
  /** Metres from the place; 0 within an area. */
  readonly metres: number;
  readonly buffer: number;
  readonly why: string;
  /** Beyond the buffer, but upstream on the same water. */
  readonly isUpstream: boolean;
}

/** Habitats whose plants drink from the water they stand by. */
export const wetHabitats: ReadonlySet<string> = new Set(['waterside', 'saltmarsh']);

export interface Place {
  readonly longitude: number;
  readonly latitude: number;
}

const metresPerDegree = 111_195;
const units = { units: 'meters' } as const;
/** A place belongs to a stream within this many metres of it. */
const besideStream = 40;

/** Metres from one place to another, on a great circle of a sphere. */
export const metresBetween = (a: Place, b: Place): number =>
  distance([a.longitude, a.latitude], [b.longitude, b.latitude], units);

type Feature = Ground['features'][number];

/** Metres from a place to a feature, 0 within an area. Great circles on a sphere. */
function metresTo({ geometry }: Feature, at: Position): number {
  switch (geometry.type) {
    case 'Point':
      return distance(at, geometry.coordinates, units);
    case 'LineString':
      return pointToLineDistance(at, lineString(geometry.coordinates), units);
    case 'Polygon':
      return booleanPointInPolygon(at, geometry)
        ? 0
        : Math.min(...geometry.coordinates.map((ring) => pointToLineDistance(at, lineString(ring), units)));
  }
}

/** Tells at once of most places that they cannot lie within some metres of a feature. */
function maybeWithin({ geometry }: Feature, metres: number): (at: Position) => boolean {
  const [west, south, east, north] = bbox(geometry);
  const high = metres / metresPerDegree;
  const wide = high / Math.max(0.05, Math.cos((((south! + north!) / 2) * Math.PI) / 180));
  return ([x, y]) => x! >= west! - wide && x! <= east! + wide && y! >= south! - high && y! <= north! + high;
}

/** How far along a stream a place lies, in metres from its source; undefined where it does not lie on it. */
function alongStream(stream: Feature): (at: Position) => number | undefined {
  if (stream.geometry.type !== 'LineString') return () => undefined;
  const line = lineString(stream.geometry.coordinates);
  const mayLie = maybeWithin(stream, besideStream);
  return (at) => {
    if (!mayLie(at)) return undefined;
    const { properties } = nearestPointOnLine(line, point(at), units);
    return properties.pointDistance <= besideStream ? properties.totalDistance : undefined;
  };
}

/**
 * What lies too near to places, for many places at once. A stream is drawn from its source downwards.
 * @param ofWetGround for each place, whether its plant drinks from the water it stands by
 * @returns for each place what contaminates it, the nearest first
 */
export function contaminationOf(
  ground: Ground,
  places: readonly (Place & { readonly ofWetGround: boolean; readonly outline?: Outline | undefined })[],
  buffers: Buffers = {}
): Contamination[][] {
  const sources = ground.features.flatMap((feature) => {
    const buffer = bufferOf(feature.properties.kind, buffers);
    if (buffer === undefined) return [];
    return [{ feature, buffer, mayReach: maybeWithin(feature, buffer) }];
  });
  const streams = ground.features
    .filter(({ properties }) => properties.kind === 'stream')
    .map((stream) => {
      const alongIt = alongStream(stream);
      const carried = sources
        .filter(
          ({ feature }) => contaminants[feature.properties.kind]?.byWater && feature.geometry.type === 'Point'
        )
        .flatMap(({ feature, buffer }) => {
          const along = alongIt(feature.geometry.coordinates as Position);
          return along === undefined ? [] : [{ feature, buffer, along }];
        });
      return { alongIt, carried };
    })
    .filter(({ carried }) => carried.length > 0);
  return places.map((place) => {
    const found = new Map<Feature, Contamination>();
    // Of an area its nearest corner counts.
    const add = (feature: Feature, buffer: number, metres: number, isUpstream: boolean) =>
      (found.get(feature)?.metres ?? Infinity) > metres &&
      found.set(feature, {
        kind: feature.properties.kind,
        name: feature.properties.name,
        metres,
        buffer,
        why: contaminants[feature.properties.kind]!.why,
        isUpstream
      });
    for (const at of [
      [place.longitude, place.latitude],
      ...(place.outline?.coordinates[0] ?? [])
    ] as Position[]) {
      if (place.ofWetGround)
        for (const { alongIt, carried } of streams) {
          const here = alongIt(at);
          if (here === undefined) continue;
          for (const { feature, buffer, along } of carried)
            if (along < here) add(feature, buffer, here - along, true);
        }
      for (const { feature, buffer, mayReach } of sources) {
        if (!mayReach(at)) continue;
        const metres = metresTo(feature, at);
        if (metres <= buffer) add(feature, buffer, metres, false);
      }
    }
    return [...found.values()].sort((a, b) => a.metres - b.metres);
  });
}
