import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

interface Bar {
  says: string;
  /** The trace that fares worst under it. */
  trace: string;
  falseMarks: number;
  missed: number;
  chosen: boolean;
}

const [BASE, TALL] = [46, 38];

/** How far a setting may move before a day fools it, or a full bank is no longer marked: false marks solid, missed ones hollow. */
@Component({
  selector: 'co-along-strip',
  template: `
    <svg viewBox="0 0 244 64" role="img" [attr.aria-label]="label()">
      @for (bar of drawn(); track $index) {
        <rect class="over" [attr.x]="bar.x" [attr.width]="bar.width" y="0" [attr.height]="base">
          <title>{{ bar.title }}</title>
        </rect>
        <rect class="bad" [attr.x]="bar.x" [attr.width]="bar.width" [attr.y]="base - bar.bad" [attr.height]="bar.bad" />
        <rect
          class="missed"
          [attr.x]="bar.x"
          [attr.width]="bar.width"
          [attr.y]="base - bar.bad - bar.missed"
          [attr.height]="bar.missed"
        />
        @if (bar.chosen) {
          <path [attr.d]="'M' + (bar.x + bar.width / 2) + ' 2V52'" />
        }
        @if (bar.says) {
          <text [attr.x]="bar.x + bar.width / 2" y="63" [attr.text-anchor]="bar.anchor">{{ bar.says }}</text>
        }
      }
      <line x1="0" x2="244" [attr.y1]="base" [attr.y2]="base" />
    </svg>
  `,
  styles: `
    svg {
      display: block;
      width: 100%;
      max-width: 280px;
    }
    .bad {
      fill: var(--warn);
    }
    .over {
      fill: transparent;
    }
    .missed {
      fill: none;
      pointer-events: none;
      stroke: var(--ink2);
    }
    path {
      stroke: var(--mark);
      stroke-width: 1.8;
    }
    line {
      stroke: var(--ink);
    }
    text {
      font: 10.5px var(--mono);
      fill: var(--ink3);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AlongStrip {
  readonly name = input.required<string>();
  readonly bars = input.required<readonly Bar[]>();
  protected readonly base = BASE;
  protected readonly drawn = computed(() => {
    const bars = this.bars();
    const most = Math.max(1, ...bars.map(({ falseMarks, missed }) => falseMarks + missed));
    const pitch = 244 / bars.length;
    return bars.map(({ says, trace, falseMarks, missed, chosen }, k) => ({
      title: `${says}: ${falseMarks + missed === 0 ? 'no day goes wrong' : `${trace} is the worst, ${falseMarks} false, ${missed} not marked`}`,
      x: k * pitch + 1,
      width: pitch - 2,
      bad: (falseMarks / most) * TALL,
      missed: (missed / most) * TALL,
      chosen,
      says: k === 0 || k === bars.length - 1 || chosen ? says : '',
      anchor: k === 0 ? 'start' : k === bars.length - 1 ? 'end' : 'middle',
    }));
  });
  protected readonly label = computed(
    () =>
      `${this.name()}: ${this.bars()
        .map(
          ({ says, trace, falseMarks, missed }) =>
            `${says} ${falseMarks + missed === 0 ? 'none' : `${falseMarks} false, ${missed} not marked, ${trace}`}`,
        )
        .join('; ')}`,
  );
}
