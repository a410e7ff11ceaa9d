import { TestBed } from '@angular/core/testing';
import { describe, expect, it } from 'vitest';
import { newInverter } from '@core/audit/fresh';
import type { UnitSystem } from '@core/quantity/unit';
import type { Rig } from '@core/rig/rig';
import { newSource } from '@core/sources/new-source';
import type { Finding } from '@core/wiring/finding';
import { changedOver } from '@core/wiring/edit-circuit';
import { otherConsumer, ownCircuit } from '@core/wiring/new-parts';
import type { Part } from '@core/wiring/part';
import type { Run } from '@core/wiring/run';
import { openPage } from '../../testing/open-page';
import { UnitChoice } from '../../ui/unit-choice';
import { laidOut } from '../../testing/laid-out';
import { load, sampleRig } from '../../testing/sample-rig';
import { findingWords } from './finding-words';
import { RunsPage } from './runs-page';
import { WiringFacts } from './wiring-facts';

type Change = (rig: Rig) => Rig;

const run =
  (id: string, changes: Partial<Run>): Change =>
  (rig) => ({
    ...rig,
    wiring: { ...rig.wiring, runs: rig.wiring.runs.map((one) => (one.id === id ? { ...one, ...changes } : one)) },
  });
const ofBond = (changes: Partial<Run>): Change => run('bond', changes);
const part =
  (id: string, changes: object): Change =>
  (rig) => ({
    ...rig,
    wiring: {
      ...rig.wiring,
      parts: rig.wiring.parts.map((one) => (one.id === id ? ({ ...one, ...changes } as Part) : one)),
    },
  });
/** One more positive, by a hand. */
const around =
  (from: string, to: string, id: string): Change =>
  ({ wiring, ...rig }) => {
    const own = { ...wiring.runs[0]!, id, label: 'W99', from, to, endsBy: 'hand' } as const;
    return { ...rig, wiring: { ...wiring, runs: [...wiring.runs, own] } };
  };
const fuse = (id: string, ratingA: number, family: string | null) => part(id, { ratingA, family });
const without =
  (id: string): Change =>
  (rig) => ({ ...rig, wiring: { ...rig.wiring, runs: rig.wiring.runs.filter((one) => one.id !== id) } });
const newLoad: Change = (rig) => ({ ...rig, loads: [...rig.loads, load('radio', 'Radio', 20, 2, { group: 'Desk' })] });
const noShore: Change = (rig) => ({
  ...rig,
  charging: { ...rig.charging, sources: rig.charging.sources.filter(({ id }) => id !== 'shore') },
});

/** Laid out for so large an inverter, on so many batteries in parallel, each of which may have to carry all; a hand took the main fuse out. */
const powerful =
  (continuousW: number, batteries: number): Change =>
  () => {
    const { inverters, bank, wiring, ...rig } = sampleRig();
    return laidOut({
      ...rig,
      wiring: { ...wiring, removed: ['fuse-main'] },
      inverters: inverters.map((one) => ({ ...one, continuousW, surgeW: 2 * continuousW })),
      bank: { ...bank!, parallelCount: batteries, currentSchool: 'single' },
    });
  };

/** A circuit by hand for a load that takes 12 V of a bank of 24. */
const ownOf12V: Change = (rig) => {
  const radio = load('radio', 'Radio', 20, 2, { group: 'Desk', dcVoltageV: 12 });
  const { parts, runs } = ownCircuit('radio', 'Radio', ['radio'], rig.wiring);
  const labelled = runs.map((one, k) => ({ ...one, label: `W9${k}` }));
  const wiring = { ...rig.wiring, parts: [...rig.wiring.parts, ...parts], runs: [...rig.wiring.runs, ...labelled] };
  return { ...rig, loads: [...rig.loads, radio], wiring };
};

interface Case {
  code: Finding['fault']['code'];
  change: Change;
  says: string;
  /** What it rests on or does about it: figures that can be checked by hand. */
  why: RegExp;
  /** What is pressed against it; null: nothing can be done in one press. */
  press: RegExp | null;
}

const CASES: readonly Case[] = [
  {
    code: 'bypass',
    change: run('inverter-inv-minus', { to: 'battery-2.-' }),
    says: 'Inverter: its current comes back beside the shunt',
    why: /^From Inverter − to the bank’s negative without passing the shunt: W13\./,
    press: /^Move the end of W13 to the negative bar$/,
  },
  {
    code: 'astray',
    change: run('load-alarm-plus', { to: 'fuse-load-alarm.out' }),
    says: 'W33 leads nowhere',
    why: /Both of its ends are on the same post/,
    press: /^Take W33 out$/,
  },
  {
    code: 'astray',
    change: run('load-alarm-plus', { to: 'gone.+' }),
    says: 'W33 leads nowhere',
    why: /One of its posts is no longer there/,
    press: /^Take W33 out$/,
  },
  {
    code: 'unreached',
    change: without('load-alarm-minus'),
    says: 'Alarm is not joined to the bank',
    why: /no way from a battery to its negative post/,
    press: /^Lay it out again$/,
  },
  {
    code: 'unreached',
    change: run('load-alarm-minus', { to: 'plus.bar', endsBy: 'hand' }),
    says: 'Alarm is not joined to the bank',
    why: /no way from a battery to its negative post/,
    press: /^Move W\d+ back$/,
  },
  {
    code: 'unreached',
    change: ({ wiring, ...rig }) => {
      const { parts } = otherConsumer('1', { name: 'Heater', currentA: 5, gives: false });
      return { ...rig, wiring: { ...wiring, parts: [...wiring.parts, ...parts] } };
    },
    says: 'Heater is not joined to the bank',
    why: /no way from a battery to its positive post/,
    press: null,
  },
  {
    code: 'short',
    change: run('main-plus', { to: 'bank-minus.bar', endsBy: 'hand' }),
    says: 'W08 is a short circuit',
    why: /^It joins Main switch \(out\) to Negative bar of the bank, and a battery lies between the two/,
    press: /^Move W08 back$/,
  },
  {
    code: 'short',
    change: around('plus.bar', 'minus.bar', 'own-bridge'),
    says: 'W99 is a short circuit',
    why: /^It joins Positive bar to Negative bar, and a battery/,
    press: /^Take W99 out$/,
  },
  {
    code: 'turned',
    change: ({ wiring, ...rig }) => ({ ...rig, wiring: { ...wiring, ...changedOver(wiring, 'load-alarm') } }),
    says: 'Alarm is joined the wrong way round',
    why: /^Plus comes to its negative post/,
    press: /^Change them over$/,
  },
  {
    code: 'turned',
    change: ({ wiring, ...rig }) => ({ ...rig, wiring: { ...wiring, ...changedOver(wiring, 'shunt') } }),
    says: 'Shunt lies the wrong way round',
    why: /what goes out would be counted as coming in\.$/,
    press: /^Change them over$/,
  },
  {
    code: 'meter-switched',
    change: run('monitor-post', { from: 'plus.bar', endsBy: 'hand' }),
    says: 'Monitor is fed from behind Main switch',
    why: /most meters forget what they have counted/,
    press: /^Move W\d+ back$/,
  },
  {
    code: 'bridged',
    change: around('plus.bar', 'load-alarm.+', 'own-bridge'),
    says: 'Fuse of Alarm is bridged',
    why: /^Plus leads around it over .*W99.*: it protects nothing\.$/,
    press: /^Take W99 out$/,
  },
  {
    code: 'bridged',
    change: around('bank-plus.bar', 'plus.bar', 'own-bridge'),
    says: 'Main switch is bridged',
    why: /: it cuts nothing off\.$/,
    press: /^Take W99 out$/,
  },
  {
    code: 'bridged',
    change: run('group-Cabin-bar', { to: 'load-alarm.+', endsBy: 'hand' }),
    says: 'Fuse of Alarm is bridged',
    why: /: it protects nothing\.$/,
    press: /^Move W\d+ back$/,
  },
  {
    code: 'turned',
    change: ofBond({ from: 'plus.bar', endsBy: 'hand' }),
    says: 'Chassis lies on plus',
    why: /^Every negative that touches it is a short circuit then/,
    press: /^Move W\d+ back$/,
  },
  {
    code: 'not-planned',
    change: noShore,
    says: 'Shore charger is no longer in the plan',
    why: /reckoned without current/,
    press: /^Lay it out again$/,
  },
  {
    code: 'not-planned',
    change: (rig) => ({ ...rig, loads: rig.loads.filter(({ id }) => id !== 'alarm') }),
    says: 'Alarm is no longer in the plan',
    why: /or goes by an inverter, since/,
    press: /^Lay it out again$/,
  },
  {
    code: 'not-planned',
    change: (rig) => {
      const own = ownCircuit('1', 'Radio', ['radio'], rig.wiring);
      const { parts, runs } = rig.wiring;
      return { ...rig, wiring: { ...rig.wiring, parts: [...parts, ...own.parts], runs: [...runs, ...own.runs] } };
    },
    says: 'Radio is no longer in the plan',
    why: /reckoned without current/,
    press: /^Take Radio out$/,
  },
  {
    code: 'loads-without-circuit',
    change: newLoad,
    says: '1 load has no circuit',
    why: /^Radio: added to the audit after/,
    press: /^Lay it out again$/,
  },
  {
    code: 'ac-without-inverter',
    change: (rig) => ({ ...rig, inverters: [] }),
    says: '1 AC load has no inverter',
    why: /the rig has none, so nothing here feeds it\.$/,
    press: null,
  },
  {
    code: 'without-part',
    change: (rig) => ({
      ...rig,
      inverters: [...rig.inverters, { ...newInverter('two'), name: 'Large inverter' }],
      charging: { ...rig.charging, sources: [...rig.charging.sources, { ...newSource('solar', 'awning'), name: '' }] },
    }),
    says: 'Large inverter and a charger are not in the circuit',
    why: /^Planned after the circuit was laid out/,
    press: /^Lay it out again$/,
  },
  {
    code: 'joined-otherwise',
    change: part('source-engine', { hasInput: false }),
    says: 'Engine is planned otherwise than it is joined',
    why: /^By the plan it is a charger between two batteries/,
    press: /^Lay it out again$/,
  },
  {
    code: 'string-apart',
    change: (rig) => ({ ...rig, bank: rig.bank && { ...rig.bank, parallelCount: rig.bank.parallelCount + 1 } }),
    says: 'Battery 3 is not joined to the circuit',
    why: /^There is no way from its positive and its negative post/,
    press: /^Lay it out again$/,
  },
  {
    code: 'string-apart',
    change: (rig) => {
      const { runs } = rig.wiring;
      const id = 'battery-2-minus';
      return { ...rig, wiring: { ...rig.wiring, runs: runs.filter((one) => one.id !== id), removed: [id] } };
    },
    says: 'Battery 2 is not joined to the circuit',
    why: /^There is no way from its negative post/,
    press: /^Propose all of it again$/,
  },
  {
    code: 'string-open',
    change: (rig) => ({ ...rig, bank: rig.bank && { ...rig.bank, seriesCount: rig.bank.seriesCount + 1 } }),
    says: 'String 1: a link is missing',
    why: /what joins them is cut and counted too/,
    press: /^Lay it out again$/,
  },
  {
    code: 'thin',
    change: run('inverter-inv-plus', { areaMm2: 1.5 }),
    says: 'W12 is too thin',
    // 26.5 A at the inverter's cut-off, and the smallest fuse that breaks the short circuit there.
    why: /^It carries \d+ A where it lies, and must bear 26 A of its load, 110 A until its fuse blows\.$/,
    press: /^Let the rules choose$/,
  },
  {
    code: 'beyond-list',
    change: powerful(4000, 2),
    says: 'W07: no section of the list suffices',
    // Two fuses of 300 A, 1.25 × the 212 A of the inverter and more each.
    why: /^The fuses before it let 600 A through; the thickest carries 475 A where it lies\.$/,
    press: /^Put a fuse there$/,
  },
  {
    code: 'beyond-list',
    change: powerful(4000, 3),
    says: 'W02: no section of the list suffices',
    // Two others of 300 A.
    why: /^The other strings feed up to 600 A into its far end before their fuses blow; the thickest carries 475 A/,
    press: /^Put a fuse there$/,
  },
  {
    code: 'beyond-list',
    change: powerful(12_000, 2),
    says: 'W07: no section of the list suffices',
    // 12 kW ÷ 0.9 ÷ 21 V, and what else is on.
    why: /^It must carry 63\d A; the thickest carries 475 A where it lies\.$/,
    // Each of the two fuses carries all of it, by the school of the single one: 2 × 800 A.
    press: /^Lay 4 side by side$/,
  },
  {
    code: 'beyond-list',
    change: (rig) => ({ ...rig, ...ofBond({ conductors: 1 })(powerful(12_000, 2)(rig)) }),
    says: 'W35: no section of the list suffices',
    why: /^A positive that touches the chassis sends [\d,]+ A through it before its fuses blow; the thickest carries 475 A/,
    press: /^Lay \d side by side$/,
  },
  {
    code: 'thin',
    // Over it a charger fetches 39 A besides.
    change: ofBond({ areaMm2: 10 }),
    says: 'W35 is too thin',
    why: /until the fuses blow, should the positive that bears most touch the chassis\.$/,
    press: /^Let the rules choose$/,
  },
  {
    code: 'cut-otherwise',
    change: run('inverter-inv-plus', { cut: { areaMm2: 10, lengthM: 0.5 }, areaMm2: 25, done: ['cut', 'crimped'] }),
    says: 'W12 was cut otherwise',
    why: /^It was cut of 10 mm² for 0\.50 m; the circuit has 25 mm² and 1\.00 m\.$/,
    press: /^Clear its boxes: it is cut anew$/,
  },
  {
    code: 'off-list',
    change: run('inverter-inv-plus', { areaMm2: 33.3 }),
    says: 'W12: 33.30 mm² is on no list',
    why: /Its ampacity is not tabled/,
    press: /^Let the rules choose$/,
  },
  {
    code: 'fuse-breaks',
    change: part('fuse-source-sun', { sheet: { standsV: 60, breaksA: 500 } }),
    says: 'Fuse of Roof cannot break the short circuit at its place',
    why: /^\d{4} A at its own terminals; its sheet says 500 A\.$/,
    press: /^Ask for one that does$/,
  },
  {
    code: 'fuse-volts',
    change: part('fuse-source-sun', { sheet: { standsV: 12, breaksA: 20_000 } }),
    says: 'Fuse of Roof does not stand the voltage',
    why: /^Up to 28\.\d V while charging; its sheet says 12 V\.$/,
    press: /^Ask for one that does$/,
  },
  {
    code: 'no-fuse',
    // 25 mm² to each battery, 10 mΩ of it: more than any of the list breaks.
    change: (rig) => ({
      ...rig,
      bank: rig.bank && { ...rig.bank, battery: { ...rig.bank.battery, resistanceOhm: 0.0004 } },
    }),
    says: 'Fuse of battery 1: no fuse of the list will do',
    why: /can break the short circuit at this place/,
    press: /^Take one by its own sheet$/,
  },
  {
    code: 'no-fuse',
    // What both batteries carry together, from each.
    change: part('fuse-battery-1', { family: 'blade' }),
    says: 'Fuse of battery 1: its family has none so large',
    why: /^It is at least 1\.25 × what it carries/,
    press: /^Let the rules choose$/,
  },
  {
    code: 'fuse-small',
    change: fuse('fuse-inverter-inv', 5, null),
    says: 'Fuse of Inverter: 5.0 A are less than its load',
    // 500 W ÷ 0.9 ÷ 21 V
    why: /^It carries 26 A; a fuse is at least 1\.25 × that\.$/,
    // The wire follows the fuse: for 5 A it is too thin for any that will do.
    press: /^Let the rules choose$/,
  },
  {
    code: 'fuse-large',
    change: (rig) => fuse('fuse-group-Cabin', 100, null)(run('group-Cabin-plus', { areaMm2: 0.75 })(rig)),
    says: 'Fuse of Cabin: 100 A are more than the wire carries',
    why: /^The thinnest wire behind it carries 16 A/,
    // The wires that follow 100 A let more flow into a short circuit than a breaker of its size breaks.
    press: null,
  },
  {
    code: 'fuse-large',
    // The fuse is as the rules choose it; the wire is what a hand chose too thin.
    change: run('inverter-inv-plus', { areaMm2: 4 }),
    says: 'Fuse of Inverter: 110 A are more than the wire carries',
    why: /^The thinnest wire behind it carries \d+ A/,
    press: /^Let the rules choose their sections$/,
  },
  {
    code: 'fuse-unlisted',
    change: fuse('fuse-inverter-inv', 123, 'glass'),
    says: 'Fuse of Inverter: no family of the list has 123 A',
    why: /^“glass” is not on it with that size/,
    press: /^Let the rules choose$/,
  },
  {
    code: 'fuse-breaks',
    change: fuse('fuse-source-sun', 40, 'blade'),
    says: 'Fuse of Roof cannot break the short circuit at its place',
    why: /^\d{4} A at its own terminals; its family breaks 1000 A\.$/,
    press: /^Take \d+ A, class T$/,
  },
  {
    code: 'stud',
    change: run('main-switch', { toLug: 'M12' }),
    says: 'W07: a lug for M12 on a stud of M8',
    why: /^At Main switch\./,
    press: /^Take a lug for M8$/,
  },
  {
    code: 'rating',
    change: part('switch-main', { ratingA: 20 }),
    says: 'Main switch is rated for less than it carries',
    why: /^80 A at once; it is rated for 20 A\.$/,
    press: null,
  },
  {
    code: 'bypass',
    change: run('main-shunt', { to: 'chassis.bolt' }),
    says: 'Inverter: its current comes back beside the shunt',
    why: /over negative bar and chassis/,
    press: /^Move the end of W\d\d to the bank’s side of the shunt$/,
  },
  {
    code: 'bypass',
    change: run('battery-2-minus', { to: 'chassis.bolt' }),
    says: 'Inverter: its current comes back beside the shunt',
    why: /over negative bar and chassis/,
    press: /^Move the end of W\d\d to the negative bar of the bank$/,
  },
  {
    code: 'loads-without-circuit',
    change: (rig) => ({
      ...rig,
      wiring: {
        ...rig.wiring,
        parts: rig.wiring.parts.filter(({ id }) => id !== 'group-Cabin'),
        removed: ['group-Cabin'],
      },
    }),
    says: '2 loads have no circuit',
    why: /^/,
    press: /^Propose all of it again$/,
  },
  {
    code: 'lugs',
    change: part('plus', { lugsMost: 2 }),
    says: 'Positive bar: 6 lugs on one post',
    why: /^It takes 2\./,
    press: null,
  },
  {
    code: 'bare',
    change: run('battery-1-post', { lengthM: 2.5, lengthBy: 'measured' }),
    says: 'W01 is not protected near the bank',
    why: /^2\.50 m of positive cable without a fuse/,
    press: null,
  },
  {
    code: 'other-voltage',
    change: (rig) => ({ ...rig, loads: rig.loads.map((one) => (one.id === 'fan' ? { ...one, dcVoltageV: 12 } : one)) }),
    says: 'Cabin gives 24 V, and not all on it take that',
    why: /^Fan: another voltage is entered under Audit\.$/,
    press: /^Lay it out again$/,
  },
  {
    code: 'other-voltage',
    change: ownOf12V,
    says: 'Radio gives 24 V, and not all on it take that',
    why: /^Radio: another voltage/,
    press: /^Put a converter to 12 V before it$/,
  },
  {
    code: 'drop',
    // 40 m of 0.75 mm² at 3.7 A, warm: 3.8 of 25.6 V; with what is lost beside it no more than a tenth beyond that.
    change: run('group-Cabin-plus', { lengthM: 40, areaMm2: 0.75 }),
    says: 'Cabin: 16.2 % of the voltage is lost on the way',
    why: /5\.0 % are allowed for it\.$/,
    press: /^Let the rules choose their sections$/,
  },
  {
    code: 'uneven',
    change: run('battery-1-plus', { lengthM: 6 }),
    says: 'Battery 2 carries 56.1 % where 50.0 % would be fair',
    why: /m there and back at the shortest, [\d.]+ m at the longest\.$/,
    press: /^Make them equal$/,
  },
  {
    code: 'uneven',
    change: run('battery-1-plus', { areaMm2: 4 }),
    says: 'Battery 2 carries 55.4 % where 50.0 % would be fair',
    why: /^The leads are of one length and differ in section: [\d.]+ mΩ there and back at the least, [\d.]+ mΩ at the most\.$/,
    press: /^Make them equal$/,
  },
];

describe('a finding of the circuit', () => {
  it.each(CASES)('$code: $says', async ({ code, change, says, why, press }) => {
    const changed = change(laidOut());
    const page = await openPage(RunsPage, changed);
    const facts = TestBed.inject(WiringFacts);
    const found = () => (facts.circuit()?.findings ?? []).filter(({ fault }) => fault.code === code);
    const worded = found().map((one) => findingWords(one, facts));
    const words = worded.find((one) => one.says === says) ?? worded[0];
    expect(
      words,
      facts
        .circuit()
        ?.findings.map(({ fault }) => fault.code)
        .join(),
    ).toBeDefined();
    expect(words!.says).toBe(says);
    expect(words!.why).toMatch(why);
    expect(words!.remedy).toMatch(/\.$/);
    if (words!.figure) expect(Number.isFinite(words!.figure.working().result.value)).toBe(true);
    if (press === null) return expect(words!.apply).toBeNull();
    // What is pressed against it mends it, and can be taken back.
    expect(words!.apply!.says).toMatch(press);
    const before = found().length;
    words!.apply!.run();
    await page.settle();
    expect(found().length).toBeLessThan(before);
    await page.undo();
    expect(page.rig()).toEqual(changed);
  });
});

describe('runs for which no section suffices', () => {
  it('are laid side by side one by one, or all in one press that stands once', async () => {
    const page = await openPage(RunsPage, powerful(12_000, 2)(laidOut()));
    const facts = TestBed.inject(WiringFacts);
    const wanted = facts.wantSideBySide();
    expect(wanted.size).toBeGreaterThan(4);
    expect(page.texts('co-finding-list .all')).toEqual([`Lay all ${wanted.size} such runs side by side`]);
    const before = page.rig();
    await page.press(`Lay all ${wanted.size} such runs side by side`);
    await page.settle();
    for (const { id, conductors } of page.rig().wiring.runs) expect(conductors, id).toBe(wanted.get(id) ?? 1);
    expect([...facts.wantSideBySide().keys()].filter((id) => wanted.has(id))).toEqual([]);
    await page.undo();
    expect(page.rig()).toEqual(before);
  });
});

describe('lengths and sections of findings', () => {
  const wordsFor = async (change: Change, code: Finding['fault']['code'], system: UnitSystem = 'metric') => {
    await openPage(RunsPage, change(laidOut()));
    TestBed.inject(UnitChoice).system.set(system);
    const facts = TestBed.inject(WiringFacts);
    const finding = facts.circuit()!.findings.find(({ fault }) => fault.code === code)!;
    return findingWords(finding, facts);
  };
  it('are in feet where that was chosen', async () => {
    const { why } = await wordsFor(run('battery-1-plus', { lengthM: 6 }), 'uneven', 'imperial');
    expect(why).toMatch(/^The leads differ: [\d.]+ ft there and back at the shortest, [\d.]+ ft at the longest\.$/);
  });
  it('name a gauge where the circuit is of gauges', async () => {
    const ofGauges: Change = (rig) => ({ ...rig, wiring: { ...rig.wiring, list: 'gauges' } });
    const { remedy } = await wordsFor((rig) => run('inverter-inv-plus', { areaMm2: 0.8231 })(ofGauges(rig)), 'thin');
    expect(remedy).toMatch(/^(\d+|\d\/0) AWG suffices\.$/);
  });
  it('of a charger say that it is the sources that flow', async () => {
    const { why } = await wordsFor(run('source-sun-plus', { lengthM: 40, areaMm2: 2.5 }), 'drop');
    expect(why).toMatch(
      /^With all sources at their most and nothing drawn, from the bank and back; 1\.0 % are allowed/,
    );
  });
  it('of a way that loses too much with the thickest is one, and says what is left to do', async () => {
    const far: Change = (rig) =>
      run('inverter-inv-minus', { lengthM: 200 })(run('inverter-inv-plus', { lengthM: 200 })(rig));
    const { says, remedy } = await wordsFor(far, 'drop');
    expect(says).toMatch(/^Inverter: \d+\.\d % of the voltage is lost on the way$/);
    expect(remedy).toMatch(
      /^Even the thickest of the list lose too much: shorten the way, lay cables side by side on it/,
    );
  });
  it('of a way with a wire that could be thicker say so', async () => {
    const { remedy } = await wordsFor(run('group-Cabin-plus', { lengthM: 40, areaMm2: 0.75 }), 'drop');
    expect(remedy).toBe('Thicker or shorter runs on its way.');
  });
});
