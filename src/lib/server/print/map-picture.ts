import type { Position } from 'geojson';
import { type Ground, groundKinds, metresADegree } from '$core/ground';
import { placeInWords } from '$core/place';
import type { BriefDocument } from '$core/walk';
import { type LineLook, above, areaOrLine } from '$lib/ground-looks';
import { palette } from '$lib/palette';

/** The map of a walk, for paper and for a phone: the site's own ground, the way with its arrows, the numbered stops, a scale. */

export type BriefMap = NonNullable<BriefDocument['map']>;

/** How names are set. */
export interface Lettering {
  readonly font: string;
  /** Words as they stand within markup. */
  readonly written: (text: string) => string;
}

interface Numbered {
  readonly longitude: number;
  readonly latitude: number;
  readonly number: number;
}

/** Names of points so near to the right edge stand on their left. */
const besideEdge = 130;

/** A place on the sheet, in points from its upper left corner. */
type Point = readonly [x: number, y: number];

const margin = 22;
/** Room for scale, arrow and place. */
const lowest = 170;

const placesIn = (ground: Ground): Position[] =>
  ground.features.flatMap(({ geometry }) =>
    geometry.type === 'Point'
      ? [geometry.coordinates]
      : geometry.type === 'LineString'
        ? geometry.coordinates
        : geometry.coordinates.flat()
  );

/** A site is small: degrees are laid out straight, a degree of longitude shortened by its latitude. */
function sheetOver(places: readonly Position[], wide: number, highest: number) {
  const edge = (pick: (at: Position) => number, choose: (...n: number[]) => number) =>
    places.reduce((best, at) => choose(best, pick(at)), pick(places[0]!));
  const [west, east] = [edge((at) => at[0]!, Math.min), edge((at) => at[0]!, Math.max)];
  const [south, north] = [edge((at) => at[1]!, Math.min), edge((at) => at[1]!, Math.max)];
  const shorter = Math.cos((((south + north) / 2) * Math.PI) / 180);
  const [across, up] = [Math.max((east - west) * shorter, 1e-5), Math.max(north - south, 1e-5)];
  const scale = Math.min((wide - 2 * margin) / across, (highest - 2 * margin) / up);
  const high = Math.min(highest, Math.max(lowest, up * scale + 2 * margin));
  const [left, top] = [(wide - across * scale) / 2, (high - up * scale) / 2];
  return {
    high,
    /** Points of the sheet for a metre of ground. */
    ofMetre: scale / metresADegree,
    at: ([x, y]: Position): Point => [left + (x! - west) * shorter * scale, top + (north - y!) * scale],
    corners: { west, east, south, north }
  };
}

const path = (points: readonly Point[], isClosed: boolean): string =>
  `M${points.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}${isClosed ? 'Z' : ''}`;

const stroke = ({ color, weight, dashArray, opacity, lineCap }: LineLook): string =>
  `stroke="${color}" stroke-width="${weight}"${dashArray ? ` stroke-dasharray="${dashArray}"` : ''}${opacity ? ` stroke-opacity="${opacity}"` : ''}${lineCap ? ` stroke-linecap="${lineCap}"` : ''} stroke-linejoin="round"`;

/** A round length that fills about a fifth of the sheet. @returns metres */
export function scaleLength(wide: number, ofMetre: number): number {
  const most = wide / 4 / ofMetre;
  const power = 10 ** Math.floor(Math.log10(most));
  return [5, 2, 1].map((step) => step * power).find((length) => length <= most)!;
}

/** An arrow half way along a leg. */
function arrow(points: readonly Point[]): string {
  const lengths = points.slice(1).map(([x, y], i) => Math.hypot(x - points[i]![0], y - points[i]![1]));
  let left = lengths.reduce((sum, one) => sum + one, 0) / 2;
  if (left < 12) return '';
  const i = lengths.findIndex((one) => (left -= one) <= 0);
  const [[x1, y1], [x2, y2]] = [points[i]!, points[i + 1]!];
  const share = 1 + left / lengths[i]!;
  const [x, y] = [x1 + share * (x2 - x1), y1 + share * (y2 - y1)];
  const turn = (Math.atan2(y2 - y1, x2 - x1) * 180) / Math.PI;
  return `<path d="M6 0L-4 4L-4 -4Z" transform="translate(${x.toFixed(1)} ${y.toFixed(1)}) rotate(${turn.toFixed(1)})" fill="${palette.ink}"/>`;
}

/**
 * @param map of the brief, as its reader may see it @param stops those whose place the reader may know
 * @param wide in points @param highest in points: the sheet is no higher than its ground asks for
 * @returns SVG without outside references
 */
export function mapPicture(
  { ground, route }: BriefMap,
  stops: readonly Numbered[],
  wide: number,
  highest: number,
  { font, written }: Lettering
): string {
  const all = [
    ...placesIn(ground),
    ...route.flat(),
    ...stops.map(({ longitude, latitude }) => [longitude, latitude])
  ];
  if (all.length === 0) return '';
  const sheet = sheetOver(all, wide, highest);
  const { high } = sheet;
  const layered = [...ground.features].sort(
    (a, b) => groundKinds.indexOf(a.properties.kind) - groundKinds.indexOf(b.properties.kind)
  );
  const drawn = (looks: Readonly<Partial<Record<string, LineLook>>>) =>
    layered.flatMap(({ geometry, properties }) => {
      const look = looks[properties.kind];
      if (!look || geometry.type === 'Point') return [];
      const isArea = geometry.type === 'Polygon';
      const lines = isArea ? geometry.coordinates : [geometry.coordinates];
      return [
        `<path d="${lines.map((line) => path(line.map(sheet.at), isArea)).join('')}" fill="${isArea ? (look.fillColor ?? 'none') : 'none'}" fill-rule="evenodd" ${stroke(look)}/>`
      ];
    });
  const word = ([x, y]: Point, text: string, more = '') =>
    ['stroke="' + palette.paper + '" stroke-width="2.5" stroke-linejoin="round"', '']
      .map(
        (halo) =>
          `<text x="${x.toFixed(1)}" y="${y.toFixed(1)}" font-family="${font}" font-size="8.5" fill="${palette.second}" ${more} ${halo}>${written(text)}</text>`
      )
      .join('');
  const names = layered.flatMap(({ geometry, properties: { kind, name } }) => {
    if (geometry.type === 'Point') {
      const [x, y] = sheet.at(geometry.coordinates);
      const isAccess = kind === 'access point';
      return [
        `<rect x="${(x - 3.5).toFixed(1)}" y="${(y - 3.5).toFixed(1)}" width="7" height="7" fill="${isAccess ? palette.rosehip : palette.paper}" stroke="${palette.ink}" stroke-width="1"/>`,
        word(
          [x + (x > wide - besideEdge ? -6 : 6), y + 3],
          name ?? kind,
          `${isAccess ? 'font-weight="bold"' : ''}${x > wide - besideEdge ? ' text-anchor="end"' : ''}`
        )
      ];
    }
    if (!name || kind === 'boundary' || kind === 'path') return [];
    const line = geometry.type === 'Polygon' ? geometry.coordinates[0]! : geometry.coordinates;
    const middle: Position =
      geometry.type === 'Polygon'
        ? [0, 1].map((i) => line.reduce((sum, at) => sum + at[i]!, 0) / line.length)
        : line[Math.floor(line.length / 2)]!;
    return [word(sheet.at(middle), name, 'text-anchor="middle" font-style="italic"')];
  });
  const legs = route.flatMap((leg) => {
    const points = leg.map(sheet.at);
    return [
      `<path d="${path(points, false)}" fill="none" ${stroke({ color: palette.paper, weight: 5, opacity: 0.8, lineCap: 'round' })}/>`,
      `<path d="${path(points, false)}" fill="none" ${stroke({ color: palette.ink, weight: 2.2, dashArray: '0.1 4.5', lineCap: 'round' })}/>`,
      arrow(points)
    ];
  });
  const numbers = stops.map(({ longitude, latitude, number }) => {
    const [x, y] = sheet.at([longitude, latitude]);
    return `<circle cx="${x.toFixed(1)}" cy="${y.toFixed(1)}" r="8.5" fill="${palette.ink}" stroke="${palette.paper}" stroke-width="1.5"/><text x="${x.toFixed(1)}" y="${(y + 3.4).toFixed(1)}" text-anchor="middle" font-family="${font}" font-size="10" font-weight="bold" fill="#ffffff">${number}</text>`;
  });
  const metres = scaleLength(wide, sheet.ofMetre);
  const long = metres * sheet.ofMetre;
  const bar = `<path d="M${wide - 12 - long} ${high - 16}v6h${long.toFixed(1)}v-6" fill="none" stroke="${palette.ink}" stroke-width="1.2"/>${word([wide - 12 - long / 2, high - 19], metres < 1000 ? `${metres} m` : `${metres / 1000} km`, 'text-anchor="middle"')}`;
  const { west, east, south, north } = sheet.corners;
  const middle = placeInWords({ longitude: (west + east) / 2, latitude: (south + north) / 2 });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${wide}" height="${high}" viewBox="0 0 ${wide} ${high}">
<rect x="0.5" y="0.5" width="${wide - 1}" height="${high - 1}" fill="${palette.paper}" stroke="${palette.ink}" stroke-width="1"/>
${drawn(areaOrLine).join('')}${drawn(above).join('')}${legs.join('')}${names.join('')}${numbers.join('')}
${bar}<path d="M${wide - 18} 10l5 16-5-3.5-5 3.5z" fill="${palette.ink}"/>${word([wide - 18, 36], 'N', 'text-anchor="middle" font-weight="bold"')}
${word([8, high - 8], `Middle of the sheet ${middle}`)}
</svg>`;
}
