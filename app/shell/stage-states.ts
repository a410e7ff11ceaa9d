import { computed, inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import { formatNumber, quantityText } from '@core/quantity/format';
import { staleSettings } from '@core/rig/derive-rig';
import { VERDICT_WORDS } from '../rig/verdict-words';
import { Book } from '../rig/book';
import { YearSimulation } from '../rig/year-simulation';
import { rigFeature } from '../rig/rig-feature';
import { selectDerived } from '../rig/rig-selectors';

export type StageState = 'empty' | 'in-work' | 'done' | 'warning' | 'stale' | 'later';

export interface StageLine {
  state: StageState;
  /** The stage's one key figure, or what it waits for. */
  says: string;
}

const SHORT_MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'June', 'July', 'Aug', 'Sept', 'Oct', 'Nov', 'Dec'];

/** How each stage stands, for the spine. */
@Injectable({ providedIn: 'root' })
export class StageStates {
  private readonly store = inject(Store);
  private readonly book = inject(Book);
  private readonly year = inject(YearSimulation);
  private readonly rig = this.store.selectSignal(rigFeature.selectRig);
  private readonly derived = this.store.selectSignal(selectDerived);

  readonly lines = computed<Record<string, StageLine>>(() => ({
    audit: this.audit(),
    bank: this.bank(),
    charging: this.charging(),
    monitor: this.monitor(),
    logbook: this.logbook(),
  }));

  private audit(): StageLine {
    const audit = this.derived()?.audit;
    if (!audit || audit.lines.length === 0) return { state: 'empty', says: 'no loads yet' };
    const says = `${quantityText(audit.dayAh.value, 'Ah')} a day`;
    return { state: audit.dayAh.value > 0 ? 'done' : 'in-work', says };
  }

  private bank(): StageLine {
    const bank = this.derived()?.bank;
    if (!bank) return { state: 'empty', says: 'not chosen yet' };
    const capacity = quantityText(bank.capacityAh.value, 'Ah', { decimals: 0 });
    if (!bank.need) return { state: 'in-work', says: `${capacity}, nothing audited` };
    const days = formatNumber(bank.need.autonomyDays.value, 1);
    if (bank.need.fits) return { state: 'done', says: `${capacity}, lasts ${days} days` };
    return { state: 'warning', says: `too small, lasts ${days} days` };
  }

  private charging(): StageLine {
    const sources = this.rig()?.charging.sources.length ?? 0;
    if (sources === 0) return { state: 'empty', says: 'no source yet' };
    if (this.year.parts() === null) return { state: 'in-work', says: 'needs bank and loads' };
    const worst = this.year.outcome()?.worst;
    if (!worst) return { state: 'in-work', says: this.year.problem() ? 'not played' : 'playing the year' };
    if (worst.verdict === 'keeps-up') return { state: 'done', says: 'keeps up all year' };
    const month = SHORT_MONTHS[worst.month - 1]!;
    return { state: 'warning', says: `${VERDICT_WORDS[worst.verdict]} in ${month}` };
  }

  private monitor(): StageLine {
    const derived = this.derived();
    if (!derived?.monitor) return { state: 'empty', says: 'needs a bank first' };
    const { settings } = derived.monitor;
    const stale = staleSettings(derived).length;
    if (stale > 0) return { state: 'stale', says: `re-enter ${stale} ${stale === 1 ? 'setting' : 'settings'}` };
    if (settings.some((setting) => setting.problems.length > 0)) {
      return { state: 'warning', says: 'settings cannot be met' };
    }
    const typed = settings.filter((setting) => setting.entered !== null).length;
    if (typed === settings.length) return { state: 'done', says: 'as entered' };
    return { state: 'in-work', says: `${typed} of ${settings.length} entered` };
  }

  private logbook(): StageLine {
    if (this.book.reading()) return { state: 'in-work', says: 'reading the book' };
    const verdict = this.book.verdict();
    const readings = this.rig()?.logbook.readings.length ?? 0;
    if (!verdict) {
      if (readings === 0) return { state: 'empty', says: 'nothing logged yet' };
      return { state: 'in-work', says: readings === 1 ? '1 reading' : `${readings} readings` };
    }
    if (verdict.state === 'none') return { state: 'in-work', says: `${verdict.daysUsed} whole days so far` };
    const state: StageState =
      verdict.state === 'falls-behind' ? 'warning' : verdict.state === 'open' ? 'in-work' : 'done';
    return { state, says: VERDICT_WORDS[verdict.state] };
  }
}
