import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  input,
  output,
  viewChild,
} from '@angular/core';
import { formatNumber } from '@core/quantity/format';
import type { Circuit } from '@core/wiring/circuit-figures';
import { UnitChoice } from '../../ui/unit-choice';
import { BOTTOM, type Conductor, drawingLayout, type Feeder, TOP } from './drawing-layout';
import { DrawnMark } from './drawn-mark';
import { DrawnMarks } from './drawn-marks';
import { drawnLength } from './drawn-length';
import { DrawnWire } from './drawn-wire';

/** Where the boxes of consumers lie below the first bar. */
const BOX_DROP = 130;
/** A bar is drawn as a conductor of so much copper. */
const BAR_MM2 = 50;

/** The circuit as a drawing: the bank left of the counting line, everything that is counted right of it. */
@Component({
  selector: 'co-circuit-drawing',
  imports: [DrawnMark, DrawnMarks, DrawnWire],
  templateUrl: './circuit-drawing.html',
  styleUrl: './circuit-drawing.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CircuitDrawing {
  readonly circuit = input.required<Circuit>();
  readonly names = input.required<(id: string) => string>();
  /** The part whose way is followed. */
  readonly picked = input<string | null>(null);
  /** In shares of the place that it has. */
  readonly zoom = input(1);
  readonly pick = output<string>();
  readonly svg = viewChild.required<ElementRef<SVGSVGElement>>('svg');
  protected readonly number = formatNumber;
  private readonly units = inject(UnitChoice);
  protected readonly top = TOP;
  protected readonly bottom = BOTTOM;
  protected readonly box = BOX_DROP;
  protected readonly barMm2 = BAR_MM2;
  protected readonly layout = computed(() => drawingLayout(this.circuit(), this.names()));
  /** Where the main negative bar ends. */
  protected readonly chassisX = computed(() => (this.layout().bars.at(-1)?.toX ?? 0) - 24);
  protected readonly label = computed(() => {
    const { loops, bypasses } = this.circuit();
    const parts = new Set(loops.map(({ part }) => part.id));
    return `The circuit: ${parts.size} consumers and sources, ${bypasses.length} beside the shunt. The table of runs says the same in words.`;
  });

  protected length({ lengthM, guessed }: Conductor): string {
    return drawnLength(this.units, lengthM, guessed);
  }

  protected called({ partId, amps, alsoA, out, back, bypass }: Feeder): string {
    const runs = out ? `, ${out.label}` : ', nothing leads to it';
    const way = bypass ? ', beside the shunt' : back ? '' : ', no way back';
    const also = alsoA === null ? '' : `, charges with ${formatNumber(alsoA, 1)} A`;
    return `${this.names()(partId)}, ${formatNumber(amps, 1)} A${also}${runs}${way}`;
  }
}
