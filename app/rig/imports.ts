import { errorText } from '@core/text/error-text';
import { computed, inject, Injectable, signal } from '@angular/core';
import type { ImportFailure, LogImport, LogImported } from '../workers/log-worker-api';
import { LogWorkerClient } from '../workers/log-worker-client';

/** One file on its way into the book of one rig, whatever page or rig is open meanwhile. */
export interface ImportJob {
  logId: string;
  rigId: string;
  rigName: string;
  fileName: string;
  state: 'waiting' | 'reading' | 'done' | 'failed';
  share: number;
  /** Seconds without a word from the reader; 0 while it answers. */
  silentS: number;
  rowsKept: number;
  says: string;
}

/** Without a word for so long, that is said. */
const SILENT_MS = 5000;
/** A reader that was told to stop has so long to take back what it stored; then it is ended. */
const STOP_MS = 1500;

/** Whichever comes first, the last row or the word to stop: it alone decides what stays in the book. */
interface End {
  came: 'rows' | 'stop' | null;
}

const CANCELLED: ImportFailure = { failed: 'cancelled', says: '', listed: [] };

/** Imports, one after the other into the same book; each is shown in the frame and can be cancelled from there. */
@Injectable({ providedIn: 'root' })
export class Imports {
  private readonly worker = inject(LogWorkerClient);
  private readonly all = signal<readonly ImportJob[]>([]);
  private readonly stops = new Map<string, () => void>();
  readonly jobs = this.all.asReadonly();
  readonly running = computed(() => this.all().some(({ state }) => state === 'waiting' || state === 'reading'));

  /** Imports a file into the book of a rig. Cancelling is answered at once, whatever the reader does. */
  async start(order: LogImport, rigName: string): Promise<LogImported | ImportFailure> {
    const { logId, rigId } = order;
    this.all.update((jobs) => [...jobs, newJob(order, rigName)]);
    const end: End = { came: null };
    const stop = new Promise<ImportFailure>((resolve) => {
      this.stops.set(logId, () => {
        if (end.came !== null) return;
        end.came = 'stop';
        resolve(CANCELLED);
      });
    });
    const work = inTurn(rigId, () =>
      end.came === null ? this.read(order, rigName, stop, end) : Promise.resolve(CANCELLED),
    );
    const result = await Promise.race([work, stop]);
    this.stops.delete(logId);
    if (!('failed' in result)) this.change(logId, { state: 'done', share: 1, rowsKept: result.record.rowsKept });
    else if (result.failed === 'cancelled') this.dismiss(logId);
    else this.change(logId, { state: 'failed', says: result.says });
    return result;
  }

  cancel(logId: string): void {
    this.stops.get(logId)?.();
  }

  /** Takes a finished one off the list. */
  dismiss(logId: string): void {
    this.all.update((jobs) => jobs.filter((job) => job.logId !== logId));
  }

  /** @returns when the reader has ended, with nothing left behind if it was stopped */
  private async read(
    order: LogImport,
    rigName: string,
    stop: Promise<unknown>,
    end: End,
  ): Promise<LogImported | ImportFailure> {
    const { logId } = order;
    let heardMs = Date.now();
    this.change(logId, { state: 'reading' });
    const watch = setInterval(() => {
      const silentMs = Date.now() - heardMs;
      this.change(logId, { silentS: silentMs < SILENT_MS ? 0 : Math.round(silentMs / 1000) });
    }, 1000);
    const onProgress = (share: number) => {
      heardMs = Date.now();
      this.change(logId, { share, silentS: 0 });
    };
    const work = this.worker.importLog(order, onProgress).catch((error: unknown): ImportFailure => ({
      failed: 'unreadable',
      says: errorText(error),
      listed: [],
    }));
    await Promise.race([work, stop]);
    clearInterval(watch);
    if (end.came === 'stop') return this.takeBack(order, rigName, work);
    end.came = 'rows';
    return work;
  }

  private async takeBack(
    order: LogImport,
    rigName: string,
    work: Promise<LogImported | ImportFailure>,
  ): Promise<ImportFailure> {
    const { logId } = order;
    void this.worker.once((api) => api.cancel(logId)).catch(() => undefined);
    const late = await Promise.race([work, pause(STOP_MS).then(() => null)]);
    if (late === null) this.worker.stop('it was cancelled');
    // Ended at whatever it was doing, or the last row was in the book before the word to stop arrived.
    if (late === null || !('failed' in late))
      await this.worker
        .call((api) => api.takeOut(logId))
        .catch((error: unknown) => this.notTakenOut(order, rigName, errorText(error)));
    return CANCELLED;
  }

  /** A cancelled import whose rows may be in the book after all must not look like one that left nothing. */
  private notTakenOut(order: LogImport, rigName: string, why: string): void {
    const says = `it was cancelled, but what it had stored could not be taken out again (${why}); if it stands under Logs, remove it there`;
    this.all.update((jobs) => [...jobs, { ...newJob(order, rigName), state: 'failed', says }]);
  }

  private change(logId: string, changes: Partial<ImportJob>): void {
    this.all.update((jobs) => jobs.map((job) => (job.logId === logId ? { ...job, ...changes } : job)));
  }
}

const newJob = ({ logId, rigId, file }: LogImport, rigName: string): ImportJob => ({
  logId,
  rigId,
  rigName,
  fileName: file.name,
  state: 'waiting',
  share: 0,
  silentS: 0,
  rowsKept: 0,
  says: '',
});

const pause = (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, ms));

const turns = new Map<string, Promise<unknown>>();

/** One import at a time into one book, over all tabs where the browser can; else within this page. */
function inTurn<Result>(rigId: string, work: () => Promise<Result>): Promise<Result> {
  // The type library takes the lock manager for granted; pages without https have none.
  const locks = navigator.locks as LockManager | undefined;
  if (locks) return locks.request(`coulan-import-${rigId}`, work) as Promise<Result>;
  const mine = (turns.get(rigId) ?? Promise.resolve()).then(work);
  turns.set(
    rigId,
    mine.catch(() => undefined),
  );
  return mine;
}
