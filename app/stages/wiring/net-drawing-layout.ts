import type { ElkExtendedEdge, ElkNode, ElkPort } from 'elkjs/lib/elk-api';
import { runSectionText } from '@core/wiring/run-ohm';
import { asTyped, formatNumber } from '@core/quantity/format';
import type { Circuit } from '@core/wiring/circuit-figures';
import { type Part, partIdOf, type PartKind, postOf, postsOf } from '@core/wiring/part';
import type { Run } from '@core/wiring/run';

/** A box of the net with its place. */
export interface NetBox {
  id: string;
  kind: PartKind | 'battery';
  name: string;
  /** What stands below its name: 160 Ah, 110 A. */
  says: string;
  x: number;
  y: number;
  width: number;
  height: number;
  bad: boolean;
}

/** A run of the net along its corners. */
export interface NetWire {
  run: Run;
  areaMm2: number;
  d: string;
  /** Where its label stands. */
  label: { x: number; y: number; says: string };
  bad: boolean;
}

export interface NetDrawing {
  width: number;
  height: number;
  boxes: NetBox[];
  wires: NetWire[];
}

/** Bars that the drawing by rule has a place for. */
const KNOWN_BARS = new Set(['plus', 'minus', 'bank-plus', 'bank-minus', 'block-plus', 'block-minus', 'second-plus']);

/** Whether a circuit has what the drawing by rule has no place for: a bar by hand, batteries joined one to the next, several shunts. */
export function isTangled({ runs, strings }: Circuit, parts: readonly Part[]): boolean {
  const ids = new Set(strings.map(({ id }) => id));
  const isBetweenStrings = ({ run }: { run: Run }) =>
    run.role !== 'link' && ids.has(partIdOf(run.from)) && ids.has(partIdOf(run.to));
  return (
    parts.some(({ id, kind }) => kind === 'bar' && !KNOWN_BARS.has(id)) ||
    parts.filter(({ kind }) => kind === 'shunt').length > 1 ||
    runs.some(isBetweenStrings)
  );
}

const SIZES: Record<PartKind | 'battery', readonly [width: number, height: number]> = {
  battery: [96, 60],
  bar: [26, 40],
  shunt: [64, 40],
  fuse: [56, 34],
  switch: [56, 34],
  relay: [56, 34],
  protection: [64, 34],
  inverter: [112, 46],
  charger: [112, 46],
  loads: [112, 46],
  other: [112, 46],
  'second-battery': [112, 52],
  chassis: [64, 34],
  monitor: [72, 34],
};
/** For each run that comes to a bar. */
const BAR_STEP = 22;
const LABEL_W = 124;
const LABEL_H = 14;

/** What the layout is asked: every part a box with its posts, every run a joint, from the bank to the right. */
export function netOf(circuit: Circuit, parts: readonly Part[], lengthText: (run: Run) => string): ElkNode {
  const away = distances(circuit);
  const ends = new Map<string, number>();
  for (const { run } of circuit.runs)
    for (const post of [run.from, run.to]) ends.set(partIdOf(post), (ends.get(partIdOf(post)) ?? 0) + 1);
  const port = (id: string, side: 'EAST' | 'WEST'): ElkPort => ({
    id,
    width: 1,
    height: 1,
    layoutOptions: { 'elk.port.side': side },
  });
  const node = (id: string, kind: PartKind | 'battery', ports: ElkPort[]): ElkNode => {
    const [width, height] = SIZES[kind];
    const tall = kind === 'bar' ? Math.max(height, BAR_STEP * (ends.get(id) ?? 0)) : height;
    const constraint = kind === 'bar' ? 'FREE' : 'FIXED_SIDE';
    return { id, width, height: tall, ports, layoutOptions: { 'elk.portConstraints': constraint } };
  };
  const sideOf = (post: string, others: readonly string[]) => {
    const own = away.get(post) ?? Number.POSITIVE_INFINITY;
    return others.every((other) => own <= (away.get(other) ?? Number.POSITIVE_INFINITY)) ? 'WEST' : 'EAST';
  };
  const children = [
    ...circuit.strings.map(({ id }) =>
      node(id, 'battery', [port(postOf(id, '+'), 'EAST'), port(postOf(id, '-'), 'EAST')]),
    ),
    ...parts.map((part) => {
      const posts = postsOf(part);
      const isThrough = posts.length === 2 && !['inverter', 'charger', 'loads', 'other'].includes(part.kind);
      const side = (post: string) =>
        part.kind === 'second-battery'
          ? 'EAST'
          : isThrough
            ? sideOf(
                post,
                posts.filter((one) => one !== post),
              )
            : 'WEST';
      return node(
        part.id,
        part.kind,
        posts.map((post) => port(post, side(post))),
      );
    }),
  ];
  const there = new Set(children.flatMap(({ ports }) => (ports ?? []).map(({ id }) => id)));
  const edges = circuit.runs.flatMap(({ run, areaMm2 }): ElkExtendedEdge[] => {
    if (!there.has(run.from) || !there.has(run.to)) return [];
    // From what is nearer to the bank.
    const [source, target] =
      (away.get(run.from) ?? 0) <= (away.get(run.to) ?? 0) ? [run.from, run.to] : [run.to, run.from];
    const text = `${run.label} ${runSectionText(run, areaMm2)} ${lengthText(run)}`;
    return [
      {
        id: run.id,
        sources: [source],
        targets: [target],
        labels: [{ id: `label-${run.id}`, text, width: LABEL_W, height: LABEL_H }],
      },
    ];
  });
  return {
    id: 'net',
    children,
    edges,
    layoutOptions: {
      'elk.algorithm': 'layered',
      'elk.direction': 'RIGHT',
      'elk.edgeRouting': 'ORTHOGONAL',
      'elk.spacing.nodeNode': '26',
      'elk.spacing.edgeNode': '18',
      'elk.spacing.edgeEdge': '12',
      'elk.layered.spacing.nodeNodeBetweenLayers': '40',
      'elk.layered.spacing.edgeNodeBetweenLayers': '18',
      'elk.edgeLabels.inline': 'false',
      'elk.padding': '[top=20,left=16,bottom=20,right=16]',
    },
  };
}

/** How many joints lie between each post and the nearest battery. */
function distances({ runs, strings, currents }: Circuit): ReadonlyMap<string, number> {
  const next = new Map<string, string[]>();
  const join = (a: string, b: string) => {
    next.set(a, [...(next.get(a) ?? []), b]);
    next.set(b, [...(next.get(b) ?? []), a]);
  };
  for (const { run } of runs) if (run.role !== 'link') join(run.from, run.to);
  for (const way of [...currents.outWays, ...currents.backWays]) for (const { a, b, part } of way) if (part) join(a, b);
  const away = new Map<string, number>(
    strings.flatMap(({ id }) => [[postOf(id, '+'), 0] as const, [postOf(id, '-'), 0] as const]),
  );
  // Grows while it is walked.
  for (const [post, steps] of away)
    for (const other of next.get(post) ?? []) if (!away.has(other)) away.set(other, steps + 1);
  return away;
}

/** The net as it is drawn, from the places that the layout gave. */
export function netDrawing(
  net: ElkNode,
  circuit: Circuit,
  parts: readonly Part[],
  nameOf: (id: string) => string,
): NetDrawing {
  const kinds = new Map(parts.map((part) => [part.id, part.kind]));
  const bad = new Set([
    ...circuit.findings.map(({ on }) => (on ? ('run' in on ? on.run : on.part) : '')),
    ...circuit.bypasses.flatMap(({ crossing }) => crossing?.run.id ?? []),
  ]);
  const says = new Map<string, string>([
    ...circuit.strings.map(({ id, battery }) => [id, `${formatNumber(battery.capacityAh, 0)} Ah`] as const),
    ...circuit.fuses.map(
      ({ part, choice }) => [part.id, choice ? `${asTyped(choice.ratingA)} A` : 'none fits'] as const,
    ),
    // What a part takes stands for it, where it charges too.
    ...[...circuit.loops]
      .reverse()
      .map(({ part, demand }) => [part.id, `${formatNumber(demand.current.value, 1)} A`] as const),
    ...circuit.seconds.map(({ id, nominalV }) => [id, `${formatNumber(nominalV, 0)} V`] as const),
  ]);
  const figures = new Map(circuit.runs.map((one) => [one.run.id, one]));
  return {
    width: net.width ?? 0,
    height: net.height ?? 0,
    boxes: (net.children ?? []).map(({ id, x, y, width, height }) => ({
      id,
      kind: kinds.get(id) ?? 'battery',
      name: nameOf(id),
      says: says.get(id) ?? '',
      x: x ?? 0,
      y: y ?? 0,
      width: width ?? 0,
      height: height ?? 0,
      bad: bad.has(id),
    })),
    wires: (net.edges ?? []).flatMap(({ id, sections, labels }) => {
      const one = figures.get(id);
      const [section] = sections ?? [];
      if (!one || !section) return [];
      const corners = [section.startPoint, ...(section.bendPoints ?? []), section.endPoint];
      const [label] = labels ?? [];
      return [
        {
          run: one.run,
          areaMm2: one.run.conductors * one.areaMm2,
          d: corners.map(({ x, y }, k) => `${k === 0 ? 'M' : 'L'}${x} ${y}`).join(''),
          label: { x: label?.x ?? 0, y: (label?.y ?? 0) + LABEL_H - 3, says: label?.text ?? '' },
          bad: bad.has(id),
        },
      ];
    }),
  };
}
