import { readGpxFile } from '$core/formats';

/**
 * A stand-in for a GPS device on a cable: it holds three recorded tours. A real one shows its memory as files,
 * which come in by choice or by drop.
 */
const files = import.meta.glob<string>('/content/device/*.gpx', {
  query: '?raw',
  import: 'default',
  eager: true
});

export interface Tour {
  readonly id: string;
  readonly name: string;
  readonly points: number;
  readonly waypoints: number;
}

const idOf = (path: string) =>
  path
    .split('/')
    .at(-1)!
    .replace(/\.gpx$/, '');

export const listTours = (): Tour[] =>
  Object.entries(files).flatMap(([path, text]) => {
    const file = readGpxFile(text);
    if ('problem' in file) return [];
    const { lines, waypoints } = file;
    return [
      {
        id: idOf(path),
        name: lines[0]?.name ?? idOf(path),
        points: lines.flatMap(({ segments }) => segments).reduce((sum, points) => sum + points.length, 0),
        waypoints: waypoints.length
      }
    ];
  });

/** A tour as the device hands it over: GPX. */
export const readTour = (id: string): string | undefined =>
  Object.entries(files).find(([path]) => idOf(path) === id)?.[1];
