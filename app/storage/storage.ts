import { errorText } from '@core/text/error-text';
import { Injectable, signal } from '@angular/core';
import { CoulanDatabase } from './database';
import { deleteOrphans } from './orphans';

/** The database of this page, and whether the browser lets it work. */
@Injectable({ providedIn: 'root' })
export class Storage {
  readonly db = new CoulanDatabase();
  /** Why nothing can be kept, or null. */
  readonly blocked = signal<string | null>(null);

  /** Opens the database; false when the browser refuses (private mode, storage switched off or full). */
  async open(): Promise<boolean> {
    try {
      await this.db.open();
      void navigator.storage?.persist?.().catch(() => false);
      void this.tidy();
      return true;
    } catch (error) {
      this.blocked.set(errorText(error));
      return false;
    }
  }

  /** Every tab holds the lock together; only a tab that is alone may throw orphans away. */
  private async tidy(): Promise<void> {
    if (!navigator.locks) return;
    await navigator.locks.request('coulan-tabs', { ifAvailable: true }, async (lock) => {
      if (!lock) return;
      await deleteOrphans(this.db).catch(() => undefined);
    });
    void navigator.locks.request('coulan-tabs', { mode: 'shared' }, () => new Promise<void>(() => undefined));
  }
}
