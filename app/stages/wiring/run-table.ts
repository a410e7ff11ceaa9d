import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { areasOf } from '@core/conductors/choose-section';
import { sectionText } from '@core/conductors/section-text';
import { keptBy } from '@core/plan/kept-by';
import { formatNumber } from '@core/quantity/format';
import { LIMITS } from '@core/rig/limits';
import type { RunFigures } from '@core/wiring/circuit-figures';
import { Choice, type Option } from '../../ui/choice';
import { FigurePart } from '../../ui/figure';
import { QuantityField } from '../../ui/quantity-field';
import { UnitChoice } from '../../ui/unit-choice';
import { WiringFacts } from './wiring-facts';

/** Runs in rows: what each carries, how long it is, what it loses, what guards it. Lengths and sections are typed here. */
@Component({
  selector: 'co-run-table',
  imports: [Choice, FigurePart, QuantityField],
  templateUrl: './run-table.html',
  styleUrl: './run-table.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RunTable {
  protected readonly facts = inject(WiringFacts);
  protected readonly units = inject(UnitChoice);
  protected readonly limits = LIMITS;
  readonly runs = input.required<readonly RunFigures[]>();
  readonly label = input('');
  private readonly sections = computed<Option[]>(() =>
    areasOf(this.facts.wiring()?.list ?? 'metric').map((areaMm2) => ({
      id: String(areaMm2),
      name: sectionText(areaMm2),
    })),
  );

  protected options(figures: RunFigures): readonly Option[] {
    return optionsOf(figures, this.sections());
  }

  protected fuseOf({ guard, run }: RunFigures): string {
    if (run.role !== 'positive') return '';
    if (!guard || guard.fuses.length === 0) return guard ? 'post' : '';
    const sizes = guard.fuses.map(
      ({ id }) => this.facts.circuit()?.fuses.find(({ part }) => part.id === id)?.choice?.ratingA,
    );
    const [first] = sizes;
    if (first === undefined) return 'none fits';
    return sizes.length > 1
      ? `${sizes.length} × ${formatNumber(first, 0)} A`
      : `${formatNumber(first, first < 10 ? 1 : 0)} A`;
  }

  protected faultOf({ run }: RunFigures): boolean {
    return this.facts.findingsOn(run.id).length > 0;
  }

  protected setLength(id: string, lengthM: number): void {
    this.facts.changeRun(id, { lengthM, lengthBy: 'measured' });
  }

  protected setSection(id: string, area: string): void {
    this.facts.changeRun(id, { areaMm2: area === '' ? null : Number(area) });
  }
}

/** What the rules come to, the sections of the list, and what lies there where it is of the other list. */
const optionsOf = keptBy(({ run, areaMm2 }: RunFigures, sections: readonly Option[]): readonly Option[] => {
  const list = [{ id: '', name: run.areaMm2 === null ? `${sectionText(areaMm2)} by rule` : 'by rule' }, ...sections];
  return run.areaMm2 === null || list.some(({ id }) => id === String(run.areaMm2))
    ? list
    : [...list, { id: String(run.areaMm2), name: sectionText(run.areaMm2) }];
});
