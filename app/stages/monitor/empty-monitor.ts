import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { StageTabs } from '../../rig/stage-tabs';
import { MonitorFacts } from './monitor-facts';

/** What stands on every page of the monitor while there is no bank. */
@Component({
  selector: 'co-empty-monitor',
  imports: [RouterLink, StageTabs],
  template: `
    <p class="eyebrow">Monitor <em>what to enter in the shunt monitor</em></p>
    <co-stage-tabs />
    <h1 class="verdict">The settings follow from the bank.</h1>
    <div class="teach">
      <p>
        A shunt monitor counts amp-hours correctly only when its settings match the bank and the chargers. Choose the
        bank first; every setting is then derived here with its reason, tried on cloudy days before it is typed in, and
        compared with what was typed.
      </p>
      <div class="do">
        @if (facts.rig(); as one) {
          <a class="btn main" [routerLink]="['/rig', one.id, 'bank']">Choose the bank</a>
        }
      </div>
    </div>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class EmptyMonitor {
  protected readonly facts = inject(MonitorFacts);
}
