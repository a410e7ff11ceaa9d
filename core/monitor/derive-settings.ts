import { cellsInSeries } from '../cells/cells-in-series';
import { twelveVoltBlocks } from '../cells/twelve-volt-blocks';
import type { SizedBank } from '../bank/size-bank';
import { interpolate } from '../cells/interpolate';
import { chemistryValue } from '../cells/chemistry-of';
import { byDefault, entered, type Figure, type Sourced } from '../formula/figure';
import type { Bank } from '../bank/plan';
import type { Source } from '../sources/source';
import { type MovedInput, movedSince, type Stamped } from '../plan/stamped';
import type { MonitorPlan, SettingId } from './plan';
import { type ChargerVoltages, chargerVoltages } from './charger-voltages';
import {
  coulombicEfficiency,
  deadBand,
  fullVoltage,
  holdTime,
  ratedCapacity,
  reserveAlarm,
  tailCurrent,
  uncountedPerWeek,
  usableOnly,
} from './setting-formulas';

export type SettingProblem = 'no-room-for-full-voltage' | 'dead-band-swallows-load';

export interface Setting {
  id: SettingId;
  figure: Figure;
  /** Where the value may lie, in the figure's unit. */
  allowed: { low: number; high: number };
  problems: SettingProblem[];
  /**
   * What was typed into the device: whether it agrees with the derivation, whether that rests on something else since, and on
   * what; null where it is not known what it rested on: then it is stale when it does not agree.
   */
  entered: { value: number; atMs: number; agrees: boolean; stale: boolean; moved: MovedInput[] | null } | null;
}

export interface MonitorSettings {
  chargers: ChargerVoltages;
  settings: Setting[];
  /** Tail current in amps, whatever the school of capacity. */
  tailA: number;
  uncountedPerWeek: Figure | null;
}

/** A value typed into a meter agrees when it differs by less than the meter can show. */
const RESOLUTION: Record<SettingId, number> = {
  capacity: 1,
  'full-voltage': 0.1,
  'tail-current': 0.005,
  'hold-time': 1,
  'coulombic-efficiency': 0.01,
  'dead-band': 0.01,
  'reserve-alarm': 0.01,
};

const SETTLE_MIN = 3;
const CLOUD_MIN = 7;
const USUAL_BAND_A = 0.1;

/** Derives the essential settings of a shunt monitor from the bank, its chargers and the audit. */
export function deriveSettings(
  bank: Bank,
  sized: SizedBank,
  plan: MonitorPlan,
  sources: readonly Source[],
  smallestStanding: { says: string; currentA: number } | null,
): MonitorSettings {
  const { chemistry } = sized;
  const cells = cellsInSeries(bank);
  const chargers = chargerVoltages(plan, sources, chemistry, cells);
  const { absorptionV } = chargers;
  const efficiency = chemistryValue(chemistry, 'coulombicFraction');
  const restedFullV = interpolate(chemistry.restedCellV, 1) * cells;
  const rated = plan.capacitySchool === 'rated';
  const usable = entered(bank.usableFraction);

  const capacity = rated
    ? ratedCapacity.figure(sized.capacityAh.value, { capacityAh: sized.capacityAh })
    : usableOnly.figure({ capacityAh: sized.capacityAh, usableFraction: usable });
  const full = fullVoltage.figure({
    absorptionV,
    marginVPer12V: chemistryValue(chemistry, 'fullMarginVPer12V'),
    blocks: entered(twelveVoltBlocks(bank, chemistry), `${cells} cells`),
  });
  const fullLowV = Math.max(chargers.floatV.value, restedFullV);
  const tail = tailCurrent.figure({
    tailFraction: chemistryValue(chemistry, 'tailFraction'),
    capacityAh: sized.capacityAh,
    setCapacityAh: capacity,
  });
  const toSetScale = sized.capacityAh.value / capacity.value;
  const [tailLow, tailHigh] = chemistry.family === 'lithium' ? [0.04, 0.05] : [0.02, 0.04];
  const smallestA: Sourced = smallestStanding
    ? { value: smallestStanding.currentA, origin: 'computed', note: smallestStanding.says }
    : byDefault(2 * USUAL_BAND_A, 'no standing load in the audit');
  const band = deadBand.figure({ smallestA, usualA: byDefault(USUAL_BAND_A) });
  const reserveFraction = rated
    ? ({ value: 1 - bank.usableFraction, origin: 'computed', note: '100 % less the usable share' } as const)
    : byDefault(0, '0 % is the reserve');
  const alarm = reserveAlarm.figure({ reserveFraction, marginFraction: entered(plan.alarmMarginFraction) });

  const setting = (
    id: SettingId,
    figure: Figure,
    low: number,
    high: number,
    problems: SettingProblem[] = [],
  ): Setting => {
    const typed = plan.entered[id];
    return { id, figure, allowed: { low, high }, problems, entered: typed ? asEntered(id, typed, figure) : null };
  };
  return {
    chargers,
    settings: [
      setting('capacity', capacity, capacity.value * 0.7, capacity.value * 1.05),
      setting(
        'full-voltage',
        full,
        fullLowV,
        absorptionV.value,
        full.value > fullLowV ? [] : ['no-room-for-full-voltage'],
      ),
      setting('tail-current', tail, tailLow * toSetScale, tailHigh * toSetScale),
      setting(
        'hold-time',
        holdTime.figure({
          settleMin: byDefault(SETTLE_MIN),
          cloudMin: chargers.sunCharges ? byDefault(CLOUD_MIN, 'solar charging') : byDefault(0, 'no solar'),
        }),
        1,
        30,
      ),
      setting(
        'coulombic-efficiency',
        coulombicEfficiency.figure(efficiency.value, { coulombicFraction: efficiency }),
        chemistry.family === 'lithium' ? 0.97 : 0.8,
        1,
      ),
      setting(
        'dead-band',
        band,
        0.01,
        Math.min(smallestA.value, 0.5),
        band.value < smallestA.value ? [] : ['dead-band-swallows-load'],
      ),
      setting('reserve-alarm', alarm, reserveFraction.value, 1),
    ],
    tailA: chemistry.tailFraction * sized.capacityAh.value,
    uncountedPerWeek: smallestStanding ? uncountedPerWeek.figure({ smallestA, weekH: byDefault(168) }) : null,
  };
}

function asEntered(id: SettingId, typed: Stamped, figure: Figure): Setting['entered'] {
  const agrees = Math.abs(typed.value - figure.value) < RESOLUTION[id] / 2 + 1e-9;
  const moved = movedSince(typed, figure);
  return { value: typed.value, atMs: typed.atMs, agrees, moved, stale: moved === null ? !agrees : moved.length > 0 };
}
