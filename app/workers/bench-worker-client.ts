import { Injectable } from '@angular/core';
import type { BenchWorkerApi } from './bench-worker-api';
import { WorkerDoor } from './worker-door';

/** The worker of the test bench, started when first needed and then kept. */
@Injectable({ providedIn: 'root' })
export class BenchWorkerClient extends WorkerDoor<BenchWorkerApi> {
  constructor() {
    super(
      () => new Worker(new URL('./bench.worker', import.meta.url), { type: 'module' }),
      'the part of Coulan that tries settings',
    );
  }
}
