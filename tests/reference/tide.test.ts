import { createTidePredictor } from '@neaps/tide-predictor';
import { describe, expect, it } from 'vitest';
import {
  type TideConstituent,
  harmonicTide,
  isConstituent,
  shoreWindows,
  tabulatedTide
} from '../../src/core/sky';

/**
 * An independent harmonic sum after Schureman, Manual of Harmonic Analysis and Prediction of Tides (1958, from
 * memory): mean longitudes of Table 1, arguments of Table 2, nodal factors by formulas 73 to 78 and 171, 204
 * to 214, the hour angle T of the mean sun counted from its upper transit.
 */
const rad = Math.PI / 180;
function astronomy(at: Date) {
  // Julian centuries from 1899-12-31 12:00.
  const t = (at.getTime() - Date.UTC(1899, 11, 31, 12)) / 86_400_000 / 36_525;
  const s = 270.43659 + 481_267.89057 * t + 0.00198 * t ** 2;
  const h = 279.69667 + 36_000.76892 * t + 0.0003 * t ** 2;
  const p = 334.32956 + 4069.03403 * t - 0.01032 * t ** 2;
  const n = 259.18328 - 1934.14201 * t + 0.00208 * t ** 2;
  const hours = (at.getTime() % 86_400_000) / 3_600_000;
  // Inclination of the moon's orbit to the equator, and the arcs that follow from it.
  const [w, i] = [23.452 * rad, 5.145 * rad];
  const N = n * rad;
  const I = Math.acos(Math.cos(w) * Math.cos(i) - Math.sin(w) * Math.sin(i) * Math.cos(N));
  const half = Math.tan(N / 2);
  const e1 = Math.atan((Math.cos((w - i) / 2) / Math.cos((w + i) / 2)) * half);
  const e2 = Math.atan((Math.sin((w - i) / 2) / Math.sin((w + i) / 2)) * half);
  const wrap = (angle: number) => angle - Math.PI * Math.round(angle / Math.PI);
  const xi = wrap(N - e1 - e2);
  const nu = wrap(e1 - e2);
  return { s, h, p, I, xi: xi / rad, nu: nu / rad, T: 15 * hours + 180 };
}
type Sky = ReturnType<typeof astronomy>;
const m2 = ({ I, xi, nu }: Sky) => ({ f: Math.cos(I / 2) ** 4 / 0.91544, u: 2 * xi - 2 * nu });
const k1 = ({ I, nu }: Sky) => {
  const of = Math.sin(2 * I);
  return {
    f: Math.sqrt(0.8965 * of ** 2 + 0.6001 * of * Math.cos(nu * rad) + 0.1006),
    u: -Math.atan2(of * Math.sin(nu * rad), of * Math.cos(nu * rad) + 0.3347) / rad
  };
};
const o1 = ({ I, xi, nu }: Sky) => ({
  f: (Math.sin(I) * Math.cos(I / 2) ** 2) / 0.37988,
  u: 2 * xi - nu
});
const arguments_: Record<string, (sky: Sky) => { v: number; f: number; u: number }> = {
  M2: (sky) => ({ v: 2 * (sky.T - sky.s + sky.h), ...m2(sky) }),
  N2: (sky) => ({ v: 2 * sky.T - 3 * sky.s + 2 * sky.h + sky.p, ...m2(sky) }),
  S2: (sky) => ({ v: 2 * sky.T, f: 1, u: 0 }),
  K1: (sky) => ({ v: sky.T + sky.h - 90, ...k1(sky) }),
  O1: (sky) => ({ v: sky.T - 2 * sky.s + sky.h + 90, ...o1(sky) }),
  M3: (sky) => ({ v: 3 * (sky.T - sky.s + sky.h), f: m2(sky).f ** 1.5, u: 1.5 * m2(sky).u }),
  M4: (sky) => ({ v: 4 * (sky.T - sky.s + sky.h), f: m2(sky).f ** 2, u: 2 * m2(sky).u })
};
const heightAt = (constituents: readonly TideConstituent[], at: Date): number =>
  constituents.reduce((sum, { name, amplitudeMetres, phaseDegrees }) => {
    const { v, f, u } = arguments_[name]!(astronomy(at));
    return sum + amplitudeMetres * f * Math.cos((v + u - phaseDegrees) * rad);
  }, 0);

const port: TideConstituent[] = [
  { name: 'M2', amplitudeMetres: 1.24, phaseDegrees: 163 },
  { name: 'S2', amplitudeMetres: 0.46, phaseDegrees: 198 },
  { name: 'N2', amplitudeMetres: 0.25, phaseDegrees: 141 },
  { name: 'K1', amplitudeMetres: 0.09, phaseDegrees: 45 },
  { name: 'O1', amplitudeMetres: 0.07, phaseDegrees: 330 },
  { name: 'M3', amplitudeMetres: 0.05, phaseDegrees: 80 },
  { name: 'M4', amplitudeMetres: 0.04, phaseDegrees: 200 }
];
const start = new Date('2027-04-24T00:00:00Z');
const plus = (hours: number) => new Date(start.getTime() + hours * 3_600_000);

describe('heights of the tide', () => {
  it('agree within a centimetre with an independent harmonic sum over a month', () => {
    const heights = harmonicTide(port, 2.4).heights(start, plus(24 * 30), 30);
    heights.forEach((height, i) =>
      expect(Math.abs(height! - 2.4 - heightAt(port, plus(i / 2))), String(i)).toBeLessThan(0.01)
    );
  });

  it.each(Object.keys(arguments_))('agree constituent by constituent: %s', (name) => {
    const alone = [{ name, amplitudeMetres: 1, phaseDegrees: 30 }];
    const heights = harmonicTide(alone, 0).heights(start, plus(48), 60);
    heights.forEach((height, i) => expect(height).toBeCloseTo(heightAt(alone, plus(i)), 1));
  });

  it('would have M3 upside down as the library predicts it: when this fails, the correction can go', () => {
    const raw = createTidePredictor([{ name: 'M3', amplitude: 1, phase: 30 }], {
      nodeCorrections: 'schureman',
      offset: 0
    });
    const [first] = raw.getTimelinePrediction({ start, end: plus(1), timeFidelity: 3600 });
    expect(first!.level).toBeCloseTo(
      -heightAt([{ name: 'M3', amplitudeMetres: 1, phaseDegrees: 30 }], start),
      1
    );
  });

  // Schureman 1958, Table 2: M2 goes 28.9841042° an hour, so its period is 12 h 25 min 14 s.
  it('of M2 alone are 12 h 25 min 14 s from high water to high water', () => {
    const highs = harmonicTide([{ name: 'M2', amplitudeMetres: 1, phaseDegrees: 0 }], 0)
      .extremes(start, plus(24 * 20))
      .filter(({ kind }) => kind === 'high');
    const seconds = (highs.at(-1)!.at.getTime() - highs[0]!.at.getTime()) / 1000 / (highs.length - 1);
    expect(Math.abs(seconds - (12 * 3600 + 25 * 60 + 14))).toBeLessThan(1);
  });

  it('have their extremes where the independent sum has them, within half a minute', () => {
    for (const { at, kind } of harmonicTide(port, 0).extremes(start, plus(72))) {
      const sign = kind === 'high' ? 1 : -1;
      const around = Array.from({ length: 121 }, (_, i) => i - 60).map((tens) => ({
        tens,
        height: sign * heightAt(port, new Date(at.getTime() + tens * 10_000))
      }));
      const best = around.reduce((a, b) => (b.height > a.height ? b : a));
      expect(Math.abs(best.tens * 10)).toBeLessThanOrEqual(30);
    }
  });

  it('are not predicted from names that mean nothing, or more than one thing', () => {
    expect(['M2', 'S2', 'K1', 'MU2', 'M3'].map(isConstituent)).toEqual(Array(5).fill(true));
    expect(['M1', 'S3', 'm2', 'X9', ''].map(isConstituent)).toEqual(Array(5).fill(false));
  });
});

describe('a shore window', () => {
  const tide = harmonicTide(port, 2.4);
  const windows = shoreWindows(tide, start, plus(48), 1.2);

  it('lies below its level and ends an hour before the water is back', () => {
    expect(windows.length).toBeGreaterThan(2);
    for (const { from, until } of windows) {
      const level = (at: Date) => 2.4 + heightAt(port, at);
      expect(level(from)).toBeCloseTo(1.2, 1);
      expect(level(new Date((from.getTime() + until.getTime()) / 2))).toBeLessThan(1.2);
      expect(level(new Date(until.getTime() + 3_600_000))).toBeCloseTo(1.2, 1);
    }
  });

  it('is none where the water never falls so far, or is out for less than the hour', () => {
    expect(shoreWindows(tide, start, plus(48), -5)).toEqual([]);
    const lowest = Math.min(...tide.extremes(start, plus(48)).map(({ metres }) => metres));
    expect(shoreWindows(tide, start, plus(48), lowest + 0.01)).toEqual([]);
  });

  it('from a table of high and low waters is nearly that of the constituents, and none beyond the table', () => {
    const table = tabulatedTide(tide.extremes(plus(-12), plus(60)));
    const tabulated = shoreWindows(table, start, plus(30), 1.2);
    const harmonic = shoreWindows(tide, start, plus(30), 1.2);
    expect(tabulated).toHaveLength(harmonic.length);
    tabulated.forEach(({ from }, i) =>
      expect(Math.abs(from.getTime() - harmonic[i]!.from.getTime())).toBeLessThan(15 * 60_000)
    );
    expect(shoreWindows(tabulatedTide(tide.extremes(start, plus(4))), plus(100), plus(130), 1.2)).toEqual([]);
  });
});
