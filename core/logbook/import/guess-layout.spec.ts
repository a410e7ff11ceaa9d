import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { LogMapping } from '../plan';
import { guessLayout, type LayoutGuess } from './guess-layout';

const guess = (head: string, nominalV = 12.8) => guessLayout(head, [], 'Europe/Berlin', nominalV);
const mapping = (head: string, nominalV?: number): LogMapping => {
  const made = guess(head, nominalV);
  if ('refused' in made) throw new Error(made.refused);
  return made.mapping;
};
const unsure = (head: string, nominalV?: number) => (guess(head, nominalV) as LayoutGuess).unsure;

/** A day and a half of a meter, minute by minute: current swings, voltage follows it, as it does in a bank. */
const SAMPLES = Array.from({ length: 120 }, (_, k) => {
  const amps = Number((8 * Math.sin(k / 9) + 3 * Math.sin(k / 2.3)).toFixed(2));
  return { atMs: Date.UTC(2026, 4, 17, 9, 0) + k * 60_000, volts: Number((12.9 + 0.03 * amps).toFixed(3)), amps };
});

interface Shape {
  delimiter: ';' | ',' | '\t' | '|';
  decimal: '.' | ',';
  time: LogMapping['timeFormat'];
  current: 'in is +' | 'in is −' | 'apart';
  milli: boolean;
  names: 'english' | 'german' | 'french';
  order: ('time' | 'volts' | 'amps' | 'soc')[];
  header: boolean;
  remarks: number;
}

const NAMES = {
  english: {
    time: 'Timestamp',
    volts: 'Battery voltage',
    amps: 'Current',
    soc: 'SOC (%)',
    into: 'Charge',
    out: 'Discharge',
  },
  german: { time: 'Zeit', volts: 'Spannung', amps: 'Strom', soc: 'SOC %', into: 'Laden', out: 'Entladen' },
  french: { time: 'Date heure', volts: 'Tension', amps: 'Courant', soc: 'SOC %', into: 'in_A', out: 'out_A' },
};
const two = (n: number) => String(n).padStart(2, '0');

function stamp(atMs: number, format: LogMapping['timeFormat']): string {
  const at = new Date(atMs);
  const clock = `${two(at.getUTCHours())}:${two(at.getUTCMinutes())}:${two(at.getUTCSeconds())}`;
  const [day, month, year] = [two(at.getUTCDate()), two(at.getUTCMonth() + 1), at.getUTCFullYear()];
  switch (format) {
    case 'epoch-s':
      return String(atMs / 1000);
    case 'epoch-ms':
      return String(atMs);
    case 'iso':
      return `${year}-${month}-${day} ${clock}`;
    case 'dmy':
      return `${day}/${month}/${year} ${clock}`;
    case 'mdy':
      return `${month}/${day}/${year} ${clock}`;
  }
}

function fileOf(shape: Shape): string {
  const { delimiter, decimal, order, milli } = shape;
  const number = (value: number, decimals: number) => value.toFixed(decimals).replace('.', decimal);
  const names = NAMES[shape.names];
  const unit = (of: 'V' | 'A') => ` (${milli ? 'm' : ''}${of})`;
  const head = order.flatMap((column) => {
    if (column === 'time') return [names.time];
    if (column === 'volts') return [names.volts + unit('V')];
    if (column === 'soc') return [names.soc];
    return shape.current === 'apart' ? [names.into + unit('A'), names.out + unit('A')] : [names.amps + unit('A')];
  });
  const rows = SAMPLES.map(({ atMs, volts, amps }) =>
    order
      .flatMap((column) => {
        if (column === 'time') return [stamp(atMs, shape.time)];
        if (column === 'soc') return ['78'];
        const scaled = (value: number, decimals: number) =>
          milli ? String(Math.round(value * 1000)) : number(value, decimals);
        if (column === 'volts') return [scaled(volts, 3)];
        if (shape.current === 'apart') return [scaled(Math.max(0, amps), 2), scaled(Math.max(0, -amps), 2)];
        return [scaled(shape.current === 'in is +' ? amps : -amps, 2)];
      })
      .join(delimiter),
  );
  const remarks = Array.from({ length: shape.remarks }, (_, k) => `meter number ${k + 7}`);
  return [...remarks, ...(shape.header ? [head.join(delimiter)] : []), ...rows].join('\n');
}

/** Column of the file at which a column of the shape begins. */
function at(shape: Shape, wanted: Shape['order'][number]): number {
  let k = 0;
  for (const column of shape.order) {
    if (column === wanted) return k;
    k += column === 'amps' && shape.current === 'apart' ? 2 : 1;
  }
  return -1;
}

const shapes: fc.Arbitrary<Shape> = fc
  .record({
    delimiter: fc.constantFrom(';' as const, ',' as const, '\t' as const, '|' as const),
    decimal: fc.constantFrom('.' as const, ',' as const),
    time: fc.constantFrom<LogMapping['timeFormat'][]>('iso', 'dmy', 'mdy', 'epoch-s', 'epoch-ms'),
    current: fc.constantFrom('in is +' as const, 'in is −' as const, 'apart' as const),
    milli: fc.boolean(),
    names: fc.constantFrom('english' as const, 'german' as const, 'french' as const),
    order: fc.shuffledSubarray(['time', 'volts', 'amps', 'soc'] as const, { minLength: 4 }),
    header: fc.constant(true),
    remarks: fc.nat(3),
  })
  .filter(({ delimiter, decimal }) => !(delimiter === ',' && decimal === ','));

const name = (at: Date): string => at.toLocaleString('en', { month: 'short', timeZone: 'UTC' });

describe('a layout that was guessed', () => {
  test.prop([shapes])('is the one that the file was written in', (shape) => {
    const made = mapping(fileOf(shape));
    expect(made).toMatchObject({
      delimiter: shape.delimiter,
      timeFormat: shape.time,
      timeColumn: at(shape, 'time'),
      clockColumn: null,
      voltageColumn: at(shape, 'volts'),
      voltageUnit: shape.milli ? 'mV' : 'V',
      currentUnit: shape.milli ? 'mA' : 'A',
      headerRows: shape.remarks + 1,
    });
    if (!shape.milli) expect(made.decimal).toBe(shape.decimal);
    const column = at(shape, 'amps');
    expect(made.current).toEqual(
      shape.current === 'apart'
        ? { by: 'in-and-out', inColumn: column, outColumn: column + 1 }
        : { by: 'signed', column, chargingIs: shape.current === 'in is +' ? 'positive' : 'negative' },
    );
  });
  const plain: Shape = {
    delimiter: ';',
    decimal: '.',
    time: 'iso',
    current: 'in is +',
    milli: false,
    names: 'english',
    order: ['time', 'volts', 'amps', 'soc'],
    header: true,
    remarks: 0,
  };
  it('finds its columns without names by what stands in them, and asks to be looked at', () => {
    const headless = fileOf({ ...plain, header: false });
    expect(mapping(headless)).toMatchObject({ headerRows: 0, timeColumn: 0, voltageColumn: 1 });
    expect(unsure(headless)).toEqual(['current', 'voltage']);
  });
  it('has bounds of the possible about the bank’s own voltage', () => {
    expect(mapping(fileOf(plain), 12.8).voltageMaxV).toBeCloseTo(25.6, 9);
    // A file of another bank: its own voltage counts, and the user is told to look.
    const high = fileOf(plain).replaceAll(/;1([23]\.\d+)/g, ';5$1');
    expect(mapping(high, 12.8).voltageMaxV).toBeGreaterThan(100);
    expect(unsure(high, 12.8)).toContain('voltage');
  });
  it('takes a column for figures that has one in three fifths of its rows, and not one that has fewer', () => {
    const written = (count: number) =>
      [
        'Timestamp,Battery voltage,Current',
        ...SAMPLES.slice(0, 100).map(
          ({ atMs, volts, amps }, k) =>
            `${new Date(atMs).toISOString().slice(0, 16)},${volts},${(k * count) % 100 < count ? amps : ''}`,
        ),
      ].join('\n');
    expect(mapping(written(60)).current).toMatchObject({ column: 2 });
    expect(guess(written(59))).toEqual({ refused: 'no-current-column' });
  });
  it('asks whether a log of half or of twice the volts is of this bank, and takes its sign by its own', () => {
    const at = (factor: number, nominalV: number) => {
      const rows = SAMPLES.map(
        ({ atMs, volts, amps }) => `${stamp(atMs, 'iso')};${(volts * factor).toFixed(3)};${amps}`,
      );
      const text = ['time;volts;amps', ...rows].join('\n');
      return { asks: unsure(text, nominalV).includes('voltage'), ...mapping(text, nominalV) };
    };
    expect(at(1, 12.8)).toMatchObject({ asks: false, voltageMaxV: 25.6 });
    expect(at(1, 25.6).asks).toBe(true);
    expect(at(2, 12.8).asks).toBe(true);
    expect(at(2, 12.8).voltageMaxV).toBeGreaterThan(50);
    expect(at(2, 25.6)).toMatchObject({ asks: false, voltageMaxV: 51.2 });
    expect(at(4, 25.6).asks).toBe(true);
    expect(at(1, 25.6).current).toEqual(at(1, 12.8).current);
  });
  it('takes dates and clocks from two columns', () => {
    const rows = SAMPLES.map(({ atMs, volts, amps }) => `${stamp(atMs, 'dmy').replace(' ', ';')};${volts};${amps}`);
    expect(mapping(['Date;Time;V;A', ...rows].join('\n'))).toMatchObject({
      timeColumn: 0,
      clockColumn: 1,
      voltageColumn: 2,
      current: { column: 3 },
    });
  });
  it.each<[string, (at: Date) => string, LogMapping['timeFormat']]>([
    ['3-Mar-2026', (at) => `${at.getUTCDate()}-${name(at)}-2026`, 'dmy'],
    ['Mar 3, 2026', (at) => `${name(at)} ${at.getUTCDate()}, 2026`, 'mdy'],
    ['2026-Mar-03', (at) => at.toISOString().slice(0, 5) + name(at) + at.toISOString().slice(7, 10), 'iso'],
  ])('reads months by name, and is sure of their order: %s', (_, date, timeFormat) => {
    const rows = SAMPLES.map(({ atMs, volts, amps }) => {
      const at = new Date(atMs);
      return `"${date(at)} ${at.toISOString().slice(11, 19)}",${volts},${amps}`;
    });
    const text = ['Time,Voltage V,Current A', ...rows].join('\n');
    expect(mapping(text)).toMatchObject({ timeFormat, timeColumn: 0, clockColumn: null });
    expect(unsure(text)).not.toContain('date-order');
  });
  it.each(['T', ' ', ''])('reads dates and clocks without anything in them, “%s” between', (between) => {
    const rows = SAMPLES.map(({ atMs, volts, amps }) => {
      const digits = new Date(atMs).toISOString().replace(/\D/g, '');
      return `${digits.slice(0, 8)}${between}${digits.slice(8, 14)},${volts},${amps}`;
    });
    const text = ['stamp,Voltage V,Current A', ...rows].join('\n');
    expect(mapping(text)).toMatchObject({ timeFormat: 'iso', timeColumn: 0, clockColumn: null, voltageColumn: 1 });
  });
  it('knows a clock with full stops, and one beside dates that are all at midnight', () => {
    const dotted = SAMPLES.map(({ atMs, volts, amps }) => {
      const clock = new Date(atMs).toISOString().slice(11, 19);
      return [stamp(atMs, 'dmy').slice(0, 10), clock, volts, amps] as const;
    });
    const north = dotted.map(([date, clock, volts, amps]) => `${date} ${clock.replaceAll(':', '.')};${volts};${amps}`);
    expect(mapping(['Tid;Spænding V;Strøm A', ...north].join('\n'))).toMatchObject({
      timeFormat: 'dmy',
      clockColumn: null,
    });
    const base = dotted.map(([date, clock, volts, amps]) => `${date} 00:00:00;${clock};${volts};${amps}`);
    expect(mapping(['Date;Time;V;A', ...base].join('\n'))).toMatchObject({ timeColumn: 0, clockColumn: 1 });
  });
  it('puts the month first where mornings are written as AM, beside the date or in its cell, and asks', () => {
    const rows = (between: string, half: string) =>
      [
        between === ',' ? 'Date,Time,V,A' : 'Date,V,A',
        ...Array.from({ length: 20 }, (_, k) => `10/3/2026${between}7:${10 + k}${half},13.${k},-2.${k}`),
      ].join('\n');
    for (const [between, half, timeFormat] of [
      [',', ' AM', 'mdy'],
      [' ', ' p.m.', 'mdy'],
      [',', '', 'dmy'],
    ] as const) {
      expect(mapping(rows(between, half)).timeFormat).toBe(timeFormat);
      expect(unsure(rows(between, half))).toContain('date-order');
    }
  });
  it('is sure of the day first where full stops part the date, whatever the clock, and not for a full stop in the clock', () => {
    const rows = (date: string, clock: (k: number) => string) =>
      ['Date;V;A', ...Array.from({ length: 20 }, (_, k) => `${date} ${clock(k)};13.${k};-2.${k}`)].join('\n');
    const dotted = rows('10.3.2026', (k) => `7:${10 + k} AM`);
    expect(mapping(dotted).timeFormat).toBe('dmy');
    expect(unsure(dotted)).not.toContain('date-order');
    const fraction = rows('10/3/2026', (k) => `07:${10 + k}:00.5`);
    expect(mapping(fraction).timeFormat).toBe('dmy');
    expect(unsure(fraction)).toContain('date-order');
  });
  it('takes columns apart at spaces where nothing else divides them', () => {
    const rows = SAMPLES.map(({ atMs, volts, amps }) => `${atMs / 1000} ${volts} ${amps}`);
    expect(mapping(['time volts amps', ...rows].join('\n'))).toMatchObject({ delimiter: ' ', timeColumn: 0 });
  });
  it('refuses what has no column of times: numbers alone, or one time among them', () => {
    expect(guess('a,b\n1,2\n3,4\n')).toEqual({ refused: 'no-time-column' });
    const rows = Array.from({ length: 9 }, (_, k) => `${k}.5,12.${k}`);
    expect(guess(['2026-03-09 12:00:00,12.8', ...rows].join('\n'))).toEqual({ refused: 'no-time-column' });
  });
  it('does not take power, temperature or amp-hours for the current', () => {
    const rows = SAMPLES.map(
      ({ atMs, volts, amps }) => `${stamp(atMs, 'iso')};${volts};${amps * 13};21.5;-4.2;${amps}`,
    );
    const head = 'time;volts;power W;temp C;consumed Ah;current';
    expect(mapping([head, ...rows].join('\n'))).toMatchObject({ voltageColumn: 1, current: { column: 5 } });
  });
  it('says when the current may be either way round: a voltage that says nothing, or none', () => {
    const flat = SAMPLES.map(({ atMs, amps }, k) => `${stamp(atMs, 'iso')};${12.8 + (k % 2) / 100};${amps}`);
    expect(unsure(['time;voltage;current', ...flat].join('\n'))).toEqual(['sign']);
    const bare = SAMPLES.map(({ atMs, amps }) => `${stamp(atMs, 'iso')};${amps}`);
    const without = ['time;current', ...bare].join('\n');
    expect(mapping(without).voltageColumn).toBeNull();
    expect(unsure(without)).toEqual(['sign']);
  });
  it.each([
    ['3/4/2026 and the next minutes: either', [3, 3, 3], ['date-order']],
    ['a thirteenth settles it: day first', [12, 13, 14], []],
  ])('%s', (_name, days, expected) => {
    const rows = days.flatMap((day, n) =>
      Array.from({ length: 20 }, (_, k) => `${two(day)}/04/2026 10:${two(k + n * 20)};12.${two(50 + k)};${k - 9}`),
    );
    expect(unsure(['time;voltage;current', ...rows].join('\n')).filter((one) => one !== 'sign')).toEqual(expected);
  });
  it('takes the order of day and month in which the days follow one another', () => {
    // 1, 2, 3 April, month first: read day first they would lie months apart.
    const rows = [1, 2, 3].flatMap((day) =>
      Array.from({ length: 20 }, (_, k) => `04/0${day}/2026 10:${two(k)};12.${two(50 + k)};${k - 9}`),
    );
    expect(mapping(['time;voltage;current', ...rows].join('\n')).timeFormat).toBe('mdy');
  });
});

describe('names and units of columns', () => {
  const rows = (cells: (k: number) => string, count = 60) =>
    SAMPLES.slice(0, count).map(({ atMs }, k) => `${stamp(atMs, 'iso')};${cells(k)}`);
  const withHead = (head: string, cells: (k: number) => string) => [`time;${head}`, ...rows(cells)].join('\n');
  const volts = (k: number) => SAMPLES[k]!.volts;
  const amps = (k: number) => SAMPLES[k]!.amps;
  it.each([
    ['House main current (A)', 'A'],
    ['Current max (A)', 'A'],
    ['Shunt_main_current_A', 'A'],
    ['Current [mA]', 'mA'],
    ['current_mA', 'mA'],
    ['I (ma)', 'mA'],
    ['Strom mA', 'mA'],
    ['Milliamps', 'mA'],
    ['Amps', 'A'],
  ])('a unit is a word of its own: %s', (name, unit) => {
    const made = mapping(withHead(`Voltage;${name}`, (k) => `${volts(k)};${amps(k)}`));
    expect(made).toMatchObject({ currentUnit: unit, current: { by: 'signed', column: 2 } });
  });
  it('cells that state their unit are taken at their word, whatever the column’s', () => {
    const made = mapping(withHead('Voltage;Current', (k) => `${volts(k)} V;${Math.round(amps(k) * 1000)} mA`));
    expect(made).toMatchObject({ voltageUnit: 'V', currentUnit: 'A', voltageColumn: 1, current: { column: 2 } });
  });
  it('figures in the thousands without a unit are asked about', () => {
    const text = withHead('Voltage (V);Current', (k) => `${volts(k)};${Math.round(amps(k) * 1000)}`);
    expect(mapping(text).currentUnit).toBe('mA');
    expect(unsure(text)).toContain('unit');
    expect(unsure(withHead('Voltage;Current', (k) => `${volts(k)};${amps(k)}`))).toEqual([]);
  });
  it('takes its units from a row of their own', () => {
    const text = ['time;Voltage;Current', ';mV;mA', ...rows((k) => `${volts(k) * 1000};${amps(k) * 1000}`)].join('\n');
    expect(mapping(text)).toMatchObject({ headerRows: 2, voltageUnit: 'mV', currentUnit: 'mA' });
    expect(unsure(text)).toEqual([]);
  });
  it.each([
    ['Current;charge cycles;deepest discharge', (k: number) => `${amps(k)};12;80`],
    ['Current;Charger on;Load on', (k: number) => `${amps(k)};${k % 2};1`],
  ])('counters and switches are no in and out: %s', (head, cells) => {
    const made = mapping(withHead(`Voltage;${head}`, (k) => `${volts(k)};${cells(k)}`));
    expect(made.current).toMatchObject({ by: 'signed', column: 2 });
  });
  it('of several currents takes the one of the battery, and asks', () => {
    const text = withHead('Voltage;Solar current (A);Battery current (A)', (k) => `${volts(k)};5;${amps(k)}`);
    expect(mapping(text).current).toMatchObject({ by: 'signed', column: 3 });
    expect(unsure(text)).toEqual(['current']);
    const two = withHead('Starter voltage;House voltage;Current', (k) => `12.8;${volts(k)};${amps(k)}`);
    expect(mapping(two).voltageColumn).toBe(2);
    expect(unsure(two)).toEqual(['voltage']);
  });
  it('a bar in a remark parts no columns', () => {
    const lines = SAMPLES.map(({ atMs, volts: v, amps: a }) => `${stamp(atMs, 'iso')},${v},${a},ok | none`);
    expect(mapping(['time,voltage,current,note', ...lines].join('\n'))).toMatchObject({
      delimiter: ',',
      voltageColumn: 1,
      current: { column: 2 },
    });
  });
  it('finds its rows below 150 lines of preamble, and its columns among 5,000', () => {
    const preamble = Array.from({ length: 150 }, (_, k) => `setting ${k};value`);
    expect(
      mapping([...preamble, withHead('Voltage;Current', (k) => `${volts(k)};${amps(k)}`)].join('\n')),
    ).toMatchObject({
      headerRows: 151,
      current: { column: 2 },
    });
    const names = Array.from({ length: 4998 }, (_, k) => `x${k}`).join(';');
    const wide = [
      `time;${names};Voltage;Current`,
      ...rows((k) => `${';'.repeat(4997)};${volts(k)};${amps(k)}`, 25),
    ].join('\n');
    const made = mapping(wide);
    expect([made.voltageColumn, made.current]).toEqual([4999, expect.objectContaining({ column: 5000 })]);
    expect(LogMapping.safeParse(made).success).toBe(true);
  });
});

describe('what is refused', () => {
  it.each([
    ['empty', ' \n \n'],
    ['binary', 'PK\u0003\u0004\u0000\u0000'],
    ['no-time-column', 'name;watts\nfridge;45\npump;60'],
    ['no-current-column', 'time;voltage\n2026-05-01 10:00;12.8\n2026-05-01 10:01;12.9'],
  ])('%s', (refused, head) => expect(guess(head)).toEqual({ refused }));

  it('is binary of which more than one sign in twenty stands in no text: a tab and the ends of lines do', () => {
    const with5 = (sign: string, count = 5) => guess(sign.repeat(count) + 'x'.repeat(100 - count));
    for (const sign of ['\u0001', '\u001f', '\u000b', '\ufffd']) {
      expect(with5(sign)).toEqual({ refused: 'no-time-column' });
      expect(with5(sign, 6)).toEqual({ refused: 'binary' });
    }
    for (const sign of ['\t', '\n', '\r', ' ']) expect(with5(sign, 60)).toEqual({ refused: 'no-time-column' });
    expect(with5('\u0000', 1)).toEqual({ refused: 'binary' });
  });
});

describe('a column of times with junk among them', () => {
  const withJunk = (junk: number) => {
    const rows = Array.from({ length: 20 }, (_, k) => {
      const time = k % 4 === 1 && k / 4 < junk ? '---' : `2026-03-01T10:${two(k)}:00Z`;
      return `${time},${(12.9 + 0.01 * k).toFixed(2)},${(k - 9.5).toFixed(1)}`;
    });
    return ['time,voltage_V,current_A', ...rows, ''].join('\n');
  };
  it('is one still where a fifth of it is none, and no longer beyond that', () => {
    expect(mapping(withJunk(4)).timeColumn).toBe(0);
    expect(guess(withJunk(5))).toHaveProperty('refused');
  });
});
