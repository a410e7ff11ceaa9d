import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { Figure } from '@core/formula/figure';
import { bankWords } from '../rig/bank-words';
import { Beside } from '../rig/beside';
import { Book } from '../rig/book';
import { dayMonthLabel } from '../ui/dates';
import { FigurePart } from '../ui/figure';

/** The figures of the rig that stay in sight: the charge where the book has it, else the day and what is usable. */
@Component({
  selector: 'co-key-figures',
  imports: [FigurePart],
  template: `
    <span class="bank">{{ bank() }}</span>
    @for (row of rows(); track row.says) {
      <span class="row"
        ><span class="says">{{ row.says }}</span> <co-figure class="strong" [figure]="row.figure" [decimals]="0"
      /></span>
    }
  `,
  styles: `
    :host {
      display: flex;
      align-items: baseline;
      gap: var(--s5);
      font-size: 13px;
      color: var(--ink2);
      white-space: nowrap;
    }
    .bank {
      flex: 1;
      overflow: hidden;
      text-overflow: ellipsis;
    }
    .row co-figure {
      font-size: 16px;
      color: var(--ink);
      margin-left: var(--s1);
    }
    @media (max-width: 720px) {
      :host {
        justify-content: space-between;
        gap: var(--s2);
        font-size: 12px;
      }
      .bank {
        display: none;
      }
    }
    @media print {
      .row {
        display: none;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeyFigures {
  private readonly beside = inject(Beside);
  private readonly book = inject(Book);

  protected readonly bank = computed(() => {
    const bank = this.beside.rig()?.bank;
    return bank ? bankWords(bank) : 'no bank chosen yet';
  });

  protected readonly rows = computed<{ says: string; figure: Figure }[]>(() => {
    if (this.book.reading()) return [];
    const charge = this.book.charge();
    if (charge) {
      const rows = [{ says: `in the bank, end of ${dayMonthLabel(charge.key)}`, figure: charge.now }];
      if (charge.atDawn) rows.push({ says: 'one night later', figure: charge.atDawn });
      return rows;
    }
    const derived = this.beside.derived();
    if (!derived) return [];
    const rows = derived.audit.dayAh.value > 0 ? [{ says: 'a day', figure: derived.audit.dayAh }] : [];
    if (derived.bank) rows.push({ says: 'usable', figure: derived.bank.usableAh });
    return rows;
  });
}
