import { at } from '../quantity/guard';
import { computed, type Sourced } from '../formula/figure';
import type { AuditPlan } from '../audit/plan';
import type { SiteMonth } from '../climate/site-year';

const LEAST_C = -50;
const MOST_C = 70;

/**
 * Surroundings of the loads in a month (1 … 12), °C: as warm as the audit says in its own month, and warmer or colder in others by
 * as much as the climate is.
 */
export function monthAmbientC(audit: AuditPlan, sites: readonly SiteMonth[], month: number): Sourced {
  const own = at(sites, audit.month - 1).tempC.value;
  const ambientTempC = audit.ambientTempC + at(sites, month - 1).tempC.value - own;
  return computed(
    Math.min(MOST_C, Math.max(LEAST_C, ambientTempC)),
    'the audit’s surroundings, moved with the climate',
  );
}
