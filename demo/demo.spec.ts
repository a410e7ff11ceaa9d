import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { nominalVoltage } from '../core/cells/nominal-voltage';
import { entered } from '../core/formula/figure';
import { FullMarkFinder } from '../core/logbook/full-marks';
import { guessLayout } from '../core/logbook/import/guess-layout';
import { importLog } from '../core/logbook/import/import-log';
import { MemoryStore } from '../core/logbook/import/memory-store';
import { judgeKeepUp, type KeepUpVerdict } from '../core/logbook/keep-up';
import { buildLedger } from '../core/logbook/ledger';
import { deriveRig } from '../core/rig/derive-rig';
import { dayStartMs, shiftDay } from '../core/series/local-day';
import { parseRigFile } from '../core/rig/rig-file';
import { demoFiles } from './demo-files';

const shipped = (name: string) => readFileSync(new URL(`./files/${name}`, import.meta.url), 'utf8');

async function book(rigName: string, logName: string) {
  const parsed = parseRigFile(shipped(rigName));
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problem));
  const { rig } = parsed.file;
  const bank = rig.bank!;
  const text = shipped(logName);
  const layout = guessLayout(text.slice(0, 200_000), [], rig.place.timeZone, nominalVoltage(bank).value);
  if ('refused' in layout) throw new Error(layout.refused);
  async function* chunks() {
    yield { bytes: new TextEncoder().encode(text), share: 1 };
  }
  const store = new MemoryStore();
  const result = await importLog(chunks, {
    mapping: layout.mapping,
    columnCount: layout.preview[0]!.length,
    place: rig.place,
    covered: () => Promise.resolve([]),
    store,
    reader: { decode: (bytes) => new TextDecoder().decode(bytes) },
    onProgress: () => undefined,
    checkCancelled: () => undefined,
  });
  const derived = deriveRig(rig, null);
  const { audit } = derived;
  const sized = derived.bank!;
  const { settings, tailA } = derived.monitor!;
  const setting = (id: string) => settings.find((s) => s.id === id)!.figure;
  const finder = new FullMarkFinder({
    fullV: setting('full-voltage').value,
    tailA,
    holdMs: setting('hold-time').value * 60_000,
    gapMs: result.gapLimitMs,
  });
  for (const [key, columns] of store.days)
    finder.addDay({ key, endMs: dayStartMs(shiftDay(key, 1), rig.place.timeZone) }, columns);
  const ledger = buildLedger([result.days], finder.marks, setting('coulombic-efficiency').value);
  const verdict = judgeKeepUp(ledger, {
    windowDays: null,
    fullWithinDays: 7,
    coulombicFraction: entered(setting('coulombic-efficiency').value),
    usableAh: sized.usableAh,
    bank: { capacityAh: sized.capacityAh, family: sized.chemistry.family },
  }) as KeepUpVerdict;
  expect(verdict.beyond).toBeNull();
  return { layout, result, audit, sized, ledger, verdict };
}

describe('the shipped demo files', () => {
  it('are what the generator makes of its seeds', () => {
    for (const [name, text] of Object.entries(demoFiles())) expect(shipped(name) === text, name).toBe(true);
  });
  it('Pied Wagtail fits its bank and keeps up', async () => {
    const { ledger, verdict, sized, audit, result } = await book('pied-wagtail.rig.json', 'pied-wagtail-march.csv');
    if (process.env['SHOW'])
      console.log(
        audit.dayAh.value,
        sized.need,
        verdict,
        ledger.map((r) =>
          [r.key, r.outAh, r.inAh, r.carriedAh, r.fullAtMs && 1, r.nightAh, r.hoursMissing]
            .map((x) => (typeof x === 'number' ? x.toFixed(1) : x))
            .join(' '),
        ),
      );
    expect(sized.need?.fits).toBe(true);
    expect(verdict.state).toBe('keeps-up');
    expect(result.remarks.listed).toEqual([]);
    expect(ledger.at(-2)!.endMs - ledger.at(-2)!.startMs).toBe(23 * 3_600_000);
  });
  it('Saltmarsh Survey falls behind, and its odd rows are listed', async () => {
    const { ledger, verdict, result, layout, audit } = await book('saltmarsh-survey.rig.json', 'saltmarsh-october.csv');
    if (process.env['SHOW'])
      console.log(
        audit.dayAh.value,
        verdict,
        ledger.map((r) =>
          [r.key, r.outAh, r.inAh, r.carriedAh, r.fullAtMs && 1, r.nightAh, r.hoursMissing, r.minV]
            .map((x) => (typeof x === 'number' ? x.toFixed(1) : x))
            .join(' '),
        ),
      );
    expect(layout.mapping).toMatchObject({
      delimiter: ';',
      decimal: ',',
      timeFormat: 'dmy',
      timeColumn: 0,
      clockColumn: 1,
      current: { chargingIs: 'negative' },
    });
    expect(result.remarks.counts).toEqual({
      'voltage-impossible': 1,
      'not-a-number': 1,
      'missing-column': 1,
      'duplicate-time': 1,
    });
    expect(verdict.state).toBe('falls-behind');
  });
});
