import { COMMON_LIMITS } from '../plan/common-limits';
import { CELL_LIMITS } from '../cells/limits';
import { CLIMATE_LIMITS } from '../climate/limits';
import { SOURCE_LIMITS } from '../sources/limits';
import { AUDIT_LIMITS } from '../audit/limits';
import { BANK_LIMITS } from '../bank/limits';
import { CHARGING_LIMITS } from '../charging/limits';
import { MONITOR_LIMITS } from '../monitor/limits';
import { LOGBOOK_LIMITS } from '../logbook/limits';
import { WIRING_LIMITS } from '../wiring/limits';
import { COMMISSIONING_LIMITS } from '../commissioning/limits';

/** The limits of all fields by name. */
export const LIMITS = {
  ...COMMON_LIMITS,
  ...CELL_LIMITS,
  ...CLIMATE_LIMITS,
  ...SOURCE_LIMITS,
  ...AUDIT_LIMITS,
  ...BANK_LIMITS,
  ...CHARGING_LIMITS,
  ...MONITOR_LIMITS,
  ...LOGBOOK_LIMITS,
  ...WIRING_LIMITS,
  ...COMMISSIONING_LIMITS,
} as const;
