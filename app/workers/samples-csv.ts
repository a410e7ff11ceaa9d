import type { Columns } from '@core/series/columns';

const [ZERO, DOT, COMMA, LINE_FEED, ZULU] = ['0', '.', ',', '\n', 'Z'].map((sign) => sign.charCodeAt(0)) as [
  number,
  number,
  number,
  number,
  number,
];
const MINUTE_MS = 60_000;
/** As far as "2026-03-29T01:59:" goes. */
const MINUTE_LETTERS = 17;
/** A time, two figures of up to 24 letters, and what parts them. */
const ROW_BYTES_MOST = 80;

/**
 * Samples as the bytes of a CSV file: time (ISO, UTC), voltage where there is one, current. The text of a million rows is written letter by
 * letter, since strings of them take ten times as long.
 */
export function samplesCsv({ timeMs, voltageV, currentA }: Columns, withHead: boolean): Uint8Array {
  const head = voltageV ? 'time,voltage_V,current_A\n' : 'time,current_A\n';
  const bytes = new Uint8Array(head.length + timeMs.length * ROW_BYTES_MOST);
  let at = 0;
  const write = (text: string) => {
    for (let k = 0; k < text.length; k++) bytes[at++] = text.charCodeAt(k);
  };
  const digits = (value: number, count: number) => {
    for (let k = at + count; k-- > at; value = Math.floor(value / 10)) bytes[k] = ZERO + (value % 10);
    at += count;
  };
  if (withHead) write(head);
  let minute = Number.NaN;
  let minuteText = '';
  for (let k = 0; k < timeMs.length; k++) {
    const time = timeMs[k]!;
    const ofMinute = Math.floor(time / MINUTE_MS);
    if (ofMinute !== minute) {
      minute = ofMinute;
      minuteText = new Date(minute * MINUTE_MS).toISOString().slice(0, MINUTE_LETTERS);
    }
    write(minuteText);
    const ms = time - minute * MINUTE_MS;
    digits(Math.floor(ms / 1000), 2);
    bytes[at++] = DOT;
    digits(ms % 1000, 3);
    bytes[at++] = ZULU;
    if (voltageV) {
      bytes[at++] = COMMA;
      write(`${voltageV[k]!}`);
    }
    bytes[at++] = COMMA;
    write(`${currentA[k]!}`);
    bytes[at++] = LINE_FEED;
  }
  return bytes.subarray(0, at);
}
