import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { YearSimulation } from '../../rig/year-simulation';

/** How far the year is played, or why it is not; beside the figures of the last one, where there are any. */
@Component({
  selector: 'co-year-state',
  template: `
    @if (year.problem(); as says) {
      @if (year.outcome() === null) {
        <h1 class="verdict">The year could not be simulated.</h1>
      }
      <p class="state caution" role="alert">
        {{ says }}
        @if (year.outcome() !== null && year.pending()) {
          The greyed figures are from the previous plan.
        }
        <button class="btn" type="button" (click)="year.again()">Try again</button>
      </p>
    } @else if (year.outcome() === null) {
      <h1 class="verdict" role="status">Simulating the year hour by hour…</h1>
      <p class="why">A thousand years of this place’s weather, in the background.{{ share() }}</p>
    } @else if (year.pending()) {
      <p class="state small mut" role="status">
        Simulating the changed plan; greyed figures are from the previous plan.{{ share() }}
      </p>
    }
    @if (year.pending() && year.problem() === null) {
      <progress max="1" [value]="year.share()" aria-label="Years simulated"></progress>
    }
  `,
  styles: `
    .state {
      margin: 0 0 var(--s1);
    }
    .btn {
      margin-left: var(--s2);
    }
    progress {
      display: block;
      width: 100%;
      max-width: 780px;
      height: 3px;
      margin-bottom: var(--s2);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class YearState {
  protected readonly year = inject(YearSimulation);
  protected readonly share = computed(() => {
    const percent = Math.round(this.year.share() * 100);
    return this.year.pending() && percent > 0 ? ` ${percent} % so far.` : '';
  });
}
