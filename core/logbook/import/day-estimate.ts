import type { LogMapping } from '../plan';
import { noFlow } from '../../series/flow';
import { addLine } from '../../series/integrate';
import { PLAIN_SEPARATOR } from './plain-line';
import { QuotedLines } from './quoted-lines';
import { RowReader } from './row-reader';

/** What a usual day of a file comes to. */
export interface DayEstimate {
  inAh: number;
  outAh: number;
}

/** Steps longer than this say nothing of the time between. */
const LONGEST_STEP_MS = 6 * 3_600_000;
const DAY_MS = 86_400_000;

/**
 * Ah in and out of a day under a mapping, off stretches from all over a file: enough to see a factor of a thousand, or the wrong
 * sign. Null where they hold no two rows that follow one another.
 * @param samples  stretches of whole lines
 */
export function estimateDay(
  samples: readonly string[],
  mapping: LogMapping,
  columnCount: number,
  text: { encode: (text: string) => Uint8Array; decode: (bytes: Uint8Array) => string },
): DayEstimate | null {
  const flow = noFlow();
  for (const sample of samples) {
    const rows: { timeMs: number; currentA: number }[] = [];
    const sink = {
      target: null,
      makeRoom: () => undefined,
      row: (_row: number, timeMs: number, _voltageV: number, currentA: number) => void rows.push({ timeMs, currentA }),
      reject: () => undefined,
    };
    const options = { delimiterByte: PLAIN_SEPARATOR.charCodeAt(0), decode: text.decode };
    const reader = new RowReader({ ...mapping, headerRows: 0 }, sink, options, columnCount);
    const lines = new QuotedLines(mapping.delimiter, columnCount);
    const plain = lines.take(sample.split(/\r\n|\n|\r/)).concat(lines.end());
    reader.push(text.encode(`${plain.join('\n')}\n`));
    rows.sort((a, b) => a.timeMs - b.timeMs);
    rows.forEach((row, k) => {
      const before = rows[k - 1];
      const spanMs = before ? row.timeMs - before.timeMs : 0;
      if (before && spanMs > 0 && spanMs <= LONGEST_STEP_MS) addLine(flow, spanMs, 0, before.currentA, 0, row.currentA);
    });
  }
  if (!(flow.coveredMs > 0)) return null;
  const scale = DAY_MS / flow.coveredMs;
  return { inAh: flow.inAh * scale, outAh: flow.outAh * scale };
}
