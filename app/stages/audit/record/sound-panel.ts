import { CdkDrag, type CdkDragEnd } from '@angular/cdk/drag-drop';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import type { Loudness } from '@core/audit/sound/envelope';
import type { SoundSplit } from '@core/audit/sound/split-states';
import { formatNumber } from '@core/quantity/format';
import type { Recording } from '@core/audit/load';
import { errorText } from '@core/text/error-text';
import { Choice, type Option } from '../../../ui/choice';
import { FileButton } from '../../../ui/file-button';
import { QuantityField } from '../../../ui/quantity-field';
import { ComputeWorkerClient } from '../../../workers/compute-worker-client';
import { Microphone } from './microphone';
import { readSound } from './read-sound';

const COUNTS: readonly Option[] = [
  { id: '', name: 'found' },
  { id: '1', name: 'one' },
  { id: '2', name: 'two' },
  { id: '3', name: 'three' },
  { id: '4', name: 'four' },
];
const WIDTH = 1000;
const HEIGHT = 120;

/** A sound recording left beside the load, split into states by its loudness. It never leaves this device. */
@Component({
  selector: 'co-sound-panel',
  imports: [CdkDrag, Choice, FileButton, QuantityField],
  templateUrl: './sound-panel.html',
  styleUrl: './sound-panel.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SoundPanel {
  private readonly worker = inject(ComputeWorkerClient);
  private readonly wave = viewChild<ElementRef<HTMLElement>>('wave');
  readonly states = input.required<Recording['states']>();
  readonly heard = output<{ spans: Recording['spans']; count: number }>();
  protected readonly counts = COUNTS;
  protected readonly shortestLimit = { min: 0.5, max: 600 };
  protected readonly height = HEIGHT;
  protected readonly width = WIDTH;
  protected readonly microphone = new Microphone();

  protected readonly busy = signal<string | null>(null);
  protected readonly problem = signal<string | null>(null);
  protected readonly loudness = signal<Loudness | null>(null);
  protected readonly split = signal<SoundSplit | null>(null);
  protected readonly count = signal<number | null>(null);
  protected readonly shortestS = signal(5);

  protected readonly totalS = computed(() => {
    const loudness = this.loudness();
    return loudness ? loudness.levelDb.length * loudness.frameS : 0;
  });
  private readonly bounds = computed(() => {
    const levels = this.loudness()?.levelDb ?? new Float64Array(0);
    const heard = levels.filter((level) => level > -119);
    return heard.length > 0 ? ([Math.min(...sample(heard)), Math.max(...sample(heard))] as const) : ([-60, 0] as const);
  });
  protected readonly path = computed(() => {
    const loudness = this.loudness();
    if (!loudness) return '';
    const { levelDb } = loudness;
    const perColumn = Math.max(1, levelDb.length / WIDTH);
    let path = '';
    for (let x = 0; x < Math.min(WIDTH, levelDb.length); x++) {
      const from = Math.floor(x * perColumn);
      const part = levelDb.subarray(from, Math.max(from + 1, Math.floor((x + 1) * perColumn)));
      const px = (x * WIDTH) / Math.min(WIDTH, levelDb.length);
      path += `M${px.toFixed(1)} ${this.y(Math.max(...part)).toFixed(1)}V${(this.y(Math.min(...part)) + 1).toFixed(1)}`;
    }
    return path;
  });
  protected readonly bands = computed(() => {
    const [split, total] = [this.split(), this.totalS()];
    if (!split || total === 0) return [];
    let at = 0;
    return split.spans.map(({ state, seconds }) => {
      const from = at;
      at += seconds;
      return {
        state,
        x: (WIDTH * from) / total,
        width: (WIDTH * seconds) / total,
        y: this.y(split.states[state]?.levelDb ?? 0),
        seconds,
      };
    });
  });
  /** Where one stretch ends and the next begins. */
  protected readonly edges = computed(() =>
    this.bands()
      .slice(1)
      .map((band, k) => ({
        index: k,
        percent: (100 * band.x) / WIDTH,
        says: `${formatNumber((band.x / WIDTH) * this.totalS(), 1)} s`,
      })),
  );
  protected readonly label = computed(() => {
    const split = this.split();
    return split
      ? `Loudness over ${formatNumber(this.totalS() / 60, 1)} minutes, in ${split.states.length} states and ${split.spans.length} stretches.`
      : '';
  });
  protected readonly number = formatNumber;

  constructor() {
    effect(() => {
      const [loudness, count, shortestS] = [this.loudness(), this.count(), this.shortestS()];
      if (loudness) untracked(() => void this.splitNow(loudness, count, shortestS));
    });
    inject(DestroyRef).onDestroy(() => void this.microphone.stop());
  }

  protected async open(file: File): Promise<void> {
    this.problem.set(null);
    this.busy.set(`Reading ${file.name}`);
    try {
      const { samples, sampleRateHz } = await readSound(file);
      this.busy.set('Listening for states');
      this.loudness.set(await this.worker.call((api) => api.loudnessOf(samples, sampleRateHz)));
    } catch (error) {
      const says = errorText(error);
      this.problem.set(
        `${file.name} could not be read as sound (${says}). WAV, MP3 and OGG are known; record it again, or convert it.`,
      );
    } finally {
      this.busy.set(null);
    }
  }

  protected async listen(): Promise<void> {
    this.problem.set(null);
    try {
      await this.microphone.start();
    } catch (error) {
      this.problem.set(
        `The microphone could not be opened (${errorText(error)}). Allow it in the browser, or record with another program and drop the file.`,
      );
    }
  }

  protected async stop(): Promise<void> {
    this.loudness.set(await this.microphone.stop());
  }

  protected countTo(id: string): void {
    this.count.set(id === '' ? null : Number(id));
  }

  /** A boundary was dragged. */
  protected dragged(index: number, event: CdkDragEnd): void {
    const width = this.wave()?.nativeElement.getBoundingClientRect().width ?? WIDTH;
    const seconds = (event.distance.x / width) * this.totalS();
    event.source.reset();
    this.move(index, seconds);
  }

  /** Moves the boundary after stretch `index` by so many seconds, as far as its neighbours allow. */
  protected move(index: number, seconds: number): void {
    const split = this.split();
    const [before, after] = [split?.spans[index], split?.spans[index + 1]];
    if (!split || !before || !after) return;
    const by = Math.max(-before.seconds + 0.1, Math.min(after.seconds - 0.1, seconds));
    const spans = split.spans.map((span, k) =>
      k === index
        ? { ...span, seconds: span.seconds + by }
        : k === index + 1
          ? { ...span, seconds: span.seconds - by }
          : span,
    );
    this.take({ ...split, spans });
  }

  private async splitNow(loudness: Loudness, count: number | null, shortestS: number): Promise<void> {
    this.take(await this.worker.call((api) => api.splitStates(loudness, { count, shortestS })));
  }

  private take(split: SoundSplit): void {
    this.split.set(split);
    this.heard.emit({ spans: split.spans, count: split.states.length });
  }

  private y(levelDb: number): number {
    const [low, high] = this.bounds();
    const share = high > low ? (Math.max(low, levelDb) - low) / (high - low) : 0.5;
    return HEIGHT - 6 - share * (HEIGHT - 12);
  }
}

/** At most a few thousand of the values: Math.min takes no more. */
function sample(values: Float64Array): Float64Array {
  const every = Math.ceil(values.length / 5000);
  return values.filter((_, k) => k % every === 0);
}
