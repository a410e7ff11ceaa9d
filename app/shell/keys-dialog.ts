import { ChangeDetectionStrategy, Component, inject, output } from '@angular/core';
import { NzModalModule } from 'ng-zorro-antd/modal';
import { Commands } from './commands';
import { SingleKeys } from '../ui/single-keys';

/** The list of keys. */
@Component({
  selector: 'co-keys-dialog',
  imports: [NzModalModule],
  template: `
    <nz-modal
      [nzVisible]="true"
      nzTitle="Keys"
      [nzFooter]="null"
      [nzClosable]="false"
      [nzWidth]="560"
      (nzOnCancel)="done.emit()"
    >
      <ng-container *nzModalContent>
        <dl>
          @for (command of keyed; track command.id) {
            <dt>
              <kbd>{{ command.key }}</kbd>
            </dt>
            <dd>{{ command.says }}</dd>
          }
          <dt><kbd>n</kbd></dt>
          <dd>Add a row, where the sheet has rows</dd>
          <dt><kbd>↑</kbd> <kbd>↓</kbd></dt>
          <dd>In a field: one step more or less; with Shift ten</dd>
          <dt><kbd>Esc</kbd></dt>
          <dd>In a field: back to what it held</dd>
          <dt><kbd>Ctrl Enter</kbd></dt>
          <dd>At a step of commissioning: what the right thumb says</dd>
        </dl>
        <label class="check">
          <input type="checkbox" [checked]="singleKeys.on()" (change)="toggle($event)" />
          Single keys act (switch off when a screen reader or speech needs them)
        </label>
        <button class="btn" type="button" (click)="done.emit()">Close</button>
      </ng-container>
    </nz-modal>
  `,
  styles: `
    dl {
      display: grid;
      grid-template-columns: auto 1fr;
      gap: var(--s1) var(--s4);
      margin: 0 0 var(--s4);
    }
    dd {
      margin: 0;
    }
    .check {
      display: flex;
      gap: var(--s2);
      margin-bottom: var(--s4);
    }
    @media (min-width: 721px) {
      dl {
        grid-template-columns: auto 1fr auto 1fr;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeysDialog {
  protected readonly singleKeys = inject(SingleKeys);
  protected readonly keyed = inject(Commands).all.filter((command) => command.key !== '');
  readonly done = output();

  protected toggle(event: Event): void {
    this.singleKeys.set((event.target as HTMLInputElement).checked);
  }
}
