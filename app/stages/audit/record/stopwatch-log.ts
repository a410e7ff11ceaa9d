import { signal, type WritableSignal } from '@angular/core';
import * as z from 'zod';
import type { Recording } from '@core/audit/load';

const Kept = z.object({
  presses: z.array(z.object({ state: z.number().int().min(0), atMs: z.number() })),
  endedMs: z.number().nullable(),
  states: z.array(z.object({ name: z.string(), powerW: z.number().min(0) })).nullable(),
});
type Kept = z.infer<typeof Kept>;

/** Presses of a stopwatch and what its states take, kept with every press: a sleeping or discarded page loses nothing. */
export class StopwatchLog {
  readonly now: WritableSignal<Kept>;
  private readonly key: string;

  constructor(loadId: string) {
    this.key = `coulan-stopwatch-${loadId}`;
    this.now = signal(keptUnder(this.key));
  }

  /** The load is in this state from now on. */
  press(state: number, atMs: number): void {
    const { presses, endedMs } = this.now();
    if (endedMs === null && presses.at(-1)?.state === state) return;
    this.set({ ...this.now(), presses: [...presses, { state, atMs }], endedMs: null });
  }

  end(atMs: number): void {
    if (this.now().presses.length > 0) this.set({ ...this.now(), endedMs: atMs });
  }

  /** Takes the last press back, or the end. */
  undo(): void {
    const { presses, endedMs } = this.now();
    this.set({ ...this.now(), ...(endedMs === null ? { presses: presses.slice(0, -1) } : { endedMs: null }) });
  }

  /** The presses go; what each state takes stays. */
  clear(): void {
    this.set({ ...this.now(), presses: [], endedMs: null });
  }

  /** What each state is called and takes, until it is in the rig. */
  keepStates(states: Recording['states'] | null): void {
    this.set({ ...this.now(), states });
  }

  /** Time spent in each state so far. @param nowMs where it has not been ended */
  spans(nowMs: number): Recording['spans'] {
    const { presses, endedMs } = this.now();
    return presses.map(({ state, atMs }, k) => {
      const untilMs = presses[k + 1]?.atMs ?? endedMs ?? nowMs;
      return { state, seconds: Math.max(0, (untilMs - atMs) / 1000) };
    });
  }

  private set(kept: Kept): void {
    this.now.set(kept);
    try {
      if (kept.presses.length === 0 && !kept.states) localStorage.removeItem(this.key);
      else localStorage.setItem(this.key, JSON.stringify(kept));
    } catch {
      // It still stands on the page.
    }
  }
}

function keptUnder(key: string): Kept {
  try {
    const parsed = Kept.safeParse(JSON.parse(localStorage.getItem(key) ?? 'null'));
    if (parsed.success) return parsed.data;
  } catch {
    // Storage is blocked: the presses live as long as the page.
  }
  return { presses: [], endedMs: null, states: null };
}
