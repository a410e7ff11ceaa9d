import Papa from 'papaparse';
import { type CutRow, studText } from './cut-list';

/** The list as a file for a spreadsheet, a line for each piece; a cell that one would run as a formula gets a ' in front. */
export const cutListCsv = (rows: readonly CutRow[]): string =>
  Papa.unparse(
    [
      ['label', 'from', 'to', 'cut m', 'section', 'colour', 'lug from', 'lug to', 'done'],
      ...rows.flatMap((row) =>
        piecesOf(row).map((label) => [
          label,
          row.from,
          row.to,
          row.cutM.toFixed(2),
          row.section,
          row.colour,
          `${row.section} × ${studText(row.fromStud)}`,
          `${row.section} × ${studText(row.toStud)}`,
          row.done.join(' '),
        ]),
      ),
    ],
    { escapeFormulae: true },
  );

/** "W11"; of some side by side "W11 1/2" and "W11 2/2". */
const piecesOf = ({ label, conductors }: CutRow): string[] =>
  conductors === 1 ? [label] : Array.from({ length: conductors }, (_, k) => `${label} ${k + 1}/${conductors}`);
