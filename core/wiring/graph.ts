import { type BankString, stringPosts } from './battery-posts';
import type { LaidRun } from './laid-run';
import { type Part, postOf, postsOf, THROUGH } from './part';

/** A way between two posts: along a run, or through a part. */
export interface Edge {
  a: string;
  b: string;
  run: LaidRun | null;
  part: Part | null;
}

export interface CircuitGraph {
  posts: ReadonlySet<string>;
  /** Conductors of the positive side, and what interrupts them. */
  positive: ReadonlyMap<string, readonly Edge[]>;
  /** Negatives and bonds, and the shunt. */
  negative: ReadonlyMap<string, readonly Edge[]>;
  /** Runs whose posts are not there, or are one and the same. */
  astray: readonly LaidRun[];
}

/** Which post can be reached from which, on either side of the circuit. */
export function circuitGraph(
  parts: readonly Part[],
  runs: readonly LaidRun[],
  strings: readonly BankString[],
): CircuitGraph {
  const posts = new Set([...parts.flatMap(postsOf), ...strings.flatMap(stringPosts)]);
  const positive = new Map<string, Edge[]>();
  const negative = new Map<string, Edge[]>();
  const join = (side: Map<string, Edge[]>, edge: Edge) => {
    for (const post of [edge.a, edge.b]) side.set(post, [...(side.get(post) ?? []), edge]);
  };
  const astray: LaidRun[] = [];
  for (const run of runs) {
    if (run.from === run.to || !posts.has(run.from) || !posts.has(run.to)) {
      astray.push(run);
      continue;
    }
    // Within a string there is one way, and it is the battery’s.
    if (run.role === 'link') continue;
    const isPositive = run.role === 'positive' || run.role === 'sense';
    join(isPositive ? positive : negative, { a: run.from, b: run.to, run, part: null });
  }
  for (const part of parts) {
    const way = THROUGH[part.kind];
    if (!way) continue;
    const edge: Edge = { a: postOf(part.id, way[0]), b: postOf(part.id, way[1]), run: null, part };
    const isNegative = part.kind === 'shunt' || part.kind === 'protection';
    for (const side of isNegative ? [negative] : [positive, negative]) join(side, edge);
  }
  return { posts, positive, negative, astray };
}

/** The edges from where one started to a post, in their order, each from a to b; null where there is no way. */
export type Ways = (to: string) => Edge[] | null;

/** The post at which a way begins; links within a string come before it. */
export const startOf = (way: readonly Edge[]): string => way.find(({ run }) => run?.role !== 'link')?.a ?? '';

/**
 * The shortest ways, by edges passed, from the nearest of some posts to every other.
 * @param avoid  what is not passed through
 */
export function waysFrom(
  side: ReadonlyMap<string, readonly Edge[]>,
  starts: readonly string[],
  avoid: (edge: Edge) => boolean = () => false,
): Ways {
  const cameBy = new Map<string, { edge: Edge; before: string } | null>(starts.map((start) => [start, null]));
  // Grows while it is walked: each post comes in once.
  for (const post of cameBy.keys())
    for (const edge of side.get(post) ?? []) {
      const next = edge.a === post ? edge.b : edge.a;
      if (!cameBy.has(next) && !avoid(edge)) cameBy.set(next, { edge, before: post });
    }
  return (to) => {
    if (!cameBy.has(to)) return null;
    const way: Edge[] = [];
    for (let at = cameBy.get(to); at; at = cameBy.get(at.before)) {
      const { edge, before } = at;
      way.push(edge.a === before ? edge : { ...edge, a: edge.b, b: edge.a });
    }
    return way.reverse();
  };
}
