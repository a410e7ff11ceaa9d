import { byDefault, entered, type Figure, type Sourced } from '../formula/figure';
import { sumFigure } from '../formula/formula';
import { formatNumber } from '../quantity/format';
import type { Inverter, Load } from '../rig/load';
import { newInverter } from '../rig/new-rig';
import {
  acLoadDay,
  ampHoursOfDay,
  dcLoadDay,
  hoursFromShare,
  inverterStandbyDay,
  powerFromVoltsAmps,
} from './load-formulas';

/** One line of the audit, worked out. */
export interface AuditLine {
  /** The load's id, or "inverter" for the inverter's standby. */
  id: string;
  says: string;
  /** Each, not times the quantity. */
  powerW: Sourced;
  hoursPerDay: Sourced;
  dayWh: Figure;
  dayAh: Figure;
  /** Runs without a pause. */
  standing: boolean;
}

export interface Audit {
  nominalV: Sourced;
  lines: AuditLine[];
  dayWh: Figure;
  dayAh: Figure;
  standingAh: Figure;
  /** All loads at once, at the bank, AC loads through the inverter. */
  peakW: Figure;
  /** Mean current of the smallest load that never pauses, or null. */
  smallestStanding: { says: string; currentA: number } | null;
}

const DAY_H = 24;

/**
 * The day's consumption of a rig.
 * @param nominalV   of the bank, with its origin
 * @param inverter   null: a default one serves the AC loads
 */
export function auditDay(loads: readonly Load[], inverter: Inverter | null, nominalV: Sourced): Audit {
  const efficiency: Sourced = inverter
    ? entered(inverter.efficiencyFraction, inverter.name)
    : byDefault(newInverter().efficiencyFraction, 'no inverter entered');
  const lines = loads.map((load) => auditLine(load, efficiency, nominalV));
  if (inverter && inverter.standbyW > 0) lines.push(standbyLine(inverter, nominalV));

  const sumOf = (id: string, says: string, unit: 'Wh' | 'Ah', from: readonly AuditLine[]) =>
    sumFigure(
      { id, says, unit, source: 'the audit’s lines' },
      from.map((line) => ({ ...(unit === 'Wh' ? line.dayWh : line.dayAh), says: line.says })),
    );
  const dayWh = sumOf('audit.day-wh', 'energy a day', 'Wh', lines);
  const standing = lines.filter((line) => line.standing);
  return {
    nominalV,
    lines,
    dayWh,
    dayAh: ampHoursOfDay.figure(
      { dayWh, nominalV },
      { key: 'day', says: 'all loads a day', remark: bareVoltsRemark(dayWh.value, nominalV.value) },
    ),
    standingAh: sumOf('audit.standing-ah', 'standing losses a day', 'Ah', standing),
    peakW: peak(loads, lines, efficiency),
    smallestStanding: smallest(standing, nominalV.value),
  };
}

function auditLine(load: Load, efficiencyFraction: Sourced, nominalV: Sourced): AuditLine {
  const says = load.name === '' ? 'unnamed load' : load.name;
  const key = load.id;
  const powerW: Sourced =
    load.power.by === 'watts'
      ? entered(load.power.powerW)
      : powerFromVoltsAmps.figure(
          { voltageV: entered(load.power.voltageV), currentA: entered(load.power.currentA) },
          { key },
        );
  const hoursPerDay: Sourced =
    load.use.by === 'hours'
      ? entered(load.use.hoursPerDay)
      : load.use.by === 'share'
        ? hoursFromShare.figure({ dutyFraction: entered(load.use.dutyFraction), dayH: byDefault(DAY_H) }, { key })
        : entered(DAY_H, 'always on');
  const inputs = { powerW, quantity: entered(load.quantity), hoursPerDay };
  const dayWh =
    load.supply === 'dc'
      ? dcLoadDay.figure(inputs, { key, says })
      : acLoadDay.figure({ ...inputs, efficiencyFraction }, { key, says });
  return {
    id: key,
    says,
    powerW,
    hoursPerDay,
    dayWh,
    dayAh: toAh(dayWh, nominalV, key, says),
    standing: load.use.by === 'always',
  };
}

function standbyLine(inverter: Inverter, nominalV: Sourced): AuditLine {
  const says = `${inverter.name === '' ? 'Inverter' : inverter.name}, standby`;
  const powerW = entered(inverter.standbyW);
  const hoursPerDay = entered(inverter.hoursOnPerDay);
  const dayWh = inverterStandbyDay.figure({ standbyW: powerW, hoursOnPerDay: hoursPerDay }, { says });
  return {
    id: 'inverter',
    says,
    powerW,
    hoursPerDay,
    dayWh,
    dayAh: toAh(dayWh, nominalV, 'inverter', says),
    standing: true,
  };
}

const toAh = (dayWh: Figure, nominalV: Sourced, key: string, says: string) =>
  ampHoursOfDay.figure({ dayWh, nominalV }, { key, says, remark: bareVoltsRemark(dayWh.value, nominalV.value) });

/** What dividing by a bare 12, 24 or 48 would have made of it, where that differs. */
function bareVoltsRemark(dayWh: number, nominalV: number): string | undefined {
  const bareV = Math.round(nominalV / 12) * 12;
  if (bareV === 0 || Math.abs(bareV - nominalV) < 0.01 || dayWh === 0) return undefined;
  return `Dividing by a bare ${bareV} V would say ${formatNumber(dayWh / bareV, 1)} Ah.`;
}

function peak(loads: readonly Load[], lines: readonly AuditLine[], efficiency: Sourced): Figure {
  const parts = loads.map((load, k) => {
    const line = lines[k]!;
    const value = (line.powerW.value * load.quantity) / (load.supply === 'ac' ? efficiency.value : 1);
    return { says: line.says, value, unit: 'W' as const, origin: line.powerW.origin, working: undefined };
  });
  return sumFigure(
    {
      id: 'audit.peak-w',
      says: 'all at once',
      unit: 'W',
      source: 'every load running at the same moment',
      remark: 'Start-up surges are not in it.',
    },
    parts,
  );
}

function smallest(standing: readonly AuditLine[], nominalV: number): Audit['smallestStanding'] {
  let least: Audit['smallestStanding'] = null;
  for (const line of standing) {
    const currentA = line.dayWh.value / line.hoursPerDay.value / nominalV;
    if (currentA > 0 && (least === null || currentA < least.currentA)) least = { says: line.says, currentA };
  }
  return least;
}
