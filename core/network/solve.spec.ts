import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { QuantityError } from '../quantity/quantity-error';
import { islandsOf } from './islands';
import type { Network } from './network';
import { ohmSeenAt } from './ohm-seen-at';
import { solve } from './solve';

const ohms = fc.double({ min: 1e-6, max: 10, noNaN: true });
/** Any network in one piece: a chain of all posts, and more between any two. */
const networks: fc.Arbitrary<Network> = fc.integer({ min: 2, max: 12 }).chain((posts) => {
  const post = fc.integer({ min: 0, max: posts - 1 });
  const pair = fc.tuple(post, post).filter(([a, b]) => a !== b);
  return fc
    .record({
      chain: fc.array(ohms, { minLength: posts - 1, maxLength: posts - 1 }),
      more: fc.array(fc.tuple(pair, ohms), { maxLength: 8 }),
      sources: fc.array(fc.tuple(pair, ohms, fc.double({ min: -60, max: 60, noNaN: true })), { maxLength: 5 }),
      sinks: fc.array(fc.tuple(pair, fc.double({ min: -500, max: 500, noNaN: true })), { maxLength: 4 }),
    })
    .map(({ chain, more, sources, sinks }) => ({
      posts,
      resistors: [
        ...chain.map((ohm, k) => ({ from: k, to: k + 1, ohm })),
        ...more.map(([[from, to], ohm]) => ({ from, to, ohm })),
      ],
      sources: sources.map(([[plus, minus], ohm, emfV]) => ({ plus, minus, emfV, ohm })),
      sinks: sinks.map(([[from, to], currentA]) => ({ from, to, currentA })),
    }));
});

/** What flows into each post, and how much flows about in all. */
function balance({ posts, resistors, sources, sinks }: Network) {
  const { resistorA, sourceA } = solve({ posts, resistors, sources, sinks });
  const into = new Float64Array(posts);
  let total = 0;
  const flow = (from: number, to: number, amps: number) => {
    into[from]! -= amps;
    into[to]! += amps;
    total += Math.abs(amps);
  };
  resistors.forEach(({ from, to }, k) => flow(from, to, resistorA[k]!));
  sources.forEach(({ plus, minus }, k) => flow(minus, plus, sourceA[k]!));
  sinks.forEach(({ from, to, currentA }) => flow(from, to, currentA));
  return { into, total };
}

describe('solve', () => {
  it('a battery of 12.8 V and 2 mΩ through 8 mΩ gives 1,280 A and 10.24 V at its posts', () => {
    const { postV, resistorA, sourceA, lossW } = solve({
      posts: 2,
      resistors: [{ from: 1, to: 0, ohm: 0.008 }],
      sources: [{ plus: 1, minus: 0, emfV: 12.8, ohm: 0.002 }],
      sinks: [],
    });
    expect([postV[1], resistorA[0], sourceA[0], lossW]).toEqual([
      expect.closeTo(10.24, 9),
      expect.closeTo(1280, 6),
      expect.closeTo(1280, 6),
      expect.closeTo(12.8 * 1280, 5),
    ]);
  });
  it('a bridge by hand: 1, 2, 2, 1 Ω and 1 Ω across take 25/7 A off 5 V', () => {
    const { sourceA, resistorA } = solve({
      posts: 4,
      resistors: [
        { from: 3, to: 1, ohm: 1 },
        { from: 3, to: 2, ohm: 2 },
        { from: 1, to: 0, ohm: 2 },
        { from: 2, to: 0, ohm: 1 },
        { from: 1, to: 2, ohm: 1 },
      ],
      sources: [{ plus: 3, minus: 0, emfV: 5, ohm: 1e-7 }],
      sinks: [],
    });
    // Mesh by hand: the bridge of 1 Ω carries 5/7 A.
    expect(resistorA[4]).toBeCloseTo(5 / 7, 6);
    expect(sourceA[0]).toBeCloseTo(25 / 7, 5);
  });
  test.prop([networks])('as much flows into each post as out of it', (network) => {
    const { into, total } = balance(network);
    for (const amps of into) expect(Math.abs(amps)).toBeLessThanOrEqual(1e-14 * Math.max(total, 1e-3));
  });
  test.prop([networks])('what the voltages give is what the sinks take and what becomes heat', (network) => {
    const { postV, sourceA, lossW } = solve(network);
    const given = network.sources.reduce((sum, { emfV }, k) => sum + emfV * sourceA[k]!, 0);
    const taken = network.sinks.reduce(
      (sum, { from, to, currentA }) => sum + (postV[from]! - postV[to]!) * currentA,
      0,
    );
    const scale = network.sources.reduce(
      (sum, { emfV }, k) => sum + Math.abs(emfV * sourceA[k]!),
      Math.abs(taken) + lossW,
    );
    expect(Math.abs(given - taken - lossW)).toBeLessThanOrEqual(1e-13 * Math.max(scale, 1e-9));
  });
  test.prop([networks, fc.double({ min: -3, max: 3, noNaN: true })])('currents of sinks superpose', (network, by) => {
    const none = solve({ ...network, sinks: [] });
    const all = solve(network);
    const scaled = solve({
      ...network,
      sinks: network.sinks.map((sink) => ({ ...sink, currentA: sink.currentA * by })),
    });
    const scale = Math.max(1, ...[...all.resistorA, ...none.resistorA].map(Math.abs));
    all.resistorA.forEach((amps, k) =>
      expect(
        Math.abs(none.resistorA[k]! + by * (amps - none.resistorA[k]!) - scaled.resistorA[k]!),
      ).toBeLessThanOrEqual(1e-7 * scale),
    );
  });
  it('refuses no resistance, posts that are not there, and current without a way back', () => {
    const two = { posts: 2, resistors: [], sources: [], sinks: [] };
    expect(() => solve({ ...two, resistors: [{ from: 0, to: 1, ohm: 0 }] })).toThrow(QuantityError);
    expect(() => solve({ ...two, resistors: [{ from: 0, to: 2, ohm: 1 }] })).toThrow(QuantityError);
    expect(() => solve({ ...two, sinks: [{ from: 0, to: 1, currentA: 1 }] })).toThrow(QuantityError);
    expect([...solve(two).postV]).toEqual([0, 0]);
  });
  it('counts the voltages of an island from its own first post', () => {
    const island = { from: 2, to: 3, ohm: 3 };
    const { postV } = solve({
      posts: 4,
      resistors: [{ from: 0, to: 1, ohm: 1 }, island],
      sources: [{ plus: 3, minus: 2, emfV: 12, ohm: 1 }],
      sinks: [],
    });
    expect(Array.from(postV, (volts) => volts + 0)).toEqual([0, 0, 0, expect.closeTo(9, 9)]);
    expect([
      ...islandsOf(4, [
        [0, 1],
        [3, 2],
      ]),
    ]).toEqual([0, 0, 2, 2]);
  });
  it('through 8.5 Ω and millionths of an ohm flows the same: what the last digit of 60 V drives through a millionth is no current', () => {
    const millionths = Array.from({ length: 9 }, (_, k) => ({ from: k + 1, to: k + 2, ohm: 1e-6 * (1 + k / 7) }));
    const { resistorA, sourceA } = solve({
      posts: 11,
      resistors: [{ from: 0, to: 1, ohm: 8.5 }, ...millionths, { from: 10, to: 0, ohm: 3e-6 }],
      sources: [{ plus: 10, minus: 5, emfV: 60, ohm: 2e-6 }],
      sinks: [],
    });
    // Beside the source five of them; the other way round 8.5 Ω and the rest.
    const beside = 1e-6 * (5 + (4 + 5 + 6 + 7 + 8) / 7);
    const rest = 8.5 + 3e-6 + 1e-6 * (4 + (0 + 1 + 2 + 3) / 7);
    const amps = 60 / (2e-6 + (beside * rest) / (beside + rest));
    expect(sourceA[0]! / amps).toBeCloseTo(1, 13);
    expect(resistorA[0]! / ((amps * beside) / (beside + rest))).toBeCloseTo(1, 13);
    expect(resistorA[1]! / resistorA[0]!).toBeCloseTo(1, 13);
    // Beside the 5.3 million amperes that pass that post: their sixteenth digit.
    expect((resistorA[10]! - resistorA[0]!) / amps).toBeCloseTo(0, 15);
  });
});

describe('ohmSeenAt', () => {
  test.prop([networks, fc.nat()])('is what one ampere raises the voltage by, dead ends or not', (network, pick) => {
    const at = pick % network.posts;
    const still = network.sources.map((source) => ({ ...source, emfV: 0 }));
    const { postV } = solve({ ...network, sources: still, sinks: [{ from: 0, to: at, currentA: 1 }] });
    const [ohm] = ohmSeenAt(network, [at]);
    expect(Math.abs(ohm! - postV[at]!)).toBeLessThanOrEqual(1e-12 * Math.abs(postV[at]!));
  });
  it('by hand: two batteries of 2 mΩ behind 1 mΩ each, and 3 mΩ more to a fuse; nothing joins the last post', () => {
    const network = {
      posts: 6,
      sources: [
        { plus: 1, minus: 0, emfV: 13, ohm: 0.002 },
        { plus: 2, minus: 0, emfV: 13, ohm: 0.002 },
      ],
      resistors: [
        { from: 1, to: 3, ohm: 0.001 },
        { from: 2, to: 3, ohm: 0.001 },
        { from: 3, to: 4, ohm: 0.003 },
      ],
    };
    expect(ohmSeenAt(network, [0, 1, 3, 4, 5])).toEqual([
      0,
      // 2 mΩ beside 1 + 1 + 2 mΩ.
      expect.closeTo(0.008 / 6, 12),
      expect.closeTo(0.0015, 12),
      expect.closeTo(0.0045, 12),
      null,
    ]);
  });
});
