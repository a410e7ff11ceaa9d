import { computed, inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import { chargeLimit } from '@core/charging/charge-limit';
import { chargingVoltage } from '@core/charging/charging-voltage';
import { profileIssues } from '@core/charging/profile-check';
import { sourceYear } from '@core/charging/source-day';
import type { Figure } from '@core/formula/figure';
import { sumFigure } from '@core/formula/formula';
import type { ChargingPlan, Source } from '@core/rig/charging';
import { siteYear } from '@core/sources/site-year';
import { RigEdits } from '../../rig/rig-actions';
import { rigFeature } from '../../rig/rig-feature';
import { YearSimulation } from '../../rig/year-simulation';

/** What the leaves of charging share. */
@Injectable({ providedIn: 'root' })
export class ChargingFacts {
  private readonly store = inject(Store);
  readonly year = inject(YearSimulation);
  readonly rig = this.store.selectSignal(rigFeature.selectRig);
  readonly rigId = computed(() => this.rig()?.id ?? '');
  readonly plan = computed<ChargingPlan | null>(() => this.rig()?.charging ?? null);
  readonly bank = computed(() => this.rig()?.bank ?? null);
  private readonly place = computed(() => this.rig()?.place ?? null);
  private readonly edits = computed(() => this.rig()?.chemistryEdits ?? {});

  readonly sites = computed(() => {
    const [plan, place] = [this.plan(), this.place()];
    return plan && place ? siteYear(plan, place) : null;
  });
  readonly chargeV = computed(() => {
    const bank = this.bank();
    return bank ? chargingVoltage(bank, this.edits()) : null;
  });
  readonly limitA = computed(() => {
    const [bank, plan] = [this.bank(), this.plan()];
    return bank && plan ? chargeLimit(bank, plan, this.edits()) : null;
  });
  /** A usual day of each source in each month, and what is wrong with its voltages; empty without a bank. */
  readonly sourceRows = computed(() => {
    const [plan, bank, sites, chargeV] = [this.plan(), this.bank(), this.sites(), this.chargeV()];
    if (!plan || !bank || !sites || !chargeV) return [];
    const around = { sites, chargeV, bank, edits: this.edits(), model: plan.skyModel };
    return plan.sources.map((source) => ({
      source,
      months: sourceYear(source, around),
      issues: profileIssues(source, bank, this.edits()),
    }));
  });
  /** All sources on a usual day of each month. */
  readonly totals = computed<Figure[]>(() => {
    const rows = this.sourceRows().filter(({ source }) => source.on);
    return Array.from({ length: 12 }, (_, month) =>
      sumFigure(
        {
          id: `charging.all:${month + 1}`,
          says: 'all sources, a usual day',
          unit: 'Ah',
          source: 'the sources that are on',
        },
        rows.map(({ source, months }) => ({ ...months[month]!, says: source.name })),
      ),
    );
  });

  change(changes: Partial<ChargingPlan>, field?: string): void {
    this.store.dispatch(RigEdits.chargingChanged(field === undefined ? { changes } : { changes, field }));
  }

  changeSource(id: string, changes: Partial<Source>): void {
    const sources = (this.plan()?.sources ?? []).map((source) =>
      source.id === id ? ({ ...source, ...changes } as Source) : source,
    );
    this.change({ sources }, `source ${id} ${Object.keys(changes).join(',')}`);
  }
}
