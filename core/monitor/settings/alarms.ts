import { highestCellV } from '../../cells/highest-voltage';
import { asPlanned, byDefault, computed, type Figure, type Sourced } from '../../formula/figure';
import { formula } from '../../formula/formula';
import { FRESH_MARGIN } from '../fresh';
import type { MonitorFacts } from '../facts';
import type { Meter } from '../plan';
import type { SettingId } from '../setting-id';
import { type DerivedSetting, setting } from './setting';

const reserveAlarm = formula({
  id: 'monitor.reserve-alarm',
  says: 'reserve alarm',
  unit: 'Fraction',
  words: 'state of charge at the reserve + margin',
  terms: {
    reserveFraction: { says: 'reserve, on the meter’s scale', unit: 'Fraction' },
    marginFraction: { says: 'margin to act in', unit: 'Fraction' },
  },
  compute: ({ reserveFraction, marginFraction }) => Math.min(1, reserveFraction + marginFraction),
  source: 'warns before the reserve is touched',
});

const lowAlarm = formula({
  id: 'monitor.low-alarm',
  says: 'low-voltage alarm',
  unit: 'V',
  words: 'rested voltage at the reserve − current of the busiest hour × resistance of the bank; not below empty',
  terms: {
    restedV: { says: 'rested at the reserve', unit: 'V' },
    currentA: { says: 'current of the busiest hour', unit: 'A' },
    ohm: { says: 'bank', unit: 'Ohm' },
    emptyV: { says: 'empty', unit: 'V' },
  },
  compute: ({ restedV, currentA, ohm, emptyV }) => Math.max(emptyV, restedV - currentA * ohm),
  source: 'V = rested V − I · R, at the load that is usual when it matters',
});

const highAlarm = formula({
  id: 'monitor.high-alarm',
  says: 'high-voltage alarm',
  unit: 'V',
  words: 'highest voltage of any charge + margin per 12 V × number of 12 V blocks',
  terms: {
    highestV: { says: 'highest charging voltage', unit: 'V' },
    marginV: { says: 'margin per 12 V', unit: 'V' },
    blocks: { says: '12 V blocks in series', unit: 'Ratio' },
  },
  compute: ({ highestV, marginV, blocks }) => highestV + marginV * blocks,
  source: 'above what the chargers reach when all is well, equalising among it',
});

const emptyVoltage = formula({
  id: 'monitor.empty-voltage',
  says: 'counts as empty at',
  unit: 'V',
  words: 'cells × voltage of an empty cell under load',
  terms: {
    cells: { says: 'cells in series', unit: 'Count' },
    cellV: { says: 'empty, a cell', unit: 'V' },
  },
  compute: ({ cells, cellV }) => cells * cellV,
  source: 'usual end of discharge; above where the battery protects itself',
});

const cutOffCharge = formula({
  id: 'monitor.cut-off',
  says: 'loads off at',
  unit: 'Fraction',
  words: 'the reserve, on the meter’s scale',
  terms: { reserveFraction: { says: 'reserve, on the meter’s scale', unit: 'Fraction' } },
  compute: ({ reserveFraction }) => reserveFraction,
  source: 'the alarm has called before; what must never stop is not wired through the relay',
});

const cutInCharge = formula({
  id: 'monitor.cut-in',
  says: 'loads on again at',
  unit: 'Fraction',
  words: 'off at + twice the margin of the alarm, at least a tenth',
  terms: {
    offFraction: { says: 'off at', unit: 'Fraction' },
    marginFraction: { says: 'margin of the alarm', unit: 'Fraction' },
  },
  compute: ({ offFraction, marginFraction }) => Math.min(1, offFraction + Math.max(0.1, 2 * marginFraction)),
  source: 'a bank that has been charged, not one that has only been let alone',
});

const cutOffVolts = formula({
  id: 'monitor.cut-off',
  says: 'loads off at',
  unit: 'V',
  words: 'rested voltage at the reserve − all loads at once × resistance of the bank; not below empty',
  terms: {
    restedV: { says: 'rested at the reserve', unit: 'V' },
    peakA: { says: 'all loads at once', unit: 'A' },
    ohm: { says: 'bank', unit: 'Ohm' },
    emptyV: { says: 'empty', unit: 'V' },
  },
  compute: ({ restedV, peakA, ohm, emptyV }) => Math.max(emptyV, restedV - peakA * ohm),
  source: 'a peak on a bank above its reserve must not trip it',
});

const cutInVolts = formula({
  id: 'monitor.cut-in',
  says: 'loads on again at',
  unit: 'V',
  words: 'off at + all loads at once × resistance of the bank + margin per 12 V × number of 12 V blocks',
  terms: {
    offV: { says: 'off at', unit: 'V' },
    peakA: { says: 'all loads at once', unit: 'A' },
    ohm: { says: 'bank', unit: 'Ohm' },
    marginV: { says: 'margin per 12 V', unit: 'V' },
    blocks: { says: '12 V blocks in series', unit: 'Ratio' },
  },
  compute: ({ offV, peakA, ohm, marginV, blocks }) => offV + peakA * ohm + marginV * blocks,
  source: 'without load the voltage springs back by I · R: less hysteresis than that, and the relay chatters',
});

/** Empty under load, and where a battery protects or harms itself, V a cell; typical. */
const EMPTY_CELL_V = { lithium: 2.9, lead: 1.8 } as const;
export const OWN_CUT_OFF_CELL_V = { lithium: 2.5, lead: 1.75 } as const;
const HIGH_MARGIN_V = 0.15;
/** A lithium cell goes no higher whatever the charger; lead only gasses the more. */
const HIGHEST_CELL_V = { lithium: 3.65, lead: 2.7 } as const;
const CUT_IN_MARGIN_V = 0.4;

/** The reserve as the meter shows it. */
export const reserveShown = ({ plan, usableFraction }: MonitorFacts): Sourced =>
  plan.capacitySchool === 'rated'
    ? computed(Math.max(0, 1 - usableFraction.value), '100 % less the usable share')
    : byDefault(0, '0 % is the reserve');

/** What calls, and what cuts off. */
export function alarmSettings(facts: MonitorFacts): DerivedSetting[] {
  const { plan, chemistry, cells, blocks, chargers, bankOhm: ohm, peakA, restedReserveV } = facts;
  const reserveFraction = reserveShown(facts);
  const marginFraction = asPlanned(plan.alarmMarginFraction, FRESH_MARGIN);
  const reserve = reserveAlarm.figure({ reserveFraction, marginFraction });
  const empty = emptyVoltage.figure({
    cells: computed(cells, 'the bank'),
    cellV: byDefault(EMPTY_CELL_V[chemistry.family], 'usual for the family'),
  });
  const low = lowAlarm.figure({ restedV: restedReserveV, currentA: facts.peakHourA, ohm, emptyV: empty });
  const equalisesV = chemistry.equaliseCellV === undefined ? 0 : highestCellV(chemistry) * cells;
  const highestV: Sourced =
    equalisesV > chargers.highestAbsorptionV.value
      ? byDefault(equalisesV, `${chemistry.name}, equalising`)
      : chargers.highestAbsorptionV;
  const high = highAlarm.figure({ highestV, marginV: byDefault(HIGH_MARGIN_V), blocks });
  const highest = HIGHEST_CELL_V[chemistry.family] * cells;
  const [off, on] = relay(facts, { reserveFraction, marginFraction, peakA, empty });
  const ownCutOffV = OWN_CUT_OFF_CELL_V[chemistry.family] * cells;
  const byCharge = plan.meter.relayBy === 'charge';
  return [
    setting('reserve-alarm', reserve, reserveFraction.value, 1),
    setting('low-alarm', low, empty.value, Math.max(empty.value, restedReserveV.value)),
    setting(
      'high-alarm',
      high,
      highestV.value,
      Math.max(highest, highestV.value),
      high.value <= highest ? [] : ['no-room-for-alarm'],
    ),
    setting('empty-voltage', empty, ownCutOffV, low.value),
    setting(
      'cut-off',
      off,
      byCharge ? 0 : empty.value,
      byCharge ? reserve.value : Math.max(empty.value, restedReserveV.value),
    ),
    setting(
      'cut-in',
      on,
      byCharge ? off.value + 0.02 : off.value + peakA.value * ohm.value,
      byCharge ? 1 : chargers.floatV.value,
    ),
  ];
}

/** The alarm that calls before the relay cuts off, by what that goes by. */
export const alarmOf = ({ relayBy }: Meter): SettingId => (relayBy === 'charge' ? 'reserve-alarm' : 'low-alarm');

function relay(
  { plan, restedReserveV, bankOhm: ohm, blocks }: MonitorFacts,
  {
    reserveFraction,
    marginFraction,
    peakA,
    empty,
  }: Record<'reserveFraction' | 'marginFraction', Sourced> & Record<'peakA' | 'empty', Figure>,
): [Figure, Figure] {
  if (plan.meter.relayBy === 'charge') {
    const off = cutOffCharge.figure({ reserveFraction });
    return [off, cutInCharge.figure({ offFraction: off, marginFraction })];
  }
  const off = cutOffVolts.figure({ restedV: restedReserveV, peakA, ohm, emptyV: empty });
  return [off, cutInVolts.figure({ offV: off, peakA, ohm, marginV: byDefault(CUT_IN_MARGIN_V), blocks })];
}
