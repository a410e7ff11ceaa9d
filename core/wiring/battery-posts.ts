import type { Bank } from '../bank/plan';
import type { Battery } from '../cells/battery';
import type { LaidRun } from './laid-run';
import { postOf, type Stud, STUDS } from './part';

/** One string of the bank as the circuit sees it: two posts. */
export interface BankString {
  /** "battery-1" */
  id: string;
  name: string;
  battery: Battery;
  seriesCount: number;
  /** Off its sheet; null: the sheet does not say. */
  stud: Stud | null;
}

/** The two posts of a string, and those between its batteries. */
export const stringPosts = (string: Pick<BankString, 'id' | 'seriesCount'>): string[] => [
  postOf(string.id, '+'),
  ...linksOf(string).flatMap(({ from, to }) => [from, to]),
  postOf(string.id, '-'),
];

/** What joins the batteries of a string: from the − of one to the + of the next, counted from the string’s +. */
export const linksOf = ({ id, seriesCount }: Pick<BankString, 'id' | 'seriesCount'>): { from: string; to: string }[] =>
  Array.from({ length: seriesCount - 1 }, (_, k) => ({ from: postOf(id, `${k + 1}-`), to: postOf(id, `${k + 2}+`) }));

/** The runs that are those links, whichever way they are drawn; a link that is missing is left out. */
export const linkRuns = <One extends { run: LaidRun }>(
  string: Pick<BankString, 'id' | 'seriesCount'>,
  runs: readonly One[],
): { from: string; to: string; one: One }[] =>
  linksOf(string).flatMap(({ from, to }) => {
    const one = runs.find(
      ({ run }) =>
        run.role === 'link' && ((run.from === from && run.to === to) || (run.from === to && run.to === from)),
    );
    return one ? [{ from, to, one }] : [];
  });

/** Lugs that the post of a battery takes without a bar. */
export const BATTERY_LUGS_MOST = 2;

/** The strings of a bank in their order: its own, then the others. What stands in the bank is not typed again. */
export function bankStrings(bank: Bank | null): BankString[] {
  if (bank === null) return [];
  const all = [bank, ...bank.others].flatMap(({ battery, seriesCount, parallelCount }) =>
    Array.from({ length: parallelCount }, () => ({ battery, seriesCount })),
  );
  return all.map(({ battery, seriesCount }, k) => ({
    id: `battery-${k + 1}`,
    name: `${seriesCount > 1 ? 'String' : 'Battery'}${all.length > 1 ? ` ${k + 1}` : ''}`,
    battery,
    seriesCount,
    stud: STUDS.find((stud) => battery.terminal.toUpperCase().includes(stud)) ?? null,
  }));
}
