import Papa from 'papaparse';
import { type CutRow, studText } from './cut-list';

/** The list as a file for a spreadsheet; a cell that one would run as a formula gets a ' in front. */
export const cutListCsv = (rows: readonly CutRow[]): string =>
  Papa.unparse(
    [
      ['label', 'from', 'to', 'pieces', 'cut m', 'section', 'colour', 'lug from', 'lug to', 'done'],
      ...rows.map(({ label, from, to, conductors, cutM, section, colour, fromStud, toStud, done }) => [
        label,
        from,
        to,
        conductors,
        cutM.toFixed(2),
        section,
        colour,
        `${section} × ${studText(fromStud)}`,
        `${section} × ${studText(toStud)}`,
        done.join(' '),
      ]),
    ],
    { escapeFormulae: true },
  );
