import { inRange } from '../../quantity/guard';

/** Loudness of a recording over time. */
export interface Loudness {
  /** Length of one frame, s. */
  frameS: number;
  /** [n] level in dB against full scale, −120 at silence. */
  levelDb: Float64Array;
}

const FLOOR_DB = -120;

/** Gathers the loudness of a recording that is handed over piece by piece: root mean square of each frame, in dB. */
export class LoudnessMeter {
  private readonly levels: number[] = [];
  private readonly frame: number;
  private energy = 0;
  private filled = 0;

  /** @param sampleRateHz 1,000 … 400,000 @param frameS 0.01 … 10 */
  constructor(
    sampleRateHz: number,
    private readonly frameS: number,
  ) {
    inRange('sampleRateHz', sampleRateHz, 1000, 400_000);
    inRange('frameS', frameS, 0.01, 10);
    this.frame = Math.round(sampleRateHz * frameS);
  }

  /** @param samples [n] −1 … 1 */
  add(samples: Float32Array): void {
    for (let k = 0; k < samples.length; k++) {
      const sample = samples[k]!;
      this.energy += sample * sample;
      if (++this.filled === this.frame) this.close();
    }
  }

  /** What was gathered; a last frame of less than half its length is left out. */
  finish(): Loudness {
    if (this.filled * 2 >= this.frame) this.close();
    return { frameS: this.frameS, levelDb: Float64Array.from(this.levels) };
  }

  private close(): void {
    const mean = this.energy / this.filled;
    this.levels.push(mean > 0 ? Math.max(FLOOR_DB, 10 * Math.log10(mean)) : FLOOR_DB);
    this.energy = 0;
    this.filled = 0;
  }
}
