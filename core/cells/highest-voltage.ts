import type { Chemistry } from './chemistry';

/**
 * The highest voltage that a cell sees in ordinary use, V: absorption, or equalising where the chemistry is equalised. Fuses,
 * breakers and the prospective short circuit are judged by it.
 */
export const highestCellV = ({ absorptionCellV, equaliseCellV }: Chemistry): number =>
  Math.max(absorptionCellV, equaliseCellV ?? 0);
