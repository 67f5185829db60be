import { areaOrLine } from '$lib/ground-looks';
import CircleParking from '@lucide/svelte/icons/circle-parking';
import House from '@lucide/svelte/icons/house';
import Signal from '@lucide/svelte/icons/signal';
import Siren from '@lucide/svelte/icons/siren';
import Toilet from '@lucide/svelte/icons/toilet';
import TriangleAlert from '@lucide/svelte/icons/triangle-alert';
import type { GroundKind } from '$core/ground';

/** How each kind of ground is drawn. The map is a plate: it keeps its light paper in every theme. */

/** Small signs repeated over an area, as on a printed map: [tile width, tile height, colour, path data]. */
const signs: Partial<Record<GroundKind, readonly [number, number, string, string]>> = {
  wood: [
    34,
    30,
    '#6E8F5E',
    'M9 13a3.6 3.6 0 1 1 .1 0zM9 13v4M26 26a3.2 3.2 0 1 1 .1 0zM26 26v3.5M6.8 17h4.6'
  ],
  marsh: [
    26,
    20,
    '#6E8F5E',
    'M4 9h8M8 9V4M6 9L4.5 5.5M10 9l1.5-3.5M17 18h8M21 18v-5M19 18l-1.5-3.5M23 18l1.5-3.5'
  ],
  shingle: [22, 18, '#A79C7E', 'M5 5a2 1.3 0 1 1 .1 0zM15 9a1.6 1 0 1 1 .1 0zM8 15a1.8 1.2 0 1 1 .1 0z'],
  heath: [24, 18, '#A08A95', 'M4 7l2-3 2 3M6 7V4M15 15l2-3 2 3M17 15v-3'],
  meadow: [36, 26, '#B7AF7C', 'M6 9V6M8 9l1-3M4 9L3 6M24 21v-3M26 21l1-3M22 21l-1-3'],
  water: [40, 16, '#9DBBC4', 'M2 5q4-3 8 0t8 0M22 13q4-3 8 0t8 0']
};

const svg = (name: string, attributes: Record<string, string | number>): SVGElement => {
  const element = document.createElementNS('http://www.w3.org/2000/svg', name);
  for (const [key, value] of Object.entries(attributes)) element.setAttribute(key, String(value));
  return element;
};

/** Pattern definitions for one map, and the fill of each kind that has one. @param prefix unique on the page */
export function groundPatterns(prefix: string): {
  defs: SVGElement;
  fillOf: (kind: GroundKind) => string | undefined;
} {
  const defs = svg('defs', {});
  const idOf = (kind: string) => `${prefix}-${kind}`;
  for (const [kind, [width, height, colour, d]] of Object.entries(signs)) {
    const pattern = svg('pattern', { id: idOf(kind), width, height, patternUnits: 'userSpaceOnUse' });
    const ground = areaOrLine[kind as GroundKind]?.fillColor ?? 'none';
    pattern.append(
      svg('rect', { width, height, fill: ground }),
      svg('path', { d, fill: 'none', stroke: colour, 'stroke-width': 1 })
    );
    defs.append(pattern);
  }
  return { defs, fillOf: (kind) => (signs[kind] ? `url(#${idOf(kind)})` : undefined) };
}

export const pointIcons: Partial<Record<GroundKind, typeof Siren>> = {
  'car park': CircleParking,
  'access point': Siren,
  toilets: Toilet,
  shelter: House,
  'phone signal': Signal,
  'deep mud': TriangleAlert,
  'overhead branches': TriangleAlert,
  'mine drainage': TriangleAlert,
  'waste or treated timber': TriangleAlert,
  outfall: TriangleAlert,
  livestock: TriangleAlert
};

export const warns = (kind: GroundKind): boolean => pointIcons[kind] === TriangleAlert;
