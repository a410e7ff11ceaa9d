/** One stretch of neighbouring rows, volts and amps as the file has them. */
export interface SignRows {
  voltageV: readonly number[];
  currentA: readonly number[];
}

export type Sign = 'positive' | 'negative';

/** One sign of evidence: which way it points, and how much it weighs; 0 says nothing. */
interface Evidence {
  way: -1 | 0 | 1;
  weight: number;
}

const NOTHING: Evidence = { way: 0, weight: 0 };
/** Rows of a stretch over which a slow change is looked for. */
const WINDOW_ROWS = 24;
const WANTED = 3;

/**
 * Which sign of the current charges, judged by several signs of evidence over the whole file; null where they are thin or
 * disagree: then a person must say it.
 *
 * 1. A step of the current moves the voltage with it, at once: a bank has a resistance. In absorption it moves little, but never
 *    the other way.
 * 2. Above any voltage at which a bank rests, current flows into it.
 * 3. Over hours a bank that is charged rises, and one that is drawn from falls.
 * 4. Current and voltage go together on the whole. By itself this fails where a charger holds the voltage while the current tapers.
 * @param stretches  from all over the file, each of rows that follow one another
 * @param nominalV   of the bank
 */
export function guessSign(all: readonly SignRows[], nominalV: number): Sign | null {
  return judge(
    all.map((rows) => believable(rows, nominalV)),
    nominalV,
  );
}

/** Without rows that no bank of this voltage can show: one of them would outweigh all others. */
function believable({ voltageV, currentA }: SignRows, nominalV: number): SignRows {
  const kept = voltageV.map(
    (volts, k) => volts > 0.4 * nominalV && volts < 1.6 * nominalV && Number.isFinite(currentA[k]),
  );
  return { voltageV: voltageV.filter((_, k) => kept[k]), currentA: currentA.filter((_, k) => kept[k]) };
}

function judge(stretches: readonly SignRows[], nominalV: number): Sign | null {
  const all = stretches.flatMap(({ currentA }) => currentA);
  if (all.length < 20) return null;
  const usualA = all.reduce((sum, amps) => sum + Math.abs(amps), 0) / all.length;
  if (!(usualA > 0)) return null;
  const evidence = [
    ofSteps(stretches, usualA),
    ofHighVoltage(stretches, usualA, nominalV),
    ofSlowChange(stretches, usualA),
    ofTheWhole(stretches),
  ];
  const [steps, high] = evidence as [Evidence, Evidence, Evidence, Evidence];
  if (steps.way * high.way < 0) return null;
  const score = evidence.reduce((sum, { way, weight }) => sum + way * weight, 0);
  if (Math.abs(score) < WANTED) return null;
  return score > 0 ? 'positive' : 'negative';
}

const STEP_OF_USUAL = 0.3;
const LEAST_STEPS = 12;

function ofSteps(stretches: readonly SignRows[], usualA: number): Evidence {
  let [count, ii, vv, iv] = [0, 0, 0, 0];
  for (const { voltageV, currentA } of stretches)
    for (let k = 1; k < currentA.length; k++) {
      const [di, dv] = [(currentA[k] ?? 0) - (currentA[k - 1] ?? 0), (voltageV[k] ?? 0) - (voltageV[k - 1] ?? 0)];
      if (Math.abs(di) < STEP_OF_USUAL * usualA) continue;
      count++;
      ii += di * di;
      vv += dv * dv;
      iv += di * dv;
    }
  if (count < LEAST_STEPS || !(vv > 0)) return NOTHING;
  const together = iv / Math.sqrt(ii * vv);
  const sureness = Math.abs(together) * Math.sqrt(count);
  if (sureness < 3 || Math.abs(together) < 0.12) return NOTHING;
  return { way: together > 0 ? 1 : -1, weight: sureness > 6 && Math.abs(together) > 0.3 ? 3 : 2 };
}

/** Of a bank of this nominal voltage no chemistry rests so high. */
const ABOVE_REST = 1.08;
const LEAST_HIGH = 8;

function ofHighVoltage(stretches: readonly SignRows[], usualA: number, nominalV: number): Evidence {
  let [count, sum, against] = [0, 0, 0];
  for (const { voltageV, currentA } of stretches)
    voltageV.forEach((volts, k) => {
      if (volts < ABOVE_REST * nominalV || volts > 1.5 * nominalV) return;
      count++;
      sum += currentA[k] ?? 0;
    });
  if (count < LEAST_HIGH) return NOTHING;
  const way = sum > 0 ? 1 : -1;
  for (const { voltageV, currentA } of stretches)
    voltageV.forEach((volts, k) => {
      if (volts >= ABOVE_REST * nominalV && volts <= 1.5 * nominalV && (currentA[k] ?? 0) * way < -0.1 * usualA)
        against++;
    });
  const mean = Math.abs(sum / count);
  if (mean < 0.05 * usualA || against > 0.25 * count) return NOTHING;
  return { way, weight: 2 };
}

function ofSlowChange(stretches: readonly SignRows[], usualA: number): Evidence {
  let [count, qq, vv, qv] = [0, 0, 0, 0];
  for (const { voltageV, currentA } of stretches)
    for (let from = 0; from + WINDOW_ROWS <= currentA.length; from += WINDOW_ROWS) {
      const third = Math.floor(WINDOW_ROWS / 3);
      const mean = (values: readonly number[], a: number, b: number) =>
        values.slice(a, b).reduce((sum, one) => sum + one, 0) / (b - a);
      const end = from + WINDOW_ROWS;
      const charge = mean(currentA, from, end);
      if (Math.abs(charge) < 0.3 * usualA) continue;
      const rise = mean(voltageV, end - third, end) - mean(voltageV, from, from + third);
      count++;
      qq += charge * charge;
      vv += rise * rise;
      qv += charge * rise;
    }
  if (count < 4 || !(vv > 0)) return NOTHING;
  const together = qv / Math.sqrt(qq * vv);
  if (Math.abs(together) < 0.3 || Math.abs(together) * Math.sqrt(count) < 2) return NOTHING;
  return { way: together > 0 ? 1 : -1, weight: 1 };
}

function ofTheWhole(stretches: readonly SignRows[]): Evidence {
  const volts = stretches.flatMap(({ voltageV }) => voltageV);
  const amps = stretches.flatMap(({ currentA }) => currentA);
  const mean = (values: readonly number[]) => values.reduce((sum, one) => sum + one, 0) / values.length;
  const [meanV, meanA] = [mean(volts), mean(amps)];
  let [vv, aa, va] = [0, 0, 0];
  volts.forEach((volt, k) => {
    const amp = amps[k] ?? 0;
    vv += (volt - meanV) ** 2;
    aa += (amp - meanA) ** 2;
    va += (volt - meanV) * (amp - meanA);
  });
  const together = va / Math.sqrt(vv * aa);
  if (!(Math.abs(together) > 0.3)) return NOTHING;
  return { way: together > 0 ? 1 : -1, weight: 1 };
}
