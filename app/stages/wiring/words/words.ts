import { formatNumber } from '@core/quantity/format';
import type { Figure } from '@core/formula/figure';
import type { Fault, Finding } from '@core/wiring/finding';
import type { WiringFacts } from '../wiring-facts';

/** What is wrong, why, and what mends it. */
export interface FindingWords {
  says: string;
  why: string;
  remedy: string;
  /** The figure that it rests on, with its working; null: it rests on what is joined to what. */
  figure: Figure | null;
  /** One press that does it. */
  apply: Press | null;
  /** One that does it for all that are alike. */
  all: Press | null;
}

export interface Press {
  says: string;
  run: () => void;
}

/** A finding with the name of what it is about. */
export interface Found {
  finding: Finding;
  name: string;
  id: string;
  facts: WiringFacts;
}

/** What is said of each kind of fault. */
export type WordsOf<Code extends Fault['code']> = {
  [One in Code]: (
    fault: Extract<Fault, { code: One }>,
    found: Found,
  ) => Pick<FindingWords, 'says' | 'why' | 'remedy'> & Partial<FindingWords>;
};

export const amps = (value: number): string => `${formatNumber(value, value < 10 ? 1 : 0)} A`;
export const percent = (fraction: number): string => `${formatNumber(100 * fraction, 1)} %`;
