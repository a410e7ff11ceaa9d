import { describe, expect, it } from 'vitest';
import { newBank } from '../bank/fresh';
import { newBattery } from '../cells/new-battery';
import { circuitOf, laidOut, van } from '../kept-spec/van';
import { at } from '../quantity/guard';
import { equalLeads, stringLeads, unevenShare } from './equal-leads';
import { newRun, otherConsumer } from './new-parts';
import { asDrawn } from './parallel/as-drawn';
import { parallelResponse, parallelShares } from './parallel/shares';
import { joinedBy } from './parallel/topology';
import type { WiringPlan } from './plan';

const bank = { ...newBank(newBattery('b', 'lfp', 4, 100), 1, 3), currentSchool: 'sum' as const };
const rig = { ...van, bank };
const plan = laidOut(rig);
const batteries = [0.004, 0.004, 0.004].map((ohm) => ({ emfV: 13.2, ohm, looseOhm: 0 }));
const JOINT_OHM = 0.00005;
const copper = (lengthM: number, areaMm2: number) => (1.724e-8 * (1 + 0.00393 * 20) * lengthM) / (areaMm2 * 1e-6);

describe('the circuit as drawn', () => {
  it('with equal leads to bars shares equally, and loses by hand what the leads are', () => {
    const circuit = circuitOf(rig, plan);
    const shares = parallelShares(asDrawn(circuit, plan.parts, JOINT_OHM)!(batteries), {
      by: 'current',
      currentA: 90,
    })!;
    for (const amps of shares.batteryA) expect(amps).toBeCloseTo(30, 6);
    const area = (id: string) => circuit.runs.find(({ run }) => run.id === id)!.areaMm2;
    const ohm =
      0.004 +
      copper(0.1, area('battery-1-post')) +
      copper(0.4, area('battery-1-plus')) +
      copper(0.5, area('battery-1-minus')) +
      6 * JOINT_OHM;
    expect(shares.lossW).toBeCloseTo(3 * 30 ** 2 * ohm, 1);
  });
  it('drawn end-fed answers as end-fed does', () => {
    // Links of one length and section from post to post, and the mains on the first battery.
    const link = (role: 'positive' | 'negative', k: number) => ({
      ...newRun(
        `own-${role}-${k}`,
        role,
        `battery-${k}.${role === 'positive' ? '+' : '-'}`,
        `battery-${k + 1}.${role === 'positive' ? '+' : '-'}`,
        0.3,
      ),
      areaMm2: 50,
    });
    const mains = [
      newRun('own-main', 'positive', 'battery-1.+', 'switch-main.in', 0.5),
      newRun('own-return', 'negative', 'battery-1.-', 'shunt.bank', 0.5),
    ].map((run) => ({ ...run, areaMm2: 50 }));
    const kept = plan.runs.filter(
      ({ id }) => !id.startsWith('battery-') && id !== 'main-switch' && id !== 'main-shunt',
    );
    const runs = [...kept, ...mains, ...[1, 2].flatMap((k) => [link('positive', k), link('negative', k)])].map(
      (run, k) => ({ ...run, label: `W${k + 1}` }),
    );
    const drawn: WiringPlan = { ...plan, runs };
    const circuit = circuitOf(rig, drawn);
    const linkOhm = copper(0.3, 50) + 2 * JOINT_OHM;
    const leads = { linkOhm, leadOhm: linkOhm, barOhm: 1e-6 };
    const ours = parallelResponse(asDrawn(circuit, drawn.parts, JOINT_OHM)!(batteries)).perAmpere;
    const theirs = parallelResponse(joinedBy('end-fed', leads)(batteries)).perAmpere;
    ours.forEach((share, k) => expect(share).toBeCloseTo(at(theirs, k), 4));
    expect(unevenShare(circuit, drawn)?.share).toMatchObject({
      name: 'Battery 1',
      by: { is: 'length', longestM: 1.2, shortestM: 0 },
    });
    expect(equalLeads(circuit, runs)).toBeNull();
  });
  it('of a single string in series is that string alone, without its links', () => {
    for (const blocks of [2, 4]) {
      const alone = { ...van, bank: newBank(newBattery('b', 'agm', 6, 100), blocks, 1) };
      const drawn = laidOut(alone);
      const { batteryA, feedV } = parallelShares(
        asDrawn(circuitOf(alone, drawn), drawn.parts, JOINT_OHM)!([{ emfV: 25.6, ohm: 0.01, looseOhm: 0 }]),
        { by: 'current', currentA: 20 },
      )!;
      expect(batteryA[0]).toBeCloseTo(20, 9);
      expect(feedV).toBeLessThan(25.6 - 20 * 0.01);
    }
  });
  it('is none where nothing is fed by all', () => {
    const cut = { ...plan, runs: plan.runs.filter(({ id }) => id !== 'main-plus') };
    expect(asDrawn(circuitOf(rig, cut), plan.parts, JOINT_OHM)).toBeNull();
  });
});

it('is worked out for sixteen batteries, and not for more', () => {
  for (const [strings, is] of [
    [16, true],
    [17, false],
  ] as const) {
    const many = { ...van, bank: newBank(newBattery('b', 'lfp', 4, 100), 1, strings) };
    const laid = laidOut(many);
    const runs = laid.runs.map((run) => (/^battery-(?!2-).*-plus$/.test(run.id) ? { ...run, lengthM: 5 } : run));
    expect(unevenShare(circuitOf(many, { ...laid, runs }), { ...laid, runs }) !== null).toBe(is);
  }
});

describe('leads that must be equal', () => {
  const longer = (lengthM: number) => ({
    ...plan,
    runs: plan.runs.map((run) => (run.id === 'battery-2-plus' ? { ...run, lengthM } : run)),
  });
  it('are the sum of their segments on either side', () => {
    const leads = stringLeads(circuitOf(rig, longer(2)));
    expect(leads.map(({ plus, minus }) => [plus.value, minus.value])).toEqual([
      [0.5, 0.5],
      [2.1, 0.5],
      [0.5, 0.5],
    ]);
  });
  it('unequal ones are said from five per cent of a share on, and made equal in one press', () => {
    const drawn = longer(8);
    const circuit = circuitOf(rig, drawn);
    const { share } = unevenShare(circuit, drawn)!;
    expect(share.name).not.toBe('Battery 2');
    expect(share.by).toEqual({ is: 'length', longestM: 8.6, shortestM: 1 });
    // Three batteries alike: a third each, whatever sections the rules chose for their leads.
    expect(share.fairFraction).toBeCloseTo(1 / 3, 6);
    // The longest lead is the thickest: with a thin one in front of the others, they are short of nothing but its resistance.
    const thin = drawn.runs.map((run) => (/^battery-\d-post$/.test(run.id) ? { ...run, areaMm2: 16 } : run));
    expect(unevenShare(circuitOf(rig, { ...drawn, runs: thin }), drawn)!.share.fairFraction).toBeCloseTo(1 / 3, 6);
    expect(circuit.findings.map(({ fault }) => fault.code)).toContain('uneven');
    const mended = { ...drawn, runs: equalLeads(circuit, drawn.runs)! };
    expect(circuitOf(rig, mended).findings.map(({ fault }) => fault.code)).not.toContain('uneven');
    expect(stringLeads(circuitOf(rig, mended)).map(({ plus }) => plus.value)).toEqual([8.1, 8.1, 8.1]);
    expect(unevenShare(circuitOf(rig, longer(0.41)), longer(0.41))).toBeNull();
  });
  /** The leads of one of three batteries alike, of one length, thicker than those of the others. */
  const thicker = (areaMm2: number, thinMm2 = 16) => ({
    ...plan,
    runs: plan.runs.map((run) =>
      /^battery-\d-(plus|minus)$/.test(run.id)
        ? { ...run, lengthM: 2, areaMm2: run.id.startsWith('battery-2') ? areaMm2 : thinMm2 }
        : run,
    ),
  });
  it('of one length but of other sections are unequal too, and get that of the thickest in one press', () => {
    const drawn = thicker(70);
    const circuit = circuitOf(rig, drawn);
    const { share, stringId } = unevenShare(circuit, drawn)!;
    expect(stringId).toBe('battery-2');
    // By hand: inside, 0.1 m to the fuse, 2 m there and 2 m back, and a joint at each of six ends.
    const { ohm } = at(circuit.strings, 0);
    const post = (k: number) => copper(0.1, circuit.runs.find(({ run }) => run.id === `battery-${k}-post`)!.areaMm2);
    const way = (k: number, areaMm2: number) => ohm + post(k) + copper(4, areaMm2) + 6 * JOINT_OHM;
    const [thin, thick] = [way(1, 16), way(2, 70)];
    expect(share.carries.value).toBeCloseTo(thin / (thin + 2 * thick), 4);
    expect(share.fairFraction).toBeCloseTo(1 / 3, 4);
    expect(share.by.is).toBe('section');
    const { terms, result } = share.carries.working();
    expect(result.value).toBe(share.carries.value);
    const [own, others] = terms.map(({ value }) => value);
    expect(own).toBeCloseTo(thick - 6 * JOINT_OHM, 5);
    expect(others).toBeCloseTo((thin - 6 * JOINT_OHM) / 2, 5);
    const mended = { ...drawn, runs: equalLeads(circuit, drawn.runs)! };
    expect(unevenShare(circuitOf(rig, mended), mended)).toBeNull();
    const areas = mended.runs.flatMap(({ id, areaMm2 }) => (/^battery-\d-(plus|minus)$/.test(id) ? [areaMm2] : []));
    expect(areas).toEqual([70, 70, 70, 70, 70, 70]);
    expect(unevenShare(circuitOf(rig, thicker(25)), thicker(25))).not.toBeNull();
    expect(unevenShare(circuitOf(rig, thicker(16)), thicker(16))).toBeNull();
  });
  it('of other lengths and sections are mended in one press', () => {
    const both = thicker(70);
    const drawn = {
      ...both,
      runs: both.runs.map((run) => (run.id === 'battery-3-plus' ? { ...run, lengthM: 9 } : run)),
    };
    const mended = { ...drawn, runs: equalLeads(circuitOf(rig, drawn), drawn.runs)! };
    expect(unevenShare(circuitOf(rig, drawn), drawn)?.share.by.is).toBe('length');
    expect(unevenShare(circuitOf(rig, mended), mended)).toBeNull();
  });
  it('batteries that differ are nobody’s leads', () => {
    const one = { battery: newBattery('c', 'lfp', 4, 300), seriesCount: 1, parallelCount: 1 };
    const mixed = { ...rig, bank: { ...bank, others: [{ ...one, boughtIn: null, reason: '' }] } };
    expect(circuitOf(mixed, laidOut(mixed)).findings.map(({ fault }) => fault.code)).not.toContain('uneven');
  });
});

describe('leads of strings alike', () => {
  it('are equally thick on either side, even with something on the post of one', () => {
    const own = otherConsumer('heater', { name: 'Heater', currentA: 4, gives: false });
    const onPost = own.runs.map((run) => (run.role === 'negative' ? { ...run, to: 'battery-2.-' } : run));
    const measured = plan.runs.map((run, k) => ({ ...run, lengthM: run.lengthM * (1 + (k % 3) / 5) }));
    const { runs } = circuitOf(rig, { ...plan, parts: [...plan.parts, ...own.parts], runs: [...measured, ...onPost] });
    for (const end of ['post', 'plus', 'minus']) {
      const areas = [1, 2, 3].map((k) => runs.find(({ run }) => run.id === `battery-${k}-${end}`)!.areaMm2);
      expect(new Set(areas).size, end).toBe(1);
    }
  });
});
