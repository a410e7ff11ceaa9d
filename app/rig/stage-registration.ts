import type { Type } from '@angular/core';
import type { YearOutcome } from '@core/charging/summarise-year';
import type { KeepUpNone, KeepUpVerdict } from '@core/logbook/keep-up';
import type { DerivedRig } from '@core/rig/derive-rig';
import type { Rig } from '@core/rig/rig';

export type StageState = 'empty' | 'in-work' | 'done' | 'warning' | 'stale';

/** How a stage stands, for the spine. */
export interface StageLine {
  state: StageState;
  /** The stage's one key figure, or what it waits for. */
  says: string;
}

/** What a stage can tell its state from. */
export interface StageFacts {
  rig: Rig;
  derived: DerivedRig;
  book: { reading: boolean; verdict: KeepUpVerdict | KeepUpNone | null };
  /** The simulated year: whether there is what it follows from, and what came out. */
  year: { ready: boolean; failed: boolean; worst: YearOutcome['worst'] | null };
}

/** A page of a stage. */
export interface StagePage {
  /** Below the stage's own address; empty: its first page. */
  path: string;
  /** On the tab of the browser, and in the row of pages; of the row alone where a figure belongs to it. */
  title: string;
  /** False: it is a page of one thing, reached from there. */
  inRow?: false;
  /** On a phone it takes the whole screen: one thing, two thumbs. */
  wholeScreen?: true;
  inRowWith?: (rig: Rig) => string;
  /** How it is offered under "find or do", and its key; none: by its stage alone. */
  command?: string;
  key?: string;
  /** An address of it in the demo rig, where the path alone is none. */
  sample?: string;
  /** Name of its picture in docs/screenshots. */
  picture?: string;
  load: () => Promise<Type<unknown>>;
}

/** All that the frame knows of a stage: its place in the spine, pages, keys and commands follow from this one file. */
export interface StageRegistration {
  id: string;
  /** Its place in the order of the work. */
  number: number;
  name: string;
  pages: readonly StagePage[];
  state: (facts: StageFacts) => StageLine;
  /** Its pages show the simulated year: while one is open it is played more finely. */
  showsYear?: true;
}
