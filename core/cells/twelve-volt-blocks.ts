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

/** What a load is made for may be off by so much from 12 V a block, as a bank itself is over its charge. */
const OTHER_FRACTION = 0.25;

/**
 * Whether what is made for a voltage takes another than so many blocks give.
 * @example isOtherVoltage(13.8, 1) // false
 */
export const isOtherVoltage = (voltageV: number, blocks: number): boolean =>
  Math.abs(voltageV - 12 * blocks) > OTHER_FRACTION * 12 * blocks;

/**
 * The voltage at which an inverter on this string usually switches off, V, where its sheet is not at hand.
 * @example usualCutOffV({ battery: { cellsInSeries: 4 }, seriesCount: 2 }, { cellsPer12V: 4 }) // 21
 */
export const usualCutOffV = (string: CellString, chemistry: Pick<Chemistry, 'cellsPer12V'>): number =>
  twelveVoltBlocks(string, chemistry) * USUAL_CUT_OFF_BLOCK_V;
