import type { Content } from 'pdfmake/interfaces';
import { isSerious } from '$core/knowledge';
import { type ContrastSheet, decidingRows, pairScene, plateFrame } from '$core/walk';
import { inPicture } from './fonts';
import { type PlaceOnPage, plateVectors } from './plate-vectors';
import { palette } from '$lib/palette';

/**
 * The two plates of a pair as on the screen, with the checking order between them and leader lines: frames
 * below, the plates as vectors, and what leads to them above.
 */

const { wide: plateWide, high: plateHigh } = plateFrame;

const frame = (x: number, isDanger: boolean) =>
  `<rect x="${x + 0.5}" y="1" width="${plateWide - 1}" height="${plateHigh}" fill="${palette.paper}" stroke="${palette.ink}" stroke-width="1"/>
   <rect x="${x + 4}" y="5" width="${plateWide - 8}" height="${plateHigh - 8}" fill="none" stroke="${palette.rule}" stroke-width="0.8"/>${
     isDanger ? `<rect x="${x}" y="337" width="${plateWide}" height="4" fill="${palette.rosehip}"/>` : ''
   }`;

export interface Picture {
  /** In points. */
  readonly wide: number;
  readonly high: number;
  readonly content: Content[];
}

const missing = (x: number) =>
  `<text x="${x + plateWide / 2}" y="172" text-anchor="middle" font-family="Sans" font-size="15" fill="${palette.second}">No drawing of it yet</text>`;

/** A layer of the picture at its place on the page. */
const layer = (svg: string, size: { wide: number; high: number }, at: PlaceOnPage): Content => ({
  svg: `<svg xmlns="http://www.w3.org/2000/svg" width="${size.wide}" height="${size.high}" viewBox="0 0 ${size.wide} ${size.high}">${svg}</svg>`,
  width: size.wide * at.scale,
  absolutePosition: { x: at.x, y: at.y }
});

/** Both plates between a layer below and one above. */
function picture(
  sheet: ContrastSheet,
  drawings: ReadonlyMap<string, string>,
  size: { wide: number; high: number },
  at: PlaceOnPage,
  [below, above]: [string, string]
): Picture {
  const second = size.wide - plateWide;
  const plates = sheet.plates.map((plate) => (plate ? drawings.get(plate.id) : undefined));
  const frames = [0, second].map(
    (x, side) =>
      frame(x, side === 1 && isSerious(sheet.lookalike.severity)) + (plates[side] ? '' : missing(x))
  );
  const vectors = plates.flatMap((svg, side) =>
    svg
      ? plateVectors(svg, {
          x: at.x + (side === 0 ? 0 : second) * at.scale,
          y: at.y + at.scale,
          scale: at.scale
        })
      : []
  );
  return {
    wide: size.wide * at.scale,
    high: size.high * at.scale,
    content: [
      layer(frames.join('') + below, size, at),
      ...(vectors.length > 0 ? [{ canvas: vectors, absolutePosition: { x: at.x, y: at.y } }] : []),
      layer(above, size, at)
    ]
  };
}

/** @param drawings SVG of each plate by its id @param at on the page; the picture is 782 × 342 before scaling */
export function pairPicture(
  sheet: ContrastSheet,
  drawings: ReadonlyMap<string, string>,
  at: PlaceOnPage
): Picture {
  const { wide, high, middle, heading, marks } = pairScene(sheet);
  const text = (content: string, y: number, size: number, family: string, weight = '') =>
    `<text x="${middle}" y="${y}" text-anchor="middle" font-family="${family}" font-size="${size}" ${weight} fill="${palette.ink}">${inPicture(content)}</text>`;
  const between = 2 * (middle - plateWide) - 8;
  const lines = marks.map(
    ({ number, label, y, ends }) =>
      ends
        .map(
          (end) =>
            `<path d="M${end.x} ${end.y}L${end.knee} ${y}" fill="none" stroke="${palette.paper}" stroke-width="3.5"/>
             <path d="M${end.x} ${end.y}L${end.knee} ${y}H${middle}" fill="none" stroke="${palette.ink}" stroke-width="1.2"/>
             <circle cx="${end.x}" cy="${end.y}" r="3.5" fill="${palette.paper}" stroke="${palette.ink}" stroke-width="1.5"/>`
        )
        .join('') +
      `<rect x="${plateWide + 4}" y="${y - 34}" width="${between}" height="19" fill="#ffffff"/>` +
      text(label.replace('…', '.'), y - 20, 14, 'Serif', 'font-weight="bold"') +
      `<circle cx="${middle}" cy="${y}" r="13" fill="${palette.ink}"/>
       <text x="${middle}" y="${y + 5}" text-anchor="middle" font-family="Sans" font-size="15" font-weight="bold" fill="#ffffff">${number}</text>`
  );
  const stages =
    sheet.target.stage === sheet.lookalike.stage
      ? `Drawn in ${sheet.target.stage},`
      : `Drawn in ${sheet.target.stage} and ${sheet.lookalike.stage},`;
  const headings = `${text(stages, 22, 13, 'Sans')}${text('each to its own scale', 39, 13, 'Sans')}${text(heading, 66, 17, 'Serif', 'font-weight="bold"')}`;
  return picture(sheet, drawings, { wide, high }, at, [headings, lines.join('')]);
}

/** Both plates with the numbers on them, for a pocket card; 590 × 342 before scaling. */
export function cardPicture(
  sheet: ContrastSheet,
  drawings: ReadonlyMap<string, string>,
  at: PlaceOnPage
): Picture {
  const gap = 10;
  const numbers = sheet.plates.flatMap((plate, side) =>
    decidingRows(sheet).map((row, i) => {
      const place = plate?.anchors[row.slug];
      if (!place) return '';
      const x = side * (plateWide + gap) + Math.min(Math.max(place.x, 20), plateWide - 20);
      return `<circle cx="${x}" cy="${place.y}" r="19" fill="${palette.ink}" stroke="${palette.paper}" stroke-width="2"/><text x="${x}" y="${place.y + 8}" text-anchor="middle" font-family="Sans" font-size="24" font-weight="bold" fill="#ffffff">${i + 1}</text>`;
    })
  );
  return picture(sheet, drawings, { wide: 2 * plateWide + gap, high: 342 }, at, ['', numbers.join('')]);
}
