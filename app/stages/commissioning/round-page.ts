import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { COMMISSIONING_LIMITS as LIMITS } from '@core/commissioning/limits';
import { mergeCommissioning } from '@core/commissioning/merge';
import { isOpen, type Standing } from '@core/commissioning/standing';
import type { Phase } from '@core/commissioning/step';
import { errorText } from '@core/text/error-text';
import { rigFileProblemText } from '../../rig/rig-file-words';
import { StageTabs } from '../../rig/stage-tabs';
import { momentLabel } from '../../ui/dates';
import { FileButton } from '../../ui/file-button';
import { MarginContent } from '../../ui/margin-slot';
import { QuantityField } from '../../ui/quantity-field';
import { TextField } from '../../ui/text-field';
import { LogWorkerClient } from '../../workers/log-worker-client';
import { changedText } from './changed-words';
import { STATE_WORDS } from './outcome-words';
import { PHASE_WORDS } from './phase-words';
import { ProvingFacts } from './proving-facts';
import { titleOf } from './step-words';

/** Where a round stands: every step with its state, what is open, what has to be repeated; where it begins and goes on. */
@Component({
  selector: 'co-round-page',
  imports: [MarginContent, RouterLink, FileButton, QuantityField, StageTabs, TextField],
  templateUrl: './round-page.html',
  styleUrl: './round-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RoundPage {
  protected readonly facts = inject(ProvingFacts);
  private readonly router = inject(Router);
  private readonly worker = inject(LogWorkerClient);
  protected readonly limits = LIMITS;
  protected readonly title = titleOf;
  protected readonly states = STATE_WORDS;
  protected readonly plan = computed(() => this.facts.rig()?.commissioning ?? null);
  protected readonly said = signal('');
  protected readonly shown = signal<Phase | null>(null);
  protected readonly phases = computed(() =>
    this.facts.phases.flatMap((phase) => {
      const steps = this.facts.standings().filter(({ step }) => step.phase === phase);
      if (steps.length === 0) return [];
      const left = steps.filter(isOpen).length;
      return [{ phase, ...PHASE_WORDS[phase], steps, left, done: steps.length - left, isOpen: this.isShown(phase) }];
    }),
  );
  protected readonly openSnags = computed(() => this.facts.snags().filter(({ state }) => state === 'open'));
  protected readonly headline = computed(() => {
    const all = this.facts.standings();
    const rounds = this.facts.rounds();
    const left = all.filter(isOpen).length;
    const stale = this.facts.stale().length;
    const snags = this.openSnags().length;
    if (rounds.length === 0) return `${all.length} steps prove this rig, and none is done.`;
    const added = this.added().length;
    if (added > 0) {
      const came = `${added === 1 ? 'One step came' : `${added} steps came`} since it was signed`;
      return stale > 0 ? `${came}, and ${stale === 1 ? 'one has' : `${stale} have`} to be repeated.` : `${came}.`;
    }
    if (stale > 0 && stale === left)
      return `${stale === 1 ? 'One step has' : `${stale} steps have`} to be repeated: something changed.`;
    if (left === 0) {
      const exceptions = this.facts.proven()?.exceptions ?? 0;
      if (this.facts.round()) return 'Every step is answered.';
      if (exceptions === 0) return 'This rig is proven.';
      return `This rig is proven, with ${exceptions === 1 ? 'one exception' : `${exceptions} exceptions`}.`;
    }
    const phase = this.facts.openPhase();
    const said = `${all.length - left} of ${all.length} steps are done`;
    if (snags > 0) return `${said}; ${snags === 1 ? 'one snag is' : `${snags} snags are`} open.`;
    return phase ? `${said}; ${PHASE_WORDS[phase].name.toLowerCase()} is next.` : `${said}.`;
  });

  /** Steps that the plan got since a round was signed. */
  protected readonly added = computed(() => this.facts.leftSince().filter(({ state }) => state === 'open'));

  /** Snags that are none any more. */
  protected readonly settled = computed(() => this.facts.snags().filter(({ state }) => state !== 'open'));
  protected readonly changed = changedText;

  private isShown(phase: Phase): boolean {
    return (this.shown() ?? this.facts.openPhase()) === phase;
  }

  protected show(phase: Phase): void {
    this.shown.set(this.isShown(phase) ? 'sign' : phase);
  }

  protected begin(only: readonly string[] | null): void {
    this.facts.start(only);
    void this.router.navigate(['/rig', this.facts.rig()?.id, 'commissioning', 'step']);
  }

  /** What is left since, and the signature that it needs anew. */
  protected beginShort(): void {
    const ids = this.facts.leftSince().map(({ step }) => step.id);
    this.begin([...ids, 'sign']);
  }

  protected set(changes: { by?: string; instruments?: string }): void {
    this.facts.changeRound((round) => ({ ...round, ...changes }), Object.keys(changes).join());
  }

  protected at(atMs: number): string {
    return momentLabel(atMs, this.facts.timeZone());
  }

  protected when({ entry }: Standing): string {
    return entry ? this.at(entry.atMs) : '';
  }

  /** What another device wrote of the same rounds is laid beside what is here. */
  protected async takeIn(file: File): Promise<void> {
    this.said.set('');
    const mine = this.plan();
    const id = this.facts.rig()?.id;
    try {
      const read = await this.worker.once((api) => api.readRig(file));
      if ('problem' in read) {
        this.said.set(rigFileProblemText(read.problem));
        return;
      }
      if (!mine || read.rig.id !== id) {
        this.said.set(`That file holds another rig, ${read.rig.name}. Nothing was taken over.`);
        return;
      }
      const merged = mergeCommissioning(mine, read.rig.commissioning);
      const known = new Set(mine.rounds.flatMap(({ entries }) => entries.map((entry) => entry.id)));
      const added = merged.rounds.flatMap(({ entries }) => entries.filter((entry) => !known.has(entry.id)));
      if (added.length > 0) this.facts.answered(added, { rounds: merged.rounds, photos: merged.photos });
      this.said.set(
        added.length === 0
          ? 'Nothing in it that was not here already.'
          : `${added.length} ${added.length === 1 ? 'answer was' : 'answers were'} taken over.`,
      );
    } catch (error) {
      this.said.set(`${errorText(error)}. Load the page again, then try once more.`);
    }
  }
}
