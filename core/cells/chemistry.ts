export const CHEMISTRY_IDS = ['lfp', 'agm', 'gel', 'flooded', 'lead-carbon'] as const;
export type ChemistryId = (typeof CHEMISTRY_IDS)[number];

/** Rows of [x, y], x strictly increasing. */
export type Curve = readonly (readonly [number, number])[];

/** What a chemistry brings along; columns are explained beside the table. */
export interface Chemistry {
  id: ChemistryId;
  name: string;
  shortName: string;
  family: 'lithium' | 'lead';
  nominalCellV: number;
  cellsPer12V: number;
  usableFraction: number;
  usableSchools: readonly number[];
  peukertExponent: number;
  coulombicFraction: number;
  acceptancePerH: number;
  acceptanceCapPerH: number;
  selfDischargePerMonthFraction: number;
  restedCellV: Curve;
  specificGravity?: Curve;
  capacityFractionByTempC: Curve;
  chargeFromTempC: number;
  chargeUpToTempC: number;
  dischargeTempC: readonly [number, number];
  absorptionCellV: number;
  floatCellV: number;
  equaliseCellV?: number;
  compensationCellMilliVPerK: number;
  tailFraction: number;
  fullMarginVPer12V: number;
  cell100AhMilliOhm: number;
  cyclesByDepth: Curve;
  /** Which of these values are the user's own, and where each is from; the source may be empty. */
  ownSources?: Partial<Record<string, string>>;
}
