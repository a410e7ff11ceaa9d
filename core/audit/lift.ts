import { isObject, liftEach, type Lifts } from '../plan/lift';
import { freshAudit, newInverter } from './fresh';

/** How the audit was stored in older versions. */
export const auditLift: Lifts = {
  /** Loads had no more than power and use; there was one inverter. */
  1: ({ inverter, loads, ...rest }) => ({
    ...rest,
    audit: freshAudit().audit,
    loads: liftEach(loads, load1),
    inverters: isObject(inverter) ? [{ ...newInverter('inverter'), ...inverter }] : [],
  }),
  /** What was logged of a load was taken for the bank's side. */
  3: (plan) => ({ ...plan, loads: liftEach(plan['loads'], load3) }),
};

function load1(load: unknown): unknown {
  if (!isObject(load)) return load;
  const clamp = isObject(load['power']) && load['power']['by'] === 'volts-amps' && load['supply'] === 'dc';
  return {
    ...load,
    inverterId: null,
    dcVoltageV: null,
    known: clamp ? 'clamp' : load['supply'] === 'ac' ? 'wattmeter' : 'nameplate',
    spread: null,
    pattern: { by: 'named', id: 'all-day' },
    daysPerWeek: 7,
    climate: { by: 'none' },
    must: isObject(load['use']) && load['use']['by'] === 'always',
    surgeFactor: 1,
  };
}

function load3(load: unknown): unknown {
  if (!isObject(load) || !isObject(load['use']) || load['use']['by'] !== 'logged') return load;
  return { ...load, use: { ...load['use'], side: 'bank' } };
}
