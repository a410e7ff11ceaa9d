import type { Inverter } from './inverter';
import type { Load } from './load';
import type { AuditPlan } from './plan';

/** Of a summer’s day. */
export const FRESH_AMBIENT_C = 22;
/** Of an inverter whose sheet was not read. */
export const FRESH_EFFICIENCY = 0.9;

/** Nothing audited yet, for a July day. */
export const freshAudit = (): { audit: AuditPlan; loads: Load[]; inverters: Inverter[] } => ({
  audit: { month: 7, ambientTempC: FRESH_AMBIENT_C, sizeFor: 'nine-in-ten', sunHoursPerDay: 3 },
  loads: [],
  inverters: [],
});

/** A load of which no more is known than that it is there. */
export function newLoad(id: string, group: string): Load {
  return {
    id,
    name: '',
    group,
    supply: 'dc',
    inverterId: null,
    dcVoltageV: null,
    known: 'nameplate',
    power: { by: 'watts', powerW: 0 },
    use: { by: 'hours', hoursPerDay: 1 },
    spread: null,
    pattern: { by: 'named', id: 'all-day' },
    daysPerWeek: 7,
    climate: { by: 'none' },
    quantity: 1,
    must: false,
    surgeFactor: 1,
  };
}

/** An inverter of which nothing is known yet: 0.90, and no standby until its sheet is read. */
export const newInverter = (id: string): Inverter => ({
  id,
  name: 'Inverter',
  continuousW: null,
  surgeW: null,
  cutOffV: null,
  efficiencyFraction: FRESH_EFFICIENCY,
  standbyW: 0,
  switched: 'left-on',
  hoursOnPerDay: 24,
  bench: [],
});
