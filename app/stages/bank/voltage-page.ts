import { twelveVoltBlocks } from '@core/cells/twelve-volt-blocks';
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { bankOhm } from '@core/bank/resistance';
import { type SystemVoltage, systemVoltages } from '@core/bank/system-voltages';
import { highestBlockV } from '@core/cells/highest-voltage';
import type { SectionList } from '@core/conductors/choose-section';
import { gaugeOf } from '@core/conductors/gauges.data';
import { arraysPower } from '@core/sources/arrays-power';
import { asTyped, formatNumber } from '@core/quantity/format';
import { LIMITS } from '@core/rig/limits';
import { FigurePart } from '../../ui/figure';
import { QuantityField } from '../../ui/quantity-field';
import { UnitChoice } from '../../ui/unit-choice';
import { WorkingStore } from '../../ui/working-store';
import { BankFacts } from './bank-facts';
import { StageTabs } from '../../rig/stage-tabs';

/** The rig's largest load at 12, 24 and 48 V. */
@Component({
  selector: 'co-voltage-page',
  imports: [StageTabs, FigurePart, QuantityField],
  templateUrl: './voltage-page.html',
  styleUrl: './voltage-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class VoltagePage {
  protected readonly facts = inject(BankFacts);
  protected readonly limits = LIMITS;
  protected readonly number = formatNumber;
  protected readonly typed = asTyped;
  protected readonly units = inject(UnitChoice);
  protected readonly gauge = gaugeOf;
  protected readonly list = computed<SectionList>(() => (this.units.system() === 'imperial' ? 'gauges' : 'metric'));
  protected readonly drop = signal(0.03);
  protected readonly dropLimit = { min: 0.005, max: 0.1 };
  /** The arrays under Charging, until other watts are typed. */
  protected readonly solarW = linkedSignal(() => {
    const arrays = (this.facts.rig()?.charging.sources ?? []).flatMap((source) =>
      source.kind === 'solar' && source.on ? source.arrays : [],
    );
    return arrays.length > 0 ? arraysPower(arrays) : 600;
  });

  /** The load that draws most at the bank; its own watts unless others are typed. */
  protected readonly largest = computed(() => {
    const lines = this.facts.derived()?.audit.lines ?? [];
    return lines.reduce<(typeof lines)[number] | null>(
      (most, line) => (line.runningW > (most?.runningW ?? 0) ? line : most),
      null,
    );
  });
  protected readonly typedW = signal<number | null>(null);
  protected readonly powerW = computed(() => this.typedW() ?? this.largest()?.runningW ?? 0);
  /** As laid out to that load, until another is typed. */
  protected readonly lengthM = linkedSignal(() => {
    const line = this.largest();
    return (line && this.facts.wayToM(line)) ?? 1.5;
  });

  protected readonly columns = computed<SystemVoltage[]>(() => {
    const [bank, derived] = [this.facts.bank(), this.facts.derived()];
    if (!bank || !derived || this.powerW() <= 0) return [];
    const chemistry = this.facts.chemistry();
    const now = Math.max(1, this.current());
    const loads = this.facts.rig()?.loads ?? [];
    const chargerV = (this.facts.rig()?.charging.sources ?? []).map(({ absorptionV }) => absorptionV);
    return systemVoltages({
      powerW: this.powerW(),
      oneWayLengthM: this.lengthM(),
      dropFraction: this.drop(),
      solarW: this.solarW(),
      list: this.list(),
      fixedLoads: derived.audit.lines.flatMap(({ id, says, runningW: powerW }) => {
        const voltageV = loads.find((load) => load.id === id)?.dcVoltageV ?? null;
        return voltageV === null ? [] : [{ says, voltageV, powerW }];
      }),
      blockV: chemistry.nominalCellV * chemistry.cellsPer12V,
      highestBlockV: highestBlockV(chemistry, chargerV, now),
      // The bank's energy as one block of 12 V: the same cells in parallel instead of series.
      blockOhm: bankOhm(bank, chemistry, 25) / (now * now),
    });
  });
  protected readonly said = computed(() => {
    const [v12, , v48] = this.columns();
    if (!v12 || !v48) return '';
    return `${formatNumber(v12.currentA.value, 0)} A at 12 V are ${formatNumber(v48.currentA.value, 0)} A at 48 V: a quarter of the current, and for the same cable a sixteenth of the loss.`;
  });
  protected readonly current = computed(() => {
    const bank = this.facts.bank();
    return bank ? Math.round(twelveVoltBlocks(bank, this.facts.chemistry())) : 0;
  });

  constructor() {
    inject(WorkingStore).suggest(
      computed(
        () => this.columns().find(({ blocks }) => blocks === this.current())?.dropV ?? this.columns()[0]?.dropV ?? null,
      ),
    );
  }

  protected converters(column: SystemVoltage): string {
    if (column.converters.length === 0) return 'none';
    const watts = column.converters.reduce((sum, one) => sum + one.powerW, 0);
    return `${column.converters.map(({ says, voltageV }) => `${says} (${asTyped(voltageV)} V)`).join(', ')}: ${formatNumber(watts, 0)} W`;
  }

  protected noFuse({ noFuse, shortCircuitA, blocks }: SystemVoltage): string {
    const kiloamps = `${formatNumber(shortCircuitA.value / 1000, 1)} kA`;
    switch (noFuse) {
      case 'voltage':
        return 'none on the list stands this voltage at full charge';
      case 'interrupt':
        return `none on the list breaks ${kiloamps}`;
      case 'size':
        return 'none on the list is large enough';
      case 'wire':
        return blocks === 4
          ? `those for this voltage are larger than this wire may have`
          : `those that break ${kiloamps} are larger than this wire may have: one of them at the post, on thicker wire, smaller ones behind it`;
      case null:
        return 'no section suffices';
    }
  }

  protected by(column: SystemVoltage): string {
    return {
      drop: 'by the drop rule',
      ampacity: 'by ampacity',
      both: 'by both rules',
      least: 'so that a fuse fits',
    }[column.section!.by];
  }
}
