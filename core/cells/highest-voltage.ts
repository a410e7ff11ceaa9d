import type { Chemistry } from './chemistry';

/**
 * The highest voltage that a cell sees in ordinary use, V: absorption, or equalising where the chemistry is equalised. Fuses,
 * breakers and the prospective short circuit are judged by it.
 * @example highestCellV({ absorptionCellV: 2.4, equaliseCellV: 2.6 }) // 2.6
 */
export const highestCellV = ({ absorptionCellV, equaliseCellV }: Chemistry): number =>
  Math.max(absorptionCellV, equaliseCellV ?? 0);

/**
 * The highest voltage of a block of 12 V, V: its cells' own, or what a charger of the plan is set to where that is more.
 * @param chargerV  absorption as set, V at the bank; null: not set
 * @param blocks    of 12 V in series in that bank, > 0
 * @example highestBlockV({ absorptionCellV: 2.4, cellsPer12V: 6 }, [29.6], 2) // 14.8
 */
export const highestBlockV = (chemistry: Chemistry, chargerV: readonly (number | null)[], blocks: number): number =>
  Math.max(highestCellV(chemistry) * chemistry.cellsPer12V, ...chargerV.map((volts) => (volts ?? 0) / blocks));
