import { describe, expect, it, vi } from 'vitest';
import { emptyRuns, type RunsResult } from '@core/simulation/runs-result';
import { NO_CHANGE } from '@core/simulation/what-if';
import type { YearParts } from '@core/charging/year-parts';
import { doorTo } from '../testing/open-page';
import { YearPool } from './year-pool';

const parts = {} as YearParts;

/** Blocks that say which runs they hold; the slower ones come back last. */
function workers(count: number, delayMs: (first: number) => number = () => 0) {
  const asked: number[][] = Array.from({ length: count }, () => []);
  const pool = new YearPool();
  const made = asked.map((own) => ({
    runs: async (_parts: YearParts, _change: unknown, first: number, size: number): Promise<RunsResult> => {
      own.push(first);
      await new Promise((done) => setTimeout(done, delayMs(first)));
      const result = emptyRuns(size, 1);
      for (let run = 0; run < size; run++) result.minSoc.fill((first + run) / 1000, run * 12, run * 12 + 12);
      return result;
    },
  }));
  Object.assign(pool, { workers: made.map(doorTo) });
  return { pool, asked };
}

describe('the pool that plays years', () => {
  it('puts the runs together in their order, however many workers there are and whoever is slow', async () => {
    const played = await Promise.all(
      [1, 2, 3].map((count) =>
        workers(count, (first) => (first === 0 ? 20 : 1)).pool.simulate(parts, NO_CHANGE, 400, {}),
      ),
    );
    for (const result of played) {
      expect(result!.runs).toBe(400);
      expect(result!.minSoc[12 * 399]).toBeCloseTo(0.399, 9);
      expect(result!.minSoc).toEqual(played[0]!.minSoc);
    }
  });
  it('shares the blocks between workers, and keeps a lone question to one of them', async () => {
    const { pool, asked } = workers(2);
    await pool.simulate(parts, NO_CHANGE, 500);
    expect(asked.map((own) => own.length).sort()).toEqual([2, 2]);
    await pool.simulate(parts, NO_CHANGE, 500, { alone: true });
    expect(asked.map((own) => own.length).sort()).toEqual([2, 6]);
  });
  it('says how far it is, and stops when it is told to', async () => {
    const { pool, asked } = workers(1);
    const shares: number[] = [];
    let stopped = false;
    const result = await pool.simulate(parts, NO_CHANGE, 1000, {
      onProgress: (share) => {
        shares.push(share);
        stopped = share >= 0.25;
      },
      cancelled: () => stopped,
    });
    expect(result).toBeNull();
    expect(shares).toEqual([0.125, 0.25]);
    expect(asked[0]).toHaveLength(2);
  });
  it('hands on what a worker throws', async () => {
    const pool = new YearPool();
    Object.assign(pool, { workers: [doorTo({ runs: vi.fn().mockRejectedValue(new Error('a year needs a bank')) })] });
    await expect(pool.simulate(parts, NO_CHANGE, 10)).rejects.toThrow('a year needs a bank');
  });
});
