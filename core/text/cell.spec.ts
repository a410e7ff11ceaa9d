import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { cellAmount, cellClock, cellNumber, cellTime, TimeCells } from './cell';
import { utcDateMs } from './cell-date';
import { monthNamed } from './month-names';

describe('numbers in cells', () => {
  it.each([
    ['12.5', '.', 12.5],
    ['12,5', ',', 12.5],
    [' -0.25 ', '.', -0.25],
    ['+3', '.', 3],
    ['.5', '.', 0.5],
    ['7.', '.', 7],
    ['1e-3', '.', 0.001],
    ['12 345', '.', 12_345],
    ['1,500', '.', 1500],
    ['1.500', ',', 1500],
    ['−3', '.', -3],
  ] as const)('%j with %j is %d', (text, decimal, value) => expect(cellNumber(text, decimal)).toBe(value));
  it.each(['', ' ', '-', 'n/a', '1.2.3', '12,5', '0x10', 'NaN', 'Infinity', '5 W', '--1', '1 2', '---', '26.1 V'])(
    '%j is none with a point',
    (text) => expect(cellNumber(text, '.')).toBeNaN(),
  );
  test.prop([fc.double({ min: -1e6, max: 1e6, noNaN: true }), fc.integer({ min: 0, max: 6 })])(
    'come back as they were printed, with point or comma',
    (value, decimals) => {
      const text = value.toFixed(decimals);
      expect(cellNumber(text, '.')).toBe(Number(text));
      expect(cellNumber(text.replace('.', ','), ',')).toBe(Number(text));
    },
  );
});

describe('volts and amps in cells', () => {
  it.each([
    ['12.5', 'A', 12.5, false],
    ['500 mA', 'A', 0.5, true],
    ['-250mA', 'A', -0.25, true],
    ['26.1 V', 'V', 26.1, true],
    ['26100 mV', 'V', 26.1, true],
  ] as const)('%j', (text, kind, value, stated) =>
    expect(cellAmount(text, '.', kind)).toMatchObject({ value, stated }),
  );
  it.each([
    ['5 V', 'A'],
    ['5 Ah', 'A'],
    ['5 W', 'V'],
    ['', 'V'],
    ['charging', 'A'],
  ] as const)('%j is none of %s', (text, kind) => expect(cellAmount(text, '.', kind)).toBeNull());
  it('with a decimal comma', () => expect(cellAmount('4,2 Amp', ',', 'A')).toMatchObject({ value: 4.2 }));
});

describe('clocks in cells', () => {
  it.each([
    ['00:00', 0, null],
    ['23:59:59', 86_399_000, null],
    ['7:05', 25_500_000, null],
    ['12:30:15.250', 45_015_250, null],
    ['12:30:15,5', 45_015_500, null],
    ['12:00 am', 0, null],
    ['12:00 PM', 43_200_000, null],
    ['1:30 p.m.', 48_600_000, null],
    ['08:00Z', 28_800_000, 0],
    ['08:00:00+05:30', 28_800_000, 330],
    ['08:00:00-0330', 28_800_000, -210],
  ] as const)('%j', (text, wallMs, offsetMin) => expect(cellClock(text)).toEqual({ wallMs, offsetMin }));
  it.each(['24:00', '12:60', '12:00:60', '13:00 pm', '0:30 am', '12', 'noon', '12:3', '-1:00', ''])(
    '%j is none',
    (text) => expect(cellClock(text)).toBeNull(),
  );
});

describe('dates in cells', () => {
  const MAR9 = Date.UTC(2026, 2, 9);
  it.each([
    ['2026-03-09', 'iso', MAR9],
    ['2026/03/09 06:00', 'iso', MAR9 + 6 * 3_600_000],
    ['09.03.2026', 'dmy', MAR9],
    ['9.3.26, 18:00', 'dmy', MAR9 + 18 * 3_600_000],
    ['03/09/2026 6:00 PM', 'mdy', MAR9 + 18 * 3_600_000],
    ['2026-03-09T06:00:00Z', 'iso', MAR9 + 6 * 3_600_000],
    ['1773014400', 'epoch-s', MAR9],
    ['9 Mar 2026', 'dmy', MAR9],
    ['09-Mar-26 06:00', 'dmy', MAR9 + 6 * 3_600_000],
    ['26-Mar-26', 'dmy', MAR9 + 17 * 86_400_000],
    ['Mon, 09 Mar 2026 06:00:00 GMT', 'dmy', MAR9 + 6 * 3_600_000],
    ['Mar 9, 2026, 6:00 PM', 'mdy', MAR9 + 18 * 3_600_000],
    ['Monday March 9th 2026', 'mdy', MAR9],
    ['2026-Mar-09 06:00', 'iso', MAR9 + 6 * 3_600_000],
    ['9. März 2026 06:00', 'dmy', MAR9 + 6 * 3_600_000],
    ['Mo., 9. Mär. 2026', 'dmy', MAR9],
    ['9 maart 2026', 'dmy', MAR9],
    ['9 de marzo de 2026', 'dmy', MAR9],
    ['9 mars 2026 à', 'dmy', null],
    ['14 août 2026', 'dmy', Date.UTC(2026, 7, 14)],
    ['14 dic. 2026', 'dmy', Date.UTC(2026, 11, 14)],
    ['9.3.2026 6.00.00', 'dmy', MAR9 + 6 * 3_600_000],
    ['9.3.2026 06.00', 'dmy', MAR9 + 6 * 3_600_000],
    ['9.3.2026 klo 6.00', 'dmy', MAR9 + 6 * 3_600_000],
    ['March 9, 2026 at 6:00 PM', 'mdy', MAR9 + 18 * 3_600_000],
    ['9. marts 2026 kl. 06.00', 'dmy', MAR9 + 6 * 3_600_000],
    ['9 de marzo de 2026 a las 6:00', 'dmy', MAR9 + 6 * 3_600_000],
    ['09/03/2026 06h00', 'dmy', MAR9 + 6 * 3_600_000],
    ['09/03/2026 6h00m30', 'dmy', MAR9 + 6 * 3_600_000 + 30_000],
    ['9.3.2026 06.00.07.5', 'dmy', MAR9 + 6 * 3_600_000 + 7500],
    ['20260309T060000', 'iso', MAR9 + 6 * 3_600_000],
    ['20260309T060000.250Z', 'iso', MAR9 + 6 * 3_600_000 + 250],
    ['20260309:0600', 'iso', MAR9 + 6 * 3_600_000],
    ['2026-03-09:06:00', 'iso', MAR9 + 6 * 3_600_000],
    ['20260309 0600', 'iso', MAR9 + 6 * 3_600_000],
    ['20260309060000', 'iso', MAR9 + 6 * 3_600_000],
    ['1773014400123', 'epoch-ms', MAR9 + 123],
  ] as const)('%j as %s', (text, format, wallMs) => expect(cellTime(text, format, '.')?.wallMs ?? null).toBe(wallMs));
  it.each([
    ['2026-02-30', 'iso'],
    ['31.04.2026', 'dmy'],
    ['2026-03/09', 'iso'],
    ['09.03.2026', 'iso'],
    ['13/01/2026', 'mdy'],
    ['2026-03-09 25:00', 'iso'],
    ['2026-03-091', 'iso'],
    ['yesterday', 'iso'],
    ['9 Mar 2026', 'mdy'],
    ['9 Mar 2026', 'iso'],
    ['Mar 9, 2026', 'dmy'],
    ['31 Feb 2026', 'dmy'],
    ['9 Nul 2026', 'dmy'],
    ['9 Mar 202', 'dmy'],
    ['26-03-09', 'iso'],
    ['9.3.202', 'dmy'],
    ['20260309', 'iso'],
    ['9.3.2026 24.00', 'dmy'],
    ['9.3.2026 noon 6:00', 'dmy'],
    ['9.3.2026 klo', 'dmy'],
    ['9.3.2026 6.0', 'dmy'],
    ['9.3.2026 0600', 'dmy'],
    ['20261309T0600', 'iso'],
    ['20260309T2460', 'iso'],
    ['20260309060000', 'dmy'],
    ['', 'epoch-s'],
  ] as const)('%j is none as %s', (text, format) => expect(cellTime(text, format, '.')).toBeNull());
  it('are remembered by the column, and never mixed up', () => {
    const cells = new TimeCells('dmy', '.');
    expect(cells.read('1.3.2026 10:00')?.wallMs).toBe(Date.UTC(2026, 2, 1, 10));
    expect(cells.read('1.3.2026')?.wallMs).toBe(Date.UTC(2026, 2, 1));
    expect(cells.read('1.3.20261')).toBeNull();
    expect(cells.read('11.3.2026 10:00')?.wallMs).toBe(Date.UTC(2026, 2, 11, 10));
    expect(cells.read('1.3.2026 10:00')?.wallMs).toBe(Date.UTC(2026, 2, 1, 10));
  });
  it('of a date whose day goes on with another digit are read anew', () => {
    for (let day = 10; day <= 31; day++) {
      const cells = new TimeCells('iso', '.');
      for (const written of [Math.floor(day / 10), day])
        expect(cells.read(`2026-3-${written}`)?.wallMs).toBe(Date.UTC(2026, 2, written));
    }
  });
  it('know leap years', () => {
    expect(utcDateMs(2028, 2, 29)).toBe(Date.UTC(2028, 1, 29));
    expect(utcDateMs(2026, 2, 29)).toBeNaN();
    expect(utcDateMs(2026, 0, 1)).toBeNaN();
  });
  test.prop([
    fc.date({ min: new Date('1991-01-01T00:00Z'), max: new Date('2099-12-31T00:00Z'), noInvalidDate: true }),
    fc.constantFrom('iso', 'dmy', 'mdy'),
  ])('come back in every order of day, month and year', (date, format) => {
    const iso = date.toISOString();
    const [year, month, day] = iso.slice(0, 10).split('-') as [string, string, string];
    const written = { iso: `${year}-${month}-${day}`, dmy: `${day}.${month}.${year}`, mdy: `${month}/${day}/${year}` }[
      format
    ];
    expect(cellTime(`${written} ${iso.slice(11, 23)}`, format, '.')?.wallMs).toBe(date.getTime());
  });
});

describe('months by name', () => {
  it.each(['en', 'de', 'nl', 'fr', 'es', 'it', 'pt', 'sv', 'da', 'nb'])('in %s, in full and short', (locale) => {
    for (const month of ['long', 'short'] as const)
      for (let k = 0; k < 12; k++) {
        const name = new Intl.DateTimeFormat(locale, { month, timeZone: 'UTC' }).format(Date.UTC(2026, k, 9));
        expect([name, monthNamed(name), monthNamed(name.toUpperCase())]).toEqual([name, k + 1, k + 1]);
      }
  });
  it.each(['', 'm', 'ma', 'marzipan', 'jun-jul', 'monday', 'ju'])('“%s” is none', (word) => {
    expect(monthNamed(word)).toBeNull();
  });
});
