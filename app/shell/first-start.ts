import { errorText } from '@core/text/error-text';
import { inject, Injectable, Injector, signal } from '@angular/core';
import { Storage } from '../storage/storage';

/** Opens the database; a browser that opens Coulan for the first time off a demo server gets the demo rigs. */
@Injectable({ providedIn: 'root' })
export class FirstStart {
  private readonly storage = inject(Storage);
  private readonly injector = inject(Injector);
  /** What is being loaded, or null. */
  readonly progress = signal<string | null>(null);
  readonly failure = signal<string | null>(null);
  readonly ready = this.start();

  private async start(): Promise<void> {
    if (!(await this.storage.open())) return;
    if ((await this.storage.db.rigs.count()) > 0 || !(await serverWantsDemo())) return;
    await this.loadDemo();
  }

  /** Loads the demo rigs; the first one's id, or null when it failed. */
  async loadDemo(): Promise<string | null> {
    this.failure.set(null);
    try {
      const { DemoLoader } = await import('./demo-loader');
      const ids = await this.injector.get(DemoLoader).load((says) => this.progress.set(says));
      return ids[0] ?? null;
    } catch (error) {
      this.failure.set(errorText(error));
      return null;
    } finally {
      this.progress.set(null);
    }
  }
}

async function serverWantsDemo(): Promise<boolean> {
  try {
    const response = await fetch('api/start');
    const answer: unknown = await response.json();
    return typeof answer === 'object' && answer !== null && 'demo' in answer && answer.demo === true;
  } catch {
    return false;
  }
}
