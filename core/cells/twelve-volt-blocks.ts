import { cellsInSeries, type CellString } from './cells-in-series';
import type { Chemistry } from './chemistry';

/** Where inverters for 12 V usually switch off, V. */
const USUAL_CUT_OFF_BLOCK_V = 10.5;

/**
 * Blocks of 12 V that a string stands for; not whole where its cells are none of the usual counts.
 * @example twelveVoltBlocks({ battery: { cellsInSeries: 4 }, seriesCount: 2 }, { cellsPer12V: 4 }) // 2
 */
export const twelveVoltBlocks = (string: CellString, { cellsPer12V }: Pick<Chemistry, 'cellsPer12V'>): number =>
  cellsInSeries(string) / cellsPer12V;

/**
 * The voltage at which an inverter on this string usually switches off, V, where its sheet is not at hand.
 * @example usualCutOffV({ battery: { cellsInSeries: 4 }, seriesCount: 2 }, { cellsPer12V: 4 }) // 21
 */
export const usualCutOffV = (string: CellString, chemistry: Pick<Chemistry, 'cellsPer12V'>): number =>
  twelveVoltBlocks(string, chemistry) * USUAL_CUT_OFF_BLOCK_V;
