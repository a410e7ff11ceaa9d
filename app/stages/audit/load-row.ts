import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { AuditLine } from '@core/audit/audit-line';
import { hourShares } from '@core/audit/pattern';
import { formatNumber } from '@core/quantity/format';
import { LIMITS } from '@core/rig/limits';
import type { KnownBy, Load } from '@core/audit/load';
import { Choice } from '../../ui/choice';
import { FigurePart } from '../../ui/figure';
import { QuantityField } from '../../ui/quantity-field';
import { TextField } from '../../ui/text-field';
import { KNOWN_OPTIONS } from './audit-words';
import { HourStrip } from '../../ui/hour-strip';
import { RangeWhisker } from './range-whisker';

const ALL_DAY = hourShares({ by: 'named', id: 'all-day' });

/** One load of the audit in its row: what it draws, for how long, when, and what that makes a day. */
@Component({
  // A table row must be a tr.
  // eslint-disable-next-line @angular-eslint/component-selector
  selector: 'tr[coLoadRow]',
  imports: [Choice, FigurePart, HourStrip, QuantityField, RangeWhisker, TextField],
  templateUrl: './load-row.html',
  styleUrl: './load-row.css',
  host: { '(focusin)': 'picked.emit()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LoadRow {
  protected readonly limits = LIMITS;
  protected readonly knownOptions = KNOWN_OPTIONS;
  readonly load = input.required<Load>();
  readonly line = input.required<AuditLine>();
  readonly scaleAh = input.required<number>();
  readonly changed = output<Partial<Load>>();
  /** Something in the row has been touched: its details are wanted. */
  readonly picked = output();

  protected readonly called = computed(() => this.load().name || 'unnamed load');
  protected readonly hours = computed(() =>
    this.load().use.by === 'always' ? ALL_DAY : hourShares(this.load().pattern),
  );
  protected readonly range = computed(
    () => `${formatNumber(this.line().lowAh, 1)}–${formatNumber(this.line().highAh, 1)}`,
  );
  protected readonly runningW = computed(() => formatNumber(this.line().powerW.value, 1));

  protected known(id: string): void {
    this.changed.emit({ known: id as KnownBy });
  }
}
