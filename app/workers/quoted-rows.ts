import Papa from 'papaparse';
import { plainLine } from '@core/logbook/import/plain-line';

/**
 * The general path, for files with cells in quotes: papaparse takes the cells apart, and they come out as the plain bytes
 * that the row reader knows, with a separator that no file uses.
 */
export async function* quotedRows(
  file: File,
  encoding: string,
  delimiter: string,
): AsyncGenerator<{ bytes: Uint8Array; share: number }> {
  const encoder = new TextEncoder();
  const queue: { bytes: Uint8Array; share: number }[] = [];
  let finished = false;
  let failure: Error | null = null;
  let wake = () => undefined as void;
  Papa.parse(file, {
    delimiter,
    encoding,
    chunkSize: 1 << 21,
    skipEmptyLines: false,
    chunk: ({ data, meta }) => {
      const text = data.map(plainLine).join('\n');
      queue.push({ bytes: encoder.encode(`${text}\n`), share: Math.min(1, meta.cursor / file.size) });
      wake();
    },
    complete: () => {
      finished = true;
      wake();
    },
    error: (error) => {
      failure = error;
      wake();
    },
  });
  for (;;) {
    const next = queue.shift();
    if (next) yield next;
    else if (failure) throw failure as Error;
    else if (finished) return;
    else await new Promise<void>((resolve) => (wake = resolve));
  }
}
