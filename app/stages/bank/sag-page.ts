import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { bankOhm, bankOhmFigure } from '@core/bank/resistance';
import {
  cutOffFigure,
  cutOffPower,
  edgeGain,
  type SagCircuit,
  sagFigure,
  sagRemedies,
  type SagRemedy,
} from '@core/bank/sag';
import { computed as worked, entered } from '@core/formula/figure';
import { invertersOff, sagOf, type SagParts } from '@core/wiring/inverter-off';
import { GAUGES, nearestGauge } from '@core/conductors/gauges.data';
import { formatNumber } from '@core/quantity/format';
import { LIMITS } from '@core/rig/limits';
import { Choice, type Option } from '../../ui/choice';
import { FigurePart } from '../../ui/figure';
import { FigureGrid } from '../../ui/figure-grid';
import { QuantityField } from '../../ui/quantity-field';
import { UnitChoice } from '../../ui/unit-choice';
import { WorkingStore } from '../../ui/working-store';
import { BankFacts } from './bank-facts';
import { StageTabs } from '../../rig/stage-tabs';

const REMEDY_WORDS: Record<SagRemedy['id'], string> = {
  'half-length': 'half the cable length',
  'double-section': 'twice the section',
  'one-more-string': 'one more string in parallel',
  'double-voltage': 'twice the system voltage',
};
const COLUMNS = 12;
const ROWS = 11;
/** Of the bank: shown as 0 %. */
const NOTHING = 0.005;

/** Where the inverter switches off although charge remains: the commonest "my battery is dead" that is not. */
@Component({
  selector: 'co-sag-page',
  imports: [StageTabs, Choice, FigureGrid, FigurePart, QuantityField],
  templateUrl: './sag-page.html',
  styleUrl: './sag-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SagPage {
  protected readonly facts = inject(BankFacts);
  protected readonly limits = LIMITS;
  protected readonly number = formatNumber;
  protected readonly units = inject(UnitChoice);
  protected readonly gauges: readonly Option[] = GAUGES.map(([name]) => ({ id: name, name: `${name} AWG` }));
  protected readonly gaugeName = computed(() => nearestGauge(this.facts.rig()?.wiring.inverterRun.areaMm2 ?? 50)[0]);
  protected readonly run = computed(() => this.facts.rig()?.wiring.inverterRun ?? null);
  protected readonly tempC = linkedSignal(() => this.facts.bank()?.coldestTempC ?? 25);
  /** Of several the first to go off, until another is picked. */
  protected readonly pickedId = signal<string | null>(null);
  private readonly parts = computed<SagParts | null>(() => {
    const [rig, bank, chemistry] = [this.facts.rig(), this.facts.bank(), this.facts.chemistry()];
    if (!rig || !bank) return null;
    const circuit = this.facts.derived()?.circuit ?? null;
    return { bank, chemistry, bankOhm: bankOhm(bank, chemistry, this.tempC()), wiring: rig.wiring, circuit };
  });
  private readonly offs = computed(() => {
    const parts = this.parts();
    return parts ? invertersOff(parts, this.facts.rig()?.inverters ?? [], this.powerW()) : [];
  });
  protected readonly inverter = computed(() => {
    const offs = this.offs();
    return (offs.find(({ inverter }) => inverter.id === this.pickedId()) ?? offs[0])?.inverter ?? null;
  });
  protected readonly inverters = computed<Option[]>(() =>
    (this.facts.rig()?.inverters ?? []).map(({ id, name }) => ({ id, name: name || 'Inverter' })),
  );
  protected readonly path = computed(() => this.facts.inverterPath(this.inverter()?.id ?? null));
  protected readonly typedV = signal<number | null>(null);
  private readonly asPlanned = computed(() => {
    const parts = this.parts();
    return parts && sagOf(parts, this.inverter());
  });
  /** Off the inverter's sheet, or what is usual. */
  protected readonly usualV = computed(() => this.asPlanned()?.cutOffV.value ?? 0);
  protected readonly typedW = signal<number | null>(null);
  protected readonly atOnceW = computed(() => this.facts.derived()?.audit.peakW.value ?? 0);
  /** The load that the sentence speaks of: all at once, until another is typed. */
  protected readonly powerW = computed(() => this.typedW() ?? this.atOnceW());
  private readonly power = computed(() => {
    const typedW = this.typedW();
    return typedW === null ? worked(this.atOnceW(), 'all loads at once') : entered(typedW);
  });

  protected readonly circuit = computed<SagCircuit | null>(() => {
    const [planned, typedV] = [this.asPlanned(), this.typedV()];
    return planned && typedV !== null ? { ...planned, cutOffV: entered(typedV) } : planned;
  });
  protected readonly loads = computed(() => {
    const top = Math.max(500, this.powerW() * 1.6, this.inverter()?.surgeW ?? 0);
    return Array.from({ length: COLUMNS }, (_, k) => Math.round((top * (k + 1)) / COLUMNS / 10) * 10);
  });
  protected readonly map = computed(() => {
    const circuit = this.circuit();
    if (!circuit) return [];
    return Array.from({ length: ROWS }, (_, k) => {
      const soc = 1 - k / (ROWS - 1);
      return {
        soc: formatNumber(soc * 100, 0),
        cells: this.loads().map((powerW) => {
          const volts = sagFigure(circuit, soc, worked(powerW, 'of this column'));
          return { volts, off: volts === null || volts.value < circuit.cutOffV.value };
        }),
      };
    });
  });
  protected readonly edge = computed(() => {
    const circuit = this.circuit();
    return circuit && this.powerW() > 0 ? cutOffFigure(circuit, this.power()) : null;
  });
  protected readonly edgeKind = computed(() => {
    const edge = this.edge();
    // What would be shown as 0 % is empty.
    if (edge === null || edge.value < NOTHING) return edge && 'never';
    return edge.value >= 1 ? 'always' : 'somewhere';
  });
  protected readonly remedies = computed(() => {
    const [circuit, bank, edge] = [this.circuit(), this.facts.bank(), this.edge()];
    if (!circuit || !bank || !edge) return [];
    return sagRemedies(circuit, this.power(), bank.parallelCount).map(({ id, edge: moved }) => ({
      says: REMEDY_WORDS[id],
      edge: moved.value < NOTHING ? null : moved,
      gains: edgeGain(edge, moved, id),
    }));
  });
  protected readonly bestGain = computed(() => this.remedies()[0]?.gains.value ?? 0);
  protected readonly halfChargeW = computed(() => {
    const circuit = this.circuit();
    return circuit && cutOffPower(circuit, 0.5);
  });
  protected gaugeTo(name: string): void {
    const gauge = GAUGES.find((one) => one[0] === name);
    if (gauge) this.facts.changeRun({ areaMm2: gauge[1] });
  }

  constructor() {
    inject(WorkingStore).suggest(
      computed(() => {
        const circuit = this.circuit();
        return circuit && (this.edge() ?? sagFigure(circuit, 0.5, this.power()));
      }),
    );
  }

  protected readonly ohms = computed(() => {
    const parts = this.parts();
    return parts && bankOhmFigure(parts.bank, parts.chemistry, this.tempC());
  });
}
