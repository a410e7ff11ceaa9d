/**
 * Median of the steps between samples, gathered while they pass. Counts each whole millisecond, so it is exact for logs
 * on a clock; beyond 50,000 different steps the rarest resolution is given up and steps are counted by the tenth of a second.
 */
export class MedianStep {
  private counts = new Map<number, number>();
  private total = 0;
  private lastStep = -1;
  private lastRun = 0;
  private resolutionMs = 1;

  add(stepMs: number): void {
    if (stepMs === this.lastStep) {
      this.lastRun++;
      return;
    }
    this.flush();
    this.lastStep = stepMs;
    this.lastRun = 1;
  }

  /** Adds every step of a column of times. @param timeMs [n], strictly increasing */
  addAll(timeMs: Float64Array): void {
    // Most logs go by a clock: steps like the one before are counted here, without a call for each.
    let before = timeMs[0]!;
    let same = 0;
    for (let k = 1; k < timeMs.length; k++) {
      const time = timeMs[k]!;
      const step = time - before;
      before = time;
      if (step === this.lastStep) same++;
      else {
        this.lastRun += same;
        same = 0;
        this.add(step);
      }
    }
    this.lastRun += same;
  }

  /** ms; 0 when there was no step. The lower one of the two middle steps. */
  value(): number {
    this.flush();
    const steps = [...this.counts.keys()].sort((a, b) => a - b);
    let seen = 0;
    for (const step of steps) {
      seen += this.counts.get(step)!;
      if (2 * seen >= this.total) return step;
    }
    return 0;
  }

  private flush(): void {
    if (this.lastRun === 0) return;
    const step = Math.round(this.lastStep / this.resolutionMs) * this.resolutionMs;
    this.counts.set(step, (this.counts.get(step) ?? 0) + this.lastRun);
    this.total += this.lastRun;
    this.lastRun = 0;
    this.lastStep = -1;
    if (this.counts.size > 50_000 && this.resolutionMs === 1) this.coarsen();
  }

  private coarsen(): void {
    this.resolutionMs = 100;
    const coarse = new Map<number, number>();
    for (const [step, count] of this.counts) {
      const rounded = Math.round(step / 100) * 100;
      coarse.set(rounded, (coarse.get(rounded) ?? 0) + count);
    }
    this.counts = coarse;
  }
}
