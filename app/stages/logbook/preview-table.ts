import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Preview } from '@core/logbook/import/preview';
import { formatNumber } from '@core/quantity/format';
import type { LogMapping } from '@core/logbook/plan';
import { dateLabel } from '../../ui/dates';
import { toWallTime } from '../../ui/wall-time';
import { REMARK_WORDS } from './remark-words';

/** The head of a file as it stands, and under each row what will be read. */
@Component({
  selector: 'co-preview-table',
  template: `
    <div class="scroll" tabindex="0" role="region" aria-label="The first rows">
      <table class="book">
        <thead>
          <tr>
            @for (name of heads(); track $index) {
              <th scope="col" class="l" [class.used]="name.role">
                {{ name.says }}
                @if (name.role) {
                  <b>{{ name.role }}</b>
                }
              </th>
            }
            <th scope="col" class="l read">will be read as</th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track $index) {
            <tr>
              @for (cell of row.cells; track $index) {
                <td class="l n">{{ cell }}</td>
              }
              <td class="l read" [class.warned]="row.odd">{{ row.says }}</td>
            </tr>
          }
        </tbody>
      </table>
    </div>
  `,
  styles: `
    .scroll {
      position: relative;
      overflow-x: auto;
      max-width: 100%;
    }
    th b {
      display: block;
      color: var(--mark);
      font-weight: 600;
    }
    .read {
      border-left: 1.5px solid var(--ink);
      background: var(--mark-soft);
      padding-left: var(--s3);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PreviewTable {
  readonly preview = input.required<Preview>();
  readonly mapping = input.required<LogMapping>();
  readonly timeZone = input.required<string>();

  protected readonly heads = computed(() => {
    const { timeColumn, clockColumn, voltageColumn, current } = this.mapping();
    const roles = new Map<number, string>([
      [timeColumn, clockColumn === null ? 'time' : 'date'],
      ...(clockColumn === null ? [] : [[clockColumn, 'clock'] as const]),
      ...(voltageColumn === null ? [] : [[voltageColumn, 'voltage'] as const]),
      ...(current.by === 'signed'
        ? [[current.column, 'current'] as const]
        : [[current.inColumn, 'current in'] as const, [current.outColumn, 'current out'] as const]),
    ]);
    return this.preview().names.map((name, k) => ({ says: name || `column ${k + 1}`, role: roles.get(k) ?? null }));
  });

  protected readonly rows = computed(() => {
    const { rows, cells } = this.preview();
    const width = this.heads().length;
    const hasVoltage = this.mapping().voltageColumn !== null;
    // Blank lines are no rows: match by order among the lines that hold something.
    const filled = cells.filter((line) => line.some((cell) => cell.trim() !== ''));
    return rows.map((row, k) => {
      const line = Array.from({ length: width }, (_, c) => filled[k]?.[c] ?? '');
      if ('code' in row)
        return { cells: line, odd: true, says: `set aside: ${REMARK_WORDS[row.code]}, column ${row.column}` };
      const wall = toWallTime(row.timeMs, this.timeZone());
      const volts = hasVoltage ? `${formatNumber(row.voltageV, 2)} V, ` : '';
      const way = row.currentA > 0 ? 'in' : row.currentA < 0 ? 'out' : 'at rest';
      const seconds = new Date(row.timeMs).getUTCSeconds();
      const clock = `${wall.slice(11)}${seconds ? `:${String(seconds).padStart(2, '0')}` : ''}`;
      return {
        cells: line,
        odd: false,
        says: `${dateLabel(wall.slice(0, 10))}, ${clock} · ${volts}${formatNumber(Math.abs(row.currentA), 2)} A ${way}`,
      };
    });
  });
}
