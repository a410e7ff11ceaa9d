import { computed, inject, Injectable, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { bankStrings } from '@core/wiring/battery-posts';
import type { RunFigures } from '@core/wiring/circuit-figures';
import type { Finding } from '@core/wiring/finding';
import { layOut } from '@core/wiring/lay-out';
import { handRun, labelled, otherConsumer, ownCircuit } from '@core/wiring/new-parts';
import { partIdOf, type PartOf } from '@core/wiring/part';
import { PARTS_MOST, RUNS_MOST, type WiringPlan } from '@core/wiring/plan';
import type { Run } from '@core/wiring/run';
import { Edit } from '../../rig/edit';
import { rigFeature } from '../../rig/rig-feature';
import { selectDerived } from '../../rig/rig-selectors';

/** What the pages of the wiring share, what is picked among them. */
@Injectable({ providedIn: 'root' })
export class WiringFacts {
  private readonly store = inject(Store);
  readonly rig = this.store.selectSignal(rigFeature.selectRig);
  private readonly derived = this.store.selectSignal(selectDerived);
  readonly wiring = computed(() => this.rig()?.wiring ?? null);
  readonly circuit = computed(() => this.derived()?.circuit ?? null);
  readonly audit = computed(() => this.derived()?.audit ?? null);
  readonly bank = computed(() => this.rig()?.bank ?? null);
  /** Run or part that is looked at. */
  readonly picked = signal<string | null>(null);

  private readonly names = computed(() => {
    const strings = bankStrings(this.bank());
    return new Map<string, string>([
      ...(this.wiring()?.parts ?? []).map(({ id, name }) => [id, name] as const),
      ...strings.map(({ id, name }) => [id, name] as const),
    ]);
  });
  readonly parts = computed(() => new Map((this.wiring()?.parts ?? []).map((part) => [part.id, part])));

  nameOf(id: string): string {
    return this.names().get(id) ?? 'a part that is gone';
  }

  /** "Positive bar", "Battery 1 +" */
  postName(post: string): string {
    const end = post.slice(post.lastIndexOf('.') + 1);
    const says = END_WORDS[end];
    return says ? `${this.nameOf(partIdOf(post))} ${says}` : this.nameOf(partIdOf(post));
  }

  /** What is wrong with a run or a part. */
  findingsOn(id: string): Finding[] {
    return (this.circuit()?.findings ?? []).filter(({ on }) => on && ('run' in on ? on.run === id : on.part === id));
  }

  figuresOf(runId: string): RunFigures | null {
    return this.circuit()?.runs.find(({ run }) => run.id === runId) ?? null;
  }

  layOut(): void {
    const rig = this.rig();
    if (!rig?.bank) return;
    const { loads, inverters, bank, charging, wiring } = rig;
    const lines = this.audit()?.lines ?? null;
    if (lines === null) return;
    this.change(layOut({ loads, lines, inverters, bank, sources: charging.sources }, wiring), null);
  }

  change(changes: Partial<WiringPlan>, step: string | null = Object.keys(changes).join(',')): void {
    this.store.dispatch(Edit.merge('wiring', changes, step));
  }

  changeRun(id: string, changes: Partial<Run>): void {
    const runs = this.wiring()?.runs ?? [];
    this.change(
      { runs: runs.map((run) => (run.id === id ? { ...run, ...changes } : run)) },
      `${id} ${Object.keys(changes).join(',')}`,
    );
  }

  /** The size of a fuse, and its family where one is named. */
  changeFuse(id: string, changes: Partial<Pick<PartOf<'fuse'>, 'ratingA' | 'family'>>): void {
    const parts = this.wiring()?.parts ?? [];
    this.change(
      { parts: parts.map((part) => (part.id === id && part.kind === 'fuse' ? { ...part, ...changes } : part)) },
      `${id} ${Object.keys(changes).join(',')}`,
    );
  }

  /** Whether there is room for more by hand. */
  readonly isFull = computed(() => {
    const wiring = this.wiring();
    return !wiring || wiring.parts.length + 2 > PARTS_MOST || wiring.runs.length + 3 > RUNS_MOST;
  });

  /** A run by hand; its ends are chosen next. */
  addRun(): void {
    const wiring = this.wiring();
    if (!wiring) return;
    const run = handRun(crypto.randomUUID());
    this.change({ runs: labelled([...wiring.runs, run]) }, null);
    this.picked.set(run.id);
  }

  /** What was added beside the plan, between the bars, with a fuse of its own. */
  addOther(name: string, currentA: number, gives: boolean): void {
    const wiring = this.wiring();
    if (!wiring) return;
    const { parts, runs } = otherConsumer(crypto.randomUUID(), { name, currentA, gives });
    this.change({ parts: [...wiring.parts, ...parts], runs: labelled([...wiring.runs, ...runs]) }, null);
  }

  removeRun(id: string): void {
    this.change({ runs: (this.wiring()?.runs ?? []).filter((run) => run.id !== id) }, null);
  }
}

const END_WORDS: Record<string, string> = {
  '+': '+',
  '-': '−',
  in: '(in)',
  out: '(out)',
  bank: '(bank side)',
  system: '(system side)',
};
