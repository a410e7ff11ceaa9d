import { computed, type Sourced } from '../formula/figure';
import type { Load } from './load';
import type { Audit } from './audit';
import type { AuditLine } from './audit-line';

/** Something that can be left running: a load, or an inverter with its standby. */
export interface Runnable {
  id: string;
  says: string;
  kind: 'load' | 'inverter';
  /** It goes on and off by itself: the draw is its mean. */
  cycles: boolean;
  must: boolean;
  /** All pieces together, W, conversion losses counted, and at the load itself. An inverter's standby is its own draw. */
  atBankW: number;
  atLoadW: number;
  /** The standby row of the inverter without which an AC load does not run; null: none. */
  needs: string | null;
}

const standbyId = (inverterId: string) => `standby:${inverterId}`;

/** Everything in the audit that could be left running, inverters last. */
export function runnables(loads: readonly Load[], audit: Audit): Runnable[] {
  const ofLoads = loads.flatMap((load): Runnable[] => {
    const line = audit.lines.find(({ id }) => id === load.id);
    if (!line) return [];
    const cycles = load.use.by === 'share' || load.use.by === 'timed';
    const needs = line.inverterId === null ? null : standbyId(line.inverterId);
    return [
      {
        id: load.id,
        says: line.says,
        kind: 'load',
        cycles,
        must: load.must,
        needs,
        ...steadyDraw(line, load.quantity, cycles),
      },
    ];
  });
  const ofInverters = audit.inverters.map(({ id, name, standbyW }): Runnable => {
    const draw = { atBankW: standbyW.value, atLoadW: standbyW.value };
    return {
      id: standbyId(id),
      says: `${name}, standby`,
      kind: 'inverter',
      cycles: false,
      must: false,
      needs: null,
      ...draw,
    };
  });
  return [...ofLoads, ...ofInverters];
}

/** What runs when these are picked: they, and the inverters that they need. */
export function runningOf(all: readonly Runnable[], picked: ReadonlySet<string>): Runnable[] {
  const needed = new Set(all.flatMap(({ id, needs }) => (picked.has(id) && needs !== null ? [needs] : [])));
  return all.filter(({ id }) => picked.has(id) || needed.has(id));
}

/**
 * What a load draws on average while it is in use: a compressor its mean, everything else what it draws while it runs.
 * At the bank, conversion losses counted, and at the load itself, all its pieces together, W.
 */
export function steadyDraw(line: AuditLine, quantity: number, cycles: boolean): { atBankW: number; atLoadW: number } {
  if (line.recordedW) return { atBankW: line.recordedW.atBank, atLoadW: line.recordedW.atLoad };
  const duty = cycles ? Math.min(1, line.hoursPerDay.value / 24) : 1;
  return { atBankW: line.runningW * duty, atLoadW: line.powerW.value * quantity * duty };
}

/** Several of them together, and whatever else is typed in, W. */
export function drawTogether(running: readonly Runnable[], extraW: number): { atBankW: Sourced; atLoadsW: Sourced } {
  const inverters = running.filter(({ kind }) => kind === 'inverter').length;
  const loads = running.length - inverters;
  const note = [
    `${loads} ${loads === 1 ? 'load' : 'loads'}`,
    ...(inverters > 0 ? [`${inverters === 1 ? 'an inverter' : `${inverters} inverters`} on standby`] : []),
    ...(extraW > 0 ? ['watts typed in'] : []),
  ].join(' and ');
  const sum = (key: 'atBankW' | 'atLoadW') => running.reduce((total, one) => total + one[key], extraW);
  return { atBankW: computed(sum('atBankW'), note), atLoadsW: computed(sum('atLoadW'), note) };
}
