import { loadsOn } from '@core/wiring/loads-on';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { Limit } from '@core/plan/limit';
import { asTyped, formatNumber } from '@core/quantity/format';
import type { Unit } from '@core/quantity/unit';
import { LIMITS } from '@core/rig/limits';
import { FUSE_FAMILIES } from '@core/conductors/fuses.data';
import { SECOND_OHM } from '@core/wiring/ohm-at-fuses';
import { canTakeOut } from '@core/wiring/edit-circuit';
import { isByHand } from '@core/wiring/new-parts';
import { type Part, type Stud, STUDS } from '@core/wiring/part';
import { Choice, type Option } from '../../ui/choice';
import { FigurePart } from '../../ui/figure';
import { QuantityField } from '../../ui/quantity-field';
import { TextField } from '../../ui/text-field';
import { WiringFacts } from './wiring-facts';

const BY_RULES = 'rules';
const BY_SHEET = 'sheet';

interface PartField {
  key: string;
  caption: string;
  unit: Unit;
  value: number | null;
  limit: Limit;
  /** What stands in an empty field; null: it may not be empty. */
  placeholder: string | null;
}
const field = (
  key: string,
  caption: string,
  unit: Unit,
  value: number | null,
  limit: Limit,
  placeholder: string | null = null,
): PartField => ({ key, caption, unit, value, limit, placeholder });

/** One part in full: its posts, what it is rated for, what hangs on it, and how it is taken out. */
@Component({
  selector: 'co-part-details',
  imports: [Choice, FigurePart, QuantityField, TextField],
  templateUrl: './part-details.html',
  styleUrl: './details.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PartDetails {
  protected readonly facts = inject(WiringFacts);
  protected readonly studs: readonly Option[] = STUDS.map((stud) => ({ id: stud, name: stud }));
  protected readonly part = computed(() => this.facts.parts().get(this.facts.picked() ?? '') ?? null);
  protected readonly isOwn = computed(() => isByHand(this.part()?.id ?? ''));
  protected readonly between = computed(() => {
    const [part, wiring] = [this.part(), this.facts.wiring()];
    return part !== null && wiring !== null && canTakeOut(wiring, part.id);
  });
  /** What can be typed of it, by its kind. */
  protected readonly fields = computed<PartField[]>(() => {
    const part = this.part();
    if (!part) return [];
    const own: PartField[] = [];
    if (part.kind === 'other') own.push(field('currentA', 'Its current', 'A', part.currentA, LIMITS.partA));
    if ('ratingA' in part && part.kind !== 'fuse')
      own.push(field('ratingA', 'Rated for', 'A', part.ratingA, LIMITS.partA, 'not known'));
    if (part.kind === 'fuse') own.push(field('ratingA', 'Size', 'A', part.ratingA, LIMITS.partA, 'by the rules'));
    if (part.kind === 'fuse' && part.sheet)
      own.push(
        field('standsV', 'Stands', 'V', part.sheet.standsV, LIMITS.fuseV),
        field('breaksA', 'Breaks', 'A', part.sheet.breaksA, LIMITS.fuseBreaksA),
      );
    if (part.kind === 'shunt')
      own.push(field('fullScaleV', 'Shows at its rating', 'V', part.fullScaleV, LIMITS.shuntV));
    if (part.kind === 'second-battery')
      own.push(
        field('nominalV', 'Nominal voltage', 'V', part.nominalV, LIMITS.secondV),
        field('ohm', 'Inside it', 'Ohm', part.ohm, LIMITS.batteryOhm, formatNumber(SECOND_OHM * 1000, 0)),
      );
    if ('dropFraction' in part)
      own.push(
        field(
          'dropFraction',
          'May lose on the way',
          'Fraction',
          part.dropFraction,
          LIMITS.dropFraction,
          this.usualDrop(),
        ),
      );
    return [
      ...own,
      field('lugsMost', part.kind === 'bar' ? 'Ways' : 'Lugs on a post', 'Count', part.lugsMost, LIMITS.lugsMost),
      field('torqueNm', 'Torque', 'Nm', part.torqueNm, LIMITS.torqueNm, 'see its sheet'),
    ];
  });
  /** The family of a fuse, by name, by the rules or by its own sheet. */
  protected readonly families: readonly Option[] = [
    { id: BY_RULES, name: 'as the rules choose' },
    ...FUSE_FAMILIES.map(({ family }) => ({ id: family, name: family })),
    { id: BY_SHEET, name: 'another, by its own sheet' },
  ];
  protected readonly ofFuse = computed(() => {
    const fuse = this.ofKind('fuse');
    if (!fuse) return null;
    const isListed = FUSE_FAMILIES.some(({ family }) => family === fuse.family);
    return {
      figures: this.facts.circuit()?.fuses.find(({ part }) => part.id === fuse.id) ?? null,
      sheet: fuse.sheet,
      family: fuse.family ?? '',
      chosen: fuse.sheet ? BY_SHEET : fuse.family !== null && isListed ? fuse.family : BY_RULES,
    };
  });
  /** What is allowed where nothing is typed. */
  private readonly usualDrop = computed(() => {
    const loop = this.facts.circuit()?.loops.find(({ part }) => part.id === this.part()?.id);
    return loop ? formatNumber(100 * loop.demand.dropFraction, 1) : '';
  });
  /** An inverter that charges too: what comes back on its cables. */
  protected readonly charging = computed(
    () => this.facts.circuit()?.loops.find(({ part, demand }) => part.id === this.part()?.id && demand.also) ?? null,
  );
  /** What the converter before it gives, V. */
  protected readonly converter = computed(() => {
    const volts = this.ofKind('loads')?.converterV ?? null;
    return volts === null ? null : asTyped(volts);
  });
  /** Loads on it; each may get a circuit of its own where there are more. */
  protected readonly loads = computed(() => {
    const circuit = this.ofKind('loads');
    const loadOf = new Map((this.facts.rig()?.loads ?? []).map((load) => [load.id, load]));
    return (circuit ? loadsOn(circuit, loadOf) : []).map(({ id, name }) => ({ id, name: name || 'unnamed load' }));
  });

  protected change(changes: object): void {
    const part = this.part();
    if (part) this.facts.changePart(part.id, (one) => ({ ...one, ...changes }), Object.keys(changes).join());
  }

  protected set(key: string, value: number | null): void {
    const fuse = this.ofKind('fuse');
    if (fuse?.sheet && key in fuse.sheet) this.change({ sheet: { ...fuse.sheet, [key]: value } });
    else this.change({ [key]: value });
  }

  /** By its own sheet: what its place asks for, until it is typed. */
  protected changeFamily(chosen: string): void {
    if (chosen === BY_SHEET) this.facts.takeOffSheet([this.part()?.id ?? '']);
    else this.change({ family: chosen === BY_RULES ? null : chosen, sheet: null });
  }

  protected changeStud(stud: string): void {
    this.change({ stud: stud as Stud });
  }

  private ofKind<Kind extends Part['kind']>(kind: Kind): Extract<Part, { kind: Kind }> | null {
    const part = this.part();
    return part?.kind === kind ? (part as Extract<Part, { kind: Kind }>) : null;
  }
}
