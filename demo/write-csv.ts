import { zoneOffsetMs } from '../core/series/zone';
import type { Sample } from './simulate';

/** Plain columns: ISO time in UTC, volts, amps, positive into the bank. */
export function plainCsv(samples: readonly Sample[]): string {
  const rows = samples.map(
    (s) => `${new Date(s.timeMs).toISOString().slice(0, 19)}Z,${s.voltageV.toFixed(2)},${s.currentA.toFixed(2)}`,
  );
  return `time,voltage_V,current_A\n${rows.join('\n')}\n`;
}

/**
 * As an old logger would write it: a preamble, date and clock apart, day first, decimal comma, discharge positive, CRLF, and
 * a few rows that cannot be true.
 */
export function workshopCsv(samples: readonly Sample[], timeZone: string): string {
  const comma = (value: number) => value.toFixed(2).replace('.', ',');
  const rows = samples.map((s) => {
    const wall = new Date(s.timeMs + zoneOffsetMs(timeZone, s.timeMs)).toISOString();
    const [year, month, day] = wall.slice(0, 10).split('-');
    return `${day}.${month}.${year};${wall.slice(11, 19)};${comma(s.voltageV)};${comma(-s.currentA)}`;
  });
  rows[2000] = rows[2000]!.replace(/;[^;]*$/, ';655,35');
  rows[2000] = rows[2000].replace(/;[^;]*;655/, ';655,35;655');
  rows[3000] = `${rows[3000]!.slice(0, 22)};---`;
  rows[4100] = rows[4100]!.slice(0, 19);
  rows.splice(5000, 0, rows[4999]!);
  return `${['logger north mooring', 'unit;2', '', 'date;clock;voltage [V];current [A]', ...rows].join('\r\n')}\r\n`;
}
