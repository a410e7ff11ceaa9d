import type { FuseChoice } from '../conductors/choose-fuse';
import type { BankString } from './battery-posts';
import type { Currents } from './currents';
import type { Demand } from './demand';
import type { Finding } from './finding';
import type { Bypass } from './negative-path';
import type { Part } from './part';
import type { FusePart, Guard } from './protection';
import type { Run } from './run';

/** One conductor, worked out. */
export interface RunFigures {
  run: Run;
  designA: number;
  areaMm2: number;
  /** Chosen by the rules, or as it lies there. */
  chosen: boolean;
  ampacityA: number | null;
  dropV: number;
  lossW: number;
  /** °C at its design current. */
  conductorC: number | null;
  /** Fuses that blow for it. */
  guard: Guard | null;
}

/** One fuse, worked out. */
export interface FuseFigures {
  part: FusePart;
  designA: number;
  choice: FuseChoice | null;
  chosen: boolean;
  /** At its own terminals. */
  shortCircuitA: number;
  /** The largest that may ever be put in: what the thinnest wire behind it carries; null: no wire behind it is known. */
  largestA: number | null;
}

/** The way to one consumer or source and back. */
export interface LoopFigures {
  demand: Demand;
  part: Part;
  dropV: number;
  dropFraction: number;
  /** Whether there is a whole way. */
  closed: boolean;
  runIds: string[];
}

/** A circuit worked out, before it is judged. */
export interface CircuitFigures {
  strings: BankString[];
  nominalV: number;
  highestV: number;
  runs: RunFigures[];
  fuses: FuseFigures[];
  loops: LoopFigures[];
  currents: Currents;
  bypasses: Bypass[];
}

export interface Circuit extends CircuitFigures {
  findings: Finding[];
}
