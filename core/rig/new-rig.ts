import type { Bank } from './bank';
import type { Inverter, Load } from './load';
import type { Rig } from './rig';
import { CHEMISTRIES } from '../cells/chemistry.data';
import type { ChemistryId } from '../cells/chemistry';

/** An empty rig in the given time zone. */
export function newRig(id: string, name: string, timeZone: string): Rig {
  return {
    id,
    name,
    purpose: '',
    place: { name: '', timeZone, latitudeDeg: null, longitudeDeg: null },
    loads: [],
    inverter: null,
    bank: null,
    monitor: {
      capacitySchool: 'rated',
      lowestAbsorptionV: null,
      highestFloatV: null,
      solarCharging: true,
      alarmMarginFraction: 0.05,
      entered: {},
    },
    logbook: { fullSchool: 'three', windowDays: 14, readings: [], logs: [], mappings: [] },
  };
}

export function newLoad(id: string, group: string): Load {
  return {
    id,
    name: '',
    group,
    supply: 'dc',
    power: { by: 'watts', powerW: 0 },
    use: { by: 'hours', hoursPerDay: 1 },
    quantity: 1,
  };
}

/** An inverter of which nothing is known yet: 0.90, and no standby until its sheet is read. */
export const newInverter = (): Inverter => ({
  name: 'Inverter',
  efficiencyFraction: 0.9,
  standbyW: 0,
  hoursOnPerDay: 24,
});

/** One 12 V battery of the chemistry, with the chemistry's own usable share. */
export function newBank(chemistryId: ChemistryId): Bank {
  const chemistry = CHEMISTRIES[chemistryId];
  return {
    chemistryId,
    battery: { name: `${chemistry.shortName} 100 Ah, 12 V`, cellsInSeries: chemistry.cellsPer12V, capacityAh: 100 },
    seriesCount: 1,
    parallelCount: 1,
    usableFraction: chemistry.usableFraction,
    ageingFraction: 1,
    coldestTempC: 25,
    autonomyDays: 2,
  };
}
