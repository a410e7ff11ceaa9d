import { errorText } from '../text/error-text';
import { type Audit, auditDay } from '../audit/audit';
import { DAY_SEED, type DayQuantiles, simulateDays } from '../audit/simulate-day';
import { daysOfLoads, LEAST_AH, quantileFigures, sizingDay } from '../audit/sizing-day';
import { type DayDemand, nominalVoltage, type SizedBank, sizeBank } from '../bank/size-bank';
import { chemistryOf, chemistryValue } from '../cells/chemistry-of';
import { entered, type Figure, type Sourced } from '../formula/figure';
import { deriveSettings, type MonitorSettings } from '../monitor/derive-settings';
import type { Rig } from './rig';

/** Everything that follows from the plan alone. Never stored. */
export interface DerivedRig {
  audit: Audit;
  /** P10, P50 and P90 of the day; null while nothing is audited. */
  quantiles: Record<'p10Ah' | 'p50Ah' | 'p90Ah', Figure> | null;
  demand: DayDemand & { dayAh: Figure };
  bank: SizedBank | null;
  monitor: MonitorSettings | null;
  /** Ah out per Ah in that the book counts with: what was entered into the meter, or else the chemistry's. */
  coulombicFraction: Sourced;
  /** Stages that could not be worked out, and why; they are null above, the others stand. */
  failures: { stage: StageId; says: string }[];
}

const QUICK_DRAWS = 2000;

export type DerivingParts = Pick<
  Rig,
  'audit' | 'loads' | 'inverters' | 'bank' | 'charging' | 'monitor' | 'chemistryEdits'
>;

/** @param quantiles of the audited day, from the simulation; null until it has answered: a few days are drawn on the spot */
export function deriveRig(rig: DerivingParts, quantiles: DayQuantiles | null): DerivedRig {
  const { chemistryEdits: edits } = rig;
  const audit = auditDay(rig.loads, rig.inverters, rig.audit, nominalVoltage(rig.bank));
  const fitted = fitTo(audit.dayAh.value, quantiles ?? simulateDays(daysOfLoads(audit), QUICK_DRAWS, DAY_SEED));
  const demand = sizingDay(audit, rig.audit, fitted);
  const failures: DerivedRig['failures'] = [];
  const attempt = <Result>(stage: StageId, work: () => Result): Result | null => {
    try {
      return work();
    } catch (error) {
      failures.push({ stage, says: errorText(error) });
      return null;
    }
  };
  const { bank: own } = rig;
  const bank = own && attempt('bank', () => sizeBank(own, demand, edits));
  const monitor =
    own &&
    bank &&
    attempt('monitor', () => deriveSettings(own, bank, rig.monitor, rig.charging.sources, audit.smallestStanding));
  const typed = rig.monitor.entered['coulombic-efficiency'];
  return {
    audit,
    quantiles: fitted && quantileFigures(audit, fitted),
    demand,
    bank,
    monitor,
    failures,
    coulombicFraction: typed
      ? entered(typed.value, 'as set in the meter')
      : chemistryValue(chemistryOf(rig.bank?.battery ?? { chemistryId: 'lfp' }, edits), 'coulombicFraction'),
  };
}

/** Null while nothing is audited. Until the simulation has answered for the newest plan, its last answer is stretched to it. */
function fitTo(typicalAh: number, quantiles: DayQuantiles): DayQuantiles | null {
  // Loads that typically rest still have days on which they run.
  if (!(quantiles.typicalAh > LEAST_AH)) return quantiles.p90Ah > LEAST_AH ? quantiles : null;
  const scale = typicalAh / quantiles.typicalAh;
  const { p10Ah, p50Ah, p90Ah } = quantiles;
  return { ...quantiles, p10Ah: p10Ah * scale, p50Ah: p50Ah * scale, p90Ah: p90Ah * scale };
}

export type StageId = 'audit' | 'bank' | 'monitor';

export interface MovedFigure {
  stage: StageId;
  says: string;
  before: Figure | null;
  after: Figure | null;
}

/** The figures of a rig that differ between two states of its plan, in the order of the stages. */
export function movedFigures(before: DerivedRig, after: DerivedRig): MovedFigure[] {
  const old = new Map(keyFigures(before).map((row) => [row.figure.id, row]));
  const moved: MovedFigure[] = [];
  for (const { stage, figure } of keyFigures(after)) {
    const was = old.get(figure.id);
    old.delete(figure.id);
    if (!was || was.figure.value !== figure.value)
      moved.push({ stage, says: figure.says, before: was?.figure ?? null, after: figure });
  }
  for (const { stage, figure } of old.values()) moved.push({ stage, says: figure.says, before: figure, after: null });
  return moved;
}

function keyFigures({ audit, quantiles, bank, monitor }: DerivedRig): { stage: StageId; figure: Figure }[] {
  const rows: { stage: StageId; figure: Figure }[] = [
    audit.dayAh,
    audit.standingAh,
    audit.peakW,
    ...(quantiles ? [quantiles.p90Ah] : []),
  ].map((figure) => ({
    stage: 'audit',
    figure,
  }));
  if (bank) {
    const { nominalV, capacityAh, usableAh, need } = bank;
    for (const figure of [nominalV, capacityAh, usableAh]) rows.push({ stage: 'bank', figure });
    if (need) for (const figure of [need.requiredAh, need.autonomyDays]) rows.push({ stage: 'bank', figure });
  }
  if (monitor) for (const { figure } of monitor.settings) rows.push({ stage: 'monitor', figure });
  return rows;
}

/** Settings that were typed into the meter and no longer agree with their derivation. */
export function staleSettings(derived: DerivedRig) {
  return derived.monitor?.settings.filter((setting) => setting.entered !== null && !setting.entered.agrees) ?? [];
}
