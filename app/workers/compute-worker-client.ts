import { Injectable } from '@angular/core';
import { type Remote, wrap } from 'comlink';
import type { ComputeWorkerApi } from './compute-worker-api';

/** The worker for computation, started when first needed and then kept. */
@Injectable({ providedIn: 'root' })
export class ComputeWorkerClient {
  private started: Remote<ComputeWorkerApi> | null = null;

  get api(): Remote<ComputeWorkerApi> {
    this.started ??= wrap<ComputeWorkerApi>(
      new Worker(new URL('./compute.worker', import.meta.url), { type: 'module' }),
    );
    return this.started;
  }
}
