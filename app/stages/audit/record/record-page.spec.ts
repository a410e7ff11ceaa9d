import { beforeEach, describe, expect, it, vi } from 'vitest';
import { openPage } from '../../../testing/open-page';
import { sampleRig } from '../../../testing/sample-rig';
import { RecordPage } from './record-page';

const open = () => openPage(RecordPage, sampleRig(), { loadId: 'fan' });
const use = (page: Awaited<ReturnType<typeof open>>) => page.rig().loads[1]!.use;

describe('recording a load', () => {
  beforeEach(() => localStorage.clear());

  it('by stopwatch: presses become stretches, the mean, and the load’s duty', async () => {
    vi.useFakeTimers({ toFake: ['Date'], now: 1_000_000 });
    try {
      const page = await open();
      expect(page.text('h1')).toBe('How long does Fan spend in each state?');
      for (const [state, minutes] of [
        ['off', 5],
        ['on', 15],
        ['off', 45],
        ['on', 15],
        ['off', 45],
      ] as const) {
        await page.press(state);
        vi.setSystemTime(Date.now() + minutes * 60_000);
      }
      await page.press('Stop');
      expect(page.text('h1')).toBe('Fan takes 12.3 W on average: 1 whole cycle in 2.1 h.');
      expect(page.text('.why')).toBe('Record longer: fewer than three whole cycles were seen.');
      await page.press('Use it in the audit');
      expect(use(page)).toMatchObject({ by: 'timed', hoursPerDay: 24, recording: { from: 'stopwatch' } });
      expect(page.rig().loads[1]!.known).toBe('timed');
    } finally {
      vi.useRealTimers();
    }
  });
  it('by a table: stretches are added, changed, removed', async () => {
    const page = await open();
    page.field('Table of times').click();
    await page.settle();
    await page.press('Add a stretch');
    await page.press('Add a stretch');
    await page.type('Length of stretch 2', '30');
    // 10 min of 51.2 W, 30 min of nothing
    expect(page.text('h1')).toContain('Fan takes 12.8 W on average');
    await page.choose('State of stretch 2', 'on');
    expect(page.text('h1')).toContain('Fan takes 51.2 W on average');
    await page.press('Remove stretch 1');
    expect(page.texts('textarea')).toHaveLength(1);
  });
  it('by clock times, over midnight too; what is no time is said by its place', async () => {
    const page = await open();
    page.field('Table of times').click();
    await page.settle();
    await page.type('Or a list of clock times', '23:50 0:10 0:50 1:10');
    expect(page.text('h1')).toContain('in 1.3 h');
    await page.type('Or a list of clock times', '09:12 25:00');
    expect(page.text('[role=alert]')).toBe('“25:00”, the 2nd time, is not a clock time such as 09:12.');
    expect(page.text('h1')).toContain('in 1.3 h');
    // One time twice is a slip, and no stretch of a whole day.
    await page.type('Or a list of clock times', '23:50 0:10 0:10 1:10');
    expect(page.text('[role=alert]')).toBe('“0:10”, the 3rd time, is the same as the one before it.');
    expect(page.text('h1')).toContain('in 1.3 h');
  });
  it('in more states than two, and never in fewer than are in use', async () => {
    const page = await open();
    page.field('Table of times').click();
    await page.settle();
    await page.press('One more state');
    await page.type('Name of state 3', 'boost');
    await page.type('Power while boost', '80');
    await page.press('Add a stretch');
    expect(page.text('h1')).toContain('Fan takes 80.0 W on average');
    const less = [...page.element.querySelectorAll('button')].find((one) => one.textContent!.includes('One less'))!;
    expect(less.disabled).toBe(true);
    await page.press('Remove stretch 1');
    await page.press('One less');
    expect(page.texts('.states tbody tr')).toHaveLength(2);
  });
  it('does not open for a load that is gone', async () => {
    const page = await openPage(RecordPage, sampleRig(), { loadId: 'nothing' });
    expect(page.text('h1')).toBe('There is no such load.');
  });
});
