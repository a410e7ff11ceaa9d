import { TestBed } from '@angular/core/testing';
import { Store } from '@ngrx/store';
import { describe, expect, it, vi } from 'vitest';
import { deriveRig } from '@core/rig/derive-rig';
import type { Rig } from '@core/rig/rig';
import type { PartOf } from '@core/wiring/part';
import { laidOut } from '../../testing/laid-out';
import { openPage } from '../../testing/open-page';
import { UnitChoice } from '../../ui/unit-choice';
import { WorkingStore } from '../../ui/working-store';
import { Edit } from '../../rig/edit';
import { load, sampleRig } from '../../testing/sample-rig';
import { AcPage } from './ac-page';
import { CutListPage } from './cut-list-page';
import { drawingLayout, twoLines } from './drawing-layout';
import { DrawingPage } from './drawing-page';
import { NegativesPage } from './negatives-page';
import { ParallelPage } from './parallel-page';
import { RunsPage } from './runs-page';
import { WiringFacts } from './wiring-facts';
import { wiringStage } from './wiring.stage';

const withRuns = (rig: Rig, change: (run: Rig['wiring']['runs'][number]) => object): Rig => ({
  ...rig,
  wiring: { ...rig.wiring, runs: rig.wiring.runs.map((run) => ({ ...run, ...change(run) })) },
});

describe('the drawing', () => {
  it('lays a whole circuit out at one press, every length a guess, and takes it back', async () => {
    const page = await openPage(DrawingPage, sampleRig());
    expect(page.text('h1')).toBe('No circuit yet.');
    await page.press('Lay it out');
    expect(page.text('h1')).toBe('Every run keeps the rules of drop, ampacity and fuse.');
    expect(page.text('.why')).toContain('all lengths are guesses');
    expect(page.rig().wiring.parts.filter(({ kind }) => kind === 'shunt')).toHaveLength(1);
    const { loops, seconds } = deriveRig(page.rig(), null).circuit!;
    expect(page.texts('.feeder')).toHaveLength(loops.length + seconds.length);
    await page.undo();
    expect(page.rig().wiring.parts).toEqual([]);
  });
  it('names the negative that comes back beside the shunt, and one press moves it', async () => {
    const stray = withRuns(laidOut(), ({ id, to }) => ({ to: id === 'inverter-inv-minus' ? 'battery-2.-' : to }));
    const page = await openPage(DrawingPage, stray);
    expect(page.text('h1')).toMatch(/^One negative crosses the line beside the shunt: Inverter, W\d+\.$/);
    expect(page.element.querySelectorAll('.stray').length).toBeGreaterThan(0);
    page.margin.querySelector<HTMLButtonElement>('co-finding-list .quiet')!.click();
    await page.settle();
    expect(page.rig().wiring.runs.find(({ id }) => id === 'inverter-inv-minus')!.to).toBe('minus.bar');
    expect(page.text('h1')).toBe('Every run keeps the rules of drop, ampacity and fuse.');
  });
  it('says a short circuit before all else, on the page and beside its stage', async () => {
    const astray = new Set(['main-plus', 'load-alarm-minus']);
    const shorted = withRuns(laidOut(), ({ id }) => (astray.has(id) ? { to: 'bank-minus.bar', endsBy: 'hand' } : {}));
    const page = await openPage(DrawingPage, shorted);
    expect(page.text('h1')).toMatch(/^\d+ findings, the first: W\d+ is a short circuit\.$/);
    const derived = deriveRig(shorted, null);
    expect(wiringStage.state({ rig: shorted, derived } as Parameters<typeof wiringStage.state>[0]).says).toBe(
      'a short circuit',
    );
    page.margin.querySelector<HTMLButtonElement>('co-finding-list .quiet')!.click();
    await page.settle();
    expect(page.text('h1')).toMatch(/^One negative crosses the line beside the shunt: Alarm/);
  });
  it('says where leads differ, and one press makes them equal', async () => {
    const longer = withRuns(laidOut(), ({ id, lengthM }) => ({ lengthM: id === 'battery-2-plus' ? 6 : lengthM }));
    const page = await openPage(DrawingPage, longer);
    expect(page.text('h1')).toMatch(/^Battery 1 carries \d\d\.\d % where \d\d\.\d % would be fair\.$/);
    page.margin.querySelector<HTMLButtonElement>('co-finding-list .quiet')!.click();
    await page.settle();
    expect(page.text('h1')).toBe('Every run keeps the rules of drop, ampacity and fuse.');
    expect(page.rig().wiring.runs.find(({ id }) => id === 'battery-1-plus')!.lengthM).toBe(6);
  });
  it('says which loads came later, and gives them their way', async () => {
    const rig = laidOut();
    const page = await openPage(DrawingPage, { ...rig, loads: [...rig.loads, load('pump', 'Pump', 60, 1)] });
    expect(page.text('h1')).toBe('1 load has no circuit.');
    page.margin.querySelector<HTMLButtonElement>('co-finding-list .quiet')!.click();
    await page.settle();
    expect(page.rig().wiring.parts.some((part) => part.kind === 'loads' && part.loadIds.includes('pump'))).toBe(true);
  });
  it('follows the way of what is picked, there and back', async () => {
    const page = await openPage(DrawingPage, laidOut());
    page.element.querySelector<SVGGElement>('.feeder[aria-label^="Inverter"]')!.dispatchEvent(new MouseEvent('click'));
    await page.settle();
    expect(page.text('h2')).toContain('Inverter: ');
    expect(page.text('h2')).toMatch(/lost there and back, 3 % allowed; usually \d\.\d %$/);
    expect(page.texts('co-run-table tbody th').length).toBeGreaterThan(6);
    page.element.querySelector<SVGGElement>('.feeder[aria-label^="Roof"]')!.dispatchEvent(new MouseEvent('click'));
    await page.settle();
    expect(page.text('h2')).toMatch(/while the sources alone give, 1 % allowed$/);
  });
  it('puts the bank left of the counting line, and everything that is counted right of it, without overlap', () => {
    const circuit = deriveRig(laidOut(), null).circuit!;
    const sheet = drawingLayout(circuit, (id) => id);
    for (const { x } of sheet.strings) expect(x + 28).toBeLessThan(sheet.lineX);
    const places = sheet.feeders.map(({ x }) => x).sort((a, b) => a - b);
    places.forEach((x, k) => expect(x - (places[k - 1] ?? sheet.lineX)).toBeGreaterThanOrEqual(60));
    expect(sheet.width).toBeGreaterThan(places.at(-1)! + 31);
    expect(twoLines('Gas and smoke alarms')).toEqual(['Gas', 'and smoke…']);
  });
  it('waits for a bank', async () => {
    const page = await openPage(DrawingPage, { ...sampleRig(), bank: null });
    expect(page.text('h1')).toBe('A circuit begins with a bank.');
  });
});

describe('figures of the circuit', () => {
  it('open their working, down to the loads and the tables', async () => {
    const page = await openPage(RunsPage, laidOut());
    const opened = async (place: string) => {
      page.element.querySelector<HTMLButtonElement>(`${place} co-figure button`)!.click();
      await page.settle();
      const { terms, result } = TestBed.inject(WorkingStore).figure()!.working();
      return [result.says, ...terms.map(({ says }) => says)];
    };
    const { label } = page.rig().wiring.runs[0]!;
    expect((await opened('h1'))[0]).toBe('cable in all');
    expect(await opened('co-run-table tbody td:nth-child(3)')).toEqual(
      expect.arrayContaining([`${label}, design current`, 'Roof']),
    );
    expect((await opened('co-run-table tbody td:nth-child(6)'))[0]).toBe(`${label}, voltage lost`);
    expect((await opened('co-run-table tbody td:nth-child(7)'))[0]).toBe(`${label}, warmth`);
    expect((await opened('table[aria-label="Fuses"] td:nth-child(5)')).slice(1)).toEqual([
      'highest charging voltage',
      'bank and leads up to it',
    ]);
    expect((await opened('table[aria-label="Fuses"] td:nth-child(6)')).slice(1)).toEqual([
      'the weakest wire behind it',
    ]);
  });
  it('what nothing leads to is drawn so, and said', async () => {
    const rig = laidOut();
    const cut = {
      ...rig,
      wiring: { ...rig.wiring, runs: rig.wiring.runs.filter(({ id }) => id !== 'inverter-inv-minus') },
    };
    const page = await openPage(DrawingPage, cut);
    expect(page.texts('.stray-text')).toEqual(['no way back']);
    expect(page.text('h1')).toBe('Inverter is not joined to the bank.');
  });
});

describe('runs', () => {
  it('a typed length is measured from then on, and moves what is lost on the way', async () => {
    const page = await openPage(RunsPage, laidOut());
    const run = page.rig().wiring.runs.find(({ id }) => id === 'inverter-inv-plus')!;
    const lost = () =>
      deriveRig(page.rig(), null).circuit!.loops.find(({ part }) => part.kind === 'inverter')!.drop.value;
    const before = lost();
    await page.type(`${run.label}: length`, '3.5');
    expect(page.rig().wiring.runs.find(({ id }) => id === run.id)).toMatchObject({
      lengthM: 3.5,
      lengthBy: 'measured',
    });
    expect(lost()).not.toBe(before);
  });
  it('a section that is too thin is said, and goes back to the rules', async () => {
    const page = await openPage(RunsPage, laidOut());
    const run = page.rig().wiring.runs.find(({ id }) => id === 'inverter-inv-plus')!;
    await page.choose(`${run.label}: section`, '1 mm²');
    expect(page.margin.textContent).toContain(`${run.label} is too thin`);
    page.margin.querySelector<HTMLButtonElement>('co-finding-list co-figure button')!.click();
    expect(TestBed.inject(WorkingStore).figure()!.says).toBe(`${run.label}, must bear`);
    page.margin.querySelector<HTMLButtonElement>('co-finding-list .quiet')!.click();
    await page.settle();
    expect(page.rig().wiring.runs.find(({ id }) => id === run.id)!.areaMm2).toBeNull();
  });
  it('a fuse that is too large for its wire is said, with one that fits', async () => {
    const page = await openPage(RunsPage, laidOut());
    await page.type('Fuse of Inverter: size', '400');
    expect(page.rig().wiring.parts.find(({ id }) => id === 'fuse-inverter-inv')).toMatchObject({ ratingA: 400 });
    await page.choose('Sections', 'AWG');
    expect(page.rig().wiring.list).toBe('gauges');
    expect(page.texts('co-run-table option').some((text) => text.endsWith('AWG by rule'))).toBe(true);
  });
  it('a blade that cannot break what comes to the monitor’s lead is left to its sheet in one press, never made larger', async () => {
    const rig = laidOut();
    const parts = rig.wiring.parts.map((part) =>
      part.id === 'fuse-monitor' && part.kind === 'fuse' ? { ...part, family: 'blade' } : part,
    );
    const page = await openPage(RunsPage, { ...rig, wiring: { ...rig.wiring, parts } });
    expect(page.margin.textContent).toContain('the monitor cannot break the short circuit at its place');
    expect(page.margin.textContent).toContain('One of this size that stands and breaks that');
    page.margin.querySelector<HTMLButtonElement>('co-finding-list .quiet')!.click();
    await page.settle();
    const fuse = page.rig().wiring.parts.find(({ id }) => id === 'fuse-monitor');
    expect(fuse).toMatchObject({ ratingA: 1, family: null });
    expect(page.element.textContent).toMatch(/for \d+\.\d V, breaking \d+/);
    expect(page.margin.textContent).not.toContain('the monitor cannot break');
  });
  it('fuses far from what is asked are taken by their own sheets in one press; each says its family, and what it stands and breaks', async () => {
    const rig = sampleRig();
    // 48 V: of the list only class T stands what it is charged with.
    const page = await openPage(RunsPage, laidOut({ ...rig, bank: { ...rig.bank!, seriesCount: 4 } }));
    const sizeOf = (name: string) => page.field(`${name}: size`).getAttribute('placeholder');
    expect(sizeOf('Fuse of Cabin')).toBe('110');
    expect(page.element.textContent).toMatch(/\d+ fuses are more than twice what is asked of them/);
    await page.press(page.texts('button').find((text) => text.startsWith('Take these'))!);
    expect(Number(sizeOf('Fuse of Cabin'))).toBeLessThan(10);
    expect(page.element.textContent).not.toContain('more than twice what is asked');
    await page.undo();
    expect(sizeOf('Fuse of Cabin')).toBe('110');
    await page.press('Fuse of Cabin');
    await page.choose('Family', 'another, by its own sheet');
    const fuse = () => page.rig().wiring.parts.find(({ id }) => id === 'fuse-group-Cabin') as PartOf<'fuse'>;
    expect(fuse().sheet!.standsV).toBeGreaterThanOrEqual(57);
    await page.type('By its sheet a', 'cartridge');
    await page.type('Stands', '40');
    expect(fuse()).toMatchObject({ family: 'cartridge', sheet: { standsV: 40 } });
    expect(page.element.textContent).toContain('cartridge: 40 V, breaking');
    expect(page.margin.textContent).toContain('its sheet says 40 V');
    await page.choose('Family', 'class T');
    expect(fuse()).toMatchObject({ family: 'class T', sheet: null });
    await page.choose('Family', 'as the rules choose');
    expect(fuse()).toMatchObject({ family: null, sheet: null });
  });
  it('fuses far from what is asked are said beside the drawing too, and taken by one press there', async () => {
    const rig = sampleRig();
    const page = await openPage(DrawingPage, laidOut({ ...rig, bank: { ...rig.bank!, seriesCount: 4 } }));
    expect(page.margin.textContent).toMatch(/\d+ fuses are more than twice what is asked of them/);
    page.margin.querySelector<HTMLButtonElement>('co-far-fuses .btn')!.click();
    await page.settle();
    expect(page.margin.textContent).not.toContain('more than twice what is asked');
    const fuse = page.rig().wiring.parts.find(({ id }) => id === 'fuse-group-Cabin') as PartOf<'fuse'>;
    expect(fuse.sheet!.standsV).toBeGreaterThanOrEqual(57);
  });
  it('refuses a length of nothing at the field', async () => {
    const page = await openPage(RunsPage, laidOut());
    const [run] = page.rig().wiring.runs;
    await page.type(`${run!.label}: length`, '0');
    expect(page.field(`${run!.label}: length`).getAttribute('aria-invalid')).toBe('true');
    expect(page.rig().wiring.runs[0]!.lengthM).toBe(run!.lengthM);
  });
});

describe('by hand', () => {
  it('what came later gets its way between the bars, and its ends can be moved', async () => {
    const page = await openPage(RunsPage, laidOut());
    await page.type('What it is', 'Maintainer');
    await page.type('Its current', '4');
    await page.choose('It', 'gives');
    await page.press('Add it');
    const added = page.rig().wiring.parts.find(({ name }) => name === 'Maintainer')!;
    expect(added).toMatchObject({ kind: 'other', currentA: 4, gives: true });
    expect(deriveRig(page.rig(), null).circuit!.findings).toEqual([]);
    const run = page.rig().wiring.runs.find(({ id }) => id === `${added.id}-minus`)!;
    await page.press(`${run.label} in full`);
    const to = [...page.margin.querySelectorAll('select')].find((one) => one.value === 'minus.bar')!;
    to.value = 'battery-1.-';
    to.dispatchEvent(new Event('change'));
    await page.settle();
    expect(page.margin.textContent).toContain('its current comes back beside the shunt');
    await page.undo();
    await page.undo();
    expect(page.rig().wiring.parts.some(({ name }) => name === 'Maintainer')).toBe(false);
  });
  it('a run is added, and taken out again', async () => {
    const page = await openPage(RunsPage, laidOut());
    const before = page.rig().wiring.runs.length;
    await page.press('Add a run');
    const added = page.rig().wiring.runs.at(-1)!;
    expect(page.rig().wiring.runs).toHaveLength(before + 1);
    [...page.margin.querySelectorAll('button')]
      .find((one) => one.textContent.includes(`Take ${added.label} out`))!
      .click();
    await page.settle();
    expect(page.rig().wiring.runs).toHaveLength(before);
  });
});

describe('negatives', () => {
  it('are entered as they are found, newest first, and counted where they land', async () => {
    const page = await openPage(NegativesPage, laidOut());
    expect(page.text('h1')).toBe('Every negative that is known comes back through the shunt.');
    await page.press('Enter it');
    expect(page.rig().wiring.negatives).toEqual([]);
    await page.type('Where', 'behind the panel');
    await page.type('What it serves', 'bilge pump');
    await page.press('Enter it');
    expect(page.text('h1')).toBe('1 negative is still to be followed.');
    await page.choose('bilge pump: lands on', 'bank’s negative: not counted');
    expect(page.text('h1')).toBe('1 negative comes back beside the shunt.');
    await page.press('Remove bilge pump');
    expect(page.rig().wiring.negatives).toEqual([]);
  });
  it('one of the register is drawn into the circuit where it lands, and counted once', async () => {
    const page = await openPage(NegativesPage, laidOut());
    await page.type('What it serves', 'heater');
    await page.choose('Lands on', 'bank’s negative: not counted');
    await page.press('Enter it');
    await page.press('Draw heater into the circuit');
    expect(page.rig().wiring.parts.at(-2)).toMatchObject({ kind: 'other', name: 'heater', currentA: 1 });
    expect(page.text('h1')).toBe('1 negative comes back beside the shunt.');
    expect(page.text('table[aria-label="Negatives of the circuit"] .bad')).toMatch(/^heater\s*beside the shunt, by W/);
  });
});

describe('in parallel', () => {
  it('says who carries more than would be fair, and which way of joining mends it', async () => {
    const page = await openPage(ParallelPage, laidOut());
    expect(page.text('h1')).toBe('Each battery carries its fair share, joined as drawn.');
    await page.press('end-fed');
    expect(page.text('h1')).toMatch(
      /^Battery 1 carries 5\d\.\d % where 50\.0 % would be fair; as drawn none more than 50\.0 %\.$/,
    );
    await page.press('diagonal');
    expect(page.rig().wiring.parallel.topology).toBe('diagonal');
    expect(page.text('h1')).toBe('Each battery carries its fair share, joined diagonal.');
  });
  it('a loose joint takes from its battery, and the course says who opens', async () => {
    const page = await openPage(ParallelPage, laidOut());
    await page.press('bars, one end');
    await page.type('Battery 2: loose joint', '5');
    expect(page.text('h1')).toMatch(/^Battery 1 carries 6\d\.\d %/);
    await page.type('Drawn', '190');
    await page.until(() => page.text('.course').includes('190') || page.text('.course').includes('opens'));
    expect(page.text('.course')).toMatch(/after 10 s battery 1 opens: 12\d A are more than it bears/);
    expect(page.text('.course')).toContain('all is dark');
  });
  it('keeps no course of another bank while the newest is worked out', async () => {
    const page = await openPage(ParallelPage, laidOut());
    const batteries = () => page.texts('table[aria-label="The batteries, joined as chosen"] tbody tr').length;
    await page.until(() => page.texts('.course').length > 0);
    const bank = page.rig().bank!;
    TestBed.inject(Store).dispatch(Edit.set({ bank: { ...bank, parallelCount: bank.parallelCount + 2 } }));
    await page.settle();
    expect(batteries()).toBe(bank.parallelCount + 2);
    await page.until(() => page.texts('.course').length > 0);
    expect(page.text('.course')).toContain(`battery ${bank.parallelCount + 2}`);
  });
  it('an older, colder battery gives less, and carries less', async () => {
    const page = await openPage(ParallelPage, laidOut());
    const share = () =>
      Number(page.texts('table[aria-label="The batteries, joined as chosen"] tbody td:nth-child(3)')[0]);
    expect(share()).toBeCloseTo(50, 0);
    await page.type('Battery 1: temperature', '-10');
    expect(share()).toBeLessThan(45);
    await page.type('Battery 1: holds', '60');
    expect(page.rig().wiring.parallel.batteries[0]).toMatchObject({ capacityAh: 60, tempC: -10 });
    expect(page.text('h1')).toMatch(/^Battery 2 carries \d\d\.\d % where 62\.5 % would be fair/);
  });
  it('the course holds a power, follows the audit’s day, and ends at the cut-off', async () => {
    const page = await openPage(ParallelPage, laidOut());
    await page.choose('Draws', 'a power that is held');
    await page.type('Power', '500');
    await page.type('Switches off at', '24.5');
    await page.until(() => page.text('.course').includes('cut-off'));
    const cells = page.texts('table[aria-label="The course over time"] tbody tr td:nth-child(2)').map(Number);
    expect(cells.at(-1)).toBeLessThanOrEqual(24.5);
    expect([...cells].sort((a, b) => b - a)).toEqual(cells);
    // 19.5 A of 200 Ah: twice the 20-hour rate, to the power of 0.03.
    const text = page.element.textContent;
    const hours = Number(/after Peukert it all ends\s+after\s+([\d.]+)/.exec(text)![1]);
    const plainH = Number(/after ([\d.]+) h the voltage is down/.exec(page.text('.course'))![1]);
    expect(hours / plainH).toBeGreaterThan(0.95);
    expect(hours).toBeLessThan(plainH);
    await page.choose('Draws', 'the audit’s day by the hour');
    await page.until(() => page.text('.course').includes('it still goes on'));
    expect(page.element.textContent).not.toContain('after Peukert');
    expect(page.rig().wiring.parallel.drawBy).toBe('day');
  });
  it('leads that differ are told apart', async () => {
    const longer = withRuns(laidOut(), ({ id, lengthM }) => ({ lengthM: id === 'battery-2-plus' ? 6 : lengthM }));
    const page = await openPage(ParallelPage, longer);
    const totals = () => page.texts('table[aria-label="Leads that must be equal"] tbody td:nth-child(2)').map(Number);
    expect(totals()).toEqual([0.5, 6.1]);
    expect(page.text('h1')).toMatch(/^Battery 1 carries 5\d\.\d % where 50\.0 % would be fair/);
  });
  it('a power is held before there is a circuit, too', async () => {
    const page = await openPage(ParallelPage, sampleRig());
    await page.choose('Draws', 'a power that is held');
    await page.until(() => page.text('.course').includes('is empty'));
    expect(Number(page.field('Power').placeholder.replace(/\D/g, ''))).toBeGreaterThan(100);
  });
  it('of nothing there are no shares, and of many batteries it says how many it looks at', async () => {
    const rig = sampleRig();
    const page = await openPage(ParallelPage, {
      ...rig,
      loads: [],
      inverters: [],
      bank: { ...rig.bank!, parallelCount: 20 },
    });
    expect(page.text('h1')).toBe('Nothing is drawn: type a current to see how the batteries share it.');
    await page.type('Drawn', '200');
    expect(page.text('.warned')).toBe('Only the first 16 of 20 batteries are looked at together.');
    expect(page.texts('table[aria-label="The batteries, joined as chosen"] tbody tr')).toHaveLength(16);
  });
  it.each([
    [1, 'One battery carries all there is.'],
    [2, 'One string of 2 batteries in series carries all there is.'],
  ])('%i in series and none in parallel: %s', async (seriesCount, says) => {
    const rig = sampleRig();
    const alone = laidOut({ ...rig, bank: { ...rig.bank!, seriesCount, parallelCount: 1 } });
    const page = await openPage(ParallelPage, alone);
    expect(page.text('h1')).toBe(says);
    expect(TestBed.inject(WorkingStore).figure()).toBeNull();
  });
});

describe('by hand', () => {
  const press = async (page: Awaited<ReturnType<typeof openPage>>, name: string) => {
    const button = [...page.margin.querySelectorAll('button')].find((one) =>
      (one.getAttribute('aria-label') ?? one.textContent).trim().includes(name),
    );
    button!.click();
    await page.settle();
  };
  it('a switch is put into a run, seen on the drawing, and taken out again', async () => {
    const page = await openPage(DrawingPage, laidOut());
    const facts = TestBed.inject(WiringFacts);
    facts.picked.set('inverter-inv-plus');
    await page.settle();
    const runs = page.rig().wiring.runs.length;
    await press(page, 'a switch');
    expect(page.rig().wiring.runs).toHaveLength(runs + 1);
    const own = page.rig().wiring.parts.at(-1)!;
    const feeder = page.element.querySelector('.feeder[aria-label^="Inverter"]')!;
    expect(feeder.querySelectorAll('[coMark]')).toHaveLength(2);
    facts.picked.set(own.id);
    await page.settle();
    await press(page, 'Take it out');
    expect(page.rig().wiring.runs).toHaveLength(runs);
    await page.undo();
    await page.undo();
    expect(page.rig().wiring.parts).not.toContain(own);
  });
  it('what is taken out stays out until all is proposed again', async () => {
    const page = await openPage(DrawingPage, laidOut());
    TestBed.inject(WiringFacts).takeOut('switch-main');
    await page.settle();
    await page.press('Lay it out again').catch(() => press(page, 'Lay it out again'));
    expect(page.rig().wiring.parts.map(({ id }) => id)).not.toContain('switch-main');
    expect(page.margin.textContent).toContain('2 things taken out by hand stay out.');
    await press(page, 'Propose all of it again');
    expect(page.rig().wiring.parts.map(({ id }) => id)).toContain('switch-main');
  });
  it('a part tells its stud, torque and rating, and one too small is said', async () => {
    const page = await openPage(RunsPage, laidOut());
    await page.press('Main switch');
    await page.type('Rated for', '20');
    await page.type('Torque', '12');
    expect(page.rig().wiring.parts.find(({ id }) => id === 'switch-main')).toMatchObject({ ratingA: 20, torqueNm: 12 });
    expect(page.margin.textContent).toContain('Main switch is rated for less than it carries');
  });
  it('an inverter that charges too says so, on the sheet and in full', async () => {
    const rig = sampleRig();
    const sources = rig.charging.sources.map((one) =>
      one.kind === 'shore' ? { ...one, through: { inverterId: 'inv' } } : one,
    );
    const page = await openPage(RunsPage, laidOut({ ...rig, charging: { ...rig.charging, sources } }));
    const facts = TestBed.inject(WiringFacts);
    facts.picked.set('inverter-inv');
    await page.settle();
    expect(page.margin.textContent).toContain('It charges too, by the same cables:');
    expect(page.element.textContent).toContain('inverter, charges too');
    const sheet = drawingLayout(facts.circuit()!, (id) => id);
    expect(sheet.feeders.map(({ partId, alsoA }) => [partId, alsoA]).slice(0, 2)).toEqual([
      ['inverter-inv', 20],
      ['source-sun', null],
    ]);
    expect(new Set(sheet.feeders.map(({ partId }) => partId)).size).toBe(sheet.feeders.length);
  });
  it('a circuit behind a converter says so, and a load of it keeps one in a circuit of its own', async () => {
    const rig = sampleRig();
    const loads = rig.loads.map((one) => (['fan', 'lamp'].includes(one.id) ? { ...one, dcVoltageV: 12 } : one));
    const page = await openPage(RunsPage, laidOut({ ...rig, loads }));
    const facts = TestBed.inject(WiringFacts);
    facts.picked.set('group-12V-Cabin');
    await page.settle();
    expect(page.margin.textContent).toContain('Behind a converter to 12 V.');
    facts.giveOwnCircuit('fan');
    await page.settle();
    const own = page.rig().wiring.parts.find(({ id }) => id.startsWith('own-'));
    expect(own).toMatchObject({ kind: 'loads', loadIds: ['fan'], converterV: 12 });
    expect(facts.circuit()!.findings.map(({ fault }) => fault.code)).not.toContain('other-voltage');
  });
  it('a load gets a circuit of its own, and keeps it', async () => {
    const page = await openPage(DrawingPage, laidOut());
    const shared = page.rig().wiring.parts.find((part) => part.kind === 'loads' && part.loadIds.length > 1)!;
    TestBed.inject(WiringFacts).picked.set(shared.id);
    await page.settle();
    const [first] = (shared as { loadIds: string[] }).loadIds;
    await press(page, 'A circuit of its own for');
    TestBed.inject(WiringFacts).layOut();
    await page.settle();
    const circuits = page.rig().wiring.parts.filter((part) => part.kind === 'loads' && part.loadIds.includes(first!));
    expect(circuits.map(({ id }) => id.startsWith('own-'))).toEqual([true]);
  });
  it('a run of two cables side by side is thinner, as thick on the drawing, and made anew', async () => {
    const rig = withRuns(laidOut(), ({ id }) => (id === 'main-plus' ? { done: ['cut'] } : {}));
    const page = await openPage(RunsPage, rig);
    const facts = TestBed.inject(WiringFacts);
    const before = facts.figuresOf('main-plus')!.areaMm2;
    facts.picked.set('main-plus');
    await page.settle();
    await page.type('Cables side by side', '2');
    const { run, areaMm2 } = facts.figuresOf('main-plus')!;
    expect(run).toMatchObject({ conductors: 2, done: [], cut: null });
    expect(areaMm2).toBeLessThan(before);
    const row = [...page.element.querySelectorAll('co-run-table tr')].find(({ textContent }) =>
      textContent.includes(run.label),
    );
    expect(row?.textContent).toContain('2 ×');
    const { trunk } = drawingLayout(facts.circuit()!, (id) => id);
    expect(trunk).toMatchObject({ copperMm2: 2 * areaMm2, section: expect.stringMatching(/^2 × /) as string });
  });
  it('a run tells what a usual day loses in it, and what the next size would save', async () => {
    const page = await openPage(RunsPage, laidOut());
    const run = page.rig().wiring.runs.find(({ id }) => id === 'main-plus')!;
    await page.press(`${run.label} in full`);
    expect(page.margin.textContent).toMatch(/on a usual day.*lost in it.*would save/s);
  });
});

describe('a circuit that is laid out for the first time', () => {
  it.each([
    ['imperial', 'gauges'],
    ['metric', 'metric'],
  ] as const)('in %s units takes its sections from the list %s; a list that is chosen stays', async (system, list) => {
    const page = await openPage(DrawingPage, sampleRig());
    TestBed.inject(UnitChoice).system.set(system);
    TestBed.inject(WiringFacts).layOut();
    await page.settle();
    expect(page.rig().wiring.list).toBe(list);
    TestBed.inject(WiringFacts).change({ list: 'metric' });
    TestBed.inject(WiringFacts).layOut();
    await page.settle();
    expect(page.rig().wiring.list).toBe('metric');
  });
});

describe('the cut list', () => {
  it('keeps what is done of each cable', async () => {
    const page = await openPage(CutListPage, laidOut());
    const [run] = page.rig().wiring.runs;
    expect(page.text('h1')).toMatch(/^\d+ cables, \d+\.\d m to cut; 0 are ready\.$/);
    for (const step of ['cut', 'crimped', 'pulled', 'sealed', 'labelled']) {
      page.field(`${run!.label} ${step}`).click();
      await page.settle();
    }
    expect(page.rig().wiring.runs[0]!.done).toEqual(['cut', 'crimped', 'pulled', 'sealed', 'labelled']);
    expect(page.text('h1')).toContain('1 is ready.');
  });
  it('has as many pieces of a cable as lie side by side', async () => {
    const rig = withRuns(laidOut(), ({ id }) => (id === 'main-plus' ? { conductors: 2 } : {}));
    const page = await openPage(CutListPage, rig);
    const row = [...page.element.querySelectorAll('tbody tr')].find(({ textContent }) => textContent.includes('2 ×'));
    expect(row?.textContent.replaceAll(/\s+/g, ' ')).toMatch(/Main switch \(out\), Positive bar 2 × 0\.58/);
  });
  it('says what differs from the list that was printed', async () => {
    const print = vi.spyOn(window, 'print').mockImplementation(() => undefined);
    const page = await openPage(CutListPage, laidOut());
    await page.press('Print');
    expect(print).toHaveBeenCalledOnce();
    expect(page.element.textContent).toContain('As printed on');
    TestBed.inject(WiringFacts).changeRun('main-plus', { lengthM: 2 });
    await page.settle();
    expect(page.text('.stale h2')).toMatch(/is out of date: \d+ cables? differs?\.$/);
    print.mockRestore();
  });
});

describe('AC and gas', () => {
  it('are signed by whoever looked, and the signature can be taken back', async () => {
    const page = await openPage(AcPage, laidOut());
    expect(page.text('h1')).toBe('6 of 6 points of AC and gas have not been looked at.');
    const field = page.field('Inlet: looked at by');
    const leave = async (name: string) => {
      field.value = name;
      field.dispatchEvent(new Event('change'));
      await page.settle();
    };
    await leave('the electrician of the yard');
    expect(page.rig().wiring.signed).toMatchObject([{ item: 'inlet', by: 'the electrician of the yard' }]);
    expect(page.text('h1')).toBe('5 of 6 points of AC and gas have not been looked at.');
    await leave(' ');
    expect(page.rig().wiring.signed).toEqual([]);
  });
});
