import { describe, expect, it } from 'vitest';
import { CHEMISTRIES } from '../../cells/chemistry.data';
import type { ChemistryId } from '../../cells/chemistry';
import { type CounterSettings, PERFECT_METER } from '../../counter/counter-settings';
import { standardTrace, type TraceBank, type TraceId } from '../../counter/standard-traces';
import type { TracedHour } from '../../charging/trace-week';
import { yearWeeks } from './year-weeks';
import { compareScores, type FullSet, scoreOf, type SearchOrder, type SearchResult, searchSets } from './search';

const MIN = 60_000;
function bankOf(id: ChemistryId): TraceBank {
  const chemistry = CHEMISTRIES[id];
  const cells = chemistry.cellsPer12V;
  return {
    ...{ chemistry, cells, capacityAh: 200, tempC: 20, sun: true, stopsAtA: 2 },
    ohm: (chemistry.cell100AhMilliOhm / 2000) * cells,
    absorptionV: chemistry.absorptionCellV * cells,
    floatV: chemistry.floatCellV * cells,
  };
}
const base = (bank: TraceBank): CounterSettings => ({
  ...{ capacityAh: 200, zeroAh: 0, full: null, peukertExponent: 1, deadBandA: 0, averagingMs: 0 },
  ...{
    coulombicFraction: bank.chemistry.coulombicFraction,
    reserveFraction: null,
    lowV: null,
    highV: null,
    relay: null,
  },
});
const IDS: TraceId[] = ['clear-day', 'broken-cloud', 'cloud-week', 'overnight-loads'];
function order(id: ChemistryId, derived: FullSet, more: Partial<SearchOrder> = {}): SearchOrder {
  const bank = bankOf(id);
  return {
    coarse: IDS.map((trace) => standardTrace(trace, bank, 1, 120)),
    fine: IDS.map((trace) => standardTrace(trace, bank, 1, 30)),
    ...{ capacityAh: 200, base: base(bank), hardware: PERFECT_METER, derived },
    allowed: {
      fullV: { low: bank.floatV, high: bank.absorptionV },
      tailA: { low: 2, high: 8 },
      holdMs: { low: 0, high: 40 * MIN },
    },
    grid: {
      fullV: [
        bank.floatV - 0.2,
        bank.floatV + 0.1,
        bank.absorptionV - 0.3,
        bank.absorptionV - 0.1,
        bank.absorptionV + 0.2,
      ],
      tailA: [2, 4, 6, 8],
      holdMs: [0, 2, 5, 10, 20, 40].map((min) => min * MIN),
    },
    ...more,
  };
}
function searched(of: SearchOrder): SearchResult {
  const walk = searchSets(of);
  let step = walk.next();
  let last = 0;
  while (!step.done) {
    expect(step.value).toBeGreaterThan(last);
    last = step.value;
    step = walk.next();
  }
  return step.value;
}

describe('the search', () => {
  const hasty: FullSet = { fullV: CHEMISTRIES.flooded.floatCellV * 6 + 0.1, tailA: 8, holdMs: 0 };
  it('finds a set that no day fools, in the middle of those that do as well, and says how each may move', () => {
    const result = searched(order('flooded', hasty));
    expect(result.derivedScore.falseMarks).toBeGreaterThan(0);
    expect(result.score.falseMarks).toBe(0);
    expect(compareScores(result.score, result.derivedScore)).toBeLessThan(0);
    expect(result.asGood).toBeGreaterThan(1);
    expect(result.tried).toBe(3 * 4 * 6);
    expect(result.found.fullV).toBeGreaterThan(CHEMISTRIES.flooded.floatCellV * 6);
    const { holdMs, fullV, tailA } = result.along;
    expect([holdMs.length, fullV.length, tailA.length]).toEqual([6, 5, 4]);
    expect(holdMs.find(({ value }) => value === result.found.holdMs)!.falseMarks).toBe(0);
    // Above absorption no charger ever reaches it: all are missed.
    const week = IDS.indexOf('cloud-week');
    expect(fullV.at(-1)).toMatchObject({ trace: week, falseMarks: 0 });
    expect(fullV.at(-1)!.missed).toBeGreaterThan(2);
  });
  it('is the same each time', () => expect(searched(order('agm', hasty))).toEqual(searched(order('agm', hasty))));
  it.each(['lfp', 'agm', 'gel', 'flooded', 'lead-carbon'] as const)('%s: is never worse than the derived set', (id) => {
    const bank = bankOf(id);
    for (const derived of [
      { fullV: bank.absorptionV - 0.2, tailA: 5, holdMs: 10 * MIN },
      { fullV: bank.absorptionV - 0.05, tailA: 3, holdMs: 1 * MIN },
    ]) {
      const of = order(id, derived);
      const { found, score, derivedScore } = searched(of);
      expect(compareScores(score, derivedScore)).toBeLessThanOrEqual(0);
      expect(scoreOf(of, of.fine, found)).toEqual(score);
    }
  });
  it('of a meter with nothing but a voltage searches that alone', () => {
    const bare = order('flooded', { ...hasty, tailA: null, holdMs: null });
    const result = searched({ ...bare, grid: { ...bare.grid, tailA: [null], holdMs: [null] } });
    expect(result.found).toMatchObject({ tailA: null, holdMs: null });
    expect(result.along.tailA).toEqual([]);
  });
  it('keeps the derived set where no voltage of the grid is allowed', () => {
    const of = order('agm', hasty, {
      allowed: { fullV: { low: 15, high: 15 }, tailA: { low: 0, high: 9 }, holdMs: { low: 0, high: MIN } },
    });
    const result = searched(of);
    expect(result.found).toEqual(hasty);
    expect(result.score).toEqual(result.derivedScore);
  });
  it('counts false marks first, then missed, then drift, then delay', () => {
    const score = { falseMarks: 1, missed: 1, driftAh: 1, delayMin: 1 };
    const better = (more: object) => compareScores({ ...score, ...more }, score) < 0;
    expect(better({ falseMarks: 0, missed: 9, driftAh: 9 })).toBe(true);
    expect(better({ missed: 0, driftAh: 9 })).toBe(true);
    expect(better({ driftAh: 0.5, delayMin: 9 })).toBe(true);
    expect(better({ delayMin: 0 })).toBe(true);
    expect(compareScores(score, score)).toBe(0);
  });
});

describe('weeks of a traced year', () => {
  const year = (first: number, days: number): TracedHour[] =>
    Array.from({ length: days * 24 }, (_, k) => ({
      ...{ day: (first + Math.floor(k / 24)) % 365, hour: k % 24, offeredA: k, loadA: 1, clearness: 0.5 },
      soc: k / (days * 24),
    }));
  it('begin with what was in the bank just before, whatever day the trace begins with', () => {
    const [january, april, july, october] = yearWeeks(year(0, 365));
    expect([january, april, july, october].map((week) => week!.month)).toEqual(['January', 'April', 'July', 'October']);
    expect(january).toMatchObject({ fromSoc: (7 * 24 - 1) / (365 * 24), fromMs: Date.UTC(2027, 0, 8) });
    expect(january!.hours).toHaveLength(168);
    expect(january!.hours[0]).toEqual({ offeredA: 7 * 24, loadA: 1 });
    // Begun in autumn it holds October at its very start, and January later.
    expect(yearWeeks(year(280, 365)).map(({ month }) => month)).toEqual(['January', 'April', 'July', 'October']);
    expect(yearWeeks(year(280, 365))[3]!.fromSoc).toBe(0);
  });
  it('are left out where they are not whole', () => {
    expect(yearWeeks(year(0, 13))).toEqual([]);
    expect(yearWeeks(year(0, 14)).map(({ month }) => month)).toEqual(['January']);
    expect(yearWeeks([])).toEqual([]);
  });
});
