import { computed, type Sourced } from '../formula/figure';
import type { AuditLine } from './audit-line';

/**
 * What a load draws on average while it is in use: a compressor its mean, everything else what it draws while it runs.
 * At the bank, conversion losses counted, and at the load itself, all its pieces together, W.
 */
export function steadyDraw(line: AuditLine, quantity: number, cycles: boolean): { atBankW: number; atLoadW: number } {
  const duty = cycles ? Math.min(1, line.hoursPerDay.value / 24) : 1;
  const share = line.recording && line.powerW.value > 0 ? line.recording.meanW.value / line.powerW.value : duty;
  return { atBankW: line.runningW * share, atLoadW: line.powerW.value * quantity * share };
}

/** Several loads together. */
export function drawTogether(
  draws: readonly { atBankW: number; atLoadW: number }[],
  note: string,
): { atBankW: Sourced; atLoadsW: Sourced } {
  const sum = (key: 'atBankW' | 'atLoadW') => draws.reduce((total, draw) => total + draw[key], 0);
  return { atBankW: computed(sum('atBankW'), note), atLoadsW: computed(sum('atLoadW'), note) };
}
