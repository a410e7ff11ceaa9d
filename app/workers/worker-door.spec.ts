import { expose } from 'comlink';
import { describe, expect, it, vi } from 'vitest';
import { WorkerDoor, WorkerFailed } from './worker-door';

interface Api {
  double(number: number): number;
  never(): Promise<never>;
  refuse(): never;
}

/** A worker that lives in this thread: its messages go over a channel, its death is an event. */
class WorkerHere extends EventTarget {
  readonly terminate = vi.fn();
  private readonly port: MessagePort;

  constructor() {
    super();
    const { port1, port2 } = new MessageChannel();
    this.port = port1;
    const api: Api = {
      double: (number) => 2 * number,
      never: () => new Promise(() => undefined),
      refuse: () => {
        throw new RangeError('too large');
      },
    };
    expose(api, port2);
    port1.onmessage = ({ data }: MessageEvent) => this.dispatchEvent(new MessageEvent('message', { data }));
    port2.start();
  }

  postMessage(message: unknown, transfer: Transferable[] = []): void {
    this.port.postMessage(message, transfer);
  }

  dies(message = ''): void {
    this.dispatchEvent(new ErrorEvent('error', { message, cancelable: true }));
  }
}

function door() {
  const made: WorkerHere[] = [];
  const make = () => {
    made.push(new WorkerHere());
    return made.at(-1) as unknown as Worker;
  };
  return { made, door: new WorkerDoor<Api>(make, 'The reader') };
}

describe('the door to a worker', () => {
  it('makes the worker when it is first asked, and keeps it', async () => {
    const { made, door: reader } = door();
    expect(made).toHaveLength(0);
    expect(await reader.once((api) => api.double(4))).toBe(8);
    expect(await reader.call((api) => api.double(5))).toBe(10);
    expect(made).toHaveLength(1);
  });
  it('hands on what the worker throws, and does not ask again', async () => {
    const { made, door: reader } = door();
    await expect(reader.call((api) => api.refuse())).rejects.toThrow('too large');
    expect(made).toHaveLength(1);
    expect(made[0]!.terminate).not.toHaveBeenCalled();
  });
  it.each([
    ['failed: out of memory', 'out of memory'],
    ['could not be loaded', ''],
  ])('fails the call that waits with the worker: it %s', async (says, message) => {
    const { made, door: reader } = door();
    const answer = reader.once((api) => api.never());
    made[0]!.dies(message);
    await expect(answer).rejects.toEqual(new WorkerFailed(`The reader ${says}`));
    expect(made[0]!.terminate).toHaveBeenCalledOnce();
    // The next call begins with a new one.
    expect(await reader.once((api) => api.double(1))).toBe(2);
    expect(made).toHaveLength(2);
  });
  it('asks a new worker once more where the first has died, and no third', async () => {
    const { made, door: reader } = door();
    let asked = 0;
    const answer = reader.call((api) => (asked++ === 0 ? api.never() : api.double(21)));
    made[0]!.dies();
    expect(await answer).toBe(42);
    const again = reader.call((api) => api.never());
    made[1]!.dies();
    await vi.waitFor(() => expect(made).toHaveLength(3));
    made[2]!.dies();
    await expect(again).rejects.toBeInstanceOf(WorkerFailed);
    expect(made).toHaveLength(3);
  });
  it('fails what waits when it is stopped, and when an answer cannot be read', async () => {
    const { made, door: reader } = door();
    const stopped = reader.once((api) => api.never());
    reader.stop();
    await expect(stopped).rejects.toThrow('The reader was stopped');
    const garbled = reader.once((api) => api.never());
    made[1]!.dispatchEvent(new MessageEvent('messageerror'));
    await expect(garbled).rejects.toThrow('The reader sent what could not be read');
    // With nobody waiting there is nothing to fail.
    expect(() => reader.stop()).not.toThrow();
  });
});
