import { Injectable } from '@angular/core';
import { proxy, type Remote, transfer, wrap } from 'comlink';
import type { ImportFailure, LogImport, LogImported, LogWorkerApi } from './log-worker-api';

/** The one worker for logs. It is started when first needed and then kept: a warm worker reads twice as fast. */
@Injectable({ providedIn: 'root' })
export class LogWorkerClient {
  private fetcher: Worker | null = null;
  private started: Remote<LogWorkerApi> | null = null;

  get api(): Remote<LogWorkerApi> {
    this.started ??= wrap<LogWorkerApi>(new Worker(new URL('./log.worker', import.meta.url), { type: 'module' }));
    return this.started;
  }

  /** Imports a file; a second worker fetches it from the disk meanwhile. */
  importLog(order: LogImport, onProgress: (share: number) => void): Promise<LogImported | ImportFailure> {
    const { port1, port2 } = new MessageChannel();
    this.fetcher ??= new Worker(new URL('./file.worker', import.meta.url), { type: 'module' });
    this.fetcher.postMessage({ file: order.file, encoding: order.encoding, port: port1 }, [port1]);
    return this.api.importLog(order, transfer(port2, [port2]), proxy(onProgress));
  }
}
