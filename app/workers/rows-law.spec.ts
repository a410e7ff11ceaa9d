import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PLAIN_MAPPING } from '@core/kept-spec/plain-mapping.data';
import type { LogMapping } from '@core/logbook/plan';
import { saveRig } from '../storage/rig-rows';
import { sampleRig } from '../testing/sample-rig';
import { testDatabase } from '../testing/test-database';
import { fileBytes, guessEncoding } from './file-bytes';
import { importIntoBook } from './import-into-book';

const ENCODINGS = [
  'utf-8',
  'utf-8 with mark',
  'utf-16le',
  'utf-16be',
  'utf-16le with mark',
  'utf-16be with mark',
] as const;
const MAPPING: LogMapping = { ...PLAIN_MAPPING, voltageMaxV: 30, currentMaxA: 200 };

function encode(text: string, encoding: (typeof ENCODINGS)[number]): Uint8Array<ArrayBuffer> {
  const marked = encoding.endsWith('mark') ? `\uFEFF${text}` : text;
  if (encoding.startsWith('utf-8')) return new TextEncoder().encode(marked);
  const little = encoding.startsWith('utf-16le');
  const bytes = new Uint8Array(2 * marked.length);
  for (let k = 0; k < marked.length; k++) {
    const code = marked.charCodeAt(k);
    bytes[2 * k + (little ? 0 : 1)] = code & 255;
    bytes[2 * k + (little ? 1 : 0)] = code >> 8;
  }
  return bytes;
}

/** Rows of a file: whole ones, and ones with something wrong. */
const line = fc.oneof(
  {
    weight: 8,
    arbitrary: fc.record({
      kind: fc.constantFrom('plain', 'quoted'),
      minute: fc.nat(2000),
      amps: fc.integer({ min: -50, max: 50 }),
    }),
  },
  {
    weight: 2,
    arbitrary: fc.record({
      kind: fc.constantFrom('open-quote', 'cut', 'words', 'cut-in-quote'),
      minute: fc.nat(2000),
      amps: fc.constant(1),
    }),
  },
);
type Line = { kind: string; minute: number; amps: number };

function textOf({ kind, minute, amps }: Line): string {
  const time = new Date(Date.UTC(2026, 4, 4) + minute * 60_000).toISOString();
  switch (kind) {
    case 'quoted':
      return `"${time}","12.80","${amps}","ok"`;
    case 'open-quote':
      return `${time},12.80,${amps},"never closed`;
    case 'cut-in-quote':
      return `"${time}","12.8`;
    case 'cut':
      return time.slice(0, 15);
    case 'words':
      return `${time},twelve,${amps},x`;
    default:
      return `${time},12.80,${amps},ok`;
  }
}

async function read(bytes: Uint8Array<ArrayBuffer>, lineEnd: string) {
  const db = testDatabase();
  await saveRig(db, sampleRig(), 0, 1);
  const file = new File([bytes], 'meter.csv');
  const encoding = guessEncoding(bytes.slice(0, 4096));
  const result = await importIntoBook(
    db,
    {
      file,
      encoding,
      newlineByte: lineEnd === '\r' ? 13 : 10,
      mapping: MAPPING,
      columnCount: 4,
      rigId: 'sample',
      logId: 'log',
      place: { timeZone: 'UTC', latitudeDeg: null, longitudeDeg: null },
      nowMs: 1,
    },
    () => fileBytes(file, encoding),
  );
  const stored = (await db.logBlocks.toArray()).reduce((sum, { columns }) => sum + columns.timeMs.length, 0);
  await db.delete();
  return { result, stored };
}

describe('every row of a file is accounted for', () => {
  it('whatever its encoding, line ends, quotes and cuts: kept + set aside + twice = rows in the file', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(line, { minLength: 1, maxLength: 40 }),
        fc.constantFrom(...ENCODINGS),
        fc.constantFrom('\n', '\r\n', '\r'),
        fc.boolean(),
        async (lines, encoding, lineEnd, ended) => {
          const good: Line = { kind: 'quoted', minute: 5000, amps: 3 };
          const all = [...lines, good];
          const text = ['time,volts,amps,note', ...all.map(textOf)].join(lineEnd) + (ended ? lineEnd : '');
          const { result, stored } = await read(encode(text, encoding), lineEnd);
          if ('failed' in result) throw new Error(`${result.failed} ${result.says}`);
          const { rowsRead, rowsKept, rowsSetAside, rowsDuplicate, rowsCovered } = result.record;
          expect(rowsRead).toBe(all.length);
          expect(rowsKept + rowsSetAside + rowsDuplicate + rowsCovered).toBe(rowsRead);
          expect(stored).toBe(rowsKept);
          const readable = all.filter(({ kind }) => kind === 'plain' || kind === 'quoted');
          expect(rowsKept).toBe(new Set(readable.map(({ minute }) => minute)).size);
        },
      ),
      { numRuns: 150 },
    );
  });
  it('the last row of a UTF-16 file without a final line end', async () => {
    const text = 'time,volts,amps,note\n2026-05-04T00:00:00Z,12.8,1,a\n2026-05-04T00:01:00Z,12.8,2,b';
    for (const encoding of ENCODINGS) expect((await read(encode(text, encoding), '\n')).stored).toBe(2);
  });
  it('200 rows of which one opens a quote and never closes it: 199 kept, one set aside', async () => {
    const lines = Array.from({ length: 200 }, (_, k): Line => ({
      kind: k === 61 ? 'open-quote' : 'quoted',
      minute: k,
      amps: 1,
    }));
    const { result } = await read(encode(['time,volts,amps,note', ...lines.map(textOf)].join('\n'), 'utf-8'), '\n');
    expect(result).toMatchObject({
      record: { rowsRead: 200, rowsKept: 199, rowsSetAside: 1 },
      listed: [{ row: 63, code: 'open-quote' }],
    });
  });
  it('a note in quotes may run over several lines, and is one row', async () => {
    const text = 'time,volts,amps,note\n2026-05-04T00:00:00Z,12.8,1,"first\nsecond"\n2026-05-04T00:01:00Z,12.8,2,"x"\n';
    const { result } = await read(encode(text, 'utf-8'), '\n');
    expect(result).toMatchObject({ record: { rowsRead: 2, rowsKept: 2 } });
  });
});
