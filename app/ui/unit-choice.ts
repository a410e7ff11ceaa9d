import { Injectable, signal } from '@angular/core';
import { decimalsFor, formatNumber, type FormatOptions, formatQuantity, quantityText } from '@core/quantity/format';
import { toShown, type Unit, UNIT_SYSTEMS, unitLook, type UnitSystem } from '@core/quantity/unit';

const KEY = 'coulan-units';

/** Metric or imperial, chosen once for this device. Plans and files are metric whatever is shown. */
@Injectable({ providedIn: 'root' })
export class UnitChoice {
  readonly system = signal<UnitSystem>(kept());

  set(system: UnitSystem): void {
    this.system.set(system);
    try {
      localStorage.setItem(KEY, system);
    } catch {
      // Not kept, then; it holds for this page.
    }
  }

  next(): void {
    this.set(this.system() === 'metric' ? 'imperial' : 'metric');
  }

  look(unit: Unit) {
    return unitLook(unit, this.system());
  }

  symbol(unit: Unit): string {
    return this.look(unit).symbol;
  }

  /** Digits and symbol apart. */
  format(value: number, unit: Unit, options: Omit<FormatOptions, 'system'> = {}) {
    return formatQuantity(value, unit, { ...options, system: this.system() });
  }

  text(value: number, unit: Unit, options: Omit<FormatOptions, 'system'> = {}): string {
    return quantityText(value, unit, { ...options, system: this.system() });
  }

  decimals(value: number, unit: Unit): number {
    return decimalsFor(value, unit, this.system());
  }

  /** The digits alone, where a column head carries the unit. */
  digits(value: number, unit: Unit, decimals: number): string {
    return formatNumber(toShown(value, this.look(unit)), decimals);
  }
}

function kept(): UnitSystem {
  try {
    const system = localStorage.getItem(KEY);
    if (UNIT_SYSTEMS.some((known) => known === system)) return system as UnitSystem;
  } catch {
    // Storage is blocked.
  }
  return 'metric';
}
