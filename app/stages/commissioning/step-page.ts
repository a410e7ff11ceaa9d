import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { Photo, Seen } from '@core/commissioning/plan';
import { hoursToFull, withChargeReading } from '@core/commissioning/full-charge';
import { type Judgement, restedOf } from '@core/commissioning/judge';
import { seenOf, withSeen } from '@core/commissioning/seen';
import { isOpen, mayBegin, type StepState } from '@core/commissioning/standing';
import type { Expected, StepOf } from '@core/commissioning/step';
import type { Unit } from '@core/quantity/unit';
import { FileButton } from '../../ui/file-button';
import { nowMs } from '../../ui/now';
import { keepAwake } from '../../ui/wake-lock';
import { photoFailure, reducedPhoto } from '../../ui/reduced-photo';
import { TextField } from '../../ui/text-field';
import { UnitChoice } from '../../ui/unit-choice';
import { WorkingStore } from '../../ui/working-store';
import { AlonePanel } from './alone-panel';
import type { AnswerAction } from './answer';
import { AnswerPanel } from './answer-panel';
import { answerOf } from './answer-words';
import { BigField } from './big-field';
import { changedText } from './changed-words';
import { ChargePanel } from './charge-panel';
import { CheckList } from './check-list';
import { ExpectedTable } from './expected-table';
import { PHASE_WORDS } from './phase-words';
import { PiecesPanel } from './pieces-panel';
import { OUTCOME_WORDS } from './outcome-words';
import { ProvingFacts } from './proving-facts';
import { allGood, cautionOf, howOf, titleOf } from './step-words';
import { StepStrip } from './step-strip';

const PHOTOS_MOST = 6;

/** One step of a round: what to do, what should be seen, what was seen, what that means; two thumbs to go on. */
@Component({
  selector: 'co-step-page',
  imports: [
    RouterLink,
    AlonePanel,
    AnswerPanel,
    BigField,
    ChargePanel,
    CheckList,
    ExpectedTable,
    FileButton,
    PiecesPanel,
    StepStrip,
    TextField,
  ],
  templateUrl: './step-page.html',
  styleUrl: './step-page.css',
  host: { '(keydown.control.enter)': 'goOn()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StepPage {
  protected readonly facts = inject(ProvingFacts);
  protected readonly workings = inject(WorkingStore);
  private readonly units = inject(UnitChoice);
  private readonly router = inject(Router);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  /** Of the address; none: where the round goes on. */
  readonly step = input<string>();
  protected readonly standing = computed(() => {
    const id = this.step();
    return (id === undefined ? null : this.facts.standingOf(id)) ?? this.facts.next();
  });
  protected readonly phaseWords = PHASE_WORDS;
  protected readonly phaseSteps = computed(() => {
    const phase = this.standing()?.step.phase;
    return phase ? this.facts.stepsOf(phase) : [];
  });
  protected readonly seen = computed<readonly Seen[]>(() => this.facts.draftOf(this.standing()?.step.id ?? ''));
  protected readonly judged = computed(() => {
    const standing = this.standing();
    return standing && this.facts.judged(standing.step, this.seen());
  });
  protected readonly answer = computed(() => {
    const [standing, judged, proving] = [this.standing(), this.judged(), this.facts.proving()];
    return standing && judged && proving
      ? answerOf(standing.step, judged, proving.context, (value, unit) => this.units.text(value, unit))
      : null;
  });
  /** Who is asked for a reason: why it is not here, or what is wrong. */
  protected readonly asking = signal<'not-here' | 'snag' | 'accept' | null>(null);
  protected readonly reason = signal('');
  protected readonly photos = signal<readonly Photo[]>([]);
  protected readonly failure = signal('');
  protected readonly says = signal('');
  /** What stands in the way of beginning this step: an earlier phase. */
  protected readonly before = computed(() => {
    const standing = this.standing();
    if (!standing || mayBegin(this.facts.standings(), standing.step)) return null;
    return this.facts.standings().find((one) => one.step.phase === this.facts.openPhase() && isOpen(one)) ?? null;
  });
  protected readonly changed = changedText;

  constructor() {
    keepAwake();
    const opened = computed(() => this.standing()?.step.id);
    effect(() => {
      opened();
      untracked(() => {
        this.asking.set(null);
        this.reason.set('');
        this.photos.set([]);
        this.failure.set('');
        this.says.set('');
        this.workings.sheetOpen.set(false);
      });
    });
  }

  protected readonly title = computed(() => {
    const standing = this.standing();
    return standing ? titleOf(standing.step) : '';
  });
  protected readonly how = computed(() => {
    const standing = this.standing();
    return standing ? howOf(standing.step) : '';
  });
  protected readonly caution = computed(() => {
    const standing = this.standing();
    return standing ? cautionOf(standing.step) : null;
  });
  /** What the right thumb says. */
  protected readonly primary = computed(() => {
    const [standing, judged] = [this.standing(), this.judged()];
    if (!standing || !judged) return null;
    const { step } = standing;
    const fail = judged.outcome === 'fail';
    const asks = judged.outcome === 'ask';
    switch (judged.kind) {
      case 'ticked':
        return step.kind === 'sign' ? this.signWords() : { says: allGood(step), can: true };
      case 'rest': {
        const volts = this.reading('restedV', 'V');
        const says = asks ? `It really is ${volts}` : fail ? 'Measure again' : `It stands at ${volts}`;
        return { says, can: judged.outcome !== 'incomplete' };
      }
      case 'gate':
        return { says: this.gateWords(judged), can: true };
      case 'power':
        return { says: fail ? 'Read again' : `It shows ${this.reading('shown', 'A')}`, can: judged.shownA !== null };
      case 'zero':
        return { says: fail ? 'Read again' : 'It is at zero', can: judged.zero !== null };
      case 'roll-call': {
        const change = judged.change === null ? '…' : this.units.text(judged.change.value, 'A', { signed: true });
        const says = fail ? 'Mended, read again' : asks ? 'Clamped: it reads' : `It reads: ${change}`;
        return { says, can: judged.change !== null };
      }
      case 'drop': {
        const says = fail ? 'Mended, read again' : asks ? 'Good all the same' : 'Its way is good';
        return { says, can: judged.drop !== null };
      }
      case 'full-charge': {
        const isRead = seenOf(this.seen(), 'volts') !== null && seenOf(this.seen(), 'amps') !== null;
        return judged.outcome === 'pass'
          ? { says: 'It is full', can: true }
          : { says: 'Note this reading', can: isRead };
      }
    }
  });

  private gateWords(judged: Extract<Judgement, { kind: 'gate' }>): string {
    if (judged.outcome === 'pass') return 'They may be joined';
    if (judged.outcome === 'incomplete') return 'Measure what is left';
    return this.isCharged(judged) ? 'It is full: measure' : 'Measure again';
  }

  /** Whether what keeps the gate shut is mended by a charge, and not by a rest or by warmth. */
  protected isCharged({ gate }: Extract<Judgement, { kind: 'gate' }>): boolean {
    const first = gate.faults[0]?.code;
    return (
      first === 'too-much' || first === 'uneven-string' || first === 'uneven-strings' || first === 'uneven-gravity'
    );
  }

  private reading(what: string, unit: Unit): string {
    const value = seenOf(this.seen(), what);
    return value === null ? '…' : this.units.text(value, unit);
  }

  /** A value that was typed at this step. */
  protected valueOf(what: string): number | null {
    return seenOf(this.seen(), what);
  }

  protected readonly outcomes = OUTCOME_WORDS;
  /** What the first charge takes, once it is known from where it starts. */
  protected readonly hours = computed(() => {
    const [standing, proving] = [this.standing(), this.facts.proving()];
    if (standing?.step.kind !== 'full-charge' || !proving) return null;
    const strings = restedOf({ context: proving.context, standings: this.facts.standings() });
    const volts = strings.flatMap((batteries) =>
      batteries.some((one) => one === null) ? [] : [batteries.reduce((sum, one) => sum + (one?.volts ?? 0), 0)],
    );
    return hoursToFull(proving.context, volts.length > 0 ? Math.min(...volts) : null);
  });
  protected readonly expected = computed<readonly Expected[]>(() => {
    const [standing, hours] = [this.standing(), this.hours()];
    return [...(standing?.step.expected ?? []), ...(hours ? [{ what: 'hours', from: hours, to: null }] : [])];
  });
  /** What is signed, in a sentence. */
  protected readonly summary = computed(() => {
    const all = this.facts.standings();
    const count = (state: StepState) => all.filter((one) => one.state === state).length;
    const mended = this.facts.snags().filter(({ state }) => state === 'mended').length;
    const [accepted, absent] = [count('accepted'), count('not-here')];
    const [beside, wrong] = [this.facts.notInCircuit(), this.facts.wrongOnPaper()];
    return [
      `${count('pass')} steps are proven${mended > 0 ? `, ${mended} of them once ${mended === 1 ? 'it was' : 'they were'} mended` : ''}`,
      ...(accepted > 0 ? [`${accepted} accepted as ${accepted === 1 ? 'it is' : 'they are'}`] : []),
      ...(absent > 0 ? [`${absent} not here`] : []),
      ...(wrong.length > 0 ? [`wrong on paper, whatever was measured: ${wrong.join(', ')}`] : []),
      ...(beside.length > 0 ? [`not in the circuit, its cables not proven: ${beside.join(', ')}`] : []),
    ]
      .join('; ')
      .concat('.');
  });

  protected writeName(by: string): void {
    this.facts.changeRound((round) => ({ ...round, by }), 'by');
  }

  private signWords() {
    const proven = this.facts.proven();
    const named = (this.facts.round()?.by ?? '').trim() !== '';
    if (!proven) return { says: 'Something is still open', can: false };
    const { exceptions } = proven;
    return {
      says: exceptions === 0 ? 'Sign: proven' : `Sign: ${exceptions} ${exceptions === 1 ? 'exception' : 'exceptions'}`,
      can: named,
    };
  }

  /** What the left thumb says. */
  protected readonly secondary = computed(() => {
    const [standing, judged] = [this.standing(), this.judged()];
    if (judged?.outcome === 'fail' && judged.kind !== 'gate') return { id: 'later', says: 'A snag, later' } as const;
    if (judged?.kind === 'gate') return { id: 'pause', says: 'Pause here' } as const;
    if (standing?.step.kind === 'sign') return { id: 'pause', says: 'Not yet' } as const;
    if (judged?.kind === 'ticked') return { id: 'snag', says: 'One is not…' } as const;
    return { id: 'not-here', says: 'Not here…' } as const;
  });

  protected see(what: string, value: number | null): void {
    const standing = this.standing();
    if (standing) this.facts.see(standing.step.id, what, value);
  }

  protected goOn(): void {
    const [standing, judged, primary] = [this.standing(), this.judged(), this.primary()];
    if (!standing || !judged || !primary?.can || this.before()) return;
    const { step } = standing;
    if (step.kind === 'sign') {
      this.facts.sign(step);
      void this.router.navigate(['/rig', this.facts.rig()?.id, 'commissioning', 'record']);
      return;
    }
    if (judged.kind === 'ticked') {
      // Said of all of them at once.
      for (const { id } of step.checks) this.facts.see(step.id, id, 1);
      this.finish('pass');
      return;
    }
    if (judged.kind === 'gate' && judged.outcome === 'incomplete') {
      this.next(step.id);
      return;
    }
    if (judged.kind === 'gate' && judged.outcome === 'fail') {
      this.facts.mark('match', this.seen(), this.isCharged(judged) ? 'charged alone' : 'to be measured again');
      this.facts.draft(step.id, () => [], null);
      this.next(step.id);
      return;
    }
    if (judged.kind === 'full-charge' && judged.outcome !== 'pass') {
      this.noteCharge(step.id);
      return;
    }
    if (judged.outcome === 'fail') this.again();
    else this.finish('pass');
  }

  /** What stands in the fields becomes a reading of this moment. */
  private noteCharge(stepId: string): void {
    const [volts, amps] = [seenOf(this.seen(), 'volts'), seenOf(this.seen(), 'amps')];
    if (volts === null || amps === null) return;
    const noted = (seen: readonly Seen[]) => withChargeReading(seen, { atMs: nowMs(), volts, amps });
    this.facts.draft(stepId, (seen) => withSeen(withSeen(noted(seen), 'volts', null), 'amps', null), null);
    this.focusFirst();
  }

  /** The fail is kept, and the fields are empty for another reading. */
  private again(): void {
    const standing = this.standing();
    if (!standing) return;
    this.facts.answer(standing.step, 'fail', this.answer()?.headline ?? '', this.photos());
    this.photos.set([]);
    this.focusFirst();
  }

  protected turnAside(): void {
    const secondary = this.secondary();
    switch (secondary.id) {
      case 'later':
        this.finish('fail');
        return;
      case 'pause':
        void this.router.navigate(['/rig', this.facts.rig()?.id, 'commissioning']);
        return;
      default:
        this.ask(secondary.id);
    }
  }

  protected ask(what: 'not-here' | 'snag' | 'accept'): void {
    this.asking.set(what);
    this.reason.set(what === 'snag' ? this.facts.noteOf(this.standing()?.step.id ?? '') : '');
    setTimeout(() => this.host.nativeElement.querySelector<HTMLInputElement>('.reason input')?.focus());
  }

  protected give(): void {
    const [standing, asking, reason] = [this.standing(), this.asking(), this.reason().trim()];
    if (!standing || !asking || reason === '') return;
    this.asking.set(null);
    if (asking === 'accept') {
      this.facts.accept(standing, reason);
      this.next(standing.step.id);
      return;
    }
    this.facts.answer(standing.step, asking === 'snag' ? 'fail' : 'not-here', reason, this.photos());
    this.next(standing.step.id);
  }

  private finish(outcome: 'pass' | 'fail'): void {
    const standing = this.standing();
    if (!standing) return;
    const note = this.facts.noteOf(standing.step.id) || (outcome === 'fail' ? (this.answer()?.headline ?? '') : '');
    this.facts.answer(standing.step, outcome, note, this.photos());
    this.next(standing.step.id);
  }

  protected goBack(): void {
    const all = this.facts.inRound();
    const at = all.findIndex(({ step }) => step.id === this.standing()?.step.id);
    const before = all[at - 1];
    if (before) void this.open(before.step.id);
  }

  /** The next step of this phase that is not answered, or of all. */
  private next(after: string): void {
    const all = this.facts.inRound();
    const at = all.findIndex(({ step }) => step.id === after);
    const isLeft = ({ state }: (typeof all)[number]) => state === 'open' || state === 'stale';
    const phase = all[at]?.step.phase;
    const following =
      all.slice(at + 1).find((one) => one.step.phase === phase && isLeft(one)) ?? all.find(isLeft) ?? all.find(isOpen);
    if (following) void this.open(following.step.id);
    else void this.router.navigate(['/rig', this.facts.rig()?.id, 'commissioning']);
  }

  protected async open(id: string): Promise<void> {
    await this.router.navigate(['/rig', this.facts.rig()?.id, 'commissioning', 'step'], { queryParams: { step: id } });
    document.querySelector('main')?.scrollTo(0, 0);
    this.focusFirst();
  }

  private focusFirst(): void {
    setTimeout(() => {
      const first = this.host.nativeElement.querySelector<HTMLElement>('co-big-field input, h1');
      first?.focus({ preventScroll: true });
    });
  }

  protected act(action: AnswerAction): void {
    const standing = this.standing();
    const judged = this.judged();
    if (standing?.step.kind !== 'roll-call' || judged?.kind !== 'roll-call') return;
    const step: StepOf<'roll-call'> = standing.step;
    switch (action) {
      case 'register':
        this.facts.register(step);
        this.says.set('It stands among the negatives, under Wiring.');
        break;
      case 'moved':
        this.facts.answer(step, 'fail', this.answer()?.headline ?? '', this.photos());
        this.says.set(
          this.facts.moveNegative(step)
            ? 'It is drawn through the shunt now, under Wiring. Read it again.'
            : 'There is no negative bar to draw it on: move it under Wiring. Read it again.',
        );
        this.focusFirst();
        break;
      case 'adopt':
        if (judged.change !== null && this.facts.adopt(step, judged.change.value))
          this.says.set('The audit goes by what was measured now.');
        else this.says.set('Its power stands in a recording or a log: change that under Audit.');
        break;
      case 'both-negative':
        for (const what of ['before', 'after']) {
          const value = seenOf(this.seen(), what);
          if (value !== null) this.see(what, -Math.abs(value));
        }
        break;
      case 'shunt-mended':
        this.facts.answer(step, 'fail', this.answer()?.headline ?? '', this.photos());
        this.facts.mark('roll-call', [], this.answer()?.headline ?? 'the shunt was seen to');
        this.next(step.id);
    }
  }

  protected async addPhoto(file: File): Promise<void> {
    this.failure.set('');
    try {
      const photo: Photo = { id: crypto.randomUUID(), data: await reducedPhoto(file) };
      this.photos.update((photos) => [...photos, photo].slice(0, PHOTOS_MOST));
    } catch (error) {
      this.failure.set(photoFailure(error));
    }
  }
}
