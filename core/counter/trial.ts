import { type CounterCall, callsOf } from './calls';
import { type Count, countTrace } from './count-trace';
import { type CounterSettings, type MeterHardware, PERFECT_METER, shownCharge } from './counter-settings';
import { hoursOff } from './hours-off';
import { type Trace, traceDays } from './trace';
import { FALSE_BELOW, FULL_FROM, type FullSpan, trueFulls } from './true-fulls';

/** What made a meter take a bank for full that was not. */
export type FalseCause = 'source-faded' | 'at-rest' | 'current-not-asked';
/** What kept it from taking a full bank for full. */
export type MissCause = 'never-by-itself' | 'voltage-not-reached' | 'current-not-small' | 'not-held';

export interface JudgedMark {
  timeMs: number;
  /** What was truly in the bank; null: not known. */
  soc: number | null;
  /** Early: neither full nor far from it. */
  kind: 'true' | 'early' | 'false' | 'unknown';
  /** What the meter showed missing just before. */
  missingAh: number;
  /** Since when voltage and current had held. */
  heldFromMs: number;
  cause: FalseCause | null;
}

export interface MissedFull {
  fromMs: number;
  toMs: number;
  cause: MissCause;
  /** The highest voltage, the smallest current at the asked voltage, the longest hold, ms: whichever was not enough. */
  came: number | null;
}

/** What a set of settings comes to on one trace. */
export interface Trial {
  days: number;
  /** Null: what is truly in the bank is not known, and so neither are false marks nor drift. */
  trueFulls: number | null;
  marked: number | null;
  marks: JudgedMark[];
  missed: MissedFull[];
  falseMarks: number | null;
  /** By how much counting alone goes wrong in a week, jumps at marks apart; positive: it shows too much. Ah. */
  driftAhPerWeek: number | null;
  /** The largest difference of the charge that is shown and the true one, Ah, with its sign and when. */
  worst: { errorAh: number; timeMs: number; soc: number; shown: number } | null;
  /** From when the bank was full to when the meter marked it, min; mean over those marked. */
  delayMin: number | null;
  /** How far hours left are off while the bank is drawn on: the median of shown ÷ true − 1. */
  hoursOffFraction: number | null;
  calls: CounterCall[];
}

/** Both of a trial: what the meter showed, and what that was worth. */
export interface Tried {
  count: Count;
  trial: Trial;
}

/**
 * A set of settings on one trace. The meter starts with what is truly in the bank; where that is not known, at full.
 * @param capacityAh  what the bank really holds
 * @param hardware    a meter that reads exactly by default
 * @param setAtMs     when a person set it full
 */
export function tryOn(
  trace: Trace,
  settings: CounterSettings,
  capacityAh: number,
  hardware: MeterHardware = PERFECT_METER,
  setAtMs: readonly number[] = [],
): Tried {
  const fromAh = trace.soc && trace.soc.length > 0 ? (1 - trace.soc[0]!) * capacityAh : 0;
  const count = countTrace(trace, settings, hardware, fromAh, setAtMs);
  return { count, trial: judge(trace, count, settings, capacityAh) };
}

function judge(trace: Trace, count: Count, settings: CounterSettings, capacityAh: number): Trial {
  const { soc } = trace;
  const spans = trueFulls(trace);
  const marks = count.marks.map((mark): JudgedMark => {
    const charge = soc ? soc[mark.at]! : null;
    const kind = charge === null ? 'unknown' : charge >= FULL_FROM ? 'true' : charge < FALSE_BELOW ? 'false' : 'early';
    const heldFrom = heldSince(trace, settings, mark.at);
    return {
      timeMs: mark.timeMs,
      soc: charge,
      kind,
      missingAh: mark.missingAh,
      heldFromMs: trace.timeMs[heldFrom]!,
      cause: kind === 'false' ? causeOf(trace, settings, heldFrom, mark.at) : null,
    };
  });
  const missed: MissedFull[] = [];
  let [marked, delayMs] = [0, 0];
  for (const span of spans) {
    const first = markWithin(count, trace, span);
    if (first === null) missed.push(missOf(trace, settings, span));
    else {
      marked++;
      delayMs += trace.timeMs[first]! - trace.timeMs[span.from]!;
    }
  }
  return {
    days: traceDays(trace),
    trueFulls: soc ? spans.length : null,
    marked: soc ? marked : null,
    marks,
    missed,
    falseMarks: soc ? marks.filter(({ kind }) => kind === 'false').length : null,
    driftAhPerWeek: soc && driftOf(trace, count, capacityAh),
    worst: soc && worstOf(trace, count, settings, capacityAh),
    delayMin: marked > 0 ? delayMs / marked / 60_000 : null,
    hoursOffFraction: soc && hoursOff(trace, count, settings, capacityAh),
    calls: callsOf(trace, count.missingAh, settings),
  };
}

/** The first row at which the meter was full for a stretch of true fullness: in it, or marked a little early and still full then. */
function markWithin({ marks, missingAh }: Count, { soc }: Trace, { from, to }: FullSpan): number | null {
  const first = marks.find(({ at }) => at >= from && at <= to);
  if (first) return first.at;
  const before = marks.findLast(({ at }) => at < from);
  return before && soc![before.at]! >= FALSE_BELOW && missingAh[from] === 0 ? before.at : null;
}

const atTail = ({ full }: CounterSettings, amps: number) => full === null || Math.abs(amps) <= (full.tailA ?? Infinity);

/** The row from which a mark's voltage and current had held. */
function heldSince({ voltageV, currentA, timeMs, gapMs }: Trace, settings: CounterSettings, at: number): number {
  let k = at;
  if (!settings.full || !voltageV) return k;
  while (
    k > 0 &&
    voltageV[k - 1]! >= settings.full.fullV &&
    atTail(settings, currentA[k - 1]!) &&
    timeMs[k]! - timeMs[k - 1]! <= gapMs
  )
    k--;
  return k;
}

/** At rest for so long, nothing has charged just before. */
const REST_MS = 30 * 60_000;

function causeOf({ currentA, timeMs }: Trace, settings: CounterSettings, heldFrom: number, at: number): FalseCause {
  const tailA = settings.full?.tailA ?? null;
  if (tailA === null) return 'current-not-asked';
  let before = heldFrom;
  while (before > 0 && timeMs[heldFrom]! - timeMs[before]! < REST_MS) before--;
  let [most, sum] = [0, 0];
  for (let k = before; k <= at; k++) {
    most = Math.max(most, currentA[k]!);
    sum += currentA[k]!;
  }
  return most > tailA || sum > 0 ? 'source-faded' : 'at-rest';
}

function missOf({ timeMs, voltageV, currentA }: Trace, settings: CounterSettings, { from, to }: FullSpan): MissedFull {
  const miss = (cause: MissCause, came: number | null): MissedFull => ({
    fromMs: timeMs[from]!,
    toMs: timeMs[to]!,
    cause,
    came,
  });
  if (!settings.full || !voltageV) return miss('never-by-itself', null);
  const { fullV, tailA } = settings.full;
  let [highest, smallest, longestMs, since] = [-Infinity, Infinity, 0, Number.NaN];
  for (let k = from; k <= to; k++) {
    highest = Math.max(highest, voltageV[k]!);
    if (voltageV[k]! >= fullV) smallest = Math.min(smallest, Math.abs(currentA[k]!));
    if (voltageV[k]! >= fullV && atTail(settings, currentA[k]!)) {
      if (Number.isNaN(since)) since = timeMs[k]!;
      longestMs = Math.max(longestMs, timeMs[k]! - since);
    } else since = Number.NaN;
  }
  if (highest < fullV) return miss('voltage-not-reached', highest);
  return tailA !== null && smallest > tailA ? miss('current-not-small', smallest) : miss('not-held', longestMs);
}

const WEEK_MS = 7 * 86_400_000;

function driftOf(trace: Trace, count: Count, capacityAh: number): number | null {
  const { timeMs } = trace;
  const { missingAh } = count;
  const soc = trace.soc!;
  let [driftAh, spanMs] = [0, 0];
  for (let k = 1; k < timeMs.length; k++) {
    // At full it does not count, and a mark, which ends there too, is a jump of its own.
    const span = timeMs[k]! - timeMs[k - 1]!;
    if (missingAh[k] === 0 || span > trace.gapMs) continue;
    driftAh += missingAh[k - 1]! - missingAh[k]! - (soc[k]! - soc[k - 1]!) * capacityAh;
    spanMs += span;
  }
  return spanMs > 0 ? (driftAh * WEEK_MS) / spanMs : null;
}

function worstOf(trace: Trace, count: Count, settings: CounterSettings, capacityAh: number): Trial['worst'] {
  const shownAt = shownCharge(settings, capacityAh);
  let worst: Trial['worst'] = null;
  for (let k = 0; k < trace.timeMs.length; k++) {
    const [shown, soc] = [shownAt(count.missingAh[k]!), trace.soc![k]!];
    const errorAh = (shown - soc) * capacityAh;
    if (worst === null || Math.abs(errorAh) > Math.abs(worst.errorAh))
      worst = { errorAh, timeMs: trace.timeMs[k]!, soc, shown };
  }
  return worst;
}

/** What a set is worth on a trace of known charge, and no more: for trying many. */
export interface Weight {
  falseMarks: number;
  missed: number;
  /** The furthest that shown and true were apart, Ah. */
  worstAh: number;
  /** As of a trial. */
  delayMin: number | null;
}

/** The same as a trial of it tells, in a fraction of the time. @param trace  its charge is known */
export function weigh(trace: Trace, settings: CounterSettings, capacityAh: number, hardware: MeterHardware): Weight {
  const soc = trace.soc!;
  const { timeMs } = trace;
  const count = countTrace(trace, settings, hardware, (1 - (soc[0] ?? 1)) * capacityAh);
  let [missed, marked, delayMs, worstAh] = [0, 0, 0, 0];
  for (const span of trueFulls(trace)) {
    const first = markWithin(count, trace, span);
    if (first === null) missed++;
    else {
      marked++;
      delayMs += timeMs[first]! - timeMs[span.from]!;
    }
  }
  const shownAt = shownCharge(settings, capacityAh);
  for (let k = 0; k < soc.length; k++)
    worstAh = Math.max(worstAh, Math.abs(shownAt(count.missingAh[k]!) - soc[k]!) * capacityAh);
  return {
    falseMarks: count.marks.filter(({ at }) => soc[at]! < FALSE_BELOW).length,
    missed,
    worstAh,
    delayMin: marked > 0 ? delayMs / marked / 60_000 : null,
  };
}
