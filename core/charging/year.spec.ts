import { bankLoop } from '../bank/resistance';
import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { acceptedAh } from '../cells/acceptance';
import { relayCurrent } from '../sources/relay-current';
import { summariseYear } from './summarise-year';
import { newArray, newEngine, newSource, weekOf } from '../sources/new-source';
import { newBank } from '../bank/fresh';
import { newBattery } from '../cells/new-battery';
import { newLoad } from '../audit/fresh';
import { newRig } from '../rig/new-rig';
import type { Source } from '../sources/source';
import { buildTables } from './build-tables';
import { checkTables } from '../simulation/check-tables';
import type { YearParts } from './year-parts';
import { mergeRuns, TRACE_COLUMNS } from '../simulation/runs-result';
import { simulateRuns } from '../simulation/simulate-runs';
import { TableCache } from '../simulation/table-cache';
import { NO_CHANGE } from '../simulation/what-if';
import { type YearTables } from '../simulation/year-tables';

const cache = new TableCache();
const solar = (powerW: number, more: object = {}): Source => {
  const source = newSource('solar', 'sun');
  return source.kind === 'solar' ? { ...source, arrays: [newArray('a', powerW)], ...more } : source;
};
const engine = (days: readonly number[], hours: number) => ({ ...newEngine('engine'), week: weekOf(days, 8, hours) });

function parts(sources: Source[], watts = 20, chemistryId: 'lfp' | 'flooded' = 'lfp'): YearParts {
  const rig = newRig('r', 'R', 'Europe/Berlin');
  const cells = chemistryId === 'lfp' ? 4 : 6;
  return {
    ...rig,
    place: { ...rig.place, latitudeDeg: 48, longitudeDeg: 11 },
    loads: [{ ...newLoad('fridge', ''), power: { by: 'watts', powerW: watts }, use: { by: 'always' }, known: 'clamp' }],
    bank: newBank(newBattery('b', chemistryId, cells, 200)),
    charging: { ...rig.charging, sources, bankAboveTempC: 5 },
  };
}
const tablesOf = (of: YearParts, change = NO_CHANGE): YearTables => buildTables(of, cache, change)!;
const yearOf = (of: YearParts, runs = 40, change = NO_CHANGE) => {
  const tables = tablesOf(of, change);
  const on = of.charging.sources.filter((source) => source.on && source.id !== change.failedSourceId);
  return summariseYear(simulateRuns(tables, 0, runs, 1), on, tables.reserveSoc, tables.coulombicFraction, 0.95);
};
const sum = (values: Float64Array) => values.reduce((a, b) => a + b, 0);

const anySources = fc.record({
  watts: fc.integer({ min: 10, max: 1500 }),
  days: fc.subarray([0, 1, 2, 3, 4, 5, 6]),
  hours: fc.double({ min: 0, max: 12, noNaN: true }),
  load: fc.integer({ min: 1, max: 150 }),
  chemistryId: fc.constantFrom('lfp' as const, 'flooded' as const),
});

describe('acceptance', () => {
  const flooded = { perH: 1, capPerH: 0.25, coulombicFraction: 1 };
  it('is the offered current while little enough is offered', () => {
    expect(acceptedAh(flooded, 0.2, 10, 100, 1)).toBe(10);
    expect(acceptedAh(flooded, 0.2, 90, 100, 1)).toBe(25);
  });
  it('falls off towards full: half of what is missing every 0.69 h', () => {
    // 10 Ah missing, k = 1 /h: after ln 2 hours 5 Ah are missing
    expect(acceptedAh(flooded, 0.9, 90, 100, Math.LN2)).toBeCloseTo(5, 9);
  });
  it('may be cut anywhere in time and comes to the same', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 80, noNaN: true }),
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        (soc, offeredA, cut) => {
          const how = { perH: 1.5, capPerH: 0.3, coulombicFraction: 0.9 };
          const first = acceptedAh(how, soc, offeredA, 100, 2 * cut);
          const second = acceptedAh(how, soc + (first * 0.9) / 100, offeredA, 100, 2 * (1 - cut));
          expect(first + second).toBeCloseTo(acceptedAh(how, soc, offeredA, 100, 2), 8);
        },
      ),
    );
  });
});

describe('a simulated year', () => {
  it('closes its balance in every run, and keeps to every limit', () => {
    fc.assert(
      fc.property(anySources, ({ watts, days, hours, load, chemistryId }) => {
        const of = parts([solar(watts), engine(days, hours)], load, chemistryId);
        const tables = tablesOf(of);
        const trace = { hours: new Float64Array(365 * 24 * TRACE_COLUMNS) };
        const { month, worstBalance, minSoc, sourceOfferedAh, sourceRefusedAh } = simulateRuns(tables, 3, 3, 7, trace);
        expect(worstBalance).toBeLessThan(1e-9);
        // What is offered goes into loads, into the bank, or is refused; what loads take comes from sources or the bank, or is lacking.
        const direct = sum(month.loadAh) - sum(month.outAh) - sum(month.unservedAh);
        const offered = sum(month.offeredAh);
        expect(direct + sum(month.inAh) + sum(month.refusedAh)).toBeCloseTo(offered, 4);
        expect(sum(sourceOfferedAh)).toBeCloseTo(offered, 4);
        expect(sum(sourceRefusedAh)).toBeCloseTo(sum(month.refusedAh), 4);
        expect(Math.min(...minSoc)).toBeGreaterThanOrEqual(0);
        const overLimits: number[] = [];
        for (let hour = 1; hour < 365 * 24; hour++) {
          const [soc, before] = [trace.hours[hour * TRACE_COLUMNS]!, trace.hours[(hour - 1) * TRACE_COLUMNS]!];
          if (!(soc <= 1 && (soc - before) * tables.capacityAh <= tables.limitA + 1e-9)) overLimits.push(hour);
        }
        expect(overLimits).toEqual([]);
      }),
      { numRuns: 12 },
    );
  });
  it('says how far a share may lie off, by as many years as it was drawn from', () => {
    const of = parts([solar(300)]);
    const tables = tablesOf(of);
    const result = simulateRuns(tables, 0, 100, 1);
    result.minSpare.fill(1);
    for (let run = 0; run < 10; run++) result.minSpare[run * 12] = -0.1;
    const { months } = summariseYear(result, of.charging.sources, tables.reserveSoc, tables.coulombicFraction, 0.95);
    const remarks = months.slice(0, 2).map(({ stay }) => [stay.value, stay.working().remark]);
    // Wilson: 1.96 · √(0.9 · 0.1 ÷ 100 + 3.8416 ÷ 40 000) ÷ 1.038416 = 0.0596; of all of them, 1.96 · 0.0098 ÷ 1.038416 = 0.0185
    expect(remarks).toEqual([
      [0.9, 'Simulated again, this would come out within 6.0 points.'],
      [1, 'Simulated again, this would come out within 1.8 points.'],
    ]);
  });
  it('is the same however its runs are shared out', () => {
    const tables = tablesOf(parts([solar(300)]));
    const whole = simulateRuns(tables, 0, 30, 5);
    const shared = mergeRuns([0, 10, 20].map((first) => simulateRuns(tables, first, 10, 5)));
    expect(shared.minSoc).toEqual(whole.minSoc);
    for (const key of ['minSpare', 'longestGap', 'dayLowBins'] as const) expect(shared[key]).toEqual(whole[key]);
    expect(sum(shared.month.inAh)).toBeCloseTo(sum(whole.month.inAh), 6);
    const again = mergeRuns([0, 10, 20].map((first) => simulateRuns(tables, first, 10, 5)));
    expect(again).toEqual(shared);
  });
  it('takes an hour of charge as the acceptance says', () => {
    const of = parts([engine([0, 1, 2, 3, 4, 5, 6], 24)], 0, 'flooded');
    const tables = { ...tablesOf(of), selfDischargePerDay: 0.3 };
    const trace = { hours: new Float64Array(365 * 24 * TRACE_COLUMNS) };
    simulateRuns(tables, 0, 1, 1, trace);
    // The second day begins 30 % down, with 30 A on offer.
    const how = { perH: tables.acceptancePerH, capPerH: 1, coulombicFraction: tables.coulombicFraction };
    let soc = trace.hours[23 * TRACE_COLUMNS]! * 0.7;
    for (let hour = 24; hour < 34; hour++) {
      soc += (acceptedAh(how, soc, Math.min(30, tables.limitA), 200, 1) * tables.coulombicFraction) / 200;
      expect(trace.hours[hour * TRACE_COLUMNS]!).toBeCloseTo(soc, 9);
    }
  });
  it('charges no lithium bank in the frost, and does once it is kept warm', () => {
    const cold = parts([engine([0, 1, 2, 3, 4, 5, 6], 6)]);
    cold.charging = { ...cold.charging, bankAboveTempC: null, tempC: Array<number>(12).fill(-40) };
    expect(sum(simulateRuns(tablesOf(cold), 0, 4, 1).month.inAh)).toBe(0);
    const warm = { ...cold, charging: { ...cold.charging, bankAboveTempC: 5 } };
    expect(sum(simulateRuns(tablesOf(warm), 0, 4, 1).month.inAh)).toBeGreaterThan(1000);
    expect(yearOf(cold).worst.reason).toBe('temperature');
  });
  it('never ends lower with more sun, nor higher with more load', () => {
    fc.assert(
      fc.property(fc.integer({ min: 50, max: 800 }), fc.integer({ min: 5, max: 80 }), (watts, load) => {
        const lows = (w: number, l: number) => simulateRuns(tablesOf(parts([solar(w)], l)), 0, 8, 2).minSoc;
        const base = lows(watts, load);
        expect(lows(watts * 1.5, load).every((low, k) => low >= base[k]! - 1e-9)).toBe(true);
        expect(lows(watts, load * 1.5).every((low, k) => low <= base[k]! + 1e-9)).toBe(true);
      }),
      { numRuns: 10 },
    );
  });
  it('keeps up all year on a shore charger that is always there, and not on nothing', () => {
    const shore = { ...newSource('shore', 's'), week: weekOf([0, 1, 2, 3, 4, 5, 6], 0, 24) } as Source;
    expect(yearOf(parts([shore])).worst.verdict).toBe('keeps-up');
    const none = yearOf(parts([]));
    expect(none.worst.verdict).toBe('falls-behind');
    expect(none.worst.reason).toBe('too-little');
  });
  it('finds its worst month in the winter of its side of the equator', () => {
    expect([11, 12, 1]).toContain(yearOf(parts([solar(250)])).worst.month);
    const south = parts([solar(250)]);
    south.place = { ...south.place, latitudeDeg: -48 };
    expect([5, 6, 7]).toContain(yearOf(south).worst.month);
  });
  it('refuses the last source first', () => {
    const { months } = yearOf(parts([solar(400), { ...solar(400), id: 'second' } as Source], 5));
    const june = months[5]!.bySource;
    expect(june[1]!.refusedAh.value).toBeGreaterThan(june[0]!.refusedAh.value);
    expect(june[0]!.refusedAh.value + june[1]!.refusedAh.value).toBeCloseTo(months[5]!.refusedAh.value, 6);
  });
  it('lies lower in a dull spell, without a failed source, without driving', () => {
    const of = parts([solar(350), engine([1, 4], 2)], 25);
    const january = (change: object) => yearOf(of, 60, { ...NO_CHANGE, ...change }).months[0]!;
    const usual = january({});
    for (const change of [{ dullDays: 10 }, { stayPutDays: 14 }, { failedSourceId: 'engine' }]) {
      expect(january(change).lowestP10.value).toBeLessThan(usual.lowestP10.value);
    }
  });
  it('uses more by a fridge in a heat wave', () => {
    const of = parts([solar(350)], 60);
    of.loads = [
      {
        ...of.loads[0]!,
        use: { by: 'share', dutyFraction: 0.4 },
        climate: { by: 'compressor', setTempC: 5, refTempC: 22 },
      },
    ];
    const july = (heatK: number) => yearOf(of, 20, { ...NO_CHANGE, heatK }).months[6]!.usedAh.value;
    expect(july(10)).toBeGreaterThan(1.1 * july(0));
  });
  it('lays an array out on some days only', () => {
    const out = { ...newArray('ground', 200), laidOutDaysPerWeek: 3.5 };
    const half = yearOf(parts([solar(1, { arrays: [out] })]), 60).months[5]!.offeredAh.value;
    const all = yearOf(parts([solar(1, { arrays: [{ ...out, laidOutDaysPerWeek: 7 }] })]), 60).months[5]!.offeredAh
      .value;
    expect(half / all).toBeCloseTo(0.5, 1);
  });
});

describe('the edges of the tables', () => {
  const december = (clearness: number) => {
    const of = parts([solar(400, { limitA: 30 })], 20);
    of.charging = {
      ...of.charging,
      weather: { by: 'file', name: 'f', dailyClearness: Array<number>(365).fill(clearness) },
    };
    const tables = { ...tablesOf(of), firstDay: 0 };
    const trace = { hours: new Float64Array(365 * 24 * TRACE_COLUMNS) };
    const { month, worstBalance } = simulateRuns(tables, 0, 1, 1, trace);
    const lastDay = Array.from({ length: 24 }, (_, hour) => trace.hours[(364 * 24 + hour) * TRACE_COLUMNS + 1]!);
    return { lastDay, month, worstBalance };
  };
  it('at the clearest sky the last day of the year offers what the others do, and nothing by night', () => {
    const [clear, nearly] = [december(0.85), december(0.849)];
    expect(clear.worstBalance).toBeLessThan(1e-9);
    expect(clear.lastDay.slice(0, 6)).toEqual([0, 0, 0, 0, 0, 0]);
    const ah = (day: number[]) => day.reduce((a, b) => a + b, 0);
    expect(ah(clear.lastDay) / ah(nearly.lastDay)).toBeCloseTo(1, 2);
    expect(clear.month.offeredAh[11]! / nearly.month.offeredAh[11]!).toBeCloseTo(1, 2);
    expect(ah(clear.lastDay)).toBeGreaterThan(ah(nearly.lastDay));
  });
  it('at no light at all offers nothing', () => expect(december(0).month.offeredAh.every((ah) => ah === 0)).toBe(true));
  it('are checked before a year is played: no gap, no number that is none', () => {
    const tables = tablesOf(parts([solar(300), engine([1], 2)]));
    expect(checkTables(tables)).toBe(tables);
    const [sun, drive] = tables.sources;
    const cut = { ...sun!, solar: sun!.solar.map((one) => ({ ...one, hoursA: one.hoursA.subarray(24) })) };
    expect(() => checkTables({ ...tables, sources: [cut, drive!] })).toThrow('hoursA: wrong-shape');
    const loadSets = tables.loadSets.map((set) => ({ ...set, quantilesAh: set.quantilesAh.map(() => Number.NaN) }));
    expect(() => checkTables({ ...tables, loadSets })).toThrow('quantilesAh: not-finite');
    expect(() => checkTables({ ...tables, limitA: Number.NaN })).toThrow('capacity: not-finite');
  });
});

describe('a relay', () => {
  it.each([0.005, 0.02, 0.05])('of %f Ω gives what it gives second by second, within half a percent', (pathOhm) => {
    const relay: Source = {
      ...newEngine('engine'),
      mode: { by: 'relay', alternatorV: 14.2, pathOhm, limitA: 200 },
      week: weekOf([0, 1, 2, 3, 4, 5, 6], 8, 6),
    };
    for (const chemistryId of ['lfp', 'flooded'] as const) {
      const of = parts([relay], 60, chemistryId);
      const tables = tablesOf(of);
      const trace = { hours: new Float64Array(365 * 24 * TRACE_COLUMNS) };
      simulateRuns(tables, 0, 1, 1, trace);
      const { capacityAh, coulombicFraction, acceptancePerH, limitA } = tables;
      // The same day again, from the charge it began with, in steps of ten seconds.
      for (const day of [40, 200]) {
        let [slowAh, fastAh] = [0, 0];
        let soc = trace.hours[(day * 24 + 7) * TRACE_COLUMNS]!;
        for (let hour = 8; hour < 14; hour++) {
          const at = (day * 24 + hour) * TRACE_COLUMNS;
          const drawA = trace.hours[at + 2]!;
          fastAh += trace.hours[at + 1]!;
          for (let k = 0; k < 360; k++) {
            const offeredA = relayCurrent({ alternatorV: 14.2, pathOhm, limitA: 200 }, bankLoop(of.bank!, {}, 25), soc);
            slowAh += offeredA / 360;
            const net = offeredA - drawA;
            const takenA =
              net > 0 ? Math.min(net, limitA, acceptancePerH * (1 - soc) * capacityAh) * coulombicFraction : net;
            soc += takenA / 360 / capacityAh;
          }
          soc = trace.hours[at]!;
        }
        expect(fastAh / slowAh).toBeCloseTo(1, 1);
        expect(Math.abs(fastAh / slowAh - 1)).toBeLessThan(0.005);
      }
    }
  });
});
