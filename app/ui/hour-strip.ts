import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';

/** The 24 hours as small bars. Where it can be changed, each hour is a button that goes round none, half, whole. */
@Component({
  selector: 'co-hour-strip',
  template: `
    @if (editable()) {
      <div class="edit" role="group" [attr.aria-label]="label()">
        @for (height of heights(); track $index) {
          <button
            type="button"
            [title]="hourName($index)"
            [attr.aria-label]="hourName($index) + ', ' + state(height)"
            (click)="turn($index)"
          >
            <span [style.height.%]="height * 100"></span>
          </button>
        }
      </div>
    } @else {
      <svg viewBox="0 0 72 12" width="72" height="12" aria-hidden="true">
        <path [attr.d]="bars().used" />
        <path class="off" [attr.d]="bars().off" />
      </svg>
    }
  `,
  styles: `
    svg {
      display: block;
    }
    path {
      fill: var(--ink2);
    }
    .off {
      fill: var(--rule2);
    }
    :host:has(.edit) {
      display: block;
      container-type: inline-size;
    }
    /* In little room three rows: night, day and evening. */
    .edit {
      display: grid;
      grid-template-columns: repeat(8, minmax(24px, 1fr));
      grid-auto-rows: 26px;
      gap: 1px;
    }
    @container (min-width: 620px) {
      .edit {
        grid-template-columns: repeat(24, minmax(24px, 1fr));
        grid-auto-rows: 30px;
      }
    }
    button {
      display: flex;
      align-items: end;
      border: 0;
      padding: 0;
      background: var(--sheet2);
      cursor: pointer;
    }
    span {
      width: 100%;
      background: var(--ink2);
    }
    @media (max-width: 720px) {
      .edit {
        grid-auto-rows: 48px;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HourStrip {
  /** [24] weights or shares; the largest fills the height, or `most` where it is given. */
  readonly weights = input.required<readonly number[]>();
  readonly most = input<number | null>(null);
  /** Of nothing, half, and whole. */
  readonly words = input<readonly [string, string, string]>(['not used', 'half', 'used']);
  readonly editable = input(false);
  readonly label = input('');
  readonly changed = output<number[]>();
  protected readonly heights = computed(() => {
    const most = this.most() ?? Math.max(...this.weights());
    return this.weights().map((weight) => (most > 0 ? weight / most : 0));
  });

  /** Two paths instead of 24 parts: a list of sixty loads has as many strips. */
  protected readonly bars = computed(() => {
    const bar = (hour: number, height: number) => `M${hour * 3} 11h2.2v${-height}h-2.2z`;
    const draw = (of: (height: number) => number | null) =>
      this.heights()
        .map((height, hour) => (of(height) === null ? '' : bar(hour, of(height)!)))
        .join('');
    return {
      used: draw((height) => (height > 0 ? 10 * height : null)),
      off: draw((height) => (height > 0 ? null : 0.6)),
    };
  });

  protected hourName(hour: number): string {
    return `${String(hour).padStart(2, '0')} to ${String(hour + 1).padStart(2, '0')}`;
  }

  protected state(height: number): string {
    return this.words()[height === 0 ? 0 : height < 0.75 ? 1 : 2];
  }

  protected turn(hour: number): void {
    const next = this.heights().map((height, k) => (k !== hour ? height : height === 0 ? 1 : height >= 0.75 ? 0.5 : 0));
    if (this.most() !== null || next.some((height) => height > 0)) this.changed.emit(next);
  }
}
