import { describe, expect, it } from 'vitest';
import { cutRecords } from '@core/rig/records';
import { sampleRig } from '../testing/sample-rig';
import { summaryOf } from './rig-summary';

describe('what the first page says of a rig', () => {
  it('counts its logs as they are stored, beside the plan or in it', () => {
    const rig = sampleRig();
    const logs = [{ id: 'a' }, { id: 'b' }] as never;
    const kept = { ...rig, logbook: { ...rig.logbook, logs } };
    const said = { purpose: rig.purpose, loads: rig.loads.length, logs: 2 };
    expect(summaryOf({ rig: kept })).toEqual(said);
    expect(summaryOf({ rig: cutRecords(kept).plan as never })).toEqual(said);
  });
  it('says nothing of what is damaged', () => {
    for (const rig of [null, {}, { loads: 3, logbook: { logs: 'none' } }])
      expect(summaryOf({ rig: rig as never })).toEqual({ purpose: '', loads: 0, logs: 0 });
  });
});
