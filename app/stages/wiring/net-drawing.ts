import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import type { ElkNode } from 'elkjs/lib/elk-api';
import { errorText } from '@core/text/error-text';
import type { Circuit } from '@core/wiring/circuit-figures';
import type { Part } from '@core/wiring/part';
import { UnitChoice } from '../../ui/unit-choice';
import { NetLayout } from '../../workers/net-layout';
import { drawnLength } from './drawn-length';
import { DrawnWire } from './drawn-wire';
import { type NetBox, netDrawing, netOf } from './net-drawing-layout';

/** A circuit as it is joined, whatever it is: every part a box, every run a joint, the bank at the left. */
@Component({
  selector: 'co-net-drawing',
  imports: [DrawnWire],
  templateUrl: './net-drawing.html',
  styleUrl: './net-drawing.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NetDrawing {
  private readonly layout = inject(NetLayout);
  private readonly units = inject(UnitChoice);
  readonly circuit = input.required<Circuit>();
  readonly parts = input.required<readonly Part[]>();
  readonly names = input.required<(id: string) => string>();
  readonly picked = input<string | null>(null);
  readonly zoom = input(1);
  readonly pick = output<string>();
  readonly svg = viewChild<ElementRef<SVGSVGElement>>('svg');
  protected readonly problem = signal<string | null>(null);
  private readonly placed = signal<ElkNode | null>(null);
  private readonly net = computed(
    () =>
      netOf(this.circuit(), this.parts(), ({ lengthM, lengthBy }) =>
        drawnLength(this.units, lengthM, lengthBy === 'guessed'),
      ),
    {
      equal: (a, b) => JSON.stringify(a) === JSON.stringify(b),
    },
  );
  /** Places of the last layout with what is known now; what came since waits for the next. */
  protected readonly drawing = computed(() => {
    const placed = this.placed();
    return placed && netDrawing(placed, this.circuit(), this.parts(), this.names());
  });

  constructor() {
    effect((onCleanup) => {
      const net = this.net();
      let over = false;
      onCleanup(() => (over = true));
      // The layout writes places into what it is given.
      this.layout
        .layOut(structuredClone(net))
        .then((placed) => {
          if (over) return;
          this.problem.set(null);
          this.placed.set(placed);
        })
        .catch((error: unknown) => !over && this.problem.set(errorText(error)));
    });
  }

  protected called({ name, says, bad }: NetBox): string {
    return [name, says, bad ? 'with a finding' : ''].filter(Boolean).join(', ');
  }

  protected lines({ name, width }: NetBox): string[] {
    const most = Math.max(4, Math.floor(width / 6.2));
    const words = name.split(' ');
    const first = words.reduce(
      (line, word) => (line === '' || `${line} ${word}`.length <= most ? `${line} ${word}`.trim() : line),
      '',
    );
    const rest = name.slice(first.length).trim();
    const cut = (text: string) => (text.length > most ? `${text.slice(0, most - 1)}…` : text);
    return rest === '' ? [cut(first)] : [cut(first), cut(rest)];
  }
}
