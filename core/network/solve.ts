import { QuantityError } from '../quantity/quantity-error';
import { type Network, waysBetween } from './network';
import { raisedV, starsOf } from './star-mesh';

export interface Solution {
  /** [posts], V against the first post; of an island that nothing joins to it, against the island's own first post. */
  postV: Float64Array;
  /** [resistors], A, positive from → to. */
  resistorA: Float64Array;
  /** [sources], A, positive out of plus. */
  sourceA: Float64Array;
  /** W, turned into heat in the resistors and behind the voltages. */
  lossW: number;
}

/**
 * Voltages and currents of a network of direct current: as much current flows into each post as out of it. What the voltages leave over
 * at a post, as their last digit is amperes through a millionth of an ohm, is led through the network once more.
 * @throws {QuantityError} `out-of-range` for a resistance of 0 or less, a post that is not there, or a current that has no way back
 * @source  Kirchhoff’s laws
 * @example solve({ posts: 2, resistors: [{ from: 0, to: 1, ohm: 1 }], sources: [{ plus: 1, minus: 0, emfV: 12, ohm: 1 }], sinks: [] }).postV[1] // 6
 */
export function solve({ posts, resistors, sources, sinks }: Network): Solution {
  const stars = starsOf(posts, waysBetween({ resistors, sources }));
  const taken = new Float64Array(posts);
  for (const { from, to, currentA } of sinks) {
    if (currentA !== 0 && stars.island[from] !== stars.island[to])
      throw new QuantityError('out-of-range', 'currentA', currentA);
    taken[from]! -= currentA;
    taken[to]! += currentA;
  }
  const into = taken.slice();
  for (const { plus, minus, emfV, ohm } of sources) {
    into[plus]! += emfV / ohm;
    into[minus]! -= emfV / ohm;
  }
  const postV = raisedV(stars, into);
  const resistorA = Float64Array.from(resistors, ({ from, to, ohm }) => (postV[from]! - postV[to]!) / ohm);
  const sourceA = Float64Array.from(
    sources,
    ({ plus, minus, emfV, ohm }) => (emfV - (postV[plus]! - postV[minus]!)) / ohm,
  );
  const over = taken;
  resistors.forEach(({ from, to }, k) => {
    over[from]! -= resistorA[k]!;
    over[to]! += resistorA[k]!;
  });
  sources.forEach(({ plus, minus }, k) => {
    over[plus]! += sourceA[k]!;
    over[minus]! -= sourceA[k]!;
  });
  const moreV = raisedV(stars, over);
  moreV.forEach((volts, post) => (postV[post]! += volts));
  resistors.forEach(({ from, to, ohm }, k) => (resistorA[k]! += (moreV[from]! - moreV[to]!) / ohm));
  sources.forEach(({ plus, minus, ohm }, k) => (sourceA[k]! -= (moreV[plus]! - moreV[minus]!) / ohm));
  let lossW = 0;
  resistors.forEach(({ ohm }, k) => (lossW += resistorA[k]! ** 2 * ohm));
  sources.forEach(({ ohm }, k) => (lossW += sourceA[k]! ** 2 * ohm));
  return { postV, resistorA, sourceA, lossW };
}
