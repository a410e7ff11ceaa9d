import { Injectable } from '@angular/core';
import type { ComputeWorkerApi } from './compute-worker-api';
import { WorkerDoor } from './worker-door';

/** The worker for computation, started when first needed and then kept. */
@Injectable({ providedIn: 'root' })
export class ComputeWorkerClient extends WorkerDoor<ComputeWorkerApi> {
  constructor() {
    super(
      () => new Worker(new URL('./compute.worker', import.meta.url), { type: 'module' }),
      'the part of Coulan that computes',
    );
  }
}
