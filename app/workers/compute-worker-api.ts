import type { HourlyFile, HourlyRefusal } from '@core/climate/read-hourly';
import type { DayOfLoad, DayQuantiles } from '@core/audit/simulate-day';
import type { SoundSplit, SplitOptions } from '@core/audit/sound/split-states';
import type { Course } from '@core/wiring/parallel/course';
import type { DrainedBattery, DrainRule } from '@core/wiring/parallel/drain';
import type { ParallelNetwork } from '@core/wiring/parallel/topology';
import type { Loudness } from '@core/audit/sound/envelope';

/** What the worker for computation does; every call is answered with plain data. */
export interface ComputeWorkerApi {
  simulateDays(loads: DayOfLoad[], draws: number, seed: number): DayQuantiles;
  courseOf(
    network: ParallelNetwork,
    batteries: DrainedBattery[],
    rule: DrainRule,
    leadA: number | null,
  ): Promise<Course>;
  loudnessOf(samples: Float32Array, sampleRateHz: number): Loudness;
  /** @param text  of a file of hourly light */
  readHourly(
    text: string,
    latitudeDeg: number,
    longitudeDeg: number,
    timeZone: string,
  ): Promise<HourlyFile | HourlyRefusal>;
  splitStates(loudness: Loudness, options: SplitOptions): SoundSplit;
}
