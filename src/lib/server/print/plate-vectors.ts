import type { CanvasElement } from 'pdfmake/interfaces';

/**
 * A plate as the vectors of a page. Plates are paths of straight steps alone, so that they need no general
 * reader of SVG, which takes ten times as long.
 */

export interface PlaceOnPage {
  /** Of the upper left corner, in points. */
  readonly x: number;
  readonly y: number;
  /** Points for a pixel of the plate. */
  readonly scale: number;
}

/** Steps that add up to less than this many pixels are taken as one: a sixth of a millimetre on paper. */
const leastStep = 0.6;
const attributeOf = (tag: string, name: string): string | undefined =>
  new RegExp(` ${name}="([^"]*)"`).exec(tag)?.[1];
/** To a tenth of a point. */
const rounded = (value: number): number => Math.round(value * 10) / 10;

/**
 * Path data of a plate (M, l, h0 for a dot, z, whole numbers) moved, scaled and thinned.
 * @param unit points for a unit of the data
 * @param least points of a step that is worth drawing
 */
export function placedPath(
  data: string,
  { x, y }: Pick<PlaceOnPage, 'x' | 'y'>,
  unit: number,
  least: number
): string {
  let placed = '';
  let [atX, atY] = [0, 0];
  let [drawnX, drawnY] = [0, 0];
  const to = (command: 'M' | 'L', left: number, top: number) => {
    [drawnX, drawnY] = [left, top];
    placed += `${command}${rounded(left)} ${rounded(top)}`;
  };
  for (const [, command, body] of data.matchAll(/([Mlhz])([^Mlhz]*)/g)) {
    if (command === 'z') {
      placed += 'z';
      continue;
    }
    const numbers = body!.replaceAll('-', ' -').trim().split(/ +/);
    if (command === 'M') {
      [atX, atY] = [x + Number(numbers[0]) * unit, y + Number(numbers[1]) * unit];
      to('M', atX, atY);
    } else if (command === 'h') to('L', atX, atY);
    else
      for (let i = 0; i < numbers.length; i += 2) {
        atX += Number(numbers[i]) * unit;
        atY += Number(numbers[i + 1]) * unit;
        const isLast = i + 2 >= numbers.length;
        if (isLast || Math.abs(atX - drawnX) + Math.abs(atY - drawnY) >= least) to('L', atX, atY);
      }
  }
  return placed;
}

export function plateVectors(svg: string, place: PlaceOnPage): CanvasElement[] {
  const [, wide] = /viewBox="0 0 (\d+)/.exec(svg) ?? [];
  const [, width] = / width="(\d+)"/.exec(svg) ?? [];
  const unit = (place.scale * Number(width)) / Number(wide);
  return (svg.match(/<path[^>]*>/g) ?? []).map((tag) => {
    const [fill, stroke, thick, opacity] = ['fill', 'stroke', 'stroke-width', 'opacity'].map((name) =>
      attributeOf(tag, name)
    );
    const cover = opacity === undefined ? 1 : Number(opacity);
    const vector = {
      type: 'path',
      d: placedPath(attributeOf(tag, 'd') ?? '', place, unit, leastStep * place.scale),
      lineCap: 'round',
      lineJoin: 'round',
      ...(fill && fill !== 'none' ? { color: fill, fillOpacity: cover } : {}),
      ...(stroke ? { lineColor: stroke, lineWidth: Number(thick ?? 1) * unit, strokeOpacity: cover } : {})
    };
    // Its types leave out the one kind that holds a plate.
    return vector as unknown as CanvasElement;
  });
}
