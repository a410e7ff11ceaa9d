import './throw-handler';
import { expose, transfer } from 'comlink';
import { buildTables } from '@core/charging/build-tables';
import type { YearParts } from '@core/charging/year-parts';
import { TRACE_COLUMNS } from '@core/simulation/runs-result';
import { simulateRuns, YEAR_SEED } from '@core/simulation/simulate-runs';
import { TableCache } from '@core/simulation/table-cache';
import type { WhatIf } from '@core/simulation/what-if';
import type { YearTables } from '@core/simulation/year-tables';
import type { YearWorkerApi } from './year-worker-api';

const pieces = new TableCache();
/** Tables of the plans that are being compared. */
const plans = new TableCache(6);

function tablesOf(parts: YearParts, change: WhatIf): YearTables {
  const tables = plans.of(JSON.stringify([parts, change]), () => buildTables(parts, pieces, change));
  if (!tables) throw new Error('a year needs a bank');
  return tables;
}

const api: YearWorkerApi = {
  runs(parts, change, first, count) {
    const result = simulateRuns(tablesOf(parts, change), first, count, YEAR_SEED);
    return transfer(result, [result.minSoc.buffer, result.minSpare.buffer, result.longestGap.buffer]);
  },
  trace(parts, change, run) {
    const tables = tablesOf(parts, change);
    const hours = new Float64Array(365 * 24 * TRACE_COLUMNS);
    simulateRuns(tables, run, 1, YEAR_SEED, { hours });
    return { hours, firstDay: tables.firstDay };
  },
};

expose(api);
