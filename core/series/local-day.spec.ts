import { describe, expect, it } from 'vitest';
import { dayKeyAt, dayStartMs, localDayAt, shiftDay } from './local-day';
import { WallClock } from './wall-clock';
import { isTimeZone } from './zone';

const at = (iso: string) => Date.parse(iso);

describe('local days', () => {
  it.each([
    ['2026-03-29', 23],
    ['2026-10-25', 25],
    ['2026-07-01', 24],
  ])('%s lasts %i h in Berlin', (key, hours) => {
    const day = localDayAt(dayStartMs(key, 'Europe/Berlin') + 5 * 3_600_000, 'Europe/Berlin');
    expect(day.key).toBe(key);
    expect((day.endMs - day.startMs) / 3_600_000).toBe(hours);
  });
  it('begins where the skipped midnight would have been', () => {
    // Cairo put its clocks from 00:00 to 01:00 on 26 April 2024.
    expect(dayStartMs('2024-04-26', 'Africa/Cairo')).toBe(at('2024-04-25T22:00:00Z'));
    expect(dayKeyAt(at('2024-04-25T22:00:00Z'), 'Africa/Cairo')).toBe('2024-04-26');
    expect(dayKeyAt(at('2024-04-25T21:59:59Z'), 'Africa/Cairo')).toBe('2024-04-25');
  });
  it('begins at the first of two midnights', () => {
    // Havana put its clocks from 01:00 back to 00:00 on 3 November 2024.
    expect(dayStartMs('2024-11-03', 'America/Havana')).toBe(at('2024-11-03T04:00:00Z'));
  });
  it('steps over month ends', () => expect(shiftDay('2026-02-28', 1)).toBe('2026-03-01'));
});

describe('WallClock', () => {
  const wall = (text: string) => at(`${text}Z`);
  it('reads summer and winter time', () => {
    const clock = new WallClock('Europe/Berlin');
    expect(clock.toInstantMs(wall('2026-01-10T12:00'))).toBe(at('2026-01-10T11:00Z'));
    expect(clock.toInstantMs(wall('2026-07-10T12:00'))).toBe(at('2026-07-10T10:00Z'));
  });
  it('has no instant for a skipped time', () => {
    expect(new WallClock('Europe/Berlin').toInstantMs(wall('2026-03-29T02:30'))).toBeNaN();
  });
  it('reads the doubled hour first as summer time, then as winter time', () => {
    const clock = new WallClock('Europe/Berlin');
    const first = clock.toInstantMs(wall('2026-10-25T02:30'));
    clock.toInstantMs(wall('2026-10-25T02:45'));
    const second = clock.toInstantMs(wall('2026-10-25T02:30'));
    expect([first, second]).toEqual([at('2026-10-25T00:30Z'), at('2026-10-25T01:30Z')]);
  });
});

it('knows zones by name', () => {
  expect(['Europe/Berlin', 'UTC', 'Mars/Base', ''].map(isTimeZone)).toEqual([true, true, false, false]);
});
