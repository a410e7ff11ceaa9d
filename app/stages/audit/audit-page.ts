import { CdkDrag, type CdkDragDrop, CdkDragHandle, CdkDropList } from '@angular/cdk/drag-drop';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { AuditLine } from '@core/audit/audit-line';
import { tableOfLoads } from '@core/audit/load-table';
import { formatNumber } from '@core/quantity/format';
import { LIMITS } from '@core/rig/limits';
import type { AuditPlan } from '@core/audit/plan';
import type { Load } from '@core/audit/load';
import { newInverter, newLoad } from '@core/audit/fresh';
import { Book } from '../../rig/book';
import { DaySimulation } from '../../rig/day-simulation';
import { renamedGroup } from '@core/audit/renamed-group';
import { Edit } from '../../rig/edit';
import { rigFeature } from '../../rig/rig-feature';
import { circuitsOfLoads } from '@core/wiring/circuits-of-loads';
import { Beside } from '../../rig/beside';
import { selectDerived } from '../../rig/rig-selectors';
import { Choice, type Option } from '../../ui/choice';
import { saveText } from '../../ui/save-text';
import { FigurePart } from '../../ui/figure';
import { MarginContent } from '../../ui/margin-slot';
import type { Figure } from '@core/formula/figure';
import { type MethodAnswer, MethodSwitch } from '../../ui/method-switch';
import { QuantityField } from '../../ui/quantity-field';
import { FINE_STEPS, roundTop } from '../../ui/chart/round-top';
import { RowKey } from '../../ui/single-keys';
import { TextField } from '../../ui/text-field';
import { UnitChoice } from '../../ui/unit-choice';
import { WorkingStore } from '../../ui/working-store';
import { AddLoads } from './add-loads';
import { StageTabs } from '../../rig/stage-tabs';
import { KNOWN_WORDS, MONTH_OPTIONS } from './audit-words';
import { LoadDetails } from './load-details';
import { LoadRow } from './load-row';

interface Row {
  load: Load;
  line: AuditLine;
}
interface Group {
  name: string;
  rows: Row[];
}

const GROUPINGS: readonly Option[] = [
  { id: 'group', name: 'by group' },
  { id: 'known', name: 'by how it is known' },
  { id: 'supply', name: 'by supply' },
  { id: 'must', name: 'by what must never stop' },
  { id: 'none', name: 'not grouped' },
];
const ORDERS: readonly Option[] = [
  { id: 'hand', name: 'in your order' },
  { id: 'day', name: 'largest first' },
  { id: 'name', name: 'by name' },
  { id: 'power', name: 'by power' },
];

/** Stage 1: what uses energy, how that is known, and how much of it a day. */
@Component({
  selector: 'co-audit-page',
  imports: [
    AddLoads,
    StageTabs,
    CdkDrag,
    CdkDragHandle,
    CdkDropList,
    Choice,
    FigurePart,
    LoadDetails,
    LoadRow,
    MarginContent,
    MethodSwitch,
    QuantityField,
    RouterLink,
    RowKey,
    TextField,
  ],
  templateUrl: './audit-page.html',
  styleUrl: './audit-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AuditPage {
  private readonly store = inject(Store);
  private readonly book = inject(Book);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly pending = inject(DaySimulation).pending;
  protected readonly rig = this.store.selectSignal(rigFeature.selectRig);
  private readonly derived = this.store.selectSignal(selectDerived);
  private readonly beside = inject(Beside);
  protected readonly limits = LIMITS;
  protected readonly groupings = GROUPINGS;
  protected readonly orders = ORDERS;
  protected readonly months = MONTH_OPTIONS;
  protected readonly number = formatNumber;
  protected readonly units = inject(UnitChoice);
  /** From the address: the load whose details are open. */
  readonly load = input<string>();
  protected readonly openId = signal<string | null>(null);
  protected readonly adding = signal(false);
  protected readonly grouping = signal('group');
  protected readonly order = signal('hand');
  protected readonly filter = signal('');

  protected readonly audit = computed(() => this.derived()?.audit ?? null);
  /** By load: its circuit’s name and the run that feeds it. */
  private readonly circuits = computed(() =>
    circuitsOfLoads(this.beside.derived()?.circuit ?? null, this.audit()?.lines ?? [], this.beside.rig()?.loads ?? []),
  );
  protected circuitOf(loadId: string): string | null {
    return this.circuits().get(loadId) ?? null;
  }
  protected readonly quantiles = computed(() => this.derived()?.quantiles ?? null);
  protected readonly inverters = computed(() => this.rig()?.inverters ?? []);
  protected readonly standby = computed(
    () => this.audit()?.lines.filter((line) => line.id.startsWith('standby:')) ?? [],
  );
  protected readonly standbyUnknown = computed(
    () => this.audit()?.inverters.flatMap(({ name, standbyKnown }) => (standbyKnown ? [] : [name])) ?? [],
  );
  protected readonly hasAc = computed(() => this.rig()?.loads.some((load) => load.supply === 'ac') ?? false);
  /** Rows can be moved where they stand in the user's own order. */
  protected readonly movable = computed(
    () => MOVABLE.includes(this.grouping()) && this.order() === 'hand' && this.filter() === '',
  );

  private readonly rows = computed<Row[]>(() => {
    const lines = this.audit()?.lines ?? [];
    const words = this.filter().toLowerCase().split(/\s+/).filter(Boolean);
    const lineOf = new Map(lines.map((line) => [line.id, line]));
    return (this.rig()?.loads ?? []).flatMap((load) => {
      const text = `${load.name} ${load.group} ${KNOWN_WORDS[load.known]} ${load.supply}`.toLowerCase();
      const line = lineOf.get(load.id);
      return line && words.every((word) => text.includes(word)) ? [{ load, line }] : [];
    });
  });

  protected readonly groups = computed<Group[]>(() => {
    const groups: Group[] = [];
    for (const row of this.rows()) {
      const name = groupOf(row.load, this.grouping());
      const group = groups.find((one) => one.name === name);
      if (group) group.rows.push(row);
      else groups.push({ name, rows: [row] });
    }
    const by = ORDER[this.order()];
    if (by) for (const group of groups) group.rows.sort(by);
    return groups;
  });

  protected readonly groupIds = computed(() => this.groups().map((_, k) => `group-${k}`));

  /** What fills the width of the whiskers: the highest day of any load, rounded up. */
  protected readonly scaleAh = computed(() =>
    roundTop(Math.max(0, ...(this.audit()?.lines.map((line) => line.highAh) ?? [])), FINE_STEPS),
  );
  protected readonly opened = computed(() => this.rows().find(({ load }) => load.id === this.openId()) ?? null);

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

  protected readonly sizings = computed(() => {
    const audit = this.audit();
    const p90 = this.quantiles()?.p90Ah;
    const answers = (figure: Figure | undefined): MethodAnswer[] => [figure ? { lead: '', figure } : 'being simulated'];
    return [
      {
        id: 'typical',
        name: 'usual day',
        reason: 'Every load at its typical: half of the days take more.',
        answers: answers(audit?.dayAh),
      },
      {
        id: 'nine-in-ten',
        name: '9 days in 10',
        reason: 'Loads drawn between low and high, each for itself: one day in ten takes more.',
        answers: answers(p90),
      },
      {
        id: 'all-high',
        name: 'all high',
        reason: 'Every load high on the same day: hardly ever, and a larger bank for it.',
        answers: answers(audit?.allHighAh),
      },
    ];
  });

  constructor() {
    inject(WorkingStore).suggest(
      computed(() => this.opened()?.line.dayAh ?? this.quantiles()?.p90Ah ?? this.audit()?.dayAh ?? null),
    );
    effect(() => {
      const id = this.load();
      if (id) untracked(() => this.focusLoad(id));
    });
  }

  protected add(): void {
    const load = newLoad(crypto.randomUUID(), this.opened()?.load.group ?? this.rig()?.loads.at(-1)?.group ?? 'Loads');
    this.filter.set('');
    this.store.dispatch(Edit.add('loads', load));
    this.focusLoad(load.id);
  }

  protected addAll(loads: Load[]): void {
    this.adding.set(false);
    if (loads.length === 0) return;
    this.store.dispatch(Edit.insert('loads', loads, null));
    this.focusLoad(loads[0]!.id);
  }

  protected change(id: string, changes: Partial<Load>): void {
    this.store.dispatch(Edit.change('loads', id, changes));
  }

  protected remove(id: string): void {
    this.openId.set(null);
    this.store.dispatch(Edit.remove('loads', id));
  }

  protected duplicate(load: Load): void {
    const copy = {
      ...load,
      id: crypto.randomUUID(),
      name: load.name === '' ? '' : `${load.name}, another`.slice(0, 120),
    };
    const at = (this.rig()?.loads.findIndex(({ id }) => id === load.id) ?? -1) + 1;
    this.store.dispatch(Edit.insert('loads', [copy], at));
    this.focusLoad(copy.id);
  }

  protected drop(event: CdkDragDrop<Group, Group, Load>): void {
    const moved = event.item.data;
    const others = event.container.data.rows.filter(({ load }) => load.id !== moved.id);
    const before = others[event.currentIndex]?.load.id ?? this.firstAfter(event.container.data);
    this.store.dispatch(
      Edit.move('loads', moved.id, before, { group: this.groupInto(moved, event.container.data.name) }),
    );
  }

  /** The same by keys: one place up or down among the rows on screen. */
  protected move(row: Row, step: 1 | -1): void {
    const all = this.groups().flatMap((group) => group.rows.map((one) => ({ ...one, group: group.name })));
    const at = all.findIndex(({ load }) => load.id === row.load.id);
    const target = all[at + step];
    if (!target) return;
    const before = step === -1 ? target.load.id : (all[at + 2]?.load.id ?? null);
    this.store.dispatch(Edit.move('loads', row.load.id, before, { group: this.groupInto(row.load, target.group) }));
    setTimeout(() =>
      this.host.nativeElement.querySelector<HTMLElement>(`[data-load="${CSS.escape(row.load.id)}"] .handle`)?.focus(),
    );
  }

  protected renameGroup(group: Group, name: string): void {
    this.store.dispatch(Edit.set({ loads: renamedGroup(this.rig()?.loads ?? [], group.name, name) }));
  }

  protected addInverter(): void {
    this.store.dispatch(Edit.add('inverters', newInverter(crypto.randomUUID())));
  }

  protected plan(changes: Partial<AuditPlan>): void {
    this.store.dispatch(Edit.merge('audit', changes));
  }

  protected pickSizing(id: string): void {
    this.plan({ sizeFor: id as AuditPlan['sizeFor'] });
  }

  protected export(): void {
    const rig = this.rig();
    if (rig) saveText(tableOfLoads(rig.loads), `${rig.name} loads.csv`, 'text/csv');
  }

  protected text(event: Event): string {
    return (event.target as HTMLInputElement).value;
  }

  /** Rows carry their group along, unless they are moved from one into another. */
  private groupInto(load: Load, name: string): string {
    return this.grouping() === 'group' ? name : load.group;
  }

  private firstAfter(group: Group): string | null {
    const at = this.groups().findIndex((one) => one.name === group.name);
    return this.groups()[at + 1]?.rows[0]?.load.id ?? null;
  }

  private focusLoad(id: string): void {
    this.openId.set(id);
    setTimeout(() => {
      const row = this.host.nativeElement.querySelector(`[data-load="${CSS.escape(id)}"]`);
      row?.scrollIntoView({ block: 'center' });
      row?.querySelector('input')?.focus();
    });
  }
}

function groupOf(load: Load, grouping: string): string {
  switch (grouping) {
    case 'known':
      return KNOWN_WORDS[load.known];
    case 'supply':
      return load.supply === 'ac' ? 'by an inverter' : 'DC';
    case 'must':
      return load.must ? 'must never stop' : 'may be left off';
    case 'none':
      return 'all loads';
    default:
      return load.group;
  }
}

const MOVABLE = ['group', 'none'];
const ORDER: Record<string, ((a: Row, b: Row) => number) | undefined> = {
  day: (a, b) => b.line.dayAh.value - a.line.dayAh.value,
  name: (a, b) => a.load.name.localeCompare(b.load.name),
  power: (a, b) => b.line.runningW - a.line.runningW,
};
