/** Rank of each value, 1 for the smallest; equal values share the mean of their ranks. */
export function ranks(values: readonly number[]): number[] {
  const sorted = values.map((value, index) => ({ value, index })).sort((a, b) => a.value - b.value);
  const result = values.map(() => 0);
  for (let from = 0; from < sorted.length;) {
    let to = from;
    while (to + 1 < sorted.length && sorted[to + 1]!.value === sorted[from]!.value) to += 1;
    for (let i = from; i <= to; i += 1) result[sorted[i]!.index] = (from + to) / 2 + 1;
    from = to + 1;
  }
  return result;
}

/**
 * Spearman's (1904) rank correlation: Pearson's of the ranks, so that ties are allowed.
 * @param a, b values of the same things, in the same order; at least two
 * @returns −1 to 1, or undefined where all values of one side are equal
 */
export function rankCorrelation(a: readonly number[], b: readonly number[]): number | undefined {
  const [x, y] = [ranks(a), ranks(b)];
  const middle = (a.length + 1) / 2;
  let [product, ofX, ofY] = [0, 0, 0];
  x.forEach((rank, i) => {
    const [dx, dy] = [rank - middle, y[i]! - middle];
    product += dx * dy;
    ofX += dx * dx;
    ofY += dy * dy;
  });
  return ofX === 0 || ofY === 0 ? undefined : product / Math.sqrt(ofX * ofY);
}
