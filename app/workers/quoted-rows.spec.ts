import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { PLAIN_SEPARATOR } from '@core/logbook/import/plain-line';
import { fileBytes } from './file-bytes';
import { quotedRows } from './quoted-rows';

async function rowsOf(text: string, delimiter = ',', columns = 2): Promise<string[][]> {
  const decoder = new TextDecoder();
  let plain = '';
  for await (const { bytes, share } of quotedRows(fileBytes(new Blob([text]), 'utf-8'), delimiter, columns, 10)) {
    expect(share).toBeGreaterThan(0);
    expect(share).toBeLessThanOrEqual(1);
    plain += decoder.decode(bytes);
  }
  return plain
    .split('\n')
    .filter((line) => line !== '')
    .map((line) => line.split(PLAIN_SEPARATOR));
}
const quoted = (cell: string) => `"${cell.replaceAll('"', '""')}"`;

describe('rows with cells in quotes', () => {
  it('come out without them, delimiters inside a cell kept', async () => {
    expect(await rowsOf('"a, b",2\n"c ""d""",-3.5')).toEqual([
      ['a, b', '2'],
      ['c  d ', '-3.5'],
    ]);
  });
  it('stay one line each, though a cell holds a line break', async () => {
    const rows = await rowsOf('"note of\ntwo lines";1\nx;2', ';');
    expect(rows).toHaveLength(2);
    expect(rows.map((row) => row[1])).toEqual(['1', '2']);
  });
  const cell = fc.string({ unit: fc.constantFrom('a', '7', '.', ',', ';', '"', ' ', 'é'), minLength: 1, maxLength: 8 });
  test.prop([fc.array(fc.tuple(cell, cell, cell), { minLength: 1, maxLength: 12 })], { numRuns: 30 })(
    'are cell for cell what was written, quotes inside a cell as blanks',
    async (rows) => {
      const text = rows.map((row) => row.map(quoted).join(',')).join('\n');
      expect(await rowsOf(text, ',', 3)).toEqual(rows.map((row) => row.map((one) => one.replaceAll('"', ' '))));
    },
  );
});
