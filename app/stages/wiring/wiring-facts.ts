import { computed, inject, Injectable, signal, untracked } from '@angular/core';
import { Store } from '@ngrx/store';
import { bankStrings, stringPosts } from '@core/wiring/battery-posts';
import {
  broughtTo,
  changedOver,
  type Insert,
  putInto,
  takeOut,
  takeOutOwn,
  takeOutRun,
} from '@core/wiring/edit-circuit';
import { equalLeads } from '@core/wiring/equal-leads';
import type { LoopFigures, RunFigures } from '@core/wiring/circuit-figures';
import type { Finding } from '@core/wiring/finding';
import { layOut } from '@core/wiring/lay-out';
import { type LaidAgain, mendedBy, waysToLayAgain } from '@core/wiring/lay-again';
import { dropsFreed } from '@core/wiring/drops-freed';
import type { Fault } from '@core/wiring/finding';
import { converterV } from '@core/wiring/converter';
import { handRun, idFor, labelled, type Laid, otherConsumer, ownCircuit } from '@core/wiring/new-parts';
import { type Part, type PartOf, postOf, postsOf } from '@core/wiring/part';
import { enoughConductors } from '@core/wiring/enough-conductors';
import { mendsByFuse } from '@core/wiring/mends-by-fuse';
import { circuitNames } from '@core/wiring/post-name';
import { type FoundNegative, PARTS_MOST, RUNS_MOST, type WiringPlan } from '@core/wiring/plan';
import { takeOffSheet } from '@core/wiring/take-off-sheet';
import { type Run, sideBySide } from '@core/wiring/run';
import { Edit } from '../../rig/edit';
import { rigFeature } from '../../rig/rig-feature';
import { selectDerived } from '../../rig/rig-selectors';
import { UnitChoice } from '../../ui/unit-choice';

type BeyondList = Extract<Fault, { code: 'beyond-list' }>;

/** What the pages of the wiring share, what is picked among them. */
@Injectable({ providedIn: 'root' })
export class WiringFacts {
  private readonly store = inject(Store);
  private readonly units = inject(UnitChoice);
  readonly rig = this.store.selectSignal(rigFeature.selectRig);
  private readonly derived = this.store.selectSignal(selectDerived);
  readonly wiring = computed(() => this.rig()?.wiring ?? null);
  readonly circuit = computed(() => this.derived()?.circuit ?? null);
  readonly audit = computed(() => this.derived()?.audit ?? null);
  readonly bank = computed(() => this.rig()?.bank ?? null);
  /** Run or part that is looked at. */
  readonly picked = signal<string | null>(null);

  private readonly names = computed(() => circuitNames(this.wiring()?.parts ?? [], bankStrings(this.bank())));
  readonly parts = computed(() => new Map((this.wiring()?.parts ?? []).map((part) => [part.id, part])));

  nameOf(id: string): string {
    return this.names().ofPart(id);
  }

  /** Every post of the circuit. */
  readonly posts = computed(() => [
    ...bankStrings(this.bank()).flatMap(stringPosts),
    ...[...this.parts().values()].flatMap(postsOf),
  ]);

  postName(post: string): string {
    return this.names().ofPost(post);
  }

  /** What is wrong with a run or a part. */
  findingsOn(id: string): Finding[] {
    return (this.circuit()?.findings ?? []).filter(({ on }) => on && ('run' in on ? on.run === id : on.part === id));
  }

  figuresOf(runId: string): RunFigures | null {
    return this.circuit()?.runs.find(({ run }) => run.id === runId) ?? null;
  }

  /** What a circuit is laid out for and worked out from. */
  private readonly circuitParts = computed(() => {
    const [rig, audit] = [this.rig(), this.audit()];
    return rig?.bank && audit ? { ...rig, bank: rig.bank, sources: rig.charging.sources, audit } : null;
  });

  /** What the ways of laying it out again hang on; what is typed of lengths and sections changes none of it. */
  private readonly planned = computed(
    () => {
      const parts = this.circuitParts();
      if (!parts) return null;
      const { audit, loads, inverters, bank, sources, chemistryEdits, wiring } = parts;
      return { audit, loads, inverters, bank, sources, chemistryEdits, joints: jointsOf(wiring) };
    },
    { equal: haveSame },
  );
  private readonly waysToLayAgain = computed(() => {
    if (!this.planned()) return [];
    const parts = untracked(this.circuitParts);
    return parts ? waysToLayAgain(parts, parts.wiring) : [];
  });

  /** How a circuit laid out again would be without a finding; undefined: that does not mend it. */
  laidAgainWithout(finding: Finding): LaidAgain | undefined {
    return mendedBy(finding, this.waysToLayAgain(), this.circuit()?.findings ?? []);
  }

  /** Lays it out so, with what was typed since. */
  layAgain({ is, movedBack }: LaidAgain): void {
    const parts = this.circuitParts();
    const ids = movedBack.map(({ id }) => id).join();
    const ways = parts ? waysToLayAgain(parts, parts.wiring) : [];
    const same = ways.find((way) => way.is === is && way.movedBack.map(({ id }) => id).join() === ids);
    if (same) this.change({ ...same.circuit }, null);
  }

  /** @param removed  what a hand took out and stays out */
  layOut(removed = this.wiring()?.removed ?? []): void {
    const parts = this.circuitParts();
    if (!parts) return;
    const { wiring } = parts;
    // Who measures in feet buys by gauge, until the list is chosen otherwise.
    const isFirst = wiring.parts.length === 0 && wiring.runs.length === 0;
    const list = isFirst && this.units.system() === 'imperial' ? 'gauges' : wiring.list;
    const laid = layOut(parts, { ...wiring, list, removed });
    this.change({ ...laid, list, removed }, null);
  }

  /** A length of cable, as it is measured with a tape. */
  length(lengthM: number): string {
    return this.units.text(lengthM, 'M', { decimals: 2 });
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

  laySideBySide(id: string, conductors: number): void {
    const run = this.figuresOf(id)?.run;
    if (run) this.changeRun(id, sideBySide(run, conductors));
  }

  /** @param conductors  of each, by run */
  layAllSideBySide(conductors: ReadonlyMap<string, number>): void {
    const runs = this.wiring()?.runs ?? [];
    this.change({ runs: runs.map((run) => sideBySide(run, conductors.get(run.id) ?? run.conductors)) }, null);
  }

  /** What comes to one of the two posts of a part goes to the other, and the other way round. */
  changeOver(partId: string): void {
    this.edit((wiring) => changedOver(wiring, partId));
  }

  bringTo(id: string, move: { end: 'from' | 'to'; to: string }): void {
    const runs = this.wiring()?.runs ?? [];
    this.change({ runs: runs.map((run) => (run.id === id ? broughtTo(run, move) : run)) }, null);
  }

  /** The size of a fuse, its family where one is named, and its own sheet where it is of none. */
  changeFuse(id: string, changes: Partial<Pick<PartOf<'fuse'>, 'ratingA' | 'family' | 'sheet'>>): void {
    this.changePart(id, (part) => (part.kind === 'fuse' ? { ...part, ...changes } : part), Object.keys(changes).join());
  }

  /** These fuses become such by their own sheets. */
  takeOffSheet(fuseIds: readonly string[]): void {
    const [rig, audit] = [this.rig(), this.audit()];
    if (!rig?.bank || !audit) return;
    const { loads, inverters, bank, charging, chemistryEdits, wiring } = rig;
    const parts = takeOffSheet(
      { audit, loads, inverters, bank, sources: charging.sources, chemistryEdits, wiring },
      (id) => fuseIds.includes(id),
    );
    this.change({ parts }, null);
  }

  /** @param what  of it is changed, for the step of undo */
  changePart(id: string, change: (part: Part) => Part, what: string): void {
    const parts = this.wiring()?.parts ?? [];
    this.change({ parts: parts.map((part) => (part.id === id ? change(part) : part)) }, `${id} ${what}`);
  }

  /** Whether there is room for more by hand. */
  readonly isFull = computed(() => {
    const wiring = this.wiring();
    return !wiring || wiring.parts.length + 2 > PARTS_MOST || wiring.runs.length + 3 > RUNS_MOST;
  });

  /** What no section suffices for, and why: as long as it is the same, typing a length tries no fuse anew. */
  private readonly beyond = computed(() =>
    (this.circuit()?.findings ?? [])
      .flatMap(({ on, fault }) => (fault.code === 'beyond-list' ? [JSON.stringify([on, fault])] : []))
      .join(),
  );
  private readonly triedFuses = computed(() => {
    const [parts, circuit] =
      this.beyond() === '' ? [null, null] : untracked(() => [this.circuitParts(), this.circuit()]);
    const tried = new Map<string, boolean>();
    return (runId: string, { by, wantedA, carriesA }: BeyondList): boolean => {
      const key = `${runId.replace(/\d+/g, '')} ${by} ${wantedA} ${carriesA}`;
      const mends = tried.get(key) ?? (parts !== null && circuit !== null && mendsByFuse(parts, circuit, runId));
      tried.set(key, mends);
      return mends;
    };
  });
  /** Whether one more fuse mends a run for which no section suffices; of leads that are alike one is tried. */
  mendsByFuse(runId: string, fault: BeyondList): boolean {
    const isPositive = this.figuresOf(runId)?.run.role === 'positive';
    const { by } = fault;
    return isPositive && !this.isFull() && (by === 'fuse' || by === 'others') && this.triedFuses()(runId, fault);
  }
  /** The runs for which no section suffices that several side by side mend, and how many those are. */
  readonly wantSideBySide = computed<ReadonlyMap<string, number>>(
    () =>
      new Map(
        (this.circuit()?.findings ?? []).flatMap(({ on, fault }) => {
          if (fault.code !== 'beyond-list' || fault.by === 'others' || !on || !('run' in on)) return [];
          const figures = this.mendsByFuse(on.run, fault) ? null : this.figuresOf(on.run);
          const enough = figures && enoughConductors(figures);
          return enough === null ? [] : [[on.run, enough] as const];
        }),
      ),
  );

  /** The way to a part and back, as it takes or gives. */
  loopOf(partId: string, gives: boolean): LoopFigures | undefined {
    const circuit = this.circuit();
    const loops = [...(circuit?.loops ?? []), ...(circuit?.inputs ?? [])];
    return loops.find(({ part, demand }) => part.id === partId && demand.gives === gives);
  }

  /** The runs on the way to a part and back whose section a hand chose. */
  typedOnWay(partId: string, gives: boolean): ReadonlySet<string> {
    const way = this.loopOf(partId, gives)?.runIds ?? [];
    const runs = this.wiring()?.runs ?? [];
    return new Set(runs.flatMap(({ id, areaMm2 }) => (areaMm2 !== null && way.includes(id) ? [id] : [])));
  }

  /**
   * The ways on which too much is lost even once the rules choose all of those. It is tried once for them all: what a way loses at the
   * least follows from its own runs.
   */
  readonly dropsFreed = computed<ReadonlySet<string>>(() => {
    const parts = this.circuitParts();
    const typed = (this.circuit()?.findings ?? []).flatMap(({ on, fault }) =>
      fault.code === 'drop' && on && 'part' in on ? [...this.typedOnWay(on.part, fault.gives)] : [],
    );
    return parts && typed.length > 0 ? dropsFreed(parts, new Set(typed)) : new Set();
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
    this.add(otherConsumer(crypto.randomUUID(), { name, currentA, gives }));
  }

  /** A circuit of its own for a load that shares one; it keeps it when the circuit is laid out again. */
  giveOwnCircuit(loadId: string): void {
    const wiring = this.wiring();
    if (!wiring) return;
    const { loads = [], bank = null, chemistryEdits = {} } = this.rig() ?? {};
    const load = loads.find(({ id }) => id === loadId);
    const ownV = load && bank ? converterV(load, { bank, chemistryEdits }) : null;
    const parts = wiring.parts.map((part) =>
      part.kind === 'loads' ? { ...part, loadIds: part.loadIds.filter((id) => id !== loadId) } : part,
    );
    this.add(ownCircuit(crypto.randomUUID(), load?.name || 'Load', [loadId], wiring, ownV), parts);
  }

  /** Whether a negative of the register stands in the circuit. */
  isDrawn = ({ id }: FoundNegative): boolean => this.parts().has(idFor('own', id));

  /** A negative of the register, drawn where it was seen to land; what it draws is a guess until it is typed. */
  drawFound(found: FoundNegative): void {
    const strings = bankStrings(this.bank());
    const name = found.serves || found.where || 'Found on the vehicle';
    const own = otherConsumer(found.id, { name, currentA: FOUND_A, gives: false });
    const onBank = strings.at(-1);
    const runs = own.runs.map((run) =>
      run.role === 'negative' && found.lands === 'bank-side' && onBank
        ? { ...run, to: postOf(onBank.id, '-'), endsBy: 'hand' as const }
        : run,
    );
    this.add({ parts: own.parts, runs });
    this.picked.set(idFor('own', found.id));
  }

  private add({ parts, runs }: Laid, before = this.wiring()?.parts ?? []): void {
    this.change({ parts: [...before, ...parts], runs: labelled([...(this.wiring()?.runs ?? []), ...runs]) }, null);
  }

  removeRun(id: string): void {
    this.edit((wiring) => takeOutRun(wiring, id));
  }

  putInto(runId: string, kind: Insert): void {
    this.edit((wiring) => putInto(wiring, runId, kind, crypto.randomUUID()));
  }

  /** A part between two runs: they become one. */
  takeOut(partId: string): void {
    this.edit((wiring) => takeOut(wiring, partId));
  }

  takeOutOwn(partId: string): void {
    this.edit((wiring) => takeOutOwn(wiring, partId));
  }

  /** What a hand took out may be proposed again. */
  bringBack(): void {
    this.layOut([]);
  }

  /** Null where that cannot be done by lengths alone. */
  readonly equalRuns = computed(() => {
    const [circuit, wiring] = [this.circuit(), this.wiring()];
    return circuit && wiring ? equalLeads(circuit, wiring.runs) : null;
  });

  private edit(change: (wiring: WiringPlan) => Pick<WiringPlan, 'parts' | 'runs' | 'removed'>): void {
    const wiring = this.wiring();
    if (!wiring) return;
    const { parts, runs, removed } = change(wiring);
    this.change({ parts, runs, removed }, null);
  }
}

/** What of a circuit is joined to what. */
const jointsOf = ({ parts, runs, removed }: WiringPlan): string =>
  JSON.stringify([
    parts.map((part) => [part.id, part.kind, part.kind === 'loads' ? [part.loadIds, part.converterV] : null]),
    runs.map(({ id, role, from, to, endsBy }) => [id, role, from, to, endsBy]),
    removed,
  ]);

function haveSame(one: object | null, other: object | null): boolean {
  if (one === null || other === null) return one === other;
  const others: unknown[] = Object.values(other);
  return Object.values(one).every((value, k) => value === others[k]);
}

/** Until it is measured. */
const FOUND_A = 1;
