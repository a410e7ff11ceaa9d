import { computed, inject, Injectable } from '@angular/core';
import { Beside } from '../rig/beside';
import { Book } from '../rig/book';
import type { StageFacts, StageLine } from '../rig/stage-registration';
import { YearSimulation } from '../rig/year-simulation';
import { STAGES } from './stages';

/** How each stage stands, for the spine. */
@Injectable({ providedIn: 'root' })
export class StageStates {
  private readonly beside = inject(Beside);
  private readonly book = inject(Book);
  private readonly year = inject(YearSimulation);

  readonly lines = computed<Record<string, StageLine>>(() => {
    const [rig, derived] = [this.beside.rig(), this.beside.derived()];
    if (!rig || !derived) return {};
    const facts: StageFacts = {
      rig,
      derived,
      book: { reading: this.book.reading(), verdict: this.book.verdict() },
      year: {
        ready: this.year.parts() !== null,
        failed: this.year.problem() !== null,
        worst: this.year.outcome()?.worst ?? null,
      },
    };
    return Object.fromEntries(STAGES.map(({ id, state }) => [id, state(facts)]));
  });
}
