import { type KmlFolder, packKmz, writeGeoJson, writeGpx, writeKml } from '$core/formats';
import type { Ground } from '$core/ground';
import { type Library, englishName, isDangerous } from '$core/knowledge';
import { dangerOfGround } from '$core/walk';
import type { Patch } from './patches';
import type { Site } from './sites';

/** A site as a file for devices and other programs: everything that is drawn, and its patches. */

export const siteFormats = {
  gpx: 'application/gpx+xml; charset=utf-8',
  kml: 'application/vnd.google-earth.kml+xml; charset=utf-8',
  kmz: 'application/vnd.google-earth.kmz',
  geojson: 'application/geo+json; charset=utf-8'
} as const;
export type SiteFormat = keyof typeof siteFormats;

type Feature = Ground['features'][number];

const titleOf = ({ properties: { name, kind } }: Feature): string => name ?? kind;
const warnsOf = ({ properties: { kind } }: Feature): boolean => dangerOfGround(kind) !== undefined;

const plantOf = (library: Library, { taxon: slug }: Patch) => {
  const taxon = library.taxa.get(slug);
  return {
    note: taxon ? `${englishName(taxon)}, ${taxon.name}` : slug,
    isDanger: taxon !== undefined && isDangerous(taxon)
  };
};

/** Points as waypoints, lines and outlines as tracks, the path before the others. */
function asGpx(site: Site, patches: readonly Patch[], library: Library): string {
  const { features } = site.ground;
  const isPath = ({ properties }: Feature) => properties.kind === 'path';
  return writeGpx({
    name: site.name,
    tracks: [...features.filter(isPath), ...features.filter((one) => !isPath(one))].flatMap((feature) => {
      const { geometry, properties } = feature;
      if (geometry.type === 'Point') return [];
      const path = geometry.type === 'LineString' ? geometry.coordinates : geometry.coordinates[0]!;
      return [{ name: titleOf(feature), type: properties.kind, path }];
    }),
    waypoints: [
      ...patches.map((patch) => {
        const { note, isDanger } = plantOf(library, patch);
        return { ...patch, note, type: 'patch', symbol: isDanger ? 'Danger' : 'Plant' };
      }),
      ...features.flatMap((feature) => {
        const { geometry, properties } = feature;
        if (geometry.type !== 'Point') return [];
        const [longitude, latitude] = geometry.coordinates;
        const symbol = warnsOf(feature) ? 'Danger' : undefined;
        return [
          {
            name: titleOf(feature),
            note: properties.kind,
            longitude,
            latitude,
            type: properties.kind,
            symbol
          }
        ];
      })
    ]
  });
}

function asKml(site: Site, patches: readonly Patch[], library: Library): string {
  const ground: KmlFolder = {
    name: 'Ground',
    places: site.ground.features.map((feature) => ({
      name: titleOf(feature),
      note: feature.properties.kind,
      isDanger: warnsOf(feature),
      geometry: feature.geometry,
      data: { kind: feature.properties.kind }
    }))
  };
  const plants: KmlFolder = {
    name: 'Patches',
    places: patches.map((patch) => ({
      name: patch.name,
      ...plantOf(library, patch),
      geometry: patch.outline ?? { type: 'Point', coordinates: [patch.longitude, patch.latitude] },
      data: {
        kind: 'patch',
        taxon: patch.taxon,
        abundance: patch.abundance,
        ...(patch.microhabitat && { microhabitat: patch.microhabitat }),
        ...(patch.habitats.length > 0 && { habitats: patch.habitats.join('; ') })
      }
    }))
  };
  return writeKml(
    site.name,
    [plants, ground].filter(({ places }) => places.length > 0)
  );
}

export function siteAs(
  format: SiteFormat,
  site: Site,
  patches: readonly Patch[],
  library: Library
): string | Uint8Array<ArrayBuffer> {
  switch (format) {
    case 'gpx':
      return asGpx(site, patches, library);
    case 'kml':
      return asKml(site, patches, library);
    case 'kmz':
      return packKmz(asKml(site, patches, library));
    case 'geojson':
      return writeGeoJson(site.ground, patches);
  }
}
