import * as z from 'zod';
import { CHEMISTRY_IDS, type ChemistryId } from '../cells/chemistry';
import { CHEMISTRIES } from '../cells/chemistry.data';
import { quantity, shortText } from './fields';
import type { LimitName } from './limits';

/** "2025-08" */
export const yearMonth = z.string().regex(/^\d{4}-(0[1-9]|1[0-2])$/, { error: 'a year and month, such as 2025-08' });

/** A value that the user knows better, and where from; the source may be empty. */
const own = (key: Parameters<typeof quantity>[0]) =>
  z.strictObject({ value: quantity(key), source: z.string().max(120) }).optional();

/** A curve that the user knows better: rows of [x, y], x rising. */
const ownCurve = (rises: boolean, xKey: LimitName, yKey: LimitName) =>
  z
    .strictObject({
      value: z
        .array(z.tuple([quantity(xKey), quantity(yKey)]))
        .min(2)
        .max(40),
      source: z.string().max(120),
    })
    .refine(({ value }) => value.every(([x], k) => k === 0 || x > value[k - 1]![0]), {
      error: 'each row further on than the one before',
      path: ['value'],
    })
    .refine(({ value }) => !rises || value.every(([, y], k) => k === 0 || y >= value[k - 1]![1]), {
      error: 'never falls from one row to the next',
      path: ['value'],
    })
    .optional();

/** Values of a chemistry that the user knows better than the shipped table. */
export const ChemistryEdit = z.strictObject({
  usableFraction: own('usableFraction'),
  peukertExponent: own('peukertExponent'),
  coulombicFraction: own('efficiencyFraction'),
  acceptancePerH: own('acceptancePerH'),
  acceptanceCapPerH: own('acceptanceCapPerH'),
  chargeFromTempC: own('bankTempC'),
  chargeUpToTempC: own('bankTempC'),
  selfDischargePerMonthFraction: own('dutyFraction'),
  absorptionCellV: own('cellV'),
  floatCellV: own('cellV'),
  tailFraction: own('tailFraction'),
  fullMarginVPer12V: own('fullMarginV'),
  cell100AhMilliOhm: own('cellMilliOhm'),
  /** By state of charge, from empty to full. */
  restedCellV: ownCurve(true, 'curveFraction', 'cellV').refine(
    (curve) => !curve || (curve.value[0]![0] === 0 && curve.value.at(-1)![0] === 1),
    { error: 'from 0 % to 100 %', path: ['value'] },
  ),
  capacityFractionByTempC: ownCurve(true, 'bankTempC', 'capacityShare'),
  cyclesByDepth: ownCurve(false, 'curveFraction', 'cycles'),
});
export type ChemistryEdit = z.infer<typeof ChemistryEdit>;

/** Lithium is plated, and spoilt, by charging it in the frost: no value of one's own may allow that, whatever the chemistry. */
const chargesInFrost = (chemistryId: ChemistryId, edit: ChemistryEdit | undefined) =>
  CHEMISTRIES[chemistryId].family === 'lithium' && (edit?.chargeFromTempC?.value ?? 0) < 0;
const LITHIUM_COLD = 'lithium is never charged below 0 °C';

export const ChemistryEdits = z.partialRecord(z.enum(CHEMISTRY_IDS), ChemistryEdit).check(({ value, issues }) => {
  for (const id of CHEMISTRY_IDS)
    if (chargesInFrost(id, value[id]))
      issues.push({ code: 'custom', message: LITHIUM_COLD, path: [id, 'chargeFromTempC', 'value'], input: value[id] });
});
export type ChemistryEdits = z.infer<typeof ChemistryEdits>;

/** A battery model as bought: one case, so many cells in series. What the sheet does not say is null. */
export const Battery = z
  .strictObject({
    id: z.string().min(1).max(60),
    name: shortText,
    chemistryId: z.enum(CHEMISTRY_IDS),
    cellsInSeries: quantity('cellsInSeries'),
    capacityAh: quantity('capacityAh'),
    /** Of the whole battery, at 25 °C and half charge. */
    resistanceOhm: quantity('resistanceOhm').nullable(),
    massKg: quantity('massKg').nullable(),
    lengthMm: quantity('sizeMm').nullable(),
    widthMm: quantity('sizeMm').nullable(),
    heightMm: quantity('sizeMm').nullable(),
    /** In the user's own currency. */
    price: quantity('price').nullable(),
    dischargeA: quantity('batteryA').nullable(),
    peakA: quantity('batteryA').nullable(),
    chargeA: quantity('batteryA').nullable(),
    seriesMax: quantity('seriesCount').nullable(),
    parallelMax: quantity('parallelCount').nullable(),
    terminal: z.string().max(20),
    /** Values that the sheet of this model gives in place of its chemistry's. */
    own: ChemistryEdit.optional(),
  })
  .refine(({ chemistryId, own }) => !chargesInFrost(chemistryId, own), {
    error: LITHIUM_COLD,
    path: ['own', 'chargeFromTempC', 'value'],
  });
export type Battery = z.infer<typeof Battery>;

/** More strings in the same bank, of another model or another age. */
export const OtherStrings = z.strictObject({
  battery: Battery,
  seriesCount: quantity('seriesCount'),
  parallelCount: quantity('parallelCount'),
  boughtIn: yearMonth.nullable(),
  /** Why it is allowed in spite of the warnings. */
  reason: z.string().max(300),
});
export type OtherStrings = z.infer<typeof OtherStrings>;

/**
 * What is taken off for losses: every one by itself, one share for all, or nothing.
 */
export const LOSS_SCHOOLS = ['itemised', 'flat', 'plain'] as const;
export type LossSchool = (typeof LOSS_SCHOOLS)[number];

export const Bank = z
  .strictObject({
    battery: Battery,
    seriesCount: quantity('seriesCount'),
    parallelCount: quantity('parallelCount'),
    boughtIn: yearMonth.nullable(),
    others: z.array(OtherStrings).max(8),
    usableFraction: quantity('usableFraction'),
    ageingFraction: quantity('ageingFraction'),
    coldestTempC: quantity('bankTempC'),
    autonomyDays: quantity('autonomyDays'),
    /** What the sizing takes off for losses. */
    lossSchool: z.enum(LOSS_SCHOOLS),
    flatLossFraction: quantity('flatLossFraction'),
    currentSchool: z.enum(['sum', 'one-may-drop-out', 'single']),
    /** Bank to inverter, one way. */
    cableLengthM: quantity('cableLengthM'),
    cableAreaMm2: quantity('cableAreaMm2'),
  })
  .refine(({ battery, others }) => others.every((other) => other.battery.chemistryId === battery.chemistryId), {
    error: 'chemistries must not be mixed in one bank',
    path: ['others'],
  });
export type Bank = z.infer<typeof Bank>;
