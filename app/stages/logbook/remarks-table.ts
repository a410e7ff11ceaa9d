import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { KEPT_CODES, type Remark, type RemarkCode } from '@core/logbook/import/remark';
import { REMARK_WORDS } from './remark-words';
import { NumberPipe } from '../../ui/number-pipe';

const STEP = 100;

/** Every odd row of an import: where it stands, what was wrong, what became of it. */
@Component({
  imports: [NumberPipe],
  selector: 'co-remarks',
  template: `
    @if (counted().length > 0) {
      <dl class="pairs counts">
        @for (line of counted(); track line.code) {
          <dt>
            {{ line.says }}<span class="mut">{{ line.kept ? ', kept' : '' }}</span>
          </dt>
          <dd class="n">{{ line.rows | coNumber }}<span class="u">rows</span></dd>
        }
      </dl>
    }
    @if (listed().length > 0) {
      <table class="book">
        <thead>
          <tr>
            <th scope="col">row</th>
            <th scope="col">column</th>
            <th scope="col" class="l">what is wrong</th>
            <th scope="col" class="l wide">the row</th>
          </tr>
        </thead>
        <tbody>
          @for (remark of shown(); track $index) {
            <tr>
              <td class="n">{{ remark.row || '–' }}</td>
              <td class="n">{{ remark.column || '–' }}</td>
              <td class="l">{{ words[remark.code] }}</td>
              <td class="l wide n small">{{ remark.text }}</td>
            </tr>
          }
        </tbody>
      </table>
      @if (shown().length < listed().length) {
        <button class="btn" type="button" (click)="more()">Show more of the {{ listed().length | coNumber }}</button>
      }
      @if (total() > listed().length) {
        <p class="small mut">The first {{ listed().length | coNumber }} are listed; all are counted above.</p>
      }
    }
  `,
  styles: `
    .counts {
      max-width: 520px;
      margin-bottom: var(--s3);
    }
    table {
      max-width: 760px;
      margin-bottom: var(--s3);
    }
    td.wide {
      white-space: normal;
      overflow-wrap: anywhere;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RemarksTable {
  readonly listed = input.required<readonly Remark[]>();
  readonly counts = input<Partial<Record<RemarkCode, number>>>({});
  protected readonly words = REMARK_WORDS;
  private readonly limit = signal(STEP);
  protected readonly shown = computed(() => this.listed().slice(0, this.limit()));
  protected readonly counted = computed(() =>
    (Object.entries(this.counts()) as [RemarkCode, number][]).map(([code, rows]) => ({
      code,
      rows,
      says: REMARK_WORDS[code],
      kept: KEPT_CODES.has(code),
    })),
  );
  protected readonly total = computed(() =>
    this.counted().reduce((sum, line) => sum + (line.code === 'already-covered' ? 0 : line.rows), 0),
  );

  protected more(): void {
    this.limit.update((limit) => limit + STEP * 5);
  }
}
