import type { Figure } from '../formula/figure';
import type { BankString } from './battery-posts';
import type { Currents } from './currents';
import type { Demand } from './demand';
import type { Finding } from './finding';
import type { Bypass, Landing } from './negative-path';
import type { Part, PartOf } from './part';
import type { Behind, FusePart, Guard } from './protection';
import type { BornFor, Run } from './run';

/** One conductor, worked out. */
export interface RunFigures {
  run: Run;
  design: Figure;
  areaMm2: number;
  /** Chosen by the rules, or as it lies there. */
  chosen: boolean;
  ampacityA: number | null;
  /** What it must carry, or bear until a fuse blows, and which of these it is. */
  bears: Figure;
  bearsFor: BornFor;
  drop: Figure;
  /** At its design current. */
  lossW: number;
  /** At its design current; null: its ampacity is not known. */
  warmth: Figure | null;
  /** While the hardest of what hangs on it starts; null: nothing of it starts harder than it runs. */
  surge: Figure | null;
  /** On an average day of the audit; null: nothing that the audit knows flows through it. */
  usual: UsualDay | null;
  /** Fuses that blow for it. */
  guard: Guard | null;
  /** m of positive cable from the battery to its far end, without a fuse on the way; 0: none of it is bare. */
  bareM: number;
}

/** What an average day makes of a run. */
export interface UsualDay {
  /** The current of its mean amp-hour. */
  typical: Figure;
  drop: Figure;
  lost: Figure;
  /** The next section of the list, and Ah a day that it would save; null: there is none. */
  oneUp: { areaMm2: number; saves: Figure } | null;
}

/** One fuse, worked out. */
export interface FuseFigures {
  part: FusePart;
  design: Figure;
  /** Null: none of the list will do. A size that was typed may be of no family of the list, and so is one of its own sheet. */
  choice: { ratingA: number; family: string | null } | null;
  /** Where the list has none, or none near what is asked for: the size that would do of one by its own sheet. */
  offSheetA: number | null;
  chosen: boolean;
  /** The voltage that it may have to break: of the bank while it is charged, or of the second battery. */
  highest: Figure;
  /** Through it, at its own terminals; null: no battery reaches it. */
  shortCircuit: Figure | null;
  /** The largest that may ever be put in: what the thinnest wire behind it carries; null: no wire behind it is known. */
  largest: Figure | null;
}

/** The way to one consumer or source and back. */
export interface LoopFigures {
  demand: Demand;
  part: Part;
  drop: Figure;
  share: Figure;
  /** The same with every run at its usual current; null of what gives, or where no use of it is known. */
  usualShare: Figure | null;
  /** Whether there is a way from the bank, and one back. */
  hasOut: boolean;
  hasBack: boolean;
  runIds: string[];
}

/** A circuit worked out, before it is judged. */
export interface CircuitFigures {
  /** With what is inside each, Ω. */
  strings: readonly (BankString & { ohm: number })[];
  /** Second batteries, which feed inputs of chargers. */
  seconds: PartOf<'second-battery'>[];
  nominalV: number;
  highestV: number;
  runs: RunFigures[];
  fuses: FuseFigures[];
  loops: LoopFigures[];
  /** Of chargers between two batteries: from the second one to their inputs and back. */
  inputs: LoopFigures[];
  currents: Currents;
  /** Which fuses lie behind each, seen from the bank. */
  behind: ReadonlyMap<string, Behind>;
  bypasses: Bypass[];
  landings: Landing[];
  /** W, with all at their most. */
  loss: Figure;
  /** m of cable in all. */
  cable: Figure;
}

export interface Circuit extends CircuitFigures {
  findings: Finding[];
}
