import { expect, it } from 'vitest';
import { hardwareOf } from './counter-of';
import { freshMonitor } from './fresh';

it('a meter measures every so many seconds, to its steps', () => {
  const { meter } = freshMonitor();
  const hardware = hardwareOf({ ...meter, sampleS: 2, offsetA: 0.05, gainRatio: 1.01, resolutionA: 0.1 });
  expect(hardware).toEqual({ sampleMs: 2000, offsetA: 0.05, gain: 1.01, resolutionA: 0.1 });
});
