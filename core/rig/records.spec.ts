import { describe, expect, it } from 'vitest';
import { newInverter, newLoad } from '../audit/fresh';
import { newBank } from '../bank/fresh';
import { newBattery } from '../cells/new-battery';
import type { LogRecord } from '../logbook/plan';
import { layOut } from '../wiring/lay-out';
import { newSource } from '../sources/new-source';
import { deriveRig } from './derive-rig';
import { newRig } from './new-rig';
import { cutRecords, joinRecords } from './records';
import type { Rig } from './rig';

const many = <Thing>(count: number, make: (k: number) => Thing) => Array.from({ length: count }, (_, k) => make(k));

/** Sixty loads, each watched for hours, years of logs and readings. */
function large(runningW = 45.5): Rig {
  const rig = newRig('r', 'A rig of many years', 'UTC');
  const battery = (k: number) => newBattery(`battery-${k}`, 'lfp', 8, 160);
  const recording = {
    from: 'stopwatch' as const,
    atMs: 1_770_000_000_000,
    states: [
      { name: 'rests', powerW: 0 },
      { name: 'runs', powerW: runningW },
    ],
    spans: many(400, (k) => ({ state: k % 2, seconds: 300.25 + k })),
  };
  return {
    ...rig,
    loads: many(60, (k) => ({
      ...newLoad(`00000000-0000-4000-8000-0000000000${k + 10}`, 'Galley and workshop'),
      name: `Load of a long name, number ${k}`,
      use: { by: 'timed', recording, hoursPerDay: 24 },
    })),
    inverters: many(4, (k) => newInverter(`inverter-${k}`)),
    shelf: many(40, battery),
    bank: newBank(battery(0)),
    charging: { ...rig.charging, sources: many(8, (k) => newSource(k % 2 ? 'solar' : 'shore', `source-${k}`)) },
    logbook: {
      ...rig.logbook,
      readings: many(20_000, (k) => ({
        id: `reading-${k}`,
        atMs: 1_770_000_000_000 + k,
      })) as unknown as Rig['logbook']['readings'],
      logs: many(500, (k) => ({ id: `log-${k}`, name: `month ${k}.csv` })) as unknown as LogRecord[],
    },
  };
}

describe('a plan and its records', () => {
  it('is under 100 kB by itself, however much is on record', () => {
    const rig = large();
    const { plan, records } = cutRecords(rig);
    expect(JSON.stringify(plan).length).toBeLessThan(100_000);
    expect(JSON.stringify(records).length).toBeGreaterThan(1_000_000);
    const back = joinRecords(plan, (name) => records.find((record) => record.name === name)?.rows);
    expect(back).toEqual({ plan: rig, missing: null });
  });
  it('is under 100 kB with a circuit for each of its loads laid out too', () => {
    const rig = large(300);
    const { bank, charging, wiring } = rig;
    const { audit } = deriveRig(rig, null);
    const laid = layOut({ ...rig, audit, bank: bank!, sources: charging.sources }, wiring);
    const { plan } = cutRecords({ ...rig, wiring: { ...wiring, ...laid } });
    expect(laid.runs.length).toBeGreaterThan(120);
    expect(JSON.stringify(plan).length).toBeLessThan(100_000);
  });
  it('names the record that is not there, or not whole', () => {
    const { plan, records } = cutRecords(large());
    const without = (gone: string) =>
      joinRecords(plan, (name) => {
        const rows = records.find((record) => record.name === name)?.rows;
        return name === gone ? rows?.slice(1) : rows;
      }).missing;
    expect(records.map(({ name }) => without(name))).toEqual(records.map(({ name }) => name));
    expect(joinRecords(plan, () => undefined).missing).toBe(records[0]!.name);
  });
});
