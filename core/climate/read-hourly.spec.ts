import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { monthStart } from '../series/calendar';
import { aboveAirWhPerM2 } from './above-air';
import { type HourlyFile, readHourly } from './read-hourly';

const LATITUDE = 48;
const two = (n: number) => String(n).padStart(2, '0');

/** A day's light spread over eight hours, so that its sum is clearness × what arrives above the air. */
const watts = (day: number, hour: number, clearness: number) =>
  hour >= 8 && hour < 16 ? (clearness * aboveAirWhPerM2(LATITUDE, day + 1)) / 8 : 0;

interface Shape {
  year: number;
  delimiter: ',' | ';' | '\t';
  decimal: '.' | ',';
  stamp: 'iso' | 'blank' | 'dmy' | 'UTC';
  stepsPerHour: 1 | 2;
  head: [string, string];
  remarkColumn: boolean;
}

function stamp(atMs: number, shape: Shape): string {
  const at = new Date(atMs);
  const clock = `${two(at.getUTCHours())}:${two(at.getUTCMinutes())}`;
  const [day, month, year] = [two(at.getUTCDate()), two(at.getUTCMonth() + 1), at.getUTCFullYear()];
  switch (shape.stamp) {
    case 'iso':
      return `${year}-${month}-${day}T${clock}`;
    case 'blank':
      return `${year}-${month}-${day} ${clock}`;
    case 'dmy':
      return `${day}.${month}.${year} ${clock}`;
    case 'UTC':
      return `${year}-${month}-${day}T${clock}:00Z`;
  }
}

function fileOf(shape: Shape, clearnessOf: (day: number) => number, leaveOut: (day: number) => boolean = () => false) {
  const { delimiter, decimal, stepsPerHour, head, remarkColumn } = shape;
  const rows = [[head[0], ...(remarkColumn ? ['station'] : []), head[1]].join(delimiter)];
  const from = Date.UTC(shape.year, 0, 1);
  for (let atMs = from; atMs < Date.UTC(shape.year + 1, 0, 1); atMs += 3_600_000 / stepsPerHour) {
    const at = new Date(atMs);
    const date = Math.min(at.getUTCDate(), at.getUTCMonth() === 1 ? 28 : 31);
    const day = monthStart(at.getUTCMonth()) + date - 1;
    if (leaveOut(day)) continue;
    const value = watts(day, at.getUTCHours(), clearnessOf(day)).toFixed(2).replace('.', decimal);
    rows.push([stamp(atMs, shape), ...(remarkColumn ? ['7'] : []), value].join(delimiter));
  }
  return rows.join('\n');
}

const read = (text: string): HourlyFile => {
  const file = readHourly(text, LATITUDE, 0, 'UTC');
  if ('code' in file) throw new Error(file.code);
  return file;
};
const PLAIN: Shape = {
  year: 2025,
  delimiter: ',',
  decimal: '.',
  stamp: 'iso',
  stepsPerHour: 1,
  head: ['time', 'GHI W/m2'],
  remarkColumn: false,
};
const wave = (day: number) => 0.45 + 0.25 * Math.sin(day / 5);

describe('an hourly file of light', () => {
  const shapes: fc.Arbitrary<Shape> = fc
    .record({
      year: fc.constantFrom(2023, 2024),
      delimiter: fc.constantFrom(',' as const, ';' as const, '\t' as const),
      decimal: fc.constantFrom('.' as const, ',' as const),
      stamp: fc.constantFrom('iso' as const, 'blank' as const, 'dmy' as const, 'UTC' as const),
      stepsPerHour: fc.constantFrom(1 as const, 2 as const),
      head: fc.constantFrom<[string, string][]>(
        ['time', 'GHI W/m2'],
        ['Datum', 'Global'],
        ['date hour', 'solar radiation'],
        ['Timestamp', 'irradiance'],
      ),
      remarkColumn: fc.boolean(),
    })
    .filter(({ delimiter, decimal }) => !(delimiter === ',' && decimal === ','));
  test.prop([shapes], { numRuns: 12 })('is read as it was written, leap years and half hours too', (shape) => {
    const file = read(fileOf(shape, wave));
    expect(file.remarks).toEqual([]);
    expect([file.filledDays, file.cappedDays]).toEqual([0, 0]);
    file.dailyClearness.forEach((clearness, day) => expect(clearness).toBeCloseTo(wave(day), 2));
  });
  it('of several years is their mean, day by day', () => {
    const years = [2022, 2023].map((year, k) => fileOf({ ...PLAIN, year }, () => 0.3 + 0.2 * k));
    const file = read([years[0], ...years[1]!.split('\n').slice(1)].join('\n'));
    expect(file.dailyClearness.every((clearness) => Math.abs(clearness - 0.4) < 1e-3)).toBe(true);
  });
  it('is refused where a month has less than a week of days, however many the others have, and named by the month', () => {
    // December from its eighth day on, and from its seventh; the year has well over 300 days either way.
    const december = monthStart(11);
    const upTo = (last: number) => fileOf(PLAIN, wave, (day) => day >= december + last);
    expect(readHourly(upTo(6), LATITUDE, 0, 'UTC')).toEqual({ code: 'month-lacking', month: 12, days: 6, needed: 7 });
    expect(read(upTo(7)).filledDays).toBe(24);
    const mean = [0, 1, 2, 3, 4, 5, 6].reduce((sum, k) => sum + wave(december + k) / 7, 0);
    expect(read(upTo(7)).dailyClearness.at(-1)).toBeCloseTo(mean, 3);
    const without = fileOf(PLAIN, wave, (day) => day < 31);
    expect(readHourly(without, LATITUDE, 0, 'UTC')).toEqual({ code: 'month-lacking', month: 1, days: 0, needed: 7 });
  });
  it('lacks nothing of days on which the sun does not rise', () => {
    const arctic = (dark: boolean) =>
      readHourly(
        fileOf(
          PLAIN,
          () => 0.5,
          (day) => dark && (day < 25 || day > 330),
        ),
        75,
        0,
        'UTC',
      );
    for (const file of [arctic(true), arctic(false)]) {
      if ('code' in file) throw new Error(file.code);
      expect([file.filledDays, file.dailyClearness[5], file.dailyClearness[360]]).toEqual([0, 0.3, 0.3]);
    }
  });
  describe('as others write it', () => {
    /** Each row of the plain file anew, by its date, hour and watts. */
    const written = (
      head: string,
      row: (date: { y: string; m: string; d: string; h: number }, value: string) => string,
      preamble = '',
    ) => {
      const rows = fileOf(PLAIN, wave).split('\n').slice(1);
      const texts = rows.map((line) => {
        const [, y = '', m = '', d = '', h = ''] = /^(\d+)-(\d+)-(\d+)T(\d+)/.exec(line)!;
        return row({ y, m, d, h: Number(h) }, line.split(',')[1]!);
      });
      return `${preamble}${[head, ...texts].join('\n')}`;
    };
    const plain = read(fileOf(PLAIN, wave));
    it.each<[string, string]>([
      [
        'a date and a clock',
        written('Date,Time,GHI (W/m^2)', ({ y, m, d, h }, v) => `${y}-${m}-${d},${two(h)}:00,${v}`),
      ],
      [
        'the month first, clocks from 1:00 to 24:00 at the end of the hour',
        written('Date (MM/DD/YYYY),Time (HH:MM),ETR (W/m^2),GHI (W/m^2),DNI (W/m^2)', ({ y, m, d, h }, v) =>
          [`${m}/${d}/${y}`, `${two(h + 1)}:00`, '1300', v, '700'].join(),
        ),
      ],
      [
        'year, month, day and hour',
        written('Year;Month;Day;Hour;GHI', ({ y, m, d, h }, v) => [y, +m, +d, h, v].join(';')),
      ],
      [
        'minutes as well, under a preamble with blank lines',
        written(
          'Year,Month,Day,Hour,Minute,DHI,GHI,Solar Zenith Angle',
          ({ y, m, d, h }, v) => [y, m, d, h, 30, 5, v, 45].join(),
          'Source,Location,Solar model\nArchive,somewhere,2025\n\n',
        ),
      ],
      [
        'two rows of an archive above, of which the first names a time zone and units, and other lights beside it',
        written(
          'Year,Month,Day,Hour,Minute,Clearsky GHI,DHI,GHI,Temperature',
          ({ y, m, d, h }, v) => [y, m, d, h, 0, 900, 5, v, 4].join(),
          'Source,Time Zone,Clearsky GHI Units,GHI Units\nArchive,1,w/m2,w/m2\n',
        ),
      ],
      [
        'a date and an hour',
        written('Datum\tStunde\tGlobalstrahlung', ({ y, m, d, h }, v) => `${d}.${m}.${y}\t${h}\t${v}`),
      ],
      [
        'the day of the week beside its time',
        written('time,Day,GHI', ({ y, m, d, h }, v) => `${y}-${m}-${d} ${two(h)}:00,${Number(d) % 7},${v}`),
      ],
      ['nothing between the parts', written('time,irradiance', ({ y, m, d, h }, v) => `${y}${m}${d}:${two(h)}10,${v}`)],
    ])('%s', (_name, text) => {
      const file = read(text);
      expect([file.remarks.slice(0, 3), file.rows, file.filledDays]).toEqual([[], 8760, 0]);
      file.dailyClearness.forEach((one, day) => expect(one).toBeCloseTo(plain.dailyClearness[day]!, 2));
    });
    it('lists an hour that no day has, and takes the last one of a day', () => {
      const text = written('Date,Time,GHI', ({ y, m, d, h }, v) => `${y}-${m}-${d},${h + 1},${v}`).split('\n');
      text[5] = text[5]!.replace(/,\d+,/, ',25,');
      text[24] = text[24]!.replace(/,24,/, ',24:00,');
      expect(read(text.join('\n')).remarks).toEqual([{ row: 6, code: 'no-time', text: '2025-01-01 25' }]);
    });
    it('counts its rows as they stand in the file, the preamble and blank lines too', () => {
      const rows = fileOf(PLAIN, wave).split('\n');
      rows[9] = 'never,5';
      const file = read(['a station', '', ...rows.slice(0, 5), '', ...rows.slice(5)].join('\n'));
      expect(file.remarks).toEqual([{ row: 13, code: 'no-time', text: 'never' }]);
    });
    it('is refused in words that fit: no times, joules, no light that falls on the level', () => {
      const refused = (text: string) => readHourly(text, LATITUDE, 0, 'UTC');
      expect(refused('time,GHI\nnoon,5\nnight,0\n')).toEqual({ code: 'no-times', text: 'noon' });
      const joules = fileOf(PLAIN, wave).replace(/,(\d+\.\d+)$/gm, (_, v: string) => `,${3600 * Number(v) + 5000}`);
      expect(refused(joules)).toMatchObject({ code: 'not-irradiance' });
      expect(refused('date,GHI\n2025-01-01,5\n2025-01-02,6')).toEqual({ code: 'no-times', text: '2025-01-01' });
      expect(refused('Year,Month,Day,GHI\n2025,1,1,5')).toEqual({ code: 'no-times', text: '2025 1 1' });
      expect(refused('Year,Month,Day,GHI,Hour\n2025,1,1,5')).toMatchObject({ code: 'no-times' });
      expect(refused('x'.repeat(2_000_000))).toEqual({ code: 'empty' });
      for (const head of [
        'Clearsky GHI',
        'Global tilted irradiance',
        'DNI (W/m^2)',
        'Diffuse radiation',
        'solar zenith angle',
        'global kJ/m2',
      ])
        expect(refused(`time,${head}\n2025-01-01T12:00,5`)).toEqual({ code: 'no-columns' });
    });
  });
  it('takes the month’s mean for a day that it lacks', () => {
    const file = read(
      fileOf(
        PLAIN,
        (day) => (day < 31 ? 0.3 : 0.6),
        (day) => day === 10 || day === 200,
      ),
    );
    expect(file.filledDays).toBe(2);
    expect([file.dailyClearness[10], file.dailyClearness[200]]).toEqual([
      expect.closeTo(0.3, 3),
      expect.closeTo(0.6, 3),
    ]);
  });
  it('lists times and values that cannot be, by row, and keeps the day', () => {
    const rows = fileOf(PLAIN, wave).split('\n');
    rows[5] = 'yesterday,0.00';
    rows[30] = rows[30]!.replace(/,.*/, ',9999');
    rows[60] = rows[60]!.replace(/,.*/, ',-50');
    const file = read(rows.join('\n'));
    expect(file.remarks).toEqual([
      { row: 6, code: 'no-time', text: 'yesterday' },
      { row: 31, code: 'out-of-range', text: '9999' },
      { row: 61, code: 'out-of-range', text: '-50' },
    ]);
    expect(file.filledDays).toBe(0);
    expect(file.rows).toBe(365 * 24 - 3);
  });
  it('knows missing hours from dark ones: a file without its nights is as clear as the whole one', () => {
    const lines = fileOf(PLAIN, wave).split('\n');
    const byDay = lines.filter((line, k) => {
      const hour = Number(line.slice(11, 13));
      return k === 0 || (hour >= 4 && hour < 20);
    });
    const [whole, daylight] = [lines, byDay].map((all) => read(all.join('\n')));
    expect(daylight!.filledDays).toBe(0);
    daylight!.dailyClearness.forEach((clearness, day) =>
      expect(Math.abs(clearness - whole!.dailyClearness[day]!)).toBeLessThan(0.002),
    );
  });
  it('counts a day that lacks four hours of the night as it is, and none that lacks its noon', () => {
    const without = (from: number, to: number) =>
      fileOf(PLAIN, () => 0.5)
        .split('\n')
        .filter(
          (line) =>
            !(line.startsWith('2025-06-1') && Number(line.slice(11, 13)) >= from && Number(line.slice(11, 13)) < to),
        )
        .join('\n');
    expect(read(without(0, 4))).toMatchObject({ filledDays: 0 });
    expect(read(without(0, 4)).dailyClearness[monthStart(5) + 12]).toBeCloseTo(0.5, 3);
    expect(read(without(10, 14))).toMatchObject({ filledDays: 10 });
  });
  it('takes a little less than nothing, as instruments give by night, for nothing', () => {
    const file = read(fileOf(PLAIN, wave).replaceAll(',0.00', ',-1.50'));
    expect(file.remarks).toEqual([]);
    expect(file.dailyClearness[100]).toBeCloseTo(wave(100), 2);
  });
});
