import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FigurePart } from '../../ui/figure';
import { WiringFacts } from './wiring-facts';

/** Fuses of the list that are larger than what is asked for, since it has none nearer, and the press that takes smaller ones by their own sheets. */
@Component({
  selector: 'co-far-fuses',
  imports: [FigurePart],
  template: `
    @if (far(); as far) {
      <p class="mut">
        {{ far.says }} <co-figure [figure]="far.highest" [decimals]="1" /> and breaks the short circuit there. Smaller
        ones for such places are sold: what they stand and break is on their own sheets.
      </p>
      <button type="button" class="btn" (click)="facts.takeOffSheet(far.ids)">{{ far.press }}</button>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    p {
      margin: 0 0 var(--s2);
      font: 13px/18px var(--text);
    }
    button {
      margin-bottom: var(--s4);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FarFuses {
  protected readonly facts = inject(WiringFacts);
  protected readonly far = computed(() => {
    const far = (this.facts.circuit()?.fuses ?? []).filter(
      ({ offSheetA, choice }) => offSheetA !== null && choice !== null,
    );
    if (far.length === 0) return null;
    const one = far.length === 1;
    return {
      ids: far.map(({ part }) => part.id),
      says: `${one ? 'One fuse is' : `${far.length} fuses are`} more than twice what is asked of ${one ? 'it' : 'them'}, and the wire with ${one ? 'it' : 'them'}: the list has none nearer that stands`,
      highest: far.map(({ highest }) => highest).reduce((most, one) => (one.value > most.value ? one : most)),
      press: one ? 'Take it by its own sheet' : `Take these ${far.length} by their own sheets`,
    };
  });
}
