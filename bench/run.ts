import { commissioningBench } from './commissioning';
import { coverage } from './coverage';
import { dayBench } from './day';
import { firstLoadBench } from './first-load';
import { importBench } from './import';
import { monitorBench } from './monitor';
import { typingBench } from './typing';
import { wiringBench } from './wiring';
import { yearBench } from './year';

/** Benchmarks by name; each prints its own lines. Targets stand in docs/architecture.md. */
const BENCHES: Record<string, () => Promise<void>> = {
  import: importBench,
  day: dayBench,
  year: yearBench,
  typing: typingBench,
  'first-load': firstLoadBench,
  wiring: wiringBench,
  commissioning: commissioningBench,
  monitor: monitorBench,
  coverage: () => Promise.resolve(coverage((line) => console.log(line))),
};

const asked = process.argv.slice(2);
for (const [name, bench] of Object.entries(BENCHES)) {
  if (asked.length > 0 && !asked.includes(name)) continue;
  console.log(`\n== ${name}`);
  await bench();
}
