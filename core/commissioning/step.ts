import type { Figure } from '../formula/figure';
import type { Limit } from '../plan/limit';
import type { Unit } from '../quantity/unit';
import type { Stud } from '../wiring/part';
import type { Rest, WasExpected } from './plan';
import type { RollItem } from './roll-call/item';

/** In their order; each is a gate: while something of it is open, what follows waits. */
export const PHASES = [
  'before-power',
  'match',
  'join',
  'power-up',
  'zero',
  'roll-call',
  'drop',
  'full-charge',
  'set-full',
  'sign',
] as const;
export type Phase = (typeof PHASES)[number];

/** One thing of a step that is ticked. */
export interface Check {
  id: string;
  /** What of the rig it is about, by name; empty: its id says all. */
  name: string;
  /** Of a joint: its nut. Null where it is none. */
  nut: { stud: Stud | null; torqueNm: number; by: 'sheet' | 'stud' } | null;
  /** What must stand on it: "110 A, class T". */
  reads?: string;
}

/** One thing of a step that is read off an instrument. */
export interface Field {
  what: string;
  unit: Unit;
  limit: Limit;
  optional: boolean;
}

/** What should be seen: from one figure to another, or one alone. */
export interface Expected {
  what: string;
  from: Figure;
  to: Figure | null;
}

/** The same as an answer keeps it. */
export const asKept = ({ what, from, to }: Expected): WasExpected => ({
  what,
  unit: from.unit,
  from: from.value,
  to: to && to.value,
});

interface Common {
  id: string;
  phase: Phase;
  /** Cable, part, battery, load or source that it is about, by name; empty: the rig. */
  name: string;
  checks: readonly Check[];
  fields: readonly Field[];
  expected: readonly Expected[];
  /** What it follows from: while all of that stands, so does an answer. */
  rests: readonly Rest[];
}

/** Things that are looked at, done, and ticked. */
export const TICKED = [
  'tools',
  'breakers-off',
  'crimp',
  'torque',
  'polarity',
  'fuses',
  'monitor-fused',
  'join',
  'set-full',
  'sign',
] as const;

/** A step of commissioning, naming what of this rig it is about. */
export type Step = Common &
  (
    | { kind: Exclude<(typeof TICKED)[number], 'crimp'> }
    | { kind: 'crimp'; run: { id: string; section: string; from: string; to: string; tickedAtBench: boolean } }
    | { kind: 'rest'; place: { stringAt: number; batteryAt: number }; nominalV: number }
    /** Whether the strings may be joined. */
    | { kind: 'gate' }
    /** Filling: it closes the way to an inverter, whose capacitors fill at once. What the converters give to which it closes the way, V. */
    | {
        kind: 'power';
        partId: string;
        filling: boolean;
        convertersV: readonly number[];
        /** Sources whose way was closed before, which are to stay away: by name, and what they give at the most together, A. */
        away: { names: readonly string[]; mostA: number };
      }
    | { kind: 'zero' }
    | {
        kind: 'roll-call';
        item: RollItem;
        about: Subject;
        pieces: number;
        offFirst: readonly string[];
        /** A source that an inverter gives, which passes the mains on to what hangs on it. */
        byInverter: boolean;
        negativeRunId: string | null;
      }
    | { kind: 'drop'; partId: string; gives: boolean; stretches: readonly Stretch[] }
    | { kind: 'full-charge'; absorptionV: number; tailA: number }
  );
export type StepKind = Step['kind'];
export type StepOf<Kind extends StepKind> = Extract<Step, { kind: Kind }>;

/** What is called: something of the plan, by its id. */
export type Subject = { load: string } | { source: string } | { inverter: string } | { part: string };

/** A stretch of the way to a consumer and back, between two places where volts are read. */
export interface Stretch {
  id: 'bank' | 'feeder';
  /** From what copper, fuses and shunt come to, to that and what good joints may add, Ω. */
  from: Figure;
  to: Figure;
  pieces: readonly Piece[];
}

/** One cable with its two joints, or one part with its two posts. */
export interface Piece {
  id: string;
  name: string;
  lowOhm: number;
  highOhm: number;
}
