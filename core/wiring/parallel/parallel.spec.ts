import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { type DrainedBattery, drain } from './drain';
import { dropOutA, leadMarginOhm, mostBurdened } from './margins';
import { parallelShares, sharesOf } from './shares';
import { joinedBy, type ParallelBattery, parallelNetwork, TOPOLOGIES, type Topology } from './topology';

const alike = (count: number, more: Partial<ParallelBattery> = {}): ParallelBattery[] =>
  Array.from({ length: count }, () => ({ emfV: 13.2, ohm: 0.002, looseOhm: 0, ...more }));
const leads = { linkOhm: 0.0001, leadOhm: 0.0003, barOhm: 0.00001 };
const at100 = { by: 'current', currentA: 100 } as const;
const fractions = (topology: Topology, batteries: ParallelBattery[], own = leads) =>
  Array.from(parallelShares(parallelNetwork(topology, batteries, own), at100)!.batteryA, (amps) => amps / 100);

const battery = fc.record({
  emfV: fc.double({ min: 10, max: 14, noNaN: true }),
  ohm: fc.double({ min: 0.0005, max: 0.05, noNaN: true }),
  looseOhm: fc.double({ min: 0, max: 0.02, noNaN: true }),
});
const banks = fc.array(battery, { minLength: 1, maxLength: 16 });
const topologies = fc.constantFrom(...TOPOLOGIES);

describe('shares in parallel', () => {
  it('two, fed at one end, by hand: the far one has two links more', () => {
    // 2 mΩ against 2.2 mΩ: 2.2 / 4.2 and 2 / 4.2 of the current.
    expect(fractions('end-fed', alike(2))).toEqual([expect.closeTo(2.2 / 4.2, 12), expect.closeTo(2 / 4.2, 12)]);
  });
  it('three, fed at one end, by hand: a ladder solved from its far end', () => {
    // The far one drives 1; over its two links the middle one sees (2 + 0.2) / 2 = 1.1; the first (2·1.1 + 0.2·2.1) / 2 = 1.31.
    const all = 1 + 1.1 + 1.31;
    expect(fractions('end-fed', alike(3))).toEqual(
      [1.31, 1.1, 1].map((share) => expect.closeTo(share / all, 12) as number),
    );
  });
  it('two fed diagonally share alike, and so do four half-way', () => {
    for (const share of fractions('diagonal', alike(2))) expect(share).toBeCloseTo(1 / 2, 12);
    for (const share of fractions('half-way', alike(4))) expect(share).toBeCloseTo(1 / 4, 12);
  });
  it('four: from end-fed to bars the most burdened carries less and less', () => {
    const worst = (topology: Topology) =>
      mostBurdened(parallelShares(parallelNetwork(topology, alike(4), leads), at100)!, [100, 100, 100, 100]).fraction;
    expect(worst('end-fed')).toBeGreaterThan(worst('diagonal'));
    expect(worst('diagonal')).toBeGreaterThan(worst('bars-one-end'));
    expect(worst('bars-one-end')).toBeGreaterThan(worst('bars-opposite-ends'));
  });
  test.prop([topologies, fc.integer({ min: 1, max: 16 })])(
    'a bank and its mirror image are the same bank',
    (topology, count) => {
      const shares = fractions(topology, alike(count));
      expect(shares.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 9);
      if (topology === 'diagonal' || topology === 'bars-opposite-ends')
        shares.forEach((share, k) => expect(share).toBeCloseTo(shares[count - 1 - k]!, 9));
    },
  );
  test.prop([topologies, banks])('the currents add up, and power in is power out and loss', (topology, batteries) => {
    const shares = parallelShares(parallelNetwork(topology, batteries, leads), { by: 'power', powerW: 300 });
    fc.pre(shares !== null);
    const sum = shares.batteryA.reduce((all, amps) => all + amps, 0);
    const flow = shares.batteryA.reduce((all, amps) => all + Math.abs(amps), 0);
    expect(Math.abs(sum - shares.totalA)).toBeLessThanOrEqual(1e-9 * flow);
    expect(shares.totalA * shares.feedV).toBeCloseTo(300, 5);
    const given = batteries.reduce((all, { emfV }, k) => all + emfV * shares.batteryA[k]!, 0);
    expect(Math.abs(given - 300 - shares.lossW)).toBeLessThanOrEqual(1e-8 * (flow * 14 + 300));
  });
  test.prop([banks, fc.nat()])(
    'with bars without resistance the order of the batteries does not matter',
    (batteries, turn) => {
      const own = { ...leads, barOhm: 1e-8 };
      const by = turn % batteries.length;
      const turned = [...batteries.slice(by), ...batteries.slice(0, by)];
      const shares = (of: ParallelBattery[]) =>
        parallelShares(parallelNetwork('bars-one-end', of, own), at100)!.batteryA;
      const [first, second] = [shares(batteries), shares(turned)];
      const flow = first.reduce((sum, amps) => sum + Math.abs(amps), 0);
      first.forEach((amps, k) =>
        expect(Math.abs(second[(k - by + batteries.length) % batteries.length]! - amps)).toBeLessThan(1e-3 * flow),
      );
    },
  );
  it('a loose joint of 2 mΩ halves the share of its battery, as if it were another', () => {
    const batteries = [{ emfV: 13.2, ohm: 0.0014, looseOhm: 0.002 }, ...alike(3, { ohm: 0.0014 })];
    const [loose, ...others] = fractions('bars-one-end', batteries, { ...leads, barOhm: 1e-8 });
    // 1 / 4 mΩ against 1 / 2 mΩ each.
    expect(loose).toBeCloseTo(0.25 / (0.25 + 1.5), 4);
    expect(others.every((share) => share > loose!)).toBe(true);
  });
  it('a power that no voltage gives is none', () => {
    // 13.2² / (4 · R) is the most: with 2 mΩ and two links of it, 21.8 kW.
    const network = parallelNetwork('end-fed', alike(1), leads);
    expect(parallelShares(network, { by: 'power', powerW: 13.2 ** 2 / 0.008 + 1 })).toBeNull();
    expect(parallelShares(network, { by: 'power', powerW: 13.2 ** 2 / 0.008 - 1 })!.feedV).toBeCloseTo(6.6, 0);
  });
  it('is fair by what each holds', () => {
    const shares = sharesOf({ batteryA: Float64Array.of(60, 40), totalA: 100 }, [100, 300]);
    expect(shares).toEqual([
      { fraction: 0.6, fairFraction: 0.25 },
      { fraction: 0.4, fairFraction: 0.75 },
    ]);
  });
});

describe('margins', () => {
  it('how far a lead may differ, by hand: of four with equal leads, x makes 1 / (r + x) five per cent less of the whole', () => {
    // share = (1/(r+x)) / (3/r + 1/(r+x)) = 0.95/4  ⇒  x = r · (1/0.2375 − 1) / 3 − r with r = 2.6 mΩ
    const r = 0.0026;
    const x = (r * (1 / 0.2375 - 1)) / 3 - r;
    expect(leadMarginOhm(joinedBy('bars-one-end', { ...leads, barOhm: 1e-8 }), alike(4), 0.05)).toBeCloseTo(x, 7);
  });
  it('the load that one battery less still carries: of three alike with equal leads twice the limit of one', () => {
    const bars = { ...leads, barOhm: 1e-8 };
    expect(dropOutA(joinedBy('bars-one-end', bars), alike(3), [100, 100, 100])).toBeCloseTo(200, 1);
    expect(dropOutA(joinedBy('end-fed', leads), alike(3), [100, 100, 100])!).toBeLessThan(200);
    expect(dropOutA(joinedBy('end-fed', leads), alike(1), [100])).toBeNull();
  });
});

describe('drain', () => {
  const flat: DrainedBattery = {
    restedV: [
      [0, 12],
      [1, 12],
    ],
    ohm: 0.002,
    looseOhm: 0,
    capacityAh: 100,
    socFraction: 1,
    limitA: null,
    chargeLimitA: null,
    peukertExponent: 1,
    delayS: 10,
  };
  const rule = { draw: { by: 'current', currentA: 50 } as const, cutOffV: 10, stepS: 10, mostS: 1e6, rowEvery: 30 };
  it('counted after Peukert ends as much sooner as the current is above the 20-hour rate; plainly it gives all it holds', () => {
    const lead = { ...flat, peukertExponent: 1.2 };
    const by = (currentA: number) => {
      const course = { ...rule, draw: { by: 'current', currentA } as const };
      return drain(joinedBy('end-fed', leads), [lead], course, 'by-peukert');
    };
    const fast = by(50);
    expect(fast.endS).toBeCloseTo(7200 / 10 ** 0.2, 3);
    expect(fast.batteryAh[0]).toBeCloseTo(100 / 10 ** 0.2, 6);
    expect(by(4).endS).toBeCloseTo(25 * 3600, 3);
    expect(drain(joinedBy('end-fed', leads), [lead], rule).endS).toBeCloseTo(7200, 3);
    // A charge is not counted so.
    const charge = { ...rule, draw: { by: 'current', currentA: -50 } as const, cutOffV: null };
    const half = { ...lead, socFraction: 0.5 };
    expect(drain(joinedBy('end-fed', leads), [half], charge, 'by-peukert').endS).toBeCloseTo(3600, 3);
  });
  it('one battery of 100 Ah gives 50 A for two hours', () => {
    const { endS, end, batteryAh, events } = drain(joinedBy('end-fed', leads), [flat], rule);
    expect([endS, end, batteryAh[0]]).toEqual([expect.closeTo(7200, 3), 'dark', expect.closeTo(100, 6)]);
    expect(events).toEqual([
      { atS: expect.closeTo(7200, 3) as number, battery: 0, code: 'empty', currentA: expect.closeTo(50, 9) as number },
    ]);
  });
  it('at constant power the current follows from the voltage', () => {
    const { rows } = drain(joinedBy('end-fed', leads), [flat], { ...rule, draw: { by: 'power', powerW: 500 } });
    const amps = (12 - Math.sqrt(144 - 4 * 0.002 * 500)) / 0.004;
    expect(rows[0]!.totalA).toBeCloseTo(amps, 9);
    expect(rows[0]!.feedV * rows[0]!.totalA).toBeCloseTo(500, 6);
  });
  it('two that even out where the curve is steep come to rest without swinging, however long a step may be', () => {
    const steep = {
      ...flat,
      restedV: [
        [0, 10],
        [0.9, 13],
        [1, 19],
      ] as const,
      ohm: 0.02,
      capacityAh: 100,
      limitA: null,
    };
    const batteries = [
      { ...steep, socFraction: 0.95 },
      { ...steep, socFraction: 0.5 },
    ];
    const still = { ...rule, draw: { by: 'current' as const, currentA: 0 }, stepS: 3600, mostS: 1800, rowEvery: 1 };
    const amps = drain(joinedBy('end-fed', leads), batteries, still).rows.map(({ batteryA }) => batteryA[0]!);
    expect(amps.length).toBeGreaterThan(10);
    amps.forEach((one, k) => {
      expect(one).toBeGreaterThan(0);
      if (k > 0) expect(one).toBeLessThanOrEqual(amps[k - 1]!);
    });
  });
  it('follows the hours of a day, and its steps end with them', () => {
    const hoursW = Array.from({ length: 24 }, (_, hour) => (hour === 1 ? 400 : 0));
    const { rows, batteryAh } = drain(joinedBy('end-fed', leads), [flat], {
      ...rule,
      draw: { by: 'day', hoursW },
      stepS: 7000,
      mostS: 3 * 3600,
      rowEvery: 1,
    });
    expect(rows.map(({ atS }) => atS)).toEqual(expect.arrayContaining([3600, 7200]));
    expect(rows.find(({ atS }) => atS === 3600)!.totalA * rows.find(({ atS }) => atS === 3600)!.feedV).toBeCloseTo(
      400,
      6,
    );
    expect(batteryAh[0]).toBeCloseTo(rows.find(({ atS }) => atS === 3600)!.totalA, 1);
  });
  it('the cascade: three of 100 A carry 320 A end-fed; the nearest opens after its delay, and the others at once after it', () => {
    const batteries = Array.from({ length: 3 }, () => ({ ...flat, limitA: 115 }));
    const { events, end } = drain(joinedBy('end-fed', leads), batteries, {
      ...rule,
      draw: { by: 'current', currentA: 320 },
    });
    expect(events.map(({ battery, code, atS }) => [battery, code, atS])).toEqual([
      [0, 'over-limit', 10],
      [1, 'over-limit', 20],
      [2, 'over-limit', 20],
    ]);
    // Alone the two share 320 A as 2.2 : 2.
    expect(events[1]!.currentA).toBeCloseTo((320 * 2.2) / 4.2, 6);
    expect(end).toBe('dark');
  });
  it('does not swing where the voltage is steep: a step of 10 s comes to what one of 1 s does', () => {
    const steep: DrainedBattery = {
      ...flat,
      restedV: [
        [0, 8],
        [0.02, 12],
        [1, 12.4],
      ],
    };
    const batteries = [steep, { ...steep, socFraction: 0.9 }];
    const at = (stepS: number) =>
      drain(joinedBy('end-fed', leads), batteries, { ...rule, draw: { by: 'current', currentA: 60 }, stepS });
    const [fine, coarse] = [at(1), at(10)];
    expect(coarse.events.map(({ code }) => code)).toEqual(fine.events.map(({ code }) => code));
    coarse.events.forEach(({ atS }, k) => expect(Math.abs(atS - fine.events[k]!.atS)).toBeLessThan(0.005 * atS));
    for (const { batteryA } of coarse.rows) for (const amps of batteryA) expect(Math.abs(amps)).toBeLessThan(61);
  });
  it('a limit is borne while it is not exceeded, exactly at it', () => {
    const batteries = [{ ...flat, limitA: 50 }];
    expect(drain(joinedBy('end-fed', leads), batteries, rule).events[0]!.code).toBe('empty');
    expect(drain(joinedBy('end-fed', leads), [{ ...flat, limitA: 49.999 }], rule).events[0]).toMatchObject({
      atS: 10,
      code: 'over-limit',
    });
  });
  it('opens against what is charged into it by another limit than against what is drawn', () => {
    const narrow = { ...flat, socFraction: 0.5, limitA: 100, chargeLimitA: 40 };
    const charged = (currentA: number, one = narrow) =>
      drain(joinedBy('end-fed', leads), [one], { ...rule, draw: { by: 'current', currentA }, cutOffV: null }).events[0];
    expect(charged(-60)).toMatchObject({ atS: 10, code: 'over-limit' });
    expect(charged(-40)).toMatchObject({ code: 'full' });
    expect(charged(60)).toMatchObject({ code: 'empty' });
    // One that delays nothing opens at once.
    expect(charged(-60, { ...narrow, delayS: 0 })).toMatchObject({ atS: 0, code: 'over-limit' });
  });
  it('ends at the cut-off, and a charge at full', () => {
    const falling: DrainedBattery = {
      ...flat,
      restedV: [
        [0, 10],
        [1, 12],
      ],
    };
    const down = drain(joinedBy('end-fed', leads), [falling], { ...rule, cutOffV: 11 });
    // 11 V at the posts are 11.1 V rested: 55 % of the charge.
    expect([down.end, down.rows.at(-1)!.socFraction[0]]).toEqual(['cut-off', expect.closeTo(0.55, 2)]);
    const up = drain(joinedBy('end-fed', leads), [{ ...falling, socFraction: 0.5 }], {
      ...rule,
      draw: { by: 'current', currentA: -25 },
      cutOffV: null,
    });
    expect([up.events[0]!.code, up.endS, up.batteryAh[0]]).toEqual([
      'full',
      expect.closeTo(7200, 3),
      expect.closeTo(-50, 6),
    ]);
  });
  test.prop([topologies, fc.array(fc.double({ min: 0.2, max: 1, noNaN: true }), { minLength: 1, maxLength: 6 })], {
    numRuns: 25,
  })('what leaves the batteries is what was drawn', (topology, charges) => {
    const batteries = charges.map((socFraction) => ({
      ...flat,
      restedV: [
        [0, 11],
        [1, 13],
      ] as const,
      socFraction,
    }));
    const { rows, batteryAh, endS } = drain(joinedBy(topology, leads), batteries, {
      ...rule,
      mostS: 3600,
      rowEvery: 1,
    });
    for (const { batteryA, totalA } of rows)
      expect(batteryA.reduce((sum, amps) => sum + amps, 0)).toBeCloseTo(totalA, 6);
    const drawn = batteryAh.reduce((sum, ah) => sum + ah, 0);
    expect(drawn).toBeCloseTo((50 * endS) / 3600, 6);
  });
});
