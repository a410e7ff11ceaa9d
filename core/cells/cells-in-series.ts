import type { Battery } from './battery';

/** Batteries of a model in series: what makes a voltage. */
export interface CellString {
  battery: Battery;
  seriesCount: number;
}

/**
 * Cells in series from post to post.
 * @example cellsInSeries({ battery: { cellsInSeries: 4 }, seriesCount: 2 }) // 8
 */
export const cellsInSeries = ({ battery, seriesCount }: CellString): number => seriesCount * battery.cellsInSeries;
