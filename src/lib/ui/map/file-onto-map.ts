import { counted } from '$core/words';
import { textOfFile } from '$core/text';
import { type Drawn, drawnOf } from './drawing';

/** What became of a file, in words; and the map with it, where it could be read. */
export type FileOnMap =
  { readonly drawn: readonly Drawn[]; readonly said: string } | { readonly problem: string };

/** Puts what a file holds on a map: the longest track of GPX as its path, the features of GeoJSON beside the others. */
export async function fileOntoMap(
  file: File,
  drawn: readonly Drawn[],
  newId: () => string
): Promise<FileOnMap> {
  // Not the whole of formats: reading tables needs what browsers do not have.
  const { largestGpxBytes, readGpx } = await import('$core/formats/gpx');
  const { readGeoJson } = await import('$core/formats/geojson');
  const { pathSize } = await import('$core/route');
  if (file.size > largestGpxBytes)
    return {
      problem: `${file.name} has ${Math.round(file.size / 1e6)} MB; 20 MB is the most. Nothing was changed.`
    };
  const refused = (problem: string) => ({ problem: `${file.name}: ${problem} Nothing was changed.` });
  const read = await textOfFile(file);
  if ('problem' in read) return refused(read.problem);
  const { text } = read;
  if (/^\s*</.test(text) || file.name.toLowerCase().endsWith('.gpx')) {
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
  const result = readGeoJson(text);
  if ('problem' in result) return refused(result.problem);
  const contentOf = ({ kind, name, geometry }: Drawn) => JSON.stringify([kind, name, geometry]);
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
