import type { ChemistryId } from '../cells/chemistry';
import type { Battery } from '../cells/battery';
import { newBattery } from '../cells/new-battery';

/**
 * Generic battery models to start from, as commonly sold, no maker's. Columns: chemistry, cells in series, Ah at 20 h,
 * kg, length × width × height in mm, usual price, continuous and peak discharge A, charge A, most in series and in parallel, terminal.
 */
type Row = readonly [
  ChemistryId,
  cells: number,
  ah: number,
  kg: number,
  size: readonly [number, number, number],
  price: number,
  continuousA: number,
  peakA: number,
  chargeA: number,
  seriesMax: number,
  parallelMax: number,
  terminal: string,
];

const ROWS: readonly Row[] = [
  ['lfp', 4, 100, 11, [330, 172, 215], 350, 100, 200, 50, 4, 4, 'M8'],
  ['lfp', 4, 200, 22, [522, 238, 218], 700, 150, 300, 100, 4, 4, 'M8'],
  ['lfp', 4, 300, 31, [522, 269, 224], 1000, 200, 400, 150, 4, 4, 'M8'],
  ['lfp', 8, 100, 22, [522, 238, 218], 750, 100, 200, 50, 2, 4, 'M8'],
  ['lfp', 8, 160, 34, [522, 269, 224], 1100, 130, 260, 80, 2, 4, 'M8'],
  ['lfp', 16, 100, 45, [480, 442, 133], 1400, 100, 150, 100, 1, 15, 'M6'],
  ['agm', 6, 100, 30, [330, 172, 220], 220, 100, 600, 25, 4, 4, 'M8'],
  ['agm', 6, 150, 44, [485, 172, 240], 330, 150, 800, 37, 4, 4, 'M8'],
  ['agm', 6, 220, 64, [522, 240, 220], 480, 220, 1000, 55, 4, 4, 'M8'],
  ['agm', 3, 220, 32, [260, 180, 270], 260, 220, 1000, 55, 8, 4, 'M8'],
  ['gel', 6, 110, 36, [330, 172, 235], 300, 80, 500, 22, 4, 4, 'M8'],
  ['gel', 6, 200, 64, [522, 240, 220], 560, 150, 900, 40, 4, 4, 'M8'],
  ['flooded', 6, 110, 27, [353, 175, 190], 150, 80, 600, 25, 4, 2, 'post'],
  ['flooded', 3, 225, 28, [260, 180, 285], 180, 110, 800, 45, 8, 3, 'post'],
  ['flooded', 1, 450, 28, [200, 190, 470], 210, 200, 1200, 90, 24, 2, 'M10'],
  ['lead-carbon', 6, 100, 32, [330, 172, 220], 280, 100, 600, 40, 4, 4, 'M8'],
  ['lead-carbon', 6, 160, 48, [532, 207, 214], 420, 150, 900, 64, 4, 4, 'M8'],
];

export const GENERIC_BATTERIES: readonly Battery[] = ROWS.map(
  ([
    chemistryId,
    cells,
    ah,
    massKg,
    [lengthMm, widthMm, heightMm],
    price,
    dischargeA,
    peakA,
    chargeA,
    seriesMax,
    parallelMax,
    terminal,
  ]) => ({
    ...newBattery(`generic-${chemistryId}-${cells}-${ah}`, chemistryId, cells, ah),
    massKg,
    lengthMm,
    widthMm,
    heightMm,
    price,
    dischargeA,
    peakA,
    chargeA,
    seriesMax,
    parallelMax,
    terminal,
  }),
);
