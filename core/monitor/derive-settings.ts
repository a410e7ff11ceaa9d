import type { Figure } from '../formula/figure';
import { type MovedInput, movedSince } from '../plan/stamped';
import { checkSettings, type MonitorFinding } from './checks/check-settings';
import { type NowKeyed, nowKeyed } from './entries';
import { type MonitorFacts, monitorFacts, type MonitorRig } from './facts';
import { menuValue, type MenuValue, unitFactor, usualField } from './meter-unit';
import type { Meter, MeterField } from './plan';
import { profileOf } from './profile-of';
import { alarmOf, alarmSettings } from './settings/alarms';
import { capacitySetting, countingSettings, uncountedPerWeek } from './settings/counting';
import { fullMarkSettings } from './settings/full-mark';
import { reminderSettings } from './settings/reminders';
import type { DerivedSetting } from './settings/setting';
import { shuntFigures, type ShuntFigures, shuntSettings } from './settings/shunt';
import { SETTING_IDS, type SettingId, type SettingValues } from './setting-id';

/** A setting as it follows from the rig, as the meter's menu takes it, and as it was keyed in. */
export interface Setting extends DerivedSetting {
  /** As the meter asks for it; the usual way where it does not. */
  field: MeterField;
  /** The meter asks for it. */
  has: boolean;
  menu: MenuValue;
  entered: EnteredSetting | null;
}

export interface EnteredSetting {
  value: number;
  atMs: number;
  by: string;
  /** It is what the menu would be set to today. */
  agrees: boolean;
  /** It is not, and what it rested on has changed since. */
  stale: boolean;
  /** Where it does not agree, what has changed since; null where it is not known what it rested on. */
  moved: MovedInput[] | null;
}

export interface MonitorSettings {
  facts: MonitorFacts;
  /** All of them, in the order of the sheet. */
  settings: Setting[];
  /** Tail current in amps, whatever the school of capacity. */
  tailA: number;
  uncountedPerWeek: Figure | null;
  shunt: ShuntFigures;
  /** What is wrong with the derived set, and with the set that was keyed in. */
  findings: MonitorFinding[];
  enteredFindings: MonitorFinding[];
}

/** How a meter asks for a setting; null: it does not. The relay's two go by what the relay goes by. */
export function fieldOf(meter: Meter, id: SettingId): MeterField | null {
  const field = meter.fields.find((one) => one.id === id) ?? null;
  if (!field || (id !== 'cut-off' && id !== 'cut-in')) return field;
  const unit = meter.relayBy === 'charge' ? 'percent' : 'V';
  return field.unit === unit ? field : usualField(id, unit);
}

/** Derives every setting of a shunt monitor from the bank, its chargers, the circuit and the audit, for one profile. */
export function deriveSettings(rig: MonitorRig, profile = profileOf(rig.plan)): MonitorSettings {
  const facts = monitorFacts(rig, profile);
  const { plan } = facts;
  const capacity = capacitySetting(facts);
  const derived = [
    capacity,
    ...fullMarkSettings(facts, capacity.figure),
    ...countingSettings(facts),
    ...alarmSettings(facts),
    ...reminderSettings(facts),
    ...shuntSettings(facts),
  ];
  const keyed = nowKeyed(plan.entries, profile.id);
  const settings: Setting[] = [];
  for (const id of SETTING_IDS) {
    const asked = fieldOf(plan.meter, id);
    const field = asked ?? fieldOf({ ...plan.meter, fields: [usualField(id)] }, id) ?? usualField(id);
    const own = settingOf(derived, id);
    const room = id === 'cut-off' ? belowAlarm(own, field, settings, plan.meter) : own.allowed;
    const menu = menuValue(field, Math.min(own.figure.value, room.high), room, capacity.figure.value);
    const typed = keyed.get(id);
    const entered = typed ? asEntered(typed, own.figure, menu, field, capacity.figure.value) : null;
    settings.push({ ...own, allowed: room, field, has: asked !== null, menu, entered });
  }
  return {
    facts,
    settings,
    tailA: settingOf(settings, 'tail-current').figure.value * capacity.figure.value,
    uncountedPerWeek: uncountedPerWeek(facts),
    shunt: shuntFigures(facts),
    findings: checkSettings(menuValues(settings), facts),
    enteredFindings: checkSettings(enteredValues(settings), facts),
  };
}

/** Loads are cut off after the alarm has called, as the menu has rounded that. @param before  settings that stand before it on the sheet */
function belowAlarm(
  { allowed }: DerivedSetting,
  { unit, step }: MeterField,
  before: readonly Setting[],
  meter: Meter,
): DerivedSetting['allowed'] {
  const { has, menu } = settingOf(before, alarmOf(meter));
  const high = Math.min(allowed.high, menu.stored - A_HAIR * step * unitFactor('cut-off', unit, 1));
  return has && high > allowed.low ? { ...allowed, high } : allowed;
}
/** Of a step: less than any menu shows, more than sums of decimal fractions are off by. */
const A_HAIR = 1e-6;

/** One of them by its id. @throws {RangeError} where it is not among them: all of them always are */
export function settingOf<Of extends { id: SettingId }>(settings: readonly Of[], id: SettingId): Of {
  const found = settings.find((one) => one.id === id);
  if (!found) throw new RangeError(`no setting is called ${id}`);
  return found;
}

/** The set as the menu would take it, of what the meter asks for. */
export const menuValues = (settings: readonly Setting[]): SettingValues =>
  Object.fromEntries(settings.flatMap(({ id, has, menu }) => (has ? [[id, menu.stored]] : [])));

/** The set that was keyed in. */
export const enteredValues = (settings: readonly Setting[]): SettingValues =>
  Object.fromEntries(settings.flatMap(({ id, entered }) => (entered ? [[id, entered.value]] : [])));

function asEntered(
  { value, atMs, by, rests }: NowKeyed,
  figure: Figure,
  menu: MenuValue,
  { id, unit, step }: MeterField,
  capacityAh: number,
): EnteredSetting {
  const stepStored = step * unitFactor(id, unit, capacityAh);
  const agrees = Math.min(Math.abs(value - menu.stored), Math.abs(value - figure.value)) <= stepStored / 2 + 1e-9;
  // What still is as the menu would be set asks for no reason.
  const moved = agrees ? [] : movedSince({ value, atMs, rests }, figure);
  return { value, atMs, by, agrees, moved, stale: !agrees && (moved === null || moved.length > 0) };
}
