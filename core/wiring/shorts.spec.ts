import { describe, expect, it } from 'vitest';
import { newBank } from '../bank/fresh';
import { newBattery } from '../cells/new-battery';
import { pick } from '../kept-spec/draws';
import { TYPICAL, typicalName, typicalRig } from '../kept-spec/typical-rigs.data';
import { deriveRig } from '../rig/derive-rig';
import type { Rig } from '../rig/rig';
import { solve } from '../network/solve';
import { drawsFrom } from '../statistics/random-bits';
import { bankStrings, stringPosts } from './battery-posts';
import { changedOver } from './edit-circuit';
import { mendedBy, waysToLayAgain } from './lay-again';
import { common } from './new-parts';
import { partIdOf, postOf, THROUGH } from './part';
import type { Run } from './run';
import { laidOut } from '../../demo/wiring';
import { polarityOf } from './shorts';

const RIGS = TYPICAL.map((typical) => ({ is: typicalName(typical), rig: typicalRig(typical) }));
const named = (part: string) => RIGS.find(({ is }) => is.includes(part))!.rig;

/** A rig of which one run is joined otherwise, by a hand. */
const joined = (rig: Rig, id: string, ends: Partial<Pick<Run, 'from' | 'to'>>): Rig => ({
  ...rig,
  wiring: {
    ...rig.wiring,
    runs: rig.wiring.runs.map((run) => (run.id === id ? { ...run, ...ends, endsBy: 'hand' } : run)),
  },
});
const polarity = ({ wiring, bank }: Rig) => polarityOf(wiring.parts, wiring.runs, bankStrings(bank));
const shorted = (rig: Rig) => polarity(rig).shorts.map(({ id }) => id);
const codes = (rig: Rig) => deriveRig(rig, null).circuit!.findings.map(({ fault }) => fault.code);

describe('plus and minus', () => {
  it('meet nowhere in a circuit as it is laid out', () => {
    for (const { is, rig } of RIGS) {
      expect(shorted(rig), is).toEqual([]);
      expect(polarity(rig).turnedIds.size, is).toBe(0);
    }
  });
  it('meet where any one positive is brought to the negative bar, or a negative to the positive one: that run is named', () => {
    for (const { is, rig } of RIGS.filter((_, k) => k % 5 === 0))
      for (const { id, role, from, to } of rig.wiring.runs) {
        if (role !== 'positive' && role !== 'negative') continue;
        const across = postOf(role === 'positive' ? 'minus' : 'plus', 'bar');
        // The end that leads away from the bank: what is left joins the bank’s other side to the bar.
        const away = role === 'positive' || /^(battery|bank-minus|shunt)/.test(from) ? 'to' : 'from';
        if (partIdOf({ from, to }[away]) === partIdOf(across)) continue;
        expect(shorted(joined(rig, id, { [away]: across })), `${is}: ${id}`).toEqual([id]);
      }
  });
  it('of one battery are apart, and so are those of two where one lies the wrong way round', () => {
    const rig = named('24 V, 2 in parallel');
    expect(shorted(joined(rig, 'battery-1-link-1', { to: 'battery-1.+' }))).toEqual(['battery-1-link-1']);
    const turned = joined(joined(rig, 'battery-2-post', { from: 'battery-2.-' }), 'battery-2-minus', {
      from: 'battery-2.+',
    });
    expect(shorted(turned)).toHaveLength(1);
    expect(shorted(turned)[0]).toMatch(/^battery-2-(post|minus)$/);
  });
  it('are of one voltage side by side: 12 V of lead beside 12.8 V of lithium, not beside 25.6 V', () => {
    const lead = newBank(newBattery('l', 'agm', 6, 100), 1, 1);
    const lithium = (seriesCount: number) => ({ ...newBank(newBattery('b', 'lfp', 4, 100), seriesCount, 1) });
    const beside = (seriesCount: number) => {
      const { battery, parallelCount } = lithium(seriesCount);
      return bankStrings({ ...lead, others: [{ battery, seriesCount, parallelCount, boughtIn: null, reason: '' }] });
    };
    const rig = named('12 V, 2 in parallel');
    const link = {
      ...rig.wiring.runs[0]!,
      id: 'link',
      role: 'link',
      from: 'battery-2.1-',
      to: 'battery-2.2+',
    } as const;
    const runs = [...rig.wiring.runs, link];
    expect(polarityOf(rig.wiring.parts, rig.wiring.runs, beside(1)).shorts).toEqual([]);
    expect(polarityOf(rig.wiring.parts, runs, beside(2)).shorts.map(({ id }) => id)).not.toEqual([]);
  });
  it('are told apart behind a second battery too', () => {
    const rig = named('12 V, 1 in parallel');
    const second = { ...common('second', 'Second'), kind: 'second-battery', nominalV: 12, ohm: null } as const;
    const run = (id: string, from: string, to: string): Run => ({
      ...rig.wiring.runs[0]!,
      id,
      from,
      to,
      endsBy: 'hand',
    });
    const parts = [...rig.wiring.parts, second];
    const strings = bankStrings(rig.bank);
    const minus = { ...run('second-minus', 'second.-', 'minus.bar'), role: 'negative' } as const;
    const plus = run('second-plus', 'second.+', 'plus.bar');
    expect(polarityOf(parts, [...rig.wiring.runs, minus, plus], strings).shorts).toEqual([]);
    const across = run('second-plus', 'second.+', 'minus.bar');
    expect(polarityOf(parts, [...rig.wiring.runs, minus, across], strings).shorts).toEqual([across]);
  });
});

describe('any end of any run brought to any post', () => {
  const next = drawsFrom(20_261_128);
  const oneOf = <One>(all: readonly One[]) => pick(next, all);
  const cases = Array.from({ length: 160 }, () => {
    const { is, rig } = oneOf(RIGS);
    const run = oneOf(rig.wiring.runs);
    const end = next() < 0.5 ? 'from' : 'to';
    const posts = rig.wiring.runs.flatMap(({ from, to }) => [from, to]);
    const to = oneOf(posts.filter((post) => post !== run.from && post !== run.to));
    return { is: `${is}: ${run.id} ${end} ${to}`, moved: joined(rig, run.id, { [end]: to }) };
  });
  it('is a short circuit just where a network of all its copper would burn', () => {
    const burns = cases.map(({ moved }) => hardestA(moved) > 50);
    expect(burns.filter(Boolean).length).toBeGreaterThan(20);
    cases.forEach(({ is, moved }, k) => expect(shorted(moved).length > 0, is).toBe(burns[k]));
  });
  it('leaves a circuit that is worked out', () => {
    for (const { is, moved } of cases) expect(deriveRig(moved, null).failures, is).toEqual([]);
  });
  it.each(['fuse-monitor.in', 'monitor.+', 'shunt.bank', 'chassis.bolt'])(
    'and so where a battery’s own lead ends at %s',
    (to) => {
      for (const { is, rig } of RIGS.filter((one) => one.is.includes('2 in parallel')).slice(0, 8)) {
        const { failures, circuit } = deriveRig(joined(rig, 'battery-2-post', { to }), null);
        expect(failures, is).toEqual([]);
        expect(circuit!.findings.filter(({ severity }) => severity === 'error').length, is).toBeGreaterThan(0);
      }
    },
  );
});

/** A out of the battery that gives most, with every switch closed and nothing that draws: 1 mΩ a piece of copper, 10 mΩ a battery. */
function hardestA({ wiring, bank }: Rig): number {
  const places = new Map<string, number>();
  const place = (post: string) => places.get(post) ?? places.set(post, places.size).size - 1;
  const copper = (from: string, to: string) => ({ from: place(from), to: place(to), ohm: 0.001 });
  const battery = (plus: string, minus: string, emfV: number) => ({
    plus: place(plus),
    minus: place(minus),
    emfV,
    ohm: 0.01,
  });
  const resistors = [
    ...wiring.runs.map(({ from, to }) => copper(from, to)),
    ...wiring.parts.flatMap(({ id, kind }) => {
      const way = THROUGH[kind];
      return way ? [copper(postOf(id, way[0]), postOf(id, way[1]))] : [];
    }),
  ];
  const sources = [
    ...bankStrings(bank).flatMap((string) => {
      const posts = stringPosts(string);
      return posts.flatMap((post, k) => (k % 2 === 0 ? [battery(post, posts[k + 1]!, 12)] : []));
    }),
    ...wiring.parts.flatMap((part) =>
      part.kind === 'second-battery' ? [battery(postOf(part.id, '+'), postOf(part.id, '-'), part.nominalV)] : [],
    ),
  ];
  const { sourceA } = solve({ posts: places.size, resistors, sources, sinks: [] });
  return Math.max(...sourceA.map(Math.abs));
}

describe('what leads around a fuse or a switch', () => {
  const rig = named('12 V, 2 in parallel, inverter 2000 W');
  const around = (from: string, to: string) => {
    const own: Run = { ...rig.wiring.runs[0]!, id: 'own-1', label: 'W99', from, to, endsBy: 'hand' };
    return deriveRig({ ...rig, wiring: { ...rig.wiring, runs: [...rig.wiring.runs, own] } }, null)
      .circuit!.findings.filter(({ fault }) => fault.code === 'bridged')
      .map(({ on, severity }) => [on && 'part' in on ? on.part : '', severity]);
  };
  it('is nothing as it is laid out', () => {
    for (const { is, rig: one } of RIGS) expect(codes(one), is).not.toContain('bridged');
  });
  it('is said of each that it leads around: an error of fuses, a warning of switches', () => {
    expect(around('plus.bar', 'inverter-inv.+')).toEqual([['fuse-inverter-inv', 'error']]);
    expect(around('switch-main.in', 'switch-main.out')).toEqual([['switch-main', 'warning']]);
    expect(around('battery-1.+', 'plus.bar')).toEqual(
      expect.arrayContaining([
        ['fuse-battery-1', 'error'],
        ['switch-main', 'warning'],
      ]),
    );
    expect(around('plus.bar', 'block-plus.bar')).toEqual([['fuse-block', 'error']]);
    expect(around('minus.bar', 'bank-minus.bar')).toEqual([]);
  });
});

describe('a meter', () => {
  it('is fed by no switch as it is laid out, and from behind one where its lead is moved there', () => {
    for (const { is, rig } of RIGS) {
      const found = (one: Rig) =>
        deriveRig(one, null).circuit!.findings.flatMap(({ fault }) =>
          fault.code === 'meter-switched' ? [fault.byId] : [],
        );
      expect(found(rig), is).toEqual([]);
      expect(found(joined(rig, 'monitor-post', { from: 'plus.bar' })), is).toEqual(['switch-main']);
      // Joined to nothing it is not fed at all.
      expect(found(joined(rig, 'monitor-post', { from: 'minus.bar' })), is).toEqual([]);
    }
  });
});

describe('what is joined to one battery’s own post', () => {
  it.each([2, 3])(
    'is small beside what %i of them feed together, and changes none of their cables but by its fuse',
    (n) => {
      const plain = named('12 V, 2 in parallel, inverter 2000 W');
      const bank = { ...plain.bank!, parallelCount: n, currentSchool: 'sum' as const };
      const rig = laidOut({ ...plain, bank, wiring: { ...plain.wiring, parts: [], runs: [] } });
      const alarm = joined(rig, 'load-alarm-bar', { from: 'battery-1.+' });
      const figures = (one: Rig) => {
        const { runs, fuses } = deriveRig(one, null).circuit!;
        return {
          bears: new Map(runs.map(({ run, bears }) => [run.id, bears.value])),
          sizes: new Map(fuses.map(({ part, choice }) => [part.id, choice?.ratingA])),
        };
      };
      const [before, after] = [figures(rig), figures(alarm)];
      const own = after.sizes.get('fuse-load-alarm')!;
      for (const [id, bears] of before.bears)
        if (!/^(block|load|group)-/.test(id)) {
          expect(after.bears.get(id), id).toBeGreaterThanOrEqual(bears - 1e-9);
          expect(after.bears.get(id), id).toBeLessThanOrEqual(bears + own + 1e-9);
        }
      for (let k = 1; k <= n; k++)
        expect(after.sizes.get(`fuse-battery-${k}`)).toBe(before.sizes.get(`fuse-battery-${k}`));
      expect(codes(alarm).filter((code) => code !== 'not-selective')).toEqual([]);
    },
  );
});

describe('a short circuit among the findings', () => {
  it('is an error on its run, and gone once that is moved back', () => {
    const rig = joined(named('24 V, 2 in parallel'), 'main-plus', { to: 'bank-minus.bar' });
    const { circuit, audit } = deriveRig(rig, null);
    const found = circuit!.findings.find(({ fault }) => fault.code === 'short')!;
    expect(found).toMatchObject({ severity: 'error', on: { run: 'main-plus' } });
    const facts = { ...rig, bank: rig.bank!, sources: rig.charging.sources, audit };
    const way = mendedBy(found, waysToLayAgain(facts, rig.wiring), circuit!.findings)!;
    expect(way.is).toBe('ends');
    expect(way.movedBack.map(({ id }) => id)).toEqual(['main-plus']);
    expect(codes({ ...rig, wiring: { ...rig.wiring, ...way.circuit } })).toEqual([]);
  });
  it('is none where a load is joined the wrong way round: that is said of the load, and changed over', () => {
    const rig = named('12 V, 1 in parallel');
    const wiring = { ...rig.wiring, ...changedOver(rig.wiring, 'load-fridge') };
    expect(codes({ ...rig, wiring })).toEqual(['turned']);
    const back = { ...wiring, ...changedOver(wiring, 'load-fridge') };
    expect(codes({ ...rig, wiring: back })).toEqual([]);
  });
  it('is none where the chassis lies on plus, which is said of the chassis', () => {
    const rig = joined(named('12 V, 1 in parallel'), 'bond', { from: 'plus.bar' });
    expect(shorted(rig)).toEqual([]);
    expect(codes(rig)).toEqual(['turned']);
  });
  it('is none where a shunt lies the wrong way round, which is said of the shunt', () => {
    const rig = named('12 V, 1 in parallel');
    expect(codes({ ...rig, wiring: { ...rig.wiring, ...changedOver(rig.wiring, 'shunt') } })).toEqual(['turned']);
  });
  it('is laid out again in the gentlest way that helps, or in none', () => {
    const rig = named('24 V, 2 in parallel');
    const facts = { ...rig, bank: rig.bank!, sources: rig.charging.sources, audit: deriveRig(rig, null).audit };
    expect(waysToLayAgain(facts, rig.wiring).map(({ is }) => is)).toEqual(['again']);
    const runs = rig.wiring.runs.filter(({ id }) => id !== 'main-plus');
    const out = { ...rig.wiring, runs, removed: ['main-plus'] };
    const { findings } = deriveRig({ ...rig, wiring: out }, null).circuit!;
    const unreached = findings.find(({ fault }) => fault.code === 'unreached')!;
    expect(mendedBy(unreached, waysToLayAgain(facts, out), findings)!.is).toBe('all');
    const away = { ...unreached, fault: { code: 'no-shunt' } } as const;
    expect(mendedBy(away, waysToLayAgain(facts, { ...out, parts: [] }), findings)).toBeDefined();
  });
});
