import { expect, it } from 'vitest';
import { circuitParts, circuitOf, laidOut, van } from '../kept-spec/van';
import { dropsFreed } from './drops-freed';
import { freed } from './edit-circuit';
import type { Run } from './run';

const plan = laidOut(van);
const its = new Set(['inverter-inv-plus', 'inverter-inv-minus']);
const lying = (changes: Partial<Run>) => ({
  ...plan,
  runs: plan.runs.map((run) => (its.has(run.id) ? { ...run, ...changes } : run)),
});

it('a way that lost too much over thin wires does not once the rules choose them, unless the list ends', () => {
  const thin = lying({ areaMm2: 10, lengthM: 3 });
  const drops = circuitOf(van, thin).findings.flatMap(({ on, fault }) => (fault.code === 'drop' ? [on] : []));
  expect(drops).toEqual([{ part: 'inverter-inv' }]);
  expect(dropsFreed(circuitParts(van, thin), its)).toEqual(new Set());
  expect(dropsFreed(circuitParts(van, thin), new Set())).toEqual(new Set(['inverter-inv takes']));
  const far = lying({ areaMm2: 10, lengthM: 100 });
  expect(dropsFreed(circuitParts(van, far), its)).toEqual(new Set(['inverter-inv takes']));
});
it('frees those runs and no other', () => {
  const typed = plan.runs.map((run) => ({ ...run, areaMm2: 50 }));
  const free = freed(typed, its);
  expect(free.filter(({ areaMm2 }) => areaMm2 === null).map(({ id }) => id)).toEqual([...its]);
  expect(free.filter(({ areaMm2 }) => areaMm2 === 50)).toHaveLength(typed.length - 2);
});
