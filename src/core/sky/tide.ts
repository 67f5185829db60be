import { createTidePredictor } from '@neaps/tide-predictor';

/**
 * Heights of the tide at one place, from the harmonic constituents of its port or from a printed table of its
 * high and low waters. For planning a walk, never for navigation: wind and air pressure move the sea by more
 * than these figures' last digit.
 */

export interface TideConstituent {
  /** As the International Hydrographic Organization names it: M2, S2, N2, K1, O1 … */
  readonly name: string;
  readonly amplitudeMetres: number;
  /** Phase lag on the equilibrium tide at Greenwich (g), in degrees, for Universal Time. */
  readonly phaseDegrees: number;
}

export interface Extreme {
  readonly at: Date;
  readonly metres: number;
  readonly kind: 'high' | 'low';
}

export interface Tide {
  /** High and low waters between two instants, in order. */
  readonly extremes: (from: Date, until: Date) => Extreme[];
  /** Heights above chart datum at regular steps; undefined where a table does not reach. */
  readonly heights: (from: Date, until: Date, stepMinutes: number) => (number | undefined)[];
}

/** Not offered: M1 has several meanings, S3 is none that ports publish with one convention. */
const leftOut = new Set(['M1', 'S3']);

const known = new Set(
  Object.values(createTidePredictor.constituents)
    .flatMap(({ name, aliases }) => [name, ...aliases])
    .filter((name) => !leftOut.has(name))
);

export const isConstituent = (name: string): boolean => known.has(name);

/**
 * The predictor counts the hour angle of M3 from midnight, half a turn (three half turns) from what Schureman
 * (1958) and the ports that follow him mean by its phase. A reference test notices when it no longer does.
 */
const phaseFor = ({ name, phaseDegrees }: TideConstituent) =>
  name === 'M3' ? phaseDegrees + 180 : phaseDegrees;

/** What is known of a port's tide: its constituents around a mean level above chart datum, or a table. */
export type TideSource =
  | { readonly constituents: readonly TideConstituent[]; readonly meanLevelMetres: number }
  | { readonly table: readonly Extreme[] };

export const tideFrom = (source: TideSource): Tide =>
  'table' in source ? tabulatedTide(source.table) : harmonicTide(source.constituents, source.meanLevelMetres);

/** A tide as a sum of its constituents around a mean level above chart datum, with Schureman's nodal factors. */
export function harmonicTide(constituents: readonly TideConstituent[], meanLevelMetres: number): Tide {
  const predictor = createTidePredictor(
    constituents.map((one) => ({
      name: one.name,
      amplitude: one.amplitudeMetres,
      phase: ((phaseFor(one) % 360) + 360) % 360
    })),
    { offset: meanLevelMetres, nodeCorrections: 'schureman' }
  );
  return {
    extremes: (start, end) =>
      predictor
        .getExtremesPrediction({ start, end })
        .map(({ time, level, high }) => ({ at: time, metres: level, kind: high ? 'high' : 'low' })),
    heights: (start, end, stepMinutes) =>
      predictor
        .getTimelinePrediction({ start, end, timeFidelity: stepMinutes * 60 })
        .map(({ level }) => level)
  };
}

/**
 * A tide from a table of its high and low waters. Between two of them the sea is taken to rise and fall as a
 * cosine, which is the rule of twelfths made smooth (common practice of seafarers).
 * @param table in order of time, high and low in turn
 */
export function tabulatedTide(table: readonly Extreme[]): Tide {
  const heightAt = (time: number): number | undefined => {
    const i = table.findIndex(({ at }) => at.getTime() >= time);
    const [before, after] = [table[i - 1], table[i]];
    if (after && after.at.getTime() === time) return after.metres;
    if (!before || !after) return undefined;
    const share = (time - before.at.getTime()) / (after.at.getTime() - before.at.getTime());
    return before.metres + ((after.metres - before.metres) * (1 - Math.cos(Math.PI * share))) / 2;
  };
  return {
    extremes: (from, until) => table.filter(({ at }) => at >= from && at <= until),
    heights: (from, until, stepMinutes) => {
      const step = stepMinutes * 60_000;
      const count = Math.floor((until.getTime() - from.getTime()) / step) + 1;
      return Array.from({ length: count }, (_, i) => heightAt(from.getTime() + i * step));
    }
  };
}

export interface ShoreWindow {
  readonly from: Date;
  /** An hour before the water is back at the level. */
  readonly until: Date;
  readonly lowest: Extreme;
}

/** The last hour before the water is back is for walking off, not for teaching. */
const marginMinutes = 60;
const stepMinutes = 10;

/**
 * When the shore can be walked: while the water is below a level, up to one hour before it is back there.
 * Windows that begin before `from` or go on after `until` are cut there, the margin kept.
 * @param belowMetres above chart datum
 */
export function shoreWindows(tide: Tide, from: Date, until: Date, belowMetres: number): ShoreWindow[] {
  // The tide that is out at the end comes back within a tidal day.
  const end = new Date(until.getTime() + 25 * 3_600_000);
  const step = stepMinutes * 60_000;
  const heights = tide.heights(from, end, stepMinutes);
  const lows = tide.extremes(from, end).filter(({ kind }) => kind === 'low');
  const windows: ShoreWindow[] = [];
  const crossing = (i: number) => {
    const [a, b] = [heights[i - 1]!, heights[i]!];
    return from.getTime() + (i - 1 + (belowMetres - a) / (b - a)) * step;
  };
  let start: number | undefined;
  heights.forEach((height, i) => {
    const isBelow = height !== undefined && height < belowMetres;
    if (isBelow && start === undefined)
      start = i === 0 || heights[i - 1] === undefined ? from.getTime() + i * step : crossing(i);
    // Where a table ends while the sea is out, nobody knows when it comes back, so it is not offered.
    if (height === undefined) start = undefined;
    if (!isBelow && start !== undefined) {
      const back = crossing(i);
      const last = Math.min(back - marginMinutes * 60_000, until.getTime());
      const began = start;
      const lowest = lows.find(({ at }) => at.getTime() >= began && at.getTime() <= back);
      if (last > began && lowest) windows.push({ from: new Date(began), until: new Date(last), lowest });
      start = undefined;
    }
  });
  return windows;
}
