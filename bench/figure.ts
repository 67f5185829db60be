/** One measured figure beside its goal. */
export interface Figure {
  readonly name: string;
  readonly unit: 'ms' | 's' | 'kB' | 'MB' | '%';
  readonly goal: number;
  readonly value: number;
  /** How it was measured. */
  readonly how: string;
}

/** @returns the value below which this share of the sample lies */
export function quantile(sample: readonly number[], share: number): number {
  const sorted = [...sample].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!;
}

/** Times one run in milliseconds. */
export async function timed<T>(work: () => T | Promise<T>): Promise<{ ms: number; result: T }> {
  const from = performance.now();
  const result = await work();
  return { ms: performance.now() - from, result };
}

/** Median of repeated runs in milliseconds, after a warm-up. */
export async function medianMs(
  work: () => unknown,
  { warmUp, runs }: { warmUp: number; runs: number }
): Promise<number> {
  const sample: number[] = [];
  for (let i = 0; i < warmUp + runs; i += 1) {
    const { ms } = await timed(work);
    if (i >= warmUp) sample.push(ms);
  }
  return quantile(sample, 0.5);
}

export function printFigures(figures: readonly Figure[]): void {
  const digits = ({ unit }: Figure) => (unit === 'ms' ? 2 : 1);
  for (const figure of figures) {
    const value = figure.value.toFixed(digits(figure));
    const verdict = figure.value < figure.goal ? 'met   ' : 'MISSED';
    console.log(
      `${verdict} ${value.padStart(8)} ${figure.unit.padEnd(2)}  below ${String(figure.goal).padStart(3)} ${figure.unit.padEnd(2)}  ${figure.name} (${figure.how})`
    );
  }
}
