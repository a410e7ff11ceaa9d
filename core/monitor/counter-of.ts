import type { CounterSettings, MeterHardware } from '../counter/counter-settings';
import type { MonitorFacts } from './facts';
import type { Meter } from './plan';
import type { SettingValues } from './setting-id';

/**
 * How a meter counts when it is set so. What is not in the set the meter does not have: without a tail it goes by voltage alone,
 * without a hold time at once, without an efficiency or an exponent every Ah counts the same.
 */
export function counterOf(
  values: SettingValues,
  { plan, ratedAh, usableFraction, profile }: MonitorFacts,
): CounterSettings {
  const rated = plan.capacitySchool === 'rated';
  const holdsAh = ratedAh.value * profile.healthFraction;
  const capacityAh = values.capacity ?? holdsAh * (rated ? 1 : usableFraction.value);
  const fullV = values['full-voltage'];
  const tail = values['tail-current'];
  const [off, on] = [values['cut-off'], values['cut-in']];
  return {
    capacityAh,
    zeroAh: rated ? 0 : holdsAh * (1 - usableFraction.value),
    full:
      plan.meter.automaticFull && fullV !== undefined
        ? {
            fullV,
            tailA: tail === undefined ? null : tail * capacityAh,
            holdMs: (values['hold-time'] ?? 0) * 60_000,
          }
        : null,
    coulombicFraction: values['coulombic-efficiency'] ?? 1,
    peukertExponent: values.peukert ?? 1,
    deadBandA: values['dead-band'] ?? 0,
    averagingMs: (values['averaging-time'] ?? 0) * 60_000,
    reserveFraction: values['reserve-alarm'] ?? null,
    lowV: values['low-alarm'] ?? null,
    highV: values['high-alarm'] ?? null,
    relay: off !== undefined && on !== undefined ? { by: plan.meter.relayBy, offAt: off, onAt: on } : null,
  };
}

/** How a meter measures. */
export const hardwareOf = ({ sampleS, offsetA, gainRatio, resolutionA }: Meter): MeterHardware => ({
  sampleMs: sampleS * 1000,
  offsetA,
  gain: gainRatio,
  resolutionA,
});
