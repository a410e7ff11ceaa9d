import { TestBed } from '@angular/core/testing';
import { describe, expect, it, vi } from 'vitest';
import type { Rig } from '@core/rig/rig';
import { StageStates } from '../../shell/stage-states';
import { type OpenPage, openPage } from '../../testing/open-page';
import { sampleRig } from '../../testing/sample-rig';
import { Book } from '../../rig/book';
import { Storage } from '../../storage/storage';
import { LogWorkerClient } from '../../workers/log-worker-client';
import { ImportPage } from './import-page';
import { LedgerPage } from './ledger-page';
import { LogsPage } from './logs-page';
import { ReadingsPage } from './readings-page';

const MIN = 60_000;

/**
 * Days of a meter by the quarter of an hour, on the clocks of Berlin: 8 A out from 18 to 23, `inA` in from 9 to 14, 1 A out
 * else: out 5 · 8 + 14 · 1 = 54 Ah, and a little where one goes over into the other.
 */
function meterFile(days: number, inA: number, change: (row: string, k: number) => string = (row) => row): string {
  const rows = ['Zeit;Spannung (V);Strom (A)'];
  for (let k = 0; k <= days * 96; k++) {
    const at = new Date(Date.UTC(2026, 5, 1) + k * 15 * MIN);
    const hour = at.getUTCHours();
    const amps = hour >= 18 && hour < 23 ? -8 : hour >= 9 && hour < 14 ? inA : -1;
    const cells = [at.toISOString().slice(0, 16).replace('T', ' '), (26 + amps / 10).toFixed(2), amps.toFixed(1)];
    rows.push(change(cells.join(';').replaceAll('.', ','), k));
  }
  return rows.join('\r\n');
}

async function bring(page: OpenPage<ImportPage>, text: string, name = 'meter.csv'): Promise<void> {
  (page.fixture.componentInstance as unknown as { take: (file: File) => void }).take(new File([text], name));
  await page.until(() => page.text('h1').startsWith('Is ') || page.text('[role=alert]') !== '');
}

async function imported(text: string, rig: Rig = sampleRig()) {
  const page = await openPage(ImportPage, rig);
  await bring(page, text);
  await page.press('Import it into the book');
  await page.until(() => page.text('h1').includes('are in the book') && page.rig().logbook.logs.length > 0);
  return page;
}

/** The ledger of a rig whose log has just been imported, in the same database. */
async function ledger(text: string) {
  const first = await imported(text);
  const fixture = TestBed.createComponent(LedgerPage);
  const element = fixture.nativeElement as HTMLElement;
  document.body.append(element);
  for (let round = 0; round < 200 && !element.querySelector('tfoot'); round++) {
    await new Promise((done) => setTimeout(done, 25));
    await fixture.whenStable();
  }
  const text1 = (selector: string) => (element.querySelector(selector)?.textContent ?? '').replace(/\s+/g, ' ').trim();
  return { first, fixture, element, text: text1 };
}

describe('a meter’s file', () => {
  it('is guessed, shown row beside row, and read into the book', async () => {
    const page = await openPage(ImportPage, sampleRig());
    await bring(page, meterFile(4, 12));
    expect(page.text('h1')).toBe('Is meter.csv read correctly?');
    expect(page.texts('thead b')).toEqual(['time', 'voltage', 'current']);
    expect(page.text('tbody .read')).toMatch(/1 June 2026, 00:00 · 25\.90 V, 1\.00 A out/);
    await page.press('Import it into the book');
    await page.until(() => page.text('h1').includes('are in the book'));
    expect(page.text('h1')).toBe('385 rows of meter.csv are in the book.');
    await page.until(() => page.rig().logbook.logs.length > 0);
    expect(page.rig().logbook.logs).toMatchObject([
      { rowsRead: 385, rowsKept: 385, rowsSetAside: 0, medianStepMs: 15 * MIN },
    ]);
  });
  it('leaves the book as it was when the word to stop comes after the last row', async () => {
    const page = await openPage(ImportPage, sampleRig());
    await bring(page, meterFile(200, 12));
    await page.press('Import it into the book');
    await page.press('Cancel, and leave the book as it was');
    await page.until(() => page.text('h1').startsWith('Is meter.csv'));
    expect(page.rig().logbook.logs).toEqual([]);
    const { db } = TestBed.inject(Storage);
    let left = -1;
    await page.until(() => {
      void Promise.all([db.logDays.count(), db.logBlocks.count()]).then(([days, blocks]) => (left = days + blocks));
      return left === 0;
    });
    expect(page.rig().logbook.logs).toEqual([]);
  });
  it('shows what a day comes to under the guess, and turns its sign at one press', async () => {
    const page = await openPage(ImportPage, sampleRig());
    await bring(page, meterFile(4, 12));
    const [ins, outs] = page
      .text('.day-says')
      .match(/[\d.]+(?= Ah)/g)!
      .map(Number);
    await page.press('It is the other way round');
    expect(
      page
        .text('.day-says')
        .match(/[\d.]+(?= Ah)/g)!
        .map(Number),
    ).toEqual([outs, ins]);
    expect(ins).not.toBe(outs);
  });
  it('is corrected by hand, and what follows shows at once', async () => {
    const page = await openPage(ImportPage, sampleRig());
    await bring(page, meterFile(4, 12));
    await page.choose('Sign', 'negative is charging');
    expect(page.text('tbody .read')).toMatch(/1\.00 A in/);
    await page.choose('Current', '2 · Spannung (V)');
    expect(page.texts('thead b').at(-1)).toBe('current');
    await page.choose('Cells separated by', 'comma');
    expect(page.element.querySelector<HTMLButtonElement>('.btn.main')!.disabled).toBe(true);
    expect(page.text('[role=status]')).toContain('None of the first rows can be read this way yet.');
  });
  it('lists its odd rows, by place, and keeps the good ones', async () => {
    const page = await imported(
      meterFile(4, 12, (row, k) =>
        k === 7 ? row.replace(/;[^;]*$/, ';n/a') : k === 9 ? row.replace('06-01', '06-31') : row,
      ),
    );
    expect(page.rig().logbook.logs[0]).toMatchObject({ rowsKept: 383, rowsSetAside: 2 });
    const odd = page.texts('co-remarks tbody tr');
    expect(odd).toHaveLength(2);
    expect(odd[0]).toMatch(/^93not a number/);
    expect(odd[1]).toMatch(/^111/);
  });
  it('adds nothing when it comes twice', async () => {
    const page = await imported(meterFile(4, 12));
    await page.press('Another file');
    await bring(page, meterFile(4, 12));
    await page.press('Import it into the book');
    await page.until(() => page.text('h1').startsWith('Nothing was imported from'));
    expect(page.text('[role=alert]')).toContain('385 lie in time that is already in the book');
    expect(page.rig().logbook.logs).toHaveLength(1);
    await page.press('Correct how it is read');
    expect(page.text('h1')).toBe('Is meter.csv read correctly?');
  });
  it('is remembered by the meter’s name', async () => {
    const page = await imported(meterFile(4, 12));
    await page.type('Save these settings as', 'Shunt in the locker');
    await page.press('Remember');
    expect(page.rig().logbook.mappings[0]).toMatchObject({ name: 'Shunt in the locker', mapping: { decimal: ',' } });
    await page.press('Another file');
    await bring(page, meterFile(3, 12), 'later.csv');
    await page.choose('Decimal sign', 'point, 12.5');
    await page.press('Shunt in the locker');
    expect((page.field('Decimal sign') as unknown as HTMLSelectElement).value).toBe(',');
  });
  it.each([
    ['empty', '', /The file is empty/],
    ['binary', '\u0000\u0001\u0002\u0000\u0007'.repeat(200), /not a text file/],
    ['without times', 'a;b\n1;2\n3;4\n', /No column holds a date and time/],
  ])('that is %s is refused in plain words', async (_, text, says) => {
    const page = await openPage(ImportPage, sampleRig());
    await bring(page, text);
    expect(page.text('[role=alert]')).toMatch(says);
    expect(page.text('[role=alert]')).toContain('Nothing in the book was changed.');
  });
});

describe('the ledger', () => {
  it('is a line a day, out against in, with the verdict above', async () => {
    const { text, element } = await ledger(meterFile(7, 14));
    expect(element.querySelectorAll('.ledger tbody tr')).toHaveLength(8); // the last midnight opens a day
    const cells = [...element.querySelectorAll('.ledger tbody tr:nth-child(3) td')].map((cell) =>
      cell.textContent!.trim(),
    );
    // 54 Ah and half a quarter of an hour at each change of current
    expect(Number(cells[1])).toBeGreaterThan(53);
    expect(Number(cells[1])).toBeLessThan(56);
    expect(Number(cells[3])).toBeGreaterThan(68);
    expect(text('h1')).toMatch(/^Charging keeps up: each amp-hour was replaced 1\.2\d times/);
    expect(element.querySelector('co-window-panel, co-day-panel')).not.toBeNull();
  });
  it('says that charging falls behind, and why', async () => {
    const { text } = await ledger(meterFile(7, 8));
    expect(text('h1')).toMatch(/^Charging falls behind: each amp-hour was replaced 0\.7\d times/);
    expect(text('.why')).toContain('Even the high end of the range is below one.');
  });
  it.each([
    [
      40,
      /^The count does not fit the bank\. Over 7 days in a row at least 924 ?Ah more went in than came out, and a bank of 200 ?Ah cannot take that\. A load may bypass/,
    ],
    [
      1,
      /Over 7 days in a row at least 3\d\d ?Ah more came out than went in, and a bank of 200 ?Ah cannot give that\. A charger may bypass/,
    ],
    [14, null],
  ])('of %d A of charging says whether the count fits the bank', async (amps, says) => {
    const { element, text } = await ledger(meterFile(7, amps));
    const spine = TestBed.inject(StageStates).lines()['logbook'];
    if (says) {
      expect(text('.caution')).toMatch(says);
      expect(spine).toEqual({ state: 'warning', says: 'the count does not fit the bank' });
    } else {
      expect(element.querySelector('.caution')).toBeNull();
      expect(spine).toEqual({ state: 'done', says: 'keeps up' });
    }
  });
  it('holds its tongue before three whole days', async () => {
    const { text } = await ledger(meterFile(2, 12));
    expect(text('h1')).toBe('No verdict yet.');
  });
  it('gives no verdict where the full marks cannot be read, says so, and reads again', async () => {
    let fails = true;
    await imported(meterFile(7, 14));
    const worker = TestBed.inject(LogWorkerClient);
    const call = worker.call.bind(worker);
    vi.spyOn(worker, 'call').mockImplementation(((ask: Parameters<typeof call>[0]) =>
      fails ? Promise.reject(new Error('The reader could not be loaded.')) : call(ask)) as typeof worker.call);
    const fixture = TestBed.createComponent(LedgerPage);
    const element = fixture.nativeElement as HTMLElement;
    document.body.append(element);
    const heading = () => (element.querySelector('h1')?.textContent ?? '').trim();
    const until = async (holds: () => boolean) => {
      for (let round = 0; round < 200 && !holds(); round++) await new Promise((done) => setTimeout(done, 25));
      expect(holds()).toBe(true);
    };
    TestBed.inject(Book).readAgain();
    await until(() => heading() === 'The book cannot be read.');
    expect(element.textContent).toContain('The reader could not be loaded.');
    fails = false;
    element.querySelector<HTMLButtonElement>('.teach button')!.click();
    await until(() => heading().startsWith('Charging'));
    // The marks are found, but a book whose days cannot be read stays unread: it is not read for ever.
    const { db } = TestBed.inject(Storage);
    const found = { toArray: () => Promise.reject(new Error('The days are gone.')) };
    const gone = { anyOf: () => found, equals: () => found };
    vi.spyOn(db.logDays, 'where').mockReturnValue(gone as unknown as ReturnType<typeof db.logDays.where>);
    TestBed.inject(Book).readAgain();
    await until(() => heading() === 'The book cannot be read.');
    expect(element.textContent).toContain('The days are gone.');
    vi.restoreAllMocks();
  });
  it('teaches while it is empty', async () => {
    const page = await openPage(LedgerPage, sampleRig());
    expect(page.text('h1')).toBe('The book of amp-hours is empty.');
  });
});

describe('imported logs', () => {
  it('show their odd rows, are taken out, and come back with undo', async () => {
    const first = await imported(meterFile(4, 12, (row, k) => (k === 7 ? row.replace(/;[^;]*$/, ';n/a') : row)));
    const fixture = TestBed.createComponent(LogsPage);
    const element = fixture.nativeElement as HTMLElement;
    await fixture.whenStable();
    expect(element.querySelector('h1')!.textContent).toContain('One log in the book.');
    element.querySelector<HTMLButtonElement>('tbody button')!.click();
    for (let round = 0; round < 100 && !element.querySelector('co-remarks tbody'); round++) {
      await new Promise((done) => setTimeout(done, 20));
      await fixture.whenStable();
    }
    expect(element.querySelector('co-remarks tbody')!.textContent).toContain('n/a');
    [...element.querySelectorAll('button')].find((one) => one.textContent!.includes('take out'))!.click();
    await fixture.whenStable();
    expect(first.rig().logbook.logs).toEqual([]);
    const { db } = TestBed.inject(Storage);
    expect(await db.logBlocks.count()).toBeGreaterThan(0);
    await first.undo();
    expect(first.rig().logbook.logs).toHaveLength(1);
  });
});

describe('readings by hand', () => {
  it('stand newest first, and can be taken away', async () => {
    const reading = {
      id: 'a',
      atMs: Date.UTC(2026, 5, 1, 6),
      voltageV: 26.1,
      currentA: -3.25,
      socFraction: null,
      countAh: -40,
      full: false,
      note: 'rain',
    };
    const rig = sampleRig();
    const readings = [reading, { ...reading, id: 'b', atMs: reading.atMs + 1, full: true, note: '' }];
    const page = await openPage(ReadingsPage, { ...rig, logbook: { ...rig.logbook, readings } });
    expect(page.text('h1')).toBe('2 readings by hand.');
    expect(page.texts('tbody tr:last-child td').slice(0, 6)).toEqual([
      '1 June 2026, 08:00',
      '26.10',
      '−3.3',
      '–',
      '−40.0',
      'rain',
    ]);
    expect(page.text('tbody tr td.note-cell')).toBe('full');
    await page.press('remove');
    expect(page.rig().logbook.readings.map(({ id }) => id)).toEqual(['a']);
  });
  it('are asked for while there is none', async () => {
    const page = await openPage(ReadingsPage, sampleRig());
    expect(page.text('.teach')).toContain('Readings at rest, morning and evening, say most.');
  });
});
