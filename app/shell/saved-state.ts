import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { SwUpdate } from '@angular/service-worker';
import { Store } from '@ngrx/store';
import { rigFeature } from '../rig/rig-feature';
import { Storage } from '../storage/storage';

/** Whether everything is kept, and whether the app opens without a network. */
@Component({
  selector: 'co-saved-state',
  template: `<span role="status">{{ says() }}</span>
    @if (newer()) {
      <button type="button" (click)="reload()">a newer Coulan is here: load it</button>
    }`,
  styles: `
    button {
      margin-left: var(--s2);
      border: 0;
      padding: 0;
      background: none;
      color: var(--mark);
      text-decoration: underline;
      cursor: pointer;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SavedState {
  private readonly store = inject(Store);
  private readonly blocked = inject(Storage).blocked;
  private readonly saving = this.store.selectSignal(rigFeature.selectSaving);
  private readonly offlineReady = signal(false);
  protected readonly newer = signal(false);

  protected readonly says = computed(() => {
    const { state, atMs } = this.saving();
    const kept = this.blocked()
      ? 'Not saved: this browser keeps nothing'
      : state === 'failed'
        ? 'Not saved'
        : state === 'saving'
          ? 'Saving'
          : atMs === null
            ? 'Saved here'
            : `Saved here ${clock.format(atMs)}`;
    return this.offlineReady() ? `${kept} · offline ready` : kept;
  });

  constructor() {
    void whenLaidBy().then(
      () => this.offlineReady.set(true),
      // Where the list cannot be had nothing is promised.
      () => undefined,
    );
    inject(SwUpdate)
      .versionUpdates.pipe(takeUntilDestroyed())
      .subscribe((event) => {
        if (event.type === 'VERSION_READY') this.newer.set(true);
      });
  }

  protected reload(): void {
    location.reload();
  }
}

const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

const ASK_AGAIN_MS = 500;

/** Answers once the service worker has laid by every file that its list names: before, the app would not open without a network. */
async function whenLaidBy(): Promise<void> {
  if (!navigator.serviceWorker) return new Promise(() => undefined);
  await navigator.serviceWorker.ready;
  const { assetGroups } = (await (await fetch('ngsw.json')).json()) as {
    assetGroups: { name: string; urls: string[] }[];
  };
  const wanted = assetGroups.find(({ name }) => name === 'app')?.urls;
  // A list without its files says nothing of what is kept.
  if (!wanted?.length) throw new Error('the list of the app’s files names none');
  for (;;) {
    const found = await Promise.all(wanted.map((url) => caches.match(url)));
    if (found.every(Boolean)) return;
    await new Promise((again) => setTimeout(again, ASK_AGAIN_MS));
  }
}
