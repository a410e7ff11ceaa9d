import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import type { Landing } from '@core/wiring/negative-path';
import type { FoundNegative } from '@core/wiring/plan';
import { StageTabs } from '../../rig/stage-tabs';
import { Choice, type Option } from '../../ui/choice';
import { momentLabel } from '../../ui/dates';
import { nowMs } from '../../ui/now';
import { TextField } from '../../ui/text-field';
import { WiringFacts } from './wiring-facts';

const LANDS: readonly Option[] = [
  { id: 'system-side', name: 'system side: counted' },
  { id: 'bank-side', name: 'bank’s negative: not counted' },
  { id: 'not-known', name: 'not known yet' },
];

const LANDS_WORDS: Record<Landing['lands'], string> = {
  'through-shunt': 'through the shunt',
  beside: 'beside the shunt',
  nowhere: 'nowhere: no run leads back',
};

/** Every negative that was found on the vehicle, and every one of the circuit: where it lands. */
@Component({
  selector: 'co-negatives-page',
  imports: [Choice, StageTabs, TextField],
  templateUrl: './negatives-page.html',
  styleUrl: './negatives-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NegativesPage {
  protected readonly facts = inject(WiringFacts);
  protected readonly lands = LANDS;
  protected readonly where = signal('');
  protected readonly serves = signal('');
  protected readonly landsOn = signal<FoundNegative['lands']>('not-known');
  protected readonly found = computed(() => [...(this.facts.wiring()?.negatives ?? [])].reverse());
  /** Of the circuit: each consumer, source and the chassis. */
  protected readonly drawn = computed(() => {
    const circuit = this.facts.circuit();
    if (!circuit) return [];
    const by = new Map(circuit.bypasses.map(({ partId, runs }) => [partId, runs.map(({ label }) => label).join(', ')]));
    return circuit.landings.map(({ partId, lands }) => ({
      id: partId,
      name: this.facts.nameOf(partId),
      says: lands === 'beside' ? `${LANDS_WORDS.beside}, by ${by.get(partId) ?? ''}` : LANDS_WORDS[lands],
      bad: lands !== 'through-shunt',
      beside: lands === 'beside',
    }));
  });
  protected readonly headline = computed(() => {
    const beside = this.drawn().filter((one) => one.beside).length;
    // What is drawn is counted there.
    const onBank = this.found().filter((one) => one.lands === 'bank-side' && !this.facts.isDrawn(one)).length;
    const open = this.found().filter(({ lands }) => lands === 'not-known').length;
    if (beside + onBank > 0)
      return `${beside + onBank} ${beside + onBank === 1 ? 'negative comes' : 'negatives come'} back beside the shunt.`;
    if (open > 0) return `${open} ${open === 1 ? 'negative is' : 'negatives are'} still to be followed.`;
    if (this.drawn().length + this.found().length === 0) return 'No negatives yet.';
    return 'Every negative that is known comes back through the shunt.';
  });

  protected add(): void {
    if (this.where().trim() === '' && this.serves().trim() === '') return;
    const one: FoundNegative = {
      id: crypto.randomUUID(),
      where: this.where().trim(),
      serves: this.serves().trim(),
      lands: this.landsOn(),
      seenAtMs: nowMs(),
    };
    this.facts.change({ negatives: [...(this.facts.wiring()?.negatives ?? []), one] }, null);
    this.where.set('');
    this.serves.set('');
    this.landsOn.set('not-known');
  }

  protected pick(lands: string): void {
    this.landsOn.set(lands as FoundNegative['lands']);
  }

  protected turn(id: string, lands: string): void {
    const negatives = (this.facts.wiring()?.negatives ?? []).map((one) =>
      one.id === id ? { ...one, lands: lands as FoundNegative['lands'] } : one,
    );
    this.facts.change({ negatives }, null);
  }

  protected remove(id: string): void {
    this.facts.change({ negatives: (this.facts.wiring()?.negatives ?? []).filter((one) => one.id !== id) }, null);
  }

  protected moment(atMs: number): string {
    return momentLabel(atMs, this.facts.rig()?.place.timeZone ?? 'UTC');
  }
}
