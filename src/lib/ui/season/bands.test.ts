import { describe, expect, it } from 'vitest';
import type { PlantYear } from '$core/year';
import { bandWords, bandsOf, lineOf } from './bands';

const days = (of: (day: number) => number) => Uint8Array.from({ length: 365 }, (_, d) => of(d + 1));
const between = (from: number, to: number, percent = 90) =>
  days((day) => ((from <= to ? day >= from && day <= to : day >= from || day <= to) ? percent : 0));
const year = (stages: PlantYear['stages']): PlantYear => ({
  taxon: 'x',
  stages,
  lookalikes: [],
  met: days(() => 0)
});
const dateOf = (day: number) => `day ${day}`;

describe('the bands of a plant', () => {
  const plant = year([
    { stage: 'leaf', percent: between(60, 200, 80), isTaught: true },
    { stage: 'flower', percent: between(120, 150), isTaught: false }
  ]);

  it('show the likelier stage where two overlap', () => {
    expect(bandsOf(plant, 1, 20, 10, true).map(({ texture, isTaught }) => [texture, isTaught])).toEqual([
      ['leaf', true],
      ['flower', false],
      ['leaf', true]
    ]);
  });

  it('are green for no dangerous plant', () => {
    expect(bandsOf(plant, 1, 20, 10, false).some(({ isTaught }) => isTaught)).toBe(false);
  });

  it('are as tall as the stage is likely', () => {
    const [first] = bandsOf(plant, 1, 20, 10, true);
    expect(first!.path).toContain('59.0 12.0');
    expect(first!.path).toContain('59.0 28.0');
  });

  it('are said in words, over the new year too', () => {
    expect(bandWords(plant, dateOf)).toBe('leaf day 60 to day 200, flower day 120 to day 150');
    const winter = year([{ stage: 'winter', percent: between(320, 40), isTaught: false }]);
    expect(bandWords(winter, dateOf)).toBe('winter day 320 to day 40');
    const always = year([{ stage: 'leaf', percent: between(1, 365), isTaught: true }]);
    expect(bandWords(always, dateOf)).toBe('leaf all year');
    expect(bandWords(year([{ stage: 'leaf', percent: between(1, 365, 30), isTaught: true }]), dateOf)).toBe(
      ''
    );
  });

  it('leave out what is hardly ever there', () => {
    expect(lineOf(between(1, 365, 2), 1, 10)).toBe('');
    expect(lineOf(between(10, 20), 1, 10)).toMatch(/^M9.0/);
  });
});
