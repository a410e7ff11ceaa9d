import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { CLIMATES } from '@core/climate/climates.data';
import { hemisphereOf } from '@core/climate/hemisphere';
import { Edit } from '../../rig/edit';
import { rigFeature } from '../../rig/rig-feature';

/** Asks north or south of the equator where no latitude says it: the seasons hang on it. */
@Component({
  selector: 'co-half-of-world',
  template: `
    @if (question(); as says) {
      <div class="caution ask" role="status">
        <p>{{ says }}</p>
        <button class="btn" type="button" (click)="answer(1)">North, {{ degrees() }}°</button>
        <button class="btn" type="button" (click)="answer(-1)">South, {{ degrees() }}°</button>
      </div>
    }
  `,
  styles: `
    .ask {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: var(--s2);
    }
    p {
      flex: 1 1 320px;
      margin: 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HalfOfWorld {
  private readonly store = inject(Store);
  private readonly rig = this.store.selectSignal(rigFeature.selectRig);
  protected readonly degrees = computed(() => CLIMATES[this.rig()?.charging.climateId ?? 'inland-hills'].latitudeDeg);

  protected readonly question = computed(() => {
    const rig = this.rig();
    if (!rig) return null;
    const { half, known } = hemisphereOf(rig.place);
    if (known === 'latitude' || (known === 'zone' && half === 'north')) return null;
    return known === 'zone'
      ? `No latitude is entered. By its time zone (${rig.place.timeZone}) this place lies south of the equator, and its seasons are taken so: is that right?`
      : `No latitude is entered, and the time zone (${rig.place.timeZone}) does not say on which side of the equator: the seasons are taken for northern ones. Which is it?`;
  });

  protected answer(sign: 1 | -1): void {
    const rig = this.rig();
    if (!rig) return;
    const place = { ...rig.place, latitudeDeg: sign * this.degrees() };
    this.store.dispatch(Edit.set({ place }));
  }
}
