import { type CircuitGraph, waysFrom } from './graph';
import type { LaidRun } from './laid-run';
import { type Part, postOf, THROUGH } from './part';

/** A fuse, a switch or a relay that plus leads around: it cuts nothing off. */
export interface Bridged {
  partId: string;
  /** What leads around it. */
  runs: LaidRun[];
}

/** Every part of the positive side that is there to part a way, and from one of whose posts another way leads to the other. */
export function bridgedParts({ positive }: Pick<CircuitGraph, 'positive'>, parts: readonly Part[]): Bridged[] {
  return parts.flatMap(({ id, kind }) => {
    const posts = PARTING.has(kind) ? THROUGH[kind] : undefined;
    if (!posts) return [];
    const way = waysFrom(positive, [postOf(id, posts[0])], ({ part }) => part?.id === id)(postOf(id, posts[1]));
    return way ? [{ partId: id, runs: way.flatMap(({ run }) => run ?? []) }] : [];
  });
}

const PARTING: ReadonlySet<Part['kind']> = new Set(['fuse', 'switch', 'relay']);
