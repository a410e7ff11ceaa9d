import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { NzModalModule } from 'ng-zorro-antd/modal';
import { GENERIC_LOADS, type GenericLoad } from '@core/audit/generic-loads.data';
import { loadsFromTable, type TableRemark } from '@core/audit/load-table';
import type { Load } from '@core/audit/load';
import type { Option } from '../../ui/choice';
import { FileButton } from '../../ui/file-button';
import { RemarkList } from '../../ui/remark-list';
import { Ways } from '../../ui/ways';

const REMARKS: Record<TableRemark['code'], string> = {
  'unknown-head':
    'names no power: “name” and “watts”, or “volts” and “amps”, are wanted among the heads; nothing was read',
  'no-name': 'has no name; left out',
  'no-power': 'has neither watts nor volts and amps; left out',
  'no-hours': 'says nothing of how long it runs; taken as 1 hour a day',
  'not-a-number': 'is not a number in the unit of its column; taken as not given',
  'two-readings': 'can be thousands or a decimal; write it without the comma, or with a point',
  'out-of-range': 'is out of range; the default holds',
  'unknown-word': 'is a word that is not known; the default holds',
};

/** Loads from the library, from a block of a spreadsheet, or from a CSV file. */
@Component({
  selector: 'co-add-loads',
  imports: [FileButton, NzModalModule, RemarkList, Ways],
  templateUrl: './add-loads.html',
  styleUrl: './add-loads.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AddLoads {
  /** Where pasted rows go that name no group. */
  readonly group = input('');
  readonly added = output<Load[]>();
  readonly done = output();
  protected readonly ways: readonly Option[] = [
    { id: 'library', name: 'Library of generic loads' },
    { id: 'table', name: 'Paste, or a CSV file' },
  ];
  protected readonly way = signal<'library' | 'table'>('library');
  protected readonly asked = signal('');
  protected readonly picked = signal<ReadonlySet<string>>(new Set());
  protected readonly pasted = signal('');
  protected readonly remarkWords = ({ code }: TableRemark) => REMARKS[code];

  protected readonly found = computed(() => {
    const words = this.asked().toLowerCase().split(/\s+/).filter(Boolean);
    return GENERIC_LOADS.filter(({ name, group, supply }) =>
      words.every((word) => `${name} ${group} ${supply}`.toLowerCase().includes(word)),
    );
  });
  protected readonly table = computed(() =>
    this.pasted().trim() === ''
      ? null
      : loadsFromTable(this.pasted(), this.group() || 'Loads', () => crypto.randomUUID()),
  );
  protected readonly count = computed(() =>
    this.way() === 'library' ? this.picked().size : (this.table()?.loads.length ?? 0),
  );

  protected toggle({ name }: GenericLoad): void {
    this.picked.update((picked) => {
      const next = new Set(picked);
      if (!next.delete(name)) next.add(name);
      return next;
    });
  }

  protected take(): void {
    if (this.way() === 'table') this.added.emit(this.table()?.loads ?? []);
    else
      this.added.emit(
        GENERIC_LOADS.filter(({ name }) => this.picked().has(name)).map((generic) => generic.make(crypto.randomUUID())),
      );
  }

  protected async open(file: File): Promise<void> {
    this.pasted.set(await file.text());
  }

  protected text(event: Event): string {
    return (event.target as HTMLInputElement | HTMLTextAreaElement).value;
  }
}
