/** A byte that stands in no file: the separator between cells that were taken out of their quotes. */
export const PLAIN_SEPARATOR = '\u001f';

/** Cells as a line that the row reader knows, without quotes and line ends within. */
export const plainLine = (cells: readonly string[]): string =>
  // eslint-disable-next-line no-control-regex -- the separator itself must not come from a cell
  cells.map((cell) => cell.replace(/[\r\n"\u001e\u001f]/g, ' ')).join(PLAIN_SEPARATOR);
