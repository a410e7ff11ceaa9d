import { shownCharge } from '@core/counter/counter-settings';
import { playedHours } from '@core/counter/played-hours';
import { reckonedTruth } from '@core/counter/reckoned-truth';
import { standardTrace, tracesFor } from '@core/counter/standard-traces';
import type { Trace } from '@core/counter/trace';
import { tryOn } from '@core/counter/trial';
import { searchSets } from '@core/monitor/bench/search';
import { envelope, type Point } from '@core/series/envelope';
import type { CoulanDatabase } from '../storage/database';
import type { BenchQuestion, BenchSearch, BenchWorkerApi, TraceOrder } from './bench-worker-api';

/** So many days of a log at most: the latest. */
export const LOG_DAYS_MOST = 62;
const TRACES_KEPT = 24;
/** The search gives way so often, that it may be stopped. */
const GIVES_WAY_MS = 50;
/** Seeds of the days that a search tries: clouds come in more than one way. */
const SEEDS = [1, 2];
const [COARSE_S, FINE_S] = [60, 10];

/** The test bench at work: keeps the traces that it has made, so that moving a setting costs the trial alone. */
export function benchAtWork(db: CoulanDatabase, now: () => number): BenchWorkerApi {
  const kept = new Map<string, Trace | null>();
  /** The search that goes on; one that is not it any more has been stopped. */
  let round = 0;
  const traceOf = async (order: TraceOrder): Promise<Trace | null> => {
    const key = JSON.stringify(order);
    const found = kept.get(key);
    if (found !== undefined) return found;
    const trace = await made(db, order);
    const [oldest] = kept.keys();
    if (kept.size >= TRACES_KEPT && oldest !== undefined) kept.delete(oldest);
    kept.set(key, trace);
    return trace;
  };
  return {
    async look({ trace: order, sets, capacityAh, hardware, view }: BenchQuestion) {
      const trace = await traceOf(order);
      if (!trace || trace.timeMs.length === 0) return null;
      const { timeMs, voltageV, currentA, soc, gapMs } = trace;
      const [fromMs, toMs] = [view?.fromMs ?? timeMs[0]!, view?.toMs ?? timeMs.at(-1)!];
      const points = (values: ArrayLike<number>): Point[] =>
        view && toMs > fromMs ? envelope(timeMs, values, fromMs, toMs, view.stretches, gapMs) : [];
      return {
        ...{ fromMs, toMs, rows: timeMs.length },
        volts: voltageV && points(voltageV),
        amps: points(currentA),
        soc: soc && points(soc),
        tried: sets.map(({ id, settings }) => {
          const { count, trial } = tryOn(trace, settings, capacityAh, hardware);
          return { id, trial, shown: view ? points(count.missingAh.map(shownCharge(settings, capacityAh))) : [] };
        }),
      };
    },
    async search({ bank, ...order }: BenchSearch, onProgress) {
      const mine = ++round;
      const tracesAt = (stepS: number) =>
        SEEDS.flatMap((seed) => tracesFor(bank).map((id) => standardTrace(id, bank, seed, stepS)));
      const walk = searchSets({
        ...order,
        capacityAh: bank.capacityAh,
        coarse: tracesAt(COARSE_S),
        fine: tracesAt(FINE_S),
      });
      let gaveWayMs = now();
      for (let step = walk.next(); ; step = walk.next()) {
        if (step.done) return step.value;
        if (now() - gaveWayMs < GIVES_WAY_MS) continue;
        onProgress(step.value);
        await new Promise((resolve) => setTimeout(resolve));
        if (mine !== round) return null;
        gaveWayMs = now();
      }
    },
    cancel() {
      round++;
    },
  };
}

async function made(db: CoulanDatabase, order: TraceOrder): Promise<Trace | null> {
  switch (order.by) {
    case 'standard':
      return standardTrace(order.id, order.bank);
    case 'hours':
      return playedHours(order.hours, order.bank, order.fromSoc, order.fromMs);
    case 'log':
      return logTrace(db, order);
  }
}

/** The latest days of a stored log as one trace, with the charge that can be reckoned from it. */
async function logTrace(
  db: CoulanDatabase,
  { logId, gapMs, reckoning, sureMs }: Extract<TraceOrder, { by: 'log' }>,
): Promise<Trace | null> {
  const keys = (await db.logDays.where('logId').equals(logId).toArray())
    .map(({ key }) => key)
    .sort()
    .slice(-LOG_DAYS_MOST);
  const blocks = (await db.logBlocks.bulkGet(keys.map((key): [string, string] => [logId, key]))).flatMap(
    (block) => block?.columns ?? [],
  );
  const count = blocks.reduce((sum, { timeMs }) => sum + timeMs.length, 0);
  const volts = blocks.every(({ voltageV }) => voltageV !== null);
  const joined = (of: (block: (typeof blocks)[number]) => Float64Array) => {
    const all = new Float64Array(count);
    let at = 0;
    for (const block of blocks) {
      all.set(of(block), at);
      at += block.timeMs.length;
    }
    return all;
  };
  const trace: Trace = {
    timeMs: joined(({ timeMs }) => timeMs),
    currentA: joined(({ currentA }) => currentA),
    voltageV: volts && count > 0 ? joined(({ voltageV }) => voltageV!) : null,
    soc: null,
    gapMs,
  };
  return count === 0 ? null : (reckonedTruth(trace, reckoning, sureMs) ?? trace);
}
