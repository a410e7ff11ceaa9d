import { piedWagtail } from '../demo/rigs';
import { buildTables } from '../core/charging/build-tables';
import { simulateRuns, YEAR_SEED } from '../core/simulation/simulate-runs';
import { TableCache } from '../core/simulation/table-cache';
import { NO_CHANGE } from '../core/simulation/what-if';

/** The first demo rig's year: two arrays, engine, twelve loads, acceptance, temperature. */
const cache = new TableCache();
const startMs = performance.now();
const tables = buildTables(piedWagtail, cache)!;
const firstMs = performance.now() - startMs;

onmessage = ({ data }: MessageEvent<{ ask: 'runs'; first: number; count: number } | { ask: 'tables' }>) => {
  const from = performance.now();
  if (data.ask === 'runs') {
    for (let run = 0; run < data.count; run += 125) {
      simulateRuns(tables, data.first + run, Math.min(125, data.count - run), YEAR_SEED);
    }
  } else buildTables(piedWagtail, cache, { ...NO_CHANGE, month: 12, dullDays: 7, heatK: 5 });
  postMessage({ ms: performance.now() - from, firstMs });
};
