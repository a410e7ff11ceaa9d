import { ChangeDetectionStrategy, Component, computed, inject, resource, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { Edit } from '../../rig/edit';
import { rigFeature } from '../../rig/rig-feature';
import { Storage } from '../../storage/storage';
import { spanLabel } from '../../ui/dates';
import { dayKeyAt } from '@core/series/local-day';
import { StageTabs } from '../../rig/stage-tabs';
import { RemarksTable } from './remarks-table';
import { NumberPipe } from '../../ui/number-pipe';
import { formatNumber, quantityText } from '@core/quantity/format';

/** The files that were imported, with every row that was set aside. */
@Component({
  selector: 'co-logs-page',
  imports: [NumberPipe, StageTabs, RemarksTable, RouterLink],
  template: `
    <div class="eyebrow"><co-stage-tabs /></div>
    @if (rows().length === 0) {
      <h1 class="verdict">No file has been imported yet.</h1>
      <div class="teach">
        <p>A meter’s file becomes days of the ledger. What was odd in it stays listed here.</p>
        @if (rig(); as one) {
          <a class="btn main" [routerLink]="['/rig', one.id, 'logbook', 'import']">Import a meter’s file</a>
        }
      </div>
    } @else {
      <h1 class="verdict">{{ rows().length === 1 ? 'One log' : rows().length + ' logs' }} in the book.</h1>
      <table class="book" aria-label="Imported logs">
        <thead>
          <tr>
            <th scope="col">File</th>
            <th scope="col" class="l">from, to</th>
            <th scope="col">every</th>
            <th scope="col">rows read</th>
            <th scope="col">kept</th>
            <th scope="col">set aside</th>
            <th scope="col">twice</th>
            <th scope="col"><span class="sr">remove</span></th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.log.id) {
            <tr [class.sel]="opened() === row.log.id">
              <td>
                <button
                  type="button"
                  class="link"
                  [attr.aria-expanded]="opened() === row.log.id"
                  (click)="toggle(row.log.id)"
                >
                  {{ row.log.name }}
                </button>
              </td>
              <td class="l">{{ row.span }}</td>
              <td class="n">{{ row.step }}</td>
              <td class="n">{{ row.log.rowsRead | coNumber }}</td>
              <td class="n">{{ row.log.rowsKept | coNumber }}</td>
              <td class="n" [class.warned]="row.log.rowsSetAside > 0">
                {{ row.log.rowsSetAside | coNumber }}
              </td>
              <td class="n">{{ row.log.rowsDuplicate + row.log.rowsCovered | coNumber }}</td>
              <td><button class="link small no-print" type="button" (click)="remove(row.log.id)">take out</button></td>
            </tr>
          }
        </tbody>
      </table>
      @if (opened() !== null) {
        <section class="strip">
          <h2>Odd rows <span>counted, and listed with their place in the file</span></h2>
          @if (remarks.value(); as found) {
            @if (found.listed.length === 0) {
              <p class="small mut">There were none.</p>
            }
            <co-remarks class="wide" [listed]="found.listed" [counts]="found.counts" />
          }
        </section>
      } @else {
        <p class="small mut">Press a file to see its odd rows. Undo restores a log that was removed.</p>
      }
    }
  `,
  styles: `
    .wide {
      width: 100%;
    }
    @media (max-width: 720px) {
      table.book :is(th, td):nth-child(n + 3):not(:last-child):not(:nth-child(6)) {
        display: none;
      }
      table.book td {
        height: 48px;
        white-space: normal;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LogsPage {
  private readonly store = inject(Store);
  private readonly storage = inject(Storage);
  protected readonly rig = this.store.selectSignal(rigFeature.selectRig);
  protected readonly opened = signal<string | null>(null);
  protected readonly remarks = resource({
    params: () => this.opened() ?? undefined,
    loader: async ({ params }) =>
      (await this.storage.db.logRemarks.get(params)) ?? { logId: params, listed: [], counts: {} },
  });

  protected readonly rows = computed(() =>
    (this.rig()?.logbook.logs ?? []).map((log) => ({
      log,
      span: spanLabel(dayKeyAt(log.firstMs, log.timeZone), dayKeyAt(log.lastMs, log.timeZone)),
      step:
        log.medianStepMs >= 60_000
          ? quantityText(log.medianStepMs / 60_000, 'Minute', { decimals: 1 })
          : `${formatNumber(log.medianStepMs / 1000, 1)} s`,
    })),
  );

  protected toggle(id: string): void {
    this.opened.set(this.opened() === id ? null : id);
  }

  protected remove(id: string): void {
    if (this.opened() === id) this.opened.set(null);
    this.store.dispatch(
      Edit.merge('logbook', { logs: (this.rig()?.logbook.logs ?? []).filter((log) => log.id !== id) }, null),
    );
  }
}
