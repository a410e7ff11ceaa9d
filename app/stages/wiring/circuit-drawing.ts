import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { sectionText } from '@core/conductors/section-text';
import { formatNumber } from '@core/quantity/format';
import type { Circuit } from '@core/wiring/circuit-figures';
import { BOTTOM, drawingLayout, TOP } from './drawing-layout';

/** Where the boxes of consumers lie below their bar. */
const BOX_DROP = 130;

/** The circuit as a drawing: the bank left of the counting line, everything that is counted right of it. */
@Component({
  selector: 'co-circuit-drawing',
  templateUrl: './circuit-drawing.html',
  styleUrl: './circuit-drawing.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CircuitDrawing {
  readonly circuit = input.required<Circuit>();
  readonly names = input.required<(id: string) => string>();
  /** The part whose way is followed. */
  readonly picked = input<string | null>(null);
  readonly pick = output<string>();
  protected readonly number = formatNumber;
  protected readonly section = sectionText;
  protected readonly top = TOP;
  protected readonly bottom = BOTTOM;
  protected readonly box = BOX_DROP;
  protected readonly layout = computed(() => drawingLayout(this.circuit(), this.names()));
  protected readonly label = computed(() => {
    const { loops, bypasses } = this.circuit();
    return `The circuit: ${loops.length} consumers and sources, ${bypasses.length} beside the shunt. The table of runs says the same in words.`;
  });

  /** Width of a conductor on the sheet: as thick as its copper. */
  protected weight(areaMm2: number): number {
    return Math.max(1.2, Math.sqrt(areaMm2) * 0.85);
  }

  /** The paper within a hollow one. */
  protected core(areaMm2: number): number {
    return Math.max(0.8, this.weight(areaMm2) - 0.4);
  }
}
