/** What is switched, as far as the order of a roll call depends on it. */
export interface Switched {
  id: string;
  circuitId: string;
  /** At its most, A; positive of a source. */
  currentA: number;
  /** Of an AC load: the inverter that must be on for it. */
  needsId: string | null;
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
 * is switched once. Small ones come before large ones, since the meter is calm only while little flows; an inverter before what hangs on it;
 * sources last. Only where the bank or an inverter could not bear them together is something switched off first, the largest, which makes
 * room for most.
 */
export function callingOrder(all: readonly Switched[], { bankA, inverterW }: SwitchingLimits): Called[] {
  const size = ({ currentA }: Switched) => Math.abs(currentA);
  const byId = new Map(all.map((one) => [one.id, one]));
  const place = (one: Switched) => {
    const own = one.needsId === null ? undefined : byId.get(one.needsId);
    return Math.max(size(one), own ? size(own) : 0);
  };
  const ordered = [...all].sort(
    (a, b) =>
      Number(a.currentA > 0) - Number(b.currentA > 0) ||
      place(a) - place(b) ||
      Number(a.needsId !== null) - Number(b.needsId !== null),
  );
  const on: Switched[] = [];
  return ordered.map((one) => {
    const offFirst: string[] = [];
    const tooMuch = () => {
      const drawn = on.reduce((sum, { currentA }) => sum + Math.max(0, -currentA), Math.max(0, -one.currentA));
      const limitW = one.needsId === null ? undefined : inverterW.get(one.needsId);
      const acW = on.reduce((sum, other) => sum + (other.needsId === one.needsId ? other.acW : 0), one.acW);
      return { bank: drawn > bankA, inverter: limitW !== undefined && acW > limitW };
    };
    for (let over = tooMuch(); over.bank || over.inverter; over = tooMuch()) {
      const isInTheWay = (other: Switched) =>
        other.id !== one.needsId &&
        !on.some(({ needsId }) => needsId === other.id) &&
        (over.inverter ? other.needsId === one.needsId : other.currentA < 0);
      const [largest] = on.filter(isInTheWay).sort((a, b) => size(b) - size(a));
      if (!largest) break;
      on.splice(on.indexOf(largest), 1);
      offFirst.push(largest.id);
    }
    on.push(one);
    return { id: one.id, offFirst };
  });
}
