import { isObject } from '../plan/lift';
import { defineStage } from '../plan/stage-definition';
import { Logbook } from './plan';

/** Its figures are those of the book, which is read out of the samples: nothing follows on the spot. */
export const logbookStage = defineStage({
  id: 'logbook',
  Plan: { logbook: Logbook },
  fresh: () => ({
    logbook: {
      fullSchool: 'three' as const,
      windowDays: 14,
      fullWithinDays: 7,
      readings: [],
      logs: [],
      mappings: [],
    },
  }),
  lift: {
    /** How often full must be reached was not asked. */
    3: (plan) => ({
      ...plan,
      logbook: isObject(plan['logbook']) ? { ...plan['logbook'], fullWithinDays: 7 } : plan['logbook'],
    }),
  },
  records: ['logbook.readings', 'logbook.logs'],
  reads: [],
  adds: [],
  derive: () => ({}),
  none: () => ({}),
  keyFigures: () => [],
  stale: () => [],
});
