import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { Ways } from './ways';

export interface Method {
  id: string;
  name: string;
  reason: string;
  /** What the figure would be under this school, with its unit. */
  answer: string;
}

/** Where the trade disagrees: one figure, its schools, the reason of each and what the answer would be. */
@Component({
  selector: 'co-method',
  imports: [Ways],
  template: `
    <co-ways class="narrow" [label]="label()" [ways]="methods()" [chosen]="chosen() ?? ''" (pick)="pick.emit($event)" />
    @if (current(); as method) {
      <p class="small mut">{{ method.reason }}</p>
    }
    <dl class="pairs">
      @for (method of methods(); track method.id) {
        @if (method.answer) {
          <dt [class.mut]="method.id !== chosen()">{{ method.name }}</dt>
          <dd class="n" [class.mut]="method.id !== chosen()">{{ method.answer }}</dd>
        }
      }
    </dl>
  `,
  styles: `
    p {
      margin-bottom: var(--s6);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MethodSwitch {
  readonly label = input.required<string>();
  readonly methods = input.required<readonly Method[]>();
  readonly chosen = input.required<string | null>();
  readonly pick = output<string>();
  protected readonly current = computed(() => this.methods().find((method) => method.id === this.chosen()) ?? null);
}
