import { describe, expect, it } from 'vitest';
import { peukertFactor } from '../../cells/peukert';
import { newBank } from '../../bank/fresh';
import { newBattery } from '../../cells/new-battery';
import type { ChemistryId } from '../../cells/chemistry';
import type { Figure } from '../../formula/figure';
import { freshWiring } from '../fresh';
import { bankInParallel } from './bank-in-parallel';
import { batteryShares, compareWays, courseRule, fairestWay, isFair } from './compare';
import { type CourseRow, courseOf } from './course';
import { givenFigures, instantFigures, peukertEnd } from './course-figures';
import { drain } from './drain';
import { leadWarmth } from './hottest-lead';
import { wayFigures } from './way-figures';
import { joinedAs, joinedBy, parallelNetwork } from './topology';

const plan = { ...freshWiring().parallel, areaMm2: 50 };
const bank = bankInParallel(newBank(newBattery('b', 'lfp', 4, 100), 1, 2), {}, plan);

describe('ways side by side', () => {
  it('the hottest lead, by hand: two batteries end-fed, the link carries what the second gives', () => {
    const [endFed] = compareWays(bank, plan, null, 160);
    const second = 160 * (1 - endFed!.burdened.fraction);
    // 50 mm² of 105 °C carries 270 A in 30 °C.
    expect(endFed!.hottest!.value).toBeCloseTo(30 + 75 * (second / 270) ** 2, 6);
    expect(compareWays(bank, { areaMm2: 51 }, null, 160)[0]!.hottest).toBeNull();
  });
  it('each figure opens its working, and is the number itself', () => {
    const way = compareWays(bank, plan, null, 160)[0]!;
    const figures = wayFigures(way, bank, plan, 160);
    expect(figures.burdened.value).toBeCloseTo(way.burdened.fraction, 12);
    expect([figures.fair.value, figures.loss.value]).toEqual([0.5, way.lossW]);
    expect([figures.margin?.value ?? null, figures.dropOut?.value ?? null]).toEqual([way.leadMarginM, way.dropOutA]);
    for (const figure of Object.values(figures) as (Figure | null)[])
      expect(figure === null || figure.working().result.value === figure.value).toBe(true);
  });
  it('the circuit as drawn comes first where there is one', () => {
    const drawn = joinedBy('diagonal', bank.leads);
    expect(compareWays(bank, plan, drawn, 100).map(({ id }) => id)).toEqual([
      'as-drawn',
      'end-fed',
      'diagonal',
      'middle',
      'half-way',
      'bars-one-end',
      'bars-opposite-ends',
    ]);
  });
  it('the fairest is the one whose most burdened battery has the least over its share; of ways alike the first', () => {
    const ways = compareWays(bank, plan, null, 100);
    const endFed = ways[0]!;
    const burdened = (id: string) => ways.find((way) => way.id === id)!.burdened.fraction;
    expect(burdened('end-fed')).toBeGreaterThan(0.505);
    // Two batteries joined crosswise, or half-way, share alike: the wires on either way are as long.
    expect([burdened('diagonal'), burdened('half-way')]).toEqual([
      expect.closeTo(0.5, 12) as number,
      expect.closeTo(0.5, 12) as number,
    ]);
    expect(fairestWay(ways)?.id).toBe('diagonal');
    expect(fairestWay([endFed])).toBe(endFed);
    expect(fairestWay([])).toBeNull();
    expect([isFair(endFed), isFair(fairestWay(ways)!)]).toEqual([false, true]);
  });
});

describe('a bank whose batteries differ', () => {
  it('lead grows 1.1 % a kelvin in the cold; what age has left is what it gives', () => {
    const facts = { ohm: 0.01, capacityAh: null, tempC: null, chargeFraction: null, looseOhm: 0 };
    const lead = newBank(newBattery('b', 'agm', 6, 100), 1, 3);
    const { drained, capacityAh, warmOhm } = bankInParallel(
      lead,
      {},
      {
        ...plan,
        batteries: [
          { ...facts, tempC: -5 },
          { ...facts, capacityAh: 60, tempC: 40 },
        ],
      },
    );
    expect(drained[0]!.ohm).toBeCloseTo(0.01 * Math.exp(0.011 * 30), 9);
    expect(drained[1]!.ohm).toBe(0.01);
    expect(capacityAh).toEqual([100, 60, 100]);
    expect(warmOhm.slice(0, 2)).toEqual([0.01, 0.01]);
  });
});

describe('what opens by itself', () => {
  it('is a lithium battery, by its limits either way; of lead nothing does, whose limits are known all the same', () => {
    const of = (chemistryId: ChemistryId) =>
      bankInParallel(
        newBank({ ...newBattery('b', chemistryId, 4, 100), dischargeA: 100, chargeA: 50 }, 1, 2),
        {},
        plan,
      );
    expect(of('lfp').drained[0]).toMatchObject({ limitA: 100, chargeLimitA: 50 });
    expect(of('agm').drained[0]).toMatchObject({ limitA: null, chargeLimitA: null });
    expect(of('agm').limitA[0]).toBe(100);
  });
});

describe('the warmth along a course', () => {
  const join = joinedBy('end-fed', bank.leads);
  const rule = { ...courseRule({ by: 'current', currentA: 160 }, null), mostS: 900 };
  const warmest = (row: CourseRow | undefined) => leadWarmth(row!.hottest!, 'course').value;
  it('begins as the way itself, and rises for those that are left when one opens', () => {
    const steady = courseOf(join, bank.drained, rule, 270);
    expect(warmest(steady.rows[0])).toBeCloseTo(compareWays(bank, plan, null, 160)[0]!.hottest!.value, 6);
    // The first bears no more than 60 A: the second then carries all of it, over the link.
    const weak = bank.drained.map((one, k) => ({ ...one, limitA: k === 0 ? 60 : null, delayS: 10 }));
    const { rows, events } = courseOf(join, weak, rule, 270);
    expect(events).toMatchObject([{ battery: 0, code: 'over-limit' }]);
    const after = rows.find(({ atS }) => atS >= events[0]!.atS)!;
    expect(warmest(after)).toBeCloseTo(30 + 75 * (160 / 270) ** 2, 3);
    expect(warmest(after)).toBeGreaterThan(warmest(rows[0]));
    expect([rows[0]!.joinedCount, after.joinedCount]).toEqual([bank.drained.length, bank.drained.length - 1]);
  });
  it('is not known where no lead says what it carries', () =>
    expect(courseOf(join, bank.drained, rule, null).rows.every(({ hottest }) => hottest === null)).toBe(true));
});

describe('a course after Peukert', () => {
  const join = joinedBy('end-fed', bank.leads);
  const endOf = (currentA: number, peukertExponent: number, mostS = 1e6) => {
    const drained = bank.drained.map((one) => ({ ...one, limitA: null, peukertExponent }));
    const course = courseOf(join, drained, { ...courseRule({ by: 'current', currentA }, null), mostS }, 270);
    return { course, end: peukertEnd({ ...bank, drained }, course) };
  };
  it('agrees with what is told of the runtime of such a bank', () => {
    const { course, end } = endOf(160, 1.25);
    const capacityAh = bank.capacityAh.reduce((sum, one) => sum + one, 0);
    // Shares are not quite equal, end-fed: the one that is burdened more ends a little before the mean.
    expect(end!.value).toBeCloseTo(course.endS / 3600 / peukertFactor(160, capacityAh, 1.25), 1);
    expect(end!.working().terms.map(({ value }) => value)).toEqual([course.endS / 3600, 1.25]);
  });
  it('is told of none that goes on, that is slow, or whose battery gives the same however fast', () => {
    expect(endOf(160, 1.25, 900).end).toBeNull();
    expect(endOf(160, 1).end).toBeNull();
    expect(endOf(3, 1.25).end).toBeNull();
  });
});

describe('the instants of a course', () => {
  const join = joinedBy('end-fed', bank.leads);
  const course = courseOf(
    join,
    bank.drained,
    { ...courseRule({ by: 'current', currentA: 100 }, null), mostS: 1800 },
    270,
  );
  it('open their workings: what was given is what the charge fell by, by hand', () => {
    const [start, end] = [course.rows[0]!, course.rows.at(-1)!].map((row) => instantFigures(bank, row));
    expect(start!.batteries.map(({ current }) => current.value)).toEqual(course.rows[0]!.batteryA);
    const fell = end!.batteries.map(({ charge }) => (plan.chargeFraction - charge.value) * 100);
    expect(fell[0]! + fell[1]!).toBeCloseTo(50, 6);
    expect(givenFigures(bank, course).map(({ value }) => value)).toEqual([
      expect.closeTo(fell[0]!, 9),
      expect.closeTo(fell[1]!, 9),
    ]);
    expect(end!.batteries[0]!.charge.working().terms.map(({ value }) => value)).toEqual([
      plan.chargeFraction,
      expect.closeTo(fell[0]!, 9),
      100,
    ]);
    expect(end!.mains.working().terms.map(({ value }) => value)).toEqual([0.5, 100, 2]);
    expect(end!.hottest!.value).toBeGreaterThan(30);
  });
});

describe('what each battery carries against its sheet', () => {
  const limited = bankInParallel(
    { ...newBank({ ...newBattery('b', 'lfp', 4, 100), dischargeA: 60, chargeA: 30 }, 1, 2) },
    {},
    plan,
  );
  const beyond = (currentA: number) =>
    batteryShares(limited, joinedBy('bars-opposite-ends', limited.leads), currentA).map(({ limitA, isBeyond }) => [
      limitA,
      isBeyond,
    ]);
  it('is held against its limit of the same direction', () => {
    expect(beyond(118)).toEqual([
      [60, false],
      [60, false],
    ]);
    expect(beyond(122)).toEqual([
      [60, true],
      [60, true],
    ]);
    expect(beyond(-58)).toEqual([
      [30, false],
      [30, false],
    ]);
    expect(beyond(-62)).toEqual([
      [30, true],
      [30, true],
    ]);
  });
});

describe('a way of joining as data', () => {
  it('answers as the way itself, with loose joints and the links of a string, for any batteries', () => {
    const join = joinedBy('end-fed', bank.leads);
    const madeFor = bank.batteries.map((one, k) => ({ ...one, looseOhm: 0.001 * k }));
    const shown = join(madeFor);
    // What the links of a string add, to the second.
    const sources = shown.network.sources.map((one, k) => ({ ...one, ohm: one.ohm + 0.002 * k }));
    const again = joinedAs({ ...shown, network: { ...shown.network, sources } }, madeFor);
    const other = [
      { emfV: 13.4, ohm: 0.005, looseOhm: 0.0003 },
      { emfV: 13.1, ohm: 0.007, looseOhm: 0 },
    ];
    const wanted = parallelNetwork('end-fed', other, bank.leads).network.sources;
    again(other).network.sources.forEach((source, k) => {
      expect(source.emfV).toBe(wanted[k]!.emfV);
      expect(source.ohm).toBeCloseTo(wanted[k]!.ohm + 0.002 * k, 12);
    });
    const rule = courseRule({ by: 'current', currentA: 50 }, null);
    const plainly = joinedAs(join(bank.batteries), bank.batteries);
    expect(drain(plainly, bank.drained, rule).batteryAh).toEqual(drain(join, bank.drained, rule).batteryAh);
  });
});
