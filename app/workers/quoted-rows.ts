import type { FilePiece } from '@core/logbook/import/import-options';
import { QuotedLines } from '@core/logbook/import/quoted-lines';

/**
 * The general path, for files with cells in quotes: the pieces of a file, UTF-8, as plain lines that end with a line feed. Piece
 * by piece: the next is only asked for when the last has been taken.
 * @param newlineByte  10, or 13 in files that know no other
 */
export async function* quotedRows(
  pieces: AsyncIterable<FilePiece>,
  delimiter: string,
  columnCount: number,
  newlineByte: number,
): AsyncGenerator<FilePiece> {
  const decoder = new TextDecoder();
  const encoder = new TextEncoder();
  const newline = String.fromCharCode(newlineByte);
  const lines = new QuotedLines(delimiter, columnCount);
  const encode = (plain: readonly string[]) => encoder.encode(plain.length > 0 ? `${plain.join('\n')}\n` : '');
  const withoutReturn = (line: string) => (line.endsWith('\r') ? line.slice(0, -1) : line);
  let rest = '';
  for await (const { bytes, share } of pieces) {
    const text = rest + decoder.decode(bytes, { stream: true });
    const end = text.lastIndexOf(newline);
    rest = text.slice(end + 1);
    if (end >= 0) yield { bytes: encode(lines.take(text.slice(0, end).split(newline).map(withoutReturn))), share };
  }
  rest += decoder.decode();
  const last = rest === '' ? [] : lines.take([withoutReturn(rest)]);
  yield { bytes: encode([...last, ...lines.end()]), share: 1 };
}
