import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

/** What a reader says of a row of a table or a file. */
export interface RowRemark {
  row: number;
  /** From 1; 0 or absent: the whole row. */
  column?: number;
  text: string;
}

const SHOWN_MOST = 40;

/** The rows and cells that a reader left out or took otherwise, by place: the first of them, and how many more there are. */
@Component({
  selector: 'co-remark-list',
  template: `
    <ul tabindex="0" aria-label="Left out, or taken otherwise">
      @for (remark of shown(); track $index) {
        <li>
          row {{ remark.row }}{{ remark.column ? ', column ' + remark.column : '' }}: “{{ remark.text }}”
          {{ says()(remark) }}
        </li>
      }
      @if (more(); as count) {
        <li>and {{ count === 1 ? 'one' : count }} more</li>
      }
    </ul>
  `,
  styles: `
    ul {
      max-height: 120px;
      overflow-y: auto;
      margin: 0 0 var(--s2);
      padding-left: var(--s4);
      font-size: 12px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RemarkList<Remark extends RowRemark> {
  readonly remarks = input.required<readonly Remark[]>();
  /** What is wrong with one, to stand behind what is written there. */
  readonly says = input.required<(remark: Remark) => string>();
  protected readonly shown = computed(() => this.remarks().slice(0, SHOWN_MOST));
  protected readonly more = computed(() => this.remarks().length - this.shown().length);
}
