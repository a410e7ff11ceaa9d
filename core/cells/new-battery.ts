import { asTyped } from '../quantity/format';
import type { Battery } from './battery';
import type { ChemistryId } from './chemistry';
import { CHEMISTRIES } from './chemistry.data';

/** A battery of which no more is known than its label says. */
export function newBattery(id: string, chemistryId: ChemistryId, cellsInSeries: number, capacityAh: number): Battery {
  const { shortName, cellsPer12V } = CHEMISTRIES[chemistryId];
  const volts = (cellsInSeries / cellsPer12V) * 12;
  return {
    id,
    name: `${shortName} ${asTyped(capacityAh)} Ah, ${asTyped(volts)} V`,
    chemistryId,
    cellsInSeries,
    capacityAh,
    resistanceOhm: null,
    massKg: null,
    lengthMm: null,
    widthMm: null,
    heightMm: null,
    price: null,
    dischargeA: null,
    peakA: null,
    chargeA: null,
    seriesMax: null,
    parallelMax: null,
    terminal: '',
  };
}
