import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { LogRecord } from '@core/logbook/plan';
import { NEW_RIG_NAME, newRig } from '@core/rig/new-rig';
import { Edit } from '../rig/edit';
import { Storage } from '../storage/storage';
import { openPage } from '../testing/open-page';
import { keyedIn, sampleRig } from '../testing/sample-rig';
import { SingleKeys } from '../ui/single-keys';
import { UnitChoice } from '../ui/unit-choice';
import { Commands } from './commands';
import { Dialogs } from './dialogs';
import { DetailsPage } from './details-page';
import { FileStrip } from './file-strip';
import { FindDialog } from './find-dialog';
import { KeyFigures } from './key-figures';
import { QuickReading } from './quick-reading';
import { RigFiles } from './rig-files';
import { Shortcuts } from './shortcuts';
import { StageStates } from './stage-states';
import { WhatMoved } from './what-moved';

const shown = (selector: string) =>
  [...document.querySelectorAll(selector)].map((one) => (one.textContent ?? '').replace(/\s+/g, ' ').trim());
const press = (key: string, on: Element | Window = window) =>
  on.dispatchEvent(
    new KeyboardEvent('keydown', { key, code: key.length === 1 ? `Key${key.toUpperCase()}` : key, bubbles: true }),
  );

beforeEach(() => {
  localStorage.clear();
  document.body.replaceChildren();
});

describe('the spine', () => {
  it('says of each stage how it stands, with its one figure', async () => {
    const page = await openPage(KeyFigures, sampleRig());
    const { lines } = TestBed.inject(StageStates);
    expect(lines()).toMatchObject({
      audit: { state: 'done', says: '26.4 Ah a day' },
      bank: { state: 'done', says: expect.stringMatching(/^200 Ah, lasts \d\.\d days$/) as string },
      charging: { state: 'in-work', says: 'simulating the year' },
      monitor: { state: 'in-work', says: '0 of 19 entered' },
      logbook: { state: 'empty', says: 'nothing logged yet' },
    });
    await page.until(() => lines()['charging']!.state !== 'in-work');
    expect(lines()['charging']).toEqual({ state: 'done', says: 'keeps up all year' });
  });
  it('asks for what comes first in an empty rig', async () => {
    await openPage(KeyFigures, newRig('r', 'New', 'UTC'));
    const says = Object.values(TestBed.inject(StageStates).lines()).map((line) => line.says);
    expect(says).toEqual([
      'no loads yet',
      'not chosen yet',
      'no source yet',
      'needs a bank first',
      'needs a bank first',
      'needs a bank first',
      'nothing logged yet',
    ]);
  });
  it('turns to a warning where the bank is too small, and stale where the meter holds an old figure', async () => {
    const rig = sampleRig();
    const monitor = { ...rig.monitor, entries: [keyedIn('capacity', 150)] };
    await openPage(KeyFigures, { ...rig, monitor, bank: { ...rig.bank!, autonomyDays: 30 } });
    const { lines } = TestBed.inject(StageStates);
    expect(lines()['bank']!.state).toBe('warning');
    expect(lines()['monitor']).toEqual({ state: 'stale', says: 'check 1 setting again' });
  });
  it('keeps the day and what is usable in sight', async () => {
    const page = await openPage(KeyFigures, sampleRig());
    expect(page.texts('.row')).toEqual(['a day26 Ah', 'usable160 Ah']);
    expect(page.text('.bank')).toContain('two of 100 Ah in parallel');
  });
});

describe('what the last edit moved', () => {
  it('lists figures from and to, in every stage after it', async () => {
    const page = await openPage(WhatMoved, sampleRig());
    expect(page.element.textContent!.trim()).toBe('');
    TestBed.inject(Store).dispatch(Edit.change('loads', 'fan', { power: { by: 'watts', powerW: 102.4 } }));
    await vi.waitFor(() => expect(page.texts('dt').length).toBeGreaterThan(1));
    const rows = page.texts('dt').map((says, k) => `${says}: ${page.texts('dd')[k]}`);
    expect(rows[0]).toMatch(/26\.4 to 36\.4 Ah$/);
    expect(rows.some((row) => /^Bank: /.test(row))).toBe(true);
  });
  it('names the settings that it made stale in the meter', async () => {
    const rig = sampleRig();
    const monitor = { ...rig.monitor, entries: [keyedIn('capacity', 200)] };
    const page = await openPage(WhatMoved, { ...rig, monitor });
    TestBed.inject(Store).dispatch(Edit.set({ bank: { ...rig.bank!, parallelCount: 3 } }));
    await vi.waitFor(() => expect(page.texts('h2')).toContain('Now out of date in the meter'));
    expect(page.texts('dd').at(-1)).toBe('200.0 is now 300.0 Ah');
  });
});

describe('find or do', () => {
  const open = async () => {
    const page = await openPage(FindDialog, sampleRig());
    const field = document.querySelector<HTMLInputElement>('.ask')!;
    const ask = async (text: string) => {
      field.value = text;
      field.dispatchEvent(new Event('input'));
      await page.settle();
    };
    return { page, field, ask };
  };
  it('finds loads, stages and things to do by words in any order', async () => {
    const { ask } = await open();
    await ask('plate');
    expect(shown('#hits li')).toEqual(['Warming plate load']);
    await ask('go bank');
    expect(shown('#hits li')[0]).toMatch(/^Go to Bank/);
    await ask('zzz');
    expect(shown('#hits li')).toEqual(['Nothing found.']);
  });
  it('is walked with the arrows, round and round, and done with Enter', async () => {
    const { page, field, ask } = await open();
    const navigate = vi.spyOn(TestBed.inject(Router), 'navigate').mockResolvedValue(true);
    await ask('see');
    const count = shown('#hits li').length;
    press('ArrowUp', field);
    await page.settle();
    expect(field.getAttribute('aria-activedescendant')).toBe(`hit${count - 1}`);
    press('ArrowDown', field);
    await page.settle();
    expect(shown('#hits li.on')).toEqual([shown('#hits li')[0]]);
    press('Enter', field);
    expect(navigate).toHaveBeenCalledWith(['/rig', 'sample', 'audit', 'day']);
  });
  it('has every command under a name of its own, and no key twice', async () => {
    await open();
    const { all } = TestBed.inject(Commands);
    const keys = all.map(({ key }) => key).filter(Boolean);
    expect(new Set(keys).size).toBe(keys.length);
    expect(new Set(all.map(({ id }) => id)).size).toBe(all.length);
    expect(new Set(all.map(({ says }) => says)).size).toBe(all.length);
  });
});

describe('commands', () => {
  const run = async (id: string) => {
    await openPage(WhatMoved, sampleRig());
    const navigate = vi.spyOn(TestBed.inject(Router), 'navigate').mockResolvedValue(true);
    TestBed.inject(Commands).run(id);
    return navigate;
  };
  it('go to every stage and every leaf of the open rig', async () => {
    await openPage(WhatMoved, sampleRig());
    const commands = TestBed.inject(Commands);
    const navigate = vi.spyOn(TestBed.inject(Router), 'navigate').mockResolvedValue(true);
    const leaves = commands.all.filter(({ id }) => id.includes('/'));
    expect(leaves.length).toBeGreaterThan(12);
    for (const { id } of leaves) {
      commands.run(id);
      expect(navigate).toHaveBeenLastCalledWith(['/rig', 'sample', ...id.split('/')]);
    }
    commands.run('import');
    expect(navigate).toHaveBeenLastCalledWith(['/rig', 'sample', 'logbook', 'import']);
    commands.run('start');
    expect(navigate).toHaveBeenLastCalledWith(['/']);
  });
  it('undo and redo the plan', async () => {
    const page = await openPage(WhatMoved, sampleRig());
    const commands = TestBed.inject(Commands);
    TestBed.inject(Store).dispatch(Edit.set({ name: 'Other' }));
    commands.run('undo');
    expect(page.rig().name).toBe('Sample van');
    commands.run('redo');
    expect(page.rig().name).toBe('Other');
  });
  it('open the dialogs, and turn theme and units', async () => {
    const page = await openPage(WhatMoved, sampleRig());
    const commands = TestBed.inject(Commands);
    const { open } = TestBed.inject(Dialogs);
    for (const id of ['reading', 'keys', 'find'] as const) {
      commands.run(id);
      expect(open()).toBe(id);
    }
    const units = TestBed.inject(UnitChoice);
    commands.run('units');
    expect(units.system()).toBe('imperial');
    const theme = document.documentElement.dataset['theme'];
    commands.run('theme');
    await page.settle();
    expect(document.documentElement.dataset['theme']).not.toBe(theme);
  });
  it('do nothing that is not known', async () => expect(await run('fly')).not.toHaveBeenCalled());
});

describe('keys', () => {
  it('act from anywhere but from a field', async () => {
    await openPage(WhatMoved, sampleRig());
    const run = vi.spyOn(TestBed.inject(Commands), 'run');
    const unbind = TestBed.inject(Shortcuts).bind();
    press('r');
    expect(run).toHaveBeenLastCalledWith('reading');
    const field = document.body.appendChild(document.createElement('input'));
    press('t', field);
    expect(run).toHaveBeenCalledTimes(1);
    unbind();
    press('r');
    expect(run).toHaveBeenCalledTimes(1);
  });
});

describe('a quick reading', () => {
  const type = (called: string, text: string) => {
    const label = [...document.querySelectorAll('label')].find((one) => one.textContent!.includes(called))!;
    const input = document.getElementById(label.htmlFor) as HTMLInputElement;
    input.value = text;
    input.dispatchEvent(new Event('input'));
  };
  const submit = () => document.querySelector('form')!.dispatchEvent(new Event('submit'));

  it('goes into the book with the sign of its direction', async () => {
    const page = await openPage(QuickReading, sampleRig());
    type('Voltage', '26,4');
    type('Current', '3,5');
    type('Taken since full', '12');
    submit();
    await page.settle();
    expect(page.rig().logbook.readings).toMatchObject([{ voltageV: 26.4, currentA: -3.5, countAh: -12, full: false }]);
  });
  it('wants at least one figure', async () => {
    const page = await openPage(QuickReading, sampleRig());
    submit();
    await page.settle();
    expect(shown('.refusal')).toEqual(['Write down at least one figure, or a note.']);
    expect(page.rig().logbook.readings).toEqual([]);
  });
  it('is kept while it is being written, though the page goes', async () => {
    const page = await openPage(QuickReading, sampleRig());
    type('Voltage', '25.9');
    await page.settle();
    TestBed.resetTestingModule();
    document.body.replaceChildren();
    const again = await openPage(QuickReading, sampleRig());
    submit();
    await again.settle();
    expect(again.rig().logbook.readings[0]!.voltageV).toBe(25.9);
    expect(localStorage.getItem('coulan-reading-draft')).toBeNull();
  });
  it('refuses a time that the clocks skip', async () => {
    const page = await openPage(QuickReading, sampleRig());
    type('Voltage', '25.9');
    type('Time, clocks of Europe/Berlin', '2026-03-29 02:30');
    submit();
    await page.settle();
    expect(shown('.refusal')).toEqual(['That time does not exist on the clocks of this place. Correct it.']);
    expect(page.rig().logbook.readings).toEqual([]);
  });
  it('asks for a time that it does not understand, and keeps what was typed', async () => {
    const page = await openPage(QuickReading, sampleRig());
    type('Voltage', '25.9');
    type('Time, clocks of Europe/Berlin', '3/9/2026 2:30');
    submit();
    await page.settle();
    expect(shown('.refusal')).toEqual(['That time is not understood. Write it as 2026-11-25 22:07.']);
    type('Time, clocks of Europe/Berlin', '9.3.2026 2:30');
    submit();
    await page.settle();
    expect(page.rig().logbook.readings.map(({ atMs }) => new Date(atMs).toISOString())).toEqual([
      '2026-03-09T01:30:00.000Z',
    ]);
  });
});

describe('name, place and file', () => {
  it('changes them as they are typed, and keeps a name that would be empty', async () => {
    const page = await openPage(DetailsPage, sampleRig());
    await page.type('Name', 'Grey Heron');
    await page.type('Name', '  ');
    await page.type('Latitude, north positive', '-33.5');
    expect(page.rig()).toMatchObject({ name: 'Grey Heron', place: { latitudeDeg: -33.5 } });
    await page.type('Latitude, north positive', '95');
    expect(page.text('[role=alert]')).toBe('Not above 90 °.');
  });
  it('begins, in a new rig, with its name selected, keys at rest until something beside the fields is pressed', async () => {
    const page = await openPage(DetailsPage, newRig('r', NEW_RIG_NAME, 'UTC'));
    const name = document.activeElement as HTMLInputElement;
    expect(page.element.querySelector('#rig-name input')).toBe(name);
    expect([name.selectionStart, name.selectionEnd]).toEqual([0, NEW_RIG_NAME.length]);
    expect(page.texts('.btn.main')).toEqual(['On to the loads']);
    const run = vi.spyOn(TestBed.inject(Commands), 'run');
    const unbind = TestBed.inject(Shortcuts).bind();
    name.blur();
    press('t');
    name.dispatchEvent(new Event('pointerdown', { bubbles: true }));
    press('t');
    expect(run).not.toHaveBeenCalled();
    page.element.querySelector('h1')!.dispatchEvent(new Event('pointerdown', { bubbles: true }));
    press('t');
    expect(run).toHaveBeenCalledWith('theme');
    unbind();
  });
  it('leaves the keys alone in a rig that has a name, and when the page goes', async () => {
    const page = await openPage(DetailsPage, sampleRig());
    expect(document.activeElement).toBe(document.body);
    page.fixture.destroy();
    const keys = TestBed.inject(SingleKeys);
    keys.restUntilPress()();
    const act = vi.fn();
    window.addEventListener('keydown', (event) => keys.press(event, act), { once: true });
    press('x', document.body);
    expect(act).toHaveBeenCalledTimes(1);
  });
  it('keeps place and purpose, and lets go of a position that is cleared', async () => {
    const page = await openPage(DetailsPage, sampleRig());
    await page.type('Place', 'Upper Anders');
    await page.type('What it is', 'a van');
    await page.type('Longitude, east positive', '-70.25');
    expect(page.rig()).toMatchObject({ purpose: 'a van', place: { name: 'Upper Anders', longitudeDeg: -70.25 } });
    await page.type('Latitude, north positive', '');
    await page.type('Longitude, east positive', '');
    expect(page.rig().place).toMatchObject({ latitudeDeg: null, longitudeDeg: null });
    await page.undo();
    expect(page.rig().place.longitudeDeg).toBe(-70.25);
  });
  it('shows a time zone that the browser calls otherwise', async () => {
    for (const timeZone of ['UTC', 'Asia/Calcutta', 'US/Pacific']) {
      const page = await openPage(DetailsPage, { ...sampleRig(), place: { ...sampleRig().place, timeZone } });
      await page.until(() => page.texts('nz-select-item').length > 0);
      expect(page.texts('nz-select-item')).toEqual([timeZone.replaceAll('_', ' ')]);
      TestBed.resetTestingModule();
    }
  });
  it('says what the file holds', async () => {
    const log = (id: string, rowsKept: number) => ({ id, rowsKept }) as LogRecord;
    const holds = async (...logs: LogRecord[]) => {
      const rig = sampleRig();
      const page = await openPage(DetailsPage, rig);
      TestBed.inject(Store).dispatch(Edit.merge('logbook', { logs }));
      await page.settle();
      TestBed.resetTestingModule();
      return page.texts('.small').at(-1);
    };
    expect(await holds()).toMatch(/^Plan and readings: a zip with rig\.json\. It comes back/);
    expect(await holds(log('a', 14_400))).toMatch(/^Plan, readings, and the 14 400 samples of one log: a zip/);
    expect(await holds(log('a', 14_400), log('b', 60))).toMatch(/the 14 460 samples of 2 logs: /);
  });
  it('asks before it deletes', async () => {
    const page = await openPage(DetailsPage, sampleRig());
    await page.press('Delete this rig…');
    expect(page.text('.caution')).toMatch(/This can’t be undone/);
    await page.press('Keep it');
    expect(page.texts('.caution')).toEqual([]);
    const { db } = TestBed.inject(Storage);
    expect(await db.rigs.count()).toBe(1);
    await page.press('Delete this rig…');
    await page.press('Delete Sample van with its logs');
    await vi.waitUntil(async () => (await db.rigs.count()) === 0);
    await vi.waitUntil(() => TestBed.inject(Router).url === '/');
  });
});

describe('the strip of files on their way', () => {
  it('says how far a rig file is, and stops it', async () => {
    const page = await openPage(FileStrip, sampleRig());
    expect(page.texts('.job')).toEqual([]);
    const files = TestBed.inject(RigFiles);
    const cancel = vi.spyOn(files, 'cancel').mockImplementation(() => undefined);
    files.jobs.set([
      { id: 'a', does: 'packs', name: 'Sample van', share: 0.429 },
      { id: 'b', does: 'reads', name: 'heron.zip', share: 1 },
    ]);
    await page.settle();
    expect(page.texts('.job p')).toEqual(['Packing Sample van into a file: 42 %', 'Reading heron.zip: 100 %']);
    await page.press('Cancel heron.zip');
    expect(cancel.mock.calls).toEqual([['b']]);
  });
});
