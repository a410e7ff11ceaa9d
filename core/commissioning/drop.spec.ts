import { describe, expect, it } from 'vitest';
import { seenAs, stepBy } from '../kept-spec/commissioned';
import { drawnDrop } from '../kept-spec/drop-walks';
import { provingOf, van } from '../kept-spec/van';
import { acrossOf, judgeDrop, piecesToRead } from './drop';
import type { StepOf } from './step';

const { steps } = provingOf(van);
const step = stepBy(steps, 'drop', 'drop:inverter-inv');
const [bank, feeder] = step.stretches as [StepOf<'drop'>['stretches'][number], StepOf<'drop'>['stretches'][number]];
const middle = ({ from, to }: typeof bank) => (from.value + to.value) / 2;

/** Volts along the way at a current, with Ω beyond what should be in the feeder. */
const walked = (amps: number, beyondOhm = 0, startV = 13.2) => {
  const atBar = startV + amps * middle(bank);
  return seenAs({ amps, atPosts: startV, atBar, atEnd: atBar + amps * (middle(feeder) + beyondOhm) });
};

describe('the proof by voltage drop', () => {
  it('cuts the way at the bar, and counts copper, fuses and the shunt on either side', () => {
    expect(bank.pieces.map(({ name }) => name)).toContain('Shunt');
    expect(bank.pieces.map(({ name }) => name)).toContain('Main fuse');
    expect(feeder.pieces.map(({ name }) => name)).toContain('Fuse of Inverter');
    expect(step.fields.map(({ what }) => what)).toEqual(['amps', 'atPosts', 'atBar', 'atEnd']);
    const sum = (end: 'lowOhm' | 'highOhm') => feeder.pieces.reduce((all, piece) => all + piece[end], 0);
    expect([feeder.from.value, feeder.to.value]).toEqual([sum('lowOhm'), sum('highOhm')]);
  });
  it('passes a way that is as it should be, of a load and of a charger alike', () => {
    expect(judgeDrop(step, walked(-50), 0.01)?.outcome).toBe('pass');
    const up = seenAs({
      amps: 30,
      atPosts: 13.2,
      atBar: 13.2 + 30 * middle(bank),
      atEnd: 13.2 + 30 * (middle(bank) + middle(feeder)),
    });
    expect(judgeDrop(step, up, 0.01)?.outcome).toBe('pass');
  });
  it('finds 10 mΩ too many, with the watts that they make', () => {
    const answer = judgeDrop(step, walked(-50, 0.01), 0.01)!;
    expect(answer.outcome).toBe('fail');
    const bad = answer.stretches.find(({ id }) => id === 'feeder')!;
    expect(bad.ohm.value).toBeCloseTo(middle(feeder) + 0.01, 6);
    expect(bad.heat!.value).toBeCloseTo(50 ** 2 * (middle(feeder) + 0.01 - feeder.to.value), 3);
    expect(answer.worst).toBeNull();
  });
  it('names the piece once the volts across each are read', () => {
    const [piece] = feeder.pieces;
    const across = feeder.pieces.map((one) => [
      acrossOf(one.id),
      50 * (one.id === piece!.id ? one.highOhm + 0.01 : one.lowOhm),
    ]);
    const seen = [...walked(-50, 0.01), ...seenAs(Object.fromEntries(across) as Record<string, number>)];
    const { worst } = judgeDrop(step, seen, 0.01)!;
    expect(worst!.piece.id).toBe(piece!.id);
    expect(worst!.heat.value).toBeCloseTo(50 ** 2 * 0.01, 6);
  });
  it('asks for the pieces of the stretch that is too high, and says how much may be across each', () => {
    const rows = piecesToRead(step, judgeDrop(step, walked(-50, 0.01), 0.01)!, -50);
    expect(rows.map(({ piece }) => piece.id)).toEqual(feeder.pieces.map(({ id }) => id));
    expect(rows[0]!.most.value).toBeCloseTo(50 * feeder.pieces[0]!.highOhm, 12);
    expect(piecesToRead(step, judgeDrop(step, walked(-50), 0.01)!, -50)).toEqual([]);
  });
  it('of two pieces that are too high, names the one with more beyond what it may be', () => {
    const [one, other] = feeder.pieces as [(typeof feeder.pieces)[number], (typeof feeder.pieces)[number]];
    const across = (first: number, second: number) =>
      seenAs({
        [acrossOf(one.id)]: 50 * (one.highOhm + first),
        [acrossOf(other.id)]: 50 * (other.highOhm + second),
      });
    const worst = (first: number, second: number) =>
      judgeDrop(step, [...walked(-50, 0.02), ...across(first, second)], 0.01)!.worst!.piece.id;
    expect([worst(0.002, 0.004), worst(0.004, 0.002)]).toEqual([other.id, one.id]);
  });
  it('says where too little flows to tell, and where the volts run the wrong way', () => {
    expect(judgeDrop(step, walked(-0.5), 0.01)!.stretches.map(({ verdict }) => verdict)).toContain('cannot-tell');
    const swapped = seenAs({ amps: -50, atPosts: 12.8, atBar: 13.0, atEnd: 13.2 });
    expect(judgeDrop(step, swapped, 0.01)).toMatchObject({ outcome: 'ask' });
  });
  it('bears a step of the meter at either end the wrong way, √2 of one in all, and no more', () => {
    const verdict = (amps: number, riseV: number) =>
      judgeDrop(step, seenAs({ amps, atPosts: 13.2, atBar: 13.2 - Math.sign(amps) * riseV, atEnd: 13.2 }), 0.01)!
        .stretches[0]!.verdict;
    for (const amps of [-50, 50, -2]) {
      expect(verdict(amps, 0.0141)).not.toBe('rises');
      expect(verdict(amps, 0.0142)).toBe('rises');
    }
  });
  it('answers nothing without a current, or with a place left out', () => {
    expect(judgeDrop(step, seenAs({ amps: 0, atPosts: 13, atBar: 13, atEnd: 13 }), 0.01)).toBeNull();
    expect(judgeDrop(step, seenAs({ amps: -5, atPosts: 13, atEnd: 13 }), 0.01)).toBeNull();
  });
  it('on generated ways accuses no good one, and names the loose joint', () => {
    const seeds = Array.from({ length: 80 }, (_, k) => k);
    const wrong = seeds.filter((seed) => !drawnDrop(seed, 'none').isRight || !drawnDrop(seed, 'loose').isRight);
    expect(wrong).toEqual([]);
  });
});
