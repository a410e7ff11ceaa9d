import { inferRollCall } from '../core/commissioning/roll-call/infer';
import { judgeZero } from '../core/commissioning/zero';
import { drawnDrop } from '../core/kept-spec/drop-walks';
import { rightCause } from '../core/kept-spec/right-cause';
import { drawnCase, FAULT_KINDS, rollCallOf, seeded } from '../core/kept-spec/roll-calls';

const RIGS = 1000;
const SHUNT = { ratedA: 500, fullV: 0.05 };
const share = (right: number, of: number) => `${((100 * right) / of).toFixed(1)} % of ${of}`;

/** How often a roll call names what is wrong, on drawn rigs with one thing wrong, and how seldom it accuses a healthy one. */
export function commissioningBench(): Promise<void> {
  const started = performance.now();
  let inferred = 0;
  const named = (drawn: ReturnType<typeof drawnCase>) => {
    inferred++;
    return rightCause(drawn, inferRollCall(drawn.items, drawn.readings, SHUNT, drawn.stepA));
  };
  for (const kind of FAULT_KINDS) {
    if (kind === 'bypass') continue;
    const right = seeds().filter((seed) => named(drawnCase(seed, kind))).length;
    console.log(
      `${kind === 'none' ? 'healthy, and not accused' : `${kind}, named`}: ${share(right, RIGS)} (target ${kind === 'none' ? 99 : 97})`,
    );
  }
  let [right, all] = [0, 0];
  for (const seed of seeds()) {
    const { items, stepA } = drawnCase(seed, 'none');
    for (const circuitId of new Set(items.map((item) => item.circuitId))) {
      const fault = { is: 'bypass', circuitId } as const;
      all++;
      if (named({ items, stepA, fault, readings: rollCallOf(seeded(seed + 7), items, fault, stepA) })) right++;
    }
  }
  console.log(`each negative beside the shunt in turn, named: ${share(right, all)} (target 97)`);
  console.log(`${((performance.now() - started) / inferred).toFixed(1)} ms a roll call`);
  const ways = seeds();
  console.log(
    `good ways by their drop, not accused: ${share(ways.filter((seed) => drawnDrop(seed, 'none').isRight).length, RIGS)} (target 99)`,
  );
  const loose = ways.map((seed) => drawnDrop(seed, 'loose')).filter(({ isHidden }) => !isHidden);
  console.log(
    `loose joint on a way, named: ${share(loose.filter(({ isRight }) => isRight).length, loose.length)} (target 97); ${RIGS - loose.length} more hide in what a good way may have`,
  );
  const offset = ways.filter((seed) => {
    const random = seeded(seed);
    const stepA = [0.01, 0.05, 0.1][seed % 3] ?? 0.1;
    const offA = (random() < 0.5 ? -1 : 1) * stepA * (2 + 20 * random());
    const shown = (trueA: number) => Math.round((trueA + 0.2 * stepA * (random() - 0.5)) / stepA) * stepA;
    return (
      judgeZero(shown(offA), null, stepA).outcome === 'fail' && judgeZero(shown(0), null, stepA).outcome === 'pass'
    );
  }).length;
  console.log(`offset of two steps and more, found, and none accused: ${share(offset, RIGS)} (target 97)`);
  return Promise.resolve();
}

const seeds = () => Array.from({ length: RIGS }, (_, k) => 10_000 + k);
