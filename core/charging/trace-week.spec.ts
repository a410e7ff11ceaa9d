import { describe, expect, it } from 'vitest';
import { TRACE_COLUMNS } from '../simulation/runs-result';
import { hourTable } from './trace-week';

describe('a traced year as rows', () => {
  const hours = Float64Array.from({ length: 48 * TRACE_COLUMNS }, (_, k) => k);

  it('has a row an hour, in the columns of the trace', () => {
    const rows = hourTable(hours, 0);
    expect(rows).toHaveLength(48);
    expect(rows[25]).toEqual({ day: 1, hour: 1, soc: 100, offeredA: 101, loadA: 102, clearness: 103 });
  });
  it('begins on the first simulated day and goes over the turn of the year', () => {
    expect(hourTable(hours, 364).map(({ day }) => day)).toEqual([...Array(24).fill(364), ...Array(24).fill(0)]);
  });
});
