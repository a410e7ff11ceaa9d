import { at } from '../quantity/guard';
import * as z from 'zod';
import { CELL_LIMITS } from './limits';
import { COMMON_LIMITS } from '../plan/common-limits';
import { quantity } from '../plan/fields';
import type { Limit } from '../plan/limit';
import { CHEMISTRY_IDS, type ChemistryId } from './chemistry';
import { CHEMISTRIES } from './chemistry.data';

/** A value that the user knows better, and where from; the source may be empty. */
const own = (limit: Limit) => z.strictObject({ value: quantity(limit), source: z.string().max(120) }).optional();

/** A curve that the user knows better: rows of [x, y], x rising. */
const ownCurve = (rises: boolean, x: Limit, y: Limit) =>
  z
    .strictObject({
      value: z
        .array(z.tuple([quantity(x), quantity(y)]))
        .min(2)
        .max(40),
      source: z.string().max(120),
    })
    .refine(({ value }) => value.every(([x], k) => k === 0 || x > at(value, k - 1)[0]), {
      error: 'each row further on than the one before',
      path: ['value'],
    })
    .refine(({ value }) => !rises || value.every(([, y], k) => k === 0 || y >= at(value, k - 1)[1]), {
      error: 'never falls from one row to the next',
      path: ['value'],
    })
    .optional();

/** Values of a chemistry that the user knows better than the shipped table. */
export const ChemistryEdit = z.strictObject({
  usableFraction: own(CELL_LIMITS.usableFraction),
  peukertExponent: own(CELL_LIMITS.peukertExponent),
  coulombicFraction: own(COMMON_LIMITS.efficiencyFraction),
  acceptancePerH: own(CELL_LIMITS.acceptancePerH),
  acceptanceCapPerH: own(CELL_LIMITS.acceptanceCapPerH),
  chargeFromTempC: own(CELL_LIMITS.bankTempC),
  chargeUpToTempC: own(CELL_LIMITS.bankTempC),
  selfDischargePerMonthFraction: own(COMMON_LIMITS.dutyFraction),
  absorptionCellV: own(CELL_LIMITS.cellV),
  floatCellV: own(CELL_LIMITS.cellV),
  tailFraction: own(CELL_LIMITS.tailFraction),
  fullMarginVPer12V: own(CELL_LIMITS.fullMarginV),
  cell100AhMilliOhm: own(CELL_LIMITS.cellMilliOhm),
  /** By state of charge, from empty to full. */
  restedCellV: ownCurve(true, CELL_LIMITS.curveFraction, CELL_LIMITS.cellV).refine(
    (curve) => !curve || (at(curve.value, 0)[0] === 0 && curve.value.at(-1)?.[0] === 1),
    { error: 'from 0 % to 100 %', path: ['value'] },
  ),
  capacityFractionByTempC: ownCurve(true, CELL_LIMITS.bankTempC, CELL_LIMITS.capacityShare),
  cyclesByDepth: ownCurve(false, CELL_LIMITS.curveFraction, CELL_LIMITS.cycles),
});
export type ChemistryEdit = z.infer<typeof ChemistryEdit>;

/** Lithium is plated, and spoilt, by charging it in the frost: no value of one's own may allow that, whatever the chemistry. */
export const chargesInFrost = (chemistryId: ChemistryId, edit: ChemistryEdit | undefined) =>
  CHEMISTRIES[chemistryId].family === 'lithium' && (edit?.chargeFromTempC?.value ?? 0) < 0;
export const LITHIUM_COLD = 'lithium is never charged below 0 °C';

export const ChemistryEdits = z.partialRecord(z.enum(CHEMISTRY_IDS), ChemistryEdit).check(({ value, issues }) => {
  for (const id of CHEMISTRY_IDS)
    if (chargesInFrost(id, value[id]))
      issues.push({ code: 'custom', message: LITHIUM_COLD, path: [id, 'chargeFromTempC', 'value'], input: value[id] });
});
export type ChemistryEdits = z.infer<typeof ChemistryEdits>;
