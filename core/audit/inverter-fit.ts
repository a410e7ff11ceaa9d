import type { BenchPair } from './inverter';

/** P_dc = a + b·P_ac + c·P_ac², all three not negative. */
export interface InverterFit {
  kind: 'curve' | 'line' | 'ratio';
  /** Standby, W: what it draws with nothing behind it. */
  a: number;
  b: number;
  /** 1/W */
  c: number;
  points: { acW: number; dcW: number; fittedW: number; outlier: boolean }[];
}

/** A point this many usual deviations off, and further than this share of its power, is named. */
const OUTLIER_DEVIATIONS = 3.5;
const OUTLIER_FRACTION = 0.03;
const OTHERS_WANTED = 4;
/** No wattmeter shows less; what lies below is no power, W. */
const LEAST_W = 1e-3;
/** Median absolute deviation to standard deviation, for a normal distribution. */
const MAD_TO_SIGMA = 1.4826;

/**
 * Least squares through the pairs of a bench test, with no negative term. Pairs of one power give a ratio beside the standby of
 * the sheet, pairs of two powers a straight line, else the curve. Points that stand off are named, and stay in the fit.
 * Leaves out: power factor, the battery's voltage, the inverter's own warmth.
 * @param pairs          any order; null is returned for none, or none of a milliwatt or more
 * @param sheetStandbyW  W, ≥ 0
 * @source  normal equations; non-negative least squares by trying every set of active terms
 */
export function fitInverter(pairs: readonly BenchPair[], sheetStandbyW: number): InverterFit | null {
  const points = pairs.map(({ acW, dcV, dcA }) => ({ acW, dcW: dcV * dcA }));
  if (!points.some(({ acW, dcW }) => acW > LEAST_W && dcW > LEAST_W)) return null;
  const powers = new Set(points.map(({ acW }) => acW)).size;
  if (powers === 1) return ratioBeside(points, sheetStandbyW);
  const terms = powers >= 3 ? [0, 1, 2] : [0, 1];
  const fit = nonNegativeFit(points, terms);
  const [a, b, c] = fit;
  const kind = powers >= 3 ? 'curve' : 'line';
  return {
    kind,
    a,
    b,
    c,
    points: points.map((point, k) => ({
      ...point,
      fittedW: valueAt(fit, point.acW),
      outlier: standsOff(points, k, terms),
    })),
  };
}

/**
 * One power alone tells nothing of the standby, but what was measured before the inverter holds it: the sheet's is taken off, as
 * far as there is any loss, and the rest is a ratio.
 */
function ratioBeside(points: readonly { acW: number; dcW: number }[], sheetStandbyW: number): InverterFit {
  const acW = points[0]!.acW;
  const dcW = points.reduce((sum, point) => sum + point.dcW, 0) / points.length;
  const a = Math.min(sheetStandbyW, Math.max(0, dcW - acW));
  const b = (dcW - a) / acW;
  return { kind: 'ratio', a, b, c: 0, points: points.map((point) => ({ ...point, fittedW: dcW, outlier: false })) };
}

/** Whether a point lies far off the curve through all the others, by the measure of how those scatter about it. */
function standsOff(points: readonly { acW: number; dcW: number }[], k: number, terms: readonly number[]): boolean {
  const others = points.filter((_, j) => j !== k);
  if (others.length < OTHERS_WANTED) return false;
  const fit = nonNegativeFit(others, terms);
  const usualW = MAD_TO_SIGMA * median(others.map(({ acW, dcW }) => Math.abs(dcW - valueAt(fit, acW))));
  const expectedW = valueAt(fit, points[k]!.acW);
  const offW = Math.abs(points[k]!.dcW - expectedW);
  return offW > OUTLIER_DEVIATIONS * usualW && offW > OUTLIER_FRACTION * expectedW;
}

/** Tries every subset of the terms and keeps the best one without a negative coefficient. */
function nonNegativeFit(
  points: readonly { acW: number; dcW: number }[],
  terms: readonly number[],
): [number, number, number] {
  let best: { error: number; coefficients: [number, number, number] } | null = null;
  for (let subset = 1; subset < 1 << terms.length; subset++) {
    const active = terms.filter((_, k) => subset & (1 << k));
    const solved = leastSquares(points, active);
    if (solved === null || solved.some((value) => value < 0)) continue;
    const coefficients: [number, number, number] = [0, 0, 0];
    active.forEach((power, k) => (coefficients[power] = solved[k]!));
    const error = points.reduce((sum, { acW, dcW }) => sum + (dcW - valueAt(coefficients, acW)) ** 2, 0);
    if (best === null || error < best.error - 1e-12) best = { error, coefficients };
  }
  return best?.coefficients ?? [0, 1, 0];
}

const valueAt = ([a, b, c]: readonly [number, number, number], x: number) => a + b * x + c * x * x;

/** Coefficients of the given powers of acW, by Gauss on the normal equations of acW in kW; null where they are singular. */
function leastSquares(points: readonly { acW: number; dcW: number }[], powers: readonly number[]): number[] | null {
  const scale = Math.max(...points.map(({ acW }) => acW));
  const rows = powers.map((row) => [
    ...powers.map((column) => points.reduce((sum, { acW }) => sum + (acW / scale) ** (row + column), 0)),
    points.reduce((sum, { acW, dcW }) => sum + dcW * (acW / scale) ** row, 0),
  ]);
  const n = powers.length;
  for (let k = 0; k < n; k++) {
    const pivot = rows.slice(k).reduce((at, row, j) => (Math.abs(row[k]!) > Math.abs(rows[at]![k]!) ? k + j : at), k);
    [rows[k], rows[pivot]] = [rows[pivot]!, rows[k]!];
    if (Math.abs(rows[k]![k]!) < 1e-12) return null;
    for (let j = 0; j < n; j++) {
      if (j === k) continue;
      const factor = rows[j]![k]! / rows[k]![k]!;
      for (let i = k; i <= n; i++) rows[j]![i]! -= factor * rows[k]![i]!;
    }
  }
  return powers.map((power, k) => rows[k]![n]! / rows[k]![k]! / scale ** power);
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((x, y) => x - y);
  const middle = Math.floor(sorted.length / 2);
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
}
