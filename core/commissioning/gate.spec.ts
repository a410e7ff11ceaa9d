import { describe, expect, it } from 'vitest';
import { newBank, simpleBank } from '../bank/fresh';
import type { Battery } from '../cells/battery';
import { newBattery } from '../cells/new-battery';
import { copperOhm } from '../conductors/copper';
import { laidOut, provingOf, van } from '../kept-spec/van';
import { chargedAlone, chargeProgress } from './charge-alone';
import { gateOf, type Rested } from './gate';

const rested = (volts: number, more: Partial<Rested> = {}): Rested => ({
  volts,
  hours: 12,
  tempC: 25,
  gravity: null,
  atMs: 0,
  ...more,
});
const lfp: Battery = { ...newBattery('b', 'lfp', 4, 100), resistanceOhm: 0.002, chargeA: 50, dischargeA: 100 };
const strings = (count: number, battery = lfp, series = 1) => {
  const rig = { ...van, bank: newBank(battery, series, count) };
  return provingOf(rig, laidOut(rig)).context;
};
/** From the posts of a string to the two bars, by post, fuse, plus and minus: copper at 40 °C, 0.05 mΩ a joint, 1 µΩ a fuse. */
const leadOhm = ({ circuit }: ReturnType<typeof strings>, k: number) =>
  circuit.runs
    .filter(({ run }) => ['post', 'plus', 'minus'].some((end) => run.id === `battery-${k}-${end}`))
    .reduce((sum, { run, areaMm2 }) => sum + copperOhm(run.lengthM, areaMm2, 40) + 2 * 0.00005, 1e-6);
const codes = (gate: ReturnType<typeof gateOf>) => gate.faults.map(({ code }) => code);

describe('the gate before batteries are joined', () => {
  it('gives the first current by hand: ΔV ÷ (R₁ + R₂ + leads)', () => {
    const context = strings(2);
    const { first } = gateOf(context, [[rested(13.3)], [rested(13.2)]]);
    const leads = leadOhm(context, 1) + leadOhm(context, 2);
    expect(first!.current.value).toBeCloseTo(0.1 / (0.004 + leads), 6);
    expect(first!.into).toBe(1);
    expect(first!.limit.value).toBe(50);
  });
  it('says whose limits it went by: that of the other one, or of all others together', () => {
    const notesOf = (count: number) => {
      const volts = [13.2, ...Array<number>(count - 1).fill(13.3)];
      const { limit } = gateOf(
        strings(count),
        volts.map((one) => [rested(one)]),
      ).first!;
      return JSON.stringify(limit.working());
    };
    expect(notesOf(2)).toContain('that one');
    expect(notesOf(3)).toContain('2 together');
  });
  it('is the same whichever of the two is lower', () => {
    const context = strings(2);
    const one = gateOf(context, [[rested(13.3)], [rested(13.2)]]).first!;
    const other = gateOf(context, [[rested(13.2)], [rested(13.3)]]).first!;
    expect(other.current.value).toBeCloseTo(one.current.value, 6);
    expect(other.into).toBe(0);
  });
  it('opens for a small difference and stays shut for a large one', () => {
    const context = strings(2);
    expect(codes(gateOf(context, [[rested(13.3)], [rested(13.29)]]))).toEqual([]);
    expect(codes(gateOf(context, [[rested(13.3)], [rested(12.6)]]))).toEqual(['too-much']);
  });
  it('sees that two full ones push more into an empty one than one does', () => {
    const context = strings(3);
    const { current, into } = gateOf(context, [[rested(13.3)], [rested(13.3)], [rested(13.1)]]).first!;
    const leads = [1, 2, 3].map((k) => leadOhm(context, k));
    const givers = 1 / (1 / (0.002 + leads[0]!) + 1 / (0.002 + leads[1]!));
    expect(into).toBe(2);
    expect(current.value).toBeCloseTo(0.2 / (0.002 + leads[2]! + givers), 4);
  });
  it('counts on a warm battery, which lets more through, by what was measured', () => {
    const context = strings(2);
    const cold = gateOf(context, [[rested(13.3, { tempC: 5 })], [rested(13.2, { tempC: 5 })]]).first!;
    const warm = gateOf(context, [[rested(13.3)], [rested(13.2)]]).first!;
    expect(cold.current.value).toBeLessThan(warm.current.value);
  });
  it('joins nothing that has not rested, is too cold, or was measured days apart', () => {
    const context = strings(2);
    expect(codes(gateOf(context, [[rested(13.3, { hours: 0.5 })], [rested(13.3)]]))).toEqual(['not-rested']);
    expect(codes(gateOf(context, [[rested(13.3, { tempC: -2 })], [rested(13.3)]]))).toEqual(['too-cold']);
    expect(codes(gateOf(context, [[rested(13.3)], [rested(13.3, { atMs: 26 * 3_600_000 })]]))).toEqual([
      'apart-in-time',
    ]);
    expect(codes(gateOf(context, [[rested(13.3)], [null]]))).toEqual(['not-measured']);
  });
  it('joins lead at equal volts and gravity, whatever the current', () => {
    const battery = newBattery('f', 'flooded', 6, 100);
    const context = strings(2, battery);
    expect(codes(gateOf(context, [[rested(12.7)], [rested(12.65)]]))).toEqual([]);
    expect(codes(gateOf(context, [[rested(12.7)], [rested(12.5)]]))).toContain('uneven-strings');
    const acid = (gravity: number) => rested(12.7, { gravity });
    expect(codes(gateOf(context, [[acid(1.265)], [acid(1.24)]]))).toEqual(['uneven-gravity']);
  });
  it('compares the batteries of a string with each other', () => {
    const context = strings(1, lfp, 2);
    expect(codes(gateOf(context, [[rested(13.3), rested(13.28)]]))).toEqual([]);
    expect(codes(gateOf(context, [[rested(13.3), rested(13.1)]]))).toEqual(['uneven-string']);
  });
  it('takes the fuse of a string where that bears less than the batteries', () => {
    const strong = { ...lfp, chargeA: 5000, dischargeA: 5000 };
    const rig = { ...van, bank: newBank(strong, 1, 2) };
    const wiring = laidOut(rig);
    const parts = wiring.parts.map((part) =>
      part.id === 'fuse-battery-2' && part.kind === 'fuse' ? { ...part, ratingA: 60 } : part,
    );
    const { context } = provingOf(rig, { ...wiring, parts });
    expect(gateOf(context, [[rested(13.3)], [rested(13.2)]]).first!.limit.value).toBe(60);
  });
  it('asks nothing of a single battery but its rest', () => {
    const { context } = provingOf({ ...van, bank: simpleBank('lfp') });
    expect(gateOf(context, [[rested(13.3)]])).toMatchObject({ faults: [], first: null });
  });
});

describe('a battery charged alone', () => {
  const context = strings(2);
  it('takes its missing Ah ÷ the current, and a little more for the end', () => {
    // 3.297 V a cell is half charge in the table: 50 of 100 Ah.
    const { missingAh, hours } = chargedAlone(context, 0, 4 * 3.297, 25, 20);
    expect(missingAh.value).toBeCloseTo(50, 6);
    expect(hours!.value).toBeGreaterThan(2.5);
    expect(hours!.value).toBeLessThan(3.2);
  });
  it('is never charged faster than it takes', () => {
    const [fast, most] = [200, 50].map((amps) => chargedAlone(context, 0, 13, 25, amps).hours!.value);
    expect(fast).toBeCloseTo(most!, 6);
  });
  it('goes on by the clock: what it has been on, what is left, and nothing where the clock was changed', () => {
    const began = Date.UTC(2026, 2, 3, 22);
    const { hours } = chargedAlone(context, 0, 4 * 3.297, 25, 20);
    const { on, still } = chargeProgress(began, began + 2.25 * 3_600_000, hours, 'UTC')!;
    expect(on.value).toBeCloseTo(2.25, 9);
    expect(on.working().terms.map(({ value }) => value)).toEqual([24.25, 22]);
    expect(still!.value).toBeCloseTo(hours!.value - 2.25, 9);
    // The clocks of the place stand an hour further.
    const there = chargeProgress(began, began + 2.25 * 3_600_000, hours, 'Europe/Berlin')!;
    expect(there.on.working().terms.map(({ value }) => value)).toEqual([25.25, 23]);
    expect(chargeProgress(began, began + 300 * 3_600_000, hours, 'UTC')!.still!.value).toBe(0);
    expect(chargeProgress(began, began, null, 'UTC')).toMatchObject({ still: null });
    for (const now of [began - 1, began + 15 * 24 * 3_600_000])
      expect(chargeProgress(began, now, hours, 'UTC')).toBeNull();
  });
  it('lithium in the frost is not charged at all', () => expect(chargedAlone(context, 0, 13, -3, 20).hours).toBeNull());
});
