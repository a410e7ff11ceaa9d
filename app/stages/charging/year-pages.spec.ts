import { TestBed } from '@angular/core/testing';
import { describe, expect, it } from 'vitest';
import type { Rig } from '@core/rig/rig';
import { newArray, newSource } from '@core/sources/new-source';
import type { Source } from '@core/sources/source';
import { type OpenPage, openPage, yearsOnTheSpot } from '../../testing/open-page';
import { sampleRig } from '../../testing/sample-rig';
import { YearPool } from '../../workers/year-pool';
import { ChargingPage } from './charging-page';
import { OneChargePage } from './one-charge-page';
import { RemediesPage } from './remedies-page';
import { WhatIfPage } from './what-if-page';
import { YearPage } from './year-page';

const withSources = (sources: Rig['charging']['sources']): Rig => {
  const rig = sampleRig();
  return { ...rig, charging: { ...rig.charging, sources } };
};
const roof = (powerW: number) =>
  ({
    ...newSource('solar', 'sun'),
    name: 'Roof',
    arrays: [newArray('roof', powerW)],
  }) as Rig['charging']['sources'][number];
const played = (page: OpenPage<unknown>) => () => page.element.querySelector('table, co-fan-chart') !== null;

describe('the year, month by month', () => {
  it('keeps up with a good roof, a drive and mains', async () => {
    const page = await openPage(ChargingPage, sampleRig());
    expect(page.text('h1')).toBe('Simulating the year hour by hour…');
    await page.until(played(page));
    expect(page.text('h1')).toMatch(
      /^Charging keeps up all year: .*, the worst month, stays above the reserve in 100 % of the years\.$/,
    );
    expect(page.texts('tbody tr')).toHaveLength(12);
    expect(page.texts('tbody td.word')[0]).toContain('keeps up');
  });
  it('falls behind in winter on little sun alone, and says which months', async () => {
    const page = await openPage(ChargingPage, withSources([roof(60)]));
    await page.until(played(page));
    expect(page.text('tr.sel td')).toMatch(/December|January/);
    expect(page.text('h1')).toMatch(/falls behind/);
    expect(page.text('.why a')).toBe('Find the smallest remedy');
    expect(page.texts('td.word.warned').length).toBeGreaterThan(2);
  });
  it('is played again when the plan changes, and says what moved', async () => {
    const page = await openPage(ChargingPage, withSources([roof(60)]));
    await page.until(played(page));
    await page.type('Agreed saving on all loads', '90');
    expect(page.rig().charging.loadCutFraction).toBe(0.9);
    await page.until(() => page.margin.textContent!.includes('by your last edit'));
    expect(page.margin.querySelector('s')).not.toBeNull();
  });
  it('says why it could not be played, keeps the figures greyed, and tries again', async () => {
    let fails = false;
    TestBed.overrideProvider(YearPool, {
      useValue: {
        ...yearsOnTheSpot,
        simulate: (...asked: Parameters<typeof yearsOnTheSpot.simulate>) =>
          fails ? Promise.reject(new Error('no worker')) : yearsOnTheSpot.simulate(...asked),
      },
    });
    const page = await openPage(ChargingPage, withSources([roof(60)]));
    await page.until(played(page));
    fails = true;
    await page.type('Agreed saving on all loads', '90');
    await page.until(() => page.texts('[role=alert]').length > 0);
    expect(page.text('[role=alert]')).toBe('no worker The greyed figures are from the previous plan. Try again');
    expect(page.texts('table.pending')).toHaveLength(1);
    fails = false;
    await page.press('Try again');
    await page.until(() => page.texts('table.pending').length === 0);
    expect(page.texts('[role=alert]')).toEqual([]);
  });
  it('waits for what it follows from', async () => {
    const page = await openPage(ChargingPage, withSources([]));
    expect(page.text('h1')).toBe('What charges this bank?');
    const later = { ...sampleRig(), loads: [] };
    expect(later.charging.sources).toHaveLength(3);
  });
});

describe('the year in figures', () => {
  it('shows the fan, a bad week, and that the balance closes', async () => {
    const page = await openPage(YearPage, withSources([roof(60), newSource('engine', 'drive')]));
    await page.until(() => page.element.querySelector('co-week-chart') !== null);
    expect(page.text('h1')).toMatch(/half of the years fall to \d+ %, one in ten to \d+ %\.$/);
    expect(page.texts('thead .src')).toEqual(['Roof %', 'Engine %']);
    for (const row of page.element.querySelectorAll('table[aria-label="The months in figures"] tbody tr')) {
      const [sun, drive] = [...row.querySelectorAll('td')].slice(-2).map((cell) => Number(cell.textContent));
      expect(Math.abs(sun! + drive! - 100)).toBeLessThanOrEqual(1);
    }
    const [, oneIn = ''] = /within\s+one part in\s+([\d\s]+)/.exec(page.margin.textContent!)!;
    expect(Number(oneIn.replace(/\s/g, ''))).toBeGreaterThanOrEqual(1e9);
  });
  it('steps from week to week', async () => {
    const page = await openPage(YearPage, withSources([roof(60)]));
    await page.until(() => page.element.querySelector('co-week-chart') !== null);
    const week = page.text('.head h2 span');
    await page.press('A week later');
    await page.until(() => page.text('.head h2 span') !== week);
    await page.press('A week earlier');
    await page.until(() => page.text('.head h2 span') === week);
  });
});

describe('what if', () => {
  const slide = async (page: OpenPage<unknown>, called: string, value: string) => {
    const range = page.field(called);
    range.value = value;
    range.dispatchEvent(new Event('input', { bubbles: true }));
    await page.settle();
  };
  it('dull days come, the month suffers, and it can be taken back', async () => {
    const page = await openPage(WhatIfPage, withSources([roof(1200)]));
    await page.until(() => page.element.querySelector('input[type=range]') !== null);
    await slide(page, 'Dull days in a row', '21');
    await page.until(() => /suffer|notice/.test(page.text('h1')));
    expect(page.text('h1')).toContain('would suffer');
    await page.press('Reset to the plan');
    await page.until(() => !page.text('h1').includes('suffer'));
  });
  it('a source fails', async () => {
    const page = await openPage(WhatIfPage, withSources([roof(1200)]));
    await page.until(() => page.element.querySelector('select') !== null);
    await page.choose('A source', 'Roof has failed');
    await page.until(() => page.text('h1').includes('would suffer'));
    expect(page.rig().charging.sources[0]!.on).toBe(true);
  });
});

describe('remedies', () => {
  it('are searched, ranked by cost, applied to the plan, and undone', async () => {
    const before = withSources([roof(100)]);
    const page = await openPage(RemediesPage, before);
    await page.until(() => page.element.querySelector('.do button') !== null);
    await page.until(() => !page.element.querySelector<HTMLButtonElement>('.do button')!.disabled);
    await page.press('Find the smallest remedies');
    await page.until(() => page.element.querySelector('table') !== null);
    const costs = [...page.element.querySelectorAll('tbody tr:not(.far) td:nth-child(3)')].map((cell) =>
      Number(cell.textContent!.replace(/[^\d]/g, '')),
    );
    expect(costs.length).toBeGreaterThan(1);
    expect(costs).toEqual([...costs].sort((a, b) => a - b));
    expect(page.text('h1')).toMatch(/^The cheapest remedy: /);
    await page.press('Apply: ');
    expect(page.rig()).not.toEqual(before);
    expect(page.text('.note')).toContain('The plan has changed since');
    await page.undo();
    expect(page.rig().charging).toEqual(before.charging);
    expect(page.rig().bank).toEqual(before.bank);
  }, 60_000);
  it('have nothing to do where charging keeps up', async () => {
    const page = await openPage(RemediesPage, sampleRig());
    await page.until(() => page.text('h1').startsWith('Charging keeps up'));
    expect(page.element.querySelector<HTMLButtonElement>('.do button')!.disabled).toBe(true);
  });
});

describe('one charge', () => {
  it('of 200 Ah of lithium from a fifth at 30 A: straight almost to the end', async () => {
    const page = await openPage(OneChargePage, withSources([newSource('engine', 'drive')]));
    await page.type('From', '20');
    await page.type('Loads meanwhile', '0');
    // To 80 %: 120 Ah ÷ 0.99 at 30 A
    const toEighty = [...page.element.querySelectorAll('tbody tr')].find((row) => row.textContent!.includes('80 %'))!;
    expect(toEighty.querySelector('co-figure')!.textContent!.trim()).toMatch(/^4\.[01]/);
    expect(page.text('.why')).toContain('lithium takes the full current almost to the end');
    await page.type('Lasts', '60');
    expect(page.text('.gives')).toMatch(/^gives 30\.0 Ah: from 20 % to 35 %\.$/);
  });
  it('keeps the chargers that were picked while the charge is typed', async () => {
    const page = await openPage(
      OneChargePage,
      withSources([newSource('engine', 'drive'), newSource('shore', 'mains')]),
    );
    const boxes = () => [...page.element.querySelectorAll<HTMLInputElement>('.chargers input')];
    boxes()[0]!.dispatchEvent(new Event('change'));
    boxes()[1]!.dispatchEvent(new Event('change'));
    await page.settle();
    await page.type('From', '30');
    expect(boxes().map(({ checked }) => checked)).toEqual([false, true]);
  });
  it('takes lead hours for its last fifth', async () => {
    const rig = withSources([newSource('shore', 'mains')]);
    const bank = {
      ...rig.bank!,
      battery: { ...rig.bank!.battery, chemistryId: 'flooded' as const, cellsInSeries: 12 },
    };
    const page = await openPage(OneChargePage, { ...rig, bank });
    expect(page.text('.why')).toMatch(/The last fifth alone takes \d+\.\d h/);
    expect(page.text('.why')).toContain('the current falls as it fills');
    await page.type('From', '85');
    expect(page.text('.why')).toContain('the current falls as it fills');
  });
  it('says of a small charger that it is hardly slowed', async () => {
    const rig = withSources([{ ...newSource('shore', 'mains'), currentA: 4 } as Source]);
    const bank = { ...rig.bank!, battery: { ...rig.bank!.battery, chemistryId: 'agm' as const, cellsInSeries: 12 } };
    const page = await openPage(OneChargePage, { ...rig, bank });
    expect(page.text('.why')).toMatch(/^The last fifth takes \d+\.\d h, hardly more than the others/);
  });
  it('does not begin in the frost, nor where the loads take all', async () => {
    const page = await openPage(OneChargePage, withSources([newSource('engine', 'drive')]));
    await page.type('Bank at', '-3');
    expect(page.text('h1')).toBe('Below 0 °C this bank is not charged at all.');
    await page.type('Bank at', '20');
    await page.type('Loads meanwhile', '40');
    expect(page.text('h1')).toBe('Nothing is left for the bank: the loads take what is offered.');
    await page.type('Any other charger', '20');
    expect(page.text('h1')).toMatch(/takes \d+\.\d h at 10 A\.$/);
  });
});
