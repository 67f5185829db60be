import { isSerious } from '../../knowledge';
import type { ContrastSheet } from './document';
import { decidingRows, numberHeights } from './sheet-layout';

/** The picture of a pair: two plates with the checking order between them, and leader lines to what is looked at. */

export const plateFrame = { wide: 290, high: 340 } as const;
const gap = 202;
const longestLabel = 25;

/** A number of the checking order. */
export interface CheckMark {
  readonly number: number;
  readonly slug: string;
  readonly name: string;
  /** The same, short enough to stand between the plates. */
  readonly label: string;
  readonly y: number;
  /** Where it is seen on the plates, and where its line leaves the plate. */
  readonly ends: readonly { readonly x: number; readonly y: number; readonly knee: number }[];
}

export interface PairScene {
  readonly wide: number;
  readonly high: number;
  /** Where the numbers stand. */
  readonly middle: number;
  readonly plates: readonly {
    readonly x: number;
    readonly plate: ContrastSheet['plates'][number];
    readonly isDanger: boolean;
  }[];
  readonly heading: string;
  readonly marks: readonly CheckMark[];
}

/** Lays out the picture of a pair. Its units are those of the plates. */
export function pairScene(sheet: ContrastSheet): PairScene {
  const rows = decidingRows(sheet);
  const heights = numberHeights(rows, sheet.plates);
  const left = [0, plateFrame.wide + gap] as const;
  const knees = [plateFrame.wide, left[1]] as const;
  const plates = sheet.plates.map((plate, side) => ({
    x: left[side]!,
    plate,
    isDanger: side === 1 && isSerious(sheet.lookalike.severity)
  }));
  return {
    wide: 2 * plateFrame.wide + gap,
    high: plateFrame.high + 2,
    middle: plateFrame.wide + gap / 2,
    plates,
    heading: rows.length > 0 ? 'Check in this order' : 'Nothing separates them',
    marks: rows.map(({ slug, name }, i) => ({
      number: i + 1,
      slug,
      name,
      label: name.length > longestLabel ? `${name.slice(0, longestLabel - 1)}…` : name,
      y: heights[i]!,
      ends: plates.flatMap(({ plate, x }, side) => {
        const at = plate?.anchors[slug];
        return at ? [{ x: x + at.x, y: at.y + 1, knee: knees[side]! }] : [];
      })
    }))
  };
}
