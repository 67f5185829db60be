import type { Stage } from '$core/knowledge';
import type { PlantYear } from '$core/year';

/** Textures of the stages on a strip through the year. */
export type Texture = 'leaf' | 'bud' | 'flower' | 'fruit' | 'winter';
export const textures: Readonly<Record<Stage, Texture>> = {
  seedling: 'leaf',
  'first-year leaf': 'leaf',
  leaf: 'leaf',
  bud: 'bud',
  flower: 'flower',
  fruit: 'fruit',
  seed: 'fruit',
  winter: 'winter'
};

/** A stretch of days on which one stage is the likeliest, as the outline of its tapering band. */
export interface Band {
  readonly texture: Texture;
  readonly isTaught: boolean;
  readonly path: string;
}

const least = 4;

/** @returns by day, the index of the likeliest stage that is worth drawing; of equally likely ones the later in life */
function likeliest({ stages }: PlantYear): (number | undefined)[] {
  return Array.from({ length: 365 }, (_, d) => {
    let best: number | undefined;
    stages.forEach(({ percent }, s) => {
      if (percent[d]! >= least && (best === undefined || percent[d]! >= stages[best]!.percent[d]!)) best = s;
    });
    return best;
  });
}

const outline = (
  heights: Uint8Array,
  from: number,
  to: number,
  perDay: number,
  middle: number,
  half: number
): string => {
  const x = (day: number) => (day * perDay).toFixed(1);
  const top: string[] = [];
  const bottom: string[] = [];
  for (let d = from; d <= to; d += 1) {
    const h = (half * heights[d]!) / 100;
    for (const day of d === to ? [d, d + 1] : [d]) {
      top.push(`${x(day)} ${(middle - h).toFixed(1)}`);
      bottom.unshift(`${x(day)} ${(middle + h).toFixed(1)}`);
    }
  }
  return `M${top.join('L')}L${bottom.join('L')}Z`;
};

/** Stretches of one value over the days. */
function stretches<T>(days: readonly T[]): { value: T; from: number; to: number }[] {
  const all: { value: T; from: number; to: number }[] = [];
  days.forEach((value, d) => {
    const last = all.at(-1);
    if (last && last.value === value) last.to = d;
    else all.push({ value, from: d, to: d });
  });
  return all;
}

/** The bands of a plant's year. @param perDay px to a day @param half half of the full height in px */
export function bandsOf(
  year: PlantYear,
  perDay: number,
  middle: number,
  half: number,
  mayTeach: boolean
): Band[] {
  return stretches(likeliest(year)).flatMap(({ value, from, to }) => {
    if (value === undefined) return [];
    const { stage, isTaught, percent } = year.stages[value]!;
    return [
      {
        texture: textures[stage],
        isTaught: isTaught && mayTeach,
        path: outline(percent, from, to, perDay, middle, half)
      }
    ];
  });
}

/** The line of a lookalike: thin where it may be up, full where it most likely is. */
export const lineOf = (percent: Uint8Array, perDay: number, middle: number): string =>
  stretches([...percent].map((chance) => chance >= least))
    .filter(({ value }) => value)
    .map(({ from, to }) => outline(percent, from, to, perDay, middle, 1.9))
    .join('');

/** What a strip shows, in words: each stage with the days on which it is likelier than not. */
export function bandWords({ stages }: PlantYear, dateOf: (day: number) => string): string {
  return stages
    .flatMap(({ stage, percent }) => {
      const likely = stretches([...percent].map((chance) => chance >= 50)).filter(({ value }) => value);
      const first = likely[0];
      const last = likely.at(-1);
      // What is there at both ends of the year goes on over the new year.
      const joined =
        likely.length > 1 && first!.from === 0 && last!.to === 364
          ? [...likely.slice(1, -1), { value: true, from: last!.from, to: first!.to }]
          : likely;
      return joined.map(({ from, to }) =>
        to - from === 364 ? `${stage} all year` : `${stage} ${dateOf(from + 1)} to ${dateOf(to + 1)}`
      );
    })
    .join(', ');
}
