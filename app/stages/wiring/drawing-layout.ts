import type { Circuit, LoopFigures } from '@core/wiring/circuit-figures';
import { partIdOf } from '@core/wiring/part';

/** A consumer or source in its column. */
export interface Feeder {
  partId: string;
  x: number;
  /** Where its bars lie. */
  topY: number;
  bottomY: number;
  name: string[];
  gives: boolean;
  amps: number;
  dropFraction: number;
  /** Of the run that leads to it. */
  label: string;
  areaMm2: number;
  fuseA: number | null;
  negativeMm2: number;
  /** Beside the shunt. */
  bypass: { label: string; stringX: number } | null;
  faulty: boolean;
}

export interface DrawnString {
  id: string;
  x: number;
  name: string;
  says: string;
  fuseA: number | null;
  label: string;
  areaMm2: number;
}

export interface DrawnBar {
  id: string;
  fromX: number;
  toX: number;
  y: number;
  negative: boolean;
}

export interface DrawingLayout {
  width: number;
  height: number;
  lineX: number;
  strings: DrawnString[];
  feeders: Feeder[];
  bars: DrawnBar[];
  /** The feeds of bars below the first. */
  risers: {
    x: number;
    fromY: number;
    toY: number;
    negative: boolean;
    areaMm2: number;
    fuseA: number | null;
    label: string;
  }[];
  trunk: { label: string; areaMm2: number; fuseA: number | null };
  back: { label: string; areaMm2: number };
  hasShunt: boolean;
  hasChassis: boolean;
}

export const TOP = 66;
export const BOTTOM = 420;
const COLUMN = 67;
const STRING_COLUMN = 80;
const STEP = 46;
/** Between what hangs on one bar and on the next. */
const GAP = 34;

/**
 * Places of a circuit on the sheet, by rule: the bank left of the counting line, what is counted right of it, feeders in a row in the
 * order of the panel. Bars that hang on a bar come below it, to the right of what hangs on the first.
 */
export function drawingLayout(circuit: Circuit, partNames: (id: string) => string): DrawingLayout {
  const strings = circuit.strings.map((string, k): DrawnString => {
    const fuse = circuit.fuses.find(({ part }) => part.id === `fuse-${string.id}`) ?? null;
    const run = circuit.runs.find(({ run: { id } }) => id === `${string.id}-plus`) ?? null;
    return {
      id: string.id,
      x: 40 + STRING_COLUMN * k,
      name: string.name,
      says: `${Math.round(string.battery.capacityAh)} Ah`,
      fuseA: fuse?.choice?.ratingA ?? null,
      label: run?.run.label ?? '',
      areaMm2: run?.areaMm2 ?? 0,
    };
  });
  const lineX = 40 + STRING_COLUMN * Math.max(1, strings.length) + 36;
  const groups = new Map<string, LoopFigures[]>();
  for (const loop of circuit.loops) {
    const bar = lastBar(circuit, loop) ?? 'plus';
    groups.set(bar, [...(groups.get(bar) ?? []), loop]);
  }
  const order = [...groups.keys()].sort((a, b) => Number(b === 'plus') - Number(a === 'plus'));
  const feeders: Feeder[] = [];
  const bars: DrawnBar[] = [];
  const risers: DrawingLayout['risers'] = [];
  let x = lineX + 60;
  const width = x + circuit.loops.length * COLUMN + Math.max(0, order.length - 1) * GAP + 24;
  order.forEach((bar, level) => {
    const depth = bar === 'plus' ? 0 : level;
    const [topY, bottomY] = [TOP + depth * STEP, BOTTOM - depth * STEP];
    if (depth > 0) {
      const feed = feedOf(circuit, bar);
      risers.push({ x: x - 26, fromY: TOP, toY: topY, negative: false, ...feed });
      risers.push({ x: x - 26, fromY: bottomY, toY: BOTTOM, negative: true, ...feed, fuseA: null });
      const toX = x + (groups.get(bar)?.length ?? 0) * COLUMN - 30;
      bars.push({ id: bar, fromX: x - 26, toX, y: topY, negative: false });
      bars.push({ id: bar, fromX: x - 26, toX, y: bottomY, negative: true });
    }
    for (const loop of groups.get(bar) ?? []) {
      feeders.push(feederOf(circuit, loop, { x, topY, bottomY }, strings, partNames));
      x += COLUMN;
    }
    x += GAP;
  });
  bars.push({ id: 'plus', fromX: lineX + 26, toX: width - 16, y: TOP, negative: false });
  bars.push({ id: 'minus', fromX: lineX + 30, toX: width - 16, y: BOTTOM, negative: true });
  const trunk = circuit.runs.find(({ run: { id } }) => id === 'main-plus');
  const back = circuit.runs.find(({ run: { id } }) => id === 'main-shunt');
  const main = circuit.fuses.find(({ part }) => part.id === 'fuse-main');
  return {
    width,
    height: 500,
    lineX,
    strings,
    feeders,
    bars,
    risers,
    trunk: { label: trunk?.run.label ?? '', areaMm2: trunk?.areaMm2 ?? 0, fuseA: main?.choice?.ratingA ?? null },
    back: { label: back?.run.label ?? '', areaMm2: back?.areaMm2 ?? 0 },
    hasShunt: circuit.runs.some(({ run }) => run.to === 'shunt.bank' || run.from === 'shunt.bank'),
    hasChassis: circuit.runs.some(({ run }) => run.role === 'bond'),
  };
}

/** The bar nearest to a consumer on its way from the bank; null: there is no way. */
function lastBar(circuit: Circuit, loop: LoopFigures): string | null {
  const ends = loop.runIds.flatMap((id) => {
    const run = circuit.runs.find((one) => one.run.id === id)?.run;
    return run?.role === 'positive' ? [partIdOf(run.from), partIdOf(run.to)] : [];
  });
  return ends.findLast((id) => id === 'plus' || id.endsWith('block-plus')) ?? null;
}

function feedOf(circuit: Circuit, bar: string): { label: string; areaMm2: number; fuseA: number | null } {
  const run = circuit.runs.find(
    ({ run: { to, from, role } }) => role === 'positive' && (partIdOf(to) === bar || partIdOf(from) === bar),
  );
  const fuse = run?.guard?.fuses[0];
  const choice = fuse && circuit.fuses.find(({ part }) => part.id === fuse.id)?.choice;
  return { label: run?.run.label ?? '', areaMm2: run?.areaMm2 ?? 0, fuseA: choice?.ratingA ?? null };
}

function feederOf(
  circuit: Circuit,
  { part, demand, dropFraction }: LoopFigures,
  place: { x: number; topY: number; bottomY: number },
  strings: readonly DrawnString[],
  partNames: (id: string) => string,
): Feeder {
  const lead = circuit.runs.find(
    ({ run }) => run.role === 'positive' && (run.to === `${part.id}.+` || run.from === `${part.id}.+`),
  );
  const negative = circuit.runs.find(({ run }) => run.from === `${part.id}.-` || run.to === `${part.id}.-`);
  const fuse = lead?.guard?.fuses[0];
  const choice = fuse && circuit.fuses.find(({ part: one }) => one.id === fuse.id)?.choice;
  const bypass = circuit.bypasses.find(({ partId }) => partId === part.id);
  const ends = [bypass?.crossing?.from ?? '', bypass?.crossing?.to ?? ''].map(partIdOf);
  const string = strings.find(({ id }) => ends.includes(id)) ?? strings[0];
  return {
    partId: part.id,
    ...place,
    name: twoLines(partNames(part.id)),
    gives: demand.gives,
    amps: demand.current.value,
    dropFraction,
    label: lead?.run.label ?? '',
    areaMm2: lead?.areaMm2 ?? 0,
    fuseA: choice?.ratingA ?? null,
    negativeMm2: negative?.areaMm2 ?? 0,
    bypass: bypass ? { label: bypass.crossing?.label ?? '', stringX: (string?.x ?? 40) + 14 } : null,
    faulty: circuit.findings.some(({ on }) => on && ('part' in on ? on.part === part.id : lead?.run.id === on.run)),
  };
}

/** A name on two lines of a box; what is longer is cut. */
export function twoLines(name: string): string[] {
  const [first = '', ...rest] = name.split(' ');
  const second = rest.join(' ');
  const cut = (text: string) => (text.length > 10 ? `${text.slice(0, 9)}…` : text);
  return second === '' ? [cut(first)] : [cut(first), cut(second)];
}
