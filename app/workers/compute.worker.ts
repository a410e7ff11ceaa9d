import './throw-handler';
import { expose } from 'comlink';
import { simulateDays } from '@core/audit/simulate-day';
import { LoudnessMeter } from '@core/audit/sound/envelope';
import { splitStates } from '@core/audit/sound/split-states';
import { courseOf } from '@core/wiring/parallel/course';
import { joinedAs } from '@core/wiring/parallel/topology';
import type { ComputeWorkerApi } from './compute-worker-api';

const FRAME_S = 0.1;

const api: ComputeWorkerApi = {
  simulateDays,
  courseOf: (network, batteries, rule, leadA) => courseOf(joinedAs(network, batteries), batteries, rule, leadA),
  loudnessOf(samples, sampleRateHz) {
    const meter = new LoudnessMeter(sampleRateHz, FRAME_S);
    meter.add(samples);
    return meter.finish();
  },
  splitStates,
};

expose(api);
