import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { rigFeature } from '../rig/rig-feature';
import { Beside } from '../rig/beside';
import { UnitChoice } from '../ui/unit-choice';
import { STAGES } from './stages';

/** What the last edit moved, from and to, and what it made stale. */
@Component({
  selector: 'co-what-moved',
  imports: [RouterLink],
  template: `
    @if (moved(); as rows) {
      @if (rows.length > 0) {
        <section aria-live="polite">
          <h2>Changed by your last edit</h2>
          <dl class="pairs">
            @for (row of rows; track row.says) {
              <dt>{{ row.says }}</dt>
              <dd class="n">
                <s>{{ row.from }}</s><span class="sr"> to </span>{{ row.to
                }}<span class="u">&#32;{{ row.symbol }}</span>
              </dd>
            }
          </dl>
        </section>
      }
    }
    @if (stale(); as rows) {
      @if (rows.length > 0) {
        <section>
          <h2>Now out of date in the meter</h2>
          <dl class="pairs">
            @for (row of rows; track row.says) {
              <dt>
                <a [routerLink]="['/rig', rigId(), row.stage]">{{ row.says }}</a>
              </dt>
              <dd class="n">
                <s>{{ row.from }}</s><span class="sr"> is now </span>{{ row.to
                }}<span class="u">&#32;{{ row.symbol }}</span>
              </dd>
            }
          </dl>
        </section>
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WhatMoved {
  private readonly store = inject(Store);
  private readonly units = inject(UnitChoice);
  private readonly consequences = inject(Beside).consequences;
  private readonly rig = this.store.selectSignal(rigFeature.selectRig);
  protected readonly rigId = computed(() => this.rig()?.id ?? '');

  protected readonly moved = computed(() =>
    this.consequences()?.moved.map(({ stage, says, before, after }) => {
      const unit = (after ?? before)!.unit;
      // Enough decimals to tell the two apart.
      const [a, b] = [before?.value ?? null, after?.value ?? null];
      let decimals = this.units.decimals(b ?? a!, unit);
      const show = (value: number | null) =>
        value === null ? 'none' : this.units.format(value, unit, { decimals }).digits;
      while (decimals < 4 && show(a) === show(b)) decimals++;
      const stageName = STAGES.find((one) => one.id === stage)!.name;
      return {
        says: stage === 'audit' ? says : `${stageName}: ${says}`,
        from: show(a),
        to: show(b),
        symbol: this.units.symbol(unit),
      };
    }),
  );

  protected readonly stale = computed(() =>
    this.consequences()?.madeStale.map(({ stage, was, now }) => ({
      stage,
      says: now.says,
      from: this.units.format(was, now.unit).digits,
      to: this.units.format(now.value, now.unit).digits,
      symbol: this.units.symbol(now.unit),
    })),
  );
}
