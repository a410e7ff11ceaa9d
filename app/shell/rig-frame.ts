import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { NavigationEnd, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { Store } from '@ngrx/store';
import { filter } from 'rxjs';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Beside } from '../rig/beside';
import { RigEvents } from '../rig/rig-actions';
import { rigFeature } from '../rig/rig-feature';
import { RigSession } from '../rig/rig-session';
import { MarginSlot } from '../ui/margin-slot';
import { WorkingPanel } from '../ui/working-panel';
import { WorkingStore } from '../ui/working-store';
import { Dialogs } from './dialogs';
import { FindDialog } from './find-dialog';
import { KeyFigures } from './key-figures';
import { KeysDialog } from './keys-dialog';
import { QuickReading } from './quick-reading';
import { RigFiles } from './rig-files';
import { SavedState } from './saved-state';
import { DaySimulation } from '../rig/day-simulation';
import { Shortcuts } from './shortcuts';
import { StageStates } from './stage-states';
import { pageOf, STAGES, stageOf } from './stages';
import { WhatMoved } from './what-moved';

/** The frame around the worksheet: key figures above, the stages on the left, the margin that answers on the right. */
@Component({
  selector: 'co-rig-frame',
  imports: [
    NgTemplateOutlet,
    RouterLink,
    RouterLinkActive,
    RouterOutlet,
    FindDialog,
    KeyFigures,
    KeysDialog,
    QuickReading,
    SavedState,
    WhatMoved,
    WorkingPanel,
  ],
  templateUrl: './rig-frame.html',
  styleUrl: './rig-frame.css',
  // A press, a pick or a field that is left ends a step: the next edit is undone by itself.
  host: {
    '[class.whole]': 'isWhole()',
    '(document:click)': 'settle()',
    '(document:change)': 'settle()',
    '(document:focusout)': 'settle()',
  },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RigFrame {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly session = inject(RigSession);
  private readonly files = inject(RigFiles);
  protected readonly dialogs = inject(Dialogs);
  protected readonly workings = inject(WorkingStore);
  protected readonly slot = inject(MarginSlot);
  protected readonly rig = this.store.selectSignal(rigFeature.selectRig);
  protected readonly saving = this.store.selectSignal(rigFeature.selectSaving);
  protected readonly conflict = this.store.selectSignal(rigFeature.selectConflict);
  protected readonly canUndo = this.store.selectSignal(rigFeature.selectCanUndo);
  protected readonly canRedo = this.store.selectSignal(rigFeature.selectCanRedo);
  private readonly beside = inject(Beside);
  protected readonly notWorkedOut = computed(() => this.beside.derived()?.failures ?? []);
  protected readonly stages = STAGES;
  protected readonly lines = inject(StageStates).lines;
  /** On a phone the stages come up over the sheet. */
  protected readonly stagesOpen = signal(false);
  private readonly address = signal('');
  protected readonly stage = computed(() => stageOf(this.address()));
  /** One thing a screen, in the locker: on a phone the frame steps back. */
  protected readonly isWhole = computed(() => pageOf(this.address())?.wholeScreen === true);

  constructor() {
    this.address.set(this.router.url);
    this.router.events
      .pipe(
        filter((event) => event instanceof NavigationEnd),
        takeUntilDestroyed(),
      )
      .subscribe((event) => {
        if (event.urlAfterRedirects.split(/[?#]/)[0] !== this.address().split(/[?#]/)[0])
          document.querySelector('main')?.scrollTo(0, 0);
        this.address.set(event.urlAfterRedirects);
        this.stagesOpen.set(false);
        this.workings.sheetOpen.set(false);
      });
    inject(DaySimulation);
    const unbind = inject(Shortcuts).bind();
    inject(DestroyRef).onDestroy(() => {
      unbind();
      this.dialogs.close();
    });
  }

  protected reload(): void {
    location.reload();
  }

  protected settle(): void {
    this.store.dispatch(RigEvents.settled());
  }

  protected undo(): void {
    this.store.dispatch(RigEvents.undo());
  }

  protected redo(): void {
    this.store.dispatch(RigEvents.redo());
  }

  protected export(): void {
    const rig = this.rig();
    if (rig) void this.files.download(rig);
  }

  protected takeTheirs(): void {
    const theirs = this.conflict();
    if (theirs) this.session.takeTheirs(theirs);
  }

  protected async keepMine(): Promise<void> {
    const rig = this.rig();
    if (!rig) return;
    const id = await this.session.keepMineAsCopy(rig);
    await this.router.navigate(['/rig', id, this.stage()?.id ?? 'rig']);
  }
}
