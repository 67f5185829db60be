import { counted } from '$core/words';
import { type Drawn, drawnOf } from './drawing';

/** What became of a file, in words; and the map with it, where it could be read. */
export type FileOnMap =
  { readonly drawn: readonly Drawn[]; readonly said: string } | { readonly problem: string };

/** Puts what a file holds on a map: the longest track of GPX as its path, features of GeoJSON and placemarks of KML beside the others. */
export async function fileOntoMap(
  file: File,
  drawn: readonly Drawn[],
  newId: () => string
): Promise<FileOnMap> {
  // Not the whole of formats: reading tables needs what browsers do not have.
  const { largestGpxBytes, readGpx } = await import('$core/formats/gpx');
  const { readGeoJson, wound } = await import('$core/formats/geojson');
  const { isKml, readKml, textOfMapFile } = await import('$core/formats/kml');
  const { pathSize } = await import('$core/route');
  if (file.size > largestGpxBytes)
    return {
      problem: `${file.name} has ${Math.round(file.size / 1e6)} MB; 20 MB is the most. Nothing was changed.`
    };
  const refused = (problem: string) => ({ problem: `${file.name}: ${problem} Nothing was changed.` });
  const read = textOfMapFile(new Uint8Array(await file.arrayBuffer()));
  if ('problem' in read) return refused(read.problem);
  const { text } = read;
  const isOfPlacemarks = isKml(text);
  if (!isOfPlacemarks && (/^\s*</.test(text) || file.name.toLowerCase().endsWith('.gpx'))) {
    const result = readGpx(text);
    if ('problem' in result) return refused(result.problem);
    const { path, name, notes, pointsRead, waypoints } = result.track;
    const { metres, ascentMetres } = pathSize(path);
    const geometry = { type: 'LineString' as const, coordinates: path as [number, number][] };
    return {
      drawn: [...drawn.filter(({ kind }) => kind !== 'path'), { id: newId(), kind: 'path', name, geometry }],
      said: [
        `${pointsRead} points of ${file.name} are the path now, ${(metres / 1000).toFixed(1)} km${ascentMetres === undefined ? '' : ` with ${Math.round(ascentMetres)} m of climb`}.`,
        ...notes,
        ...(waypoints > 0
          ? [`${counted(waypoints, 'waypoint')} in it are brought in under Waypoints, with the same file.`]
          : [])
      ].join(' ')
    };
  }
  const result = isOfPlacemarks ? readKml(text) : readGeoJson(text);
  if ('problem' in result) return refused(result.problem);
  const contentOf = ({ kind, name, geometry }: Drawn) => JSON.stringify([kind, name, wound(geometry)]);
  const there = new Set(drawn.map(contentOf));
  const all = drawnOf(result.ground, newId);
  const added = all.filter((one) => !there.has(contentOf(one)));
  const again = all.length - added.length;
  return {
    drawn: [...drawn, ...added],
    said: [
      `${added.length === 1 ? 'One feature' : counted(added.length, 'feature')} of ${file.name} ${added.length === 1 ? 'was' : 'were'} added.`,
      ...(again > 0 ? [`${again} stood on the map already.`] : []),
      ...(result.patches.length > 0
        ? [`${result.patches.length} patches in it are brought in under Waypoints, with the same file.`]
        : []),
      ...result.notes
    ].join(' ')
  };
}
