import type { CounterSettings, CutOff } from './counter-settings';
import type { Trace } from './trace';

/** An alarm that calls, or a relay that switches. */
export interface CounterCall {
  says: 'reserve' | 'low' | 'high' | 'relay-off' | 'relay-on';
  timeMs: number;
}

/**
 * When the alarms of a meter call and its relay switches. An alarm calls once, and again only after it has been left; the relay
 * that has cut off comes back on at its upper value, not below.
 * @param missingAh  [n] as the meter has counted
 */
export function callsOf(
  { timeMs, voltageV }: Pick<Trace, 'timeMs' | 'voltageV'>,
  missingAh: Float64Array,
  settings: CounterSettings,
): CounterCall[] {
  const { capacityAh, reserveFraction, lowV, highV, relay } = settings;
  const calls: CounterCall[] = [];
  const shown = (k: number) => 1 - missingAh[k]! / capacityAh;
  const alarm = (says: CounterCall['says'], rings: (k: number) => boolean) => {
    let rang = false;
    for (let k = 0; k < timeMs.length; k++) {
      const now = rings(k);
      if (now && !rang) calls.push({ says, timeMs: timeMs[k]! });
      rang = now;
    }
  };
  if (reserveFraction !== null) alarm('reserve', (k) => shown(k) <= reserveFraction);
  if (lowV !== null && voltageV) alarm('low', (k) => voltageV[k]! <= lowV);
  if (highV !== null && voltageV) alarm('high', (k) => voltageV[k]! >= highV);
  if (relay?.by === 'charge') switchings(relay, timeMs, shown, calls);
  if (relay?.by === 'volts' && voltageV) switchings(relay, timeMs, (k) => voltageV[k]!, calls);
  return calls.sort((a, b) => a.timeMs - b.timeMs);
}

function switchings({ offAt, onAt }: CutOff, timeMs: Float64Array, value: (k: number) => number, into: CounterCall[]) {
  let off = false;
  for (let k = 0; k < timeMs.length; k++) {
    const now = value(k);
    if (!off && now <= offAt) into.push({ says: 'relay-off', timeMs: timeMs[k]! });
    else if (off && now >= onAt && onAt > offAt) into.push({ says: 'relay-on', timeMs: timeMs[k]! });
    else continue;
    off = !off;
  }
}
