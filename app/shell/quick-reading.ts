import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { NzModalModule } from 'ng-zorro-antd/modal';
import { FormsModule } from '@angular/forms';
import { LIMITS } from '@core/rig/limits';
import { withReading } from '@core/logbook/with-reading';
import { Edit } from '../rig/edit';
import { rigFeature } from '../rig/rig-feature';
import { readTypedDate } from '@core/text/typed-date';
import { DateField } from '../ui/date-field';
import { FirstFocus } from '../ui/first-focus';
import { nowMs } from '../ui/now';
import { QuantityField } from '../ui/quantity-field';
import { fromWallTime, toWallTime } from '../ui/wall-time';
import { ReadingDraft } from './reading-draft';

/** A reading off the meter in a few seconds. */
@Component({
  selector: 'co-quick-reading',
  imports: [DateField, FirstFocus, FormsModule, NzModalModule, QuantityField],
  templateUrl: './quick-reading.html',
  styleUrl: './quick-reading.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class QuickReading {
  private readonly store = inject(Store);
  private readonly rig = this.store.selectSignal(rigFeature.selectRig);
  protected readonly limits = LIMITS;
  protected readonly amps = { min: 0, max: LIMITS.readingA.max };
  protected readonly taken = { min: 0, max: LIMITS.readingAh.max };
  protected readonly draft = new ReadingDraft();
  protected readonly zone = computed(() => this.rig()?.place.timeZone ?? 'UTC');
  protected readonly when = computed(() => this.draft.now().when || toWallTime(this.openedMs, this.zone()));
  protected readonly refusal = signal<string | null>(null);
  private readonly openedMs = nowMs();
  readonly done = output();

  protected save(): void {
    const { voltageV, amps, charging, socFraction, takenAh, full, note } = this.draft.now();
    if ([voltageV, amps, socFraction, takenAh].every((value) => value === null) && !full && note.trim() === '') {
      this.refusal.set('Write down at least one figure, or a note.');
      return;
    }
    const written = this.draft.now().when ? readTypedDate(this.when(), 'moment') : null;
    if (this.draft.now().when && written === null) {
      this.refusal.set('That time is not understood. Write it as 2026-11-25 22:07.');
      return;
    }
    const atMs = written === null ? this.openedMs : fromWallTime(written, this.zone());
    if (atMs === null) {
      this.refusal.set('That time does not exist on the clocks of this place. Correct it.');
      return;
    }
    const reading = {
      id: crypto.randomUUID(),
      atMs,
      voltageV,
      currentA: amps === null ? null : charging ? amps : -amps || 0,
      socFraction,
      countAh: takenAh === null ? null : -takenAh || 0,
      full,
      note: note.trim(),
    };
    this.store.dispatch(
      Edit.merge('logbook', { readings: withReading(this.rig()?.logbook.readings ?? [], reading) }, null),
    );
    this.draft.clear();
    this.done.emit();
  }

  protected discard(): void {
    this.draft.clear();
    this.done.emit();
  }

  protected text(event: Event): string {
    return (event.target as HTMLInputElement).value;
  }
}
