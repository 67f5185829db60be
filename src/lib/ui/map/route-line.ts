/** Lines in pixels that show a way walked: beside the path, so that out and back do not hide each other. */

export interface Pixel {
  x: number;
  y: number;
}

const unit = (from: Pixel, to: Pixel): Pixel => {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const length = Math.hypot(dx, dy) || 1;
  return { x: dx / length, y: dy / length };
};

/** The line moved to the right of its walking direction, as seen by who walks it on a map with north up. */
export function besideLine(line: readonly Pixel[], by: number): Pixel[] {
  return line.map((at, i) => {
    const ahead = unit(line[Math.max(0, i - 1)]!, line[Math.min(line.length - 1, i + 1)]!);
    // The screen's y grows downwards: to the right of (x, y) lies (-y, x).
    return { x: at.x - ahead.y * by, y: at.y + ahead.x * by };
  });
}

const arrowLength = 9;
/** Shorter lines have no room for an arrow. */
const shortest = 34;

/** A triangle half way along a line, in its direction; undefined on a short line. */
export function arrowOn(line: readonly Pixel[]): Pixel[] | undefined {
  const steps = line.slice(1).map((to, i) => Math.hypot(to.x - line[i]!.x, to.y - line[i]!.y));
  const whole = steps.reduce((sum, step) => sum + step, 0);
  if (whole < shortest) return undefined;
  let left = whole / 2;
  const i = steps.findIndex((step) => {
    if (step >= left) return true;
    left -= step;
    return false;
  });
  const [from, to] = [line[i]!, line[i + 1]!];
  const ahead = unit(from, to);
  const at = { x: from.x + ahead.x * left, y: from.y + ahead.y * left };
  const half = arrowLength / 2;
  return [
    { x: at.x + ahead.x * half, y: at.y + ahead.y * half },
    { x: at.x - ahead.x * half - ahead.y * half, y: at.y - ahead.y * half + ahead.x * half },
    { x: at.x - ahead.x * half + ahead.y * half, y: at.y - ahead.y * half - ahead.x * half }
  ];
}
