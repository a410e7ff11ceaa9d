import { describe, expect, it } from 'vitest';
import { PLAIN_SEPARATOR } from './plain-line';
import { QuotedLines } from './quoted-lines';
import { OPEN_QUOTE_MARK } from './row-reader';

const OPEN = String.fromCharCode(OPEN_QUOTE_MARK);
const row = (...cells: string[]) => cells.join(PLAIN_SEPARATOR);
/** What comes of lines that are handed over in pieces, piece by piece and at the end. */
function taken(pieces: readonly (readonly string[])[], columns = 2) {
  const lines = new QuotedLines(',', columns);
  return [...pieces.map((piece) => lines.take(piece)), lines.end()];
}

describe('lines with cells in quotes', () => {
  it('come out one for one where each is a row', () =>
    expect(taken([['"a, b",1', '', '"c ""d""",2'], []])).toEqual([[row('a, b', '1'), '', row('c  d ', '2')], [], []]));
  it('over several lines stand in the first, and leave the others blank, so that rows keep their numbers', () =>
    expect(taken([['x,1', '"note', 'of three', 'lines",2', 'y,3']])).toEqual([
      [row('x', '1'), row('note of three lines', '2'), '', '', row('y', '3')],
      [],
    ]));
  it('wait for what follows, across pieces', () =>
    expect(taken([['x,1', '"note'], ['of three'], ['lines",2', 'y,3']])).toEqual([
      [row('x', '1')],
      [],
      [row('note of three lines', '2'), '', '', row('y', '3')],
      [],
    ]));
  it('lose only their own line to a quote that is never closed', () => {
    const rest = Array.from({ length: 14 }, (_, k) => `z,${k}`);
    expect(taken([['x,1', '"never', ...rest]])).toEqual([
      [row('x', '1'), `${OPEN}"never`, ...rest.map((_, k) => row('z', String(k)))],
      [],
    ]);
  });
  it('say so at the end of the file, where nothing follows', () =>
    expect(taken([['x,1'], ['"never', 'z,2']])).toEqual([[row('x', '1')], [], [`${OPEN}"never`, row('z', '2')]]));
  it('are put together only where that makes a whole row', () =>
    // Two lines make a cell that closes, but one cell more than a row has.
    expect(taken([['"a', 'b",1,2', 'z,3'], Array<string>(12).fill('w,4')])[1]!.slice(0, 3)).toEqual([
      `${OPEN}"a`,
      row('b"'.replace('"', ' '), '1', '2'),
      row('z', '3'),
    ]));
  it('run over twelve lines at most', () => {
    const over = (count: number) => [
      '"a',
      ...Array<string>(count - 2).fill('b'),
      'c",1',
      ...Array<string>(12).fill('w,4'),
    ];
    expect(taken([over(12)])[0]![0]).toBe(row(['a', ...Array<string>(10).fill('b'), 'c'].join(' '), '1'));
    expect(taken([over(13)])[0]![0]).toBe(`${OPEN}"a`);
  });
});
