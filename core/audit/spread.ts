import type { KnownBy, Load } from './load';
import type { RecordingSummary } from './recording';

export interface Spread {
  /** Low and high day against the typical one. */
  lowFraction: number;
  highFraction: number;
  /** Whether it is the user's own, follows from measurement, or is usual for the way in which the load is known. */
  origin: 'entered' | 'measured' | 'default';
}

/**
 * How far a day of a load strays where nothing better is known: [running time and power both unsure, power alone unsure
 * since it never pauses]. A nameplate states a maximum: low lies further away than high.
 */
const USUAL: Record<KnownBy, { used: readonly [number, number]; standing: readonly [number, number] }> = {
  logged: { used: [0.8, 1.25], standing: [0.95, 1.05] },
  timed: { used: [0.8, 1.25], standing: [0.95, 1.05] },
  clamp: { used: [0.7, 1.4], standing: [0.9, 1.1] },
  wattmeter: { used: [0.7, 1.4], standing: [0.9, 1.1] },
  nameplate: { used: [0.5, 1.5], standing: [0.6, 1] },
};
/** A recording of a few hours knows its own cycles, not all days. */
const LEAST_TIMED = 0.1;

/**
 * @param hoursPerDay  of running on a typical day of use: a high day cannot have more than 24 of them
 */
export function spreadOf(
  load: Pick<Load, 'spread' | 'use' | 'known'>,
  recording: RecordingSummary | null,
  hoursPerDay: number,
): Spread {
  if (load.spread) return { ...load.spread, origin: 'entered' };
  const { use } = load;
  if (use.by === 'logged' && use.typical > 0) {
    return { lowFraction: use.low / use.typical, highFraction: use.high / use.typical, origin: 'measured' };
  }
  if (use.by === 'timed' && recording?.spreadFraction != null) {
    const around = Math.min(0.9, Math.max(LEAST_TIMED, recording.spreadFraction));
    const most = strongestOverMean(recording);
    return { lowFraction: 1 - around, highFraction: Math.min(1 + around, most), origin: 'measured' };
  }
  const { used, standing } = USUAL[load.known];
  if (use.by === 'always') return { lowFraction: standing[0], highFraction: standing[1], origin: 'default' };
  // Running all day long at what its power may be at most: nothing is higher.
  const mostFraction = hoursPerDay > 0 ? (24 / hoursPerDay) * standing[1] : Number.POSITIVE_INFINITY;
  return { lowFraction: used[0], highFraction: Math.max(1, Math.min(used[1], mostFraction)), origin: 'default' };
}

/** A recorded load that never paused can draw no more than its strongest state. */
const strongestOverMean = ({ states, meanW }: RecordingSummary): number =>
  meanW.value > 0 ? Math.max(1, Math.max(...states.map(({ powerW }) => powerW)) / meanW.value) : 1;
