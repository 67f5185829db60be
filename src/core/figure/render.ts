import type { Plate } from './plate';
import type { Line, Shape } from './scene';

/** Coordinates are written in whole tenths of a plate unit, each point from the one before. */
const grain = 10;

const attribute = (name: string, value: string | number | undefined) =>
  value === undefined ? '' : ` ${name}="${value}"`;

/** A number after another one: a minus parts them as well as a space. */
const next = (value: number): string => (value < 0 ? String(value) : ` ${value}`);

/** SVG path data of rings placed on a plate. */
export function pathData(
  rings: readonly Line[],
  closed: boolean,
  scale: number,
  dx: number,
  dy: number
): string {
  let d = '';
  for (const ring of rings) {
    if (ring.length === 0) continue;
    let x = Math.round((ring[0]!.x * scale + dx) * grain);
    let y = Math.round((ring[0]!.y * scale + dy) * grain);
    d += `M${x} ${y}`;
    if (ring.length === 1) {
      d += 'h0';
      continue;
    }
    let isFirst = true;
    for (let i = 1; i < ring.length; i += 1) {
      const nextX = Math.round((ring[i]!.x * scale + dx) * grain);
      const nextY = Math.round((ring[i]!.y * scale + dy) * grain);
      if (nextX === x && nextY === y) continue;
      d += isFirst ? `l${nextX - x}` : next(nextX - x);
      d += next(nextY - y);
      isFirst = false;
      x = nextX;
      y = nextY;
    }
    if (isFirst) d += 'h0';
    else if (closed) d += 'z';
  }
  return d;
}

function path(
  { rings, closed, fill, stroke, width, opacity }: Shape,
  scale: number,
  dx: number,
  dy: number
): string {
  const d = pathData(rings, closed, scale, dx, dy);
  if (!d) return '';
  const thick = stroke ? Math.max(1, Math.round((width ?? 0) * scale * grain * 10) / 10) : undefined;
  const cover = opacity === undefined || opacity >= 1 ? undefined : Math.round(opacity * 100) / 100;
  return `<path d="${d}"${attribute('fill', fill ?? 'none')}${attribute('stroke', stroke)}${attribute('stroke-width', thick)}${attribute('opacity', cover)}/>`;
}

/** A plate as an SVG document of its own: paths only, no style, no ids, no text. */
export function renderPlate({ width, height, figures, marks }: Plate): string {
  let drawn = '';
  for (const { scene, scale, dx, dy } of figures)
    for (const { shapes } of scene.parts) for (const shape of shapes) drawn += path(shape, scale, dx, dy);
  for (const mark of marks) drawn += path(mark, 1, 0, 0);
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width * grain} ${height * grain}" width="${width}" height="${height}" stroke-linecap="round" stroke-linejoin="round">${drawn}</svg>`;
  // V8 keeps a text that was put together as a tree of its pieces, ten times as large, until a letter of it is asked for.
  svg.charCodeAt(0);
  return svg;
}
