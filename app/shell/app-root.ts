import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterOutlet } from '@angular/router';
import { RigSession } from '../rig/rig-session';
import { FirstStart } from './first-start';
import { ThemeChoice } from '../ui/theme';

@Component({
  selector: 'co-root',
  imports: [RouterOutlet],
  template: `
    @if (first.progress(); as step) {
      <div class="loading" role="status">{{ step }}</div>
    }
    <router-outlet />
  `,
  styles: `
    .loading {
      position: fixed;
      inset: auto 0 0 0;
      z-index: 20;
      padding: 8px 16px;
      background: var(--mark);
      color: var(--on-mark);
      font-weight: 600;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AppRoot {
  protected readonly first = inject(FirstStart);

  constructor() {
    inject(ThemeChoice);
    inject(RigSession).followRows();
  }
}
