import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { liveQuery, type Subscription } from 'dexie';
import { firstValueFrom } from 'rxjs';
import type { Rig } from '@core/rig/rig';
import type { RigRow } from '../storage/database';
import { deleteRig, RigConflict, saveRig } from '../storage/rig-rows';
import { Storage } from '../storage/storage';
import { RigEvents } from './rig-actions';
import { rigFeature } from './rig-feature';

const SPARE_KEY = 'coulan-unsaved';

/**
 * Opens a rig, writes every edit at once, follows other tabs. There is no timer: a write starts with the edit, and edits
 * that come while it runs go out together with the next.
 */
@Injectable({ providedIn: 'root' })
export class RigSession {
  private readonly store = inject(Store);
  private readonly storage = inject(Storage);
  private writing = false;
  private savedEdits = 0;
  private newestOwnRevision = 0;
  private watch: Subscription | null = null;
  readonly rows = signal<RigRow[]>([]);

  constructor() {
    const edits = this.store.select(rigFeature.selectOpenRig).subscribe((open) => {
      if (open && open.edits > this.savedEdits) void this.write();
    });
    const onHide = () => {
      if (document.visibilityState === 'hidden') this.keepSpare();
    };
    document.addEventListener('visibilitychange', onHide);
    addEventListener('pagehide', () => this.keepSpare());
    inject(DestroyRef).onDestroy(() => {
      edits.unsubscribe();
      document.removeEventListener('visibilitychange', onHide);
    });
  }

  /** Starts following the list of rigs. */
  followRows(): void {
    liveQuery(() => this.storage.db.rigs.toArray()).subscribe({
      next: (rows) => this.rows.set(rows),
      error: () => undefined,
    });
  }

  /** Opens a stored rig; false when there is none of that id. */
  async open(id: string): Promise<boolean> {
    const current = await firstValueFrom(this.store.select(rigFeature.selectOpenRig));
    if (current?.rig.id === id) return true;
    await this.recoverSpare(id);
    const row = await this.storage.db.rigs.get(id).catch(() => undefined);
    if (!row) return false;
    this.show(row.rig, row.revision);
    return true;
  }

  /** Opens a rig that was just made, whether or not it can be stored. */
  async create(rig: Rig): Promise<void> {
    let revision = 0;
    try {
      revision = await saveRig(this.storage.db, rig, 0, Date.now());
      this.show(rig, revision);
    } catch (error) {
      this.show(rig, revision);
      this.store.dispatch(RigEvents.saveFailed({ says: String(error) }));
    }
  }

  close(): void {
    this.watch?.unsubscribe();
    this.store.dispatch(RigEvents.closed());
  }

  /** Takes a rig off this device, with all its logs. */
  async remove(rig: Rig): Promise<void> {
    this.close();
    await deleteRig(this.storage.db, rig);
  }

  takeTheirs(theirs: { rig: Rig; revision: number }): void {
    this.show(theirs.rig, theirs.revision);
  }

  /** Keeps this tab's plan beside the other one's, as a rig of its own that shares its logs. @returns its id */
  async keepMineAsCopy(rig: Rig): Promise<string> {
    const id = crypto.randomUUID();
    await this.create({ ...rig, id, name: `${rig.name} (this tab)`.slice(0, 120) });
    return id;
  }

  private show(rig: Rig, revision: number): void {
    this.savedEdits = 0;
    this.newestOwnRevision = revision;
    this.store.dispatch(RigEvents.opened({ rig, revision }));
    this.watch?.unsubscribe();
    this.watch = liveQuery(() => this.storage.db.rigs.get(rig.id)).subscribe({
      next: (row) => void this.follow(row),
      error: () => undefined,
    });
  }

  private async follow(row: RigRow | undefined): Promise<void> {
    if (!row || row.revision <= this.newestOwnRevision || this.writing) return;
    const open = await firstValueFrom(this.store.select(rigFeature.selectOpenRig));
    if (!open || open.rig.id !== row.id || open.edits > this.savedEdits) return;
    this.newestOwnRevision = row.revision;
    this.store.dispatch(RigEvents.followedOtherTab({ rig: row.rig, revision: row.revision }));
  }

  private async write(): Promise<void> {
    if (this.writing) return;
    this.writing = true;
    try {
      for (;;) {
        const state = await firstValueFrom(this.store.select(rigFeature.selectRigState));
        if (!state.rig || state.edits <= this.savedEdits || state.conflict) break;
        const { rig, edits } = state;
        const revision = await saveRig(this.storage.db, rig, this.newestOwnRevision, Date.now());
        this.newestOwnRevision = revision;
        this.savedEdits = edits;
        localStorage.removeItem(SPARE_KEY);
        this.store.dispatch(RigEvents.saved({ revision, atMs: Date.now() }));
      }
    } catch (error) {
      if (error instanceof RigConflict && error.theirs) this.store.dispatch(RigEvents.conflictFound(error.theirs));
      else {
        const deleted = error instanceof RigConflict;
        const says = deleted
          ? 'another tab has deleted this rig'
          : error instanceof Error
            ? error.message
            : String(error);
        this.store.dispatch(RigEvents.saveFailed({ says }));
      }
    } finally {
      this.writing = false;
    }
  }

  /** As the page goes away: what the database may not have taken yet is laid aside where writing is immediate. */
  private keepSpare(): void {
    let open: { rig: Rig; edits: number } | null = null;
    this.store
      .select(rigFeature.selectOpenRig)
      .subscribe((now) => (open = now))
      .unsubscribe();
    const { rig, edits } = (open ?? { rig: null, edits: 0 }) as { rig: Rig | null; edits: number };
    if (!rig || edits <= this.savedEdits) return;
    try {
      localStorage.setItem(SPARE_KEY, JSON.stringify({ rig, revision: this.newestOwnRevision }));
    } catch {
      // Storage is full or forbidden: the banner has already said so.
    }
  }

  private async recoverSpare(id: string): Promise<void> {
    try {
      const text = localStorage.getItem(SPARE_KEY);
      if (!text) return;
      const spare = JSON.parse(text) as { rig: Rig; revision: number };
      if (spare.rig.id !== id) return;
      localStorage.removeItem(SPARE_KEY);
      await saveRig(this.storage.db, spare.rig, spare.revision, Date.now());
    } catch {
      // What the database holds is newer than the spare, and stays.
    }
  }
}
