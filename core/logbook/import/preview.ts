import Papa from 'papaparse';
import type { LogMapping } from '../plan';
import { PLAIN_SEPARATOR, plainLine } from './plain-line';
import type { Remark } from './remark';
import { RowReader } from './row-reader';

export interface PreviewRow {
  row: number;
  timeMs: number;
  voltageV: number;
  currentA: number;
}

export interface Preview {
  /** Cells of the header row, padded; empty where there is none. */
  names: string[];
  /** Cells of the first data rows as they stand in the file. */
  cells: string[][];
  /** The same rows as they will be read. */
  rows: (PreviewRow | Remark)[];
}

const ROWS_SHOWN = 6;

/**
 * Tries a mapping on the head of a file.
 * @param head   whole lines from the start of the file, any line ends
 */
export function previewLog(
  head: string,
  mapping: LogMapping,
  text: { encode: (text: string) => Uint8Array; decode: (bytes: Uint8Array) => string },
): Preview {
  const { delimiter, headerRows } = mapping;
  const lines = Papa.parse(head, { delimiter, preview: headerRows + ROWS_SHOWN, skipEmptyLines: false }).data;
  const data = lines.slice(headerRows);
  const width = Math.max(1, ...data.map((cells) => cells.length));
  const heads = lines[headerRows - 1] ?? [];
  const rows: Preview['rows'] = [];
  const sink = {
    target: null,
    makeRoom: () => undefined,
    row: (row: number, timeMs: number, voltageV: number, currentA: number) => {
      rows.push({ row, timeMs, voltageV, currentA });
    },
    reject: (row: number, column: number, code: Remark['code'], excerpt: string) => {
      rows.push({ row, column, code, text: excerpt.replaceAll(PLAIN_SEPARATOR, delimiter) });
    },
  };
  const options = { delimiterByte: PLAIN_SEPARATOR.charCodeAt(0), decode: text.decode };
  const reader = new RowReader(mapping, sink, options, width);
  reader.push(text.encode(`${lines.map(plainLine).join('\n')}\n`));
  return { names: Array.from({ length: width }, (_, k) => (heads[k] ?? '').trim()), cells: data, rows };
}
