import { ChangeDetectionStrategy, Component, computed, inject, signal, viewChild } from '@angular/core';
import { RouterLink } from '@angular/router';
import { quantityText } from '@core/quantity/format';
import type { LoopFigures } from '@core/wiring/circuit-figures';
import { StageTabs } from '../../rig/stage-tabs';
import { FigurePart } from '../../ui/figure';
import { MarginContent } from '../../ui/margin-slot';
import { savePng, saveSvg } from '../../ui/save-drawing';
import { WorkingStore } from '../../ui/working-store';
import { Zoomable } from '../../ui/zoomable';
import { CircuitDrawing } from './circuit-drawing';
import { FarFuses } from './far-fuses';
import { FindingList } from './finding-list';
import { findingWords } from './finding-words';
import { NetDrawing } from './net-drawing';
import { isTangled } from './net-drawing-layout';
import { PartDetails } from './part-details';
import { RunDetails } from './run-details';
import { RunTable } from './run-table';
import { WiringFacts } from './wiring-facts';

/** The circuit as a drawing, what is wrong with it, and the way to what is picked. */
@Component({
  selector: 'co-drawing-page',
  imports: [
    CircuitDrawing,
    FarFuses,
    FigurePart,
    FindingList,
    MarginContent,
    NetDrawing,
    PartDetails,
    RouterLink,
    RunDetails,
    RunTable,
    StageTabs,
    Zoomable,
  ],
  templateUrl: './drawing-page.html',
  styles: `
    .loop {
      margin-top: var(--s3);
    }
    .tools {
      display: flex;
      flex-wrap: wrap;
      gap: 0 var(--s4);
      margin: var(--s2) 0 0;
    }
    .quiet,
    .again {
      border: 0;
      background: none;
      padding: 0;
      min-height: 24px;
      color: var(--mark);
      font: 600 13px/24px var(--text);
      cursor: pointer;
    }
    .again {
      text-decoration: underline;
      text-underline-offset: 3px;
    }
    @media (max-width: 720px) {
      .quiet,
      .again {
        min-height: 48px;
      }
    }
    h2 {
      font: 600 13px/18px var(--text);
      margin: var(--s3) 0 0;
    }
    h2 span {
      font-weight: 400;
      color: var(--ink2);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DrawingPage {
  protected readonly facts = inject(WiringFacts);
  protected readonly names = (id: string) => this.facts.nameOf(id);
  /** The loop that is followed: what was picked, or the one that loses most. */
  protected readonly loop = computed<LoopFigures | null>(() => {
    const loops = this.facts.circuit()?.loops ?? [];
    // A run that is picked stays on its way.
    const id = this.facts.picked();
    const picked = loops.find(({ part, runIds }) => part.id === id || (id !== null && runIds.includes(id)));
    return (
      picked ??
      loops.reduce<LoopFigures | null>((most, one) => (one.share.value > (most?.share.value ?? 0) ? one : most), null)
    );
  });
  protected readonly runs = computed(() => {
    const ids = new Set(this.loop()?.runIds);
    return (this.facts.circuit()?.runs ?? []).filter(({ run }) => ids.has(run.id));
  });
  protected readonly headline = computed(() => {
    const circuit = this.facts.circuit();
    if (!circuit) return '';
    const { bypasses, findings } = circuit;
    const [[first], [bypass]] = [findings, bypasses];
    const isShort = first?.fault.code === 'short';
    if (bypass && bypasses.length === 1 && !isShort)
      return `One negative crosses the line beside the shunt: ${this.facts.nameOf(bypass.partId)}${bypass.crossing ? `, ${bypass.crossing.run.label}` : ''}.`;
    if (bypasses.length > 1 && !isShort) return `${bypasses.length} negatives cross the line beside the shunt.`;
    if (!first) return 'Every run keeps the rules of drop, ampacity and fuse.';
    const says = findingWords(first, this.facts).says;
    return findings.length === 1 ? `${says}.` : `${findings.length} findings, the first: ${says}.`;
  });
  protected readonly why = computed(() => {
    const circuit = this.facts.circuit();
    if (!circuit) return '';
    const guessed = circuit.runs.filter(({ run }) => run.lengthBy === 'guessed').length;
    const lengths =
      guessed === 0
        ? 'all lengths are measured'
        : guessed === circuit.runs.length
          ? 'all lengths are guesses: go round with a string'
          : `${guessed} lengths are guesses`;
    return `${circuit.runs.length} runs; ${lengths}. Solid is positive, hollow negative, and as thick as its copper.`;
  });

  protected readonly problem = signal<string | null>(null);

  /** Nodes as boxes instead of the drawing by rule. */
  protected readonly wantsNet = signal(false);
  protected readonly tangled = computed(() => {
    const [circuit, wiring] = [this.facts.circuit(), this.facts.wiring()];
    return circuit !== null && wiring !== null && isTangled(circuit, wiring.parts);
  });
  protected readonly asNet = computed(() => this.tangled() || this.wantsNet());
  private readonly byRule = viewChild(CircuitDrawing);
  private readonly net = viewChild(NetDrawing);
  private readonly svg = computed(() => (this.byRule()?.svg() ?? this.net()?.svg())?.nativeElement ?? null);

  protected saveSvg(): void {
    const svg = this.svg();
    if (svg) saveSvg(svg, this.fileName());
  }

  protected savePng(): void {
    const svg = this.svg();
    this.problem.set(null);
    if (!svg) return;
    savePng(svg, this.fileName()).catch(() =>
      this.problem.set('This browser could not paint the picture; the SVG can be saved all the same.'),
    );
  }

  protected print(): void {
    window.print();
  }

  private fileName(): string {
    return `${this.facts.rig()?.name ?? 'rig'} wiring`;
  }

  constructor() {
    inject(WorkingStore).suggest(computed(() => this.loop()?.share ?? null));
  }

  protected allowed({ demand }: LoopFigures): string {
    return quantityText(demand.dropFraction, 'Fraction', { decimals: 0 });
  }
}
