import { type Audit, auditDay } from '../audit/audit';
import { nominalVoltage, type SizedBank, sizeBank } from '../bank/size-bank';
import { CHEMISTRIES } from '../cells/chemistry.data';
import { byDefault, entered, type Figure, type Sourced } from '../formula/figure';
import { deriveSettings, type MonitorSettings } from '../monitor/derive-settings';
import type { Rig } from './rig';

/** Everything that follows from the plan alone. Never stored. */
export interface DerivedRig {
  audit: Audit;
  bank: SizedBank | null;
  monitor: MonitorSettings | null;
  /** Ah out per Ah in that the book counts with: what was entered into the meter, or else the chemistry's. */
  coulombicFraction: Sourced;
}

export function deriveRig(rig: Pick<Rig, 'loads' | 'inverter' | 'bank' | 'monitor'>): DerivedRig {
  const audit = auditDay(rig.loads, rig.inverter, nominalVoltage(rig.bank));
  const bank = rig.bank && sizeBank(rig.bank, audit.dayAh);
  const monitor = rig.bank && bank && deriveSettings(rig.bank, bank, rig.monitor, audit.smallestStanding);
  const typed = rig.monitor.entered['coulombic-efficiency'];
  const chemistry = CHEMISTRIES[rig.bank?.chemistryId ?? 'lfp'];
  const coulombicFraction = typed
    ? entered(typed.value, 'as set in the meter')
    : byDefault(chemistry.coulombicFraction, chemistry.shortName);
  return { audit, bank, monitor, coulombicFraction };
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

function keyFigures({ audit, bank, monitor }: DerivedRig): { stage: StageId; figure: Figure }[] {
  const rows: { stage: StageId; figure: Figure }[] = [audit.dayAh, audit.standingAh, audit.peakW].map((figure) => ({
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
