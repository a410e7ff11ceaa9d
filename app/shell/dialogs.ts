import { Injectable, signal } from '@angular/core';

export type DialogName = 'reading' | 'keys' | 'find';

/** Which dialog is open; the frame shows it. */
@Injectable({ providedIn: 'root' })
export class Dialogs {
  readonly open = signal<DialogName | null>(null);

  close(): void {
    this.open.set(null);
  }
}
