import { signal } from '@angular/core';
import type { Loudness } from '@core/audit/sound/envelope';

const FRAME_S = 0.1;
const FLOOR_DB = -120;

/** Listens and keeps nothing but the loudness, ten times a second; the screen is kept awake meanwhile where the browser allows. */
export class Microphone {
  readonly running = signal(false);
  readonly seconds = signal(0);
  readonly levelDb = signal(FLOOR_DB);
  private levels: number[] = [];
  private stream: MediaStream | null = null;
  private context: AudioContext | null = null;
  private timer: ReturnType<typeof setInterval> | undefined;
  private wake: WakeLockSentinel | null = null;

  /** @throws when the browser or the person refuses */
  async start(): Promise<void> {
    const plain = { echoCancellation: false, noiseSuppression: false, autoGainControl: false };
    this.stream = await navigator.mediaDevices.getUserMedia({ audio: plain });
    this.context = new AudioContext();
    const analyser = this.context.createAnalyser();
    analyser.fftSize = 4096;
    this.context.createMediaStreamSource(this.stream).connect(analyser);
    const window = new Float32Array(analyser.fftSize);
    this.levels = [];
    const startMs = performance.now();
    this.timer = setInterval(() => {
      analyser.getFloatTimeDomainData(window);
      const mean = window.reduce((sum, sample) => sum + sample * sample, 0) / window.length;
      const level = mean > 0 ? Math.max(FLOOR_DB, 10 * Math.log10(mean)) : FLOOR_DB;
      // A timer that was held up owes the frames that it missed.
      const due = Math.floor((performance.now() - startMs) / (FRAME_S * 1000));
      while (this.levels.length < due) this.levels.push(level);
      this.levelDb.set(level);
      this.seconds.set(this.levels.length * FRAME_S);
    }, FRAME_S * 1000);
    this.wake = await navigator.wakeLock?.request('screen').catch(() => null);
    this.running.set(true);
  }

  async stop(): Promise<Loudness> {
    clearInterval(this.timer);
    this.running.set(false);
    this.stream?.getTracks().forEach((track) => track.stop());
    await this.context?.close().catch(() => undefined);
    await this.wake?.release().catch(() => undefined);
    this.stream = this.context = this.wake = null;
    return { frameS: FRAME_S, levelDb: Float64Array.from(this.levels) };
  }
}
