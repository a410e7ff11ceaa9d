import { TestBed } from '@angular/core/testing';
import { By } from '@angular/platform-browser';
import { describe, expect, it } from 'vitest';
import type { LedgerRow } from '@core/logbook/ledger';
import { reduceDay } from '@core/series/level';
import { Storage } from '../../storage/storage';
import { provideCoulan } from '../../testing/open-page';
import { LineChart } from '../../ui/chart/line-chart';
import { WindowPanel } from './window-panel';

const DAY_MS = 86_400_000;
const START = Date.UTC(2026, 5, 1);
const keyOf = (day: number) => new Date(START + day * DAY_MS).toISOString().slice(0, 10);
const rowOf = (day: number, hasVoltage: boolean) =>
  ({ key: keyOf(day), startMs: START + day * DAY_MS, endMs: START + (day + 1) * DAY_MS, hasVoltage }) as LedgerRow;

/** Days at a row a minute: 5 A in by day, 5 A out by night, and for one minute at noon 40 A out. */
async function shown(days: number, hasVoltage: boolean, missing: readonly number[] = []) {
  TestBed.configureTestingModule({ providers: provideCoulan() });
  const { db } = TestBed.inject(Storage);
  for (let day = 0; day < days; day++) {
    if (missing.includes(day)) continue;
    const startMs = START + day * DAY_MS;
    const timeMs = Float64Array.from({ length: 1440 }, (_, k) => startMs + k * 60_000);
    const currentA = timeMs.map((_, k) => (k === 720 ? -40 : k >= 480 && k < 1080 ? 5 : -5));
    const voltageV = hasVoltage ? currentA.map((amps) => 13 + amps / 100) : null;
    const level = reduceDay({ timeMs, voltageV, currentA }, startMs);
    await db.logLevels.put({ logId: 'log', key: keyOf(day), startMs, level });
  }
  const fixture = TestBed.createComponent(WindowPanel);
  const inputs = { rows: Array.from({ length: days }, (_, day) => rowOf(day, hasVoltage)), logIds: ['log'] };
  for (const [name, value] of Object.entries({ ...inputs, gapMs: 60_000 })) fixture.componentRef.setInput(name, value);
  await fixture.whenStable();
  return fixture.debugElement.query(By.directive(LineChart))?.componentInstance as LineChart | undefined;
}

describe('all days of the window as one line', () => {
  it('keeps the lowest and the highest of every stretch, however many days there are', async () => {
    const chart = (await shown(30, true))!;
    const [current, voltage] = chart.lines();
    expect([current!.axis, voltage!.axis]).toEqual(['main', 'below']);
    const amps = current!.points.filter(({ y }) => !Number.isNaN(y)).map(({ y }) => y);
    // The minute at noon is in it, though a stretch is an hour long.
    expect([Math.min(...amps), Math.max(...amps)]).toEqual([-40, 5]);
    expect(amps.length).toBeLessThanOrEqual(4 * 720);
    const volts = voltage!.points.filter(({ y }) => !Number.isNaN(y)).map(({ y }) => y);
    expect(Math.min(...volts)).toBeCloseTo(12.6, 4);
    expect([chart.from(), chart.to()]).toEqual([START, START + 30 * DAY_MS]);
    expect(chart.label()).toBe('Current and voltage from 1 June to 30 June. The ledger above has the days.');
  });
  it('has a tick every few days, at most eight, each at its midnight', async () => {
    const chart = (await shown(30, true))!;
    expect(chart.ticks().map(({ label }) => label)).toEqual(
      ['1', '5', '9', '13', '17', '21', '25', '29'].map((day) => `${day} June`),
    );
    expect(chart.ticks()[1]!.at).toBe(START + 4 * DAY_MS);
  });
  it('breaks off where a day is missing, and has no voltage where none was logged', async () => {
    const chart = (await shown(5, false, [2]))!;
    expect(chart.lines().map(({ says }) => says)).toEqual(['current']);
    const inGap = chart
      .lines()[0]!
      .points.filter(({ x, y }) => !Number.isNaN(y) && x > START + 2.1 * DAY_MS && x < START + 2.9 * DAY_MS);
    expect(inGap).toEqual([]);
  });
  it('is not there before anything can be shown', async () => {
    expect(await shown(2, true, [0, 1])).toBeUndefined();
  });
});
