import { computed, entered, type Figure, measured } from '../formula/figure';
import { formula, sumOver } from '../formula/formula';
import type { LoopFigures } from '../wiring/circuit-figures';
import type { Edge } from '../wiring/graph';
import { partIdOf } from '../wiring/part';
import { circuitOrPart } from './circuit-or-part';
import type { StepContext } from './context';
import { COMMISSIONING_LIMITS as LIMITS } from './limits';
import type { Seen } from './plan';
import { rest, rounded } from './rests';
import { besideRest, sectionRest } from './section-rest';
import { seenOf } from './seen';
import type { Field, Piece, StepOf, Stretch } from './step';
import { runOhm } from '../wiring/run-ohm';

/** From this design current on a circuit is proven by its drop, A. */
const PROVEN_FROM_A = 5;
const COLD_C = 10;
const WARM_C = 60;
/** A good crimp and its post, at most, Ω. */
const JOINT_OHM = 0.0001;
/** V that a fuse has across it at its rating, from low to high. @source usual data sheets of blade and bolted fuses */
const FUSE_V = [0.03, 0.15] as const;
/** A switch or a relay that is closed, and a battery’s own protection, at most. */
const CONTACT_OHM = { switch: 0.0005, relay: 0.0008, protection: 0.004 } as const;
/** A length that nobody has measured may be so much shorter or longer. */
const GUESSED = [0.6, 1.7] as const;
const MEASURED = [0.97, 1.05] as const;
/** Shunts are made to a percent or better. */
const SHUNT_OFF = 0.03;

const stretchOhm = formula({
  id: 'commissioning.stretch',
  says: 'resistance of the stretch',
  unit: 'Ohm',
  words: 'volts lost ÷ current',
  terms: {
    beforeV: { says: 'volts at its beginning', unit: 'V' },
    afterV: { says: 'volts at its end', unit: 'V' },
    currentA: { says: 'current', unit: 'A' },
  },
  compute: ({ beforeV, afterV, currentA }) => Math.abs(beforeV - afterV) / Math.abs(currentA),
  source: 'Ohm’s law',
});
const heat = formula({
  id: 'commissioning.joint-heat',
  says: 'heat beyond what it should be',
  unit: 'W',
  words: 'current² × (resistance − what it may be)',
  terms: {
    currentA: { says: 'current', unit: 'A' },
    ohm: { says: 'resistance', unit: 'Ohm' },
    mostOhm: { says: 'may be', unit: 'Ohm' },
  },
  compute: ({ currentA, ohm, mostOhm }) => currentA ** 2 * (ohm - mostOhm),
  source: 'I²·R',
});

/** Every circuit that carries much, the largest always: volts along its way under a known load. */
export function dropSteps(context: StepContext): StepOf<'drop'>[] {
  const size = ({ demand }: LoopFigures) => demand.current.value;
  const whole = context.circuit.loops
    .filter(({ hasOut, hasBack }) => hasOut && hasBack)
    .sort((a, b) => size(b) - size(a));
  const [largest] = whole;
  // An inverter that charges too is proven once, by the greater of the two.
  const once = whole.filter(({ part }, k) => whole.findIndex((one) => one.part === part) === k);
  return once
    .filter((loop) => size(loop) >= Math.min(PROVEN_FROM_A, largest ? size(largest) : 0))
    .map((loop) => dropStep(loop, context));
}

function dropStep(loop: LoopFigures, context: StepContext): StepOf<'drop'> {
  const edges = context.circuit.currents.loops.find(({ demand }) => demand.partId === loop.part.id);
  const [nearOut, farOut] = splitAtBar(edges?.out ?? [], context);
  const [farBack, nearBack] = splitAtBar([...(edges?.back ?? [])], context, 'first');
  const stretches = [
    stretchOf('bank', loop, [...nearOut, ...nearBack], context),
    stretchOf('feeder', loop, [...farOut, ...farBack], context),
  ].flatMap((one) => one ?? []);
  const volts = (what: string): Field => ({ what, unit: 'V', limit: LIMITS.shownV, optional: false });
  return {
    id: `drop:${loop.part.id}`,
    kind: 'drop',
    phase: 'drop',
    name: circuitOrPart(loop.part),
    partId: loop.part.id,
    gives: loop.demand.gives,
    stretches,
    checks: [],
    fields: [
      { what: 'amps', unit: 'A', limit: LIMITS.shownA, optional: false },
      volts('atPosts'),
      ...(stretches.length > 1 ? [volts('atBar')] : []),
      volts('atEnd'),
    ],
    expected: stretches.map(({ id, from, to }) => ({ what: id, from, to })),
    rests: loop.runIds.flatMap((id) => {
      const one = context.circuit.runs.find(({ run }) => run.id === id);
      if (!one) return [];
      const { label, lengthM, from, to } = one.run;
      return [
        sectionRest(`${label} section`, one.run, one.areaMm2),
        ...besideRest(`${label} `, one.run),
        rest(`${label} length`, rounded(lengthM)),
        rest(`${label} ends`, `${from}, ${to}`),
      ];
    }),
  };
}

/** A way cut in two at the bar that is nearest to the consumer; the whole is the second part where it passes none. */
function splitAtBar(way: readonly Edge[], { wiring }: StepContext, side: 'last' | 'first' = 'last'): [Edge[], Edge[]] {
  const bars = new Set(wiring.parts.filter(({ kind }) => kind === 'bar').map(({ id }) => id));
  const ends = (edge: Edge) => [edge.a, edge.b].map(partIdOf);
  const joins = way.map((edge, k) => {
    const next = way[k + 1];
    return next !== undefined && ends(edge).some((id) => bars.has(id) && ends(next).includes(id));
  });
  const at = side === 'last' ? joins.lastIndexOf(true) : joins.indexOf(true);
  if (at < 0) return side === 'last' ? [[], [...way]] : [[...way], []];
  return [way.slice(0, at + 1), way.slice(at + 1)];
}

function stretchOf(
  id: Stretch['id'],
  { part }: LoopFigures,
  edges: readonly Edge[],
  context: StepContext,
): Stretch | null {
  const pieces = edges.flatMap((edge) => pieceOf(edge, context) ?? []);
  if (pieces.length === 0) return null;
  const sum = (end: 'lowOhm' | 'highOhm') =>
    sumOver(
      {
        id: `commissioning.stretch-${id}-${end}:${part.id}`,
        says: end === 'lowOhm' ? 'at least' : 'at most',
        unit: 'Ohm',
        source: 'copper cold or warm, fuses and shunt by their ratings, a good joint at each end',
      },
      pieces.map((piece) => ({ says: piece.name, piece })),
      ({ piece }) => computed(piece[end]),
    );
  return { id, from: sum('lowOhm'), to: sum('highOhm'), pieces };
}

/** What a cable or a part adds for the whole current: leads of strings lie side by side. */
function pieceOf({ run: laid, part }: Edge, { circuit, wiring }: StepContext): Piece | null {
  const { flows, stringCount } = circuit.currents;
  const id = laid?.id ?? part?.id;
  // Links lie within a string: volts are read at its two ends.
  if (id === undefined || laid?.role === 'link') return null;
  const share = (flows.get(id)?.strings.length ?? stringCount) / stringCount;
  const piece = (name: string, lowOhm: number, highOhm: number): Piece => ({
    id,
    name,
    lowOhm: lowOhm * share,
    highOhm: highOhm * share,
  });
  if (laid) {
    const figures = circuit.runs.find((one) => one.run.id === id);
    if (!figures) return null;
    const { run } = figures;
    const [short, long] = run.lengthBy === 'measured' ? MEASURED : GUESSED;
    return piece(
      run.label,
      runOhm({ ...run, lengthM: run.lengthM * short }, figures.areaMm2, COLD_C),
      runOhm({ ...run, lengthM: run.lengthM * long }, figures.areaMm2, WARM_C, JOINT_OHM),
    );
  }
  const whole = wiring.parts.find((one) => one.id === id);
  switch (whole?.kind) {
    case 'fuse': {
      const ratingA = circuit.fuses.find((one) => one.part.id === id)?.choice?.ratingA ?? null;
      return ratingA === null ? null : piece(whole.name, FUSE_V[0] / ratingA, FUSE_V[1] / ratingA + 2 * JOINT_OHM);
    }
    case 'shunt': {
      if (whole.ratingA === null) return piece(whole.name, 0, 0.001);
      const ohm = whole.fullScaleV / whole.ratingA;
      return piece(whole.name, ohm * (1 - SHUNT_OFF), ohm * (1 + SHUNT_OFF) + 2 * JOINT_OHM);
    }
    case 'switch':
    case 'relay':
    case 'protection':
      return piece(whole.name, 0, CONTACT_OHM[whole.kind] + 2 * JOINT_OHM);
    default:
      return null;
  }
}

/** What volts along a way come to. */
export interface DropAnswer {
  outcome: 'pass' | 'fail' | 'ask';
  stretches: {
    id: Stretch['id'];
    ohm: Figure;
    /** By how much the voltmeter may be off, Ω. */
    unsureOhm: number;
    verdict: 'good' | 'too-high' | 'cannot-tell' | 'rises';
    /** Beyond what it may be, W; null where it is not. */
    heat: Figure | null;
  }[];
  /** Of a stretch that is too high: the piece that is, once its pieces were measured. */
  worst: { piece: Piece; ohm: Figure; heat: Figure } | null;
}

const mostV = formula({
  id: 'commissioning.most-across',
  says: 'may be across it',
  unit: 'V',
  words: 'current × the most that it may have',
  terms: { currentA: { says: 'current', unit: 'A' }, mostOhm: { says: 'may have', unit: 'Ohm' } },
  compute: ({ currentA, mostOhm }) => Math.abs(currentA) * mostOhm,
  source: 'Ohm’s law; copper warm, a good joint at each end',
});

/** The pieces of the stretches that are too high, with the most that may be across each at that current. */
export function piecesToRead(
  { stretches }: Pick<StepOf<'drop'>, 'stretches'>,
  answer: Pick<DropAnswer, 'stretches'>,
  amps: number,
): { piece: Piece; most: Figure }[] {
  const bad = new Set(answer.stretches.flatMap(({ id, verdict }) => (verdict === 'too-high' ? [id] : [])));
  return stretches
    .filter(({ id }) => bad.has(id))
    .flatMap(({ pieces }) => pieces)
    .map((piece) => ({
      piece,
      most: mostV.figure({ currentA: measured(amps), mostOhm: computed(piece.highOhm) }, { key: piece.id }),
    }));
}

/** What is read across one piece. */
export const acrossOf = (pieceId: string): string => `across:${pieceId}`;

/**
 * Whether the way to a consumer is as good as its circuit says. Each stretch by volts lost ÷ current; of one that is too high, the piece with
 * the most beyond what it may be, once the volts across its pieces were read.
 * @param stepV  the smallest change that the voltmeter shows
 */
export function judgeDrop(step: StepOf<'drop'>, seen: readonly Seen[], stepV: number): DropAnswer | null {
  const amps = seenOf(seen, 'amps');
  if (amps === null || amps === 0) return null;
  const ends = {
    bank: ['atPosts', 'atBar'],
    feeder: [step.stretches.length > 1 ? 'atBar' : 'atPosts', 'atEnd'],
  } as const;
  const unsureOhm = (stepV * Math.SQRT2) / Math.abs(amps);
  const stretches = step.stretches.flatMap((stretch) => {
    const [before, after] = ends[stretch.id].map((what) => seenOf(seen, what));
    if (before === null || after === null || before === undefined || after === undefined) return [];
    const ohm = stretchOhm.figure(
      { beforeV: measured(before), afterV: measured(after), currentA: measured(amps) },
      { key: `${step.partId}:${stretch.id}` },
    );
    // A load takes volts off along the way, a charger lifts them.
    const rises = (before - after) * (amps > 0 ? -1 : 1) < -unsureOhm * Math.abs(amps);
    const verdict = rises
      ? ('rises' as const)
      : ohm.value - unsureOhm > stretch.to.value
        ? ('too-high' as const)
        : unsureOhm > Math.max(stretch.to.value, 1e-9)
          ? ('cannot-tell' as const)
          : ('good' as const);
    const heatOf = () =>
      heat.figure({ currentA: measured(amps), ohm, mostOhm: stretch.to }, { key: `${step.partId}:${stretch.id}` });
    return [{ id: stretch.id, ohm, unsureOhm, verdict, heat: verdict === 'too-high' ? heatOf() : null }];
  });
  if (stretches.length < step.stretches.length) return null;
  const bad = stretches.filter(({ verdict }) => verdict === 'too-high');
  const unclear = stretches.some(({ verdict }) => verdict === 'cannot-tell' || verdict === 'rises');
  return {
    outcome: bad.length > 0 ? 'fail' : unclear ? 'ask' : 'pass',
    stretches,
    worst: worstPiece(
      step,
      bad.map(({ id }) => id),
      seen,
      amps,
    ),
  };
}

function worstPiece(
  step: StepOf<'drop'>,
  bad: readonly Stretch['id'][],
  seen: readonly Seen[],
  amps: number,
): DropAnswer['worst'] {
  const found = step.stretches
    .filter(({ id }) => bad.includes(id))
    .flatMap(({ pieces }) => pieces)
    .flatMap((piece) => {
      const across = seenOf(seen, acrossOf(piece.id));
      if (across === null) return [];
      const ohm = stretchOhm.figure(
        { beforeV: measured(across), afterV: entered(0), currentA: measured(amps) },
        { key: `${step.partId}:${piece.id}`, says: `${piece.name}, its resistance` },
      );
      return [{ piece, ohm }];
    })
    .filter(({ piece, ohm }) => ohm.value > piece.highOhm)
    .sort((a, b) => b.ohm.value - b.piece.highOhm - (a.ohm.value - a.piece.highOhm));
  const [worst] = found;
  if (!worst) return null;
  return {
    ...worst,
    heat: heat.figure(
      { currentA: measured(amps), ohm: worst.ohm, mostOhm: computed(worst.piece.highOhm) },
      { key: `${step.partId}:${worst.piece.id}` },
    ),
  };
}
