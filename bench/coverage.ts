import { entered } from '../core/formula/figure';
import { judgeKeepUp } from '../core/logbook/keep-up';
import { type MadeDays, madeDays } from '../demo/made-days';

const LOGS = 1000;
const RATIOS = [0.9, 1, 1.1];

interface Tally {
  ranged: number;
  covered: number;
  sure: number;
  wrong: number;
}

/** How often the 95 % range of the verdict holds the truth, and how often a sure verdict is wrong, over made logs. */
export function coverage(say: (line: string) => void): void {
  say('charging  days  persistence  range given  truth within  sure  of all: sure and wrong');
  for (const charging of ['daily', 'weekend'] as const)
    for (const days of [7, 14, 28, 90])
      for (const persistence of [0, 0.3, 0.6]) {
        const { ranged, covered, sure, wrong } = tally({ charging, days, persistence });
        const all = LOGS * RATIOS.length;
        const percent = (part: number, of: number) =>
          of === 0 ? '    –' : `${((100 * part) / of).toFixed(1).padStart(5)}`;
        say(
          `${charging.padEnd(8)}  ${String(days).padStart(4)}  ${persistence.toFixed(1).padStart(11)}  ${percent(ranged, all).padStart(9)} %  ` +
            `${percent(covered, ranged).padStart(10)} %  ${percent(sure, all)} %  ${percent(wrong, all)} %`,
        );
      }
}

export function tally(of: Pick<MadeDays, 'charging' | 'days' | 'persistence'>, logs = LOGS): Tally {
  const found: Tally = { ranged: 0, covered: 0, sure: 0, wrong: 0 };
  for (const ratio of RATIOS)
    for (let k = 0; k < logs; k++) {
      const ledger = madeDays({ ...of, ratio, seed: 7919 * k + Math.round(1000 * ratio) + of.days });
      const verdict = judgeKeepUp(ledger, {
        windowDays: null,
        fullWithinDays: 7,
        coulombicFraction: entered(1),
        usableAh: null,
        bank: null,
      });
      if (verdict.state === 'none' || verdict.ratioInterval === null) continue;
      const { low, high } = verdict.ratioInterval;
      found.ranged++;
      if (low <= ratio && ratio <= high) found.covered++;
      const saysEnough = verdict.reason === 'replaced-surely';
      if (!saysEnough && verdict.reason !== 'short-surely') continue;
      found.sure++;
      if (saysEnough !== ratio >= 1) found.wrong++;
    }
  return found;
}
