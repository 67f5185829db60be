/** A tick on the frame of a map: its place in pixels along an edge, and what it says. */
export interface Tick {
  readonly at: number;
  readonly label: string;
}

/** Round steps in degrees, so that labels end after at most four decimals. */
const steps = [0.0005, 0.001, 0.002, 0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 20];

/**
 * Ticks at round degrees between two edges of a map. A site is small enough for a linear scale.
 * @param from degrees at pixel 0 @param to degrees at pixel `size`
 * @param signs letters for positive and negative degrees
 * @param apart least distance of two labels in pixels
 */
export function frameTicks(
  from: number,
  to: number,
  size: number,
  signs: readonly [string, string],
  apart: number
): Tick[] {
  const span = Math.abs(to - from);
  if (!(span > 0) || size <= 0) return [];
  const step = steps.find((candidate) => (candidate / span) * size >= apart);
  if (step === undefined) return [];
  const decimals = Math.max(0, Math.ceil(-Math.log10(step)));
  const first = Math.ceil(Math.min(from, to) / step);
  const last = Math.floor(Math.max(from, to) / step);
  return Array.from({ length: last - first + 1 }, (_, i) => {
    const degrees = (first + i) * step;
    return {
      at: ((degrees - from) / (to - from)) * size,
      label: `${Math.abs(degrees).toFixed(decimals)}° ${degrees < 0 ? signs[1] : signs[0]}`
    };
  });
}
