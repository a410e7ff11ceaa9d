import { keptBy } from '../plan/kept-by';
import { at } from '../quantity/guard';
import { byDefault, computed, entered, type Figure, measured, type Sourced } from '../formula/figure';
import { sumFigure, sumOver } from '../formula/formula';
import { asTyped, formatNumber } from '../quantity/format';
import type { Inverter } from './inverter';
import type { AuditPlan } from './plan';
import type { Load } from './load';
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
  loggedThroughInverter,
  powerFromVoltsAmps,
  runningHours,
  warmedMean,
} from './load-formulas';
import { shareOfHours, spreadHours } from './pattern';
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
/** W, at which an inverter is judged for a load that was logged but of unknown power. */
const SMALL_LOAD_W = 50;

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
  const sockets = inverters.map((inverter) => ({ inverter, model: inverterModel(inverter) }));
  const fallback = inverterModel(null);
  const modelOf = (load: Load) =>
    (sockets.find(({ inverter }) => inverter.id === load.inverterId) ?? sockets[0])?.model ?? fallback;
  const audited = loads.map((load) => {
    const model = modelOf(load);
    return { load, model, line: auditLine(load, model, plan, nominalV) };
  });
  const lines = audited.map(({ line }) => line);
  const uses = sockets.map(({ inverter, model }) => {
    const served = audited.filter((one) => one.load.supply === 'ac' && one.model === model);
    return inverterUse(inverter, model, served, nominalV);
  });
  for (const use of uses) if (use.standbyW.value > 0) lines.push(standbyLine(use, nominalV));

  const sumOf = (id: string, says: string, from: readonly AuditLine[]) =>
    sumOver({ id, says, unit: 'Ah', source: 'the audit’s lines' }, from, (line) => line.dayAh);
  const bound = (id: string, says: string, pick: (line: AuditLine) => number, remark: string) =>
    sumOver({ id, says, unit: 'Ah', source: 'plain sum over the loads', remark }, lines, (line) =>
      computed(pick(line)),
    );
  const dayWh = sumOver(
    { id: 'audit.day-wh', says: 'energy a day', unit: 'Wh', source: 'the audit’s lines' },
    lines,
    (line) => line.dayWh,
  );
  const hoursWh = Array.from({ length: DAY_H }, (_, hour) =>
    lines.reduce((sum, line) => sum + at(line.hoursWh, hour), 0),
  );
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
    peakHour: { hour, meanW: at(hoursWh, hour) },
    peakW: peak(lines),
    surgeW: surge(lines),
    smallestStanding: smallest(standing, nominalV.value),
  };
}

const auditLine = keptBy((load: Load, model: InverterModel, plan: AuditPlan, nominalV: Sourced): AuditLine => {
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

  const isMean = recording !== null && load.climate.by === 'compressor';
  const recorded = recording && recordedMeans(recording, { atBank, climate: isMean ? climate : null, key });
  const hours = hoursOf(load, key);
  const hoursPerDay = load.climate.by === 'none' || isMean ? hours : runningHours.figure({ hours, climate }, { key });
  const logged = use.by === 'logged' ? loggedWh(load, use, model, nominalV) : null;
  const ofPieces = {
    powerAtBankW: recorded ? recorded.atBank : atBank(runningW),
    quantity: entered(load.quantity),
    hoursPerDay,
  };
  const dayWh = logged
    ? loggedDay.figure({ loggedWh: logged, daysFraction, climate }, { key, says })
    : loadDay.figure({ ...ofPieces, daysFraction }, { key, says });
  const dayAh = toAh(dayWh, nominalV, key, says);
  const spread = spreadOf(load, recording, hoursPerDay.value);
  const onDayWh = logged
    ? logged.value * climate.value
    : loadDay.of({
        powerAtBankW: ofPieces.powerAtBankW.value,
        quantity: load.quantity,
        hoursPerDay: hoursPerDay.value,
        daysFraction: 1,
      });
  const onDayAh = onDayWh / nominalV.value;
  // Of a log that was typically idle, low and high are what was seen; they are no shares of nothing.
  const seen = use.by === 'logged' ? seenAh(load, use, model, nominalV, climate.value) : null;
  const pieces = load.quantity * atBank(runningW).value;
  const standing = use.by === 'always' && load.climate.by === 'none' && load.daysPerWeek === 7;
  const runsH = use.by === 'logged' ? loggedHours(onDayWh, pieces) : hoursPerDay.value;
  const onHours = runsH === null ? shareOfHours(load) : spreadHours(shareOfHours(load), runsH);
  const onInAll = onHours.reduce((sum, share) => sum + share, 0);
  return {
    id: key,
    says,
    inverterId: load.supply === 'ac' && model.id !== '' ? model.id : null,
    powerW: runningW,
    hoursPerDay,
    dayWh,
    dayAh,
    daysFraction: daysFraction.value,
    spread,
    onDayAh,
    lowAh: Math.min(onDayAh, seen?.low ?? onDayAh * spread.lowFraction),
    highAh: Math.max(onDayAh, seen?.high ?? onDayAh * spread.highFraction),
    hoursWh: onHours.map((share) => (onInAll > 0 ? (share / onInAll) * dayWh.value : 0)),
    runningW: pieces,
    recordedW: recorded && {
      atBank: recorded.atBank.value * load.quantity,
      atLoad: recorded.atLoad.value * load.quantity,
    },
    startingW: pieces * load.surgeFactor,
    standing,
    recording,
  };
});

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

type AtBank = (powerW: Sourced) => Sourced;

/**
 * Mean power as recorded, at the load and at the bank. What an inverter loses bends with the power, so each state is taken to
 * the bank by itself and the mean made there. @param climate  of a compressor, which runs more in the warm; null: as recorded
 */
function recordedMeans(
  recording: RecordingSummary,
  { atBank, climate, key }: { atBank: AtBank; climate: Sourced | null; key: string },
): { atBank: Sourced; atLoad: Sourced } {
  const strongestW = measured(Math.max(...recording.states.map((state) => state.powerW)));
  const bankW = sumFigure(
    {
      id: `audit.recorded-at-bank:${key}`,
      says: 'recorded mean, at the bank',
      unit: 'W',
      source: 'what each state draws at the bank × its share of the time',
    },
    recording.states.map(({ name, powerW, fraction }) => {
      const drawW = atBank(measured(powerW, name));
      const note = `${formatNumber(fraction * 100, 1)} % of the time at ${formatNumber(drawW.value, 1)} W`;
      return { says: name || 'state', unit: 'W', ...computed(drawW.value * fraction, note), working: drawW.working };
    }),
  );
  if (climate === null) return { atBank: bankW, atLoad: recording.meanW };
  return {
    atBank: warmedMean.figure({ meanW: bankW, climate, runningW: atBank(strongestW) }, { key: `${key}:bank` }),
    atLoad: warmedMean.figure({ meanW: recording.meanW, climate, runningW: strongestW }, { key }),
  };
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

type Logged = Extract<Load['use'], { by: 'logged' }>;

/** Logged energy a day as the bank sees it. */
function loggedWh(load: Load, use: Logged, model: InverterModel, nominalV: Sourced): Sourced {
  const logged = measured(use.typical, `${formatNumber(use.days, 0)} days logged`);
  if (use.unit === 'Ah') return loggedFromAh.figure({ loggedAh: logged, nominalV }, { key: load.id });
  if (load.supply === 'dc' || use.side === 'bank') return logged;
  return loggedThroughInverter.figure({ loggedWh: logged, drawFraction: drawFraction(load, model) }, { key: load.id });
}

/** What the log saw at its least and at its most, on a day of use, Ah of the bank. */
function seenAh(load: Load, use: Logged, model: InverterModel, nominalV: Sourced, climate: number) {
  const ah = (typical: number) =>
    (loggedWh(load, { ...use, typical }, model, nominalV).value * climate) / nominalV.value;
  return { low: ah(use.low), high: ah(use.high) };
}

/** W before the inverter for one behind it, at what the load draws; where that is not known, at a small load. */
function drawFraction(load: Load, model: InverterModel): Sourced {
  const runningW = powerOf(load, null, load.id).value;
  const atW = runningW > 0 ? runningW : SMALL_LOAD_W;
  const drawW = model.drawOf(measured(atW, load.name), load.id);
  return { ...computed(drawW.value / atW, `${model.name} at ${formatNumber(atW, 0)} W`), working: drawW.working };
}

/** Hours that a logged day takes at what the load draws; null where that is not known: then its pattern alone says when. */
const loggedHours = (onDayWh: number, runningW: number): number | null =>
  runningW > 0 ? Math.min(24, onDayWh / runningW) : null;

function standbyLine(use: InverterUse, nominalV: Sourced): AuditLine {
  const says = `${use.name}, standby`;
  const key = `standby:${use.id}`;
  const dayWh = inverterStandbyDay.figure({ standbyW: use.standbyW, hoursOnPerDay: use.hoursOn }, { key, says });
  const dayAh = toAh(dayWh, nominalV, key, says);
  return {
    id: key,
    says,
    inverterId: null,
    powerW: use.standbyW,
    hoursPerDay: use.hoursOn,
    dayWh,
    dayAh,
    daysFraction: 1,
    spread: { lowFraction: 0.9, highFraction: 1.1, origin: 'default' },
    onDayAh: dayAh.value,
    lowAh: dayAh.value * 0.9,
    highAh: dayAh.value * 1.1,
    hoursWh: use.onFractions.map((fraction) => fraction * use.standbyW.value),
    runningW: use.standbyW.value,
    startingW: use.standbyW.value,
    recordedW: null,
    // One that is switched on when needed costs its standby, but not all the time.
    standing: use.leftOn,
    recording: null,
  };
}

const toAh = (dayWh: Figure, nominalV: Sourced, key: string, says: string) =>
  ampHoursOfDay.figure({ dayWh, nominalV }, { key, says, remark: bareVoltsRemark(dayWh.value, nominalV.value) });

/** What dividing by a bare 12, 24 or 48 would have made of it, where that differs. */
function bareVoltsRemark(dayWh: number, nominalV: number): string | undefined {
  const bareV = Math.round(nominalV / 12) * 12;
  if (bareV === 0 || Math.abs(bareV - nominalV) < 0.01 || dayWh === 0) return undefined;
  return `Dividing by a bare ${asTyped(bareV)} V would say ${formatNumber(dayWh / bareV, 1)} Ah.`;
}

function peak(lines: readonly AuditLine[]): Figure {
  return sumOver(
    { id: 'audit.peak-w', says: 'all at once', unit: 'W', source: 'every load running at the same moment' },
    lines,
    (line) => computed(line.runningW),
  );
}

function surge(lines: readonly AuditLine[]): Figure {
  const hardest = lines.reduce<AuditLine | null>(
    (most, line) => (line.startingW - line.runningW > (most ? most.startingW - most.runningW : 0) ? line : most),
    null,
  );
  return sumOver(
    {
      id: 'audit.surge-w',
      says: hardest ? `all at once, ${hardest.says} starting` : 'all at once',
      unit: 'W',
      source: 'every load running, the one with the hardest start starting',
    },
    lines,
    (line) => computed(line === hardest ? line.startingW : line.runningW),
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
