import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { rigFeature } from '../../rig/rig-feature';
import { type Leaf, Leaves } from '../../ui/leaves';

@Component({
  selector: 'co-logbook-tabs',
  imports: [Leaves],
  template: `<co-leaves stage="logbook" label="Leaves of the logbook" [leaves]="leaves()" />`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LogbookTabs {
  private readonly rig = inject(Store).selectSignal(rigFeature.selectRig);
  protected readonly leaves = computed<Leaf[]>(() => [
    { path: [], says: 'Ledger' },
    { path: ['readings'], says: `Readings ${this.rig()?.logbook.readings.length ?? 0}` },
    { path: ['logs'], says: `Logs ${this.rig()?.logbook.logs.length ?? 0}` },
    { path: ['import'], says: 'Import a file' },
  ]);
}
