import { newBank } from '../core/bank/fresh';
import { newBattery } from '../core/cells/new-battery';
import { newLoad } from '../core/audit/fresh';
import { rigDeriver } from '../core/rig/derive-rig';
import { newRig } from '../core/rig/new-rig';
import { bankInParallel } from '../core/wiring/parallel/bank-in-parallel';
import { compareWays, courseRule } from '../core/wiring/parallel/compare';
import { drain } from '../core/wiring/parallel/drain';
import { parallelShares } from '../core/wiring/parallel/shares';
import { joinedBy } from '../core/wiring/parallel/topology';
import type { Rig } from '../core/rig/rig';
import { RIG_FORMAT, RIG_VERSION } from '../core/rig/version';
import { laidOut } from '../demo/wiring';
import { knowHelper, launch, median, serve } from './chromium';
import { keystrokes } from './keystroke';

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

/** What a circuit and a bank in parallel cost, in the core and on screen. */
export async function wiringBench(): Promise<void> {
  const rig = inTheCore((line) => console.log(line));
  await onScreen(rig);
}

/** @returns a rig with a circuit */
function inTheCore(print: (line: string) => void): Rig {
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

  const loads = Array.from({ length: 36 }, (_, k) => ({
    ...newLoad(`load-${k}`, `Group ${k % 9}`),
    name: `Load ${k}`,
    power: { by: 'watts' as const, powerW: k % 3 ? 20 : 300 },
  }));
  const rig = laidOut({ ...newRig('r', 'R', 'UTC'), loads, bank: newBank(battery, 1, 2) });
  let length = 1;
  const derive = rigDeriver();
  const edited = () => {
    const runs = rig.wiring.runs.map((run, k) => (k === 4 ? { ...run, lengthM: (length += 0.001) } : run));
    // A stage is worked out when it is asked for; those before it have nothing to do.
    return derive({ ...rig, wiring: { ...rig.wiring, runs } }, null).circuit;
  };
  const whole = msOf(edited);
  print(`a circuit of ${rig.wiring.runs.length} runs derived after a length was typed: ${whole.toFixed(1)} ms`);
  print(`that is ${(whole / instant).toFixed(0)} networks of 16 batteries`);
  return rig;
}

const KEYS = 40;
const DRAWN = 8;

/** A length typed among the runs, and the whole circuit laid out as a net, again and again. */
async function onScreen(rig: Rig): Promise<void> {
  const server = await serve();
  const browser = await launch();
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await knowHelper(page);
    await page.goto(server.address);
    const buffer = Buffer.from(JSON.stringify({ format: RIG_FORMAT, version: RIG_VERSION, rig, logs: [] }));
    await page
      .getByLabel('Import a rig file')
      .setInputFiles({ name: 'rig.json', mimeType: 'application/json', buffer });
    await page.getByRole('link', { name: /Wiring/ }).click();
    await page.getByRole('link', { name: /^Runs/ }).click();
    const run = rig.wiring.runs[4]!;
    const lengths = Array.from({ length: KEYS }, (_, k) => Number((1 + 0.37 * k).toFixed(2)));
    const said = await keystrokes(page, page.getByLabel(`${run.label}: length`), lengths);
    console.log(`keystroke to painted figures, ${rig.wiring.runs.length} runs: ${said}`);
    await page.getByRole('link', { name: 'Drawing' }).click();
    const times: number[] = [];
    for (let k = 0; k < DRAWN; k++) {
      await page.getByRole('button', { name: 'Draw it as it is joined' }).click();
      const from = await page.evaluate(() => performance.now());
      await page.locator('co-net-drawing svg').waitFor();
      times.push((await page.evaluate(() => performance.now())) - from);
      await page.getByRole('button', { name: 'Draw it by rule' }).click();
    }
    const warm = times.slice(1);
    console.log(
      `the net of ${rig.wiring.runs.length} runs: first ${times[0]!.toFixed(0)} ms, then ${median(warm).toFixed(0)} ms at the median`,
    );
  } finally {
    await browser.close();
    server.stop();
  }
}
