import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { liveQuery, type Subscription } from 'dexie';
import { firstValueFrom } from 'rxjs';
import { liftRig } from '@core/rig/lift';
import type { Rig } from '@core/rig/rig';
import { RIG_VERSION } from '@core/rig/version';
import type { RigRow } from '../storage/database';
import { deleteRig, RigConflict, saveRig } from '../storage/rig-rows';
import { Storage } from '../storage/storage';
import { RigEvents } from './rig-actions';
import { rigFeature } from './rig-feature';

/** What a page that went away had not seen stored. */
interface Spare {
  /** Of the rig file, for a Coulan that has moved on meanwhile. */
  version: number;
  rig: Rig;
  /** The newest revision that the page knew of. */
  revision: number;
  /** The page. */
  writer: string;
}

const spareKey = (rigId: string) => `coulan-unsaved-${rigId}`;

/**
 * Opens a rig, writes every edit at once, follows other tabs. There is no timer: a write starts with the edit, and edits
 * that come while it runs go out together with the next.
 */
@Injectable({ providedIn: 'root' })
export class RigSession {
  private readonly store = inject(Store);
  private readonly storage = inject(Storage);
  private readonly state = this.store.selectSignal(rigFeature.selectRigState);
  private readonly writer: string = crypto.randomUUID();
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
    const row = await this.storage.db.rigs.get(id).catch(() => undefined);
    if (!row) return false;
    const spare = readSpare(id);
    if (spare) await this.takeUp(spare, row);
    else this.show(row.rig, row.revision);
    return true;
  }

  /** Opens a rig that was just made, whether or not it can be stored. */
  async create(rig: Rig): Promise<void> {
    let revision = 0;
    try {
      revision = await saveRig(this.storage.db, rig, 0, Date.now(), this.writer);
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
    dropSpare(rig.id);
    await deleteRig(this.storage.db, rig);
  }

  takeTheirs(theirs: { rig: Rig; revision: number }): void {
    dropSpare(theirs.rig.id);
    this.show(theirs.rig, theirs.revision);
  }

  /** Keeps this tab's plan beside the other one's, as a rig of its own that shares its logs. @returns its id */
  async keepMineAsCopy(rig: Rig): Promise<string> {
    const id = crypto.randomUUID();
    await this.create({ ...rig, id, name: `${rig.name} (this tab)`.slice(0, 120) });
    dropSpare(rig.id);
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
    const { rig, edits, conflict } = await firstValueFrom(this.store.select(rigFeature.selectRigState));
    if (rig?.id !== row.id || edits > this.savedEdits || conflict) return;
    this.newestOwnRevision = row.revision;
    this.store.dispatch(RigEvents.followedOtherTab({ rig: row.rig, revision: row.revision }));
  }

  private async write(): Promise<void> {
    if (this.writing) return;
    this.writing = true;
    try {
      for (;;) {
        const state = await firstValueFrom(this.store.select(rigFeature.selectRigState));
        if (!state.rig || state.conflict) break;
        if (state.edits <= this.savedEdits) {
          dropSpare(state.rig.id);
          break;
        }
        const { rig, edits } = state;
        const revision = await saveRig(this.storage.db, rig, this.newestOwnRevision, Date.now(), this.writer);
        this.newestOwnRevision = revision;
        this.savedEdits = edits;
        this.store.dispatch(RigEvents.saved({ revision, atMs: Date.now() }));
      }
    } catch (error) {
      this.notSaved(error);
    } finally {
      this.writing = false;
    }
  }

  /** As the page goes away: what the database may not have taken yet is laid aside where writing is immediate. */
  private keepSpare(): void {
    const { rig, edits } = this.state();
    if (!rig || edits <= this.savedEdits) return;
    const spare: Spare = { version: RIG_VERSION, rig, revision: this.newestOwnRevision, writer: this.writer };
    try {
      localStorage.setItem(spareKey(rig.id), JSON.stringify(spare));
    } catch {
      // Storage is full or forbidden: the banner has already said so.
    }
  }

  /**
   * Shows what a page laid aside as it went, and stores it. The row may be newer by a write of that same page, which ran
   * as it went; if another page wrote it, the person is asked, and the spare kept until there is an answer.
   */
  private async takeUp(spare: Spare, row: RigRow): Promise<void> {
    if (row.revision !== spare.revision && row.writer !== spare.writer) {
      this.show(spare.rig, spare.revision);
      this.store.dispatch(RigEvents.conflictFound({ rig: row.rig, revision: row.revision }));
      return;
    }
    try {
      const revision = await saveRig(this.storage.db, spare.rig, row.revision, Date.now(), this.writer);
      dropSpare(spare.rig.id);
      this.show(spare.rig, revision);
    } catch (error) {
      this.show(spare.rig, row.revision);
      this.notSaved(error);
    }
  }

  private notSaved(error: unknown): void {
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
  }
}

function dropSpare(rigId: string): void {
  try {
    localStorage.removeItem(spareKey(rigId));
  } catch {
    // Where storage is forbidden there is none.
  }
}

function readSpare(rigId: string): Spare | null {
  try {
    const spare = JSON.parse(localStorage.getItem(spareKey(rigId)) ?? 'null') as Spare | null;
    // One of a newer Coulan waits until that is back.
    return spare && spare.version <= RIG_VERSION ? { ...spare, rig: liftRig(spare.rig, spare.version) as Rig } : null;
  } catch {
    return null;
  }
}
