import type { Network, Resistor, Source } from '../../network/network';
import { at } from '../../quantity/guard';

/** Ways of joining batteries in parallel, from the usual worst to the usual best. */
export const TOPOLOGIES = ['end-fed', 'diagonal', 'middle', 'half-way', 'bars-one-end', 'bars-opposite-ends'] as const;
export type Topology = (typeof TOPOLOGIES)[number];

/** One battery, or one string, as its posts show it. */
export interface ParallelBattery {
  /** Rested voltage at its charge and temperature. */
  emfV: number;
  /** Inside it, > 0. */
  ohm: number;
  /** Of a loose or corroded joint on top of what every joint has, ≥ 0. */
  looseOhm: number;
}

/** Resistances of what joins them, of one conductor each, its joints included; > 0. */
export interface ParallelLeads {
  /** Post to the same post of the neighbour. */
  linkOhm: number;
  /** Post to a bar; half a bank to the common post. */
  leadOhm: number;
  /** Along a bar from stud to stud. */
  barOhm: number;
}

/** A conductor of the network that a person can point at. */
export interface NamedConductor {
  kind: 'link' | 'lead' | 'bar';
  polarity: 'positive' | 'negative';
  /** Of the batteries that it lies between, or whose it is; from 0. */
  from: number;
  to: number;
  /** A that it carries for good; null: its section is on no list; left out where all leads are alike. */
  ampacityA?: number | null;
}

export interface ParallelNetwork {
  network: Omit<Network, 'sinks'>;
  /** Where the mains are joined on: current is taken out of plus and comes back to minus. */
  feed: { plus: number; minus: number };
  /** [resistors] */
  conductors: NamedConductor[];
}

/** How batteries are joined: the network that they make, whatever their voltages and resistances are just now. */
export type Joining = (batteries: readonly ParallelBattery[]) => ParallelNetwork;

/** A way of joining with its leads. */
export const joinedBy =
  (topology: Topology, leads: ParallelLeads): Joining =>
  (batteries) =>
    parallelNetwork(topology, batteries, leads);

/**
 * The way of joining that a network shows, which was made for certain batteries: what lies between is data, and can be sent to a worker.
 * @param madeFor  [sources] the batteries that it was made for
 */
export function joinedAs(
  shown: ParallelNetwork,
  madeFor: readonly Pick<ParallelBattery, 'ohm' | 'looseOhm'>[],
): Joining {
  // What a way of joining adds to a battery’s own: the links of its string.
  const added = shown.network.sources.map(({ ohm }, k) => ohm - at(madeFor, k).ohm - at(madeFor, k).looseOhm);
  return (batteries) => ({
    ...shown,
    network: {
      ...shown.network,
      sources: shown.network.sources.map((source, k) => {
        const { emfV, ohm, looseOhm } = at(batteries, k);
        return { ...source, emfV, ohm: ohm + looseOhm + at(added, k) };
      }),
    },
  });
}

/**
 * The network of a bank joined in a certain way, without what it feeds; currents of sources come in the order of the batteries.
 *
 * End-fed: both mains at the first battery. Diagonal: the positive at the first, the negative at the last. Middle: both in the middle
 * of the row. Half-way: two halves, each fed diagonally, with equal leads to common posts. Bars: equal leads from every battery to two
 * bars, which are fed at the same end, or at opposite ones.
 * @param batteries  1 … 16
 */
export function parallelNetwork(
  topology: Topology,
  batteries: readonly ParallelBattery[],
  { linkOhm, leadOhm, barOhm }: ParallelLeads,
): ParallelNetwork {
  const count = batteries.length;
  let posts = 2 * count;
  const plusOf = (k: number) => 2 * k;
  const minusOf = (k: number) => 2 * k + 1;
  const resistors: Resistor[] = [];
  const conductors: NamedConductor[] = [];
  const join = (from: number, to: number, ohm: number, conductor: NamedConductor) => {
    resistors.push({ from, to, ohm });
    conductors.push(conductor);
  };
  const link = (first: number, last: number) => {
    for (let k = first; k < last; k++) {
      join(plusOf(k), plusOf(k + 1), linkOhm, { kind: 'link', polarity: 'positive', from: k, to: k + 1 });
      join(minusOf(k), minusOf(k + 1), linkOhm, { kind: 'link', polarity: 'negative', from: k, to: k + 1 });
    }
  };
  const feed = { plus: plusOf(0), minus: minusOf(0) };
  switch (topology) {
    case 'end-fed':
    case 'diagonal':
    case 'middle': {
      link(0, count - 1);
      if (topology === 'diagonal') feed.minus = minusOf(count - 1);
      if (topology === 'middle') {
        feed.plus = plusOf(Math.ceil(count / 2) - 1);
        feed.minus = minusOf(Math.floor(count / 2));
      }
      break;
    }
    case 'half-way': {
      if (count === 1) break;
      const half = Math.ceil(count / 2);
      feed.plus = posts++;
      feed.minus = posts++;
      for (const [first, last] of [
        [0, half - 1],
        [half, count - 1],
      ] as const) {
        link(first, last);
        join(plusOf(first), feed.plus, leadOhm, { kind: 'lead', polarity: 'positive', from: first, to: first });
        join(minusOf(last), feed.minus, leadOhm, { kind: 'lead', polarity: 'negative', from: last, to: last });
      }
      break;
    }
    case 'bars-one-end':
    case 'bars-opposite-ends': {
      const bar = { plus: posts, minus: posts + count };
      posts += 2 * count;
      for (let k = 0; k < count; k++) {
        join(plusOf(k), bar.plus + k, leadOhm, { kind: 'lead', polarity: 'positive', from: k, to: k });
        join(minusOf(k), bar.minus + k, leadOhm, { kind: 'lead', polarity: 'negative', from: k, to: k });
        if (k === 0) continue;
        const between = { kind: 'bar', from: k - 1, to: k } as const;
        join(bar.plus + k - 1, bar.plus + k, barOhm, { ...between, polarity: 'positive' });
        join(bar.minus + k - 1, bar.minus + k, barOhm, { ...between, polarity: 'negative' });
      }
      feed.plus = bar.plus;
      feed.minus = topology === 'bars-one-end' ? bar.minus : bar.minus + count - 1;
    }
  }
  const sources = batteries.map(({ emfV, ohm, looseOhm }, k): Source => ({
    plus: plusOf(k),
    minus: minusOf(k),
    emfV,
    ohm: ohm + looseOhm,
  }));
  return { network: { posts, resistors, sources }, feed, conductors };
}
