import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { asTyped, formatNumber } from '@core/quantity/format';
import { LIMITS } from '@core/rig/limits';
import { FUSE_SCHOOLS, type FuseSchool } from '@core/wiring/plan';
import type { SectionList } from '@core/conductors/choose-section';
import { isRated } from '@core/wiring/fuse-sizes';
import { fuseText } from '@core/wiring/fuse-text';
import type { PartKind } from '@core/wiring/part';
import { through } from '@core/wiring/through';
import { StageTabs } from '../../rig/stage-tabs';
import { Choice, type Option } from '../../ui/choice';
import { FigurePart } from '../../ui/figure';
import { MarginContent } from '../../ui/margin-slot';
import { QuantityField } from '../../ui/quantity-field';
import { FarFuses } from './far-fuses';
import { FindingList } from './finding-list';
import { TextField } from '../../ui/text-field';
import { UnitChoice } from '../../ui/unit-choice';
import { PartDetails } from './part-details';
import { RunDetails } from './run-details';
import { RunTable } from './run-table';
import { WiringFacts } from './wiring-facts';

const PART_WORDS: Record<PartKind, string> = {
  bar: 'bus bar',
  shunt: 'shunt',
  fuse: 'fuse',
  switch: 'switch',
  relay: 'relay',
  protection: 'battery’s own protection',
  inverter: 'inverter',
  charger: 'source',
  loads: 'circuit of loads',
  other: 'added by hand',
  'second-battery': 'second battery',
  chassis: 'chassis point',
  monitor: 'monitor',
};
const SCHOOL_WORDS: Record<FuseSchool, string> = {
  'load-up': 'over the load: the next size from 1.25 ×',
  'wire-down': 'under the wire: the largest within its share',
};

/** All runs in a table, and the rules that they are judged by. */
@Component({
  selector: 'co-runs-page',
  imports: [
    Choice,
    FarFuses,
    FigurePart,
    FindingList,
    MarginContent,
    PartDetails,
    QuantityField,
    RunDetails,
    RunTable,
    StageTabs,
    TextField,
  ],
  templateUrl: './runs-page.html',
  styleUrl: './runs-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RunsPage {
  protected readonly facts = inject(WiringFacts);
  protected readonly limits = LIMITS;
  protected readonly number = formatNumber;
  protected readonly fuseText = fuseText;
  protected readonly size = asTyped;
  protected readonly lists: readonly Option[] = [
    { id: 'metric', name: 'mm²' },
    { id: 'gauges', name: 'AWG' },
  ];
  protected readonly schools: readonly Option[] = FUSE_SCHOOLS.map((id) => ({ id, name: SCHOOL_WORDS[id] }));
  /** Fuses of one row each. */
  protected readonly fuses = computed(() => this.facts.circuit()?.fuses ?? []);

  protected readonly units = inject(UnitChoice);
  /** Every part but fuses, which have a table of their own. */
  protected readonly parts = computed(() => {
    const circuit = this.facts.circuit();
    return [...this.facts.parts().values()].flatMap((part) => {
      if (part.kind === 'fuse') return [];
      const loop = circuit?.loops.find((one) => one.part.id === part.id);
      const isAlso = circuit?.loops.some((one) => one.part.id === part.id && one.demand.also) ?? false;
      return [
        {
          part,
          kind: `${PART_WORDS[part.kind]}${isAlso ? ', charges too' : ''}`,
          carries: loop?.demand.current ?? (circuit && isRated(part) ? through(circuit, part) : null),
          ratedA: 'ratingA' in part ? part.ratingA : null,
          bad: this.facts.findingsOn(part.id).length > 0,
        },
      ];
    });
  });

  protected readonly otherName = signal('');
  protected readonly otherA = signal(2);
  protected readonly otherGives = signal('takes');
  protected readonly gives: readonly Option[] = [
    { id: 'takes', name: 'takes' },
    { id: 'gives', name: 'gives' },
  ];

  protected addOther(): void {
    this.facts.addOther(this.otherName().trim() || 'Added later', this.otherA(), this.otherGives() === 'gives');
    this.otherName.set('');
  }

  protected setList(list: string): void {
    this.facts.change({ list: list as SectionList });
  }

  protected setSchool(school: string): void {
    this.facts.change({ fuseSchool: school as FuseSchool });
  }
}
