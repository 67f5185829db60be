import type { GroundKind } from '$core/ground';
import { palette } from './palette';

/** How each kind of ground is drawn, on the screen as in print: in points of a map that is some hundred points wide. */

export interface LineLook {
  readonly color: string;
  readonly weight: number;
  readonly dashArray?: string;
  readonly opacity?: number;
  readonly lineCap?: 'round';
  readonly fillColor?: string;
  readonly fillOpacity?: number;
}

const ink = palette.ink;
const grey = palette.grey;

export const areaOrLine: Partial<Record<GroundKind, LineLook>> = {
  boundary: { color: grey, weight: 1, dashArray: '2 5', fillColor: palette.page, fillOpacity: 1 },
  water: { color: palette.tide, weight: 1, fillColor: '#DBE7EA', fillOpacity: 1 },
  marsh: { color: palette.moss, weight: 0.6, fillColor: '#E3EAD6', fillOpacity: 1 },
  shingle: { color: grey, weight: 0.7, fillColor: '#F1E8CF', fillOpacity: 1 },
  wood: { color: palette.moss, weight: 0.9, fillColor: '#E0E9D0', fillOpacity: 1 },
  heath: { color: grey, weight: 0.6, fillColor: '#EFE6E3', fillOpacity: 1 },
  meadow: { color: '#B9AE8F', weight: 0.8, fillColor: '#F4F0D8', fillOpacity: 1 },
  area: { color: grey, weight: 0.7, fillColor: '#EFEADB', fillOpacity: 1 },
  'sprayed margin': {
    color: palette.ochre,
    weight: 1.4,
    dashArray: '3 3',
    fillColor: '#F3E4BF',
    fillOpacity: 1
  },
  stream: { color: palette.tide, weight: 2 },
  line: { color: grey, weight: 1.2 },
  cliff: { color: ink, weight: 2, dashArray: '1 3' },
  'dog path': { color: grey, weight: 1.6, dashArray: '2 4' },
  railway: { color: ink, weight: 3.4 },
  livestock: { color: palette.ochre, weight: 1, dashArray: '3 3', fillColor: '#F4F0D8', fillOpacity: 1 },
  'waste or treated timber': {
    color: palette.ochre,
    weight: 1,
    dashArray: '3 3',
    fillColor: '#EDE7D6',
    fillOpacity: 1
  },
  'deep mud': { color: grey, weight: 0.8, fillColor: '#E6DFCC', fillOpacity: 1 },
  'field lane': { color: grey, weight: 4 },
  'lane with traffic': { color: grey, weight: 6 },
  'main road': { color: ink, weight: 9 },
  path: { color: palette.page, weight: 6, opacity: 0.9 }
};

/** Drawn once more above all areas: the light bed of a road between its edges, the dots of the path. */
export const above: Partial<Record<GroundKind, LineLook>> = {
  'field lane': { color: palette.paper, weight: 2.4, dashArray: '7 4' },
  'lane with traffic': { color: palette.paper, weight: 4 },
  'main road': { color: '#F3E4BF', weight: 6.4 },
  railway: { color: palette.paper, weight: 1.8, dashArray: '6 6' },
  path: { color: ink, weight: 2.6, dashArray: '0.5 6', lineCap: 'round' }
};
