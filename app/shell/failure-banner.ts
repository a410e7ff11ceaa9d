import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { rigFeature } from '../rig/rig-feature';
import { Failures } from './failures';
import { RigFiles } from './rig-files';

/** An unforeseen failure: what is known of it, what was kept, and the ways out. */
@Component({
  selector: 'co-failure-banner',
  template: `
    @if (failures.newest(); as failure) {
      <div class="failure" role="alert">
        <p>
          @if (failure.part) {
            <b>A part of Coulan could not be loaded</b> ({{ failure.says }}). The network is away, or a newer Coulan has
            taken its place. What you typed is stored.
          } @else {
            <b>An unexpected error occurred</b> ({{ failure.says }}). What you typed is stored with every keystroke;
            other pages go on working.
          }
        </p>
        @if (rig(); as plan) {
          <button class="btn" type="button" (click)="files.download(plan)">Export the rig</button>
        }
        <button class="btn" type="button" (click)="reload()">Load the page again</button>
        <button class="btn" type="button" (click)="failures.newest.set(null)">Close</button>
      </div>
    }
    @if (files.lacking(); as says) {
      <div class="failure" role="alert">
        <p><b>The export is not whole.</b> {{ says }}</p>
        <button class="btn" type="button" (click)="files.lacking.set(null)">Close</button>
      </div>
    }
  `,
  styles: `
    .failure {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: var(--s2);
      padding: var(--s2) var(--s4);
      background: var(--warn-soft);
      border-bottom: 2px solid var(--warn);
      font: 400 13px/20px var(--text);
    }
    p {
      flex: 1 1 320px;
      margin: 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FailureBanner {
  protected readonly failures = inject(Failures);
  protected readonly files = inject(RigFiles);
  protected readonly rig = inject(Store).selectSignal(rigFeature.selectRig);

  protected reload(): void {
    location.reload();
  }
}
