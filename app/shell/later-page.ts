import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { STAGES } from './stages';

/** A stage that is still to come, named as such. */
@Component({
  selector: 'co-later',
  template: `
    @let what = known();
    <p class="eyebrow">{{ what.name }} <em>still to come</em></p>
    <h1 class="verdict">This stage is not built yet.</h1>
    <p class="why">It will hold: {{ what.willDo }}</p>
    <p class="note">
      Until then, keep that part of the work where you keep it today. Nothing here is counted on by the other stages.
    </p>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LaterPage {
  /** From the route. */
  readonly stage = input.required<string>();
  protected readonly known = computed(() => STAGES.find((stage) => stage.id === this.stage())!);
}
