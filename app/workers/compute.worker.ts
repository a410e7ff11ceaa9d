import './throw-handler';
import { expose } from 'comlink';
import { simulateDays } from '@core/audit/simulate-day';
import { LoudnessMeter } from '@core/audit/sound/envelope';
import { splitStates } from '@core/audit/sound/split-states';
import { drain } from '@core/wiring/parallel/drain';
import { joinedAs } from '@core/wiring/parallel/topology';
import type { ComputeWorkerApi } from './compute-worker-api';

const FRAME_S = 0.1;

const api: ComputeWorkerApi = {
  simulateDays,
  courseOf: (network, batteries, rule) => drain(joinedAs(network, batteries), batteries, rule),
  loudnessOf(samples, sampleRateHz) {
    const meter = new LoudnessMeter(sampleRateHz, FRAME_S);
    meter.add(samples);
    return meter.finish();
  },
  splitStates,
};

expose(api);
