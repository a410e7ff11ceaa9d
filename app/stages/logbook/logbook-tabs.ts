import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';
import { Store } from '@ngrx/store';
import { rigFeature } from '../../rig/rig-feature';

/** The leaves of the logbook. */
@Component({
  selector: 'co-logbook-tabs',
  imports: [RouterLink, RouterLinkActive],
  template: `
    <nav aria-label="Leaves of the logbook">
      @for (leaf of leaves(); track leaf.path) {
        <a
          [routerLink]="['/rig', rigId(), 'logbook'].concat(leaf.path)"
          routerLinkActive="on"
          ariaCurrentWhenActive="page"
          [routerLinkActiveOptions]="{
            paths: 'exact',
            queryParams: 'ignored',
            matrixParams: 'ignored',
            fragment: 'ignored',
          }"
          >{{ leaf.says }}</a
        >
      }
    </nav>
  `,
  styles: `
    nav {
      display: flex;
      gap: var(--s4);
      font: 600 13px/18px var(--text);
    }
    a {
      color: var(--ink2);
      text-decoration: none;
      padding-bottom: 1px;
      border-bottom: 1.5px solid transparent;
      white-space: nowrap;
    }
    a:hover {
      border-bottom-color: var(--rule2);
    }
    .on {
      color: var(--ink);
      border-bottom-color: var(--mark);
    }
    @media (max-width: 720px) {
      nav {
        overflow-x: auto;
      }
      a {
        padding: 12px 2px;
      }
    }
    @media print {
      :host {
        display: none;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LogbookTabs {
  private readonly rig = inject(Store).selectSignal(rigFeature.selectRig);
  protected readonly rigId = computed(() => this.rig()?.id ?? '');
  protected readonly leaves = computed(() => [
    { path: [] as string[], says: 'Ledger' },
    { path: ['readings'], says: `Readings ${this.rig()?.logbook.readings.length ?? 0}` },
    { path: ['logs'], says: `Logs ${this.rig()?.logbook.logs.length ?? 0}` },
    { path: ['import'], says: 'Import a file' },
  ]);
}
