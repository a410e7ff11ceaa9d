import { signal } from '@angular/core';
import * as z from 'zod';

const KEY = 'coulan-reading-draft';

const Draft = z.object({
  when: z.string(),
  voltageV: z.number().nullable(),
  amps: z.number().nullable(),
  charging: z.boolean(),
  socFraction: z.number().nullable(),
  takenAh: z.number().nullable(),
  full: z.boolean(),
  note: z.string(),
});
export type Draft = z.infer<typeof Draft>;

export const emptyDraft = (): Draft => ({
  when: '',
  voltageV: null,
  amps: null,
  charging: false,
  socFraction: null,
  takenAh: null,
  full: false,
  note: '',
});

/** A reading that is being written, kept through a sleeping or discarded page. */
export class ReadingDraft {
  readonly now = signal<Draft>(kept());

  change(changes: Partial<Draft>): void {
    this.now.update((draft) => ({ ...draft, ...changes }));
    try {
      localStorage.setItem(KEY, JSON.stringify(this.now()));
    } catch {
      // It still stands in the dialog.
    }
  }

  clear(): void {
    this.now.set(emptyDraft());
    try {
      localStorage.removeItem(KEY);
    } catch {
      // Nothing was kept.
    }
  }
}

function kept(): Draft {
  try {
    const parsed = Draft.safeParse(JSON.parse(localStorage.getItem(KEY) ?? 'null'));
    if (parsed.success) return parsed.data;
  } catch {
    // Storage is blocked.
  }
  return emptyDraft();
}
