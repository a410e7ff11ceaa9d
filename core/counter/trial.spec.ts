import { describe, expect, it } from 'vitest';
import { CHEMISTRY_IDS, type ChemistryId } from '../cells/chemistry';
import { CHEMISTRIES } from '../cells/chemistry.data';
import { acceptedAh } from '../cells/acceptance';
import { interpolate } from '../cells/interpolate';
import { type CounterSettings, PERFECT_METER } from './counter-settings';
import { playedHours } from './played-hours';
import { reckonedTruth } from './reckoned-truth';
import { standardTrace, TRACE_IDS, type TraceBank, tracesFor } from './standard-traces';
import { traceDays, type Trace } from './trace';
import { tryOn, weigh } from './trial';
import { playBattery } from './true-battery';
import { trueFulls } from './true-fulls';

const MIN = 60_000;
function bankOf(id: ChemistryId, capacityAh = 200): TraceBank {
  const chemistry = CHEMISTRIES[id];
  const cells = chemistry.cellsPer12V;
  return {
    ...{ chemistry, cells, capacityAh, tempC: 20, sun: true },
    ohm: (chemistry.cell100AhMilliOhm / 1000) * cells * (100 / capacityAh),
    absorptionV: chemistry.absorptionCellV * cells,
    floatV: chemistry.floatCellV * cells,
    stopsAtA: (chemistry.family === 'lead' ? 0.01 : 0.02) * capacityAh,
  };
}
const settingsFor = (bank: TraceBank, more: Partial<CounterSettings> = {}): CounterSettings => ({
  ...{ capacityAh: bank.capacityAh, zeroAh: 0, deadBandA: 0, averagingMs: 30 * MIN },
  ...{ coulombicFraction: bank.chemistry.coulombicFraction, peukertExponent: 1 },
  ...{ reserveFraction: null, lowV: null, highV: null, relay: null },
  full: { fullV: bank.absorptionV - 0.2, tailA: 0.04 * bank.capacityAh, holdMs: 10 * MIN },
  ...more,
});

describe('a bank as it truly is', () => {
  it.each(CHEMISTRY_IDS)('%s: held at absorption it takes what its chemistry accepts', (id) => {
    const bank = bankOf(id);
    const { acceptancePerH: perH, coulombicFraction, acceptanceCapPerH: capPerH } = bank.chemistry;
    const play = playBattery(bank, 0.8, 0, 10, 5 * 360, (_, into) => {
      [into.offeredA, into.loadA, into.holdV] = [0.1 * bank.capacityAh, 0, bank.absorptionV];
    });
    const how = { perH, capPerH, coulombicFraction };
    const inAh = acceptedAh(how, 0.8, 0.1 * bank.capacityAh, bank.capacityAh, 5);
    const after = 0.8 + (inAh * coulombicFraction) / bank.capacityAh;
    expect(play.soc.at(-1)).toBeCloseTo(after, 2);
    expect(Math.max(...play.voltageV!)).toBeLessThanOrEqual(bank.absorptionV + 1e-9);
  });
  it('at rest shows its rested voltage and loses what it discharges by itself', () => {
    const bank = bankOf('agm');
    const play = playBattery(bank, 0.6, 0, 60, 1440 * 3, (_, into) => {
      [into.offeredA, into.loadA, into.holdV] = [0, 0, 0];
    });
    expect(play.voltageV!.at(-1)).toBeCloseTo(interpolate(bank.chemistry.restedCellV, play.soc.at(-1)!) * 6, 6);
    expect(0.6 - play.soc.at(-1)!).toBeCloseTo((0.02 * 72) / 730.5, 4);
  });
  it('sags at once by I · R and then further; gives nothing when empty; takes nothing in the cold', () => {
    const bank = bankOf('lfp');
    const play = playBattery(bank, 0.5, 0, 1, 1200, (_, into) => {
      [into.offeredA, into.loadA, into.holdV] = [0, 40, 0];
    });
    const openV = interpolate(bank.chemistry.restedCellV, 0.5) * 4;
    expect(play.voltageV![0]).toBeCloseTo(openV - 40 * bank.ohm, 9);
    expect(play.voltageV![1199]).toBeLessThan(openV - 2.9 * 40 * bank.ohm);
    const empty = playBattery(bank, 0, 0, 60, 3, (_, into) => {
      [into.offeredA, into.loadA, into.holdV] = [0, 40, 0];
    });
    expect([...empty.currentA]).toEqual([0, 0, 0]);
    const cold = playBattery({ ...bank, tempC: -1 }, 0.5, 0, 60, 3, (_, into) => {
      [into.offeredA, into.loadA, into.holdV] = [40, 0, 14.2];
    });
    expect([...cold.currentA]).toEqual([0, 0, 0]);
  });
});

describe('the days that ship', () => {
  it('are the same however finely they are sampled, and another with another seed', () => {
    const bank = bankOf('lfp');
    const at = (seed: number, stepS: number) => standardTrace('cloud-week', bank, seed, stepS).soc.at(-1)!;
    expect(at(1, 60)).toBeCloseTo(at(1, 10), 2);
    const noon = (seed: number) => standardTrace('broken-cloud', bank, seed, 60).soc[11 * 60]!;
    expect(noon(1)).not.toBeCloseTo(noon(2), 3);
    expect(standardTrace('clear-day', bank).timeMs).toHaveLength(8640);
  });
  it('are without the sun where it does not charge', () => {
    expect(tracesFor({ sun: true })).toEqual(TRACE_IDS);
    expect(tracesFor({ sun: false })).toEqual(['short-drives', 'absorption-under-load', 'winter-rest', 'shore-charge']);
  });
  it.each(CHEMISTRY_IDS)('%s: short drives and rest never fill it, shore power does', (id) => {
    const bank = bankOf(id);
    const fulls = (trace: 'short-drives' | 'winter-rest' | 'shore-charge' | 'clear-day') =>
      trueFulls(standardTrace(trace, bank, 1, 60)).length;
    expect([fulls('short-drives'), fulls('winter-rest'), fulls('shore-charge'), fulls('clear-day')]).toEqual([
      0, 0, 1, 1,
    ]);
  });
});

describe('a trial', () => {
  it('counts a clear day rightly with the true efficiency, and drifts by another', () => {
    const bank = bankOf('agm');
    const trace = standardTrace('clear-day', bank, 1, 60);
    const right = tryOn(trace, settingsFor(bank), bank.capacityAh).trial;
    expect(right).toMatchObject({ days: expect.closeTo(1, 2), trueFulls: 1, marked: 1, falseMarks: 0, missed: [] });
    // Self-discharge alone is not seen: 2 % of 200 Ah a month.
    expect(right.driftAhPerWeek).toBeCloseTo((4 * 7) / 30.4, 0);
    const wrong = tryOn(trace, settingsFor(bank, { coulombicFraction: 1 }), bank.capacityAh).trial;
    expect(wrong.driftAhPerWeek!).toBeGreaterThan(10);
  });
  it('without a hold time a cloud fools it, and it says when and why', () => {
    const bank = bankOf('flooded');
    const trace = standardTrace('broken-cloud', bank, 3, 10);
    const hasty = { fullV: bank.absorptionV - 0.6, tailA: 0.04 * bank.capacityAh, holdMs: 0 };
    const { marks, falseMarks, worst } = tryOn(trace, settingsFor(bank, { full: hasty }), bank.capacityAh).trial;
    expect(falseMarks).toBeGreaterThan(0);
    const wrong = marks.find(({ kind }) => kind === 'false')!;
    expect(wrong.cause).toBe('source-faded');
    expect(wrong.soc).toBeLessThan(0.97);
    expect(worst!.errorAh).toBeGreaterThan(5);
  });
  const flat = (volts: number, amps: number, soc: number, minutes = 60): Trace => ({
    timeMs: Float64Array.from({ length: minutes }, (_, k) => k * MIN),
    voltageV: new Float64Array(minutes).fill(volts),
    currentA: new Float64Array(minutes).fill(amps),
    soc: new Float64Array(minutes).fill(soc),
    gapMs: 5 * MIN,
  });
  const bank = bankOf('lfp', 100);
  const full = { fullV: 14, tailA: 4, holdMs: 10 * MIN };
  const trial = (trace: Trace, more: Partial<CounterSettings> = {}) =>
    tryOn(trace, settingsFor(bank, { full, ...more }), 100).trial;
  it('names rest, and a rule that does not ask for the current', () => {
    expect(trial(flat(14.1, 0, 0.5)).marks).toMatchObject([{ kind: 'false', cause: 'at-rest', heldFromMs: 0 }]);
    expect(trial(flat(14.1, 30, 0.5), { full: { ...full, tailA: null } }).marks).toMatchObject([
      { kind: 'false', cause: 'current-not-asked' },
    ]);
    expect(trial(flat(14.1, 0, 0.975)).marks).toMatchObject([{ kind: 'early', cause: null }]);
  });
  it('names what kept it from marking a full bank', () => {
    const filled = (volts: number, amps: number) => {
      const trace = flat(volts, amps, 0.99);
      trace.soc![0] = 0.95;
      return trace;
    };
    const missed = (trace: Trace, more: Partial<CounterSettings> = {}) => trial(trace, more).missed[0];
    expect(missed(filled(13.9, 1))).toMatchObject({ cause: 'voltage-not-reached', came: 13.9, fromMs: MIN });
    expect(missed(filled(14.1, 6))).toMatchObject({ cause: 'current-not-small', came: 6 });
    expect(missed(filled(14.1, 1), { full: { ...full, holdMs: 90 * MIN } })).toMatchObject({
      cause: 'not-held',
      came: 58 * MIN,
    });
    expect(missed(filled(14.1, 1), { full: null })).toMatchObject({ cause: 'never-by-itself', came: null });
    expect(trial(filled(14.1, 1))).toMatchObject({ trueFulls: 1, marked: 1, missed: [], delayMin: 9 });
  });
  it('with nothing known of the charge lists marks and judges none', () => {
    const unknown = trial({ ...flat(14.1, 0, 0.5), soc: null });
    expect(unknown).toMatchObject({ trueFulls: null, falseMarks: null, driftAhPerWeek: null, worst: null });
    expect(unknown.marks).toMatchObject([{ kind: 'unknown', soc: null }]);
  });
  it('of one row, or none, is a trial all the same', () => {
    const row = flat(14.1, 0, 0.5, 1);
    expect(trial(row)).toMatchObject({ days: 0, trueFulls: 0, falseMarks: 0, driftAhPerWeek: null });
    expect(trial(flat(14.1, 0, 0.5, 0)).marks).toEqual([]);
    expect(traceDays(row)).toBe(0);
  });
  it('shows a wrong charge where the capacity is set wrong, though it counts every amp-hour', () => {
    // 200 Ah from full to half: a meter that was told of 100 Ah says empty.
    const out = flat(13, -10, 1, 601);
    for (let k = 0; k <= 600; k++) out.soc![k] = 1 - k / 1200;
    const of = (more: Partial<CounterSettings>) =>
      tryOn(out, settingsFor(bankOf('agm'), { full: null, peukertExponent: 1, ...more }), 200).trial;
    expect(of({ capacityAh: 200 }).worst!.errorAh).toBeCloseTo(0, 9);
    expect(of({ capacityAh: 100 }).worst).toMatchObject({
      errorAh: expect.closeTo(-100, 9) as number,
      soc: expect.closeTo(0.5, 12) as number,
      shown: expect.closeTo(0, 12) as number,
    });
    expect(of({ capacityAh: 100 }).driftAhPerWeek).toBeCloseTo(0, 6);
    // By the usable convention 0 % is the reserve: told of 160 Ah above 40, it is right.
    expect(of({ capacityAh: 160, zeroAh: 40 }).worst!.errorAh).toBeCloseTo(0, 9);
  });
  it('weighs as it tries', () => {
    const agm = bankOf('agm');
    for (const id of TRACE_IDS) {
      const trace = standardTrace(id, agm, 2, 60);
      const settings = settingsFor(agm, { full: { fullV: 13.6, tailA: 8, holdMs: 2 * MIN } });
      const { trial: whole } = tryOn(trace, settings, agm.capacityAh);
      expect(weigh(trace, settings, agm.capacityAh, PERFECT_METER)).toEqual({
        falseMarks: whole.falseMarks,
        missed: whole.missed.length,
        worstAh: expect.closeTo(Math.abs(whole.worst!.errorAh), 9) as number,
        delayMin: whole.delayMin,
      });
    }
  });
  it('hours left: right where the draw is steady and the count is, twice as long where half of it is not counted', () => {
    const out = flat(13, -5, 0.5, 600);
    for (let k = 0; k < 600; k++) out.soc![k] = 0.5 - (k * 5) / 60 / 100;
    const off = (more: Partial<CounterSettings>, gain = 1) =>
      tryOn(out, settingsFor(bank, { full: null, ...more }), 100, { ...PERFECT_METER, gain }).trial.hoursOffFraction!;
    expect(off({})).toBeCloseTo(0, 6);
    expect(off({}, 0.5)).toBeGreaterThan(0.4);
    expect(off({ capacityAh: 80, zeroAh: 20 })).toBeCloseTo(0, 6);
    // A night ends with its last row, not with the first of the charge that follows.
    const charged = { ...out, currentA: out.currentA.map((amps, k) => (k < 240 ? amps : 5)) };
    expect(tryOn(charged, settingsFor(bank, { full: null }), 100, PERFECT_METER).trial.hoursOffFraction).toBeCloseTo(
      0,
      6,
    );
    expect(tryOn(flat(13, 1, 0.5), settingsFor(bank), 100).trial.hoursOffFraction).toBeNull();
  });
});

describe('a trial at its limits', () => {
  const bank = bankOf('lfp', 100);
  const full = { fullV: 14, tailA: 4, holdMs: 2 * MIN };
  const GAP_MS = 5 * MIN;
  /** Rows of V, A and charge, a step apart. */
  const rows = (of: readonly (readonly [number, number, number])[], stepMs = MIN): Trace => ({
    timeMs: Float64Array.from(of, (_, k) => k * stepMs),
    voltageV: Float64Array.from(of, ([volts]) => volts),
    currentA: Float64Array.from(of, ([, amps]) => amps),
    soc: Float64Array.from(of, ([, , soc]) => soc),
    gapMs: GAP_MS,
  });
  const same = (count: number, volts: number, amps: number, soc: (k: number) => number) =>
    Array.from({ length: count }, (_, k) => [volts, amps, soc(k)] as const);
  const trial = (trace: Trace, more: Partial<CounterSettings> = {}) =>
    tryOn(trace, settingsFor(bank, { full, peukertExponent: 1, coulombicFraction: 1, ...more }), 100).trial;

  it.each([
    [0.98, 'true'],
    [0.9799, 'early'],
    [0.97, 'early'],
    [0.9699, 'false'],
  ])('a mark at a charge of %f is %s', (charge, kind) => {
    const { marks } = trial(rows([[13, 10, 0.9], ...same(4, 14, 4, () => charge)]));
    expect(marks).toMatchObject([{ kind, timeMs: 3 * MIN, heldFromMs: MIN }]);
  });
  it('a full bank is marked by a mark in its first row and in its last, and by one just before that still stands', () => {
    const marked = (socs: readonly number[]) => {
      const { trueFulls, marked: count, delayMin } = trial(rows(socs.map((soc) => [14, 2, soc] as const)));
      return [trueFulls, count, delayMin];
    };
    // The rule holds from the third row on.
    expect(marked([0.9, 0.97, 0.98, 0.98, 0.98])).toEqual([1, 1, 0]);
    expect(marked([0.9, 0.98, 0.98])).toEqual([1, 1, 1]);
    expect(marked([0.9, 0.9, 0.97, 0.98, 0.98])).toEqual([1, 1, -1]);
    expect(marked([0.9, 0.9, 0.9699, 0.98, 0.98])).toEqual([1, 0, null]);
  });
  it('a mark is early for nothing once the count has left full', () => {
    const before = same(4, 14, 2, () => 0.975);
    const out = same(3, 13, -30, () => 0.975);
    expect(trial(rows([...before, ...out, ...same(2, 13.9, 10, () => 0.98)])).marked).toBe(0);
  });
  it('what is asked for to the volt and the amp is enough, and what came is said where it was not', () => {
    const missed = (volts: number, amps: number, count: number) =>
      trial(rows([[13, 10, 0.9], ...same(count, volts, amps, () => 0.99)])).missed[0];
    expect(missed(14, 4, 3)).toBeUndefined();
    expect(missed(14, 4, 2)).toMatchObject({ cause: 'not-held', came: MIN });
    expect(missed(14, -4, 2)).toMatchObject({ cause: 'not-held', came: MIN });
    expect(missed(14, 4.001, 3)).toMatchObject({ cause: 'current-not-small', came: 4.001 });
    expect(missed(13.999, 4, 3)).toMatchObject({ cause: 'voltage-not-reached', came: 13.999 });
  });
  it('a step as long as a gap may be is counted, and a longer one is not', () => {
    const resting = (stepMs: number) =>
      rows(
        same(40, 13, 0, (k) => 0.6 - k * 0.001),
        stepMs,
      );
    // A tenth of an Ah is lost each step that no meter sees.
    expect(trial(resting(GAP_MS)).driftAhPerWeek).toBeCloseTo(0.1 * 7 * 24 * 12, 6);
    expect(trial(resting(GAP_MS + 1)).driftAhPerWeek).toBeNull();
    const night = (stepMs: number) => {
      const hours = stepMs / (60 * MIN);
      return trial(
        rows(
          same(40, 13, -6, (k) => 0.9 - k * hours * 0.06),
          stepMs,
        ),
        { averagingMs: 0 },
      ).hoursOffFraction;
    };
    expect(night(GAP_MS)).toBeCloseTo(0, 9);
    expect(night(GAP_MS + 1)).toBeNull();
  });
  it('a current as small as 0.05 A into the bank ends no night', () => {
    const drawn = (backA: number) =>
      trial(
        rows(
          same(180, 13, -6, (k) => 0.9 - k * 0.001).map(([volts, amps, soc], k) => [
            volts,
            k % 60 === 59 ? backA : amps,
            soc,
          ]),
        ),
        { averagingMs: 0 },
      ).hoursOffFraction;
    expect(drawn(0.05)).not.toBeNull();
    expect(drawn(0.0501)).toBeNull();
  });
  it('of two rows that are equally wrong the first is the worst', () => {
    const { worst } = trial(
      rows(same(3, 13, 0, () => 0.5).map(([volts, amps], k) => [volts, amps, [0.5, 0.4, 0.4][k]!])),
      {
        full: null,
      },
    );
    expect(worst).toMatchObject({ timeMs: MIN, errorAh: expect.closeTo(10, 9) as number });
  });
});

describe('charge reckoned afterwards', () => {
  const reckoning = { capacityAh: 100, coulombicFraction: 1, sure: { fullV: 14, tailA: 2, holdMs: 20 * MIN } };
  it('follows the truth between two sure full marks, whatever the meter', () => {
    const bank = bankOf('agm');
    const trace = standardTrace('cloud-week', bank, 1, 60);
    const { capacityAh, chemistry, absorptionV } = bank;
    const sure = { fullV: absorptionV - 0.1, tailA: 0.015 * capacityAh, holdMs: 20 * MIN };
    const reckoned = reckonedTruth(
      { ...trace, soc: null },
      { capacityAh, coulombicFraction: chemistry.coulombicFraction, sure },
    )!;
    const furthest = Math.max(...reckoned.soc!.map((soc, k) => Math.abs(soc - trace.soc[k]!)));
    expect(furthest).toBeLessThan(0.02);
  });
  it('spreads what a count is off by over the time between two marks', () => {
    // 10 A out for an hour and 8 A in: 2 Ah are off at the second mark, half of them half-way.
    const log: Trace = {
      timeMs: Float64Array.from({ length: 5 }, (_, k) => k * 30 * MIN),
      voltageV: null,
      currentA: Float64Array.of(-10, -10, -10, 8, 8),
      soc: null,
      gapMs: 40 * MIN,
    };
    const soc = reckonedTruth(log, reckoning, [0, 120 * MIN])!.soc!;
    const counted = [0, 5, 10, 10 + 0.5, 10 + 0.5 - 4];
    expect([...soc]).toEqual(counted.map((ah, k) => expect.closeTo(1 - (ah - (6.5 * k) / 4) / 100, 9)));
  });
  /** A steady 10 A out, seen at these minutes. */
  const drawn = (minutes: readonly number[], gapMin: number): Trace => ({
    timeMs: Float64Array.from(minutes, (minute) => minute * MIN),
    voltageV: null,
    currentA: new Float64Array(minutes.length).fill(-10),
    soc: null,
    gapMs: gapMin * MIN,
  });
  it('counts nothing over missing time', () => {
    const { soc } = reckonedTruth(drawn([0, 30, 90], 40), reckoning, [0])!;
    expect([...soc!]).toEqual([1, 0.95, 0.95].map((one) => expect.closeTo(one, 9)));
  });
  it('is not known where nothing proves a full bank, and is where a person saw it', () => {
    const log = drawn([0, 60, 120], 90);
    expect(reckonedTruth(log, reckoning)).toBeNull();
    expect([...reckonedTruth(log, reckoning, [0])!.soc!]).toEqual([1, 0.9, 0.8].map((soc) => expect.closeTo(soc, 9)));
    expect(reckonedTruth({ ...log, timeMs: new Float64Array(0) }, reckoning, [0])).toBeNull();
    // Seen between two rows it is full at the next, if that is no further off than a gap; after the last at none.
    const fullAt = (atMs: number) => [...(reckonedTruth(log, reckoning, [atMs])?.soc ?? [])].lastIndexOf(1);
    expect([30 * MIN, 120 * MIN, 121 * MIN].map(fullAt)).toEqual([1, 2, -1]);
    const late = { ...log, timeMs: Float64Array.of(100 * MIN, 160 * MIN, 220 * MIN) };
    expect([10, 9].map((minute) => reckonedTruth(late, reckoning, [minute * MIN]) !== null)).toEqual([true, false]);
  });
});

describe('hours of a simulated year', () => {
  it('are played as they come', () => {
    const bank = bankOf('lfp', 100);
    const hours = Array.from({ length: 48 }, (_, k) => ({ offeredA: k % 24 === 12 ? 10 : 0, loadA: 1 }));
    const trace = playedHours(hours, bank, 0.5, 0);
    expect(trace.timeMs).toHaveLength(48 * 120);
    expect(trace.soc.at(-1)).toBeCloseTo(0.5 + (2 * 9 * 0.99 - 46) / 100, 2);
  });
});
