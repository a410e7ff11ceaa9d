import { describe, expect, it } from 'vitest';
import { entered } from '@core/formula/figure';
import type { MonthOutcome } from '@core/charging/summarise-year';
import { issueSentence, monthSentence, reasonSentence, remedySentence, yearsInHundred } from './charging-words';

describe('words of charging', () => {
  it('say a remedy in full', () => {
    expect(remedySentence({ array: 120, cut: 0.1 })).toBe('120 W more solar and 10 % less used');
    expect(remedySentence({ bank: 1 })).toBe('1 more string of batteries');
    expect(remedySentence({ bank: 3, drive: 2.5 })).toBe('3 more strings of batteries and 2.5 h more driving a week');
    expect(remedySentence({})).toBe('nothing: the target is met');
  });
  it('never round a doubt away', () => {
    expect(yearsInHundred(1)).toBe('in every simulated year');
    expect(yearsInHundred(0.999)).toBe('in all but a few years of a thousand');
    expect(yearsInHundred(0.62)).toBe('in 62 years of 100');
    expect(yearsInHundred(0.001)).toBe('in a few years of a thousand');
    expect(yearsInHundred(0)).toBe('in no simulated year');
  });
  it('tell of the cold beside another reason, where it takes more than a little', () => {
    const month = (reason: MonthOutcome['reason'], refusedColdAh: number) =>
      ({
        reason,
        offeredAh: entered(69),
        usedAh: entered(73),
        refusedAh: entered(30),
        refusedColdAh: entered(refusedColdAh),
      }) as unknown as MonthOutcome;
    expect(reasonSentence(month('too-little', 27))).toBe(
      'The sources offer 69 Ah a day, the loads take 73 Ah: too little is left to fill the bank again. Besides, 27 Ah a day comes while the bank is too cold or too hot to be charged.',
    );
    expect(reasonSentence(month('too-little', 3))).not.toContain('cold');
    expect(reasonSentence(month('spells', 4))).toContain('Besides, 4 Ah');
    expect(reasonSentence(month('temperature', 40)).match(/cold/g)).toHaveLength(1);
    expect(reasonSentence(month('enough', 40))).not.toContain('cold');
  });
  it('name the month and the harm', () => {
    expect(monthSentence({ month: 12, verdict: 'falls-behind' })).toBe('In December charging falls behind');
    expect(issueSentence({ code: 'float-high', isV: 13.8, wantedV: 13.5 })).toContain('too high ages it');
    expect(issueSentence({ code: 'absorption-low', isV: 14.35, wantedV: 14.7 })).toBe(
      'absorbs at 14.35 V; this bank needs 14.7 V: it fills it late, if at all',
    );
  });
});
