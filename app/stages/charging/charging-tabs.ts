import { ChangeDetectionStrategy, Component, DestroyRef, inject } from '@angular/core';
import { YearSimulation } from '../../rig/year-simulation';
import { type Leaf, Leaves } from '../../ui/leaves';

@Component({
  selector: 'co-charging-tabs',
  imports: [Leaves],
  template: `<co-leaves stage="charging" label="Leaves of charging" [leaves]="leaves" />`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ChargingTabs {
  protected readonly leaves: readonly Leaf[] = [
    { path: [], says: 'Month by month' },
    { path: ['sources'], says: 'Sources' },
    { path: ['place'], says: 'Place and season' },
    { path: ['one-charge'], says: 'One charge' },
    { path: ['year'], says: 'The year' },
    { path: ['remedies'], says: 'Remedies' },
    { path: ['what-if'], says: 'What if' },
  ];

  constructor() {
    inject(DestroyRef).onDestroy(inject(YearSimulation).attend());
  }
}
