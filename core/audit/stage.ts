import * as z from 'zod';
import type { CellString } from '../cells/cells-in-series';
import { nominalVoltage } from '../cells/nominal-voltage';
import type { Figure } from '../formula/figure';
import { defineStage } from '../plan/stage-definition';
import { type Audit, auditDay } from './audit';
import { freshAudit } from './fresh';
import { Inverter } from './inverter';
import { auditLift } from './lift';
import { Load } from './load';
import { AuditPlan } from './plan';
import { DAY_SEED, type DayQuantiles, simulateDays } from './simulate-day';
import { daysOfLoads, LEAST_AH, quantileFigures, type SizingDay, sizingDay } from './sizing-day';

interface AuditNeeds {
  audit: AuditPlan;
  loads: Load[];
  inverters: Inverter[];
  /** For its voltage. */
  bank: CellString | null;
}

interface AuditDerived {
  audit: Audit;
  /** P10, P50 and P90 of the day; null while nothing is audited. */
  quantiles: Record<'p10Ah' | 'p50Ah' | 'p90Ah', Figure> | null;
  demand: SizingDay;
}

/** What is drawn on the spot, until the simulation has answered. */
const QUICK_DRAWS = 2000;

export const auditStage = defineStage({
  id: 'audit',
  Plan: { audit: AuditPlan, loads: z.array(Load).max(500), inverters: z.array(Inverter).max(20) },
  fresh: freshAudit,
  lift: auditLift,
  records: ['loads.*.use.recording.spans'],
  reads: ['audit', 'loads', 'inverters', 'bank'],
  adds: ['audit', 'quantiles', 'demand'],
  derive: ({ plan, earlier }: { plan: AuditNeeds; earlier: { simulatedDay: DayQuantiles | null } }): AuditDerived => {
    const audit = auditDay(plan.loads, plan.inverters, plan.audit, nominalVoltage(plan.bank));
    const drawn = earlier.simulatedDay ?? simulateDays(daysOfLoads(audit), QUICK_DRAWS, DAY_SEED);
    const fitted = fitTo(audit.dayAh.value, drawn);
    return { audit, quantiles: fitted && quantileFigures(audit, fitted), demand: sizingDay(audit, plan.audit, fitted) };
  },
  none: ({ plan }) => {
    const audit = auditDay([], [], plan.audit, nominalVoltage(null));
    return { audit, quantiles: null, demand: sizingDay(audit, plan.audit, null) };
  },
  keyFigures: ({ audit, quantiles }) => [
    audit.dayAh,
    audit.standingAh,
    audit.peakW,
    ...(quantiles ? [quantiles.p90Ah] : []),
  ],
  stale: () => [],
});

/** Null while nothing is audited. Until the simulation has answered for the newest plan, its last answer is stretched to it. */
function fitTo(typicalAh: number, quantiles: DayQuantiles): DayQuantiles | null {
  // Loads that typically rest still have days on which they run.
  if (!(quantiles.typicalAh > LEAST_AH)) return quantiles.p90Ah > LEAST_AH ? quantiles : null;
  const scale = typicalAh / quantiles.typicalAh;
  const { p10Ah, p50Ah, p90Ah } = quantiles;
  return { ...quantiles, p10Ah: p10Ah * scale, p50Ah: p50Ah * scale, p90Ah: p90Ah * scale };
}
