/**
 * How much a row resembles the row `lag` places earlier: autocorrelation at that lag, −1…1; 0 where rows do not vary or too few
 * of them have a partner.
 * @param rows  one a place; null where there is none
 * @source  G. Box, G. Jenkins: Time Series Analysis, sample autocorrelation r_k, over the pairs that there are
 */
export function lagCorrelation(rows: readonly (number | null)[], lag: number): number {
  const known = rows.filter((row) => row !== null);
  const mean = known.reduce((sum, row) => sum + row, 0) / known.length;
  let [pairs, shifted] = [0, 0];
  rows.forEach((row, k) => {
    const before = k >= lag ? rows[k - lag] : null;
    if (row === null || before === null || before === undefined) return;
    pairs++;
    shifted += (row - mean) * (before - mean);
  });
  const own = known.reduce((sum, row) => sum + (row - mean) ** 2, 0);
  // Fewer pairs than rows: scaled to their number, so that a perfect rhythm comes near 1 even in two weeks.
  return own === 0 || pairs === 0 ? 0 : Math.max(-1, Math.min(1, ((shifted / pairs) * known.length) / own));
}
