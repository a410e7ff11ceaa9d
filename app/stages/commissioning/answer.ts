import type { Figure } from '@core/formula/figure';
import type { Unit } from '@core/quantity/unit';

/** One line of the small table of an answer. */
export interface AnswerRow {
  says: string;
  figure?: Figure;
  /** Of a figure that leaves the bank or comes to it. */
  signed?: boolean;
  /** A reading, which has no working. */
  reading?: { value: number; unit: Unit };
  strong?: boolean;
}

/** What an answer can lead to besides the two thumbs. */
export type AnswerAction = 'adopt' | 'register' | 'moved' | 'both-negative' | 'shunt-mended';

/** What was found at a step, in words, with what else it could be. */
export interface Answer {
  tone: 'good' | 'bad' | 'open';
  headline: string;
  says: string;
  rows: readonly AnswerRow[];
  /** How likely each is; null: it holds besides. */
  others: readonly { says: string; likely: Figure | null }[];
  actions: readonly { id: AnswerAction; says: string }[];
}
