import { computed, inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import { restate } from '@core/commissioning/adopt';
import { foundGood } from '@core/commissioning/found-good';
import { judge, type Judgement } from '@core/commissioning/judge';
import { notInCircuit } from '@core/commissioning/not-in-circuit';
import { wrongOnPaper } from '@core/commissioning/wrong-on-paper';
import type { CommissioningPlan, Entry, Outcome, Photo, Round, Seen } from '@core/commissioning/plan';
import { withSeen } from '@core/commissioning/seen';
import {
  isOpen,
  leftSince,
  markId,
  openPhase,
  provenAs,
  snagsOf,
  type Standing,
  standings,
} from '@core/commissioning/standing';
import { asKept, type Phase, PHASES, type Step, type StepOf } from '@core/commissioning/step';
import { broughtTo } from '@core/wiring/edit-circuit';
import type { Run } from '@core/wiring/run';
import type { FoundNegative } from '@core/wiring/plan';
import { Edit } from '../../rig/edit';
import { RigEvents } from '../../rig/rig-actions';
import { rigFeature } from '../../rig/rig-feature';
import { selectDerived } from '../../rig/rig-selectors';
import { nowMs } from '../../ui/now';

/** What the pages of commissioning share: the steps of this rig, how each stands, and the round that is under way. */
@Injectable({ providedIn: 'root' })
export class ProvingFacts {
  private readonly store = inject(Store);
  readonly rig = this.store.selectSignal(rigFeature.selectRig);
  private readonly derived = this.store.selectSignal(selectDerived);
  readonly proving = computed(() => this.derived()?.proving ?? null);
  readonly steps = computed<readonly Step[]>(() => this.proving()?.steps() ?? []);
  private readonly plan = computed(() => this.rig()?.commissioning ?? null);
  readonly rounds = computed(() => this.plan()?.rounds ?? []);
  readonly photos = computed(() => new Map((this.plan()?.photos ?? []).map((photo) => [photo.id, photo])));
  readonly standings = computed(() => standings(this.steps(), this.rounds()));
  private readonly byStep = computed(() => new Map(this.standings().map((one) => [one.step.id, one])));
  readonly snags = computed(() => snagsOf(this.standings()));
  readonly openPhase = computed(() => openPhase(this.standings()));
  /** What the plan has and the circuit has not: its cables are in no step. */
  readonly notInCircuit = computed<readonly string[]>(() => {
    const proving = this.proving();
    return proving ? notInCircuit(proving.context) : [];
  });
  /** What the circuit itself says is wrong, whatever is measured. */
  readonly wrongOnPaper = computed<readonly string[]>(() => {
    const proving = this.proving();
    return proving ? wrongOnPaper(proving.context) : [];
  });
  readonly proven = computed(() => provenAs(this.standings(), this.notInCircuit().length + this.wrongOnPaper().length));
  readonly timeZone = computed(() => this.rig()?.place.timeZone ?? 'UTC');
  /** The round that is under way: the last one, while it has not ended. */
  readonly round = computed<Round | null>(() => {
    const last = this.rounds().at(-1);
    return last && last.ended === null ? last : null;
  });
  /** The steps of the round that is under way. */
  readonly inRound = computed<Standing[]>(() => {
    const only = this.round()?.only ?? null;
    return this.standings().filter(({ step }) => only === null || only.includes(step.id));
  });
  /** Where the round goes on. */
  readonly next = computed<Standing | null>(
    () =>
      this.inRound().find((one) => one.state === 'open' || one.state === 'stale') ??
      this.inRound().find(isOpen) ??
      null,
  );

  readonly canUndo = this.store.selectSignal(rigFeature.selectCanUndo);

  undo(): void {
    this.store.dispatch(RigEvents.undo());
  }

  standingOf(stepId: string): Standing | null {
    return this.byStep().get(stepId) ?? null;
  }

  stepsOf(phase: Phase): Standing[] {
    return this.inRound().filter(({ step }) => step.phase === phase);
  }

  /** What is being entered at a step. */
  draftOf(stepId: string): readonly Seen[] {
    return this.round()?.drafts.find((draft) => draft.stepId === stepId)?.seen ?? [];
  }

  noteOf(stepId: string): string {
    return this.round()?.drafts.find((draft) => draft.stepId === stepId)?.note ?? '';
  }

  judged(step: Step, seen: readonly Seen[]): Judgement | null {
    const [proving, plan] = [this.proving(), this.plan()];
    if (!proving || !plan) return null;
    return judge(step, seen, { context: proving.context, standings: this.standings(), plan });
  }

  change(changes: Partial<CommissioningPlan>, step: string | null = Object.keys(changes).join(',')): void {
    this.store.dispatch(Edit.merge('commissioning', changes, step));
  }

  /** @param only  the steps of a short round; null: all */
  start(only: readonly string[] | null): void {
    const last = this.rounds().at(-1);
    const round: Round = {
      id: crypto.randomUUID(),
      startedAtMs: nowMs(),
      by: last?.by ?? '',
      instruments: last?.instruments ?? '',
      only: only && [...only],
      entries: [],
      drafts: [],
      ended: null,
    };
    this.change({ rounds: [...this.rounds(), round] }, null);
  }

  changeRound(change: (round: Round) => Round, step: string | null): void {
    const open = this.round();
    if (!open) return;
    this.change({ rounds: this.rounds().map((round) => (round === open ? change(round) : round)) }, step);
  }

  see(stepId: string, what: string, value: number | null): void {
    this.draft(stepId, (seen) => withSeen(seen, what, value), `${stepId} ${what}`);
  }

  /** @param step  of undo */
  draft(stepId: string, change: (seen: readonly Seen[]) => Seen[], step: string | null): void {
    const [seen, note] = [this.draftOf(stepId), this.noteOf(stepId)];
    this.changeRound(({ drafts, ...round }) => {
      const own = { stepId, seen: change(seen), note };
      return { ...round, drafts: [...drafts.filter((draft) => draft.stepId !== stepId), own] };
    }, step);
  }

  writeNote(stepId: string, note: string): void {
    const seen = [...this.draftOf(stepId)];
    this.changeRound(({ drafts, ...round }) => {
      return { ...round, drafts: [...drafts.filter((draft) => draft.stepId !== stepId), { stepId, seen, note }] };
    }, `${stepId} note`);
  }

  /** An answer to a step, with what was entered there; what was being entered is done with. */
  answer(step: Step, outcome: Outcome, note: string, photos: readonly Photo[] = []): void {
    const seen = this.draftOf(step.id);
    const entry = this.entryOf(step, outcome, seen, note, photos);
    this.add(step.id, entry, photos);
  }

  /** A snag is left as it is, for a reason. */
  accept({ step, entry }: Standing, reason: string): void {
    this.add(step.id, this.entryOf(step, 'accepted', entry?.seen ?? [], reason, []), []);
  }

  /** What was measured in a phase before this no longer holds. */
  mark(phase: Phase, seen: readonly Seen[], note: string): void {
    this.add(null, this.entryOf({ id: markId(phase), rests: [], expected: [] }, 'pass', seen, note, []), []);
  }

  sign(step: Step): void {
    const proven = this.proven();
    if (!proven) return;
    const entry = this.entryOf(step, 'pass', this.draftOf(step.id), '', []);
    this.changeRound(
      (round) => ({
        ...round,
        entries: [...round.entries, entry],
        drafts: round.drafts.filter(({ stepId }) => stepId !== step.id),
        ended: { atMs: entry.atMs, by: round.by, exceptions: proven.exceptions },
      }),
      null,
    );
  }

  private entryOf(
    { id, rests, expected }: Pick<Step, 'id' | 'rests' | 'expected'>,
    outcome: Outcome,
    seen: readonly Seen[],
    note: string,
    photos: readonly Photo[],
  ): Entry {
    return {
      id: crypto.randomUUID(),
      stepId: id,
      atMs: nowMs(),
      by: this.round()?.by ?? '',
      outcome,
      seen: [...seen],
      note: note.slice(0, 300),
      expected: expected.map(asKept),
      rests: [...rests],
      photoIds: photos.map((photo) => photo.id),
    };
  }

  /** @param draftOf  whose draft is done with */
  private add(draftOf: string | null, entry: Entry, photos: readonly Photo[]): void {
    const open = this.round();
    if (!open) return;
    const rounds = this.rounds().map((round) =>
      round === open
        ? {
            ...round,
            entries: [...round.entries, entry],
            drafts: round.drafts.filter(({ stepId }) => stepId !== draftOf),
          }
        : round,
    );
    const kept = this.plan()?.photos ?? [];
    this.answered([entry], { rounds, ...(photos.length > 0 ? { photos: [...kept, ...photos] } : {}) });
  }

  /** Answers that have come, with the cables as they have found them: one step of undo. */
  answered(entries: readonly Entry[], changes: Partial<CommissioningPlan>): void {
    const rig = this.rig();
    if (!rig) return;
    const runs = foundGood(rig.wiring.runs, entries);
    const found = runs.some((run, place) => run !== rig.wiring.runs[place]);
    const commissioning = { ...rig.commissioning, ...changes };
    this.store.dispatch(Edit.set({ commissioning, ...(found ? { wiring: { ...rig.wiring, runs } } : {}) }));
  }

  /** What a load was seen to draw takes the place of what the plan said. */
  adopt(step: StepOf<'roll-call'>, changeA: number): boolean {
    const [proving, rig] = [this.proving(), this.rig()];
    if (!proving || !rig || !('load' in step.about)) return false;
    const { load: id } = step.about;
    const load = rig.loads.find((one) => one.id === id);
    const changes = load && restate(load, changeA, proving.context);
    if (!changes) return false;
    this.store.dispatch(Edit.change('loads', id, changes));
    return true;
  }

  /** What does not read is entered among the negatives that were found. */
  register(step: StepOf<'roll-call'>): void {
    const wiring = this.rig()?.wiring;
    if (!wiring) return;
    const run = wiring.runs.find(({ id }) => id === step.negativeRunId);
    const found: FoundNegative = {
      id: crypto.randomUUID(),
      where: run ? `by the roll call: ${run.label}` : 'by the roll call',
      serves: step.name.slice(0, 120),
      lands: 'bank-side',
      seenAtMs: nowMs(),
    };
    this.store.dispatch(Edit.merge('wiring', { negatives: [...wiring.negatives, found] }, null));
  }

  /** A negative that was drawn beside the shunt, and has been moved so that it is counted. @returns whether there is one */
  moveNegative(step: StepOf<'roll-call'>): boolean {
    const [wiring, circuit] = [this.rig()?.wiring, this.proving()?.context.circuit];
    const { crossing, move } = circuit?.bypasses.find(({ partId }) => partId === step.item.circuitId) ?? {};
    if (!wiring || !crossing || !move) return false;
    const runs = wiring.runs.map((run) => (run.id === crossing.run.id ? broughtTo(run, move) : run));
    this.store.dispatch(Edit.merge('wiring', { runs }, null));
    this.tightened(crossing.run);
    return true;
  }

  /** Who moved a lug has tightened the nuts on both posts: that is part of the move, and said with it. */
  private tightened({ label }: Pick<Run, 'label'>): void {
    for (const { step, state, entry, moved } of this.standings())
      if (
        step.kind === 'torque' &&
        state === 'stale' &&
        entry?.outcome === 'pass' &&
        moved.every(({ what }) => what === `${label} ends`)
      ) {
        const ticks = step.checks.map((check) => ({ what: check.id, value: 1 }));
        this.add(null, this.entryOf(step, 'pass', ticks, `${label} was moved, and its nuts tightened again`, []), []);
      }
  }

  /** Steps that something has made stale. */
  readonly stale = computed(() => this.standings().filter(({ state }) => state === 'stale'));
  /** Since the last round was signed: these, and the steps that came. None while a round is under way. */
  readonly leftSince = computed(() =>
    this.round() === null && this.rounds().length > 0 ? leftSince(this.standings()) : [],
  );
  readonly phases = PHASES;
}
