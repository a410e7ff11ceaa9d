import { simpleBank } from '@core/bank/fresh';
import { bankWords } from './bank-words';

describe('bankWords', () => {
  const lfp = simpleBank('lfp');
  it.each([
    [{}, '12.8 V LFP, one of 100 Ah'],
    [{ parallelCount: 2 }, '12.8 V LFP, two of 100 Ah in parallel'],
    [{ seriesCount: 4 }, '51.2 V LFP, four of 100 Ah in series'],
    [{ seriesCount: 2, parallelCount: 12 }, '25.6 V LFP, 12 strings of two, 100 Ah each'],
  ])('%o', (more, says) => expect(bankWords({ ...lfp, ...more })).toBe(says));
});
