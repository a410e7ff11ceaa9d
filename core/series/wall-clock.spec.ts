import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { WallClock } from './wall-clock';
import { isTimeZone, zoneOffsetMs } from './zone';

const wall = (text: string) => Date.parse(`${text}Z`);
const read = (zone: string, ...texts: readonly string[]) => {
  const clock = new WallClock(zone);
  return texts.map((text) => clock.toInstantMs(wall(text))).map((ms) => (Number.isNaN(ms) ? null : iso(ms)));
};
const iso = (ms: number) => new Date(ms).toISOString().slice(0, 16);

describe('WallClock', () => {
  it('reads summer and winter time of one zone', () => {
    expect(read('Europe/Berlin', '2026-01-10T12:00', '2026-07-10T12:00')).toEqual([
      '2026-01-10T11:00',
      '2026-07-10T10:00',
    ]);
  });
  it('has no instant for the hour that the clocks skip', () => {
    expect(read('Europe/Berlin', '2026-03-29T01:59', '2026-03-29T02:30', '2026-03-29T03:00')).toEqual([
      '2026-03-29T00:59',
      null,
      '2026-03-29T01:00',
    ]);
  });
  it('reads the hour shown twice in order', () => {
    expect(
      read(
        'Europe/Berlin',
        '2026-10-25T01:30',
        '2026-10-25T02:30',
        '2026-10-25T02:00',
        '2026-10-25T02:45',
        '2026-10-25T03:00',
      ),
    ).toEqual(['2026-10-24T23:30', '2026-10-25T00:30', '2026-10-25T01:00', '2026-10-25T01:45', '2026-10-25T02:00']);
  });
  it('reads the hour shown twice in a file from the newest row to the oldest', () => {
    const walls = ['03:30', '03:00', '02:30', '02:00', '02:30', '02:00', '01:30'].map((clock) => `2026-10-25T${clock}`);
    expect(read('Europe/Berlin', ...walls)).toEqual([
      '2026-10-25T02:30',
      '2026-10-25T02:00',
      '2026-10-25T01:30',
      '2026-10-25T01:00',
      '2026-10-25T00:30',
      '2026-10-25T00:00',
      '2026-10-24T23:30',
    ]);
  });
  it('an hourly log has its doubled hour twice, whichever way it runs', () => {
    const walls = ['00:30', '01:30', '02:30', '02:30', '03:30'].map((clock) => `2026-10-25T${clock}`);
    const rising = read('Europe/Berlin', ...walls);
    expect(new Set(rising).size).toBe(5);
    const falling = read('Europe/Berlin', '2026-10-25T04:30', ...[...walls].reverse());
    expect(falling.slice(1).reverse()).toEqual(rising);
  });
  it('what is only asked is not remembered', () => {
    const clock = new WallClock('Europe/Berlin');
    clock.toInstantMs(wall('2026-10-25T01:30'));
    expect(clock.resolve(wall('2026-10-25T02:30'))).toBe(clock.resolve(wall('2026-10-25T02:30')));
  });
  it('takes the earlier of the two where the log does not tell', () => {
    expect(read('America/New_York', '2026-11-01T01:30')).toEqual(['2026-11-01T05:30']);
  });
  it('knows a clock change of half an hour', () => {
    // Half an hour back at 2:00 on 5 April 2026: 1:30 to 2:00 comes twice.
    expect(
      read('Australia/Lord_Howe', '2026-04-05T01:15', '2026-04-05T01:45', '2026-04-05T01:35', '2026-04-05T02:00'),
    ).toEqual(['2026-04-04T14:15', '2026-04-04T14:45', '2026-04-04T15:05', '2026-04-04T15:30']);
  });
  test.prop([
    fc.integer({ min: 0, max: 2 * 366 * 24 * 60 }),
    fc.constantFrom('UTC', 'Asia/Kathmandu', 'Europe/Berlin'),
  ])('gives back the instant whose clock it was, outside the hours of change', (minute, zone) => {
    const atMs = Date.parse('2025-01-01T00:00Z') + minute * 60_000;
    const offset = zoneOffsetMs(zone, atMs);
    fc.pre([-1, 1].every((side) => zoneOffsetMs(zone, atMs + side * 2 * 3_600_000) === offset));
    expect(new WallClock(zone).toInstantMs(atMs + offset)).toBe(atMs);
  });
});

describe('zones', () => {
  it.each(['UTC', 'Europe/Berlin', 'Asia/Kathmandu'])('knows %s', (zone) => expect(isTimeZone(zone)).toBe(true));
  it.each(['', 'Nowhere/Atall', 'Europe/'])('does not know "%s"', (zone) => expect(isTimeZone(zone)).toBe(false));
  it('counts east as positive', () => {
    expect(zoneOffsetMs('Asia/Kathmandu', 0)).toBe(5.5 * 3_600_000);
    expect(zoneOffsetMs('America/New_York', 0)).toBe(-5 * 3_600_000);
  });
});
