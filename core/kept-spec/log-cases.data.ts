import { loadsFromTable, tableOfLoads } from '../audit/load-table';
import { entered } from '../formula/figure';
import { chargeState, usualNight } from '../logbook/charge';
import { FullMarkFinder, markByHand } from '../logbook/full-marks';
import { estimateDay } from '../logbook/import/day-estimate';
import { guessLayout } from '../logbook/import/guess-layout';
import { guessSign } from '../logbook/import/guess-sign';
import { importLog } from '../logbook/import/import-log';
import { MemoryStore } from '../logbook/import/memory-store';
import { previewLog } from '../logbook/import/preview';
import { judgeKeepUp } from '../logbook/keep-up';
import { buildLedger } from '../logbook/ledger';
import { latestMonthMean } from '../logbook/month-mean';
import { UNITS, type Unit, UNIT_SYSTEMS } from '../quantity/unit';
import { decimalsFor, formatQuantity } from '../quantity/format';
import { LIMITS } from '../rig/limits';
import { envelope } from '../series/envelope';
import { hourlyFlows } from '../series/hourly';
import { reduceDay } from '../series/level';
import { dayStartMs, shiftDay } from '../series/local-day';
import { runsOf } from '../series/span';
import { lagCorrelation } from '../statistics/lag-correlation';
import { normalQuantiles } from '../statistics/normal-quantiles';
import { normalShare } from '../statistics/normal-share';
import { pertQuantiles } from '../statistics/pert';
import { ratioInterval } from '../statistics/ratio-interval';
import { studentQuantile, studentShare } from '../statistics/student';
import { cellAmount, cellTime, TIME_FORMATS } from '../text/cell';
import { readNumber } from '../text/number-text';
import { readQuantity } from '../text/quantity-text';
import { readTypedDate } from '../text/typed-date';
import { piedWagtail } from '../../demo/rigs';

const MIN = 60_000;
const text = {
  encode: (of: string) => new TextEncoder().encode(of),
  decode: (bytes: Uint8Array) => new TextDecoder().decode(bytes),
};

/** Eighteen days at one row in five minutes: sun by day, a base load, full on some of them; with a gap and odd rows. */
function rows(write: (atMs: number, volts: number, amps: number) => string): string[] {
  const startMs = Date.parse('2026-03-20T00:00:00+01:00');
  return Array.from({ length: 18 * 288 }, (_, k) => {
    const day = Math.floor(k / 288);
    const hour = (k % 288) / 12;
    const sun = Math.max(0, Math.sin(((hour - 6) * Math.PI) / 12)) * (14 + 6 * Math.sin(day * 1.7));
    const full = day % 3 === 0 && hour > 14 && hour < 16;
    const amps = full ? 0.8 : sun - 3 - (hour > 18 ? 2.25 : 0) + ((k * 37) % 11) / 10;
    const volts = full ? 14.3 : 12.6 + amps * 0.04 + ((k * 13) % 7) / 100;
    return write(startMs + k * 5 * MIN, volts, amps);
  }).filter((_, k) => !(k > 1500 && k < 1560));
}
const iso = rows((atMs, volts, amps) => `${new Date(atMs).toISOString()},${volts.toFixed(3)},${amps.toFixed(2)}`);
const german = rows((atMs, volts, amps) => {
  const [date = '', clock = ''] = new Date(atMs).toISOString().slice(0, 19).split('T');
  const comma = (value: number, digits: number) => value.toFixed(digits).replace('.', ',');
  return `${date.split('-').reverse().join('.')};${clock};${comma(-amps * 1000, 0)};${comma(volts, 2)};x`;
});
const halves = rows(
  (atMs, volts, amps) =>
    `${Math.round(atMs / 1000)}\t${(volts * 1000).toFixed(0)}\t${Math.max(0, amps).toFixed(3)}\t${Math.max(0, -amps).toFixed(3)}`,
);
const FILES = {
  iso: ['time,battery voltage V,battery current A', ...iso.slice(0, 900), 'rubbish,1,2', ...iso.slice(900)],
  german: ['Datum;Uhrzeit;Strom mA;Spannung V;Bemerkung', ...german],
  halves: ['epoch\tvoltage mV\tcharge A\tdischarge A', ...halves],
};

async function brought(lines: readonly string[]) {
  const file = `${lines.join('\n')}\n`;
  const samples = [lines.slice(0, 200).join('\n'), lines.slice(2000, 2300).join('\n')];
  const layout = guessLayout(lines.slice(0, 400).join('\n'), samples, 'Europe/Berlin', 12.8);
  if ('refused' in layout) return layout;
  const bytes = text.encode(file);
  async function* pieces() {
    for (let at = 0; at < bytes.length; at += 7001)
      yield await Promise.resolve({ bytes: bytes.subarray(at, at + 7001), share: at / bytes.length });
  }
  const store = new MemoryStore();
  const place = { timeZone: 'Europe/Berlin', latitudeDeg: 52, longitudeDeg: 13 };
  const columnCount = layout.preview[0]!.length;
  const result = await importLog(pieces, {
    mapping: layout.mapping,
    columnCount,
    place,
    covered: (key) =>
      Promise.resolve(
        key === '2026-03-25'
          ? [{ fromMs: Date.parse('2026-03-25T09:00:00Z'), toMs: Date.parse('2026-03-25T11:00:00Z') }]
          : [],
      ),
    store,
    reader: { decode: text.decode },
    onProgress: () => undefined,
    checkCancelled: () => undefined,
    rowsHeldMax: 1000,
  });
  const finder = new FullMarkFinder({ fullV: 14.2, tailA: 4, holdMs: 30 * MIN, gapMs: 25 * MIN });
  const volts = new FullMarkFinder({ fullV: 13.2, tailA: null, holdMs: 60 * MIN, gapMs: 25 * MIN });
  for (const [key, columns] of store.days)
    for (const each of [finder, volts])
      each.addDay({ key, endMs: dayStartMs(shiftDay(key, 1), place.timeZone) }, columns);
  const ledger = buildLedger([result.days], finder.marks, 0.98);
  const [key, columns] = [...store.days][4]!;
  const startMs = dayStartMs(key, place.timeZone);
  const endMs = dayStartMs(shiftDay(key, 1), place.timeZone);
  return {
    layout,
    result: { ...result, remarks: result.remarks.listed },
    marks: [finder.marks, volts.marks],
    byHand: markByHand({ key, endMs }, startMs + 37_777_777, columns, { timeMs: endMs + MIN, currentA: 3 }, 25 * MIN),
    ledger,
    verdicts: [null, 14, 9].map((windowDays) =>
      judgeKeepUp(ledger, {
        windowDays,
        fullWithinDays: 4,
        coulombicFraction: entered(0.98),
        usableAh: entered(120),
        bank: { capacityAh: entered(150), family: 'lithium' },
      }),
    ),
    charge: chargeState(ledger, null, entered(200)),
    night: usualNight(ledger, 9),
    month: latestMonthMean(ledger),
    estimate: estimateDay(samples, layout.mapping, columnCount, text),
    preview: previewLog(lines.slice(0, 60).join('\n'), layout.mapping, text).rows,
    level: reduceDay(columns, startMs),
    hours: hourlyFlows(columns, startMs, endMs, 25 * MIN),
    runs: runsOf(columns.timeMs, 4 * MIN).length,
    line: envelope(columns.timeMs, columns.currentA, startMs, endMs, 12, 10 * MIN),
    sign: [1, -1].map((way) =>
      guessSign([{ voltageV: [...columns.voltageV!], currentA: [...columns.currentA].map((a) => way * a) }], 12.8),
    ),
  };
}

export const logged = async () => ({
  iso: await brought(FILES.iso),
  german: await brought(FILES.german),
  halves: await brought(FILES.halves),
});

const WRITTEN = [
  ...'V A W Wh Ah kWh kW mV mA uA MW Ohm mOhm min mins minutes s sec d day days hours hrs week weeks m cm mm km ft foot feet in inch inches kg g t lb lbs pounds l ml litres C F K deg % percent c x pcs'
    .split(' ')
    .map((unit) => `7 ${unit}`),

  '1,5',
  '1.500',
  '1,500',
  '12 345',
  '1\u2019234.5',
  '500 mA',
  '1.2 kW',
  '0:20',
  '12,8 V',
  '−3',
  '---',
  '1e3',
  '.5',
  '2 h',
  '40 %',
  '3/8"',
  '70 F',
  '-4 °C',
  '6 ft',
  '10 lb',
  '4.7 mOhm',
  '33 cu ft',
  '90 min',
];

export const read = () => ({
  numbers: WRITTEN.map((written) => (['.', ',', 'either'] as const).map((decimal) => readNumber(written, decimal))),
  quantities: WRITTEN.map((written) =>
    (Object.keys(UNITS) as Unit[]).map((unit) => {
      const got = readQuantity(written, unit, 'either', UNITS[unit]);
      return got.ok ? got.value : got.code;
    }),
  ),
  amounts: WRITTEN.map((written) => [cellAmount(written, '.', 'V'), cellAmount(written, ',', 'A')]),
  times: [
    '2026-03-09 14:05',
    '09.03.2026 2:05 pm',
    '3/9/2026 14:05:07.25',
    '1773061500',
    '2026-03-09T14:05:07+05:30',
    '31.02.2026 10:00',
    '2026-03-09T24:00',
  ].map((written) => TIME_FORMATS.map((format) => cellTime(written, format, '.'))),
  dates: ['2026-3-9 7:05', '9.3.2026, 17:05', '2025-08', '8/2025', '08-2025', '2026-13-01 00:00'].map((written) => [
    readTypedDate(written, 'moment'),
    readTypedDate(written, 'month'),
  ]),
  shown: [0, 0.0049, 0.5, 9.995, 99.95, 123.4, 999.96, 1000, 123_456.7, -5.5].map((value) =>
    (Object.keys(UNITS) as Unit[]).map((unit) =>
      UNIT_SYSTEMS.map((system) => {
        const { digits, symbol } = formatQuantity(value, unit, { system });
        return `${digits} ${symbol} ${decimalsFor(value, unit, system)}`;
      }).join(' | '),
    ),
  ),
  limits: LIMITS,
  table: tableOfLoads(piedWagtail.loads),
  loads: loadsFromTable(
    'Name\tW\thours\tqty\tsupply\tshare %\tlow %\thigh %\tpattern\tmust\tsurge\nLamp\t5,5\t4\t3\tdc\t\t80\t130\tnight\tyes\t1\nSaw\t900\t0,2\t1\t230 V\t\t\t\todd\tno\t3\nPump\t60\t\t\t\t12\t\t\t\t\t\nNone\t\t\t\t\t\t\t\t\t\t',
    'G',
    () => 'id',
  ),
});

export const summed = () => ({
  student: [1, 2, 3, 7, 30].map((degrees) => [
    studentShare(1.3, degrees),
    studentShare(-0.4, degrees),
    studentQuantile(0.975, degrees),
    studentQuantile(0.6, degrees),
  ]),
  normal: [normalQuantiles(16), [-3, -1, 0, 0.5, 2.5].map(normalShare)],
  pert: [pertQuantiles(2, 5, 20, 24), pertQuantiles(0, 0, 6, 24), pertQuantiles(3, 3, 3, 24)],
  lag: [1, 2, 7].map((lag) => lagCorrelation([1, 4, null, 2, 8, 5, 7, 1, 8, 2, null, 8, 1, 8], lag)),
  ratios: [false, true].flatMap((weekly) =>
    [9, 21, 60].map((days) =>
      ratioInterval(
        Array.from({ length: days }, (_, place) => ({
          place: place + (place > 12 ? 2 : 0),
          above: 30 + 12 * Math.sin(place * 1.1) + (place % 7 === 5 ? 15 : 0),
          below: 33 + 4 * Math.cos(place * 0.6),
        })),
        weekly,
        0.95,
      ),
    ),
  ),
});
