import { at } from '../quantity/guard';
import type { BankString } from './battery-posts';
import { type CircuitGraph, type Edge, waysFrom } from './graph';
import type { LaidRun } from './laid-run';
import { MINUS_BAR } from './new-parts';
import { type Part, partIdOf, postOf } from './part';

interface Crossing {
  run: LaidRun;
  end: 'from' | 'to';
}

/** A part whose current comes back to the bank without having been counted. */
export interface Bypass {
  partId: string;
  /** The runs that it takes, from the part to the bank. */
  runs: LaidRun[];
  /** The one that crosses to the bank’s side, and which of its ends lies there. */
  crossing: Crossing | null;
  /** Which of its ends goes to which post, so that it is counted; null: there is none to bring it to. */
  move: { end: 'from' | 'to'; to: string } | null;
  /** Parts that it passes: the chassis, a bar. */
  overIds: string[];
}

/**
 * Every way from a source or a load to the bank’s negative that avoids the shunt. The monitor’s own leads are none: what is asked is where
 * current comes back.
 */
export function bypasses(graph: CircuitGraph, parts: readonly Part[], strings: readonly BankString[]): Bypass[] {
  const bankMinus = new Set(strings.map(({ id }) => postOf(id, '-')));
  const onBankSide = bankSide(graph, parts, bankMinus);
  const ways = waysFrom(graph.negative, [...bankMinus], ({ part }) => part?.kind === 'shunt');
  const found: Bypass[] = [];
  for (const part of parts) {
    const post = minusOf(part);
    const way = post === null ? null : ways(post);
    if (post === null || way === null) continue;
    const runs = way.reverse().flatMap(({ run }) => run ?? []);
    const passed = runs.flatMap(({ from, to }) => [partIdOf(from), partIdOf(to)]);
    const overIds = [...new Set(passed)].filter((id) => id !== part.id && parts.some((one) => one.id === id));
    const crossing = crossingOf(runs, post, onBankSide);
    found.push({
      partId: part.id,
      runs,
      crossing,
      move: crossing && moveOf(crossing, graph, parts, onBankSide),
      overIds,
    });
  }
  return found;
}

/**
 * How a crossing is mended. An end on the bank’s side goes to the negative bar; but what alone joins batteries to the rest, and leads to a bar or the
 * chassis, is their own cable: its far end goes to where the bank’s negatives come together, or to the shunt where that is not joined.
 */
function moveOf(
  { run, end }: Crossing,
  graph: CircuitGraph,
  parts: readonly Part[],
  onBankSide: ReadonlySet<string>,
): Bypass['move'] {
  const shunts = parts.flatMap(({ id, kind }) => (kind === 'shunt' ? [postOf(id, 'bank')] : []));
  const bars = parts.flatMap(({ id, kind }) => (kind === 'bar' ? [postOf(id, 'bar')] : []));
  const isJoined = (from: string, but: LaidRun | null) => {
    const isAvoided = (edge: Edge) => edge.part?.kind === 'shunt' || (but !== null && edge.run === but);
    const ways = waysFrom(graph.negative, [from], isAvoided);
    return shunts.some((post) => ways(post) !== null);
  };
  const far = end === 'from' ? 'to' : 'from';
  const isShared = parts.some(({ id, kind }) => (kind === 'bar' || kind === 'chassis') && id === partIdOf(run[far]));
  if (shunts.length > 0 && isShared && !isJoined(run[end], run)) {
    const home = bars.find((post) => onBankSide.has(post) && isJoined(post, null)) ?? at(shunts, 0);
    return { end: far, to: home };
  }
  return bars.includes(MINUS_BAR) ? { end, to: MINUS_BAR } : null;
}

/** Shunts whose system side leads to the bank, and their bank side to what is counted: they count backwards. */
export function turnedShunts(graph: CircuitGraph, parts: readonly Part[], strings: readonly BankString[]): string[] {
  const ways = waysFrom(
    graph.negative,
    strings.map(({ id }) => postOf(id, '-')),
    ({ part }) => part?.kind === 'shunt',
  );
  return parts.flatMap(({ id, kind }) =>
    kind === 'shunt' && ways(postOf(id, 'system')) !== null && ways(postOf(id, 'bank')) === null ? [id] : [],
  );
}

/** Where the negative of a part comes back to the bank. */
export interface Landing {
  partId: string;
  lands: 'through-shunt' | 'beside' | 'nowhere';
}

/** For each part with a negative of its own, where that comes back. A part that no run leads back from lands nowhere. */
export function landings(
  graph: CircuitGraph,
  parts: readonly Part[],
  strings: readonly BankString[],
  found: readonly Bypass[],
): Landing[] {
  const beside = new Set(found.map(({ partId }) => partId));
  const ways = waysFrom(
    graph.negative,
    strings.map(({ id }) => postOf(id, '-')),
  );
  return parts.flatMap((part): Landing[] => {
    const post = minusOf(part);
    if (post === null) return [];
    const lands = beside.has(part.id) ? 'beside' : ways(post) === null ? 'nowhere' : 'through-shunt';
    return [{ partId: part.id, lands }];
  });
}

/** The first run of a way whose far end lies on the bank’s side. */
function crossingOf(runs: readonly LaidRun[], from: string, onBankSide: ReadonlySet<string>): Bypass['crossing'] {
  let at = from;
  for (const run of runs) {
    const end = run.from === at ? 'to' : 'from';
    at = run[end];
    if (onBankSide.has(at)) return { run, end };
  }
  return null;
}

/** Posts that are meant to lie before the shunt: the batteries’ own, its bank post, and bars that are joined to those and not behind it. */
function bankSide(graph: CircuitGraph, parts: readonly Part[], bankMinus: ReadonlySet<string>): ReadonlySet<string> {
  const shunts = parts.filter(({ kind }) => kind === 'shunt').map(({ id }) => id);
  const before = new Set([...bankMinus, ...shunts.map((id) => postOf(id, 'bank'))]);
  // What protects a battery in its negative lead belongs to it.
  for (const { id, kind } of parts) {
    const post = postOf(id, 'battery');
    const isAtBattery = graph.negative.get(post)?.some(({ a, b, run }) => run && bankMinus.has(a === post ? b : a));
    if (kind === 'protection' && isAtBattery) before.add(post).add(postOf(id, 'out'));
  }
  const behind = new Set(shunts.map((id) => postOf(id, 'system')));
  const joinedTo = (posts: ReadonlySet<string>) =>
    parts
      .filter(({ kind }) => kind === 'bar')
      .map(({ id }) => postOf(id, 'bar'))
      .filter((bar) => graph.negative.get(bar)?.some(({ a, b, run }) => run && posts.has(a === bar ? b : a)));
  const system = new Set(joinedTo(behind));
  for (const bar of joinedTo(before)) if (!system.has(bar)) before.add(bar);
  return before;
}

/** Where a part gives its current back; null: it carries none of its own. */
function minusOf(part: Part): string | null {
  switch (part.kind) {
    case 'inverter':
    case 'charger':
    case 'loads':
    case 'other':
    case 'second-battery':
      return postOf(part.id, '-');
    case 'chassis':
      return postOf(part.id, 'bolt');
    default:
      return null;
  }
}
