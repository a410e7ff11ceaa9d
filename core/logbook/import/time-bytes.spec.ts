import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { TimeCells } from '../../text/cell';
import { TimeBytes } from './time-bytes';

const encoder = new TextEncoder();
const decode = (bytes: Uint8Array, from: number, to: number) => new TextDecoder().decode(bytes.subarray(from, to));
const reader = (format: ConstructorParameters<typeof TimeCells>[0]) => {
  const times = new TimeBytes(new TimeCells(format, ','), decode);
  return (cell: string) => {
    const bytes = encoder.encode(`;${cell};`);
    return times.read(bytes, 1, bytes.length - 1);
  };
};

describe('times off bytes', () => {
  it('know the minute, with its offset and its half of the day', () => {
    const iso = reader('iso');
    expect(iso('2026-03-01T10:15:07+01:00')).toEqual({ wallMs: Date.UTC(2026, 2, 1, 10, 15, 7), offsetMin: 60 });
    expect(iso('2026-03-01T10:15:59+01:00')).toEqual({ wallMs: Date.UTC(2026, 2, 1, 10, 15, 59), offsetMin: 60 });
    expect(iso('2026-03-01T10:15:59+02:00')).toEqual({ wallMs: Date.UTC(2026, 2, 1, 10, 15, 59), offsetMin: 120 });
    const half = reader('mdy');
    expect(half('03/01/2026 1:02:03 PM')?.wallMs).toBe(Date.UTC(2026, 2, 1, 13, 2, 3));
    expect(half('03/01/2026 1:02:04 PM')?.wallMs).toBe(Date.UTC(2026, 2, 1, 13, 2, 4));
    expect(half('03/01/2026 1:02:04 AM')?.wallMs).toBe(Date.UTC(2026, 2, 1, 1, 2, 4));
  });
  it('are none where the seconds are none, whatever minute is known', () => {
    const iso = reader('iso');
    expect(iso('2026-03-01T10:15:07')).not.toBeNull();
    expect(iso('2026-03-01T10:15:61')).toBeNull();
    expect(iso('2026-03-01T10:15:0x')).toBeNull();
    expect(iso('2026-03-01T10:15:08')?.wallMs).toBe(Date.UTC(2026, 2, 1, 10, 15, 8));
    expect(iso('2026-13-01T10:15:08')).toBeNull();
  });
  it('do not lose fractions of a second', () => {
    const iso = reader('iso');
    expect(iso('2026-03-01T10:15:07.250')?.wallMs).toBe(Date.UTC(2026, 2, 1, 10, 15, 7, 250));
    expect(iso('2026-03-01T10:15:08.750')?.wallMs).toBe(Date.UTC(2026, 2, 1, 10, 15, 8, 750));
  });
  test.prop([
    fc.array(fc.tuple(fc.integer({ min: 0, max: 200_000 }), fc.constantFrom('', 'Z', '+01:00', ' UTC', 'x'))),
  ])('are the same as through their text, in any order', (rows) => {
    const off = reader('iso');
    const plain = new TimeCells('iso', ',');
    for (const [second, zone] of rows) {
      const cell = new Date(Date.UTC(2026, 2, 1) + second * 1000).toISOString().slice(0, 19) + zone;
      expect(off(cell)).toEqual(plain.read(cell));
    }
  });
});
