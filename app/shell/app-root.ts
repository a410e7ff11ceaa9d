import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterOutlet } from '@angular/router';
import { RigSession } from '../rig/rig-session';
import { FailureBanner } from './failure-banner';
import { Failures } from './failures';
import { FileStrip } from './file-strip';
import { FirstStart } from './first-start';
import { RigFiles } from './rig-files';
import { ThemeChoice } from '../ui/theme';

@Component({
  selector: 'co-root',
  imports: [FailureBanner, FileStrip, RouterOutlet],
  template: `
    @if (first.progress(); as step) {
      <div class="loading" role="status">{{ step }}</div>
    }
    <div class="over">
      <!-- In a block: blocks are drawn in their order, so it stands there even where the page below fails each time. -->
      @if (hasFailure()) {
        <co-failure-banner />
      }
      <co-file-strip />
    </div>
    <router-outlet />
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      min-height: 100dvh;
    }
    :host:has(co-rig-frame) {
      height: 100dvh;
    }
    @media print {
      :host,
      :host:has(co-rig-frame) {
        display: block;
        height: auto;
      }
      .over {
        display: none;
      }
    }
    .loading {
      position: fixed;
      inset: auto 0 0 0;
      z-index: 20;
      padding: var(--s2) var(--s4);
      background: var(--mark);
      color: var(--on-mark);
      font-weight: 600;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AppRoot {
  protected readonly first = inject(FirstStart);
  private readonly failures = inject(Failures);
  private readonly files = inject(RigFiles);
  protected readonly hasFailure = computed(() => this.failures.newest() !== null || this.files.lacking() !== null);

  constructor() {
    inject(ThemeChoice);
    inject(RigSession).followRows();
  }
}
