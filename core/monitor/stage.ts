import type { Audit } from '../audit/audit';
import type { Inverter } from '../audit/inverter';
import type { Bank } from '../bank/plan';
import type { SizedBank } from '../bank/size-bank';
import type { ChemistryEdits } from '../cells/chemistry-edit';
import { chemistryOf, chemistryValue } from '../cells/chemistry-of';
import type { ChargingPlan } from '../charging/plan';
import { entered, type Sourced } from '../formula/figure';
import { defineStage } from '../plan/stage-definition';
import type { Circuit } from '../wiring/circuit-figures';
import type { WiringPlan } from '../wiring/plan';
import { deriveSettings, type MonitorSettings } from './derive-settings';
import { nowKeyed } from './entries';
import type { MonitorRig } from './facts';
import { freshMonitor } from './fresh';
import { monitorLift } from './lift';
import { MonitorPlan } from './plan';
import { profileOf } from './profile-of';
import type { SettingId } from './setting-id';

interface MonitorNeeds {
  inverters: Inverter[];
  bank: Bank | null;
  charging: ChargingPlan;
  chemistryEdits: ChemistryEdits;
  wiring: WiringPlan;
  monitor: MonitorPlan;
}

interface MonitorDerived {
  monitor: MonitorSettings | null;
  /** What the settings follow from, for another profile; null without a bank. */
  monitorRig: MonitorRig | null;
  /** Ah out per Ah in that the book counts with: what was entered into the meter, or else the chemistry's. */
  coulombicFraction: Sourced;
}

export const monitorStage = defineStage({
  id: 'monitor',
  Plan: { monitor: MonitorPlan },
  fresh: () => ({ monitor: freshMonitor() }),
  lift: monitorLift,
  records: ['monitor.entries', 'monitor.totals'],
  reads: ['inverters', 'bank', 'charging', 'chemistryEdits', 'wiring', 'monitor'],
  adds: ['monitor', 'monitorRig', 'coulombicFraction'],
  derive: ({
    plan,
    earlier,
  }: {
    plan: MonitorNeeds;
    earlier: { audit: Audit; bank: SizedBank | null; circuit: Circuit | null };
  }): MonitorDerived => {
    const coulombicFraction = counted(plan);
    const { bank, monitor, chemistryEdits, inverters, charging, wiring } = plan;
    if (!bank || !earlier.bank) return { monitor: null, monitorRig: null, coulombicFraction };
    const monitorRig = {
      ...{ plan: monitor, bank, chemistryEdits, inverters, wiring, sources: charging.sources },
      sized: earlier.bank,
      audit: earlier.audit,
      circuit: earlier.circuit,
    };
    return { monitor: deriveSettings(monitorRig), monitorRig, coulombicFraction };
  },
  none: ({ plan }) => ({ monitor: null, monitorRig: null, coulombicFraction: counted(plan) }),
  keyFigures: ({ monitor }) => monitor?.settings.filter(({ id }) => KNOWN_BY.has(id)).map(({ figure }) => figure) ?? [],
  stale: ({ monitor }) =>
    monitor?.settings.flatMap(({ id, figure, entered: typed }) =>
      typed?.stale ? [{ id, was: typed.value, now: figure, moved: typed.moved ?? [] }] : [],
    ) ?? [],
});

/** The settings by which an edit is told: those that follow the audit with every load are not among them. */
const KNOWN_BY: ReadonlySet<SettingId> = new Set([
  'capacity',
  'full-voltage',
  'tail-current',
  'hold-time',
  'coulombic-efficiency',
  'dead-band',
  'reserve-alarm',
] as const);

function counted({ bank, chemistryEdits, monitor }: MonitorNeeds): Sourced {
  const typed = nowKeyed(monitor.entries, profileOf(monitor).id).get('coulombic-efficiency');
  if (typed) return entered(typed.value, 'as set in the meter');
  return chemistryValue(chemistryOf(bank?.battery ?? { chemistryId: 'lfp' }, chemistryEdits), 'coulombicFraction');
}
