import { newBank } from '../core/bank/fresh';
import { newBattery } from '../core/cells/new-battery';
import { newLoad } from '../core/audit/fresh';
import { deriveRig } from '../core/rig/derive-rig';
import { newRig } from '../core/rig/new-rig';
import { bankInParallel } from '../core/wiring/parallel/bank-in-parallel';
import { compareWays, courseRule } from '../core/wiring/parallel/compare';
import { drain } from '../core/wiring/parallel/drain';
import { parallelShares } from '../core/wiring/parallel/shares';
import { joinedBy } from '../core/wiring/parallel/topology';
import { laidOut } from '../demo/wiring';

const median = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN;

/** Median ms of a call, after it has warmed up. */
function msOf(call: () => unknown, times = 40): number {
  for (let k = 0; k < 5; k++) call();
  return median(
    Array.from({ length: times }, () => {
      const from = performance.now();
      call();
      return performance.now() - from;
    }),
  );
}

/** What a circuit and a bank in parallel cost; the last line is the ratio of a whole circuit to one network of the same run. */
export function wiringBench(print: (line: string) => void): void {
  const battery = newBattery('b', 'lfp', 4, 100);
  const plan = newRig('r', 'R', 'UTC').wiring.parallel;
  const sixteen = bankInParallel(newBank(battery, 1, 16), {}, plan);
  const join = joinedBy('end-fed', sixteen.leads);
  const instant = msOf(() => parallelShares(join(sixteen.batteries), { by: 'current', currentA: 400 }), 400);
  print(`16 batteries at one instant: ${instant.toFixed(3)} ms`);
  print(
    `seven ways of joining 16 batteries compared: ${msOf(() => compareWays(sixteen, plan, null, 400)).toFixed(1)} ms`,
  );
  const eight = bankInParallel(newBank(battery, 1, 8), {}, { ...plan, chargeFraction: 1 });
  const rule = { ...courseRule({ by: 'current', currentA: 70 }, null), mostS: 36_000 };
  print(
    `8 batteries, 10 h at 10 s: ${msOf(() => drain(joinedBy('end-fed', eight.leads), eight.drained, rule), 15).toFixed(1)} ms`,
  );

  const loads = Array.from({ length: 20 }, (_, k) => ({
    ...newLoad(`load-${k}`, `Group ${k % 9}`),
    name: `Load ${k}`,
    power: { by: 'watts' as const, powerW: k % 3 ? 20 : 300 },
  }));
  const rig = laidOut({ ...newRig('r', 'R', 'UTC'), loads, bank: newBank(battery, 1, 2) });
  let length = 1;
  const edited = () => {
    const runs = rig.wiring.runs.map((run, k) => (k === 4 ? { ...run, lengthM: (length += 0.001) } : run));
    return deriveRig({ ...rig, wiring: { ...rig.wiring, runs } }, null);
  };
  const whole = msOf(edited);
  print(`a circuit of ${rig.wiring.runs.length} runs derived after a length was typed: ${whole.toFixed(1)} ms`);
  print(`that is ${(whole / instant).toFixed(0)} networks of 16 batteries`);
}
