import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { deviceOf, type Devices, feedBefore } from '@core/sources/device';
import type { EngineSource, SolarArray, Source, Through, Trip } from '@core/sources/source';
import { LIMITS } from '@core/rig/limits';
import { newArray } from '@core/sources/new-source';
import { Choice, type Option } from '../../ui/choice';
import { HourStrip } from '../../ui/hour-strip';
import { QuantityField } from '../../ui/quantity-field';
import { TextField } from '../../ui/text-field';
import { UnitChoice } from '../../ui/unit-choice';
import { MONTH_NAMES } from './charging-words';
import { MonthRow } from './month-row';
import { WeekGrid } from './week-grid';

const MODES: readonly Option[] = [
  { id: 'limited', name: 'charger with its own limit' },
  { id: 'relay', name: 'relay to the alternator' },
];
const SUPPLIES: readonly Option[] = [
  { id: 'mains', name: 'mains' },
  { id: 'generator', name: 'generator' },
];
const MONTHS: readonly Option[] = MONTH_NAMES.map((name, k) => ({ id: String(k + 1).padStart(2, '0'), name }));

/** Everything that can be said of one source. */
@Component({
  selector: 'co-source-details',
  imports: [Choice, HourStrip, MonthRow, QuantityField, TextField, WeekGrid],
  templateUrl: './source-details.html',
  styleUrl: './source-details.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SourceDetails {
  readonly source = input.required<Source>();
  /** Copper of its way to the bank and back, as the circuit is laid out; null: not known. */
  readonly circuitOhm = input<number | null>(null);
  /** What its current may come out of besides a charger of its own. */
  readonly devices = input<Devices>({ sources: [], inverters: [] });
  readonly changed = output<Partial<Source>>();
  readonly removed = output();
  protected readonly limits = LIMITS;
  protected readonly modes = MODES;
  protected readonly supplies = SUPPLIES;
  protected readonly months = MONTHS;
  protected readonly dayLimit = { min: 1, max: 31, integer: true };
  protected readonly shadeWords = ['clear', 'half shaded', 'shaded'] as const;
  /** The circuit’s copper where the path that is entered is another, to the tenth of a milliohm. */
  protected readonly offeredOhm = computed(() => {
    const [ohm, mode] = [this.circuitOhm(), this.engine()?.mode];
    if (ohm === null || mode?.by !== 'relay' || Math.abs(mode.pathOhm - ohm) < 0.00005) return null;
    return Math.max(LIMITS.pathOhm.min, ohm);
  });
  /** Inverters of the audit, and chargers of others that take mains or a generator; empty: there is no choice. */
  protected readonly ways = computed<readonly Option[]>(() => {
    const [source, { sources, inverters }] = [this.source(), this.devices()];
    const chargers = sources.filter((one) => one.kind === 'shore' && ownCharger(one, this.devices()) && one !== source);
    const others = [
      ...inverters.map(({ id, name }) => ({
        id: `inverter:${id}`,
        name: `${name || 'the inverter'}, which charges too`,
      })),
      ...chargers.map(({ id, name }) => ({ id: `source:${id}`, name: `the charger of ${name || 'another'}` })),
    ];
    return others.length > 0 ? [{ id: 'own', name: 'a charger of its own' }, ...others] : [];
  });
  private readonly device = computed(() => deviceOf(this.source(), this.devices()));
  protected readonly way = computed(() => {
    const { is, id } = this.device();
    if (is === 'inverter') return `inverter:${id}`;
    return id === this.source().id ? 'own' : `source:${id}`;
  });
  protected readonly byInverter = computed(() => this.device().is === 'inverter');
  /** Names of those that feed the same device first; null: none does. */
  protected readonly before = computed(() => {
    const names = feedBefore(this.source(), this.devices()).map(({ name }) => name || 'another');
    return names.length > 0 ? names.join(' or ') : null;
  });
  protected readonly units = inject(UnitChoice);
  protected readonly solar = computed(() => pickKind(this.source(), 'solar'));
  protected readonly engine = computed(() => pickKind(this.source(), 'engine'));
  protected readonly shore = computed(() => pickKind(this.source(), 'shore'));
  protected readonly other = computed(() => pickKind(this.source(), 'other'));

  protected change(changes: Partial<Source>): void {
    this.changed.emit(changes);
  }

  protected changeArray(id: string, changes: Partial<SolarArray>): void {
    const arrays = this.solar()!.arrays.map((array) => (array.id === id ? { ...array, ...changes } : array));
    this.changed.emit({ arrays });
  }

  protected addArray(): void {
    const arrays = [...this.solar()!.arrays, newArray(crypto.randomUUID(), 100)];
    this.changed.emit({ arrays });
  }

  protected removeArray(id: string): void {
    const arrays = this.solar()!.arrays.filter((array) => array.id !== id);
    this.changed.emit({ arrays });
  }

  protected modeTo(by: string): void {
    const { mode } = this.engine()!;
    const limitA = mode.by === 'limited' ? mode.currentA : mode.limitA;
    const next: EngineSource['mode'] =
      by === 'limited'
        ? { by: 'limited', currentA: limitA }
        : { by: 'relay', alternatorV: 14.2, pathOhm: 0.02, limitA };
    this.changed.emit({ mode: next });
  }

  protected changeMode(changes: object): void {
    this.changed.emit({ mode: { ...this.engine()!.mode, ...changes } });
  }

  protected addTrip(): void {
    const trips: Trip[] = [...this.engine()!.trips, { fromDay: '07-01', toDay: '07-07', fromHour: 9, hours: 4 }];
    this.changed.emit({ trips });
  }

  protected changeTrip(at: number, changes: Partial<Trip>): void {
    const trips = this.engine()!.trips.map((trip, k) => (k === at ? { ...trip, ...changes } : trip));
    this.changed.emit({ trips });
  }

  /** "07-15" with another month or day. */
  protected dated(monthDay: string, part: { month?: string; day?: number }): string {
    const [month, day] = monthDay.split('-') as [string, string];
    return `${part.month ?? month}-${part.day === undefined ? day : String(part.day).padStart(2, '0')}`;
  }

  protected dayOf(monthDay: string): number {
    return Number(monthDay.slice(3));
  }

  protected removeTrip(at: number): void {
    this.changed.emit({ trips: this.engine()!.trips.filter((_, k) => k !== at) });
  }

  protected hourTo(at: number, amps: number): void {
    const hoursA = this.other()!.hoursA.map((one, k) => (k === at ? amps : one));
    this.changed.emit({ hoursA });
  }

  protected throughTo(way: string): void {
    const id = way.slice(way.indexOf(':') + 1);
    const through: Through | null =
      way === 'own' ? null : way.startsWith('inverter:') ? { inverterId: id } : { sourceId: id };
    this.changed.emit({ through });
  }

  protected quietTo(on: boolean): void {
    this.changed.emit({ quiet: on ? { fromHour: 22, toHour: 8 } : null });
  }

  protected changeQuiet(changes: object): void {
    this.changed.emit({ quiet: { ...this.shore()!.quiet!, ...changes } });
  }
}

/** Whether a source has a charger of its own, out of which another may come. */
function ownCharger(source: Source, among: Devices): boolean {
  const { is, id } = deviceOf(source, among);
  return is === 'charger' && id === source.id;
}

function pickKind<Kind extends Source['kind']>(source: Source, kind: Kind): Extract<Source, { kind: Kind }> | null {
  return source.kind === kind ? (source as Extract<Source, { kind: Kind }>) : null;
}
