import type { Resistor } from '../../network/network';
import { at } from '../../quantity/guard';
import { linkRuns } from '../battery-posts';
import type { CircuitFigures } from '../circuit-figures';
import type { Loop } from '../currents';
import type { Edge } from '../graph';
import { type Part, partIdOf, postOf, THROUGH } from '../part';
import { IN_USE_C } from './bank-in-parallel';
import type { Joining, NamedConductor } from './topology';
import { runOhm } from '../run-ohm';

/** A fuse, a switch or a protection that is closed. */
const CLOSED_OHM = 1e-6;

/** Where the ways of all strings have come together: what lies beyond is the same for each. */
interface Meeting {
  plus: string;
  minus: string;
}

/**
 * The circuit as it is drawn, from the batteries’ posts to where their ways have come together, as a way of joining: every run its
 * copper and a joint at either end. Links within a string belong to its battery.
 * @param jointOhm  of one crimp and its post
 * @returns null where nothing is fed by all strings
 */
export function asDrawn(circuit: CircuitFigures, parts: readonly Part[], jointOhm: number): Joining | null {
  const meeting = meetingOf(circuit);
  if (meeting === null) return null;
  const poles = circuit.strings.map(({ id }) => ({ plus: postOf(id, '+'), minus: postOf(id, '-') }));
  const held = new Set([...poles.flatMap(({ plus, minus }) => [plus, minus]), meeting.plus, meeting.minus]);
  const ways = withoutDeadEnds(waysOf(circuit, parts, jointOhm), held);
  const posts = [...new Set([...held, ...ways.flatMap(({ a, b }) => [a, b])])];
  const numbers = new Map(posts.map((post, k) => [post, k]));
  const numberOf = (post: string): number => {
    const number = numbers.get(post);
    if (number === undefined) throw new Error(`${post} is no post of this network`);
    return number;
  };
  const resistors = ways.map(({ a, b, ohm }): Resistor => ({ from: numberOf(a), to: numberOf(b), ohm }));
  const links = linkOhms(circuit, jointOhm);
  return (batteries) => ({
    network: {
      posts: posts.length,
      resistors,
      sources: batteries.map(({ emfV, ohm, looseOhm }, k) => {
        const { plus, minus } = at(poles, k);
        return { plus: numberOf(plus), minus: numberOf(minus), emfV, ohm: ohm + looseOhm + at(links, k) };
      }),
    },
    feed: { plus: numberOf(meeting.plus), minus: numberOf(meeting.minus) },
    conductors: ways.map(({ conductor }) => conductor),
  });
}

/** A run, or what is closed between two posts of a part. */
interface Way {
  a: string;
  b: string;
  ohm: number;
  conductor: NamedConductor;
}

function waysOf({ runs, strings }: CircuitFigures, parts: readonly Part[], jointOhm: number): Way[] {
  const place = (post: string) =>
    Math.max(
      0,
      strings.findIndex(({ id }) => id === partIdOf(post)),
    );
  const way = (
    a: string,
    b: string,
    ohm: number,
    polarity: NamedConductor['polarity'],
    ampacityA: number | null,
  ): Way => ({
    a,
    b,
    ohm,
    conductor: { kind: 'lead', polarity, from: place(a), to: place(b), ampacityA },
  });
  return [
    ...runs.flatMap(({ run, areaMm2, ampacityA }) =>
      run.role === 'sense' || run.role === 'link'
        ? []
        : [
            way(
              run.from,
              run.to,
              runOhm(run, areaMm2, IN_USE_C, jointOhm),
              run.role === 'positive' ? 'positive' : 'negative',
              ampacityA,
            ),
          ],
    ),
    ...parts.flatMap(({ id, kind }) => {
      const through = THROUGH[kind];
      return through ? [way(postOf(id, through[0]), postOf(id, through[1]), CLOSED_OHM, 'positive', null)] : [];
    }),
  ];
}

/** What carries nothing is left out: all that hangs on one end alone, but for the posts that are held. */
function withoutDeadEnds(ways: readonly Way[], held: ReadonlySet<string>): Way[] {
  let left = ways.filter(({ a, b }) => a !== b);
  for (;;) {
    const ends = new Map<string, number>();
    for (const { a, b } of left) for (const post of [a, b]) ends.set(post, (ends.get(post) ?? 0) + 1);
    const isDead = (post: string) => !held.has(post) && ends.get(post) === 1;
    const next = left.filter(({ a, b }) => !isDead(a) && !isDead(b));
    if (next.length === left.length) return next;
    left = next;
  }
}

/** The largest loop that all strings feed shows where their ways have met on either side. */
function meetingOf({ currents, strings }: CircuitFigures): Meeting | null {
  const all = strings.length;
  const isOfAll = ({ run, part }: Edge) => (currents.flows.get(run?.id ?? part?.id ?? '')?.strings.length ?? 0) === all;
  const whole = currents.loops
    .filter(({ out, back, demand }) => out && back && !demand.gives)
    .sort((a, b) => b.demand.current.value - a.demand.current.value);
  for (const loop of whole) {
    const plus = firstPost(loop.out, isOfAll);
    const minus = firstPost(loop.back && [...loop.back].reverse(), isOfAll);
    if (plus !== null && minus !== null) return { plus, minus };
  }
  return null;
}

/** The post at which a way from a battery comes to what all strings feed. Links lie within their string, be it the only one. */
function firstPost(whole: Loop['out'], isOfAll: (edge: Edge) => boolean): string | null {
  const way = whole?.filter(({ run }) => run?.role !== 'link');
  const k = way?.findIndex(isOfAll) ?? -1;
  const [edge, before] = [way?.[k], way?.[k - 1]];
  if (!edge) return null;
  // The end that it has in common with what comes before it; at the very beginning the battery’s own post.
  if (!before) return partIdOf(edge.a).startsWith('battery-') ? edge.a : edge.b;
  return [before.a, before.b].includes(edge.a) ? edge.a : edge.b;
}

/** Ω of the links in each string. */
const linkOhms = ({ strings, runs }: CircuitFigures, jointOhm: number): number[] =>
  strings.map((string) =>
    linkRuns(string, runs).reduce((sum, { one }) => sum + runOhm(one.run, one.areaMm2, IN_USE_C, jointOhm), 0),
  );
