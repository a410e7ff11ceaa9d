import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { ChargingFacts } from './charging-facts';

/** What stands on a leaf while the year cannot be played yet. */
@Component({
  selector: 'co-empty-charging',
  imports: [RouterLink],
  template: `
    <h1 class="verdict">{{ says() }}</h1>
    <div class="teach">
      <p>
        Enter what charges the bank: modules with their watts and tilt, the engine with its hours a week, a charger on
        the mains. A clamp meter on each charger’s lead tells its true current. Coulan then simulates the year hour by
        hour, with the weather of the place, and says which months keep up.
      </p>
      <div class="do">
        @for (step of steps(); track step.path) {
          <a class="btn" [class.main]="$first" [routerLink]="['/rig', facts.rigId()].concat(step.path)">{{
            step.says
          }}</a>
        }
      </div>
    </div>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class EmptyCharging {
  protected readonly facts = inject(ChargingFacts);
  protected readonly steps = computed(() => {
    const rig = this.facts.rig();
    return [
      ...(rig?.bank ? [] : [{ path: ['bank'], says: 'Choose the bank' }]),
      ...(rig && rig.loads.length > 0 ? [] : [{ path: ['audit'], says: 'Audit the loads' }]),
      ...(rig && rig.charging.sources.length > 0 ? [] : [{ path: ['charging', 'sources'], says: 'Enter a source' }]),
    ];
  });
  protected readonly says = computed(() => {
    const rig = this.facts.rig();
    if (rig && rig.charging.sources.length === 0) return 'What charges this bank?';
    return rig?.bank ? 'The year follows once loads are audited.' : 'The year follows once a bank is chosen.';
  });
}
