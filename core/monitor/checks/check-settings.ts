import { NEAR_FRACTION } from '../../charging/profile-check';
import { byDefault, computed, type Figure } from '../../formula/figure';
import { stopFigure } from '../chargers';
import type { MonitorFacts } from '../facts';
import { alarmOf, OWN_CUT_OFF_CELL_V } from '../settings/alarms';
import { EFFICIENCY_RANGE, PEUKERT_RANGE, uncountedPerWeek } from '../settings/counting';
import { CLOUD_MIN } from '../settings/full-mark';
import { SHUNT_HEADROOM } from '../../conductors/shunt-headroom';
import type { SettingId, SettingValues } from '../setting-id';
import {
  highestAbsorption,
  idleVoltage,
  leastShunt,
  lowestAbsorption,
  ownCutOff,
  sheetAbsorption,
  springsBack,
} from './bounds';

export const FINDING_CODES = [
  'never-full',
  'not-every-charger',
  'full-at-rest',
  'marked-short',
  'tail-below-stop',
  'dead-band-hides',
  'hold-shorter-than-clouds',
  'shunt-too-small',
  'shunt-not-as-fitted',
  'former-chemistry',
  'empty-below-own',
  'alarm-after-inverter',
  'relay-chatters',
  'equalise-sealed',
  'cut-before-alarm',
  'alarms-crossed',
  'high-below-charge',
  'empty-above-alarm',
] as const;
export type FindingCode = (typeof FINDING_CODES)[number];

/** What is wrong with a set of settings, or does not go together. */
export interface MonitorFinding {
  code: FindingCode;
  severity: 'error' | 'warning';
  settings: SettingId[];
  /** What it is judged by, in stored units: the value that is set, and what it should be above or below. */
  is: number;
  bound: number;
  /** Where that bound is from; null: it needs no working. */
  rests: Figure | null;
}

type Check = (values: SettingValues, facts: MonitorFacts) => MonitorFinding | null;

const found = (
  code: FindingCode,
  severity: MonitorFinding['severity'],
  settings: SettingId[],
  is: number,
  bound: number | Figure,
): MonitorFinding => {
  const rests = typeof bound === 'number' ? null : bound;
  return { code, severity, settings, is, bound: rests?.value ?? (bound as number), rests };
};

const fullAgainstChargers: Check = ({ 'full-voltage': fullV }, { chargers }) => {
  if (fullV === undefined) return null;
  const { leastAbsorptionV, highestAbsorptionV } = chargers;
  if (fullV > highestAbsorptionV.value)
    return found('never-full', 'error', ['full-voltage'], fullV, highestAbsorption(highestAbsorptionV));
  if (fullV <= leastAbsorptionV.value) return null;
  return found('not-every-charger', 'warning', ['full-voltage'], fullV, lowestAbsorption(leastAbsorptionV));
};

const fullAtRest: Check = ({ 'full-voltage': fullV }, { chargers, restedFullV }) => {
  const rest = idleVoltage.figure({ floatV: chargers.mostFloatV, restedV: restedFullV });
  return fullV !== undefined && fullV <= rest.value
    ? found('full-at-rest', 'error', ['full-voltage'], fullV, rest)
    : null;
};

/** Is: the charger whose full marks come early. */
const markedShort: Check = ({ 'full-voltage': fullV }, { chargers }) => {
  const { leastAbsorptionV: least, sheetAbsorptionV: sheet } = chargers;
  const marks = fullV !== undefined && fullV <= least.value;
  return marks && least.value < sheet.value * (1 - NEAR_FRACTION)
    ? found('marked-short', 'warning', ['full-voltage'], least.value, sheetAbsorption(sheet))
    : null;
};

const tailBelowStop: Check = ({ 'tail-current': tail, capacity }, { chargers, ratedAh, chemistry }) => {
  if (tail === undefined) return null;
  const tailA = tail * (capacity ?? ratedAh.value);
  const stop = stopFigure(chargers, chemistry, ratedAh);
  return tailA <= stop.value ? found('tail-below-stop', 'error', ['tail-current'], tailA, stop) : null;
};

/** Is: Ah a week that are never counted. */
const deadBandHides: Check = ({ 'dead-band': band }, facts) => {
  const [standing, week] = [facts.smallestStanding, uncountedPerWeek(facts)];
  if (band === undefined || standing === null || week === null || band <= standing.value) return null;
  return { ...found('dead-band-hides', 'error', ['dead-band'], week.value, standing.value), rests: week };
};

const holdAgainstClouds: Check = ({ 'hold-time': hold }, { chargers }) =>
  hold !== undefined && chargers.sunCharges && hold < CLOUD_MIN
    ? found('hold-shorter-than-clouds', 'error', ['hold-time'], hold, CLOUD_MIN)
    : null;

const shuntAgainstCurrent: Check = ({ 'shunt-rating': rating }, { largestA, shunt }) => {
  const ratingA = shunt?.ratingA?.value ?? rating;
  const least = leastShunt.figure({ largestA, headroomRatio: byDefault(SHUNT_HEADROOM.least) });
  return ratingA !== undefined && ratingA < least.value - 1e-9
    ? found('shunt-too-small', 'error', ['shunt-rating'], ratingA, least)
    : null;
};

/** Is: by what every reading is scaled. */
const shuntAsFitted: Check = ({ 'shunt-rating': rating, 'shunt-voltage': voltage }, { shunt }) => {
  if (!shunt?.ratingA) return null;
  const fitted = shunt.ratingA.value / shunt.fullScaleV.value;
  const told = (rating ?? shunt.ratingA.value) / (voltage ?? shunt.fullScaleV.value);
  return Math.abs(told / fitted - 1) > 0.005
    ? found('shunt-not-as-fitted', 'error', ['shunt-rating', 'shunt-voltage'], told / fitted, 1)
    : null;
};

const outside = (value: number | undefined, [low, high]: readonly [number, number]) =>
  value !== undefined && (value < low - 1e-9 || value > high + 1e-9);

/** Is: how many settings are those of the other family. */
const formerChemistry: Check = (values, { chemistry }) => {
  const { family } = chemistry;
  const other = family === 'lithium' ? 'lead' : 'lithium';
  const signs: SettingId[] = [];
  const sign = (id: SettingId, own: readonly [number, number], others: readonly [number, number], usual: number) => {
    const value = values[id];
    if (outside(value, [Math.min(own[0], usual), Math.max(own[1], usual)]) && !outside(value, others)) signs.push(id);
  };
  sign('coulombic-efficiency', EFFICIENCY_RANGE[family], EFFICIENCY_RANGE[other], chemistry.coulombicFraction);
  sign('peukert', PEUKERT_RANGE[family], PEUKERT_RANGE[other], chemistry.peukertExponent);
  const compensation = values['temperature-compensation'];
  const compensates = chemistry.compensationCellMilliVPerK !== 0;
  if (compensation !== undefined && (compensation !== 0) !== compensates) signs.push('temperature-compensation');
  if ((values['equalise-days'] ?? 0) > 0 && family === 'lithium') signs.push('equalise-days');
  return signs.length >= 2 ? found('former-chemistry', 'error', signs, signs.length, 0) : null;
};

const emptyBelowOwn: Check = ({ 'empty-voltage': emptyV }, { chemistry, cells }) => {
  const own = ownCutOff.figure({
    cellV: byDefault(OWN_CUT_OFF_CELL_V[chemistry.family], chemistry.name),
    cells: computed(cells, 'the bank'),
  });
  return emptyV !== undefined && emptyV < own.value - 1e-9
    ? found('empty-below-own', 'error', ['empty-voltage'], emptyV, own)
    : null;
};

/** What a share of the meter's scale is of the bank. */
const ofBank = (shown: number, { plan, usableFraction }: MonitorFacts): number =>
  plan.capacitySchool === 'rated' ? shown : 1 - usableFraction.value + shown * usableFraction.value;

const alarmAfterInverter: Check = ({ 'reserve-alarm': alarm }, facts) => {
  if (alarm === undefined || !facts.inverterOff) return null;
  const [at, off] = [ofBank(alarm, facts), facts.inverterOff];
  return at < off.value ? found('alarm-after-inverter', 'warning', ['reserve-alarm'], at, off) : null;
};

const relayChatters: Check = ({ 'cut-off': off, 'cut-in': on }, { plan, peakA, bankOhm }) => {
  if (off === undefined || on === undefined) return null;
  const springs = plan.meter.relayBy === 'volts' ? springsBack.figure({ peakA, ohm: bankOhm }) : null;
  return on - off <= (springs?.value ?? 0)
    ? found('relay-chatters', 'error', ['cut-off', 'cut-in'], on - off, springs ?? 0)
    : null;
};

const equaliseSealed: Check = ({ 'equalise-days': days }, { chemistry }) =>
  days !== undefined && days > 0 && chemistry.equaliseCellV === undefined
    ? found('equalise-sealed', 'error', ['equalise-days'], days, 0)
    : null;

const cutBeforeAlarm: Check = (values, facts) => {
  const off = values['cut-off'];
  const id = alarmOf(facts.plan.meter);
  const alarm = values[id];
  return off !== undefined && alarm !== undefined && off >= alarm
    ? found('cut-before-alarm', 'warning', ['cut-off', id], off, alarm)
    : null;
};

const alarmsCrossed: Check = ({ 'low-alarm': low, 'high-alarm': high }) =>
  low !== undefined && high !== undefined && low >= high
    ? found('alarms-crossed', 'error', ['low-alarm', 'high-alarm'], low, high)
    : null;

const highBelowCharge: Check = ({ 'high-alarm': high }, { chargers }) =>
  high !== undefined && high <= chargers.highestAbsorptionV.value
    ? found('high-below-charge', 'error', ['high-alarm'], high, highestAbsorption(chargers.highestAbsorptionV))
    : null;

const emptyAboveAlarm: Check = ({ 'empty-voltage': empty, 'low-alarm': low }) =>
  empty !== undefined && low !== undefined && empty > low
    ? found('empty-above-alarm', 'warning', ['empty-voltage', 'low-alarm'], empty, low)
    : null;

const CHECKS: readonly Check[] = [
  fullAgainstChargers,
  fullAtRest,
  markedShort,
  tailBelowStop,
  deadBandHides,
  holdAgainstClouds,
  shuntAgainstCurrent,
  shuntAsFitted,
  formerChemistry,
  emptyBelowOwn,
  alarmAfterInverter,
  relayChatters,
  equaliseSealed,
  cutBeforeAlarm,
  alarmsCrossed,
  highBelowCharge,
  emptyAboveAlarm,
];

/** What is wrong with a set of settings on a rig; a setting that is not in the set is not judged. */
export const checkSettings = (values: SettingValues, facts: MonitorFacts): MonitorFinding[] =>
  CHECKS.flatMap((check) => check(values, facts) ?? []);
