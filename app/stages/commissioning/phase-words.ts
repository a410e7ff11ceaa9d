import type { Phase } from '@core/commissioning/step';

/** The phases as they stand over a step, and what each is a gate for. */
export const PHASE_WORDS: Record<Phase, { name: string; says: string }> = {
  'before-power': { name: 'Before power', says: 'tools, crimps, nuts, polarity, fuses: with everything dead' },
  match: { name: 'Match', says: 'every battery rested and measured alone' },
  join: { name: 'Join', says: 'the bank is put together' },
  'power-up': { name: 'Power up', says: 'one breaker after another' },
  zero: { name: 'Zero', says: 'what the meter shows when nothing flows' },
  'roll-call': { name: 'Roll call', says: 'every load and source, one by one' },
  drop: { name: 'Voltage drop', says: 'every stretch under a known load' },
  'full-charge': { name: 'First full charge', says: 'to the criteria of the chemistry' },
  'set-full': { name: 'Set full', says: 'the meter begins to count from here' },
  sign: { name: 'Sign', says: 'who answers for it' },
};
