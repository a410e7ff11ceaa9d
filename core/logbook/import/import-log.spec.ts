import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import type { LogMapping } from '../plan';
import { wholeDay } from '../../series/day-sums';
import { DaySheaves } from './day-sheaves';
import { guessLayout, type LayoutGuess } from './guess-layout';
import { importLog } from './import-log';
import { MemoryStore } from './memory-store';
import { previewLog } from './preview';
import { RowReader } from './row-reader';

const IGNORE = { target: null, makeRoom: () => undefined, row: () => undefined, reject: () => undefined };
const encode = (text: string) => new TextEncoder().encode(text);
const decode = (bytes: Uint8Array) => new TextDecoder().decode(bytes);

function guess(text: string, zone = 'Europe/Berlin'): LayoutGuess {
  const layout = guessLayout(text, [], zone, 12);
  if ('refused' in layout) throw new Error(layout.refused);
  return layout;
}

async function run(
  text: string,
  options: {
    pieces?: number;
    mapping?: Partial<LogMapping>;
    rowsHeldMax?: number;
    covered?: { fromMs: number; toMs: number }[];
  } = {},
) {
  const layout = guess(text);
  const bytes = encode(text);
  const store = new MemoryStore();
  const step = options.pieces ?? bytes.length;
  async function* chunks() {
    for (let at = 0; at < bytes.length; at += step)
      yield { bytes: bytes.subarray(at, at + step), share: Math.min(1, (at + step) / bytes.length) };
  }
  const mapping = { ...layout.mapping, ...options.mapping };
  const result = await importLog(chunks, {
    mapping,
    columnCount: layout.preview[0]!.length,
    place: { timeZone: mapping.timeZone, latitudeDeg: null, longitudeDeg: null },
    covered: () => Promise.resolve(options.covered ?? []),
    store,
    reader: { decode },
    onProgress: () => undefined,
    checkCancelled: () => undefined,
    rowsHeldMax: options.rowsHeldMax ?? 1000,
  });
  const rows = [...store.days.values()].flatMap((day) =>
    [...day.timeMs].map((ms, k) => [new Date(ms).toISOString(), day.voltageV?.[k] ?? null, day.currentA[k]!] as const),
  );
  return { layout, result, rows, store };
}

const PLAIN = 'time,voltage_V,current_A\n2026-03-09T10:00:00Z,25.6,-3.25\n2026-03-09T10:01:00Z,25.61,4\n';
const ROWS = [
  ['2026-03-09T10:00:00.000Z', 25.6, -3.25],
  ['2026-03-09T10:01:00.000Z', 25.61, 4],
];

describe('formats', () => {
  it.each([
    ['plain ISO', PLAIN],
    ['CRLF', PLAIN.replaceAll('\n', '\r\n')],
    ['no newline at the end', PLAIN.trimEnd()],
    ['blank lines', PLAIN.replaceAll('\n', '\n\n')],
    ['offset in the cells', 'time,V,A\n2026-03-09 11:00:00+01:00,25.6,-3.25\n2026-03-09 11:01:00+01:00,25.61,4\n'],
    ['wall clock of the place', 'time,V,A\n2026-03-09 11:00:00,25.6,-3.25\n2026-03-09 11:01:00,25.61,4\n'],
    ['fractions of a second', 'time,V,A\n2026-03-09T10:00:00.000Z,25.6,-3.25\n2026-03-09T10:01:00.000Z,25.61,4\n'],
    ['day first, decimal comma', 'Zeit;Spannung;Strom\n09.03.2026 11:00:00;25,6;-3,25\n09.03.2026 11:01:00;25,61;4\n'],
    ['date and clock apart', 'date;clock;volt;amp\n09.03.2026;11:00:00;25,6;-3,25\n09.03.2026;11:01:00;25,61;4\n'],
    [
      'month first, 12 h clock',
      'Date,Volts,Amps\n3/9/2026 11:00:00 AM,25.6,-3.25\n3/9/2026 11:01 AM,25.61,4\n3/13/2026 11:00 AM,,\n',
    ],
    ['seconds since 1970', 'ts,volts,amps\n1773050400,25.6,-3.25\n1773050460,25.61,4\n'],
    ['milliseconds since 1970', 'ts,volts,amps\n1773050400000,25.6,-3.25\n1773050460000,25.61,4\n'],
    ['tabs', 'time\tV\tA\n2026-03-09T10:00:00Z\t25.6\t-3.25\n2026-03-09T10:01:00Z\t25.61\t4\n'],
    ['milli units', 'time,mV,mA\n2026-03-09T10:00:00Z,25600,-3250\n2026-03-09T10:01:00Z,25610,4000\n'],
    [
      'columns apart',
      'time,volt,charge A,discharge A\n2026-03-09T10:00:00Z,25.6,0,3.25\n2026-03-09T10:01:00Z,25.61,4,0\n',
    ],
    ['no header', '2026-03-09T10:00:00Z,25.6,-3.25\n2026-03-09T10:01:00Z,25.61,4\n'],
    [
      'a preamble',
      'device: north shunt\nserial: 7\n\ntime,V,A\n2026-03-09T10:00:00Z,25.6,-3.25\n2026-03-09T10:01:00Z,25.61,4\n',
    ],
    [
      'more columns',
      'n,time,soc,volt,amp,temp\n1,2026-03-09T10:00:00Z,0.5,25.6,-3.25,21\n2,2026-03-09T10:01:00Z,0.5,25.61,4,21\n',
    ],
    ['units in the cells', 'time,volt,amp\n2026-03-09T10:00:00Z,25.6 V,-3.25 A\n2026-03-09T10:01:00Z,25.61 V,4 A\n'],
  ])('%s', async (_name, text) => {
    const { rows } = await run(text);
    expect(rows.slice(0, 2)).toEqual(ROWS);
  });
  it('reads a log without voltage', async () => {
    const { rows, layout } = await run('time,current\n2026-03-09T10:00:00Z,-3.25\n2026-03-09T10:01:00Z,4\n');
    expect(layout.mapping.voltageColumn).toBeNull();
    expect(rows.map((row) => row.slice(1))).toEqual([
      [null, -3.25],
      [null, 4],
    ]);
  });
  it('turns the sign on request', async () => {
    const { rows } = await run(PLAIN, { mapping: { current: { by: 'signed', column: 2, chargingIs: 'negative' } } });
    expect(rows.map((row) => row[2])).toEqual([3.25, -4]);
  });
  it('finds that charging is negative where voltage and current run against each other', () => {
    const lines = Array.from(
      { length: 60 },
      (_, k) =>
        `2026-03-09T10:${String(k).padStart(2, '0')}:00Z,${(25 + Math.sin(k)).toFixed(3)},${(-9 * Math.sin(k)).toFixed(3)}`,
    );
    expect(guess(`time,V,A\n${lines.join('\n')}\n`).mapping.current).toMatchObject({ chargingIs: 'negative' });
  });
  it('says when the order of day and month cannot be known', () => {
    expect(guess('time,V,A\n03/04/2026 10:00,12.5,1\n03/04/2026 10:01,12.5,1\n').unsure).toContain('date-order');
  });
  it.each([
    ['', 'empty'],
    ['\u0000\u0001PNG\u0000', 'binary'],
    ['a,b\n1,2\n', 'no-time-column'],
    ['time,name\n2026-03-09T10:00:00Z,x\n2026-03-09T10:01:00Z,y\n', 'no-time-column'],
  ])('refuses %j as %s', (text, refused) => expect(guessLayout(text, [], 'UTC', 12)).toEqual({ refused }));
});

describe('bad rows', () => {
  const bad = [
    'time,V,A',
    '2026-03-09T10:00:00Z,25.6,-3',
    '2026-13-09T10:01:00Z,25.6,-3',
    '2026-03-09T10:02:00Z,twelve,-3',
    '2026-03-09T10:03:00Z,25.6',
    '2026-03-09T10:04:00Z;25.6;-3',
    '2026-03-09T10:05:00Z,25.6,-3,99,7',
    '2026-03-09T10:06:00Z,655.35,-3',
    '2026-03-09T10:07:00Z,25.6,-32768',
    '2026-03-09T10:08:00Z,25.6,',
    '1970-01-01T00:00:00Z,25.6,-3',
    '2026-03-09T10:10:00Z,25.6,-3',
    '2026-03-09T10:09:00Z,25.6,-4',
    '2026-03-09T10:10:00Z,25.6,-9',
  ].join('\n');
  const lines = (odd: string, cells = '25.6,-3') =>
    Array.from({ length: 20 }, (_, k) => (k === 12 ? odd : `2026-03-09T10:${10 + k}:00Z,${cells}`)).join('\n');
  it.each(['60', '75', '5a', '/1'])(
    'a clock with %s seconds is none, among rows that are read fast',
    async (seconds) => {
      const { rows, result } = await run(`time,V,A\n${lines(`2026-03-09T10:22:${seconds}Z,25.6,-3`)}\n`);
      expect(rows).toHaveLength(19);
      expect(result.remarks.listed).toMatchObject([{ row: 14, column: 1, code: 'not-a-time' }]);
    },
  );
  it('amps and volts that say so in columns of thousandths are what they say', async () => {
    const { rows } = await run(`time,mV,mA\n${lines('2026-03-09T10:22:00Z,25.7 V,-3.25 A', '25600,-3000')}\n`);
    expect(rows.slice(11, 14).map((row) => row.slice(1))).toEqual([
      [25.6, -3],
      [25.7, -3.25],
      [25.6, -3],
    ]);
  });
  it('keeps the good ones, and lists each bad one with row and column', async () => {
    const { rows, result } = await run(bad);
    expect(rows.map((row) => row[2])).toEqual([-3, -4, -3]);
    expect(result.remarks.listed.map(({ row, column, code }) => [row, column, code])).toEqual([
      [3, 1, 'not-a-time'],
      [4, 2, 'not-a-number'],
      [5, 3, 'missing-column'],
      [6, 1, 'not-a-time'],
      [7, 4, 'extra-column'],
      [8, 2, 'voltage-impossible'],
      [9, 3, 'current-impossible'],
      [10, 3, 'empty-cell'],
      [11, 1, 'time-out-of-range'],
      [13, 1, 'backward-time'],
      [0, 0, 'duplicate-time'],
    ]);
    expect(result.remarks.setAside).toBe(9);
    expect([result.rowsRead, result.rowsKept]).toEqual([13, 3]);
  });
  it('names the hour that summer time skips', async () => {
    const { result } = await run(
      'time,V,A\n2026-03-29 01:59:00,12.5,1\n2026-03-29 02:30:00,12.5,1\n2026-03-29 03:01:00,12.5,1\n',
    );
    expect(result.remarks.listed.map(({ row, code }) => [row, code])).toEqual([[3, 'skipped-time']]);
  });
  it('stops at quotes, so that the general path can take over', () => {
    const { mapping } = guess(PLAIN);
    const reader = new RowReader(mapping, IGNORE, { decode }, 3);
    expect(() => reader.push(encode('time,V,A\n"2026-03-09T10:00:00Z",1,2\n'))).toThrow('quoted');
  });
  it('refuses a line without an end', () => {
    const { mapping } = guess(PLAIN);
    const reader = new RowReader(mapping, IGNORE, { decode }, 3);
    expect(() => reader.push(new Uint8Array(3 << 20))).toThrow('line-too-long');
  });
  it('grows with its days, in order or not, and hands its parts together, with voltage or without', async () => {
    // More rows in a day than the first room holds.
    const day = (date: string) =>
      Array.from(
        { length: 2500 },
        (_, k) => `${new Date(Date.parse(date) + k * 30_000).toISOString()},25.60,${k % 100}.25`,
      );
    for (const cut of [(line: string) => line, (line: string) => line.replace(',25.60', '')]) {
      const head = cut('time,25.60,A').replace('25.60', 'V');
      const [monday, tuesday] = [day('2026-03-09T00:00:00Z'), day('2026-03-10T00:00:00Z')].map((rows) => rows.map(cut));
      const inOrder = await run(`${head}\n${[...monday!, ...tuesday!].join('\n')}\n`);
      expect(inOrder.rows).toHaveLength(5000);
      const backward = [...tuesday!.slice(2000), ...monday!, ...tuesday!.slice(0, 2000)];
      for (const rowsHeldMax of [100, 1_000_000])
        expect((await run(`${head}\n${backward.join('\n')}\n`, { rowsHeldMax, pieces: 9000 })).rows).toEqual(
          inOrder.rows,
        );
    }
  });
  it('keeps nothing of a day that the book has already', async () => {
    const all = { fromMs: Date.parse('2026-03-09T00:00:00Z'), toMs: Date.parse('2026-03-10T00:00:00Z') };
    const { rows, result } = await run(PLAIN, { covered: [all] });
    expect([rows.length, result.rowsKept, result.remarks.of('already-covered')]).toEqual([0, 0, 2]);
  });
  it('says what a store says that fails, and does not read again', async () => {
    const { mapping } = guess(PLAIN);
    let opened = 0;
    async function* open() {
      opened++;
      await Promise.resolve();
      yield { bytes: encode(PLAIN), share: 1 };
    }
    const store = Object.assign(new MemoryStore(), { putDay: () => Promise.reject(new Error('no room left')) });
    await expect(
      importLog(open, {
        mapping,
        columnCount: 3,
        place: { timeZone: 'UTC', latitudeDeg: null, longitudeDeg: null },
        covered: () => Promise.resolve([]),
        store,
        reader: { decode },
        onProgress: () => undefined,
        checkCancelled: () => undefined,
      }),
    ).rejects.toThrow('no room left');
    expect(opened).toBe(1);
  });
  it('leaves out time that is in the book already, and counts it', async () => {
    const from = Date.parse('2026-03-09T10:00:00Z');
    const { rows, result } = await run(PLAIN, { covered: [{ fromMs: from - 5, toMs: from + 5 }] });
    expect(rows).toHaveLength(1);
    expect(result.remarks.of('already-covered')).toBe(1);
  });
});

const rowsOf = fc.array(
  fc.record({
    minute: fc.integer({ min: 0, max: 6 * 1440 }),
    millivolt: fc.integer({ min: 9000, max: 15000 }),
    milliamp: fc.integer({ min: -90000, max: 90000 }),
  }),
  { minLength: 3, maxLength: 60 },
);

describe('laws', () => {
  test.prop([rowsOf, fc.integer({ min: 1, max: 90 }), fc.integer({ min: 1, max: 40 })])(
    'the size of the pieces and the bound of memory change nothing; shuffled rows come out in order',
    async (records, pieces, rowsHeldMax) => {
      const text = `time,V,A\n${records
        .map(
          (r) =>
            `${new Date(Date.parse('2026-03-27T00:00:00Z') + r.minute * 60_000).toISOString()},${r.millivolt / 1000},${r.milliamp / 1000}`,
        )
        .join('\n')}\n`;
      const whole = await run(text);
      const parts = await run(text, { pieces, rowsHeldMax });
      expect(parts.rows).toEqual(whole.rows);
      expect(parts.result.days.map((day) => [day.key, wholeDay(day)])).toEqual(
        whole.result.days.map((day) => [day.key, wholeDay(day)]),
      );
      const times = whole.rows.map((row) => row[0]);
      expect(times).toEqual([...new Set(times)].sort());
      expect(whole.rows.length + whole.result.remarks.of('duplicate-time')).toBe(records.length);
    },
  );
});

describe('preview', () => {
  const text =
    'station;x\r\n"when";"U";"I"\r\n09.03.2026 10:00;25,6;-3,25\r\n09.03.2026 10:01;oops;1\r\n09.03.2026 10:02;25,7;2\r\n';
  it('shows names, cells and what will be read, quotes and all', () => {
    const { mapping } = guess(text);
    const preview = previewLog(text, mapping, { encode, decode });
    expect(preview.names).toEqual(['when', 'U', 'I']);
    expect(preview.cells[0]).toEqual(['09.03.2026 10:00', '25,6', '-3,25']);
    expect(preview.rows.slice(0, 2)).toEqual([
      { row: 3, timeMs: Date.parse('2026-03-09T09:00:00Z'), voltageV: 25.6, currentA: -3.25 },
      { row: 4, column: 2, code: 'not-a-number', text: '09.03.2026 10:01;oops;1' },
    ]);
  });
  it('follows a corrected mapping', () => {
    const { mapping } = guess(text);
    const flipped = { ...mapping, current: { by: 'signed', column: 2, chargingIs: 'negative' } as const };
    expect(previewLog(text, flipped, { encode, decode }).rows[0]).toMatchObject({ currentA: 3.25 });
  });
});

describe('plain rows', () => {
  const cell = fc.oneof(
    fc.double({ min: -60, max: 60, noNaN: true }).map((value) => value.toFixed(2)),
    fc.constantFrom('', 'x', '+3', '-.5', '7.', '1e1', '12345678901', '-0', ' 4 ', '3,2', '9999'),
  );
  const time = fc
    .record({ minute: fc.integer({ min: 0, max: 3000 }), style: fc.integer({ min: 0, max: 6 }) })
    .map(({ minute, style }) => {
      const iso = new Date(Date.parse('2026-10-24T22:00:00Z') + minute * 97_000).toISOString();
      const day = iso.slice(0, 10);
      const clock = iso.slice(11, 19);
      const forms = [
        `${day}T${clock}Z`,
        `${day} ${clock}`,
        `${day}T${clock}.25Z`,
        `${day}T${clock}.125`,
        `${day}T${clock}+02:00`,
      ];
      return [...forms, `${day}T25:00:00Z`, '2026-02-30T10:00:00Z'][style]!;
    });
  const read = (text: string, plain: boolean) => {
    const odd: unknown[] = [];
    const rows: unknown[] = [];
    const { mapping } = guess(PLAIN);
    const sheaves = new DaySheaves('Europe/Berlin', true);
    const sink = {
      get target() {
        return plain ? sheaves.target : null;
      },
      makeRoom: () => sheaves.makeRoom(),
      row: (line: number, timeMs: number, voltageV: number, currentA: number) => {
        if (timeMs < sheaves.latestMs) odd.push(['backward', line]);
        sheaves.push(timeMs, voltageV, currentA);
      },
      reject: (...one: unknown[]) => odd.push(one),
    };
    const reader = new RowReader({ ...mapping, timeZone: 'Europe/Berlin' }, sink, { decode }, 3);
    reader.push(encode(text));
    for (const key of sheaves.keys().sort()) rows.push(key, sheaves.take(key));
    return { odd, rows, rowsRead: reader.rowsRead };
  };
  test.prop([fc.array(fc.tuple(time, cell, cell, fc.constantFrom('\n', '\r\n')), { maxLength: 60 })])(
    'come out the same as cell by cell, whatever stands between them',
    (lines) => {
      const text = `time,voltage_V,current_A\n${lines.map(([t, v, i, end]) => `${t},${v},${i}${end}`).join('')}`;
      expect(read(text, true)).toEqual(read(text, false));
    },
  );
});
