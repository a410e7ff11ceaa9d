import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { INSULATION_C, type InsulationC } from '@core/conductors/ampacity.data';
import { LIMITS } from '@core/rig/limits';
import { sectionText } from '@core/conductors/section-text';
import { type Insert, INSERTS } from '@core/wiring/edit-circuit';
import { type Stud, STUDS } from '@core/wiring/part';
import type { Run, RunRole } from '@core/wiring/run';
import { Choice, type Option } from '../../ui/choice';
import { FigurePart } from '../../ui/figure';
import { QuantityField } from '../../ui/quantity-field';
import { UnitChoice } from '../../ui/unit-choice';
import { WiringFacts } from './wiring-facts';

const INSERT_WORDS: Record<Insert, string> = {
  fuse: 'a fuse',
  switch: 'a switch',
  relay: 'a relay',
  bar: 'a bar',
  protection: 'the battery’s own protection',
};
const ROLES: readonly Option[] = [
  { id: 'positive', name: 'positive' },
  { id: 'negative', name: 'negative' },
  { id: 'bond', name: 'bond' },
  { id: 'sense', name: 'sense lead' },
  { id: 'link', name: 'link of a string' },
];

/** One run in full: where its ends are, what lies round it, what its lugs are made for. */
@Component({
  selector: 'co-run-details',
  imports: [Choice, FigurePart, QuantityField],
  template: `
    @if (run(); as one) {
      <section [attr.aria-label]="'Details of ' + one.label">
        <h3>{{ one.label }} in full</h3>
        @if (figures(); as of) {
          <dl aria-label="What it carries">
            <dt>at its most</dt>
            <dd><co-figure [figure]="of.design" [decimals]="1" /></dd>
            @if (of.bearsFor !== 'load') {
              <dt>must bear until a fuse blows</dt>
              <dd><co-figure [figure]="of.bears" [decimals]="0" /></dd>
            }
            @if (of.surge; as surge) {
              <dt>while the hardest starts</dt>
              <dd><co-figure [figure]="surge" [decimals]="1" /></dd>
            }
            @if (of.usual; as usual) {
              <dt>on a usual day</dt>
              <dd><co-figure [figure]="usual.typical" [decimals]="1" /></dd>
              <dt>lost at that</dt>
              <dd><co-figure [figure]="usual.drop" [decimals]="3" /></dd>
              <dt>lost in it</dt>
              <dd><co-figure [figure]="usual.lost" [decimals]="2" /></dd>
              @if (usual.oneUp; as up) {
                <dt>{{ section(up.areaMm2) }} would save</dt>
                <dd><co-figure [figure]="up.saves" [decimals]="2" /></dd>
              }
            }
          </dl>
        }
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
            caption="Cables side by side"
            unit="Count"
            [limit]="limits.conductorsCount"
            [value]="one.conductors"
            (changed)="facts.laySideBySide(one.id, $event)"
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
        @if (inserts().length > 0) {
          <p class="puts">
            Put into it:
            @for (kind of inserts(); track kind) {
              <button type="button" class="quiet" [disabled]="facts.isFull()" (click)="facts.putInto(one.id, kind)">
                {{ insertWords[kind] }}
              </button>
            }
          </p>
        }
        <button type="button" class="btn" (click)="remove()">Take {{ one.label }} out</button>
      </section>
    }
  `,
  styleUrl: './details.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RunDetails {
  protected readonly facts = inject(WiringFacts);
  protected readonly section = sectionText;
  protected readonly insertWords = INSERT_WORDS;
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
  protected readonly figures = computed(() => this.facts.figuresOf(this.run()?.id ?? ''));
  protected readonly inserts = computed<readonly Insert[]>(() => INSERTS[this.run()?.role ?? 'link']);
  /** Every post of the circuit by its name; an end that is no longer there stays in the list as such. */
  protected readonly posts = computed<Option[]>(() => {
    const ids = this.facts.posts();
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
