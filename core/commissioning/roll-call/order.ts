/** What is switched, as far as the order of a roll call depends on it. */
export interface Switched {
  id: string;
  circuitId: string;
  /** At its most, A; positive of a source. */
  currentA: number;
  /** Of an AC load: the inverter that must be on for it. */
  needsId: string | null;
  /** Of a source: what its current comes out of, be it an inverter on which loads hang, or a charger that another feeds too. */
  outOf: string | null;
  /** Of what hangs on an inverter: W at its output, which counts against the inverter’s own limit. */
  acW: number;
}

/** One switching on, and what is switched off before it. */
export interface Called {
  id: string;
  offFirst: string[];
}

export interface SwitchingLimits {
  /** A out of the bank for good. */
  bankA: number;
  /** W of each inverter; one that is not named has none. */
  inverterW: ReadonlyMap<string, number>;
}

/**
 * The order in which a roll call takes the fewest switchings: everything is off at the beginning, and what was called stays on, so that each
 * is switched once. Only where the bank or an inverter could not bear all of them together must something go off again. The smallest stay,
 * since of them the most fit; what does not fit beside them is called first, each alone, and goes off before the next. Of those that stay, small
 * ones come before large ones: the meter is calm only while little flows. An inverter is called before what hangs on it; sources come last.
 * While an inverter charges, what hangs on it takes from the mains and not from the bank: it goes off before, and one source feeds a device.
 */
export function callingOrder(all: readonly Switched[], limits: SwitchingLimits): Called[] {
  const bySize = [...all].sort((a, b) => sizeOf(a) - sizeOf(b));
  const carriers = new Set(all.flatMap(({ needsId }) => needsId ?? []));
  const isCarrier = ({ id }: Switched) => carriers.has(id);
  const stay = bySize.filter(isCarrier);
  const visitors: Switched[] = [];
  for (const one of bySize) {
    if (isCarrier(one)) continue;
    if (one.currentA > 0 || fits([...stay, one], limits)) stay.push(one);
    else visitors.push(one);
  }
  // What a visitor hangs on is on before it comes.
  const early = stay.filter(({ id }) => visitors.some(({ needsId }) => needsId === id));
  const order = [...early, ...visitors, ...inTurn(stay.filter((one) => !early.includes(one)))];
  let on: Switched[] = [];
  return order.map((one) => {
    const off = on.filter((before) => visitors.includes(before) || isBeside(before, one));
    on = [...on.filter((before) => !off.includes(before)), one];
    return { id: one.id, offFirst: off.map(({ id }) => id) };
  });
}

/** Whether one that is on would hide what a source gives. */
const isBeside = ({ needsId, outOf }: Switched, source: Switched): boolean =>
  source.outOf !== null && [needsId, outOf].includes(source.outOf);

const sizeOf = ({ currentA }: Switched) => Math.abs(currentA);

/** Small before large, each after what it hangs on, sources last. */
function inTurn(all: readonly Switched[]): Switched[] {
  const byId = new Map(all.map((one) => [one.id, one]));
  const placeOf = (one: Switched) => {
    const own = one.needsId === null ? undefined : byId.get(one.needsId);
    return own ? Math.max(sizeOf(one), sizeOf(own)) : sizeOf(one);
  };
  return [...all].sort(
    (a, b) =>
      Number(a.currentA > 0) - Number(b.currentA > 0) ||
      placeOf(a) - placeOf(b) ||
      Number(a.needsId !== null) - Number(b.needsId !== null),
  );
}

/** Whether the bank, and each inverter, bears all of them at once. */
function fits(on: readonly Switched[], { bankA, inverterW }: SwitchingLimits): boolean {
  const drawnA = on.reduce((sum, { currentA }) => sum + Math.max(0, -currentA), 0);
  const isWithin = ([id, limitW]: [string, number]) =>
    on.reduce((sum, { needsId, acW }) => sum + (needsId === id ? acW : 0), 0) <= limitW;
  return drawnA <= bankA && [...inverterW].every(isWithin);
}
