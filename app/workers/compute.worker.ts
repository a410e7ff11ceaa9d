import './throw-handler';
import { expose } from 'comlink';
import { simulateDays } from '@core/audit/simulate-day';
import { LoudnessMeter } from '@core/audit/sound/envelope';
import { splitStates } from '@core/audit/sound/split-states';
import type { ComputeWorkerApi } from './compute-worker-api';

const FRAME_S = 0.1;

const api: ComputeWorkerApi = {
  simulateDays,
  // Every page simulates days; a course is asked for on one, and has the circuit's schemas behind it; a file of light brings its reader.
  async courseOf(network, batteries, rule, leadA) {
    const [{ courseOf }, { joinedAs }] = await Promise.all([
      import('@core/wiring/parallel/course'),
      import('@core/wiring/parallel/topology'),
    ]);
    return courseOf(joinedAs(network, batteries), batteries, rule, leadA);
  },
  async readHourly(...given) {
    const { readHourly } = await import('@core/climate/read-hourly');
    return readHourly(...given);
  },
  loudnessOf(samples, sampleRateHz) {
    const meter = new LoudnessMeter(sampleRateHz, FRAME_S);
    meter.add(samples);
    return meter.finish();
  },
  splitStates,
};

expose(api);
