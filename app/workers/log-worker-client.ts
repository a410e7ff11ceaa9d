import { Injectable } from '@angular/core';
import { proxy, type Remote, wrap } from 'comlink';
import type { LogWorkerApi } from './log-worker-api';

/** The one worker for logs. It is started when first needed and then kept: a warm worker reads twice as fast. */
@Injectable({ providedIn: 'root' })
export class LogWorkerClient {
  private started: Remote<LogWorkerApi> | null = null;

  get api(): Remote<LogWorkerApi> {
    this.started ??= wrap<LogWorkerApi>(new Worker(new URL('./log.worker', import.meta.url), { type: 'module' }));
    return this.started;
  }

  /** Lets a function of this page be called from the worker. */
  readonly callback = proxy;
}
