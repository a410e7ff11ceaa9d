import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { formatNumber } from '@core/quantity/format';
import { Edit } from '../../rig/edit';
import { rigFeature } from '../../rig/rig-feature';
import { momentLabel } from '../../ui/dates';
import { StageTabs } from '../../rig/stage-tabs';

/** The readings that were written down by hand, newest first. */
@Component({
  selector: 'co-readings-page',
  imports: [StageTabs],
  template: `
    <div class="eyebrow"><co-stage-tabs /></div>
    @if (rows().length === 0) {
      <h1 class="verdict">No reading has been written down yet.</h1>
      <div class="teach">
        <p>
          Press r, or Quick reading, whenever you pass the meter: volts and amps, or whatever it shows. Readings at
          rest, morning and evening, say most. A reading can also mark the bank as full.
        </p>
      </div>
    } @else {
      <h1 class="verdict">{{ rows().length }} {{ rows().length === 1 ? 'reading' : 'readings' }} by hand.</h1>
      <table class="book" aria-label="Readings">
        <thead>
          <tr>
            <th scope="col">When</th>
            <th scope="col">voltage <span class="u">V</span></th>
            <th scope="col">current <span class="u">A</span></th>
            <th scope="col">state of charge <span class="u">%</span></th>
            <th scope="col">since full <span class="u">Ah</span></th>
            <th scope="col" class="l">note</th>
            <th scope="col"><span class="sr">remove</span></th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.id) {
            <tr>
              <td>{{ row.when }}</td>
              <td class="n">{{ row.voltage }}</td>
              <td class="n">{{ row.current }}</td>
              <td class="n">{{ row.soc }}</td>
              <td class="n">{{ row.count }}</td>
              <td class="l note-cell">
                @if (row.full) {
                  <b>full</b>
                }
                {{ row.note }}
              </td>
              <td><button class="link small no-print" type="button" (click)="remove(row.id)">remove</button></td>
            </tr>
          }
        </tbody>
      </table>
      <p class="small mut">Current is positive into the bank.</p>
    }
  `,
  styles: `
    .note-cell {
      white-space: normal !important;
      overflow-wrap: anywhere;
    }
    @media (max-width: 720px) {
      table.book :is(th, td):nth-child(4),
      table.book :is(th, td):nth-child(5) {
        display: none;
      }
      table.book td {
        height: 48px;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ReadingsPage {
  private readonly store = inject(Store);
  private readonly rig = this.store.selectSignal(rigFeature.selectRig);
  protected readonly rows = computed(() => {
    const rig = this.rig();
    const show = (value: number | null, decimals: number, signed = false) =>
      value === null ? '–' : formatNumber(value, decimals, signed);
    return [...(rig?.logbook.readings ?? [])].reverse().map((reading) => ({
      id: reading.id,
      when: momentLabel(reading.atMs, rig!.place.timeZone),
      voltage: show(reading.voltageV, 2),
      current: show(reading.currentA, 1, true),
      soc: show(reading.socFraction === null ? null : reading.socFraction * 100, 0),
      count: show(reading.countAh, 1),
      full: reading.full,
      note: reading.note,
    }));
  });

  protected remove(id: string): void {
    this.store.dispatch(
      Edit.merge(
        'logbook',
        { readings: (this.rig()?.logbook.readings ?? []).filter((reading) => reading.id !== id) },
        null,
      ),
    );
  }
}
