import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Recording } from '@core/audit/load';

/** States over time, from the start to the end of a recording: the higher the power, the higher the step. */
@Component({
  selector: 'co-span-bar',
  template: `
    <svg viewBox="0 0 1000 48" preserveAspectRatio="none" role="img" [attr.aria-label]="label()">
      @for (bar of bars(); track $index) {
        <rect [attr.x]="bar.x" [attr.width]="bar.width" [attr.y]="46 - bar.height" [attr.height]="bar.height + 1" />
      }
    </svg>
  `,
  styles: `
    svg {
      display: block;
      width: 100%;
      height: 48px;
      border-bottom: 1px solid var(--ink);
    }
    rect {
      fill: var(--out);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SpanBar {
  readonly states = input.required<Recording['states']>();
  readonly spans = input.required<Recording['spans']>();
  protected readonly bars = computed(() => {
    const total = this.spans().reduce((sum, span) => sum + span.seconds, 0);
    const most = Math.max(1e-9, ...this.states().map(({ powerW }) => powerW));
    let at = 0;
    return this.spans().map(({ state, seconds }) => {
      const x = total > 0 ? (1000 * at) / total : 0;
      at += seconds;
      return {
        x,
        width: total > 0 ? (1000 * seconds) / total : 0,
        height: (44 * (this.states()[state]?.powerW ?? 0)) / most,
      };
    });
  });
  protected readonly label = computed(
    () => `${this.spans().length} stretches, one after the other; the table of states has the sums.`,
  );
}
