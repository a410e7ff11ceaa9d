import type { CurveKey, PlainKey } from '@core/cells/chemistry-of';
import type { Unit } from '@core/quantity/unit';
import { type Limit } from '@core/plan/limit';
import { LIMITS } from '@core/rig/limits';

export interface ChemistryField {
  key: PlainKey;
  says: string;
  unit: Unit;
  limit: Limit;
  decimals: number;
  usedBy: string;
}

export const CHEMISTRY_FIELDS: readonly ChemistryField[] = [
  {
    key: 'usableFraction',
    says: 'usable share',
    unit: 'Fraction',
    limit: LIMITS.usableFraction,
    decimals: 0,
    usedBy: 'new banks, configurations',
  },
  {
    key: 'peukertExponent',
    says: 'Peukert exponent',
    unit: 'Ratio',
    limit: LIMITS.peukertExponent,
    decimals: 2,
    usedBy: 'need, runtime',
  },
  {
    key: 'coulombicFraction',
    says: 'coulombic efficiency',
    unit: 'Fraction',
    limit: LIMITS.efficiencyFraction,
    decimals: 0,
    usedBy: 'monitor, ledger',
  },
  {
    key: 'acceptancePerH',
    says: 'taper near full, A for each Ah missing',
    unit: 'Ratio',
    limit: LIMITS.acceptancePerH,
    decimals: 1,
    usedBy: 'charging',
  },
  {
    key: 'acceptanceCapPerH',
    says: 'most charge, share of C20 an hour',
    unit: 'Ratio',
    limit: LIMITS.acceptanceCapPerH,
    decimals: 2,
    usedBy: 'charging',
  },
  {
    key: 'chargeFromTempC',
    says: 'charge from',
    unit: 'TempC',
    limit: LIMITS.bankTempC,
    decimals: 0,
    usedBy: 'charging',
  },
  {
    key: 'chargeUpToTempC',
    says: 'charge up to',
    unit: 'TempC',
    limit: LIMITS.bankTempC,
    decimals: 0,
    usedBy: 'charging',
  },
  {
    key: 'selfDischargePerMonthFraction',
    says: 'self-discharge a month',
    unit: 'Fraction',
    limit: LIMITS.dutyFraction,
    decimals: 1,
    usedBy: 'charging',
  },
  {
    key: 'absorptionCellV',
    says: 'absorption, a cell',
    unit: 'V',
    limit: LIMITS.cellV,
    decimals: 3,
    usedBy: 'monitor, chargers',
  },
  {
    key: 'floatCellV',
    says: 'float, a cell',
    unit: 'V',
    limit: LIMITS.cellV,
    decimals: 3,
    usedBy: 'monitor, chargers',
  },
  {
    key: 'tailFraction',
    says: 'tail current, share of C20',
    unit: 'Fraction',
    limit: LIMITS.tailFraction,
    decimals: 1,
    usedBy: 'monitor, full marks',
  },
  {
    key: 'fullMarginVPer12V',
    says: 'margin under absorption, per 12 V',
    unit: 'V',
    limit: LIMITS.fullMarginV,
    decimals: 2,
    usedBy: 'monitor, full marks',
  },
  {
    key: 'cell100AhMilliOhm',
    says: 'a cell of 100 Ah, in mΩ',
    unit: 'Ratio',
    limit: LIMITS.cellMilliOhm,
    decimals: 2,
    usedBy: 'voltage sag',
  },
];

export interface CurveAxis {
  says: string;
  unit: Unit;
  limit: Limit;
  decimals: number;
}
export interface CurveField {
  key: CurveKey;
  says: string;
  x: CurveAxis;
  y: CurveAxis;
  /** y never falls as x rises. */
  rises: boolean;
  /** The first and the last x stand as they are. */
  fixedEnds: boolean;
  usedBy: string;
}

const share = (says: string): CurveAxis => ({ says, unit: 'Fraction', limit: LIMITS.curveFraction, decimals: 0 });

export const CURVE_FIELDS: readonly CurveField[] = [
  {
    key: 'restedCellV',
    says: 'Rested voltage',
    x: share('charge'),
    y: { says: 'a cell', unit: 'V', limit: LIMITS.cellV, decimals: 3 },
    rises: true,
    fixedEnds: true,
    usedBy: 'voltage sag, runtime to a voltage, relay, full voltage',
  },
  {
    key: 'capacityFractionByTempC',
    says: 'Capacity in the cold',
    x: { says: 'bank at', unit: 'TempC', limit: LIMITS.bankTempC, decimals: 0 },
    y: { says: 'left of C20', unit: 'Fraction', limit: LIMITS.capacityShare, decimals: 0 },
    rises: true,
    fixedEnds: false,
    usedBy: 'need, the year',
  },
  {
    key: 'cyclesByDepth',
    says: 'Cycles in a life',
    x: share('depth'),
    y: { says: 'cycles', unit: 'Count', limit: LIMITS.cycles, decimals: 0 },
    rises: false,
    fixedEnds: false,
    usedBy: 'price per lifetime kWh',
  },
];
