import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { MONITOR_BEFORE_9 } from '../kept-spec/monitor-before-9';
import { PLAIN_MAPPING } from '../kept-spec/plain-mapping.data';
import type { LogRecord } from '../logbook/plan';
import { newRig } from './new-rig';
import { pathText, readPlan } from './read-plan';
import { parseRigFile } from './rig-file';
import { RIG_VERSION } from './version';

type Way = readonly (string | number)[];

const demo = (name: string) => (JSON.parse(readFileSync(`demo/files/${name}.rig.json`, 'utf8')) as { rig: object }).rig;
const wagtail = demo('pied-wagtail');
/** As the versions before them kept a monitor, and as version 1 kept its only inverter. */
const older = { ...wagtail, monitor: MONITOR_BEFORE_9, inverter: { name: 'Inv', efficiencyFraction: 0.9 } };

const JUNK: readonly unknown[] = [null, 'junk', -7, [], {}, [null], true];

/** Ways to all that a value holds, of lists the first two items alone. */
function waysIn(value: unknown, way: Way = []): Way[] {
  if (typeof value !== 'object' || value === null) return [way];
  const inner: (readonly [string | number, unknown])[] = Array.isArray(value)
    ? value.slice(0, 2).map((item, k) => [k, item] as const)
    : Object.entries(value);
  return [way, ...inner.flatMap(([key, item]) => waysIn(item, [...way, key]))];
}

function replaced(value: unknown, [step, ...rest]: Way, by: unknown): unknown {
  if (step === undefined) return by;
  if (Array.isArray(value)) return value.map((item, k) => (k === step ? replaced(item, rest, by) : (item as unknown)));
  return { ...(value as object), [step]: replaced((value as Record<string, unknown>)[step], rest, by) };
}

const aLog = (id: string): LogRecord => ({
  id,
  name: `${id}.csv`,
  importedAtMs: 0,
  mapping: PLAIN_MAPPING,
  timeZone: 'UTC',
  latitudeDeg: null,
  longitudeDeg: null,
  rowsRead: 1,
  rowsKept: 1,
  rowsSetAside: 0,
  rowsDuplicate: 0,
  rowsBackward: 0,
  rowsCovered: 0,
  firstMs: 0,
  lastMs: 0,
  medianStepMs: 0,
  gapLimitMs: 300_000,
});

/** Whether one of two ways lies on the other. */
const isAlong = (a: string, b: string) => a.startsWith(b) || b.startsWith(a);

describe('junk in a plan', () => {
  it('is named by its place, or taken for what it is; nothing is thrown', () => {
    const astray: string[] = [];
    for (const [k, way] of waysIn(wagtail).entries())
      for (const junk of [JUNK[k % JUNK.length], JUNK[(k + 3) % JUNK.length]]) {
        const read = readPlan(replaced(wagtail, way, junk), RIG_VERSION);
        const at = pathText(['rig', ...way]);
        if (read.ok || read.problem.code !== 'wrong-field' || isAlong(read.problem.path, at)) continue;
        astray.push(`${at}: ${read.problem.path} ${read.problem.says}`);
      }
    expect(astray).toEqual([]);
  });

  it.each(Array.from({ length: RIG_VERSION - 1 }, (_, k) => [k + 1]))(
    'of version %d trips no lift, whatever stands where',
    (version) => {
      const ways = waysIn(older).filter((way) => way.length <= 4);
      for (const [k, way] of ways.entries())
        if ((k + version) % 3 === 0 || way.length < 3)
          readPlan(replaced(older, way, JUNK[(k + version) % JUNK.length]), version);
      // A whole part that is no part is refused, whatever it was lifted from.
      for (const part of ['loads', 'bank', 'logbook', 'place'])
        expect(readPlan({ ...older, [part]: 'junk' }, version).ok).toBe(false);
    },
  );

  it('around a plan is named by its place too; logs and their entries go together', () => {
    const rig = newRig('r', 'R', 'UTC');
    const problem = (more: object) => {
      const result = parseRigFile(
        JSON.stringify({ format: 'coulan-rig', version: RIG_VERSION, rig, logs: [], ...more }),
      );
      return result.ok ? null : result.problem;
    };
    expect(problem({})).toBeNull();
    expect(problem({ version: 'twelve' })).toMatchObject({ code: 'wrong-field', path: 'version' });
    expect(problem({ version: 0 })).toMatchObject({ code: 'wrong-field', path: 'version' });
    expect(problem({ logs: [{ logId: 'a', file: 'a.csv', remarks: [{ row: -1 }] }] })).toMatchObject({
      code: 'wrong-field',
      path: 'logs[0].remarks[0].row',
    });
    expect(problem({ colour: 'red' })).toMatchObject({ code: 'wrong-field', path: 'colour' });
    expect(problem({ format: 'other' })).toEqual({ code: 'not-a-rig' });
    const withLog = { ...rig, logbook: { ...rig.logbook, logs: [aLog('march')] } };
    const entry = (logId: string) => ({ logId, file: `${logId}.csv`, remarks: [] });
    expect(problem({ rig: withLog, logs: [entry('april')] })).toEqual({ code: 'logs-differ', logId: 'march' });
    expect(problem({ rig: withLog, logs: [entry('march')] })).toBeNull();
    expect(readPlan(rig, RIG_VERSION + 1)).toEqual({
      ok: false,
      problem: { code: 'newer-version', version: RIG_VERSION + 1 },
    });
  });
});
