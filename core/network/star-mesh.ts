import { QuantityError } from '../quantity/quantity-error';
import { islandsOf } from './islands';
import type { Resistor } from './network';

/** A network whose posts were taken out from the last to the first, each as the star it then was. */
export interface Stars {
  posts: number;
  /** [posts]: the first post of the island that each belongs to. */
  island: Int32Array;
  /** S, of the star of each post towards each post before it, one row after the other. */
  siemens: Float64Array;
  /** [posts], S, of each star in all; 0 of the first post of an island. */
  totalS: Float64Array;
}

/**
 * Takes the posts of a network out one by one: instead of the star of a post there is a conductance between each two of its neighbours,
 *
 *     g₁·g₂ / (g₁ + g₂ + …)
 *
 * Only sums, products and quotients of positive figures: nothing cancels, so that each of them keeps all its digits, however far apart
 * the resistances are.
 * @throws {QuantityError} `out-of-range` for a resistance of 0 or less, or a post that is not there
 * @source  the star–mesh transform
 * @example [...starsOf(3, [{ from: 0, to: 2, ohm: 1 }, { from: 1, to: 2, ohm: 1 }]).siemens] // [0.5, 1, 1]
 */
export function starsOf(posts: number, resistors: readonly Resistor[]): Stars {
  const siemens = new Float64Array((posts * (posts - 1)) / 2);
  const island = islandsOf(
    posts,
    resistors.map(({ from, to }) => [from, to] as const),
  );
  for (const { from, to, ohm } of resistors) {
    if (!(ohm > 0) || ohm === Number.POSITIVE_INFINITY) throw new QuantityError('out-of-range', 'ohm', ohm);
    if (from !== to) siemens[rowOf(Math.max(from, to)) + Math.min(from, to)]! += 1 / ohm;
  }
  const totalS = new Float64Array(posts);
  for (let post = posts - 1; post > 0; post--) {
    const star = rowOf(post);
    let inAll = 0;
    for (let one = 0; one < post; one++) inAll += siemens[star + one]!;
    totalS[post] = inAll;
    for (let one = 1; one < post; one++) {
      if (siemens[star + one] === 0) continue;
      const share = siemens[star + one]! / inAll;
      const row = rowOf(one);
      for (let other = 0; other < one; other++) siemens[row + other]! += share * siemens[star + other]!;
    }
  }
  return { posts, island, siemens, totalS };
}

/**
 * [posts], V of each post against the first one of its island, when currents are led into posts and out at the first one.
 * @param intoA  [posts], A
 * @example [...raisedV(starsOf(2, [{ from: 0, to: 1, ohm: 3 }]), Float64Array.of(0, 2))] // [0, 6]
 */
export function raisedV({ posts, siemens, totalS }: Stars, intoA: Float64Array): Float64Array {
  const led = intoA.slice();
  for (let post = posts - 1; post > 0; post--) {
    if (led[post] === 0 || totalS[post] === 0) continue;
    const star = rowOf(post);
    const volts = led[post]! / totalS[post]!;
    for (let one = 0; one < post; one++) led[one]! += volts * siemens[star + one]!;
  }
  const postV = new Float64Array(posts);
  for (let post = 1; post < posts; post++) {
    if (totalS[post] === 0) continue;
    const star = rowOf(post);
    let amps = led[post]!;
    for (let one = 0; one < post; one++) amps += siemens[star + one]! * postV[one]!;
    postV[post] = amps / totalS[post]!;
  }
  return postV;
}

/** Where the star of a post begins: those before it take 0 + 1 + 2 + … places. */
function rowOf(post: number): number {
  return (post * (post - 1)) / 2;
}
