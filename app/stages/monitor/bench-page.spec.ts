import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { openPage } from '../../testing/open-page';
import { keyedIn, sampleRig } from '../../testing/sample-rig';
import { BenchPage } from './bench-page';
import { falseWords, missWords } from './trace-words';

beforeEach(() => {
  Element.prototype.setPointerCapture = () => undefined;
});
afterEach(() => vi.unstubAllGlobals());

const hasty = () => {
  const rig = sampleRig();
  const entries = [keyedIn('full-voltage', 26.7), keyedIn('hold-time', 1), keyedIn('tail-current', 0.05)];
  return { ...rig, monitor: { ...rig.monitor, entries } };
};

describe('the test bench', () => {
  it('shows where the meter would be fooled, when and why, and lets the hold time be moved until it is not', async () => {
    const page = await openPage(BenchPage, hasty());
    await page.until(() => page.texts('co-bench-panes').length > 0);
    expect(page.text('h1')).toMatch(/^Broken cloud would mark full falsely at \d\d:\d\d, with \d\d % in the bank/);
    expect(page.text('.why')).toContain('A source that faded');
    expect(page.texts('.wrongs li').length).toBeGreaterThan(0);
    const slider = page.field('Hold time on the bench');
    slider.value = '20';
    slider.dispatchEvent(new Event('input'));
    await page.until(() => !page.text('h1').includes('falsely'));
    expect(page.text('.bench')).toMatch(/Hold time\s*1 min\s*20 min/);
    await page.press('as entered');
    await page.until(() => page.text('h1').includes('falsely'));
  });
  it('draws what the other sets would show, once each, and says which line is whose', async () => {
    localStorage.removeItem('coulan-bench-sample');
    const page = await openPage(BenchPage, hasty());
    await page.until(() => page.texts('co-bench-panes').length > 0);
    const lines = () =>
      [...page.element.querySelectorAll('co-bench-panes path.other')].flatMap(({ classList }) =>
        [...classList].filter((name) => name !== 'other'),
      );
    // As nothing was moved, what is tried is as entered.
    expect(lines()).toEqual(['derived']);
    expect(page.text('.legend')).toMatch(/shown by the meter, tried\s+as derived/);
    const slider = page.field('Hold time on the bench');
    slider.value = '20';
    slider.dispatchEvent(new Event('input'));
    await page.until(() => lines().length === 2);
    expect(lines()).toEqual(['entered', 'derived']);
    for (const line of page.element.querySelectorAll('co-bench-panes path.other'))
      expect(line.getAttribute('d')).toMatch(/^M46\.0 \d+\.\d(L[\d.]+ [\d.]+){100}/);
    await page.press('as derived');
    await page.until(() => page.text('.legend').includes('shown by the meter, as derived'));
    expect(lines()).toEqual(['entered', 'tried'].filter((id) => lines().includes(id)));
    expect(lines()).toContain('entered');
  });
  it('keeps what was moved over a reload, and takes it back move by move', async () => {
    localStorage.setItem('coulan-bench-sample', JSON.stringify({ 'hold-time': 17 }));
    const page = await openPage(BenchPage, hasty());
    await page.until(() => page.texts('co-bench-panes').length > 0);
    expect(page.text('.bench')).toMatch(/Hold time\s*1 min\s*17 min/);
    const slide = (value: string) => {
      const slider = page.field('Hold time on the bench');
      slider.value = value;
      slider.dispatchEvent(new Event('input'));
    };
    // A drag is one move.
    slide('18');
    slide('20');
    await page.settle();
    expect(localStorage.getItem('coulan-bench-sample')).toBe('{"hold-time":20}');
    await page.press('Take the last move back');
    expect(page.text('.bench')).toMatch(/Hold time\s*1 min\s*17 min/);
    expect(page.element.ownerDocument.body.textContent).not.toContain('Take the last move back');
    localStorage.removeItem('coulan-bench-sample');
  });
  it('takes nothing up that cannot be read', async () => {
    localStorage.setItem('coulan-bench-sample', '{"hold-time":"long"}');
    const page = await openPage(BenchPage, hasty());
    await page.until(() => page.texts('co-bench-panes').length > 0);
    expect(page.text('.bench')).toMatch(/Hold time\s*1 min/);
    localStorage.removeItem('coulan-bench-sample');
  });
  it('moves a setting by its handle, with keys and with the pointer', async () => {
    const page = await openPage(BenchPage, hasty());
    await page.until(() => page.texts('co-bench-panes').length > 0);
    const handle = () => page.element.querySelector<SVGGElement>('g.handle[role=slider]')!;
    expect(handle().getAttribute('aria-label')).toBe('full voltage 26.7 V');
    handle().dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowUp' }));
    await page.until(() => handle().getAttribute('aria-label') === 'full voltage 26.8 V');
    const svg = page.element.querySelector('co-bench-panes svg') as SVGSVGElement;
    Object.defineProperty(svg, 'viewBox', { value: { baseVal: { width: 760, height: 420 } } });
    svg.getBoundingClientRect = () => ({ left: 0, top: 0, width: 760, height: 420 }) as DOMRect;
    const pointer = (type: string, x: number, y: number) =>
      new MouseEvent(type, { clientX: x, clientY: y, bubbles: true });
    handle().dispatchEvent(pointer('pointerdown', 400, 60));
    svg.dispatchEvent(pointer('pointermove', 400, 30));
    svg.dispatchEvent(pointer('pointerup', 400, 30));
    await page.until(() => !['26.7', '26.8'].some((volts) => handle().getAttribute('aria-label')!.includes(volts)));
    const set = handle().getAttribute('aria-label');
    svg.dispatchEvent(pointer('pointermove', 400, 90));
    await page.settle();
    expect(handle().getAttribute('aria-label')).toBe(set);
  });
  it('tries every trace and every set, and looks at one trace when asked', async () => {
    const page = await openPage(BenchPage, hasty());
    await page.until(() => !page.element.textContent!.includes('…'));
    expect(page.texts('.traces tbody tr').length).toBeGreaterThanOrEqual(10);
    const totals = page.texts('.totals tbody tr');
    expect(totals.map((row) => /^(as entered|as derived|tried)/.exec(row)?.[0])).toEqual([
      ...['as entered', 'as derived', 'tried'],
    ]);
    await page.press('Clear day');
    await page.until(() => page.text('h1').startsWith('Clear day'));
  }, 20_000);
  it('searches, shows how far each may move, and keys in what was found', async () => {
    const page = await openPage(BenchPage, hasty());
    await page.press('Find the set that survives every day');
    await page.until(() => page.texts('co-along-strip').length === 3);
    expect(page.texts('co-ways label')).toEqual(['as entered', 'as derived', 'tried', 'found']);
    expect(page.margin.textContent).toMatch(/Of \d+ sets on all days, twice over: 0 false marks/);
    await page.press('Keyed into the meter');
    const keyed = page.rig().monitor.entries.at(-1)!.values;
    expect(keyed.find(({ id }) => id === 'full-voltage')!.value).toBeGreaterThan(27.6);
  }, 60_000);
  it('can be stopped while it searches', async () => {
    const page = await openPage(BenchPage, hasty());
    await page.press('Find the set that survives every day');
    await page.until(() => page.texts('progress').length > 0);
    await page.press('Stop');
    expect(page.texts('co-along-strip')).toEqual([]);
    expect(page.texts('progress')).toEqual([]);
  }, 20_000);
  it('of a meter that asks for a voltage alone moves that alone', async () => {
    const rig = sampleRig();
    const fields = rig.monitor.meter.fields.filter(({ id }) => id === 'full-voltage');
    const meter = { ...rig.monitor.meter, fields };
    const entries = [keyedIn('full-voltage', 26.7)];
    const page = await openPage(BenchPage, { ...rig, monitor: { ...rig.monitor, meter, entries } });
    await page.until(() => page.texts('co-bench-panes').length > 0);
    expect(page.texts('.bench label').length).toBe(1);
    expect(page.text('.why')).toContain('the meter does not ask for the current');
  });
});

describe('words of a trial', () => {
  it('name what fooled it', () => {
    const mark = { timeMs: 120_000, heldFromMs: 0, soc: 0.66, kind: 'false', missingAh: 9 } as const;
    expect(falseWords({ ...mark, cause: 'source-faded' })).toBe(
      'A source that faded let the current fall for 2.0 min while the voltage still stood with 66 % in the bank.',
    );
    expect(falseWords({ ...mark, cause: 'at-rest' })).toContain('At rest');
    expect(falseWords({ ...mark, cause: 'current-not-asked', soc: null })).toBe(
      'The voltage had stood for 2.0 min; the meter does not ask for the current.',
    );
    expect(falseWords({ ...mark, cause: null })).toBe('');
  });
  it('name what kept it from marking', () => {
    const miss = { fromMs: 0, toMs: 1 } as const;
    expect(missWords({ ...miss, cause: 'not-held', came: 600_000 })).toBe('both held for 10 min only');
    expect(missWords({ ...miss, cause: 'voltage-not-reached', came: 13.8 })).toContain('13.80 V only');
    expect(missWords({ ...miss, cause: 'current-not-small', came: 8 })).toContain('8.0 A');
    expect(missWords({ ...miss, cause: 'never-by-itself', came: null })).toContain('does not mark full by itself');
  });
});
