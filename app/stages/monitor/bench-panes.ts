import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import type { JudgedMark } from '@core/counter/trial';
import { formatNumber } from '@core/quantity/format';
import type { Point } from '@core/series/envelope';
import { linearScale } from '../../ui/chart/scale';
import { clockLabel } from '../../ui/dates';
import type { BenchLook } from '../../workers/bench-worker-api';

/** A setting as a handle across its pane. */
export interface Handle {
  id: 'full-voltage' | 'tail-current' | 'hold-time';
  /** In the units of the pane: V, A, min. */
  value: number;
  step: number;
  min: number;
  max: number;
  /** "full voltage 28.1 V" */
  says: string;
}

const [LEFT, RIGHT] = [46, 754];
const VOLTS = [12, 116] as const;
const HOLD_Y = 129;
const AMPS = [142, 250] as const;
const CHARGE = [274, 396] as const;
const [TOP, BOTTOM] = [8, 400];
const DAY_MS = 86_400_000;
/** Marks nearer than this to the last share its label. */
const LABEL_ROOM = 44;

/** Volts, amps and charge of a trace on one axis of time; settings lie across their pane and can be moved; marks and what fooled them. */
@Component({
  selector: 'co-bench-panes',
  templateUrl: './bench-panes.html',
  styleUrls: ['../../ui/chart/chart.css', './bench-panes.css', './other-sets.css'],
  host: { tabindex: '0', role: 'group', 'aria-label': 'The trace on the test bench' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BenchPanes {
  readonly look = input.required<BenchLook>();
  readonly shown = input.required<readonly Point[]>();
  /** What the meter would show under the other sets. */
  readonly others = input.required<readonly { id: string; shown: readonly Point[] }[]>();
  readonly marks = input.required<readonly JudgedMark[]>();
  readonly handles = input.required<readonly Handle[]>();
  readonly zone = input.required<string>();
  readonly says = input.required<string>();
  readonly movedTo = output<{ id: Handle['id']; value: number }>();
  private readonly svg = viewChild.required<ElementRef<SVGSVGElement>>('svg');
  private dragged: Handle | null = null;
  /** From where the hold is dragged: marks that come and go under it must not pull it along. */
  private readonly anchorMs = signal<number | null>(null);

  protected readonly left = LEFT;
  protected readonly right = RIGHT;
  protected readonly top = TOP;
  protected readonly bottom = BOTTOM;
  protected readonly holdY = HOLD_Y;
  private readonly x = computed(() => linearScale([this.look().fromMs, this.look().toMs], [LEFT, RIGHT]));
  private readonly volts = computed(() => this.scaleOf(this.look().volts ?? [], 'full-voltage', VOLTS));
  private readonly amps = computed(() => this.scaleOf(this.look().amps, 'tail-current', AMPS));
  private readonly charge = computed(() => {
    const lowest = Math.min(
      0.95,
      ...finite(this.shown()),
      ...finite(this.look().soc ?? []),
      ...this.others().flatMap(({ shown }) => finite(shown)),
    );
    return paneOf([Math.floor(lowest * 10) / 10, 1.04], CHARGE);
  });
  protected readonly panes = computed(() => [
    {
      unit: 'V',
      ...this.volts(),
      lines: ticks(this.volts(), 3),
      path: this.pathOf(this.look().volts ?? [], this.volts().y),
      of: 'volts',
    },
    {
      unit: 'A',
      ...this.amps(),
      lines: ticks(this.amps(), 4),
      path: this.pathOf(this.look().amps, this.amps().y),
      of: 'amps',
    },
    {
      unit: '%',
      ...this.charge(),
      lines: ticks(this.charge(), 4).map(({ y, value }) => ({ y, value, says: formatNumber(value * 100, 0) })),
      path: this.pathOf(this.look().soc ?? [], this.charge().y),
      of: 'true',
    },
  ]);
  protected readonly shownPath = computed(() => this.pathOf(this.shown(), this.charge().y));
  protected readonly otherPaths = computed(() =>
    this.others().map(({ id, shown }) => ({ id, path: this.pathOf(shown, this.charge().y) })),
  );
  /** Between what is shown and what is true. */
  protected readonly gap = computed(() => {
    const soc = this.look().soc;
    if (!soc) return '';
    const there = this.pathOf(
      this.shown().filter(({ y }) => !Number.isNaN(y)),
      this.charge().y,
    );
    const back = [...soc].filter(({ y }) => !Number.isNaN(y)).reverse();
    return there && back.length > 0 ? `${there}${this.pathOf(back, this.charge().y).replace('M', 'L')}Z` : '';
  });
  protected readonly hours = computed(() => {
    const { fromMs, toMs } = this.look();
    const span = toMs - fromMs;
    const stepH =
      [0.25, 0.5, 1, 2, 3, 6, 12, 24, 48, 96, 168, 336].find((step) => span / (step * 3_600_000) <= 13) ?? 720;
    const step = stepH * 3_600_000;
    const first = Math.ceil(fromMs / step) * step;
    return Array.from({ length: Math.floor((toMs - first) / step) + 1 }, (_, k) => first + k * step).map((ms) => ({
      x: this.x()(ms),
      says:
        span > 2.5 * DAY_MS
          ? new Date(ms).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', timeZone: this.zone() })
          : clockLabel(ms, this.zone()),
    }));
  });
  protected readonly judged = computed(() => {
    const { fromMs, toMs } = this.look();
    return this.marks()
      .filter(({ timeMs }) => timeMs >= fromMs && timeMs <= toMs)
      .map((mark) => ({
        kind: mark.kind,
        x: this.x()(mark.timeMs),
        y: this.charge().y(1),
        from: Math.min(this.x()(mark.timeMs) - 5, this.x()(Math.max(fromMs, mark.heldFromMs))),
        width: Math.max(6, this.x()(mark.timeMs) - this.x()(Math.max(fromMs, mark.heldFromMs)) + 1),
        says: mark.soc === null ? '' : `${formatNumber(mark.soc * 100, 0)} %`,
      }))
      .map((mark, k, all) => {
        const before = all.slice(0, k).findLast(({ kind }) => kind === 'false');
        return before && mark.x - before.x < LABEL_ROOM ? { ...mark, says: '' } : mark;
      });
  });
  protected readonly across = computed(() =>
    this.handles().flatMap((handle) => {
      if (handle.id === 'hold-time') return [];
      if (handle.id === 'full-voltage' && !this.look().volts) return [];
      const pane = handle.id === 'full-voltage' ? this.volts() : this.amps();
      return [{ handle, y: pane.y(handle.value) }];
    }),
  );
  /** The hold time as a stretch of the axis: from where the first mark's began, or from the middle. */
  protected readonly hold = computed(() => {
    const handle = this.handles().find(({ id }) => id === 'hold-time');
    if (!handle) return null;
    const from = this.x()(this.holdFromMs());
    return { handle, from, to: this.x()(this.holdFromMs() + handle.value * 60_000) };
  });
  private readonly holdFromMs = computed(() => {
    const anchorMs = this.anchorMs();
    if (anchorMs !== null) return anchorMs;
    const { fromMs, toMs } = this.look();
    const first = this.marks().find(({ timeMs, kind }) => kind === 'false' && timeMs >= fromMs && timeMs <= toMs);
    const mark = first ?? this.marks().find(({ timeMs }) => timeMs >= fromMs && timeMs <= toMs);
    return Math.max(fromMs, mark?.heldFromMs ?? (fromMs + toMs) / 2);
  });

  protected onDown(event: PointerEvent, handle: Handle): void {
    event.preventDefault();
    this.dragged = handle;
    this.anchorMs.set(this.holdFromMs());
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
  }

  protected onMove(event: PointerEvent): void {
    const handle = this.dragged;
    if (!handle) return;
    const svg = this.svg().nativeElement;
    const frame = svg.getBoundingClientRect();
    const [x, y] = [
      ((event.clientX - frame.left) / frame.width) * svg.viewBox.baseVal.width,
      ((event.clientY - frame.top) / frame.height) * svg.viewBox.baseVal.height,
    ];
    const { fromMs, toMs } = this.look();
    const value =
      handle.id === 'hold-time'
        ? (fromMs + ((x - LEFT) / (RIGHT - LEFT)) * (toMs - fromMs) - this.holdFromMs()) / 60_000
        : (handle.id === 'full-voltage' ? this.volts() : this.amps()).at(y);
    this.moveTo(handle, value);
  }

  protected onUp(): void {
    this.dragged = null;
    this.anchorMs.set(null);
  }

  protected onKey(event: KeyboardEvent, handle: Handle): void {
    const by = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1, PageUp: 10, PageDown: -10 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    this.moveTo(handle, handle.value + by * handle.step);
  }

  private moveTo(handle: Handle, value: number): void {
    const stepped = Math.round(value / handle.step) * handle.step;
    const within = Number(Math.min(handle.max, Math.max(handle.min, stepped)).toPrecision(10));
    const now = this.handles().find(({ id }) => id === handle.id);
    if (now?.value !== within) this.movedTo.emit({ id: handle.id, value: within });
  }

  /** What a pane shows, and the handle in it, with room above and below. */
  private scaleOf(points: readonly Point[], id: Handle['id'], pane: readonly [number, number]): Pane {
    const handle = this.handles().find((one) => one.id === id);
    const values = [...finite(points), ...(handle ? [handle.value, handle.min, handle.max] : [])];
    if (values.length === 0) return paneOf([0, 1], pane);
    const [low, high] = [Math.min(...values), Math.max(...values)];
    const room = Math.max(0.1, (high - low) * 0.08);
    return paneOf([low - room, high + room], pane);
  }

  private pathOf(points: readonly Point[], y: (value: number) => number): string {
    const x = this.x();
    let path = '';
    let pen = 'M';
    for (const point of points) {
      if (Number.isNaN(point.y)) pen = 'M';
      else {
        path += `${pen}${x(point.x).toFixed(1)} ${y(point.y).toFixed(1)}`;
        pen = 'L';
      }
    }
    return path;
  }
}

interface Pane {
  y: (value: number) => number;
  /** The value at a place. */
  at: (y: number) => number;
  from: number;
  to: number;
  middle: number;
}

function paneOf([from, to]: readonly [number, number], [top, bottom]: readonly [number, number]): Pane {
  const y = linearScale([from, to], [bottom, top]);
  return { y, at: linearScale([bottom, top], [from, to]), from, to, middle: (top + bottom) / 2 };
}

const finite = (points: readonly Point[]) => points.flatMap(({ y }) => (Number.isNaN(y) ? [] : [y]));

/** Round values of a pane, about so many. */
function ticks({ from, to, y }: Pane, about: number) {
  const rough = (to - from) / about;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = [1, 2, 5, 10].map((times) => times * power).find((one) => one >= rough) ?? rough;
  const decimals = Math.max(0, Math.ceil(-Math.log10(step) - 1e-9));
  const first = Math.ceil(from / step) * step;
  return Array.from({ length: Math.floor((to - first) / step + 1e-9) + 1 }, (_, k) => first + k * step).map(
    (value) => ({
      value,
      y: y(value),
      says: formatNumber(value, decimals),
    }),
  );
}
