import { byDefault, computed, entered, type Figure, measured, type Sourced } from '../formula/figure';
import { sumFigure } from '../formula/formula';
import { formatNumber } from '../quantity/format';
import type { Inverter } from '../rig/inverter';
import type { AuditPlan, Load } from '../rig/load';
import type { AuditLine } from './audit-line';
import { climateFactor } from './climate';
import { type InverterModel, inverterModel } from './inverter-model';
import { inverterUse, type InverterUse } from './inverter-use';
import {
  ampHoursOfDay,
  hoursFromShare,
  inverterStandbyDay,
  loadDay,
  loggedDay,
  loggedFromAh,
  powerFromVoltsAmps,
  runningHours,
  warmedMean,
} from './load-formulas';
import { hourShares } from './pattern';
import { recordedBy, type RecordingSummary, summarise } from './recording';
import { spreadOf } from './spread';

export interface Audit {
  nominalV: Sourced;
  lines: AuditLine[];
  inverters: InverterUse[];
  dayWh: Figure;
  /** Every load at its typical. */
  dayAh: Figure;
  /** Every load at its low, and at its high, and used that day. */
  allLowAh: Figure;
  allHighAh: Figure;
  standingAh: Figure;
  /** Wh of the average day in each hour of the clock. */
  hoursWh: number[];
  /** The hour with the highest mean draw. */
  peakHour: { hour: number; meanW: number };
  /** All loads at once, at the bank, AC loads through the inverter. */
  peakW: Figure;
  /** The same, the one with the hardest start starting. */
  surgeW: Figure;
  /** Mean current of the smallest load that never pauses, or null. */
  smallestStanding: { says: string; currentA: number } | null;
}

const DAY_H = 24;

/**
 * The day's consumption of a rig.
 * @param nominalV   of the bank, with its origin
 * @param inverters  none: a default one serves the AC loads
 */
export function auditDay(
  loads: readonly Load[],
  inverters: readonly Inverter[],
  plan: AuditPlan,
  nominalV: Sourced,
): Audit {
  const models = inverters.map(inverterModel);
  const fallback = inverterModel(null);
  const modelOf = (load: Load) => models.find((model) => model.id === load.inverterId) ?? models[0] ?? fallback;
  const lines = loads.map((load) => auditLine(load, modelOf(load), plan, nominalV));
  const uses = inverters.map((inverter, k) => {
    const served = loads.flatMap((load, j) =>
      load.supply === 'ac' && modelOf(load) === models[k] ? [{ load, line: lines[j]! }] : [],
    );
    return inverterUse(inverter, models[k]!, served, nominalV);
  });
  for (const use of uses) if (use.standbyW.value > 0) lines.push(standbyLine(use, nominalV));

  const sumOf = (id: string, says: string, from: readonly AuditLine[]) =>
    sumFigure(
      { id, says, unit: 'Ah', source: 'the audit’s lines' },
      from.map((line) => ({ ...line.dayAh, says: line.says })),
    );
  const bound = (id: string, says: string, pick: (line: AuditLine) => number, remark: string) =>
    sumFigure(
      { id, says, unit: 'Ah', source: 'plain sum over the loads', remark },
      lines.map((line) => ({ ...computed(pick(line)), says: line.says, unit: 'Ah' })),
    );
  const dayWh = sumFigure(
    { id: 'audit.day-wh', says: 'energy a day', unit: 'Wh', source: 'the audit’s lines' },
    lines.map((line) => ({ ...line.dayWh, says: line.says })),
  );
  const hoursWh = Array.from({ length: DAY_H }, (_, hour) => lines.reduce((sum, line) => sum + line.hoursWh[hour]!, 0));
  const hour = hoursWh.indexOf(Math.max(...hoursWh));
  const standing = lines.filter((line) => line.standing);
  return {
    nominalV,
    lines,
    inverters: uses,
    dayWh,
    dayAh: ampHoursOfDay.figure(
      { dayWh, nominalV },
      { key: 'day', says: 'all loads a day', remark: bareVoltsRemark(dayWh.value, nominalV.value) },
    ),
    allLowAh: bound(
      'audit.all-low',
      'all loads low',
      (line) => line.lowAh * line.daysFraction,
      'Loads are hardly ever all low at once.',
    ),
    allHighAh: bound(
      'audit.all-high',
      'all loads high',
      (line) => line.highAh,
      'Loads are hardly ever all high, and all used, on one day.',
    ),
    standingAh: sumOf('audit.standing-ah', 'standing losses a day', standing),
    hoursWh,
    peakHour: { hour, meanW: hoursWh[hour]! },
    peakW: peak(lines),
    surgeW: surge(lines),
    smallestStanding: smallest(standing, nominalV.value),
  };
}

function auditLine(load: Load, model: InverterModel, plan: AuditPlan, nominalV: Sourced): AuditLine {
  const says = load.name === '' ? 'unnamed load' : load.name;
  const key = load.id;
  const { use } = load;
  const climate = climateFactor(load, plan);
  const daysFraction =
    load.daysPerWeek === 7
      ? byDefault(1, 'every day')
      : entered(
          load.daysPerWeek / 7,
          `${formatNumber(load.daysPerWeek, Number.isInteger(load.daysPerWeek) ? 0 : 1)} days a week`,
        );
  const recording = use.by === 'timed' ? summarise(use.recording, key) : null;
  const runningW = powerOf(load, recording, key);
  const atBank = (powerW: Sourced) => (load.supply === 'ac' ? model.drawOf(powerW, key) : powerW);

  const meanW = recording ? warmed(recording, climate, key) : runningW;
  const hours = hoursOf(load, key);
  const isMean = recording !== null && load.climate.by === 'compressor';
  const hoursPerDay = load.climate.by === 'none' || isMean ? hours : runningHours.figure({ hours, climate }, { key });
  const dayWh =
    use.by === 'logged'
      ? loggedDay.figure({ loggedWh: loggedWh(use, nominalV, key), daysFraction, climate }, { key, says })
      : loadDay.figure(
          {
            powerAtBankW: atBank(isMean ? meanW : recording ? recording.meanW : runningW),
            quantity: entered(load.quantity),
            hoursPerDay,
            daysFraction,
          },
          { key, says },
        );
  const dayAh = toAh(dayWh, nominalV, key, says);
  const spread = spreadOf(load, recording);
  const onDayAh = daysFraction.value > 0 ? dayAh.value / daysFraction.value : 0;
  const pieces = load.quantity * atBank(runningW).value;
  const standing = use.by === 'always' && load.climate.by === 'none' && load.daysPerWeek === 7;
  const shares = use.by === 'always' ? hourShares({ by: 'named', id: 'all-day' }) : hourShares(load.pattern);
  return {
    id: key,
    says,
    powerW: runningW,
    hoursPerDay,
    dayWh,
    dayAh,
    daysFraction: daysFraction.value,
    spread,
    lowAh: onDayAh * spread.lowFraction,
    highAh: onDayAh * spread.highFraction,
    hoursWh: shares.map((share) => share * dayWh.value),
    runningW: pieces,
    startingW: pieces * load.surgeFactor,
    standing,
    recording,
  };
}

/** What one piece draws while it runs. Of a logged load it is not known unless entered. */
function powerOf(load: Load, recording: RecordingSummary | null, key: string): Sourced {
  if (recording && load.use.by === 'timed') {
    const strongest = Math.max(...recording.states.map((state) => state.powerW));
    return measured(strongest, recordedBy(load.use.recording));
  }
  const origin = load.known === 'nameplate' ? entered : measured;
  const note = {
    logged: undefined,
    timed: undefined,
    clamp: 'clamp meter',
    wattmeter: 'wattmeter',
    nameplate: 'nameplate',
  }[load.known];
  if (load.power.by === 'watts') return origin(load.power.powerW, note);
  return powerFromVoltsAmps.figure(
    { voltageV: origin(load.power.voltageV, note), currentA: origin(load.power.currentA, note) },
    { key },
  );
}

function warmed(recording: RecordingSummary, climate: Sourced, key: string): Sourced {
  const runningW = measured(Math.max(...recording.states.map((state) => state.powerW)));
  return warmedMean.figure({ meanW: recording.meanW, climate, runningW }, { key });
}

function hoursOf({ use }: Load, key: string): Sourced {
  switch (use.by) {
    case 'hours':
      return entered(use.hoursPerDay);
    case 'share':
      return hoursFromShare.figure({ dutyFraction: entered(use.dutyFraction), dayH: byDefault(DAY_H) }, { key });
    case 'always':
      return entered(DAY_H, 'always on');
    case 'timed':
      return entered(use.hoursPerDay, 'in service');
    case 'logged':
      return measured(DAY_H, 'as logged');
  }
}

function loggedWh(use: Extract<Load['use'], { by: 'logged' }>, nominalV: Sourced, key: string): Sourced {
  const logged = measured(use.typical, `${formatNumber(use.days, 0)} days logged`);
  return use.unit === 'Wh' ? logged : loggedFromAh.figure({ loggedAh: logged, nominalV }, { key });
}

function standbyLine(use: InverterUse, nominalV: Sourced): AuditLine {
  const says = `${use.name}, standby`;
  const key = `standby:${use.id}`;
  const dayWh = inverterStandbyDay.figure({ standbyW: use.standbyW, hoursOnPerDay: use.hoursOn }, { key, says });
  const dayAh = toAh(dayWh, nominalV, key, says);
  return {
    id: key,
    says,
    powerW: use.standbyW,
    hoursPerDay: use.hoursOn,
    dayWh,
    dayAh,
    daysFraction: 1,
    spread: { lowFraction: 0.9, highFraction: 1.1, origin: 'default' },
    lowAh: dayAh.value * 0.9,
    highAh: dayAh.value * 1.1,
    hoursWh: use.onFractions.map((fraction) => fraction * use.standbyW.value),
    runningW: use.standbyW.value,
    startingW: use.standbyW.value,
    standing: true,
    recording: null,
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

function peak(lines: readonly AuditLine[]): Figure {
  return sumFigure(
    { id: 'audit.peak-w', says: 'all at once', unit: 'W', source: 'every load running at the same moment' },
    lines.map((line) => ({ says: line.says, unit: 'W', ...computed(line.runningW) })),
  );
}

function surge(lines: readonly AuditLine[]): Figure {
  const hardest = lines.reduce<AuditLine | null>(
    (most, line) => (line.startingW - line.runningW > (most ? most.startingW - most.runningW : 0) ? line : most),
    null,
  );
  return sumFigure(
    {
      id: 'audit.surge-w',
      says: hardest ? `all at once, ${hardest.says} starting` : 'all at once',
      unit: 'W',
      source: 'every load running, the one with the hardest start starting',
    },
    lines.map((line) => ({
      says: line.says,
      unit: 'W',
      ...computed(line === hardest ? line.startingW : line.runningW),
    })),
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
