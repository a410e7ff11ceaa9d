import { QuantityError } from '../quantity/quantity-error';

/**
 * For each post the lowest post that it is joined to, by whatever way.
 * @throws {QuantityError} `out-of-range` for a post that is not there
 * @example [...islandsOf(4, [[0, 1], [3, 2]])] // [0, 0, 2, 2]
 */
export function islandsOf(posts: number, pairs: readonly (readonly [number, number])[]): Int32Array {
  const parent = Int32Array.from({ length: posts }, (_, post) => post);
  const root = (post: number): number => {
    let at = post;
    while (parent[at] !== at) at = parent[at] = parent[parent[at]!]!;
    return at;
  };
  for (const [a, b] of pairs) {
    for (const post of [a, b]) if (!(post >= 0 && post < posts)) throw new QuantityError('out-of-range', 'post', post);
    const [one, other] = [root(a), root(b)];
    parent[Math.max(one, other)] = Math.min(one, other);
  }
  return parent.map((_, post) => root(post));
}
