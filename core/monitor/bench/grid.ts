import { type Setting, settingOf } from '../derive-settings';
import { unitFactor } from '../meter-unit';
import type { SettingId, SettingValues } from '../setting-id';
import type { FullSet, SearchOrder } from './search';

const VOLT_STEPS = 9;
const TAIL_STEPS = 7;
/** Minutes that a hold may be set to: finely where it matters. */
const HOLDS_MIN = [1, 2, 3, 4, 5, 7, 10, 12, 15, 20, 25, 30, 45, 60];
const MIN_MS = 60_000;

/**
 * The values that a search tries of each setting: steps of the meter over what is allowed and a little beyond. Of a setting that the
 * meter does not ask for there is one, none.
 * @param settings    as derived for the meter
 * @param capacityAh  as set in it
 */
export function gridOf(settings: readonly Setting[], capacityAh: number): SearchOrder['grid'] {
  const of = (id: SettingId) => settingOf(settings, id);
  const [volts, tail, hold] = [of('full-voltage'), of('tail-current'), of('hold-time')];
  return {
    fullV: stepsOf(volts, VOLT_STEPS, capacityAh),
    tailA: tail.has ? stepsOf(tail, TAIL_STEPS, capacityAh).map((share) => share * capacityAh) : [null],
    holdMs: hold.has ? HOLDS_MIN.map((min) => min * MIN_MS) : [null],
  };
}

/** Where each may lie to be found. */
export function allowedOf(settings: readonly Setting[], capacityAh: number): SearchOrder['allowed'] {
  const scaled = (id: SettingId, per: number) => {
    const { low, high } = settingOf(settings, id).allowed;
    return { low: low * per, high: high * per };
  };
  return {
    fullV: scaled('full-voltage', 1),
    tailA: scaled('tail-current', capacityAh),
    holdMs: scaled('hold-time', MIN_MS),
  };
}

/** The derived set as the meter takes it. */
export function derivedSet(settings: readonly Setting[], capacityAh: number): FullSet {
  const of = (id: SettingId) => settingOf(settings, id);
  const [tail, hold] = [of('tail-current'), of('hold-time')];
  return {
    fullV: of('full-voltage').menu.stored,
    tailA: tail.has ? tail.menu.stored * capacityAh : null,
    holdMs: hold.has ? hold.menu.stored * MIN_MS : null,
  };
}

/** A set as the settings that it comes to. */
export const setValues = ({ fullV, tailA, holdMs }: FullSet, capacityAh: number): SettingValues => ({
  'full-voltage': fullV,
  ...(tailA === null ? {} : { 'tail-current': tailA / capacityAh }),
  ...(holdMs === null ? {} : { 'hold-time': holdMs / MIN_MS }),
});

/** Values over what is allowed and a quarter beyond, in whole steps of the menu, each once. */
function stepsOf({ allowed, field, id, menu }: Setting, count: number, capacityAh: number): number[] {
  const beyond = (allowed.high - allowed.low) / 4;
  const step = field.step * unitFactor(id, field.unit, capacityAh);
  const values = Array.from({ length: count }, (_, k) => {
    const value = allowed.low - beyond + ((allowed.high - allowed.low + 2 * beyond) * k) / (count - 1);
    return Math.max(step, Math.round(value / step) * step);
  });
  const all = [...new Set([...values, menu.stored].map((value) => Number(value.toPrecision(10))))];
  return all.sort((a, b) => a - b);
}
