import type { Circuit, LoopFigures, RunFigures } from '@core/wiring/circuit-figures';
import type { Loop } from '@core/wiring/currents';
import type { Edge } from '@core/wiring/graph';
import { type PartKind, partIdOf, postOf } from '@core/wiring/part';
import { runSectionText } from '@core/wiring/run-ohm';

/** A conductor with what stands beside it. */
export interface Conductor {
  label: string;
  /** Of all that lie side by side. */
  copperMm2: number;
  section: string;
  lengthM: number;
  guessed: boolean;
}

/** A part that a conductor passes: a fuse with its size, which is null where none of the list will do; a switch, a relay. */
export interface Mark {
  partId: string;
  kind: 'fuse' | 'switch' | 'relay' | 'protection';
  ratingA: number | null;
}

/** A second battery, and what it feeds. */
export interface DrawnSecond {
  partId: string;
  x: number;
  name: string[];
  nominalV: number;
  /** Labels of the runs into the inputs of chargers. */
  feeds: string;
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
  /** What it gives besides; null: it does not charge too. */
  alsoA: number | null;
  /** Null where there is no whole way. */
  lostFraction: number | null;
  /** Null: nothing leads to it, or back. */
  out: Conductor | null;
  back: Conductor | null;
  marks: Mark[];
  backMarks: Mark[];
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
  marks: Mark[];
  backMarks: Mark[];
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
  marks: Mark[];
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
  /** On the way to the line, besides the switch that is drawn in it. */
  trunkMarks: Mark[];
  hasSwitch: boolean;
  seconds: DrawnSecond[];
  hasShunt: boolean;
  /** To the chassis. */
  bond: Conductor | null;
}

export const TOP = 66;
export const BOTTOM = 420;
const HEIGHT = 500;
const LEFT = 40;
const COLUMN = 72;
const STRING_COLUMN = 80;
/** What stands over the way to the line needs so much, however few the strings. */
const TRUNK_LEAST = 112;
/** A bar below another. */
const STEP = 46;
/** Between what hangs on one bar and on the next. */
const GAP = 34;
const MAIN_BAR = 'plus';
const SECOND_COLUMN = 110;

/**
 * Places of a circuit on the sheet, by rule: the bank left of the counting line, what is counted right of it, feeders in a row in the
 * order of the panel. Bars that hang on a bar come below it, to the right of what hangs on the first.
 */
export function drawingLayout(circuit: Circuit, nameOf: (id: string) => string): DrawingLayout {
  const see = looker(circuit);
  const trunk = trunkOf(circuit, see);
  const strings = circuit.strings.map(({ id, name, battery }, k): DrawnString => ({
    id,
    x: LEFT + STRING_COLUMN * k,
    name,
    capacityAh: battery.capacityAh,
    out: see.leadTo(postOf(id, '+')),
    back: see.leadTo(postOf(id, '-')),
    ...trunk.ofString(id),
  }));
  const lineX = LEFT + Math.max(TRUNK_LEAST, STRING_COLUMN * strings.length) + 36;
  const groups = new Map<string, (LoopFigures & Pick<Loop, 'out' | 'back'>)[]>();
  const columns = circuit.loops.filter(({ demand }) => !demand.also).length;
  circuit.loops.forEach((figures, k) => {
    if (figures.demand.also) return;
    const loop = {
      ...figures,
      out: circuit.currents.loops[k]?.out ?? null,
      back: circuit.currents.loops[k]?.back ?? null,
    };
    const bar = lastBar(loop);
    groups.set(bar, [...(groups.get(bar) ?? []), loop]);
  });
  const order = [...groups.keys()].sort((a, b) => Number(b === MAIN_BAR) - Number(a === MAIN_BAR));
  const feeders: Feeder[] = [];
  const bars: DrawnBar[] = [];
  const risers: Riser[] = [];
  let x = lineX + 60;
  const seconds = secondsOf(circuit, nameOf);
  const width = x + columns * COLUMN + order.length * GAP + seconds.length * SECOND_COLUMN;
  order.forEach((bar, level) => {
    const loops = groups.get(bar) ?? [];
    const depth = bar === MAIN_BAR ? 0 : level;
    const [topY, bottomY] = [TOP + depth * STEP, BOTTOM - depth * STEP];
    if (depth > 0) {
      const [fromX, toX] = [x - 26, x + loops.length * COLUMN - 30];
      bars.push({ id: bar, fromX, toX, y: topY, negative: false }, { id: bar, fromX, toX, y: bottomY, negative: true });
      const [feed, back] = [see.leadTo(postOf(bar, 'bar')), see.leadTo(postOf(bar.replace(/plus$/, 'minus'), 'bar'))];
      const marks = see.marks(between(loops[0]?.out ?? [], MAIN_BAR, bar));
      if (feed) risers.push({ x: fromX, fromY: TOP, toY: topY, negative: false, conductor: feed, marks });
      if (back) risers.push({ x: fromX, fromY: bottomY, toY: BOTTOM, negative: true, conductor: back, marks: [] });
    }
    for (const loop of loops) {
      feeders.push(feederOf(circuit, see, loop, bar, { x, topY, bottomY }, strings, nameOf));
      x += COLUMN;
    }
    x += GAP;
  });
  bars.push(
    { id: MAIN_BAR, fromX: lineX + 26, toX: x - GAP, y: TOP, negative: false },
    { id: 'minus', fromX: lineX + 30, toX: x - GAP, y: BOTTOM, negative: true },
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
    trunkMarks: trunk.marks,
    hasSwitch: trunk.hasSwitch,
    seconds: seconds.map((one, k) => ({ ...one, x: x - GAP + SECOND_COLUMN * (k + 0.5) })),
    back: see.leadTo(postOf('shunt', 'bank')),
    hasShunt: see.leadTo(postOf('shunt', 'bank')) !== null && see.leadTo(postOf('shunt', 'system')) !== null,
    bond: circuit.runs.flatMap((one) => (one.run.role === 'bond' ? [conductorOf(one)] : []))[0] ?? null,
  };
}

const conductorOf = ({ run, areaMm2 }: RunFigures): Conductor => ({
  label: run.label,
  copperMm2: run.conductors * areaMm2,
  section: runSectionText(run, areaMm2),
  lengthM: run.lengthM,
  guessed: run.lengthBy === 'guessed',
});

/** What is drawn of a circuit, looked up by posts and parts. */
function looker({ runs, fuses }: Circuit) {
  const byPost = new Map<string, RunFigures>();
  // The first that was laid out there; what was added later hangs on it.
  for (const one of runs) for (const post of [one.run.from, one.run.to]) if (!byPost.has(post)) byPost.set(post, one);
  const sizes = new Map(fuses.map(({ part, choice }) => [part.id, choice?.ratingA ?? null]));
  return {
    leadTo: (post: string): Conductor | null => {
      const one = byPost.get(post);
      return one ? conductorOf(one) : null;
    },
    marks: (edges: readonly Edge[]): Mark[] =>
      edges.flatMap(({ part }) =>
        part && isMark(part.kind) ? [{ partId: part.id, kind: part.kind, ratingA: sizes.get(part.id) ?? null }] : [],
      ),
  };
}
type Looker = ReturnType<typeof looker>;

const isMark = (kind: PartKind): kind is Mark['kind'] =>
  kind === 'fuse' || kind === 'switch' || kind === 'relay' || kind === 'protection';

/** The part of a way from the bar of one name to that of another; from or to its end where there is no such bar on it. */
function between(way: readonly Edge[], fromBar: string | null, toBar: string | null): Edge[] {
  const arrival = (bar: string | null) => way.findIndex(({ a, b }) => [partIdOf(a), partIdOf(b)].includes(bar ?? ''));
  const [from, to] = [fromBar === null ? -1 : arrival(fromBar), toBar === null ? way.length - 1 : arrival(toBar)];
  return way.slice(from + 1, (to < 0 ? way.length - 1 : to) + 1);
}

/** What lies on the way from each string to the line: what is its own in its column, what all share on the trunk. */
function trunkOf(circuit: Circuit, see: Looker) {
  const all = circuit.strings.length;
  const isOwn = ({ run, part }: Edge) =>
    (circuit.currents.flows.get(run?.id ?? part?.id ?? '')?.strings.length ?? all) < all;
  const wayOf = (id: string) => {
    const way = circuit.currents.outWays.find((edges) => edges.some(({ a, b }) => [a, b].includes(postOf(id, '+'))));
    return between(way ?? [], null, MAIN_BAR);
  };
  const backOf = (id: string) =>
    circuit.currents.backWays.find((way) => way.some(({ a, b }) => [a, b].includes(postOf(id, '-')))) ?? [];
  const shared = see.marks(wayOf(circuit.strings[0]?.id ?? '').filter((edge) => !isOwn(edge)));
  const at = shared.findIndex(({ kind }) => kind === 'switch');
  // The fuse of a single battery stands in its column.
  const first = all === 1 ? shared.slice(0, at < 0 ? shared.length : at) : [];
  return {
    ofString: (id: string) => ({
      marks: all === 1 ? first : see.marks(wayOf(id).filter(isOwn)),
      backMarks: see.marks(between(backOf(id), null, 'shunt').filter((edge) => all === 1 || isOwn(edge))),
    }),
    hasSwitch: at >= 0,
    marks: shared.filter((mark, k) => k !== at && !first.includes(mark)),
  };
}

/** Second batteries with the labels of what they feed. */
function secondsOf({ currents, seconds }: Circuit, nameOf: (id: string) => string): Omit<DrawnSecond, 'x'>[] {
  return seconds.map(({ id, nominalV }) => {
    const fed = currents.inputs.filter(({ out }) => out?.[0] && [out[0].a, out[0].b].includes(postOf(id, '+')));
    const feeds = fed.map(({ demand, out }) => `${out?.at(-1)?.run?.label ?? ''} to ${nameOf(demand.partId)}`);
    return { partId: id, name: twoLines(nameOf(id)), nominalV, feeds: feeds.join(', ') };
  });
}

/** The bar nearest to a consumer on its way from the bank; the main one where there is no way. */
function lastBar({ out }: Pick<Loop, 'out'>): string {
  const ends = (out ?? []).flatMap(({ a, b }) => [partIdOf(a), partIdOf(b)]);
  return ends.includes('block-plus') ? 'block-plus' : MAIN_BAR;
}

function feederOf(
  circuit: Circuit,
  see: Looker,
  { part, demand, share, hasOut, hasBack, out, back }: LoopFigures & Pick<Loop, 'out' | 'back'>,
  bar: string,
  place: { x: number; topY: number; bottomY: number },
  strings: readonly DrawnString[],
  nameOf: (id: string) => string,
): Feeder {
  const lead = circuit.runs.find(({ run }) => [run.from, run.to].includes(postOf(part.id, '+')));
  const bypass = circuit.bypasses.find(({ partId }) => partId === part.id);
  const landing = bypass?.crossing && partIdOf(bypass.crossing.run[bypass.crossing.end]);
  const string = strings.find(({ id }) => id === landing) ?? strings[0];
  return {
    partId: part.id,
    ...place,
    name: twoLines(nameOf(part.id)),
    gives: demand.gives,
    amps: demand.current.value,
    alsoA: circuit.loops.find((one) => one.part === part && one.demand.also)?.demand.current.value ?? null,
    lostFraction: hasOut && hasBack ? share.value : null,
    out: hasOut ? see.leadTo(postOf(part.id, '+')) : null,
    back: hasBack ? see.leadTo(postOf(part.id, '-')) : null,
    marks: see.marks(between(out ?? [], bar, null)),
    backMarks: see.marks(between(back ?? [], null, bar.replace(/plus$/, 'minus'))),
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
