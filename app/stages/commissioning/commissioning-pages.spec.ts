import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { deriveRig } from '@core/rig/derive-rig';
import type { Rig } from '@core/rig/rig';
import type { Entry } from '@core/commissioning/plan';
import { asKept, type Step } from '@core/commissioning/step';
import { exportArchive } from '../../workers/rig-archive';
import { Storage } from '../../storage/storage';
import { laidOut } from '../../testing/laid-out';
import { openPage } from '../../testing/open-page';
import { load, sampleRig } from '../../testing/sample-rig';
import { WorkingStore } from '../../ui/working-store';
import { ProvingFacts } from './proving-facts';
import { RecordPage } from './record-page';
import { RoundPage } from './round-page';
import { StepPage } from './step-page';

const stepsOf = (rig: Rig): readonly Step[] => deriveRig(rig, null).proving!.steps();
const entry = (step: Step, more: Partial<Entry> = {}): Entry => ({
  id: `e-${step.id}`,
  stepId: step.id,
  atMs: Date.UTC(2026, 2, 3, 9, 30),
  by: 'Mara',
  outcome: 'pass',
  seen: [],
  note: '',
  expected: step.expected.map(asKept),
  rests: [...step.rests],
  photoIds: [],
  ...more,
});

/** A round that has come as far as the steps before one of them. */
function upTo(id: string | null, rig: Rig = laidOut()): Rig {
  const steps = stepsOf(rig);
  const at = id === null ? 0 : steps.findIndex((step) => step.id === id);
  const entries = steps.slice(0, at).map((step) => entry(step, seenAs(step)));
  const round = { id: 'r1', startedAtMs: 0, by: '', instruments: '', only: null, entries, drafts: [], ended: null };
  return { ...rig, commissioning: { ...rig.commissioning, rounds: [round] } };
}

/** As a good rig answers. */
function seenAs(step: Step): Partial<Entry> {
  const values: Record<string, number> =
    step.kind === 'rest'
      ? { restedV: 26.4, restedH: 5, tempC: 20 }
      : step.kind === 'roll-call'
        ? { before: 0, after: (step.item.fromA + step.item.toA) / 2 }
        : {};
  return { seen: Object.entries(values).map(([what, value]) => ({ what, value })) };
}

const open = (id: string, rig: Rig = upTo(id)) => openPage(StepPage, rig, { step: id });
const last = (page: { rig(): Rig }) => page.rig().commissioning.rounds.at(-1)!.entries.at(-1)!;
/** Where the page went. */
const wentTo = () => vi.mocked(TestBed.inject(Router).navigate).mock.calls.at(-1);

beforeEach(() => {
  vi.spyOn(Router.prototype, 'navigate').mockResolvedValue(true);
});

describe('the round', () => {
  it('asks for a circuit first, then begins with every step of this rig', async () => {
    const none = await openPage(RoundPage, sampleRig());
    expect(none.text('h1')).toBe('There is no circuit to prove yet.');
    TestBed.resetTestingModule();
    const page = await openPage(RoundPage, laidOut());
    expect(page.text('h1')).toMatch(/^\d+ steps prove this rig, and none is done\.$/);
    await page.press('Begin the round');
    expect(page.rig().commissioning.rounds).toHaveLength(1);
    await page.type('Who', 'Mara');
    expect(page.rig().commissioning.rounds[0]!.by).toBe('Mara');
    await page.undo();
    await page.undo();
    expect(page.rig().commissioning.rounds).toEqual([]);
  });
  it('offers a short round of what a change made stale, and of nothing else', async () => {
    const done = upTo('sign');
    const ended = { atMs: 1, by: 'Mara', exceptions: 0 };
    const rounds = done.commissioning.rounds.map((round) => ({ ...round, ended }));
    const loads = done.loads.map((load) =>
      load.id === 'fan' ? { ...load, power: { by: 'watts' as const, powerW: 53 } } : load,
    );
    const page = await openPage(RoundPage, { ...done, loads, commissioning: { ...done.commissioning, rounds } });
    const facts = TestBed.inject(ProvingFacts);
    expect(facts.stale().map(({ step }) => step.id)).toEqual(['roll-call:load:fan']);
    await page.press('A short round of this step');
    expect(page.rig().commissioning.rounds.at(-1)!.only).toEqual(['roll-call:load:fan', 'sign']);
  });
  it('says what is wrong on paper before anything is powered, in the record too, and signs it as an exception', async () => {
    const done = upTo('sign');
    const runs = done.wiring.runs.map((run) => (run.id === 'main-plus' ? { ...run, areaMm2: 1 } : run));
    const label = runs.find(({ id }) => id === 'main-plus')!.label;
    const thin = { ...done, wiring: { ...done.wiring, runs } };
    const page = await openPage(RoundPage, thin);
    expect(page.text('.caution')).toContain(`wrong on paper, whatever is measured here: ${label}`);
    const facts = TestBed.inject(ProvingFacts);
    expect(facts.wrongOnPaper()).toContain(label);
    TestBed.resetTestingModule();
    const record = await openPage(RecordPage, thin);
    expect((record.fixture.nativeElement as HTMLElement).textContent).toContain('Wrong by the circuit’s own figures');
    TestBed.resetTestingModule();
    const sound = await openPage(RoundPage, done);
    expect(sound.text('.caution')).not.toContain('on paper');
  });
  it('offers a short round of what came since it was signed, and says what no step is about', async () => {
    const done = upTo('sign');
    const ended = { atMs: 1, by: 'Mara', exceptions: 0 };
    const rounds = done.commissioning.rounds.map((round) => ({ ...round, ended }));
    const signed = { ...done, commissioning: { ...done.commissioning, rounds } };
    const grown = { ...signed, loads: [...signed.loads, load('radio', 'Radio', 20, 2, { group: 'Desk' })] };
    const page = await openPage(RoundPage, grown);
    expect(page.text('.note')).toContain('with its cables in no step: Radio.');
    TestBed.resetTestingModule();
    const record = await openPage(RecordPage, grown);
    expect((record.fixture.nativeElement as HTMLElement).textContent).toContain(
      'Cables not proven, since the circuit does not have them: Radio.',
    );
    TestBed.resetTestingModule();
    const laid = laidOut(grown);
    const more = await openPage(RoundPage, laid);
    const since = TestBed.inject(ProvingFacts);
    expect(since.notInCircuit()).toEqual([]);
    const left = since.leftSince().map(({ step }) => step.id);
    expect(left).toContain('roll-call:load:radio');
    expect(more.text('h1')).toMatch(/^\d+ steps came since it was signed/);
    await more.press(`A short round of these ${left.length} steps`);
    expect(more.rig().commissioning.rounds.at(-1)!.only).toEqual([...left, 'sign']);
    TestBed.resetTestingModule();
    const after = await openPage(RecordPage, laid);
    expect(after.text('h1')).toMatch(/signed by Mara; \d+ steps have (come since|to be repeated)/);
  });
  it('says of a fuse which it was, and is', async () => {
    const laid = upTo(null);
    const steps = stepsOf(laid);
    const fuse = steps.find(({ kind }) => kind === 'fuses')!.checks[0]!;
    const [round] = laid.commissioning.rounds;
    const rounds = [{ ...round!, entries: steps.map((step) => entry(step)) }];
    const parts = laid.wiring.parts.map((part) =>
      part.id === fuse.id && part.kind === 'fuse' ? { ...part, ratingA: 15, family: 'blade' } : part,
    );
    const rig = { ...laid, wiring: { ...laid.wiring, parts }, commissioning: { ...laid.commissioning, rounds } };
    const page = await open('fuses', rig);
    expect(page.text('.was')).toContain(`${fuse.name}: ${fuse.reads!} → 15 A, blade`);
    expect(page.text('co-checks')).toContain(`${fuse.name}: 15 A, blade`);
  });
  it('says how many cables lie side by side, and lay', async () => {
    const laid = upTo(null);
    const [round] = laid.commissioning.rounds;
    const rounds = [{ ...round!, entries: stepsOf(laid).map((step) => entry(step)) }];
    const runs = laid.wiring.runs.map((run) => (run.id === 'main-plus' ? { ...run, conductors: 2 } : run));
    const rig = { ...laid, wiring: { ...laid.wiring, runs }, commissioning: { ...laid.commissioning, rounds } };
    const page = await open('crimp:main-plus', rig);
    expect(page.text('.was')).toContain('cables side by side: 1 → 2');
    expect(page.text('.how')).toMatch(/^2 × \d+ mm², from/);
  });
  it('takes in what another device answered, once, and no other rig', async () => {
    const mine = upTo('crimp:battery-1-post');
    const steps = stepsOf(mine);
    const third = steps[2]!;
    const theirs = structuredClone(mine);
    theirs.commissioning.rounds[0]!.entries.push(entry(third, { note: 'by the other' }));
    const page = await openPage(RoundPage, mine);
    const fileOf = async (rig: Rig) => {
      const { blob } = await exportArchive(TestBed.inject(Storage).db, rig);
      return new File([blob], 'x.zip');
    };
    const takeIn = async (rig: Rig) => {
      await (page.fixture.componentInstance as unknown as { takeIn(file: File): Promise<void> }).takeIn(
        await fileOf(rig),
      );
      await page.settle();
    };
    await takeIn(theirs);
    expect(page.text('.note')).toBe('1 answer was taken over.');
    expect(page.rig().commissioning.rounds[0]!.entries.at(-1)!.note).toBe('by the other');
    await takeIn(theirs);
    expect(page.text('.note')).toBe('Nothing in it that was not here already.');
    await takeIn({ ...theirs, id: 'another', name: 'Another' });
    expect(page.text('.note')).toBe('That file holds another rig, Another. Nothing was taken over.');
    const looked = structuredClone(theirs);
    looked.commissioning.rounds[0]!.entries.push(entry(third, { id: 'again' }));
    await takeIn(looked);
    expect(page.rig().wiring.runs[0]).toMatchObject({ done: ['cut', 'crimped', 'pulled', 'sealed'] });
  });
});

describe('a step', () => {
  it('that is ticked keeps each tick as it is made, and all of them at one press', async () => {
    const page = await open('crimp:battery-1-post');
    expect(page.text('h1')).toBe('Look at both ends of W01.');
    page.element.querySelectorAll<HTMLInputElement>('co-checks input')[1]!.click();
    await page.settle();
    expect(page.rig().commissioning.rounds[0]!.drafts[0]!.seen).toEqual([{ what: 'pull', value: 1 }]);
    await page.press('Both ends are good');
    expect(last(page)).toMatchObject({ stepId: 'crimp:battery-1-post', outcome: 'pass' });
    expect(
      last(page)
        .seen.map(({ what }) => what)
        .sort(),
    ).toEqual(['pull', 'seal', 'strands']);
    expect(page.rig().commissioning.rounds[0]!.drafts).toEqual([]);
    const [, ...others] = page.rig().wiring.runs;
    expect(page.rig().wiring.runs[0]).toMatchObject({
      label: 'W01',
      done: ['cut', 'crimped', 'pulled', 'sealed'],
      areaMm2: 16,
      cut: { areaMm2: 16 },
    });
    expect(others.every(({ cut, done }) => cut === null && done.length === 0)).toBe(true);
    expect(wentTo()![1]).toMatchObject({ queryParams: { step: stepsOf(page.rig())[3]!.id } });
    TestBed.inject(ProvingFacts).undo();
    await page.settle();
    expect(page.rig().wiring.runs[0]).toMatchObject({ done: [], cut: null });
    expect(page.rig().commissioning.rounds[0]!.entries.map(({ stepId }) => stepId)).not.toContain(
      'crimp:battery-1-post',
    );
  });
  it('that fails is a snag with its reason; one that is not there is passed over with one', async () => {
    const page = await open('crimp:battery-1-post');
    await page.press('One is not…');
    await page.type('What is wrong with it', 'a strand outside');
    await page.press('Keep it as a snag');
    expect(last(page)).toMatchObject({ outcome: 'fail', note: 'a strand outside' });
    await page.press('Leave it so, because…');
    await page.type('Why it is left so', 'spare, not joined');
    await page.press('Leave it so');
    expect(last(page)).toMatchObject({ outcome: 'accepted', note: 'spare, not joined' });
    await page.press('Not here…');
    await page.press('not fitted');
    await page.press('Pass it over');
    expect(last(page)).toMatchObject({ outcome: 'not-here', note: 'not fitted' });
    await page.undo();
    expect(last(page).outcome).toBe('accepted');
  });
  it('behind a gate waits for what comes before it', async () => {
    const page = await openPage(StepPage, upTo('breakers-off'), { step: 'zero' });
    expect(page.text('.how')).toContain('Before power comes first');
    expect(page.element.querySelector('.thumbs')).toBeNull();
    await page.press('Go there');
    expect(wentTo()![1]).toMatchObject({ queryParams: { step: 'breakers-off' } });
  });
  it('asks about volts of another system before they count', async () => {
    const page = await open('rest:1.1');
    await page.type('volts at its posts', '13.2');
    await page.type('rested for', '5');
    await page.type('it is at', '20');
    expect(page.text('co-answer h2')).toBe('That is no battery of 25.60 V.');
    expect(page.text('.thumbs .strong')).toBe('It really is 13.20 V');
    await page.type('volts at its posts', '26.4');
    expect(page.text('.thumbs .strong')).toBe('It stands at 26.40 V');
  });
});

describe('the gate', () => {
  const apart = () => {
    const rig = upTo('gate');
    const rounds = rig.commissioning.rounds.map((round) => ({
      ...round,
      entries: round.entries.map((one) =>
        one.stepId === 'rest:2.1'
          ? { ...one, seen: one.seen.map((each) => (each.what === 'restedV' ? { ...each, value: 25 } : each)) }
          : one,
      ),
    }));
    return { ...rig, commissioning: { ...rig.commissioning, rounds } };
  };
  it('stays shut, charges the lower one alone by the clock, and asks for new volts', async () => {
    vi.useFakeTimers({ toFake: ['Date'], now: Date.UTC(2026, 2, 3, 10) });
    try {
      const page = await open('gate', apart());
      expect(page.text('co-answer h2')).toBe('These must not be joined yet.');
      await page.type('Charger gives', '20');
      await page.press('Charging begins now');
      vi.setSystemTime(Date.UTC(2026, 2, 3, 12, 15));
      document.dispatchEvent(new Event('visibilitychange'));
      await page.settle();
      expect(page.texts('co-alone dd')[2]).toBe('2.3 h');
      vi.setSystemTime(Date.UTC(2026, 2, 2));
      document.dispatchEvent(new Event('visibilitychange'));
      await page.settle();
      expect(page.text('co-alone .caution')).toContain('The clock of this device was changed');
      vi.setSystemTime(Date.UTC(2026, 2, 3, 14));
      await page.press('It is full: measure');
      expect(last(page)).toMatchObject({ stepId: 'mark:match' });
      expect(TestBed.inject(ProvingFacts).standingOf('rest:1.1')!.state).toBe('open');
      expect(wentTo()![1]).toMatchObject({ queryParams: { step: 'rest:1.1' } });
    } finally {
      vi.useRealTimers();
    }
  });
});

const FIRST_CALLED = 'roll-call:load:alarm';

describe('the roll call', () => {
  const stray = () => {
    const rig = laidOut();
    const runs = rig.wiring.runs.map((run) => (run.id === 'inverter-inv-minus' ? { ...run, to: 'battery-2.-' } : run));
    return upTo('roll-call:inverter:inv', { ...rig, wiring: { ...rig.wiring, runs } });
  };
  const read = async (page: Awaited<ReturnType<typeof open>>, before: string, after: string) => {
    await page.type('shown before', before);
    await page.type('shown after', after);
  };
  it('reads, and says by how much', async () => {
    const page = await open('roll-call:load:lamp');
    await read(page, '0', '-1');
    expect(page.text('co-answer h2')).toBe('It reads.');
    await page.press('It reads: −1.00 A');
    expect(last(page).seen).toEqual([
      { what: 'before', value: 0 },
      { what: 'after', value: -1 },
    ]);
  });
  it('warns of what draws so much that it may run for moments only', async () => {
    const rig = laidOut();
    const thruster = { ...rig.loads[0]!, id: 'th', name: 'Thruster', power: { by: 'watts' as const, powerW: 3000 } };
    const page = await open(
      'roll-call:load:th',
      upTo('roll-call:load:th', laidOut({ ...rig, loads: [...rig.loads, thruster] })),
    );
    expect(page.text('.how')).toContain('may run for moments only');
    TestBed.resetTestingModule();
    expect((await open('roll-call:load:lamp')).text('.how')).toBe('As it usually runs.');
  });
  it('leads to the round where none is under way', async () => {
    const rig = laidOut(sampleRig());
    const page = await openPage(
      StepPage,
      { ...rig, commissioning: { ...rig.commissioning, rounds: [] } },
      { step: '' },
    );
    expect(page.text('.how')).toMatch(/^No round is under way/);
    expect(page.element.querySelector('.body a')!.getAttribute('href')).toBe('/rig/sample/commissioning');
  });
  it('finds the negative beside the shunt, draws it mended, and asks for this step again alone', async () => {
    const plate = 'roll-call:load:plate';
    const rig = stray();
    const steps = stepsOf(rig);
    const before = upTo(plate, { ...rig, commissioning: { ...rig.commissioning, rounds: [] } });
    expect(steps.some(({ id }) => id === plate)).toBe(true);
    const page = await openPage(StepPage, before, { step: plate });
    await read(page, '-0.3', '-0.3');
    expect(page.text('co-answer h2')).toBe('Its negative passes the shunt by.');
    expect(page.text('co-answer p')).toMatch(/Look at W\d+, Inverter − to Battery 2 −, as it is drawn/);
    const stood = TestBed.inject(ProvingFacts)
      .standings()
      .filter(({ state }) => state === 'pass').length;
    await page.press('Moved, and tight: draw it so');
    expect(page.rig().wiring.runs.find(({ id }) => id === 'inverter-inv-minus')!.to).toBe('minus.bar');
    const after = TestBed.inject(ProvingFacts);
    expect(after.standingOf(plate)!.state).toBe('stale');
    expect(after.snags().map(({ standing }) => standing.step.id)).toEqual([plate]);
    // The nuts at either end were said to be tight; the inverter's own call rests on the same way.
    const stale = after.stale().map(({ step }) => step.id);
    expect(stale.filter((id) => id.startsWith('torque:'))).toEqual([]);
    expect(after.standings().filter(({ state }) => state === 'pass').length).toBeGreaterThan(stood - 4);
  });
  it('turns a sign that was forgotten', async () => {
    const page = await open('roll-call:load:lamp', upTo(FIRST_CALLED));
    await read(page, '0.2', '1.2');
    expect(page.text('co-answer h2')).toBe('The shunt is the wrong way round.');
    await page.press('Both readings were negative');
    expect(page.text('co-answer h2')).toBe('It reads.');
    await page.press('shown after: turn the sign');
    expect(page.field('shown after').value).toBe('1.2');
  });
  it('says by how much all is read wrongly, with its working, where the shunt is set for another', async () => {
    const rig = upTo('roll-call:source:engine');
    for (const { seen } of rig.commissioning.rounds[0]!.entries)
      for (const one of seen) if (one.what === 'after') one.value *= 2;
    const page = await open('roll-call:source:engine', rig);
    await read(page, '0', '60');
    expect(page.text('co-answer h2')).toBe('Everything reads 2.00 times what it should.');
    expect(page.text('co-answer dl')).toMatch(/shown, of what flows\s*2\.00/);
    const rows = [...page.element.querySelectorAll<HTMLButtonElement>('co-answer dl co-figure button')];
    rows.at(-1)!.click();
    expect(TestBed.inject(WorkingStore).figure()).toMatchObject({ id: 'commissioning.times-read', value: 2 });
  });
  it('takes what was measured into the audit, where a plate was wrong', async () => {
    const page = await open('roll-call:load:fan');
    await read(page, '0', '-8');
    expect(page.text('co-answer h2')).toBe('It draws 8.00 A, not what the plan says.');
    await page.press('Take what was measured into the audit');
    expect(page.rig().loads.find(({ id }) => id === 'fan')).toMatchObject({ known: 'clamp', power: { powerW: 205 } });
    await page.undo();
    expect(page.rig().loads.find(({ id }) => id === 'fan')!.known).not.toBe('clamp');
  });
  it('says that too little may come back over the chassis, and too much cannot', async () => {
    const page = await open('roll-call:load:fan');
    await read(page, '0', '-8');
    expect(page.text('co-answer .words')).not.toContain('chassis');
    await page.type('shown after', '-0.4');
    await page.settle();
    expect(page.text('co-answer h2')).toBe('It draws 0.40 A, not what the plan says.');
    expect(page.text('co-answer .words')).toContain('past the shunt, over the chassis');
  });
  it('calls all again once the shunt is set right', async () => {
    const page = await open('roll-call:load:lamp', upTo(FIRST_CALLED));
    await read(page, '0', '1');
    await page.press('It is mended: read all again');
    expect(last(page).stepId).toBe('mark:roll-call');
    expect(TestBed.inject(ProvingFacts).standingOf('roll-call:load:lamp')!.state).toBe('open');
  });
});

describe('what is measured', () => {
  it('a breaker behind which all is open shows nothing, one that closes a way what hangs on it', async () => {
    const page = await open('power:fuse-battery-1');
    expect(page.text('.how')).toContain('nothing may flow');
    expect(page.text('co-expected dd')).toBe('0.00 A');
    expect(page.text('.caution')).toContain('Hand on it.');
    await page.type('shown', '-6');
    await page.settle();
    expect(page.text('co-answer h2')).toBe('Something flows that should not.');
    expect(page.text('co-answer .words')).toContain('its zero is off, and is set after these');
    TestBed.resetTestingModule();
    const fan = await open('power:fuse-inverter-inv');
    expect(fan.text('.how')).toContain('No more may flow than what hangs on it');
    expect(fan.text('.caution')).toContain('The inverter’s capacitors fill with a spark.');
    await fan.type('shown', '60');
    await fan.settle();
    expect(fan.text('co-answer h2')).toBe('More flows than may.');
  });
  it('a source that was to stay away and feeds is named, and put away again before the next', async () => {
    const sun = await open('power:fuse-source-sun');
    expect(sun.text('.how')).toContain('A source that feeds already is put away again before the next.');
    TestBed.resetTestingModule();
    const lamp = await open('power:fuse-group-Cabin');
    expect(lamp.text('.how')).not.toContain('put away');
    await lamp.type('shown', '6');
    await lamp.settle();
    expect(lamp.text('co-answer h2')).toBe('A source may have come on.');
    expect(lamp.text('co-answer .words')).toMatch(/^.+, .+: closed before, and to stay away for now\./);
    expect(lamp.text('co-answer .words')).toContain('what it gives hides what the');
  });
  it('a breaker before a converter asks what that gives', async () => {
    const of12V = sampleRig();
    const loads = of12V.loads.map((one) => (one.id === 'fan' ? { ...one, dcVoltageV: 12 } : one));
    const radio = await open(
      'power:fuse-group-12V-Cabin',
      upTo('power:fuse-group-12V-Cabin', laidOut({ ...of12V, loads })),
    );
    expect(radio.text('.caution')).toContain('Measure what it gives, 12 V, before anything is joined to it.');
  });
  it('the zero says what it adds up to, and passes once it was set', async () => {
    const page = await open('zero');
    await page.type('shown', '0.05');
    expect(page.texts('co-answer dd')).toEqual(['8.4 Ah a week']);
    expect(page.text('.thumbs .strong')).toBe('Read again');
    await page.type('after zeroing again', '0');
    expect(page.text('.thumbs .strong')).toBe('It is at zero');
  });
  it('a way that is too high asks for its pieces and names one', async () => {
    const page = await open('drop:inverter-inv');
    await page.type('current', '-18');
    await page.type('across the posts', '26.4');
    await page.type('across the bars', '26.37');
    await page.type('across its terminals', '25.9');
    expect(page.text('co-answer h2')).toBe('One stretch is too high.');
    const [first] = page.texts('co-pieces .row span').map((text) => text.replace(/ up to.*/, ''));
    await page.type(`across ${first!}`, '0.4');
    expect(page.text('co-answer h2')).toBe(`The joint is at ${first!}.`);
    await page.press('A snag, later');
    expect(last(page)).toMatchObject({ outcome: 'fail', note: `The joint is at ${first!}.` });
  });
  it('the first charge is full by two readings that hold', async () => {
    vi.useFakeTimers({ toFake: ['Date'], now: Date.UTC(2026, 2, 3, 10) });
    try {
      const page = await open('full-charge');
      const note = async (volts: string, amps: string) => {
        await page.type('volts', volts);
        await page.type('current', amps);
        await page.press('Note this reading');
      };
      await note('27', '40');
      expect(page.text('co-answer h2')).toBe('Not yet.');
      await note('28.4', '6');
      expect(page.text('co-answer h2')).toBe('Both are reached. Do they hold?');
      vi.setSystemTime(Date.UTC(2026, 2, 3, 10, 6));
      await note('28.4', '5');
      expect(page.text('co-answer h2')).toBe('It is full.');
      expect(page.texts('co-charge tbody tr')).toHaveLength(3);
      await page.press('It is full');
      expect(last(page)).toMatchObject({ stepId: 'full-charge', outcome: 'pass' });
    } finally {
      vi.useRealTimers();
    }
  });
});

describe('the record', () => {
  it('is signed with a name and stands with its exceptions, to the last answer', async () => {
    const rig = upTo('sign');
    const zero = stepsOf(rig).find(({ id }) => id === 'zero')!;
    const [round] = rig.commissioning.rounds;
    const entries = [...round!.entries, entry(zero, { id: 'e-not', outcome: 'not-here', note: 'no meter yet' })];
    const page = await openPage(
      StepPage,
      { ...rig, commissioning: { ...rig.commissioning, rounds: [{ ...round!, entries }] } },
      { step: 'sign' },
    );
    expect(page.element.querySelector<HTMLButtonElement>('.thumbs .strong')!.disabled).toBe(true);
    await page.type('Your name', 'Mara');
    await page.press('Sign: 1 exception');
    const signed = page.rig();
    expect(signed.commissioning.rounds[0]!.ended).toMatchObject({ by: 'Mara', exceptions: 1 });
    TestBed.resetTestingModule();
    const walk = signed.commissioning.rounds[0]!;
    const mark = entry(
      { ...zero, id: 'mark:match' },
      {
        note: 'charged alone',
        seen: [
          { what: 'string', value: 1 },
          { what: 'chargerA', value: 20 },
        ],
      },
    );
    const gone = entry({ ...zero, id: 'roll-call:load:sold' }, { note: 'it read' });
    const rounds = [{ ...walk, entries: [mark, gone, ...walk.entries] }];
    const record = await openPage(RecordPage, { ...signed, commissioning: { ...signed.commissioning, rounds } });
    expect(record.text('h1')).toBe('Proven with 1 exception, signed by Mara.');
    const rows = record.texts('tbody tr');
    expect(rows.some((row) => /Measure battery 1 at rest.*volts at its posts 26.40 V.*proven.*Mara/.test(row))).toBe(
      true,
    );
    expect(rows.some((row) => row.startsWith('Battery 2 charged alone at 20.00 A; what was read'))).toBe(true);
    expect(rows.some((row) => /roll-call:load:sold.*it read/.test(row))).toBe(true);
    expect(rows.some((row) => /no meter yet.*not here/.test(row))).toBe(true);
  });
});
