import { describe, expect, it } from 'vitest';
import { pick, type Random } from '../../kept-spec/draws';
import { drawsFrom } from '../../statistics/random-bits';
import { drain, type DrainedBattery } from './drain';
import { joinedBy } from './topology';

/**
 * Discharges reckoned a second time, the slow and obvious way: every post a node, Ohm and Kirchhoff by elimination, in steps of half a
 * second from the beginning to the end.
 */
const STEP_S = 0.5;
const WAYS = ['end-fed', 'diagonal', 'bars-one-end'] as const;
type Wires = readonly (readonly [a: string, b: string, ohm: number])[];
const LEADS = { linkOhm: 0.0004, leadOhm: 0.0007, barOhm: 0.00002 };

/** What joins so many batteries, in words for each post, and where current is taken out and comes back. */
function wiresOf(way: (typeof WAYS)[number], count: number): { wires: Wires; out: string; back: string } {
  const wires: [string, string, number][] = [];
  for (const side of ['plus', 'minus'])
    for (let k = 1; k <= count; k++) {
      if (way === 'bars-one-end') wires.push([`${side} ${k}`, `stud ${side} ${k}`, LEADS.leadOhm]);
      if (k === count) continue;
      if (way === 'bars-one-end') wires.push([`stud ${side} ${k}`, `stud ${side} ${k + 1}`, LEADS.barOhm]);
      else wires.push([`${side} ${k}`, `${side} ${k + 1}`, LEADS.linkOhm]);
    }
  if (way === 'bars-one-end') return { wires, out: 'stud plus 1', back: 'stud minus 1' };
  return { wires, out: 'plus 1', back: way === 'diagonal' ? `minus ${count}` : 'minus 1' };
}

/** Volts of all posts over the one where current comes back. */
function voltsOf(wires: Wires, cells: readonly (readonly [k: number, emfV: number, ohm: number])[], draw: Draw) {
  const { out, back, amps } = draw;
  const posts = [...new Set([...wires.flatMap(([a, b]) => [a, b]), out, back])].filter((post) => post !== back);
  const rows = posts.map(() => new Array<number>(posts.length + 1).fill(0));
  const at = (post: string) => posts.indexOf(post);
  const add = (row: number, column: number, value: number) => {
    if (row >= 0 && column >= 0) rows[row]![column]! += value;
  };
  const inject = (post: string, current: number) => add(at(post), posts.length, current);
  const join = (a: string, b: string, siemens: number) => {
    add(at(a), at(a), siemens);
    add(at(b), at(b), siemens);
    add(at(a), at(b), -siemens);
    add(at(b), at(a), -siemens);
  };
  for (const [a, b, ohm] of wires) join(a, b, 1 / ohm);
  for (const [k, emfV, ohm] of cells) {
    join(`plus ${k}`, `minus ${k}`, 1 / ohm);
    inject(`plus ${k}`, emfV / ohm);
    inject(`minus ${k}`, -emfV / ohm);
  }
  inject(out, -amps);
  for (let k = 0; k < posts.length; k++) {
    const pivot = rows.reduce(
      (best, row, n) => (n >= k && Math.abs(row[k]!) > Math.abs(rows[best]![k]!) ? n : best),
      k,
    );
    [rows[k], rows[pivot]] = [rows[pivot]!, rows[k]!];
    for (const [n, row] of rows.entries()) {
      if (n === k || row[k] === 0) continue;
      const times = row[k]! / rows[k]![k]!;
      for (let column = k; column <= posts.length; column++) row[column]! -= times * rows[k]![column]!;
    }
  }
  return (post: string) => (post === back ? 0 : rows[at(post)]![posts.length]! / rows[at(post)]![at(post)]!);
}

interface Draw {
  out: string;
  back: string;
  amps: number;
}

const restedOf = (table: DrainedBattery['restedV'], soc: number): number => {
  for (let k = 1; k < table.length; k++) {
    const [[s0, v0], [s1, v1]] = [table[k - 1]!, table[k]!];
    if (soc <= s1) return v0 + ((v1 - v0) * (soc - s0)) / (s1 - s0);
  }
  return table.at(-1)![1];
};

/** Who opened when, and Ah out of each, until the voltage falls to the cut-off or nothing is left. */
function slowly(way: (typeof WAYS)[number], batteries: readonly DrainedBattery[], amps: number, cutOffV: number) {
  const { wires, out, back } = wiresOf(way, batteries.length);
  const state = batteries.map((battery) => ({ battery, soc: battery.socFraction, overS: 0, on: true, ah: 0 }));
  const events: { atS: number; battery: number; code: string }[] = [];
  for (let atS = 0; ; atS += STEP_S) {
    if (state.every(({ on }) => !on)) return { events, endS: atS, end: 'dark', ah: state.map(({ ah }) => ah) };
    const cells = state.flatMap(({ battery, soc, on }, k) =>
      on ? [[k + 1, restedOf(battery.restedV, soc), battery.ohm + battery.looseOhm] as const] : [],
    );
    const volts = voltsOf(wires, cells, { out, back, amps });
    if (volts(out) <= cutOffV) return { events, endS: atS, end: 'cut-off', ah: state.map(({ ah }) => ah) };
    for (const [k, emfV, ohm] of cells) {
      const own = state[k - 1]!;
      const flows = (emfV - volts(`plus ${k}`) + volts(`minus ${k}`)) / ohm;
      own.ah += (flows * STEP_S) / 3600;
      own.soc -= (flows * STEP_S) / 3600 / own.battery.capacityAh;
      own.overS = flows > (own.battery.limitA ?? Infinity) ? own.overS + STEP_S : 0;
      const code = own.overS >= own.battery.delayS ? 'over-limit' : own.soc <= 0 ? 'empty' : null;
      if (code === null) continue;
      own.on = false;
      events.push({ atS: atS + STEP_S, battery: k - 1, code });
    }
  }
}

/** Batteries as they come together in the course of years. */
function drawnBank(random: Random): DrainedBattery[] {
  const lithium = [
    [0, 10.4],
    [0.05, 12.2],
    [0.2, 12.9],
    [0.9, 13.3],
    [1, 13.6],
  ] as const;
  const lead = [
    [0, 11.5],
    [1, 12.8],
  ] as const;
  const restedV = pick(random, [lithium, lead]);
  const limited = random() < 0.6;
  return Array.from({ length: 2 + Math.floor(4 * random()) }, () => ({
    restedV,
    ohm: 0.0015 + 0.004 * random(),
    looseOhm: random() < 0.2 ? 0.003 * random() : 0,
    capacityAh: 40 + Math.round(60 * random()),
    socFraction: 0.5 + 0.5 * random(),
    limitA: limited ? 70 + Math.round(60 * random()) : null,
    chargeLimitA: null,
    peukertExponent: 1,
    delayS: pick(random, [2, 5, 20]),
  }));
}

describe('a discharge reckoned a second time', () => {
  it.each(Array.from({ length: 16 }, (_, k) => k + 1))(
    'takes as much out of each, and opens them in turn, %i',
    (seed) => {
      const random = drawsFrom(seed);
      const batteries = drawnBank(random);
      const way = pick(random, WAYS);
      const amps = batteries.length * (45 + 50 * random());
      const cutOffV = 10.8;
      const slow = slowly(way, batteries, amps, cutOffV);
      const fast = drain(joinedBy(way, LEADS), batteries, {
        ...{ draw: { by: 'current', currentA: amps }, cutOffV },
        ...{ stepS: 10, mostS: 1e6, rowEvery: 30 },
      });
      expect(fast.events.map(({ battery, code }) => [battery, code])).toEqual(
        slow.events.map(({ battery, code }) => [battery, code]),
      );
      expect(fast.end).toBe(slow.end);
      for (const [k, { atS }] of slow.events.entries())
        expect(Math.abs(fast.events[k]!.atS - atS)).toBeLessThan(2 + 0.003 * atS);
      expect(Math.abs(fast.endS - slow.endS)).toBeLessThan(12 + 0.003 * slow.endS);
      for (const [k, ah] of slow.ah.entries()) expect(Math.abs(fast.batteryAh[k]! - ah)).toBeLessThan(0.3 + 0.003 * ah);
    },
  );
});
