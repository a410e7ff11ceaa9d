import { Injectable } from '@angular/core';
import { proxy, transfer } from 'comlink';
import type { ImportFailure, LogImport, LogImported, LogWorkerApi } from './log-worker-api';
import { WorkerDoor } from './worker-door';

/** The one worker for logs. It is started when first needed and then kept: a warm worker reads twice as fast. */
@Injectable({ providedIn: 'root' })
export class LogWorkerClient extends WorkerDoor<LogWorkerApi> {
  private fetcher: Worker | null = null;

  constructor() {
    super(
      () => new Worker(new URL('./log.worker', import.meta.url), { type: 'module' }),
      'the part of Coulan that reads logs',
    );
  }

  /** Imports a file; a second worker fetches it from the disk meanwhile. @throws {WorkerFailed} when either fails */
  importLog(order: LogImport, onProgress: (share: number) => void): Promise<LogImported | ImportFailure> {
    const { port1, port2 } = new MessageChannel();
    this.fetcher ??= this.startFetcher();
    this.fetcher.postMessage({ file: order.file, encoding: order.encoding, port: port1 }, [port1]);
    return this.once((api) => api.importLog(order, transfer(port2, [port2]), proxy(onProgress)));
  }

  override stop(says?: string): void {
    this.fetcher?.terminate();
    this.fetcher = null;
    super.stop(says);
  }

  private startFetcher(): Worker {
    const fetcher = new Worker(new URL('./file.worker', import.meta.url), { type: 'module' });
    fetcher.addEventListener('error', () => this.stop('the part of Coulan that fetches files could not be loaded'));
    return fetcher;
  }
}
