import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import {
  BENDS,
  changedSincePrint,
  cutRows,
  LUG_M,
  metresToCut,
  partsToBuy,
  printedList,
  studText,
} from '@core/wiring/cut-list';
import { quantityText } from '@core/quantity/format';
import { cutListCsv } from '@core/wiring/cut-list-csv';
import { CABLE_STEPS, type CableStep, turned } from '@core/wiring/run';
import { StageTabs } from '../../rig/stage-tabs';
import { momentLabel } from '../../ui/dates';
import { nowMs } from '../../ui/now';
import { saveText } from '../../ui/save-text';
import { UnitChoice } from '../../ui/unit-choice';
import { WiringFacts } from './wiring-facts';

/** Every cable to cut, with its lugs, and what to buy. */
@Component({
  selector: 'co-cut-list-page',
  imports: [StageTabs],
  templateUrl: './cut-list-page.html',
  styleUrl: './cut-list-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CutListPage {
  protected readonly facts = inject(WiringFacts);
  protected readonly units = inject(UnitChoice);
  protected readonly steps = CABLE_STEPS;
  protected readonly stud = studText;
  protected readonly bends = quantityText(BENDS, 'Fraction', { decimals: 0 });
  protected readonly perLug = computed(() => this.units.text(1000 * LUG_M, 'Mm'));
  protected readonly rows = computed(() => {
    const circuit = this.facts.circuit();
    const wiring = this.facts.wiring();
    return circuit && wiring ? cutRows(circuit, wiring.parts, (post) => this.facts.postName(post)) : [];
  });
  protected readonly toBuy = computed(() => {
    const [circuit, wiring] = [this.facts.circuit(), this.facts.wiring()];
    return circuit && wiring ? partsToBuy(this.rows(), circuit, wiring.parts) : null;
  });
  protected readonly headline = computed(() => {
    const rows = this.rows();
    if (rows.length === 0) return 'Nothing to cut yet: lay the circuit out on the page of the drawing.';
    const done = rows.filter(({ done }) => done.length === CABLE_STEPS.length).length;
    return `${rows.length} cables, ${this.units.text(metresToCut(rows), 'M', { decimals: 1 })} to cut; ${done} ${done === 1 ? 'is' : 'are'} ready.`;
  });

  protected turn(id: string, step: CableStep, on: boolean): void {
    const figures = this.facts.figuresOf(id);
    if (figures) this.facts.changeRun(id, turned(figures.run, step, on, figures.areaMm2));
  }

  protected save(): void {
    const name = this.facts.rig()?.name ?? 'rig';
    saveText(cutListCsv(this.rows()), `${name} cut list.csv`, 'text/csv');
  }

  /** Of the list that hangs in the locker; null: none was printed. */
  protected readonly sincePrint = computed(() => {
    const printed = this.facts.wiring()?.printed;
    if (!printed) return null;
    const on = momentLabel(printed.atMs, this.facts.rig()?.place.timeZone ?? 'UTC');
    return { on, changed: changedSincePrint(this.rows(), printed) };
  });

  protected print(): void {
    this.facts.change({ printed: printedList(this.rows(), nowMs()) }, null);
    window.print();
  }
}
