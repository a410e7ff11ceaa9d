import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { readTypedDate, typedDate } from './typed-date';

describe('a typed date', () => {
  it.each([
    ['2026-11-25 22:07', '2026-11-25T22:07'],
    [' 2026-11-25T22:07 ', '2026-11-25T22:07'],
    ['2026-3-9  4:05', '2026-03-09T04:05'],
    ['25.11.2026 22:07', '2026-11-25T22:07'],
    ['25.11.2026, 22:07', '2026-11-25T22:07'],
  ])('reads the moment %s', (typed, iso) => expect(readTypedDate(typed, 'moment')).toBe(iso));
  it.each([
    '',
    '11/25/2026 22:07',
    '2026-11-25',
    '2026-02-30 10:00',
    '2026-11-25 24:10',
    '26-11-25 10:00',
    '1969-05-01 10:00',
    '2200-01-01 00:00',
    'now',
  ])('does not read the moment %j', (typed) => expect(readTypedDate(typed, 'moment')).toBeNull());
  it.each([
    ['2025-08', '2025-08'],
    ['2025-8', '2025-08'],
    ['8.2025', '2025-08'],
    ['08/2025', '2025-08'],
  ])('reads the month %s', (typed, iso) => expect(readTypedDate(typed, 'month')).toBe(iso));
  it.each(['2025', '13.2025', '2025-00', 'August', '25-08'])('does not read the month %j', (typed) =>
    expect(readTypedDate(typed, 'month')).toBeNull(),
  );
  test.prop([fc.date({ min: new Date('1971-01-01'), max: new Date('2199-01-01'), noInvalidDate: true })])(
    'reads back what it shows',
    (date) => {
      const iso = date.toISOString().slice(0, 16);
      expect(readTypedDate(typedDate(iso), 'moment')).toBe(iso);
      expect(readTypedDate(typedDate(iso.slice(0, 7)), 'month')).toBe(iso.slice(0, 7));
    },
  );
});
