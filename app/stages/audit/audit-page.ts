import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
  untracked,
} from '@angular/core';
import { Store } from '@ngrx/store';
import type { AuditLine } from '@core/audit/audit';
import { formatNumber } from '@core/quantity/format';
import { newInverter, newLoad } from '@core/rig/new-rig';
import { LIMITS } from '@core/rig/limits';
import type { Inverter, Load } from '@core/rig/load';
import { Book } from '../../rig/book';
import { RigEdits } from '../../rig/rig-actions';
import { rigFeature } from '../../rig/rig-feature';
import { selectDerived } from '../../rig/rig-selectors';
import { FigurePart } from '../../ui/figure';
import { MarginContent } from '../../ui/margin-slot';
import { QuantityField } from '../../ui/quantity-field';
import { RowKey } from '../../ui/single-keys';
import { TextField } from '../../ui/text-field';
import { WorkingStore } from '../../ui/working-store';
import { LoadRow } from './load-row';

interface Group {
  name: string;
  rows: { load: Load; line: AuditLine }[];
}

/** Stage 1: what uses energy, and how much of it a day. */
@Component({
  selector: 'co-audit-page',
  imports: [FigurePart, LoadRow, MarginContent, QuantityField, RowKey, TextField],
  templateUrl: './audit-page.html',
  styleUrl: './audit-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AuditPage {
  private readonly store = inject(Store);
  private readonly book = inject(Book);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly rig = this.store.selectSignal(rigFeature.selectRig);
  protected readonly derived = this.store.selectSignal(selectDerived);
  protected readonly limits = LIMITS;
  /** From the address: the load to go to. */
  readonly load = input<string>();

  protected readonly audit = computed(() => this.derived()?.audit ?? null);
  protected readonly inverter = computed(() => this.rig()?.inverter ?? null);
  protected readonly standby = computed(() => this.audit()?.lines.find((line) => line.id === 'inverter') ?? null);
  protected readonly hasAc = computed(() => this.rig()?.loads.some((load) => load.supply === 'ac') ?? false);

  protected readonly groups = computed<Group[]>(() => {
    const loads = this.rig()?.loads ?? [];
    const lines = this.audit()?.lines ?? [];
    const groups: Group[] = [];
    loads.forEach((load, k) => {
      const line = lines[k];
      if (!line) return;
      const group = groups.find((one) => one.name === load.group);
      if (group) group.rows.push({ load, line });
      else groups.push({ name: load.group, rows: [{ load, line }] });
    });
    return groups;
  });

  /** The largest line, which fills the bar. */
  protected readonly largestAh = computed(() =>
    Math.max(0, ...(this.audit()?.lines.map((line) => line.dayAh.value) ?? [])),
  );

  protected readonly why = computed(() => {
    const audit = this.audit();
    if (!audit || audit.dayAh.value === 0) return '';
    const standing = audit.standingAh.value;
    const top = audit.lines.reduce((a, b) => (b.dayAh.value > a.dayAh.value ? b : a));
    const share = (ah: number) => `${formatNumber((100 * ah) / audit.dayAh.value, 0)} %`;
    const first =
      standing > 0
        ? `${formatNumber(standing, 1)} Ah of it, ${share(standing)}, runs whether anyone is aboard or not. `
        : '';
    return `${first}${top.says} takes the most: ${share(top.dayAh.value)}.`;
  });

  protected readonly measured = computed(() => {
    const verdict = this.book.verdict();
    return verdict && verdict.state !== 'none' ? verdict.outPerDay : null;
  });

  constructor() {
    const workings = inject(WorkingStore);
    workings.suggest(computed(() => this.audit()?.dayAh ?? null));
    effect(() => {
      const id = this.load();
      if (id) untracked(() => this.focusLoad(id));
    });
  }

  protected add(group?: string): void {
    const loads = this.rig()?.loads ?? [];
    const load = newLoad(crypto.randomUUID(), group ?? loads.at(-1)?.group ?? 'Loads');
    this.store.dispatch(RigEdits.loadAdded({ load }));
    this.focusLoad(load.id);
  }

  protected change(id: string, changes: Partial<Load>): void {
    this.store.dispatch(RigEdits.loadChanged({ id, changes }));
  }

  protected remove(id: string): void {
    this.store.dispatch(RigEdits.loadRemoved({ id }));
  }

  protected renameGroup(group: Group, name: string): void {
    this.store.dispatch(RigEdits.groupRenamed({ from: group.name, to: name }));
  }

  protected addInverter(): void {
    this.store.dispatch(RigEdits.inverterChanged({ inverter: newInverter() }));
  }

  protected removeInverter(): void {
    this.store.dispatch(RigEdits.inverterChanged({ inverter: null }));
  }

  protected changeInverter(changes: Partial<Inverter>): void {
    const inverter = this.inverter();
    if (inverter) {
      const field = Object.keys(changes).join(',');
      this.store.dispatch(RigEdits.inverterChanged({ inverter: { ...inverter, ...changes }, field }));
    }
  }

  private focusLoad(id: string): void {
    setTimeout(() => {
      const row = this.host.nativeElement.querySelector(`[data-load="${CSS.escape(id)}"]`);
      row?.scrollIntoView({ block: 'center' });
      row?.querySelector('input')?.focus();
    });
  }
}
