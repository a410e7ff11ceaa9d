import { closeSync, existsSync, mkdirSync, openSync, writeSync } from 'node:fs';

export const MONTH_ROWS = 30 * 86_400;

/** A month at one row a second, plain columns: written once to bench/out. */
export function monthFile(): string {
  const file = 'bench/out/month.csv';
  if (existsSync(file)) return file;
  mkdirSync('bench/out', { recursive: true });
  const out = openSync(file, 'w');
  writeSync(out, 'time,voltage_V,current_A\n');
  const start = Date.parse('2026-03-01T00:00:00Z');
  for (let day = 0; day < 30; day++) {
    const rows: string[] = [];
    for (let s = 0; s < 86_400; s++) {
      const hour = s / 3600;
      const sun = Math.max(0, Math.sin(((hour - 6) / 12) * Math.PI)) * 18;
      const amps = sun - 3 - (s % 1200 < 400 ? 4 : 0) + Math.sin(s * 0.7) * 0.4;
      const time = new Date(start + (day * 86_400 + s) * 1000).toISOString().slice(0, 19);
      rows.push(`${time}Z,${(26 + amps * 0.03).toFixed(2)},${amps.toFixed(2)}\n`);
    }
    writeSync(out, rows.join(''));
  }
  closeSync(out);
  return file;
}
