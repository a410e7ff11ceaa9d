import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { NzModalModule } from 'ng-zorro-antd/modal';
import { rigFeature } from '../rig/rig-feature';
import { RigSession } from '../rig/rig-session';
import { FirstFocus } from '../ui/first-focus';
import { Commands } from './commands';

interface Hit {
  id: string;
  says: string;
  where: string;
  key: string;
  run: () => void;
}

const HITS_SHOWN = 12;

/** Find or do: one field over all commands, loads and rigs. */
@Component({
  selector: 'co-find-dialog',
  imports: [FirstFocus, NzModalModule],
  template: `
    <nz-modal
      [nzVisible]="true"
      nzTitle="Find or do"
      [nzFooter]="null"
      [nzClosable]="false"
      [nzWidth]="560"
      [nzAutofocus]="null"
      (nzOnCancel)="done.emit()"
    >
      <ng-container *nzModalContent>
        <input
          class="ask"
          type="text"
          role="combobox"
          aria-expanded="true"
          aria-controls="hits"
          aria-label="Find or do"
          [attr.aria-activedescendant]="hits().length ? 'hit' + at() : null"
          placeholder="a load, a stage, a rig, something to do"
          autocomplete="off"
          coFirstFocus
          [value]="asked()"
          (input)="ask($event)"
          (keydown)="onKey($event)"
        />
        <ul id="hits" role="listbox" aria-label="What was found">
          @for (hit of hits(); track hit.id) {
            <li
              role="option"
              [id]="'hit' + $index"
              [attr.aria-selected]="$index === at()"
              [class.on]="$index === at()"
              (mousedown)="$event.preventDefault(); choose(hit)"
            >
              <span
                >{{ hit.says }} <small>{{ hit.where }}</small></span
              >
              @if (hit.key) {
                <kbd>{{ hit.key }}</kbd>
              }
            </li>
          } @empty {
            <li class="none">Nothing found.</li>
          }
        </ul>
      </ng-container>
    </nz-modal>
  `,
  styles: `
    .ask {
      width: 100%;
      font-size: 17px;
      line-height: 24px;
      padding: var(--s6) var(--s0);
      border: 0;
      border-bottom: 1.5px solid var(--ink);
      background: none;
      outline: none;
    }
    ul {
      list-style: none;
      margin: var(--s2) 0 0;
      padding: 0;
    }
    li {
      display: flex;
      justify-content: space-between;
      align-items: center;
      padding: var(--s1) var(--s2);
      border-bottom: 1px solid var(--rule);
      cursor: pointer;
    }
    li.on {
      background: var(--mark-soft);
    }
    li.none {
      cursor: default;
      color: var(--ink3);
    }
    small {
      color: var(--ink3);
      margin-left: var(--s6);
    }
    @media (max-width: 720px) {
      li {
        min-height: 48px;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FindDialog {
  private readonly router = inject(Router);
  private readonly commands = inject(Commands);
  private readonly session = inject(RigSession);
  private readonly rig = inject(Store).selectSignal(rigFeature.selectRig);
  readonly done = output();
  protected readonly asked = signal('');
  protected readonly at = signal(0);

  private readonly known = computed<Hit[]>(() => {
    const rig = this.rig();
    const go = (...path: string[]) => void this.router.navigate(['/rig', ...path]);
    return [
      ...this.commands.all.filter(({ id }) => id !== 'find').map((command) => ({ ...command, where: '' })),
      ...(rig?.loads ?? []).map((load) => ({
        id: `load-${load.id}`,
        says: load.name || 'unnamed load',
        where: 'load',
        key: '',
        run: () => void this.router.navigate(['/rig', rig!.id, 'audit'], { queryParams: { load: load.id } }),
      })),
      ...this.session
        .rows()
        .map((row) => ({ id: `rig-${row.id}`, says: row.name, where: 'rig', key: '', run: () => go(row.id) })),
    ];
  });

  protected readonly hits = computed(() => {
    const words = this.asked().toLowerCase().split(/\s+/).filter(Boolean);
    return this.known()
      .filter(({ says, where }) => words.every((word) => `${says} ${where}`.toLowerCase().includes(word)))
      .slice(0, HITS_SHOWN);
  });

  protected ask(event: Event): void {
    this.asked.set((event.target as HTMLInputElement).value);
    this.at.set(0);
  }

  protected onKey(event: KeyboardEvent): void {
    const count = this.hits().length;
    if (event.key === 'ArrowDown') this.at.update((at) => (at + 1) % Math.max(1, count));
    else if (event.key === 'ArrowUp') this.at.update((at) => (at + count - 1) % Math.max(1, count));
    else if (event.key === 'Enter') {
      const hit = this.hits()[this.at()];
      if (hit) this.choose(hit);
    } else return;
    event.preventDefault();
  }

  protected choose(hit: Hit): void {
    this.done.emit();
    hit.run();
  }
}
