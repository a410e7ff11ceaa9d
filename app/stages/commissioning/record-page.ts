import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { Entry } from '@core/commissioning/plan';
import { acrossOf } from '@core/commissioning/drop';
import { chargeReadings } from '@core/commissioning/full-charge';
import { seenOf } from '@core/commissioning/seen';
import { markId, type Standing } from '@core/commissioning/standing';
import { StageTabs } from '../../rig/stage-tabs';
import { momentLabel } from '../../ui/dates';
import { UnitChoice } from '../../ui/unit-choice';
import { changedText } from './changed-words';
import { OUTCOME_WORDS, STATE_WORDS } from './outcome-words';
import { PHASE_WORDS } from './phase-words';
import { ProvingFacts } from './proving-facts';
import { expectedText, fieldText, titleOf } from './step-words';

/** What was proven, what was not, and what has to be repeated: a sheet to print and to keep with the vehicle. */
@Component({
  selector: 'co-record-page',
  imports: [StageTabs],
  templateUrl: './record-page.html',
  styleUrl: './record-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RecordPage {
  protected readonly facts = inject(ProvingFacts);
  private readonly units = inject(UnitChoice);
  protected readonly states = STATE_WORDS;
  protected readonly title = titleOf;
  protected readonly changed = changedText;
  protected readonly phases = computed(() =>
    this.facts.phases.flatMap((phase) => {
      const rows = this.facts.standings().filter(({ step, history }) => step.phase === phase && history.length > 0);
      const marks = this.entries().filter(({ stepId }) => stepId === markId(phase));
      return rows.length === 0 ? [] : [{ phase, name: PHASE_WORDS[phase].name, rows, marks }];
    }),
  );
  private readonly entries = computed(() => this.facts.rounds().flatMap(({ entries }) => entries));
  /** Answers to steps that this rig no longer has: what they were about is gone from the plan. */
  protected readonly gone = computed(() => {
    const known = new Set(this.facts.steps().map(({ id }) => id));
    return this.entries().filter(({ stepId }) => !known.has(stepId) && !stepId.startsWith('mark:'));
  });
  protected readonly unanswered = computed(
    () => this.facts.standings().filter(({ history }) => history.length === 0).length,
  );
  protected readonly ended = computed(() => this.facts.rounds().flatMap(({ ended }) => ended ?? []));
  protected readonly headline = computed(() => {
    const last = this.ended().at(-1);
    const stale = this.facts.stale().length;
    const left = this.facts.standings().filter(({ state }) => state === 'open' || state === 'fail').length;
    if (!last) return 'Not signed yet.';
    const signed = `Proven${last.exceptions > 0 ? ` with ${last.exceptions} ${last.exceptions === 1 ? 'exception' : 'exceptions'}` : ''}, signed by ${last.by}`;
    if (stale > 0)
      return `${signed}; ${stale} ${stale === 1 ? 'step has' : 'steps have'} to be repeated: something changed since.`;
    if (left > 0)
      return this.facts.round()
        ? `${signed}; another round is under way.`
        : `${signed}; ${left} ${left === 1 ? 'step has' : 'steps have'} come since.`;
    return `${signed}.`;
  });

  protected at(atMs: number): string {
    return momentLabel(atMs, this.facts.timeZone());
  }

  /** As it stood when the step was answered. */
  protected expected({ expected }: Entry): string {
    return expected
      .map(({ what, unit, from, to }) => {
        const text =
          to === null
            ? this.units.text(from, unit)
            : `${this.units.format(from, unit).digits} to ${this.units.text(to, unit)}`;
        return expected.length > 1 ? `${expectedText(what)} ${text}` : text;
      })
      .join('; ');
  }

  /** What was read, in the order of the fields; ticks say themselves. */
  protected seen({ step }: Standing, { seen }: Entry): string {
    const read = step.fields.flatMap(({ what, unit }) => {
      const one = seen.find((each) => each.what === what);
      return one ? [`${fieldText(what)} ${this.units.text(one.value, unit)}`] : [];
    });
    const pieces =
      step.kind === 'drop'
        ? step.stretches
            .flatMap((stretch) => stretch.pieces)
            .flatMap(({ id, name }) => {
              const one = seen.find(({ what }) => what === acrossOf(id));
              return one ? [`${name} ${this.units.text(one.value, 'V')}`] : [];
            })
        : [];
    const charge = chargeReadings(seen).map(
      ({ volts, amps }) => `${this.units.text(volts, 'V')} at ${this.units.text(amps, 'A')}`,
    );
    const ticks = step.checks.filter(({ id }) => seen.some(({ what }) => what === id)).length;
    return [...read, ...pieces, ...charge, ...(ticks > 0 ? [`${ticks} of ${step.checks.length} ticked`] : [])].join(
      '; ',
    );
  }

  /** What was done between two measurements: "Battery 2 charged alone at 20 A since 2 March, 10:05". */
  protected between({ note, seen }: Entry): string {
    const [stringAt, chargerA, since] = ['string', 'chargerA', 'since'].map((what) => seenOf(seen, what));
    const name = this.facts.proving()?.context.circuit.strings[stringAt ?? -1]?.name;
    return [
      ...(name ? [name] : []),
      note,
      ...(chargerA == null ? [] : [`at ${this.units.text(chargerA, 'A')}`]),
      ...(since == null ? [] : [`since ${this.at(since)}`]),
    ].join(' ');
  }

  protected outcome({ outcome }: Entry): string {
    return OUTCOME_WORDS[outcome];
  }

  protected photo(id: string): string | null {
    return this.facts.photos().get(id)?.data ?? null;
  }

  protected print(): void {
    window.print();
  }
}
