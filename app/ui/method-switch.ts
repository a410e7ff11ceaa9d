import type { Figure } from '@core/formula/figure';
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { FigurePart } from './figure';
import { Ways } from './ways';

export interface Method {
  id: string;
  name: string;
  reason: string;
  /** What the figures would be under this school. */
  answers: readonly MethodAnswer[];
}

/** A figure with the words before it, or words alone: "being simulated". */
export type MethodAnswer = string | { lead: string; figure: Figure; decimals?: number };

/** Where the trade disagrees: one figure, its schools, the reason of each and what the answer would be. */
@Component({
  selector: 'co-method',
  imports: [FigurePart, Ways],
  template: `
    <co-ways class="narrow" [label]="label()" [ways]="methods()" [chosen]="chosen() ?? ''" (pick)="pick.emit($event)" />
    @if (current(); as method) {
      <p class="small mut">{{ method.reason }}</p>
    }
    <dl class="pairs">
      @for (method of methods(); track method.id) {
        @if (method.answers.length > 0) {
          <dt [class.mut]="method.id !== chosen()">{{ method.name }}</dt>
          <dd [class.mut]="method.id !== chosen()">
            @for (answer of method.answers; track $index) {
              @if (asFigure(answer); as one) {
                <co-figure [figure]="one.figure" [lead]="one.lead" [decimals]="one.decimals" />
              } @else {
                <span class="n">&#32;{{ answer }}</span>
              }
            }
          </dd>
        }
      }
    </dl>
  `,
  styles: `
    p {
      margin-bottom: var(--s6);
    }
    dd {
      display: flex;
      flex-wrap: wrap;
      justify-content: flex-end;
      gap: var(--s1) var(--s2);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MethodSwitch {
  readonly label = input.required<string>();
  readonly methods = input.required<readonly Method[]>();
  readonly chosen = input.required<string | null>();
  readonly pick = output<string>();
  protected readonly asFigure = (answer: MethodAnswer) => (typeof answer === 'string' ? null : answer);
  protected readonly current = computed(() => this.methods().find((method) => method.id === this.chosen()) ?? null);
}
