import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, InjectionToken } from '@angular/core';
import { Store } from '@ngrx/store';
import { type Leaf, Leaves } from '../ui/leaves';
import { rigFeature } from './rig-feature';
import type { StageRegistration } from './stage-registration';
import { YearSimulation } from './year-simulation';

/** The stage whose page is open; its address provides it. */
export const OPEN_STAGE = new InjectionToken<StageRegistration>('the stage whose page is open');

/** The pages of the open stage in a row. */
@Component({
  selector: 'co-stage-tabs',
  imports: [Leaves],
  template: `<co-leaves [label]="label" [leaves]="leaves()" />`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StageTabs {
  private readonly stage = inject(OPEN_STAGE, { optional: true });
  private readonly rig = inject(Store).selectSignal(rigFeature.selectRig);
  protected readonly label = `Pages of ${this.stage?.name ?? 'the stage'}`;
  protected readonly leaves = computed<Leaf[]>(() => {
    const [stage, rig] = [this.stage, this.rig()];
    if (!stage || !rig) return [];
    return stage.pages
      .filter(({ inRow }) => inRow !== false)
      .map(({ path, title, inRowWith }) => ({
        link: ['/rig', rig.id, stage.id, ...path.split('/').filter(Boolean)],
        says: inRowWith ? `${title} ${inRowWith(rig)}` : title,
      }));
  });

  constructor() {
    if (this.stage?.showsYear) inject(DestroyRef).onDestroy(inject(YearSimulation).attend());
  }
}
