import type { Battery } from './battery';

/** Batteries of a model in series: what makes a voltage. */
export interface CellString {
  battery: Battery;
  seriesCount: number;
}

/** Cells in series from post to post. */
export const cellsInSeries = ({ battery, seriesCount }: CellString): number => seriesCount * battery.cellsInSeries;
