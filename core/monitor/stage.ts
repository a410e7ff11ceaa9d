import type { Audit } from '../audit/audit';
import type { Bank } from '../bank/plan';
import type { SizedBank } from '../bank/size-bank';
import type { ChemistryEdits } from '../cells/chemistry-edit';
import { chemistryOf, chemistryValue } from '../cells/chemistry-of';
import type { ChargingPlan } from '../charging/plan';
import { entered, type Sourced } from '../formula/figure';
import { isObject } from '../plan/lift';
import { defineStage } from '../plan/stage-definition';
import { deriveSettings, type MonitorSettings } from './derive-settings';
import { MonitorPlan } from './plan';

interface MonitorNeeds {
  bank: Bank | null;
  charging: ChargingPlan;
  chemistryEdits: ChemistryEdits;
  monitor: MonitorPlan;
}

interface MonitorDerived {
  monitor: MonitorSettings | null;
  /** Ah out per Ah in that the book counts with: what was entered into the meter, or else the chemistry's. */
  coulombicFraction: Sourced;
}

export const monitorStage = defineStage({
  id: 'monitor',
  Plan: { monitor: MonitorPlan },
  fresh: () => ({
    monitor: {
      capacitySchool: 'rated' as const,
      lowestAbsorptionV: null,
      highestFloatV: null,
      solarCharging: true,
      alarmMarginFraction: 0.05,
      entered: {},
    },
  }),
  lift: {
    /** What a setting rested on when it was typed in was not kept. */
    4: (plan) => {
      const { monitor } = plan;
      if (!isObject(monitor) || !isObject(monitor['entered'])) return plan;
      const entered = Object.entries(monitor['entered']).map(([id, one]) => [
        id,
        isObject(one) ? { ...one, rests: null } : one,
      ]);
      return { ...plan, monitor: { ...monitor, entered: Object.fromEntries(entered) as unknown } };
    },
  },
  records: [],
  reads: ['bank', 'charging', 'chemistryEdits', 'monitor'],
  derive: ({
    plan,
    earlier,
  }: {
    plan: MonitorNeeds;
    earlier: { audit: Audit; bank: SizedBank | null };
  }): MonitorDerived => ({
    monitor:
      plan.bank &&
      earlier.bank &&
      deriveSettings(plan.bank, earlier.bank, plan.monitor, plan.charging.sources, earlier.audit.smallestStanding),
    coulombicFraction: counted(plan),
  }),
  none: ({ plan }) => ({ monitor: null, coulombicFraction: counted(plan) }),
  keyFigures: ({ monitor }) => monitor?.settings.map(({ figure }) => figure) ?? [],
  stale: ({ monitor }) =>
    monitor?.settings.flatMap(({ id, figure, entered: typed }) =>
      typed?.stale ? [{ id, was: typed.value, now: figure, moved: typed.moved ?? [] }] : [],
    ) ?? [],
});

function counted({ bank, chemistryEdits, monitor }: MonitorNeeds): Sourced {
  const typed = monitor.entered['coulombic-efficiency'];
  if (typed) return entered(typed.value, 'as set in the meter');
  return chemistryValue(chemistryOf(bank?.battery ?? { chemistryId: 'lfp' }, chemistryEdits), 'coulombicFraction');
}
