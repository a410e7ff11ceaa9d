import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { LIMITS } from '@core/rig/limits';
import { canTakeOut } from '@core/wiring/edit-circuit';
import { isByHand } from '@core/wiring/new-parts';
import { type Part, type Stud, STUDS } from '@core/wiring/part';
import { Choice, type Option } from '../../ui/choice';
import { QuantityField } from '../../ui/quantity-field';
import { TextField } from '../../ui/text-field';
import { WiringFacts } from './wiring-facts';

/** One part in full: its posts, what it is rated for, what hangs on it, and how it is taken out. */
@Component({
  selector: 'co-part-details',
  imports: [Choice, QuantityField, TextField],
  templateUrl: './part-details.html',
  styleUrl: './details.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PartDetails {
  protected readonly facts = inject(WiringFacts);
  protected readonly limits = LIMITS;
  protected readonly studs: readonly Option[] = STUDS.map((stud) => ({ id: stud, name: stud }));
  protected readonly part = computed(() => this.facts.parts().get(this.facts.picked() ?? '') ?? null);
  protected readonly isOwn = computed(() => isByHand(this.part()?.id ?? ''));
  protected readonly between = computed(() => {
    const [part, wiring] = [this.part(), this.facts.wiring()];
    return part !== null && wiring !== null && canTakeOut(wiring, part.id);
  });
  protected readonly rated = computed(() => {
    const part = this.part();
    return part && 'ratingA' in part && part.kind !== 'fuse' ? part : null;
  });
  protected readonly allowed = computed(() => {
    const part = this.part();
    return part && 'dropFraction' in part ? part : null;
  });
  protected readonly usualDrop = computed(() => {
    const loop = this.facts.circuit()?.loops.find(({ part }) => part.id === this.part()?.id);
    return loop ? String(Math.round(loop.demand.dropFraction * 1000) / 10) : '';
  });
  protected readonly shunt = computed(() => this.ofKind('shunt'));
  protected readonly second = computed(() => this.ofKind('second-battery'));
  protected readonly other = computed(() => this.ofKind('other'));
  /** Loads on it; each may get a circuit of its own where there are more. */
  protected readonly loads = computed(() => {
    const circuit = this.ofKind('loads');
    return (circuit?.loadIds ?? []).map((id) => ({
      id,
      name: this.facts.rig()?.loads.find((load) => load.id === id)?.name || 'unnamed load',
    }));
  });

  protected change(changes: object): void {
    const part = this.part();
    if (part) this.facts.changePart(part.id, (one) => ({ ...one, ...changes }), Object.keys(changes).join());
  }

  protected changeStud(stud: string): void {
    this.change({ stud: stud as Stud });
  }

  private ofKind<Kind extends Part['kind']>(kind: Kind): Extract<Part, { kind: Kind }> | null {
    const part = this.part();
    return part?.kind === kind ? (part as Extract<Part, { kind: Kind }>) : null;
  }
}
