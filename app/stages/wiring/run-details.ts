import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { INSULATION_C, type InsulationC } from '@core/conductors/ampacity.data';
import { LIMITS } from '@core/rig/limits';
import { bankStrings } from '@core/wiring/battery-posts';
import { POSTS, postOf, type Stud, STUDS } from '@core/wiring/part';
import type { Run, RunRole } from '@core/wiring/run';
import { Choice, type Option } from '../../ui/choice';
import { QuantityField } from '../../ui/quantity-field';
import { UnitChoice } from '../../ui/unit-choice';
import { WiringFacts } from './wiring-facts';

const ROLES: readonly Option[] = [
  { id: 'positive', name: 'positive' },
  { id: 'negative', name: 'negative' },
  { id: 'bond', name: 'bond' },
  { id: 'sense', name: 'sense lead' },
];

/** One run in full: where its ends are, what lies round it, what its lugs are made for. */
@Component({
  selector: 'co-run-details',
  imports: [Choice, QuantityField],
  template: `
    @if (run(); as one) {
      <section [attr.aria-label]="'Details of ' + one.label">
        <h3>{{ one.label }} in full</h3>
        <div class="fields">
          <co-choice
            class="form"
            caption="Kind"
            [options]="roles"
            [chosen]="one.role"
            (pick)="change({ role: $any($event) })"
          />
          <co-choice
            class="form"
            caption="From"
            [options]="posts()"
            [chosen]="one.from"
            (pick)="change({ from: $event, endsBy: 'hand' })"
          />
          <co-choice
            class="form"
            caption="To"
            [options]="posts()"
            [chosen]="one.to"
            (pick)="change({ to: $event, endsBy: 'hand' })"
          />
          <co-choice
            class="form"
            caption="Lug there, from"
            [options]="lugs"
            [chosen]="one.fromLug ?? ''"
            (pick)="lug('fromLug', $event)"
          />
          <co-choice
            class="form"
            caption="Lug there, to"
            [options]="lugs"
            [chosen]="one.toLug ?? ''"
            (pick)="lug('toLug', $event)"
          />
          <co-choice
            class="form"
            caption="Insulation for"
            [options]="insulations()"
            [chosen]="'' + one.insulationC"
            (pick)="insulate($event)"
          />
          <co-quantity
            class="form"
            caption="In its bundle"
            unit="Count"
            [limit]="limits.bundledCount"
            [value]="one.bundled"
            (changed)="change({ bundled: $event })"
          />
        </div>
        <label class="box">
          <input
            type="checkbox"
            [checked]="one.engineSpace"
            (change)="change({ engineSpace: $any($event.target).checked })"
          />
          in an engine space
        </label>
        <button type="button" class="btn" (click)="remove()">Take {{ one.label }} out</button>
      </section>
    }
  `,
  styles: `
    h3 {
      font: 600 12px/16px var(--text);
      color: var(--ink2);
      border-bottom: 1px solid var(--rule2);
      padding-bottom: var(--s0);
      margin: 0 0 var(--s2);
    }
    .fields {
      display: grid;
      gap: var(--s2);
    }
    .box {
      display: flex;
      gap: var(--s2);
      align-items: center;
      margin: var(--s2) 0;
      font-size: 13px;
      min-height: 24px;
    }
    section {
      margin-bottom: var(--s4);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RunDetails {
  private readonly facts = inject(WiringFacts);
  private readonly units = inject(UnitChoice);
  protected readonly limits = LIMITS;
  protected readonly roles = ROLES;
  protected readonly lugs: readonly Option[] = [
    { id: '', name: 'as the post' },
    ...STUDS.map((stud) => ({ id: stud, name: stud })),
  ];
  protected readonly insulations = computed<Option[]>(() =>
    INSULATION_C.map((tempC) => ({ id: String(tempC), name: this.units.text(tempC, 'TempC') })),
  );
  protected readonly run = computed<Run | null>(
    () => this.facts.wiring()?.runs.find(({ id }) => id === this.facts.picked()) ?? null,
  );
  /** Every post of the circuit by its name; an end that is no longer there stays in the list as such. */
  protected readonly posts = computed<Option[]>(() => {
    const ids = [
      ...bankStrings(this.facts.bank()).flatMap(({ id }) => [postOf(id, '+'), postOf(id, '-')]),
      ...[...this.facts.parts().values()].flatMap(({ id, kind }) => POSTS[kind].map((post) => postOf(id, post))),
    ];
    const run = this.run();
    const gone = run ? [run.from, run.to].filter((post) => !ids.includes(post)) : [];
    return [...ids, ...gone].map((id) => ({ id, name: this.facts.postName(id) }));
  });

  protected change(changes: Partial<Omit<Run, 'role'>> & { role?: RunRole }): void {
    const run = this.run();
    if (run) this.facts.changeRun(run.id, changes);
  }

  protected lug(end: 'fromLug' | 'toLug', stud: string): void {
    this.change({ [end]: stud === '' ? null : (stud as Stud) });
  }

  protected insulate(tempC: string): void {
    this.change({ insulationC: Number(tempC) as InsulationC });
  }

  protected remove(): void {
    const run = this.run();
    if (run) this.facts.removeRun(run.id);
  }
}
