import type { FuseChoice, NoFuse } from '../conductors/choose-fuse';
import type { Figure } from '../formula/figure';
import type { Stud } from './part';
import type { BornFor } from './run';

/** Worst first. */
export const SEVERITIES = ['error', 'warning', 'note'] as const;
export type Severity = (typeof SEVERITIES)[number];

/** What will do in its place: of the list, or of this size as a sheet gives it, of a family that is none of the list's; null: nothing will. */
export type BetterFuse = FuseChoice | 'of-sheet' | null;

/** What is wrong, with the numbers that say so. Words are made of it by whoever shows it. */
export type Fault =
  | {
      code: 'bypass';
      runLabels: string[];
      overIds: string[];
      move: { runId: string; end: 'from' | 'to'; to: string } | null;
    }
  /** A battery lies between what a run joins. */
  | { code: 'short' }
  /** Plus comes to its negative post, minus to its positive one; a shunt that counts backwards; a chassis on plus. */
  | { code: 'turned' }
  /** What is there to part a way, with another around it. */
  | { code: 'bridged'; runLabels: string[]; byHandId: string | null }
  /** A meter whose own supply is cut off with the loads. */
  | { code: 'meter-switched'; byId: string }
  | { code: 'no-shunt' }
  | { code: 'more-shunts'; count: number }
  | { code: 'astray'; where: 'same-post' | 'no-post' }
  | { code: 'unreached'; pole: '+' | '-' }
  | { code: 'not-planned' }
  | { code: 'joined-otherwise'; planned: 'between' | 'relay' }
  | { code: 'without-part'; inverterIds: string[]; sourceIds: string[] }
  | { code: 'loads-without-circuit'; loadIds: string[] }
  | { code: 'ac-without-inverter'; loadIds: string[] }
  /** Loads that would get another voltage than they take. */
  | { code: 'other-voltage'; loadIds: string[]; givesV: number }
  | { code: 'string-apart'; poles: ('+' | '-')[] }
  | { code: 'string-open'; missing: number }
  /** By leads of other lengths, or of one length and other sections; m and Ω are there and back. */
  | {
      code: 'uneven';
      name: string;
      carries: Figure;
      fairFraction: number;
      by: { is: 'length'; longestM: number; shortestM: number } | { is: 'section'; mostOhm: number; leastOhm: number };
    }
  | { code: 'off-list'; areaMm2: number }
  | { code: 'cut-otherwise'; cutMm2: number; cutForM: number; areaMm2: number; lengthM: number }
  | { code: 'thin'; carriesA: number; wantedA: number; by: BornFor; enoughMm2: number | null }
  /** On the way to a part and back; where the list ends, every run of it is as thick as any is, and chosen so. */
  | { code: 'drop'; fraction: number; mostFraction: number; gives: boolean; listEnds: boolean }
  | { code: 'beyond-list'; by: BornFor; carriesA: number; wantedA: number }
  | { code: 'bare'; bareM: number; mostM: number }
  | { code: 'no-fuse'; why: NoFuse }
  | { code: 'fuse-small'; ratingA: number; wantedA: number; better: FuseChoice | null }
  /** List ends: no section of it bears such a fuse, which is said of the wires too. */
  | { code: 'fuse-large'; ratingA: number; carriesA: number; better: FuseChoice | null; listEnds: boolean }
  | { code: 'fuse-unlisted'; ratingA: number; family: string | null }
  | { code: 'fuse-breaks'; breaksA: number; shortCircuitA: number; better: BetterFuse }
  | { code: 'fuse-volts'; voltsMax: number; highestV: number; better: BetterFuse }
  | { code: 'not-selective'; ratingA: number; behindA: number; behindId: string; ratio: number }
  | { code: 'rating'; ratingA: number; designA: number }
  | { code: 'lugs'; count: number; most: number }
  | { code: 'stud'; lug: Stud; stud: Stud; end: 'from' | 'to'; onPart: string };

export interface Finding {
  severity: Severity;
  /** The run or part that it is about. */
  on: { run: string } | { part: string } | null;
  fault: Fault;
}

export const finding = (severity: Severity, on: Finding['on'], fault: Fault): Finding => ({ severity, on, fault });
