import { isObject, type Lifts } from '../plan/lift';
import { freshMonitor } from './fresh';

export const monitorLift: Lifts = {
  /** What a setting rested on when it was typed in was not kept. */
  4: (plan) => {
    const { monitor } = plan;
    if (!isObject(monitor) || !isObject(monitor['entered'])) return plan;
    const entered = Object.entries(monitor['entered']).map(([id, one]) => [
      id,
      isObject(one) ? { ...one, rests: null } : one,
    ]);
    return { ...plan, monitor: { ...monitor, entered: Object.fromEntries(entered) as unknown } };
  },
  /** There was one set of settings, of which only the last value was kept, and nobody was asked what the meter has. */
  8: (plan) => {
    const { monitor } = plan;
    if (!isObject(monitor)) return plan;
    const { capacitySchool, alarmMarginFraction, entered, lowestAbsorptionV, highestFloatV, solarCharging } = monitor;
    const fresh = freshMonitor();
    const usual = { ...fresh.profiles[0], lowestAbsorptionV, highestFloatV, solarCharging };
    const typed = isObject(entered) ? Object.entries(entered) : [];
    const entries = typed.map(([id, one]) => ({
      id: `before-${id}`,
      atMs: isObject(one) ? one['atMs'] : null,
      by: '',
      profileId: 'usual',
      values: [{ id, value: isObject(one) ? one['value'] : null, rests: isObject(one) ? one['rests'] : null }],
      note: '',
      photo: null,
    }));
    entries.sort((a, b) => Number(a.atMs) - Number(b.atMs));
    return { ...plan, monitor: { ...fresh, capacitySchool, alarmMarginFraction, profiles: [usual], entries } };
  },
};
