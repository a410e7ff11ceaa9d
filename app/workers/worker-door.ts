import { type Remote, wrap } from 'comlink';
import './throw-handler';

/** A worker that could not be fetched, or died; what it was asked has no answer. */
export class WorkerFailed extends Error {
  constructor(says: string) {
    super(says);
    this.name = 'WorkerFailed';
  }
}

interface Running<Api> {
  worker: Worker;
  api: Remote<Api>;
  failed: Promise<never>;
  fail: (error: WorkerFailed) => void;
}

/**
 * One worker and its calls. A worker that fails would leave its calls without an answer for ever: here they fail with it, and the
 * next call begins with a new worker.
 */
export class WorkerDoor<Api> {
  private running: Running<Api> | null = null;

  /** @param make  a new worker @param says  what the worker is for, for the message of a failure */
  constructor(
    private readonly make: () => Worker,
    private readonly says: string,
  ) {}

  /** Asks once. @throws {WorkerFailed}, and what the worker throws */
  once<Asked>(ask: (api: Remote<Api>) => Asked): Promise<Awaited<Asked>> {
    const { api, failed } = this.begin();
    return Promise.race([ask(api), failed]);
  }

  /** Asks, and once more of a new worker where the first has failed; for questions that may be asked twice. */
  async call<Asked>(ask: (api: Remote<Api>) => Asked): Promise<Awaited<Asked>> {
    try {
      return await this.once(ask);
    } catch (error) {
      if (!(error instanceof WorkerFailed)) throw error;
      return this.once(ask);
    }
  }

  /** Ends the worker, whatever it does; calls that wait fail. */
  stop(says = `${this.says} was stopped`): void {
    const running = this.running;
    this.running = null;
    running?.worker.terminate();
    running?.fail(new WorkerFailed(says));
  }

  private begin(): Running<Api> {
    if (this.running) return this.running;
    const worker = this.make();
    let fail: Running<Api>['fail'] = () => undefined;
    const failed = new Promise<never>((_, reject) => (fail = reject));
    // Nobody may be waiting when it fails.
    failed.catch(() => undefined);
    worker.addEventListener('error', (event) => {
      event.preventDefault();
      this.stop(event.message ? `${this.says} failed: ${event.message}` : `${this.says} could not be loaded`);
    });
    worker.addEventListener('messageerror', () => this.stop(`${this.says} sent what could not be read`));
    this.running = { worker, api: wrap<Api>(worker), failed, fail };
    return this.running;
  }
}
