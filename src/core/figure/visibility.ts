import { placed } from './geometry';
import { partOf } from './organs';
import { type Figure, type Line, type Part, boundsOf, noBounds } from './scene';

/** How much of each part can be seen, on a coarse grid: parts are painted in order, later ones hide earlier ones. */

const cells = 72;

/**
 * @param parts back to front
 * @returns for each part the share of its area that nothing nearer covers; 1 for a part without an area
 */
export function visibleShares(parts: readonly Part[]): number[] {
  const box = parts.reduce(
    (all, { hit }) => hit.reduce((grown, ring) => boundsOf(ring, grown), all),
    noBounds
  );
  const step = Math.max(box.right - box.left, box.bottom - box.top) / cells;
  if (!(step > 0)) return parts.map(() => 1);
  const owner = new Int16Array(cells * cells).fill(-1);
  const own = parts.map(() => 0);
  parts.forEach(({ hit }, part) => {
    // Parts come in order: a cell that this part owns already was counted with another of its rings.
    const put = (cell: number) => {
      if (owner[cell] === part) return;
      owner[cell] = part;
      own[part]! += 1;
    };
    for (const ring of hit) scanRing(ring, { left: box.left, top: box.top, step, cells }, put);
  });
  const seen = parts.map(() => 0);
  for (const part of owner) if (part >= 0) seen[part]! += 1;
  return parts.map((_, i) => (own[i] ? seen[i]! / own[i]! : 1));
}

/** The share of each figure of a picture that no later one covers. */
export const openShares = (figures: readonly Figure[]): number[] =>
  visibleShares(
    figures.map(({ scene, scale, dx, dy }) =>
      partOf(
        'leaf',
        [],
        [],
        scene.parts.flatMap(({ hit }) => hit.map((ring) => placed(ring, { x: dx, y: dy }, 0, scale))),
        0
      )
    )
  );

/** Where a scan line crosses a ring, from left to right; used by one line after another. */
const crossings: number[] = [];

/** Square cells over a drawing, row by row from its upper left corner. */
export interface Cells {
  readonly left: number;
  readonly top: number;
  /** Side of a cell. */
  readonly step: number;
  /** How many lie side by side, and below each other. */
  readonly cells: number;
}

/** Cells whose middle lies within a ring, by scan lines. */
export function scanRing(
  ring: Line,
  { left, top, step, cells: across }: Cells,
  put: (cell: number) => void
): void {
  const box = boundsOf(ring);
  const first = Math.max(0, Math.floor((box.top - top) / step - 0.5));
  const last = Math.min(across - 1, Math.ceil((box.bottom - top) / step));
  for (let row = first; row <= last; row += 1) {
    const y = top + (row + 0.5) * step;
    let found = 0;
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i, i += 1) {
      const a = ring[i]!;
      const b = ring[j]!;
      if (a.y > y === b.y > y) continue;
      const x = ((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x;
      // Few at a time, so each is put where it belongs.
      let at = found;
      for (; at > 0 && crossings[at - 1]! > x; at -= 1) crossings[at] = crossings[at - 1]!;
      crossings[at] = x;
      found += 1;
    }
    for (let k = 0; k + 1 < found; k += 2) {
      const from = Math.max(0, Math.ceil((crossings[k]! - left) / step - 0.5));
      const to = Math.min(across - 1, Math.floor((crossings[k + 1]! - left) / step - 0.5));
      for (let column = from; column <= to; column += 1) put(row * across + column);
    }
  }
}
