import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';

export interface Leaf {
  link: readonly string[];
  says: string;
}

/** The leaves of a stage: its pages, in a row above the sheet. */
@Component({
  selector: 'co-leaves',
  imports: [RouterLink, RouterLinkActive],
  template: `
    <nav [attr.aria-label]="label()">
      @for (leaf of leaves(); track leaf.says) {
        <a
          [routerLink]="leaf.link"
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
        padding-right: var(--s5);
        mask-image: linear-gradient(90deg, #000 calc(100% - 24px), transparent);
      }
      a {
        padding: var(--s3) var(--s0);
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
export class Leaves {
  readonly label = input.required<string>();
  readonly leaves = input.required<readonly Leaf[]>();
}
