import type { Circuit, LoopFigures, RunFigures } from '@core/wiring/circuit-figures';
import { partIdOf, postOf } from '@core/wiring/part';

/** A conductor with what stands beside it. */
export interface Conductor {
  label: string;
  areaMm2: number;
}

/** A fuse as drawn; its size is null where none of the list will do. */
export interface DrawnFuseSize {
  ratingA: number | null;
}

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
  /** Null where there is no whole way. */
  lostFraction: number | null;
  /** Null: nothing leads to it, or back. */
  out: Conductor | null;
  back: Conductor | null;
  fuse: DrawnFuseSize | null;
  /** Beside the shunt. */
  bypass: { label: string; stringX: number } | null;
  faulty: boolean;
}

export interface DrawnString {
  id: string;
  x: number;
  name: string;
  capacityAh: number;
  out: Conductor | null;
  back: Conductor | null;
  fuse: DrawnFuseSize | null;
}

export interface DrawnBar {
  id: string;
  fromX: number;
  toX: number;
  y: number;
  negative: boolean;
}

/** The feed of a bar that hangs on another. */
export interface Riser {
  x: number;
  fromY: number;
  toY: number;
  negative: boolean;
  conductor: Conductor;
  fuse: DrawnFuseSize | null;
}

export interface DrawingLayout {
  width: number;
  height: number;
  lineX: number;
  strings: DrawnString[];
  feeders: Feeder[];
  bars: DrawnBar[];
  risers: Riser[];
  /** Across the line: above by the switch, below by the shunt. */
  trunk: Conductor | null;
  back: Conductor | null;
  hasShunt: boolean;
  hasChassis: boolean;
}

export const TOP = 66;
export const BOTTOM = 420;
const HEIGHT = 500;
const LEFT = 40;
const COLUMN = 67;
const STRING_COLUMN = 80;
/** A bar below another. */
const STEP = 46;
/** Between what hangs on one bar and on the next. */
const GAP = 34;
const MAIN_BAR = 'plus';

/**
 * Places of a circuit on the sheet, by rule: the bank left of the counting line, what is counted right of it, feeders in a row in the
 * order of the panel. Bars that hang on a bar come below it, to the right of what hangs on the first.
 */
export function drawingLayout(circuit: Circuit, nameOf: (id: string) => string): DrawingLayout {
  const see = looker(circuit);
  const strings = circuit.strings.map(({ id, name, battery }, k): DrawnString => ({
    id,
    x: LEFT + STRING_COLUMN * k,
    name,
    capacityAh: battery.capacityAh,
    out: see.leadTo(postOf(id, '+')),
    back: see.leadTo(postOf(id, '-')),
    fuse: see.fuse(`fuse-${id}`) ?? (circuit.strings.length === 1 ? see.fuse('fuse-main') : null),
  }));
  const lineX = LEFT + STRING_COLUMN * Math.max(1, strings.length) + 36;
  const groups = new Map<string, LoopFigures[]>();
  for (const loop of circuit.loops) {
    const bar = lastBar(circuit, loop);
    groups.set(bar, [...(groups.get(bar) ?? []), loop]);
  }
  const order = [...groups.keys()].sort((a, b) => Number(b === MAIN_BAR) - Number(a === MAIN_BAR));
  const feeders: Feeder[] = [];
  const bars: DrawnBar[] = [];
  const risers: Riser[] = [];
  let x = lineX + 60;
  const width = x + circuit.loops.length * COLUMN + Math.max(0, order.length - 1) * GAP + 24;
  order.forEach((bar, level) => {
    const loops = groups.get(bar) ?? [];
    const depth = bar === MAIN_BAR ? 0 : level;
    const [topY, bottomY] = [TOP + depth * STEP, BOTTOM - depth * STEP];
    if (depth > 0) {
      const [fromX, toX] = [x - 26, x + loops.length * COLUMN - 30];
      bars.push({ id: bar, fromX, toX, y: topY, negative: false }, { id: bar, fromX, toX, y: bottomY, negative: true });
      const [feed, back] = [see.leadTo(postOf(bar, 'bar')), see.leadTo(postOf(bar.replace(/plus$/, 'minus'), 'bar'))];
      const fuse = see.fuse('fuse-block');
      if (feed) risers.push({ x: fromX, fromY: TOP, toY: topY, negative: false, conductor: feed, fuse });
      if (back) risers.push({ x: fromX, fromY: bottomY, toY: BOTTOM, negative: true, conductor: back, fuse: null });
    }
    for (const loop of loops) {
      feeders.push(feederOf(circuit, loop, { x, topY, bottomY }, strings, nameOf));
      x += COLUMN;
    }
    x += GAP;
  });
  bars.push(
    { id: MAIN_BAR, fromX: lineX + 26, toX: width - 16, y: TOP, negative: false },
    { id: 'minus', fromX: lineX + 30, toX: width - 16, y: BOTTOM, negative: true },
  );
  return {
    width,
    height: HEIGHT,
    lineX,
    strings,
    feeders,
    bars,
    risers,
    trunk: see.leadTo(postOf(MAIN_BAR, 'bar')),
    back: see.leadTo(postOf('shunt', 'bank')),
    hasShunt: see.leadTo(postOf('shunt', 'bank')) !== null && see.leadTo(postOf('shunt', 'system')) !== null,
    hasChassis: circuit.runs.some(({ run }) => run.role === 'bond'),
  };
}

/** What is drawn of a circuit, looked up by posts and parts. */
function looker({ runs, fuses }: Circuit) {
  const byPost = new Map<string, RunFigures>();
  // The first that was laid out there; what was added later hangs on it.
  for (const one of runs) for (const post of [one.run.from, one.run.to]) if (!byPost.has(post)) byPost.set(post, one);
  const sizes = new Map(fuses.map(({ part, choice }) => [part.id, { ratingA: choice?.ratingA ?? null }]));
  return {
    leadTo: (post: string): Conductor | null => {
      const one = byPost.get(post);
      return one ? { label: one.run.label, areaMm2: one.areaMm2 } : null;
    },
    fuse: (id: string): DrawnFuseSize | null => sizes.get(id) ?? null,
  };
}

/** The bar nearest to a consumer on its way from the bank; the main one where there is no way. */
function lastBar(circuit: Circuit, { runIds }: LoopFigures): string {
  const onWay = new Set(runIds);
  const ends = circuit.runs.flatMap(({ run }) =>
    onWay.has(run.id) && run.role === 'positive' ? [partIdOf(run.from), partIdOf(run.to)] : [],
  );
  return ends.includes('block-plus') ? 'block-plus' : MAIN_BAR;
}

function feederOf(
  circuit: Circuit,
  { part, demand, share, hasOut, hasBack }: LoopFigures,
  place: { x: number; topY: number; bottomY: number },
  strings: readonly DrawnString[],
  nameOf: (id: string) => string,
): Feeder {
  const see = looker(circuit);
  const lead = circuit.runs.find(({ run }) => [run.from, run.to].includes(postOf(part.id, '+')));
  const guard = lead?.guard?.fuses[0];
  const bypass = circuit.bypasses.find(({ partId }) => partId === part.id);
  const landing = bypass?.crossing && partIdOf(bypass.crossing.run[bypass.crossing.end]);
  const string = strings.find(({ id }) => id === landing) ?? strings[0];
  return {
    partId: part.id,
    ...place,
    name: twoLines(nameOf(part.id)),
    gives: demand.gives,
    amps: demand.current.value,
    lostFraction: hasOut && hasBack ? share.value : null,
    out: hasOut ? see.leadTo(postOf(part.id, '+')) : null,
    back: hasBack ? see.leadTo(postOf(part.id, '-')) : null,
    fuse: guard ? see.fuse(guard.id) : null,
    bypass: bypass && string ? { label: bypass.crossing?.run.label ?? '', stringX: string.x + 14 } : null,
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
