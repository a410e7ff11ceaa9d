import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { Figure } from '@core/formula/figure';
import type { LedgerRow } from '@core/logbook/ledger';
import { daysFromTo, type LedgerWindow } from '@core/logbook/window';
import { formatNumber } from '@core/quantity/format';
import { LIMITS } from '@core/rig/limits';
import { LEAST_GAP_MS } from '@core/logbook/day-integrator';
import type { Logbook } from '@core/logbook/plan';
import { Book } from '../../rig/book';
import { Edit } from '../../rig/edit';
import { rigFeature } from '../../rig/rig-feature';
import { selectDerived } from '../../rig/rig-selectors';
import { Choice, type Option } from '../../ui/choice';
import { dayLabel, dayMonthLabel, fullDayLabel, isSunday } from '../../ui/dates';
import { FigurePart } from '../../ui/figure';
import { MarginContent } from '../../ui/margin-slot';
import { MethodSwitch } from '../../ui/method-switch';
import { QuantityField } from '../../ui/quantity-field';
import { WorkingStore } from '../../ui/working-store';
import { DayPanel } from './day-panel';
import { WindowPanel } from './window-panel';
import { FlowBar } from '../../ui/flow-bar';
import { StageTabs } from '../../rig/stage-tabs';
import { BEYOND_WORDS, missingWords, noVerdict, ratioRange, verdictLead, verdictReason } from './verdict-sentence';

/** Days of a window before its first row. */
const leadingGap = ({ rows, fromKey }: LedgerWindow) => (fromKey && rows[0] ? daysFromTo(fromKey, rows[0].key) - 1 : 0);

const WINDOWS: readonly Option[] = [
  { id: '7', name: 'the last 7 days' },
  { id: '14', name: 'the last 14 days' },
  { id: '30', name: 'the last 30 days' },
  { id: '90', name: 'the last 90 days' },
  { id: 'all', name: 'the whole book' },
];

const SCHOOLS = [
  {
    id: 'three',
    name: 'volts, amps, time',
    reason: 'Full where the voltage is reached, the current has fallen, and both have held: as set under Monitor.',
    answers: [],
  },
  {
    id: 'volts',
    name: 'volts only',
    reason: 'Full where the voltage has held, whatever the current. Marks too early on strong chargers.',
    answers: [],
  },
  { id: 'hand', name: 'by hand', reason: 'Full where you said so in a reading.', answers: [] },
];

/** Stage 7: the book of amp-hours, day by day, and its verdict. */
@Component({
  selector: 'co-ledger-page',
  imports: [
    Choice,
    DayPanel,
    WindowPanel,
    FigurePart,
    FlowBar,
    StageTabs,
    MarginContent,
    MethodSwitch,
    QuantityField,
    RouterLink,
  ],
  templateUrl: './ledger-page.html',
  styleUrl: './ledger-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LedgerPage {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  protected readonly book = inject(Book);
  protected readonly rig = this.store.selectSignal(rigFeature.selectRig);
  private readonly derived = this.store.selectSignal(selectDerived);
  protected readonly windows = WINDOWS;
  protected readonly schools = SCHOOLS;
  protected readonly limits = LIMITS;
  protected readonly dayLabel = dayLabel;
  protected readonly fullDayLabel = fullDayLabel;
  protected readonly isSunday = isSunday;
  protected readonly number = formatNumber;
  protected readonly beyondWords = BEYOND_WORDS;
  /** From the address: the day that is opened, or "all". */
  readonly day = input<string>();

  protected readonly logbook = computed(() => this.rig()?.logbook ?? null);
  protected readonly logIds = computed(() => this.logbook()?.logs.map((log) => log.id) ?? []);
  protected readonly gapMs = computed(() =>
    Math.max(LEAST_GAP_MS, ...(this.logbook()?.logs.map((log) => log.gapLimitMs) ?? [])),
  );
  protected readonly window = computed(() => String(this.logbook()?.windowDays ?? 'all'));
  protected readonly rows = computed(() => this.book.window().rows);
  /** Each row with the days before it that the book lacks. */
  protected readonly lines = computed(() =>
    this.rows().map((row, k, all) => {
      const before = all[k - 1]?.key ?? null;
      const lacking = before === null ? leadingGap(this.book.window()) : daysFromTo(before, row.key) - 2;
      return { row, lacking };
    }),
  );
  protected readonly selected = computed<LedgerRow | null>(() =>
    this.day() === 'all' ? null : (this.rows().find((row) => row.key === this.day()) ?? this.rows().at(-1) ?? null),
  );
  protected readonly scaleAh = computed(() => Math.max(...this.rows().map((row) => Math.max(row.outAh, row.inAh)), 0));
  protected readonly hasVoltage = computed(() => this.rows().some((row) => row.hasVoltage));
  protected readonly hasMissing = computed(() => this.rows().some((row) => row.hoursMissing > 0.05));

  protected readonly capacity = computed(() => this.derived()?.bank?.capacityAh ?? null);
  protected readonly unanchored = computed(() => this.rows().some((row) => !row.carriedFromFull));
  protected readonly carried = (row: LedgerRow) =>
    row.carriedFromFull && row.carriedAh > -0.05 ? 'full' : formatNumber(row.carriedAh, 1, !row.carriedFromFull);

  protected readonly totals = computed(() => {
    const rows = this.rows();
    const sum = (pick: (row: LedgerRow) => number) => rows.reduce((total, row) => total + pick(row), 0);
    return {
      outAh: sum((row) => row.outAh),
      inAh: sum((row) => row.inAh),
      netAh: sum((row) => row.netAh),
      missing: sum((row) => row.hoursMissing),
    };
  });

  protected readonly verdict = computed(() => {
    const verdict = this.book.verdict();
    return verdict && verdict.state !== 'none' ? verdict : null;
  });
  protected readonly none = computed(() => {
    const verdict = this.book.verdict();
    return verdict?.state === 'none' ? noVerdict(verdict) : null;
  });
  protected readonly lead = computed(() => (this.verdict() ? verdictLead(this.verdict()!) : ''));
  protected readonly range = computed(() => (this.verdict() ? ratioRange(this.verdict()!) : ''));
  protected readonly reason = computed(() => (this.verdict() ? verdictReason(this.verdict()!) : ''));

  protected readonly span = computed(() => {
    const rows = this.rows();
    if (rows.length === 0) return this.book.reading() ? '' : 'nothing logged yet';
    const missing = this.totals().missing;
    return `${dayMonthLabel(rows[0]!.key)} to ${dayMonthLabel(rows.at(-1)!.key)}, ${formatNumber(missing, missing < 10 ? 1 : 0)} h missing`;
  });
  protected readonly statement = computed(() => {
    const { outAh, inAh } = this.totals();
    const left = this.verdict()?.daysLeftOut ?? 0;
    const leftOut =
      left === 0
        ? ''
        : ` ${left === 1 ? 'One day' : `${left} days`} with many hours missing ${left === 1 ? 'is' : 'are'} left out of the verdict.`;
    const missing = missingWords(this.book.window());
    return `Out ${formatNumber(outAh, 0)} Ah, in ${formatNumber(inAh, 0)} Ah over ${this.rows().length} days.${leftOut}${missing && ` ${missing}`}`;
  });

  protected readonly auditAh = computed<Figure | null>(() => {
    const figure = this.derived()?.audit.dayAh;
    return figure && figure.value > 0 ? figure : null;
  });
  protected readonly auditMeanA = computed(() => {
    const figure = this.auditAh();
    return figure ? figure.value / 24 : null;
  });
  protected readonly fullDays = computed(() => this.rows().filter((row) => row.fullAtMs !== null).length);

  constructor() {
    inject(WorkingStore).suggest(computed(() => this.verdict()?.ratio ?? null));
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    afterRenderEffect(() => {
      if (this.day() && this.selected()) host.querySelector('tr.sel')?.scrollIntoView({ block: 'nearest' });
    });
  }

  protected show(day: string): void {
    void this.router.navigate([], { queryParams: { day }, replaceUrl: true });
  }

  protected onKey(event: KeyboardEvent, index: number): void {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    const row = this.rows()[index + step];
    if (step === 0 || !row) return;
    event.preventDefault();
    this.show(row.key);
    const table = (event.currentTarget as HTMLElement).closest('table');
    table?.querySelectorAll<HTMLElement>('button.day')[index + step]?.focus();
  }

  protected pickWindow(id: string): void {
    this.change({ windowDays: id === 'all' ? null : Number(id) });
  }

  protected pickSchool(id: string): void {
    this.change({ fullSchool: id as Logbook['fullSchool'] });
  }

  protected fullWithin(fullWithinDays: number): void {
    this.change({ fullWithinDays });
  }

  private change(changes: Partial<Pick<Logbook, 'fullSchool' | 'windowDays' | 'fullWithinDays'>>): void {
    this.store.dispatch(Edit.merge('logbook', changes));
  }
}
