import { bankLoop } from '../bank/resistance';
import { describe, expect, it } from 'vitest';
import { CHEMISTRIES } from '../cells/chemistry.data';
import { newArray, newEngine, newSource, weekOf } from '../sources/new-source';
import { newBank } from '../bank/fresh';
import { newBattery } from '../cells/new-battery';
import { newCharging } from './fresh';
import type { Source } from '../sources/source';
import { siteYear } from '../climate/site-year';
import { chargeLimit } from './charge-limit';
import { chargingVoltage } from './charging-voltage';
import { agedCapacity } from '../bank/bank-formulas';
import { entered, type Sourced } from '../formula/figure';
import { chargeFigures } from './charge-figures';
import { aboveAirDay, levelSunDay } from './light-figures';
import { monthReason, monthVerdict } from './month-verdict';
import { profileIssues } from './profile-check';
import { relayCurrent } from '../sources/relay-current';
import { leftForBank } from './running-current';
import { applyRemedy, LEVER_RANGE, type Remedy } from './remedies';
import { remedyCost } from './remedy-cost';
import { lastFifth, shortChargeAh, singleCharge } from './single-charge';
import { solveRemedies } from './solve-remedies';
import { sourceYear } from './source-day';
import { dayOfYear } from '../series/calendar';
import { runningShares } from '../sources/week-hours';

const place = { name: '', timeZone: 'Europe/Berlin', latitudeDeg: 48, longitudeDeg: 11 };
const lfp = newBank(newBattery('b', 'lfp', 4, 200));
const flooded = newBank(newBattery('b', 'flooded', 6, 200));
const sun = (arrays = [newArray('a', 200)], limitA = 30): Source => {
  const source = newSource('solar', 'sun');
  return source.kind === 'solar' ? { ...source, arrays, limitA } : source;
};
const around = {
  sites: siteYear(newCharging(), place),
  chargeV: chargingVoltage(lfp, {}),
  bank: lfp,
  edits: {},
  model: 'hay-davies' as const,
};

describe('hours of a source', () => {
  const hoursOn = (source: Source, day: number) => runningShares(source).subarray(day * 24, day * 24 + 24);
  it('run past midnight into the next day', () => {
    // day 0 is a Friday
    const source: Source = { ...newEngine('e'), week: weekOf([4], 22.5, 3) };
    expect([...hoursOn(source, 0)].slice(21)).toEqual([0, 0.5, 1]);
    expect([...hoursOn(source, 1)].slice(0, 3)).toEqual([1, 0.5, 0]);
  });
  it('follow a trip instead of the week, over the turn of the year too', () => {
    const trips = [{ fromDay: '12-30', toDay: '01-02', fromHour: 8, hours: 5 }];
    const source: Source = { ...newEngine('e'), week: weekOf([0, 1, 2, 3, 4, 5, 6], 8, 1), trips };
    const hours = (day: number) => hoursOn(source, day).reduce((a, b) => a + b, 0);
    expect([363, 364, 0, 1, 2, 180].map(hours)).toEqual([5, 5, 5, 5, 1, 1]);
    expect(dayOfYear('12-31')).toBe(364);
  });
  it('are quiet at night', () => {
    const source = {
      ...newSource('shore', 's'),
      week: weekOf([0, 1, 2, 3, 4, 5, 6], 0, 24),
      quiet: { fromHour: 22, toHour: 7.5 },
    } as Source;
    expect([...hoursOn(source, 40)].map(Boolean).filter(Boolean)).toHaveLength(15);
    // Quiet from an hour to the same one is never quiet.
    const never = { ...source, quiet: { fromHour: 9, toHour: 9 } } as Source;
    expect([...hoursOn(never, 40)]).toEqual(Array<number>(24).fill(1));
    expect(hoursOn(source, 40)[7]).toBe(0.5);
  });
  it('are none out of season or switched off', () => {
    expect(Math.max(...runningShares({ ...newEngine('e'), on: false }))).toBe(0);
    const summer: Source = { ...newEngine('e'), months: [7], week: weekOf([0, 1, 2, 3, 4, 5, 6], 8, 1) };
    expect(runningShares(summer).reduce((a, b) => a + b, 0)).toBe(31);
  });
});

describe('a usual day of a source', () => {
  it('is hours × current over the week', () => {
    const source: Source = {
      ...newEngine('e'),
      mode: { by: 'limited', currentA: 30 },
      week: weekOf([0, 1, 2, 3, 4, 5, 6], 8, 2),
    };
    expect(sourceYear(source, around).map(({ value }) => value)).toEqual(Array(12).fill(60));
  });
  it('without a sun is nothing, and its working has no gap', () => {
    const polar = { ...around, sites: siteYear(newCharging(), { ...place, latitudeDeg: 80 }) };
    const december = sourceYear(sun(), polar)[11]!;
    expect(december.value).toBe(0);
    const valuesOf = (one: Sourced): number[] => [
      one.value,
      ...(one.working?.().terms ?? []).flatMap((term) => valuesOf(term)),
    ];
    expect(valuesOf(december).filter((value) => !Number.isFinite(value))).toEqual([]);
  });
  it('of the sun is more in June than in December, and its working multiplies out', () => {
    const year = sourceYear(sun(), around);
    expect(year[5]!.value).toBeGreaterThan(4 * year[11]!.value);
    const array = year[5]!.working().terms[0]!.working!().terms[0]!.working!();
    const term = (says: string) => array.terms.find((one) => one.says === says)!.value;
    const product =
      (term('peak-sun hours on the array') * term('rated') * term('left by warm cells') * 0.95 * 0.95) /
      term('bank while it charges');
    expect(year[5]!.value).toBeCloseTo(product, 9);
  });
  it('stays below what the controller lets pass', () => {
    const free = sourceYear(sun([newArray('a', 1000)], 500), around)[5]!.value;
    const held = sourceYear(sun([newArray('a', 1000)], 20), around)[5]!.value;
    expect(held).toBeLessThan(0.7 * free);
    expect(held).toBeLessThanOrEqual(20 * 17);
  });
  it('of two arrays on one controller is what they give together', () => {
    const east = { ...newArray('e', 100), tiltDeg: 40, azimuthDeg: 90 };
    const west = { ...newArray('w', 100), tiltDeg: 40, azimuthDeg: 270 };
    const day = (arrays: (typeof east)[]) => sourceYear(sun(arrays), around)[3]!.value;
    expect(day([east, west])).toBeCloseTo(day([east]) + day([west]), 9);
  });
});

describe('limits', () => {
  it('are the smallest of chemistry, sheet and agreement', () => {
    expect(chargeLimit(lfp, { sharedLimitA: null }, {}).value).toBe(100);
    expect(chargeLimit(lfp, { sharedLimitA: 60 }, {}).value).toBe(60);
    const two = { ...lfp, parallelCount: 2, battery: { ...lfp.battery, chargeA: 40 } };
    // one may drop out: one battery's limit
    expect(chargeLimit(two, { sharedLimitA: 60 }, {}).value).toBe(40);
  });
  it('of a relay follow the two voltages', () => {
    const mode = { alternatorV: 14.4, pathOhm: 0.02, limitA: 80 };
    const [low, high] = [
      relayCurrent(mode, bankLoop(flooded, {}, 25), 0.3),
      relayCurrent(mode, bankLoop(flooded, {}, 25), 0.9),
    ];
    expect(low).toBeGreaterThan(high);
    expect(low).toBeLessThanOrEqual(80);
    expect(relayCurrent({ ...mode, alternatorV: 11 }, bankLoop(flooded, {}, 25), 0.9)).toBe(0);
  });
  it('of voltage: a charger set for lead is said on lithium', () => {
    const source = { ...newSource('shore', 's'), absorptionV: 14.7, floatV: 13.8 } as Source;
    expect(profileIssues(source, lfp, {}).map(({ code }) => code)).toEqual(['absorption-high', 'float-high']);
    expect(profileIssues({ ...source, absorptionV: 14.2, floatV: 13.5 }, lfp, {})).toEqual([]);
    expect(profileIssues({ ...source, absorptionV: null, floatV: null }, lfp, {})).toEqual([]);
  });
});

describe('one charge', () => {
  it('takes lead hours for its last fifth', () => {
    const { flooded: chemistry } = CHEMISTRIES;
    const run = singleCharge(chemistry, 200, 0.5, () => 40, 50, 20);
    const to = (soc: number) => run.hoursTo.find((row) => row.soc === soc)!.hours!;
    // 0.5 → 0.8 at 40 A: 60 Ah ÷ η ÷ 40 A
    expect(to(0.8)).toBeCloseTo(60 / chemistry.coulombicFraction / 40, 1);
    expect(to(0.99) - to(0.8)).toBeGreaterThan(1.5 * to(0.8));
    expect(lastFifth(run, 0.5)).toEqual({ hours: to(0.99) - to(0.8), slowed: true });
  });
  it('is hardly slowed where little is offered; from within its last fifth nothing is known of that', () => {
    const from = (soc: number, offeredA: number) =>
      lastFifth(
        singleCharge(CHEMISTRIES.agm, 210, soc, () => offeredA, 50, 20),
        soc,
      );
    // By hand: straight to 97.5 %, where 1.8 × what is missing of 210 Ah comes to 9.47 A, then as a taper.
    const straightH = ((0.975 - 0.8) * 210) / (9.47 * 0.94);
    expect(from(0.5, 9.47)!.hours).toBeCloseTo(straightH + Math.log(2.5) / (1.8 * 0.94), 1);
    expect([from(0.5, 9.47)!.slowed, from(0.5, 40)!.slowed]).toEqual([false, true]);
    expect([from(0.85, 40)!.slowed, from(0.995, 40)]).toEqual([true, null]);
    expect(from(0.5, 0.1)).toBeNull();
  });
  it('of lithium is straight almost to the end', () => {
    const run = singleCharge(CHEMISTRIES.lfp, 200, 0.2, () => 50, 100, 20);
    const to = (soc: number) => run.hoursTo.find((row) => row.soc === soc)!.hours!;
    expect(to(0.95)).toBeCloseTo((0.75 * 200) / 0.99 / 50, 1);
    expect(shortChargeAh(run, 45)).toBeCloseTo(37.5, 9);
  });
  it('through a relay slows down as the bank fills: each minute at the current of its own charge', () => {
    const relay = { alternatorV: 13.4, pathOhm: 0.03, limitA: 200 };
    const at = (soc: number) => relayCurrent(relay, bankLoop(flooded, {}, 25), soc);
    const run = singleCharge(CHEMISTRIES.flooded, 200, 0.3, at, 100, 20);
    const steady = singleCharge(CHEMISTRIES.flooded, 200, 0.3, () => at(0.3), 100, 20);
    const hoursTo = (one: typeof run, soc: number) => one.hoursTo.find((row) => row.soc === soc)!.hours!;
    expect(run.currentA[0]).toBeCloseTo(at(0.3), 6);
    expect(hoursTo(run, 0.7)).toBeGreaterThan(hoursTo(steady, 0.7));
    run.currentA.forEach((current, minute) => expect(current).toBeLessThanOrEqual(at(run.soc[minute]!) + 1e-9));
  });
  it('does not begin below freezing', () => {
    const run = singleCharge(CHEMISTRIES.lfp, 200, 0.2, () => 50, 100, -2);
    expect(run.blocked).toBe('cold');
    expect(shortChargeAh(run, 60)).toBe(0);
    expect(run.hoursTo.every(({ hours }) => hours === null)).toBe(true);
  });
  it('begins and goes on within the window of the chemistry alone, its ends included', () => {
    const { chargeFromTempC: from, chargeUpToTempC: upTo } = CHEMISTRIES.lfp;
    const blocked = (tempC: number) => singleCharge(CHEMISTRIES.lfp, 200, 0.2, () => 50, 100, tempC).blocked;
    expect([from - 0.1, from, upTo, upTo + 0.1].map(blocked)).toEqual(['cold', null, null, 'hot']);
  });
  it('never ends where next to nothing is offered', () => {
    expect(singleCharge(CHEMISTRIES.lfp, 200, 0.2, () => 0, 100, 20).hoursTo[0]!.hours).toBeNull();
  });
});

describe('workings', () => {
  it('of a charge carry what was played and under which conditions', () => {
    const run = singleCharge(CHEMISTRIES.lfp, 200, 0.5, () => 50, 100, 20);
    const limitA = chargeLimit(lfp, { sharedLimitA: null }, {});
    const given = {
      chemistry: CHEMISTRIES.lfp,
      fromSoc: 0.5,
      offeredA: leftForBank([{ name: 'mains', currentA: entered(50) }], 0),
      limitA,
      capacityAh: agedCapacity.figure({ capacityAh: entered(200), ageingFraction: entered(1) }),
    };
    const { rows, tailH, shortAh } = chargeFigures(run, given, 30);
    expect(rows.map(({ hours }) => hours?.value)).toEqual(run.hoursTo.map(({ hours }) => hours));
    const said = rows.flatMap(({ hours }) => (hours ? [hours.says] : []));
    expect(said).toEqual(expect.arrayContaining(['hours to 60 %', 'hours to 99 %']));
    expect(tailH!.working().terms.find(({ says }) => says === 'tail current')!.value).toBeCloseTo(8, 9);
    expect(shortAh.value).toBeCloseTo(25, 9);
    expect(shortAh.working().terms.map(({ says }) => says)).toContain('charging limit');
  });
  it('of the light multiply out', () => {
    for (const site of around.sites) {
      const sunny = levelSunDay(site);
      expect(aboveAirDay({ ...site, name: 'Hithe' }).working().terms[0]).toMatchObject({ note: 'Hithe' });
      expect(sunny.value).toBeCloseTo(sunny.working().terms[0]!.value * sunny.working().terms[1]!.value, 12);
    }
  });
});

describe('twelve figures by hand', () => {
  it('come back as they were put in', () => {
    const hours = [1, 1.5, 2.5, 3.5, 4, 4.5, 5, 4.2, 3.2, 2, 1.2, 0.8];
    const sites = siteYear({ ...newCharging(), weather: { by: 'peak-sun', hours } }, place);
    expect(sites.map((site) => Number(levelSunDay(site).value.toFixed(6)))).toEqual(hours);
    const clearness = hours.map((one) => one / 10);
    const clear = siteYear({ ...newCharging(), weather: { by: 'clearness', clearness } }, place);
    expect(clear.map((site) => site.clearness)).toEqual(
      clearness.map((value) => ({ value, origin: 'entered', note: undefined })),
    );
  });
  it('shift by half a year south of the equator, and follow a stop', () => {
    const south = siteYear(newCharging(), { ...place, latitudeDeg: -48 });
    expect(south.map(({ tempC }) => tempC.value)[0]).toBe(around.sites[6]!.tempC.value);
    const stop = {
      id: 's',
      name: 'South',
      months: [12, 1],
      latitudeDeg: 39,
      longitudeDeg: 0,
      climateId: 'warm-sea' as const,
    };
    const moved = siteYear({ ...newCharging(), stops: [stop] }, place);
    expect(moved[11]!.name).toBe('South');
    expect(levelSunDay(moved[11]!).value).toBeGreaterThan(1.5 * levelSunDay(around.sites[11]!).value);
    expect(moved[5]).toEqual(around.sites[5]);
  });
});

describe('verdict of a month', () => {
  it('goes by the share of years', () => {
    expect([0.95, 0.94, 0.8, 0.79].map((stay) => monthVerdict(stay, 0.95))).toEqual([
      'keeps-up',
      'only-just',
      'only-just',
      'falls-behind',
    ]);
  });
  it('says what fails', () => {
    const month = {
      offeredAh: 100,
      usedAh: 50,
      refusedAh: 30,
      refusedColdAh: 0,
      fullDaysPerMonth: 20,
      coulombicFraction: 0.9,
    };
    expect(monthReason('keeps-up', month)).toBe('enough');
    expect(monthReason('only-just', month)).toBe('spells');
    expect(monthReason('only-just', { ...month, offeredAh: 57 })).toBe('too-little');
    expect(monthReason('only-just', { ...month, refusedAh: 60, refusedColdAh: 60 })).toBe('temperature');
    expect(monthReason('only-just', { ...month, fullDaysPerMonth: 1 })).toBe('slow');
  });
});

describe('remedies', () => {
  const plan = { bank: lfp, charging: { ...newCharging(), sources: [sun(), newEngine('e')] } };
  const weekly = (source: Source | undefined) =>
    source && 'week' in source ? source.week.reduce((all, { hours }) => all + hours, 0) : 0;

  it('go onto what is there, or add it', () => {
    const { bank, charging } = applyRemedy(plan, { array: 100, drive: 3, shore: 14, cut: 0.1, bank: 1 });
    expect(charging.sources.map(({ id }) => id)).toEqual(['sun', 'e', 'remedy-shore']);
    expect(charging.sources[0]).toMatchObject({ limitA: 45, arrays: [{ powerW: 300 }] });
    expect(weekly(charging.sources[1])).toBeCloseTo(6, 6);
    expect(weekly(charging.sources[2])).toBeCloseTo(14, 3);
    expect(bank!.parallelCount).toBe(2);
    expect(charging.loadCutFraction).toBe(0.1);
  });
  it('put no more than a day’s hours into a day', () => {
    const busy = {
      ...plan,
      charging: { ...plan.charging, sources: [{ ...newEngine('e'), week: weekOf([0], 0, 20) }] },
    };
    const source = applyRemedy(busy, { drive: 16 }).charging.sources[0]!;
    expect(weekly(source)).toBeCloseTo(36, 3);
    expect('week' in source && source.week[0]!.hours).toBe(24);
  });
  it('are the smallest that reach the target', async () => {
    // Stays 0.5, and 0.001 more with each W, 0.01 more with each string, 1 more with each share of load cut.
    const stay = (r: Remedy) =>
      Promise.resolve(Math.min(1, 0.5 + (r.array ?? 0) / 1000 + (r.bank ?? 0) / 100 + (r.cut ?? 0)));
    const steps: [done: number, of: number][] = [];
    const solutions = await solveRemedies(0.95, stay, (done, of) => steps.push([done, of]), ['array', 'cut', 'bank']);
    const of = (key: string) => solutions.find(({ remedy }) => Object.keys(remedy).join() === key)!;
    expect(of('array').remedy.array).toBe(450);
    expect(of('cut').remedy.cut).toBeCloseTo(0.45, 9);
    expect(of('bank').reaches).toBe(false);
    expect(of('array,cut').remedy.array).toBeLessThanOrEqual(230);
    expect(of('array,cut').stay).toBeGreaterThanOrEqual(0.95);
    expect([steps[0], steps.at(-1)]).toEqual([
      [1, 5],
      [5, 5],
    ]);
  });
  it('are none where nothing is lacking, and the most there is where even that does not do', async () => {
    const enough = await solveRemedies(
      0.95,
      () => Promise.resolve(0.97),
      () => undefined,
      ['array', 'cut'],
    );
    expect(enough.map(({ remedy, stay, reaches }) => [remedy, stay, reaches])).toEqual([
      [{}, 0.97, true],
      [{}, 0.97, true],
    ]);
    const never = await solveRemedies(
      0.95,
      () => Promise.resolve(0.5),
      () => undefined,
      ['array'],
    );
    expect(never).toEqual([{ remedy: { array: LEVER_RANGE.array.most }, stay: 0.5, reaches: false }]);
  });
  it('of two are left out where the second has nothing to add', async () => {
    // Half of the array that suffices by itself suffices too, as this made-up year has it.
    const stay = (r: Remedy) => Promise.resolve((r.array ?? 0) >= 100 ? 0.96 : 0.5);
    const solutions = await solveRemedies(0.95, stay, () => undefined, ['array', 'cut']);
    expect(solutions.map(({ remedy, reaches }) => [Object.keys(remedy).join(), reaches])).toEqual([
      ['array', true],
      ['cut', false],
    ]);
    expect(solutions[0]!.remedy.array).toBeLessThanOrEqual(100 + LEVER_RANGE.array.step);
  });
  it('cost what your prices say', () => {
    const { price, massKg } = remedyCost({ array: 100, drive: 2 }, lfp, newCharging().prices);
    // 100 × 1.5 + 2 × 6 × 365/7 × 5
    expect(price.value).toBeCloseTo(150 + (60 * 365) / 7, 6);
    expect(massKg!.value).toBeCloseTo(6, 9);
    expect(remedyCost({ bank: 1 }, lfp, newCharging().prices).massKg).toBeNull();
  });
});
