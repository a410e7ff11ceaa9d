import { computed, inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import { chargeLimit } from '@core/charging/charge-limit';
import { chargingVoltage } from '@core/charging/charging-voltage';
import { profileIssues } from '@core/charging/profile-check';
import { sourceYear, type Surroundings } from '@core/charging/source-day';
import type { Figure } from '@core/formula/figure';
import { sumFigure } from '@core/formula/formula';
import type { ChargingPlan } from '@core/charging/plan';
import { type Devices, feedBefore } from '@core/sources/device';
import type { Source } from '@core/sources/source';
import { siteYear } from '@core/climate/site-year';
import type { SitePlan } from '@core/climate/weather';
import { Edit } from '../../rig/edit';
import { rigFeature } from '../../rig/rig-feature';
import { selectDerived } from '../../rig/rig-selectors';
import { YearSimulation } from '../../rig/year-simulation';

const SITE_KEYS = ['climateId', 'weather', 'tempC', 'stops'] as const;

/** What the leaves of charging share. */
@Injectable({ providedIn: 'root' })
export class ChargingFacts {
  private readonly store = inject(Store);
  readonly year = inject(YearSimulation);
  readonly rig = this.store.selectSignal(rigFeature.selectRig);
  readonly rigId = computed(() => this.rig()?.id ?? '');
  readonly plan = computed<ChargingPlan | null>(() => this.rig()?.charging ?? null);
  readonly bank = computed(() => this.rig()?.bank ?? null);
  private readonly derived = this.store.selectSignal(selectDerived);
  readonly circuit = computed(() => this.derived()?.circuit ?? null);
  private readonly years = new WeakMap<Source, { around: Surroundings; before: Source[]; months: Figure[] }>();
  /** What sources come out of. */
  readonly devices = computed<Devices>(() => ({
    sources: this.plan()?.sources ?? [],
    inverters: this.rig()?.inverters ?? [],
  }));
  private readonly place = computed(() => this.rig()?.place ?? null);
  private readonly edits = computed(() => this.rig()?.chemistryEdits ?? {});

  /** Stands still while sources are typed: an edit leaves the other parts of a plan as they are. */
  private readonly sitePlan = computed<SitePlan | null>(() => this.plan(), {
    equal: (a, b) => SITE_KEYS.every((key) => a?.[key] === b?.[key]),
  });
  readonly sites = computed(() => {
    const [plan, place] = [this.sitePlan(), this.place()];
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
  private readonly skyModel = computed(() => this.plan()?.skyModel ?? 'hay-davies');
  private readonly around = computed<Surroundings | null>(() => {
    const [bank, sites, chargeV] = [this.bank(), this.sites(), this.chargeV()];
    if (!bank || !sites || !chargeV) return null;
    return { sites, chargeV, bank, edits: this.edits(), model: this.skyModel() };
  });
  /** A usual day of each source in each month, and what is wrong with its voltages; empty without a bank. */
  readonly sourceRows = computed(() => {
    const [plan, around] = [this.plan(), this.around()];
    if (!plan || !around) return [];
    return plan.sources.map((source) => ({
      source,
      months: this.yearOf(source, around),
      issues: profileIssues(source, around.bank, around.edits),
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

  /** Of the sources that an edit leaves alone, what was worked out before. */
  private yearOf(source: Source, around: Surroundings): Figure[] {
    const known = this.years.get(source);
    const before = feedBefore(source, this.devices());
    const isAsBefore = known?.before.length === before.length && before.every((one, k) => one === known.before[k]);
    if (known?.around === around && isAsBefore) return known.months;
    const months = sourceYear(source, around, before);
    this.years.set(source, { around, before, months });
    return months;
  }

  change(changes: Partial<ChargingPlan>, field?: string): void {
    this.store.dispatch(Edit.merge('charging', changes, field));
  }

  changeSource(id: string, changes: Partial<Source>): void {
    const sources = (this.plan()?.sources ?? []).map((source) =>
      source.id === id ? ({ ...source, ...changes } as Source) : source,
    );
    this.change({ sources }, `source ${id} ${Object.keys(changes).join(',')}`);
  }
}
