import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';

export interface Method {
  id: string;
  name: string;
  reason: string;
  /** What the figure would be under this school, with its unit. */
  answer: string;
}

let serial = 0;

/** Where the trade disagrees: one figure, its schools, the reason of each and what the answer would be. */
@Component({
  selector: 'co-method',
  template: `
    <div class="row" role="radiogroup" [attr.aria-label]="label()">
      @for (method of methods(); track method.id) {
        <label [class.on]="method.id === chosen()">
          <input
            type="radio"
            [name]="name"
            [value]="method.id"
            [checked]="method.id === chosen()"
            (change)="pick.emit(method.id)"
          />
          {{ method.name }}
        </label>
      }
    </div>
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
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 1px;
      border: 1px solid var(--rule2);
      border-radius: 3px;
      overflow: hidden;
      width: fit-content;
      margin: var(--s0) 0 var(--s6);
      background: var(--rule2);
    }
    label {
      flex: 1 1 auto;
      text-align: center;
      background: var(--sheet);
      padding: var(--s0) var(--s2);
      font-size: 12px;
      line-height: 18px;
      cursor: pointer;
    }
    label:hover {
      background: var(--page);
    }
    label:focus-within {
      outline: 2px solid var(--mark);
      outline-offset: -2px;
    }
    .on,
    .on:hover {
      background: var(--mark);
      color: var(--on-mark);
    }
    input {
      position: absolute;
      opacity: 0;
      pointer-events: none;
    }
    p {
      margin-bottom: var(--s6);
    }
    @media (max-width: 720px) {
      label {
        padding: var(--s3);
        font-size: 14px;
        line-height: 24px;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MethodSwitch {
  protected readonly name = `method${serial++}`;
  readonly label = input.required<string>();
  readonly methods = input.required<readonly Method[]>();
  readonly chosen = input.required<string | null>();
  readonly pick = output<string>();
  protected readonly current = computed(() => this.methods().find((method) => method.id === this.chosen()) ?? null);
}
