import type { Plate } from './plate';
import type { Line, Shape } from './scene';

/** Coordinates are written in whole tenths of a plate unit, each point from the one before. */
const grain = 10;

/** Steps shorter than this, in tenths of a unit, are left out of a line: a pen does not make them. */
const finest = 5;

/** How far a point that is left out may lie from the line that is drawn instead, in tenths of a unit. */
const straight = 1.8;
/** Points left out one after the other. */
const mostLeftOut = 4;
const leftOut = new Int32Array(2 * mostLeftOut);

/** Whether the first of the points left out lie beside a step, on the way from its start to its end. */
function liesStraight(fromX: number, fromY: number, toX: number, toY: number, count: number): boolean {
  const [ex, ey] = [toX - fromX, toY - fromY];
  const long = ex * ex + ey * ey;
  // A line that comes back to where it was is a tip.
  if (long === 0) return false;
  for (let i = 0; i < count; i += 1) {
    const [px, py] = [leftOut[2 * i]! - fromX, leftOut[2 * i + 1]! - fromY];
    const across = px * ey - py * ex;
    const along = px * ex + py * ey;
    if (along < 0 || along > long || across * across > straight * straight * long) return false;
  }
  return true;
}

const whole = (value: number, scale: number, shift: number): number =>
  Math.round((value * scale + shift) * grain);

const decoder = new TextDecoder();

/**
 * Text of plain letters in one growing piece of memory. A drawing has ten thousands of short numbers: put together as
 * texts they take most of the time, and ten times the room.
 */
class Scribe {
  #bytes = new Uint8Array(131_072);
  #length = 0;

  #make(room: number): void {
    if (this.#length + room <= this.#bytes.length) return;
    const grown = new Uint8Array(2 * this.#bytes.length + room);
    grown.set(this.#bytes);
    this.#bytes = grown;
  }

  text(letters: string): void {
    this.#make(letters.length);
    for (let i = 0; i < letters.length; i += 1) this.#bytes[this.#length++] = letters.charCodeAt(i);
  }

  integer(value: number): void {
    if (!Number.isSafeInteger(value)) return this.text(String(value));
    this.#make(20);
    const bytes = this.#bytes;
    if (value < 0) bytes[this.#length++] = 45;
    const rest = Math.abs(value);
    let digits = 1;
    for (let power = 10; power <= rest; power *= 10) digits += 1;
    let left = rest;
    for (let at = this.#length + digits - 1; at >= this.#length; at -= 1) {
      const tens = Math.floor(left / 10);
      bytes[at] = 48 + left - 10 * tens;
      left = tens;
    }
    this.#length += digits;
  }

  /** A number after another one: a minus parts them as well as a space. */
  next(value: number): void {
    if (!(value < 0)) this.text(' ');
    this.integer(value);
  }

  get length(): number {
    return this.#length;
  }

  /** Forgets what was written from a place on. */
  cut(length: number): void {
    this.#length = length;
  }

  written(): string {
    return decoder.decode(this.#bytes.subarray(0, this.#length));
  }
}

/** One for all drawings of a thread: each begins at its start. */
const scribe = new Scribe();

function writeRings(rings: readonly Line[], closed: boolean, scale: number, dx: number, dy: number): void {
  for (const ring of rings) {
    if (ring.length === 0) continue;
    let x = whole(ring[0]!.x, scale, dx);
    let y = whole(ring[0]!.y, scale, dy);
    scribe.text('M');
    scribe.integer(x);
    scribe.text(' ');
    scribe.integer(y);
    if (ring.length === 1) {
      scribe.text('h0');
      continue;
    }
    let isFirst = true;
    let nextX = whole(ring[1]!.x, scale, dx);
    let nextY = whole(ring[1]!.y, scale, dy);
    let left = 0;
    for (let i = 1; i < ring.length; i += 1) {
      const [pointX, pointY] = [nextX, nextY];
      const isLast = i === ring.length - 1;
      if (!isLast) {
        nextX = whole(ring[i + 1]!.x, scale, dx);
        nextY = whole(ring[i + 1]!.y, scale, dy);
      }
      const step = Math.abs(pointX - x) + Math.abs(pointY - y);
      if (step === 0) continue;
      if (!isLast && step < finest) continue;
      // A line that hardly bends needs few points: each that is left out lies close to what is drawn instead.
      if (!isLast && left < mostLeftOut) {
        leftOut[2 * left] = pointX;
        leftOut[2 * left + 1] = pointY;
        if (liesStraight(x, y, nextX, nextY, left + 1)) {
          left += 1;
          continue;
        }
      }
      left = 0;
      if (isFirst) {
        scribe.text('l');
        scribe.integer(pointX - x);
      } else scribe.next(pointX - x);
      scribe.next(pointY - y);
      isFirst = false;
      x = pointX;
      y = pointY;
    }
    if (isFirst) scribe.text('h0');
    else if (closed) scribe.text('z');
  }
}

/** SVG path data of rings placed on a plate. */
export function pathData(
  rings: readonly Line[],
  closed: boolean,
  scale: number,
  dx: number,
  dy: number
): string {
  scribe.cut(0);
  writeRings(rings, closed, scale, dx, dy);
  return scribe.written();
}

function writeAttribute(name: string, value: string | number | undefined): void {
  if (value !== undefined) scribe.text(` ${name}="${value}"`);
}

function writePath(
  { rings, closed, fill, stroke, width, opacity }: Shape,
  scale: number,
  dx: number,
  dy: number
): void {
  const start = scribe.length;
  scribe.text('<path d="');
  const before = scribe.length;
  writeRings(rings, closed, scale, dx, dy);
  if (scribe.length === before) return scribe.cut(start);
  scribe.text('"');
  const thick = stroke ? Math.max(1, Math.round((width ?? 0) * scale * grain * 10) / 10) : undefined;
  const cover =
    opacity === undefined || opacity >= 1
      ? undefined
      : String(Math.round(opacity * 100) / 100).replace(/^0/, '');
  writeAttribute('fill', fill);
  writeAttribute('stroke', stroke);
  writeAttribute('stroke-width', thick);
  writeAttribute('opacity', cover);
  scribe.text('/>');
}

/** A plate as an SVG document of its own: paths only, no style, no ids, no text. */
export function renderPlate({ width, height, figures, marks }: Plate): string {
  scribe.cut(0);
  scribe.text(
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width * grain} ${height * grain}" width="${width}" height="${height}" fill="none" stroke-linecap="round" stroke-linejoin="round">`
  );
  for (const { scene, scale, dx, dy } of figures)
    for (const { shapes } of scene.parts) for (const shape of shapes) writePath(shape, scale, dx, dy);
  for (const mark of marks) writePath(mark, 1, 0, 0);
  scribe.text('</svg>');
  return scribe.written();
}
