/**
 * How much a row resembles the row `lag` places earlier: autocorrelation at that lag, −1…1; 0 where rows do not vary or
 * there are not more than `lag` of them.
 * @source  G. Box, G. Jenkins: Time Series Analysis, sample autocorrelation r_k
 */
export function lagCorrelation(rows: readonly number[], lag: number): number {
  const count = rows.length;
  if (count <= lag) return 0;
  const mean = rows.reduce((sum, row) => sum + row, 0) / count;
  let [own, shifted] = [0, 0];
  for (let k = 0; k < count; k++) {
    own += (rows[k]! - mean) ** 2;
    if (k >= lag) shifted += (rows[k]! - mean) * (rows[k - lag]! - mean);
  }
  // Fewer pairs than rows: scaled to their number, so that a perfect rhythm comes near 1 even in two weeks.
  return own === 0 ? 0 : Math.max(-1, Math.min(1, ((shifted / (count - lag)) * count) / own));
}
