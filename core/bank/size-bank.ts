import { CHEMISTRIES } from '../cells/chemistry.data';
import { interpolate } from '../cells/interpolate';
import { byDefault, entered, type Figure, type Sourced } from '../formula/figure';
import type { Bank } from '../rig/bank';
import { autonomy, bankCapacity, bankVoltage, requiredCapacity, sparePart, usableCapacity } from './bank-formulas';

/** The bank against the audited day. `need` is null while nothing is audited. */
export interface SizedBank {
  nominalV: Figure;
  capacityAh: Figure;
  usableAh: Figure;
  need: { requiredAh: Figure; autonomyDays: Figure; spareAh: Figure; fits: boolean } | null;
}

/** Nominal voltage of the bank; 12.8 V by default where none is chosen. */
export function nominalVoltage(bank: Bank | null): Sourced {
  if (bank === null) return byDefault(12.8, 'no bank chosen: four LFP cells');
  const chemistry = CHEMISTRIES[bank.chemistryId];
  return bankVoltage.figure({
    seriesCount: entered(bank.seriesCount),
    cellsInSeries: entered(bank.battery.cellsInSeries, bank.battery.name),
    cellV: byDefault(chemistry.nominalCellV, chemistry.name),
  });
}

/** Works out a bank and, where dayAh is above zero, whether it carries the day. */
export function sizeBank(bank: Bank, dayAh: Sourced): SizedBank {
  const chemistry = CHEMISTRIES[bank.chemistryId];
  const capacityAh = bankCapacity.figure({
    parallelCount: entered(bank.parallelCount),
    capacityAh: entered(bank.battery.capacityAh, bank.battery.name),
  });
  const shares = {
    usableFraction:
      bank.usableFraction === chemistry.usableFraction
        ? byDefault(bank.usableFraction, chemistry.name)
        : entered(bank.usableFraction),
    ageingFraction: entered(bank.ageingFraction),
    coldFraction: byDefault(
      interpolate(chemistry.capacityFractionByTempC, bank.coldestTempC),
      `${chemistry.shortName} at ${bank.coldestTempC} °C`,
    ),
  };
  const usableAh = usableCapacity.figure({ capacityAh, ...shares });
  return { nominalV: nominalVoltage(bank) as Figure, capacityAh, usableAh, need: dayAh.value > 0 ? needOf() : null };

  function needOf(): SizedBank['need'] {
    const requiredAh = requiredCapacity.figure({ dayAh, autonomyDays: entered(bank.autonomyDays), ...shares });
    const spareAh = sparePart.figure({ capacityAh, requiredAh });
    return { requiredAh, autonomyDays: autonomy.figure({ usableAh, dayAh }), spareAh, fits: spareAh.value >= 0 };
  }
}
