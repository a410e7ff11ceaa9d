import { SHUNT_HEADROOM } from '../conductors/shunt-headroom';
import { sectionText } from '../conductors/section-text';
import { asTyped, formatNumber } from '../quantity/format';
import type { CircuitFigures } from './circuit-figures';
import { type Part, partIdOf, type Stud } from './part';
import type { PrintedList } from './plan';
import type { CableStep, Run } from './run';
import { fuseText } from './fuse-text';
import { through } from './through';

/** One cable as it is cut. */
export interface CutRow {
  id: string;
  label: string;
  from: string;
  to: string;
  /** Side by side, each so long. */
  conductors: number;
  /** With allowances for bends and lugs. */
  cutM: number;
  /** Of each. */
  section: string;
  colour: string;
  /** Of its lugs, which are for this section. */
  fromStud: Stud | null;
  toStud: Stud | null;
  done: readonly CableStep[];
}

/** Share of a run that bends take, and m that one lug takes. */
export const BENDS = 0.05;
export const LUG_M = 0.03;
/** Of cable, beyond what is cut. */
const RESERVE = 0.1;
const SHRINK_CM = 5;

/** Of a post whose sheet says nothing. */
export const studText = (stud: Stud | null): string => stud ?? 'stud not known';

const COLOURS: Record<Run['role'], string> = {
  positive: 'red',
  negative: 'black',
  bond: 'green and yellow',
  sense: 'red, thin',
  link: 'red',
};

/** Every cable of a circuit in the order of the labels. @param postName  how a post is called */
export function cutRows(circuit: CircuitFigures, parts: readonly Part[], postName: (post: string) => string): CutRow[] {
  const studs = new Map<string, Stud | null>([
    ...parts.map(({ id, stud }) => [id, stud] as const),
    ...circuit.strings.map(({ id, stud }) => [id, stud] as const),
  ]);
  return circuit.runs
    .map(({ run, areaMm2 }): CutRow => {
      const section = sectionText(areaMm2);
      const stud = (own: Stud | null, post: string) => own ?? studs.get(partIdOf(post)) ?? null;
      return {
        id: run.id,
        label: run.label,
        from: postName(run.from),
        to: postName(run.to),
        conductors: run.conductors,
        cutM: run.lengthM * (1 + BENDS) + 2 * LUG_M,
        section,
        colour: COLOURS[run.role],
        fromStud: stud(run.fromLug, run.from),
        toStud: stud(run.toLug, run.to),
        done: run.done,
      };
    })
    .sort((a, b) => a.label.localeCompare(b.label, 'en', { numeric: true }));
}

/** Metres to cut in all, as on the list. */
export const metresToCut = (rows: readonly CutRow[]): number =>
  rows.reduce((sum, { conductors, cutM }) => sum + conductors * cutM, 0);

/** What stands in the line of a cable. */
const lineOf = ({ from, to, conductors, cutM, section, fromStud, toStud }: CutRow): string =>
  `${from}, ${to}: ${conductors === 1 ? '' : `${conductors} × `}${formatNumber(cutM, 2)} m, ${section}, ${studText(fromStud)} and ${studText(toStud)}`.slice(
    0,
    200,
  );

/** The list as it is printed now. */
export const printedList = (rows: readonly CutRow[], atMs: number): PrintedList => ({
  atMs,
  cables: rows.map((row) => ({ label: row.label, says: lineOf(row) })),
});

/** Cables that are not as a printed list has them. @returns before null: it is new; after null: it is gone */
export function changedSincePrint(
  rows: readonly CutRow[],
  { cables }: PrintedList,
): { label: string; before: string | null; after: string | null }[] {
  const before = new Map(cables.map(({ label, says }) => [label, says]));
  const now = new Map(rows.map((row) => [row.label, lineOf(row)]));
  return [...new Set([...before.keys(), ...now.keys()])]
    .filter((label) => before.get(label) !== now.get(label))
    .map((label) => ({ label, before: before.get(label) ?? null, after: now.get(label) ?? null }));
}

const HARDWARE: Partial<Record<Part['kind'], string>> = {
  bar: 'bus bar',
  switch: 'switch',
  relay: 'relay',
  shunt: 'shunt',
};

/**
 * What to buy for a circuit: metres of cable by section and colour, lugs by section and stud, heat shrink, fuses by size, bars, switches and
 * relays by what they carry.
 */
export function partsToBuy(
  rows: readonly CutRow[],
  circuit: CircuitFigures,
  parts: readonly Part[],
): { cable: { section: string; colour: string; lengthM: number }[]; pieces: { says: string; count: number }[] } {
  const cable = new Map<string, { section: string; colour: string; lengthM: number }>();
  const pieces = new Map<string, number>();
  const count = (says: string, number = 1) => pieces.set(says, (pieces.get(says) ?? 0) + number);
  for (const { section, colour, conductors, cutM, fromStud, toStud } of rows) {
    const one = cable.get(`${section} ${colour}`) ?? { section, colour, lengthM: 0 };
    one.lengthM += conductors * cutM * (1 + RESERVE);
    cable.set(`${section} ${colour}`, one);
    for (const stud of [fromStud, toStud]) {
      count(`lug ${section} × ${studText(stud)}`, conductors);
      count(`heat shrink for ${section}, ${colour}, ${SHRINK_CM} cm`, conductors);
    }
  }
  for (const part of parts) {
    const says = HARDWARE[part.kind];
    const carries = through(circuit, part);
    const leastA = (carries?.value ?? 0) * (part.kind === 'shunt' ? SHUNT_HEADROOM.least : 1);
    if (says)
      count(carries ? `${says} for at least ${formatNumber(Math.ceil(leastA), 0)} A` : `${says}, joined to nothing`);
  }
  for (const part of parts)
    if (part.kind === 'loads' && part.converterV !== null)
      count(`converter from the bank’s voltage to ${asTyped(part.converterV)} V, for ${part.name}`);
  for (const fuse of circuit.fuses)
    if (fuse.choice) {
      const { ratingA } = fuse.choice;
      count(`fuse ${asTyped(ratingA)} A, ${fuseText(fuse)}, with its holder`);
    }
  const byName =
    <Row>(says: (row: Row) => string) =>
    (a: Row, b: Row) =>
      says(a).localeCompare(says(b), 'en', { numeric: true });
  return {
    cable: [...cable.values()].sort(byName(({ section, colour }) => `${section} ${colour}`)),
    pieces: [...pieces].map(([says, number]) => ({ says, count: number })).sort(byName(({ says }) => says)),
  };
}
