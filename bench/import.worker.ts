import Papa from 'papaparse';
import { guessLayout } from '../core/logbook/import/guess-layout';
import { importLog } from '../core/logbook/import/import-log';
import { wholeDay } from '../core/series/day-sums';
import { piecesOver } from '../app/workers/piece-port';

/** What is measured in the worker: Coulan's import without storing, and papaparse adding up the same column. */
const nowhere = {
  putPart: () => Promise.resolve(),
  takeParts: () => Promise.resolve([]),
  putDay: () => Promise.resolve(),
  discard: () => Promise.resolve(),
};
const decoder = new TextDecoder();

async function coulan(file: File, port: MessagePort): Promise<{ rows: number; outAh: number }> {
  const layout = guessLayout(await file.slice(0, 200_000).text().then(wholeLines), [], 'UTC', 25.6);
  if ('refused' in layout) throw new Error(layout.refused);
  const result = await importLog(piecesOver(port), {
    mapping: layout.mapping,
    columnCount: 3,
    place: { timeZone: 'Europe/Berlin', latitudeDeg: 52, longitudeDeg: 13 },
    covered: () => Promise.resolve([]),
    store: nowhere,
    reader: { decode: (bytes) => decoder.decode(bytes) },
    onProgress: () => undefined,
    checkCancelled: () => undefined,
  });
  return { rows: result.rowsKept, outAh: result.days.reduce((sum, day) => sum + wholeDay(day).outAh, 0) };
}

function papaparse(file: File): Promise<{ rows: number; outAh: number }> {
  let [rows, outAh] = [0, 0];
  return new Promise((resolve, reject) => {
    Papa.parse(file, {
      delimiter: ',',
      encoding: 'utf-8',
      chunkSize: 1 << 22,
      skipEmptyLines: true,
      chunk: ({ data }) => {
        for (const cells of data) {
          const [time, amps] = [Date.parse(cells[0]!), Number(cells[2])];
          if (Number.isNaN(time) || Number.isNaN(amps)) continue;
          rows++;
          if (amps < 0) outAh -= amps / 3600;
        }
      },
      complete: () => resolve({ rows, outAh }),
      error: reject,
    });
  });
}

const wholeLines = (text: string) => text.slice(0, text.lastIndexOf('\n') + 1);

self.onmessage = async ({ data }: MessageEvent<{ file: File; by: 'coulan' | 'papaparse'; port: MessagePort }>) => {
  const start = performance.now();
  const result = data.by === 'coulan' ? await coulan(data.file, data.port) : await papaparse(data.file);
  self.postMessage({ ...result, ms: performance.now() - start });
};
