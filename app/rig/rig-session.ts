import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { liveQuery, type Subscription } from 'dexie';
import { firstValueFrom } from 'rxjs';
import type { LogRecord } from '@core/logbook/plan';
import type { Rig } from '@core/rig/rig';
import { RIG_VERSION } from '@core/rig/version';
import { errorText } from '@core/text/error-text';
import type { RigRow, StoredRigRow } from '../storage/database';
import { RigConflict } from '../storage/rig-conflict';
import type { UnreadableRow } from '../storage/read-row';
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

/** Reading and writing plans takes the definitions of all stages: they are fetched when the first rig is opened. */
const door = () => import('../storage/read-row');
const rows = () => import('../storage/rig-rows');
const saveRig = async (...given: Parameters<Awaited<ReturnType<typeof rows>>['saveRig']>) =>
  (await rows()).saveRig(...given);

const SPARE_PREFIX = 'coulan-unsaved-';
const spareKey = (rigId: string) => SPARE_PREFIX + rigId;

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
  private gone = false;
  private savedEdits = 0;
  private newestOwnRevision = 0;
  /** The plan as it lies in the database, as far as this page knows. */
  private stored: Rig | null = null;
  private retry: ReturnType<typeof setTimeout> | null = null;
  private watch: Subscription | null = null;
  private list: Subscription | null = null;
  readonly rows = signal<StoredRigRow[]>([]);

  constructor() {
    const edits = this.store.select(rigFeature.selectOpenRig).subscribe((open) => {
      if (open && open.edits > this.savedEdits) void this.write();
    });
    const onHide = () => {
      if (document.visibilityState === 'hidden') this.keepSpare();
    };
    const onGoing = () => this.keepSpare();
    document.addEventListener('visibilitychange', onHide);
    addEventListener('pagehide', onGoing);
    inject(DestroyRef).onDestroy(() => {
      this.gone = true;
      this.stopRetrying();
      edits.unsubscribe();
      this.watch?.unsubscribe();
      this.list?.unsubscribe();
      document.removeEventListener('visibilitychange', onHide);
      removeEventListener('pagehide', onGoing);
    });
  }

  /** Starts following the list of rigs. */
  followRows(): void {
    this.list ??= liveQuery(() => this.storage.db.rigs.toArray()).subscribe({
      next: (rows) => this.rows.set(rows),
      error: () => undefined,
    });
  }

  /** Opens a stored rig. "missing" when there is none of that id, "unreadable" when there is one that this Coulan cannot read. */
  async open(id: string): Promise<'open' | 'missing' | 'unreadable'> {
    const current = await firstValueFrom(this.store.select(rigFeature.selectOpenRig));
    if (current?.rig.id === id) return 'open';
    // A database that does not answer is not one without this rig.
    const { readRow } = await door();
    const read = await readRow(this.storage.db, id).catch(() => 'no-answer' as const);
    const spare = await readSpare(id);
    if (read === 'no-answer' || read === null) {
      if (spare) return this.takeUpAlone(spare);
      return read === null ? 'missing' : 'unreadable';
    }
    if (!read.ok) return 'unreadable';
    if (spare) await this.takeUp(spare, read.row);
    else this.show(read.row.rig, read.row.revision);
    return 'open';
  }

  /** Opens a rig that was just made, whether or not it can be stored. */
  async create(rig: Rig): Promise<void> {
    try {
      const revision = await saveRig(this.storage.db, rig, 0, Date.now(), { writer: this.writer });
      this.show(rig, revision);
    } catch (error) {
      this.showUnsaved(rig, 0);
      this.notSaved(error);
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
    await (await rows()).deleteRig(this.storage.db, rig);
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
    this.stored = rig;
    this.stopRetrying();
    this.store.dispatch(RigEvents.opened({ rig, revision }));
    this.watch?.unsubscribe();
    this.watch = liveQuery(() => this.storage.db.rigs.get(rig.id)).subscribe({
      next: (row) => void this.follow(row),
      error: () => undefined,
    });
  }

  /** Shows a plan that is not in the database yet: it counts as edited until it is. */
  private showUnsaved(rig: Rig, revision: number): void {
    this.show(rig, revision);
    this.stored = null;
    this.savedEdits = -1;
  }

  private async follow(stored: StoredRigRow | undefined): Promise<void> {
    if (!stored || stored.revision <= this.newestOwnRevision || this.writing) return;
    const { readRow, UnreadableRow } = await door();
    const read = await readRow(this.storage.db, stored.id);
    const { rig, edits, conflict } = this.state();
    if (rig?.id !== stored.id || conflict || stored.revision <= this.newestOwnRevision || this.writing) return;
    if (!read) return;
    if (!read.ok) return this.notSaved(new UnreadableRow(read.problem));
    if (this.arrived(read.row)) return;
    if (edits > this.savedEdits) return;
    this.newestOwnRevision = read.row.revision;
    this.stored = read.row.rig;
    this.store.dispatch(RigEvents.followedOtherTab({ rig: read.row.rig, revision: read.row.revision }));
  }

  /** Takes up logs that were imported into this rig meanwhile, where nothing else of the plan was changed; false where it was. */
  private arrived({ rig, revision }: RigRow): boolean {
    const logs = this.stored && logsAddedSince(this.stored, rig);
    if (!logs) return false;
    this.newestOwnRevision = revision;
    this.stored = rig;
    if (logs.length > 0) this.store.dispatch(RigEvents.logsArrived({ logs, revision }));
    return true;
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
        try {
          this.newestOwnRevision = await saveRig(this.storage.db, rig, this.newestOwnRevision, Date.now(), {
            writer: this.writer,
            before: this.stored,
          });
        } catch (error) {
          if (!(error instanceof RigConflict && error.theirs)) throw error;
          const { readRow, UnreadableRow } = await door();
          const theirs = await readRow(this.storage.db, rig.id);
          if (!theirs) throw new RigConflict(null);
          if (!theirs.ok) throw new UnreadableRow(theirs.problem);
          if (this.arrived(theirs.row)) continue;
          this.store.dispatch(RigEvents.conflictFound({ rig: theirs.row.rig, revision: theirs.row.revision }));
          break;
        }
        this.savedEdits = edits;
        this.stored = rig;
        this.store.dispatch(RigEvents.saved({ revision: this.newestOwnRevision, atMs: Date.now() }));
      }
      this.stopRetrying();
    } catch (error) {
      this.notSaved(error);
    } finally {
      this.writing = false;
    }
  }

  /** What could not be saved is tried again by itself, until there is room. */
  private tryAgainLater(): void {
    if (this.gone) return;
    this.keepSpare();
    this.retry ??= setTimeout(() => {
      this.retry = null;
      // Whoever was refused once may find the database shut.
      void this.storage.db.open().then(
        () => this.write(),
        () => this.tryAgainLater(),
      );
    }, RETRY_MS);
  }

  private stopRetrying(): void {
    if (this.retry !== null) clearTimeout(this.retry);
    this.retry = null;
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

  /** Shows what was laid aside of a rig that the database lost, or never had, and stores it. */
  private async takeUpAlone(spare: Spare): Promise<'open'> {
    try {
      const revision = await saveRig(this.storage.db, spare.rig, 0, Date.now(), { writer: this.writer });
      dropSpare(spare.rig.id);
      this.show(spare.rig, revision);
    } catch (error) {
      this.showUnsaved(spare.rig, 0);
      this.notSaved(error);
    }
    return 'open';
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
      const revision = await saveRig(this.storage.db, spare.rig, row.revision, Date.now(), { writer: this.writer });
      dropSpare(spare.rig.id);
      this.show(spare.rig, revision);
    } catch (error) {
      this.showUnsaved(spare.rig, row.revision);
      this.notSaved(error);
    }
  }

  private notSaved(error: unknown): void {
    // Another tab has been here first: writing finds out what it changed, and asks.
    if (error instanceof RigConflict && error.theirs) return void this.write();
    this.store.dispatch(RigEvents.saveFailed({ says: whyNotSaved(error) }));
    // A rig that another tab has deleted, or a newer Coulan has written, does not come right by itself.
    if (!(error instanceof RigConflict) && !isUnreadable(error)) this.tryAgainLater();
  }
}

const isUnreadable = (error: unknown): error is UnreadableRow =>
  error instanceof Error && error.name === 'UnreadableRow';

/** Whether two plain values say the same, in whatever order their keys stand. */
function sameJson(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  const [left, right] = [a as Record<string, unknown>, b as Record<string, unknown>];
  const keys = new Set([...Object.keys(left), ...Object.keys(right)]);
  return [...keys].every((key) => sameJson(left[key], right[key]));
}

const RETRY_MS = 3000;

function whyNotSaved(error: unknown): string {
  if (error instanceof RigConflict) return 'another tab has deleted this rig';
  if (isUnreadable(error))
    return error.problem.code === 'newer-version'
      ? 'a newer Coulan has written this rig meanwhile: load the page again'
      : `what lies in the database cannot be read: ${error.problem.code === 'record-missing' ? error.problem.name : error.problem.path}`;
  return errorText(error);
}

/** Logs that are in one state of a plan and not in an earlier, where nothing else differs; null where something does. */
function logsAddedSince(before: Rig, after: Rig): LogRecord[] | null {
  const known = new Set(before.logbook.logs.map(({ id }) => id));
  const without = {
    ...after,
    logbook: { ...after.logbook, logs: after.logbook.logs.filter(({ id }) => known.has(id)) },
  };
  return sameJson(without, before) ? after.logbook.logs.filter(({ id }) => !known.has(id)) : null;
}

function dropSpare(rigId: string): void {
  try {
    localStorage.removeItem(spareKey(rigId));
  } catch {
    // Where storage is forbidden there is none.
  }
}

async function readSpare(rigId: string): Promise<Spare | null> {
  try {
    const spare = JSON.parse(localStorage.getItem(spareKey(rigId)) ?? 'null') as Spare | null;
    if (!spare) return null;
    // One of a newer Coulan, or one that cannot be read, waits where it is.
    const plan = (await import('@core/rig/read-plan')).readPlan(spare.rig, spare.version);
    return plan.ok ? { ...spare, rig: plan.rig } : null;
  } catch {
    return null;
  }
}

/** Null where the spare is cut or damaged: it is listed all the same. */
function nameOfSpare(key: string): string | null {
  try {
    const spare = JSON.parse(localStorage.getItem(key) ?? 'null') as { rig?: { name?: unknown } } | null;
    return typeof spare?.rig?.name === 'string' ? spare.rig.name : null;
  } catch {
    return null;
  }
}

/** Plans that are laid aside and not in the database: it was full or lost, and they wait to be opened. */
export function laidAside(stored: readonly { id: string }[]): { id: string; name: string }[] {
  try {
    return Object.keys(localStorage).flatMap((key) => {
      if (!key.startsWith(SPARE_PREFIX)) return [];
      const id = key.slice(SPARE_PREFIX.length);
      if (stored.some((row) => row.id === id)) return [];
      return [{ id, name: nameOfSpare(key) ?? id }];
    });
  } catch {
    return [];
  }
}
