import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { formatNumber } from '@core/quantity/format';
import type { Source, SourceKind } from '@core/sources/source';
import { LIMITS } from '@core/rig/limits';
import { newSource } from '@core/sources/new-source';
import { sourceOhm } from '@core/wiring/inverter-path';
import { FigurePart } from '../../ui/figure';
import { MarginContent } from '../../ui/margin-slot';
import { QuantityField } from '../../ui/quantity-field';
import { UnitChoice } from '../../ui/unit-choice';
import { WorkingStore } from '../../ui/working-store';
import { ChargingFacts } from './charging-facts';
import { StageTabs } from '../../rig/stage-tabs';
import { issueSentence, KIND_WORDS, MONTH_NAMES } from './charging-words';
import { SourceDetails } from './source-details';

const NEW: readonly { kind: SourceKind; says: string }[] = [
  { kind: 'solar', says: 'Solar' },
  { kind: 'engine', says: 'Engine' },
  { kind: 'shore', says: 'Shore or generator' },
  { kind: 'other', says: 'Other' },
];

/** What charges the bank: every source with a usual day of each month, in the order in which they are used. */
@Component({
  selector: 'co-sources-page',
  imports: [StageTabs, FigurePart, MarginContent, QuantityField, SourceDetails],
  templateUrl: './sources-page.html',
  styleUrl: './sources-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SourcesPage {
  protected readonly facts = inject(ChargingFacts);
  protected readonly limits = LIMITS;
  protected readonly number = formatNumber;
  protected readonly units = inject(UnitChoice);
  protected readonly kinds = KIND_WORDS;
  protected readonly months = MONTH_NAMES;
  protected readonly fresh = NEW;
  private readonly pickedId = signal<string | null>(null);
  protected readonly sources = computed(() => this.facts.plan()?.sources ?? []);
  protected readonly picked = computed(
    () => this.sources().find(({ id }) => id === this.pickedId()) ?? this.sources()[0] ?? null,
  );
  protected readonly rows = this.facts.sourceRows;
  protected readonly issues = computed(() =>
    this.rows().flatMap(({ source, issues }) =>
      issues.map((issue) => ({ key: `${source.id}${issue.code}`, says: `${source.name} ${issueSentence(issue)}.` })),
    ),
  );
  private readonly span = computed(() => {
    const totals = this.facts.totals().map(({ value }) => value);
    const least = totals.indexOf(Math.min(...totals));
    const most = totals.indexOf(Math.max(...totals));
    return { least, most };
  });
  protected readonly extremes = computed(() => {
    const { least, most } = this.span();
    const totals = this.facts.totals();
    return this.rows().length > 0 ? { least, most, leastAh: totals[least]!, mostAh: totals[most]! } : null;
  });

  constructor() {
    inject(WorkingStore).suggest(computed(() => this.extremes()?.leastAh ?? null));
  }

  protected ofSource(id: string) {
    return this.rows().find(({ source }) => source.id === id);
  }

  protected circuitOhm(id: string): number | null {
    return sourceOhm(this.facts.circuit(), id);
  }

  protected pick(id: string): void {
    this.pickedId.set(id);
  }

  protected add(kind: SourceKind): void {
    const source = newSource(kind, crypto.randomUUID());
    this.facts.change({ sources: [...this.sources(), source] }, `added ${source.id}`);
    this.pickedId.set(source.id);
  }

  protected change(id: string, changes: Partial<Source>): void {
    this.facts.changeSource(id, changes);
  }

  protected remove(id: string): void {
    this.facts.change({ sources: this.sources().filter((source) => source.id !== id) }, `removed ${id}`);
  }

  /** Up in the order: used earlier, refused later. */
  protected raise(at: number): void {
    const sources = [...this.sources()];
    sources.splice(at - 1, 2, sources[at]!, sources[at - 1]!);
    this.facts.change({ sources }, `raised ${sources[at - 1]!.id}`);
  }
}
