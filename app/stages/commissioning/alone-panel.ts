import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { chargedAlone, chargeProgress } from '@core/commissioning/charge-alone';
import { COMMISSIONING_LIMITS as LIMITS } from '@core/commissioning/limits';
import { restedOf } from '@core/commissioning/judge';
import { seenOf } from '@core/commissioning/seen';
import type { Step } from '@core/commissioning/step';
import type { Gate } from '@core/commissioning/gate';
import { Choice } from '../../ui/choice';
import { clockLabel } from '../../ui/dates';
import { FigurePart } from '../../ui/figure';
import { clockTick } from '../../ui/clock-tick';
import { nowMs } from '../../ui/now';
import { QuantityField } from '../../ui/quantity-field';
import { ProvingFacts } from './proving-facts';

/**
 * One string charged alone until it is full, by a charger that limits its current. How long it has been on is told by the clock, not by
 * counting: the page may sleep, or be another one by then.
 */
@Component({
  selector: 'co-alone',
  imports: [Choice, FigurePart, QuantityField],
  template: `
    <h2>Charged alone</h2>
    <div class="fields">
      <co-choice
        class="form"
        caption="Which one"
        [options]="options()"
        [chosen]="String(stringAt())"
        (pick)="see('string', Number($event))"
      />
      <co-quantity
        class="form"
        caption="Charger gives"
        unit="A"
        [limit]="limits.chargerA"
        [value]="chargerA()"
        [optional]="true"
        (changed)="see('chargerA', $event)"
        (cleared)="see('chargerA', null)"
      />
    </div>
    @if (alone(); as one) {
      <dl>
        <dt>missing</dt>
        <dd><co-figure class="tall" [figure]="one.missingAh" /></dd>
        <dt>charging alone</dt>
        <dd>
          @if (one.hours; as hours) {
            about <co-figure class="tall" [figure]="hours" />
          } @else {
            it does not take that charge
          }
        </dd>
        @if (since(); as begun) {
          <dt>on since {{ clock(begun) }}</dt>
          <dd>
            @if (progress(); as now) {
              <co-figure class="tall" [figure]="now.on" />
            } @else {
              –
            }
          </dd>
          @if (progress()?.still; as still) {
            <dt>{{ still.value > 0 ? 'still about' : 'done, by the reckoning; still' }}</dt>
            <dd><co-figure class="tall" [figure]="still" /></dd>
          }
        }
      </dl>
      @if (since() !== null && progress() === null) {
        <p class="caution">
          <b>The clock of this device was changed.</b> How long it has charged cannot be told by it. Go by the charger,
          or begin again.
        </p>
      }
      @if (since() === null) {
        <button type="button" class="btn main" (click)="see('since', now())">Charging begins now</button>
      } @else {
        <button type="button" class="btn" (click)="see('since', null)">It was not on after all</button>
      }
    }
  `,
  styles: `
    :host {
      display: block;
      margin: var(--s4) 0;
      padding-top: var(--s3);
      border-top: 1.5px solid var(--ink);
    }
    h2 {
      font: 650 16px/22px var(--text);
      margin-bottom: var(--s2);
    }
    .fields {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: var(--s3);
    }
    dl {
      display: grid;
      grid-template-columns: 1fr auto;
      margin: var(--s3) 0;
      font-size: 16px;
    }
    dt,
    dd {
      margin: 0;
      padding: var(--s6) 0;
      border-top: 1px solid var(--rule);
    }
    dd {
      text-align: right;
    }
    .btn {
      min-height: 48px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AlonePanel {
  private readonly facts = inject(ProvingFacts);
  readonly step = input.required<Step>();
  readonly gate = input.required<Gate>();
  protected readonly limits = LIMITS;
  protected readonly String = String;
  protected readonly Number = Number;
  protected readonly now = nowMs;
  private readonly tick = clockTick(15_000);
  private readonly seen = computed(() => this.facts.draftOf(this.step().id));
  protected readonly options = computed(() =>
    (this.facts.proving()?.context.circuit.strings ?? []).map(({ name }, k) => ({ id: String(k), name })),
  );
  /** The lowest, until another is picked. */
  protected readonly stringAt = computed(() => {
    const picked = seenOf(this.seen(), 'string');
    if (picked !== null) return picked;
    const volts = this.gate().stringV;
    const known = volts.filter((one) => one !== null);
    return Math.max(0, volts.indexOf(Math.min(...known)));
  });
  protected readonly chargerA = computed(() => seenOf(this.seen(), 'chargerA'));
  protected readonly since = computed(() => seenOf(this.seen(), 'since'));
  protected readonly alone = computed(() => {
    const [proving, amps, at] = [this.facts.proving(), this.chargerA(), this.stringAt()];
    const volts = this.gate().stringV[at] ?? null;
    if (!proving || amps === null || volts === null) return null;
    const rested = restedOf({ context: proving.context, standings: this.facts.standings() })[at] ?? [];
    const tempC = Math.min(...rested.map((one) => one?.tempC ?? 25));
    return chargedAlone(proving.context, at, volts, tempC, amps);
  });
  /** Null before it is on, or where the clock was changed meanwhile. */
  protected readonly progress = computed(() => {
    this.tick();
    const since = this.since();
    return since === null ? null : chargeProgress(since, nowMs(), this.alone()?.hours ?? null, this.facts.timeZone());
  });

  protected see(what: string, value: number | null): void {
    this.facts.see(this.step().id, what, value);
  }

  protected clock(atMs: number): string {
    return clockLabel(atMs, this.facts.timeZone());
  }
}
