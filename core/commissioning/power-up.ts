import { computed, type Figure } from '../formula/figure';
import { sumOver } from '../formula/formula';
import { type Device, deviceOf, type Devices, isSameDevice } from '../sources/device';
import type { StepContext } from './context';
import { COMMISSIONING_LIMITS as LIMITS } from './limits';
import { rest } from './rests';
import type { Step, StepOf } from './step';

/**
 * One breaker after another, from the bank outwards, and what the monitor may show then: what hangs on a way that is closed with it from
 * end to end, and what stands on those that were closed before and cannot be switched off. As long as something further on is open,
 * nothing may flow.
 * @param called  the steps of the roll call: what each circuit takes and gives
 */
export function powerUp(context: StepContext, called: readonly StepOf<'roll-call'>[]): Step[] {
  const { circuit, wiring, loads } = context;
  const { flows } = circuit.currents;
  const breakers = wiring.parts
    .filter(({ kind }) => kind === 'switch' || kind === 'fuse')
    .map((part) => ({
      part,
      behind: new Set(flows.get(part.id)?.carried.map(({ demand }) => demand.partId) ?? []),
    }))
    .filter(({ behind }) => behind.size > 0)
    .sort((a, b) => b.behind.size - a.behind.size);
  const standing = new Set(
    loads.flatMap(({ id, use, must }) => (use.by === 'always' || must ? [`roll-call:load:${id}`] : [])),
  );
  const inverters = new Set(wiring.parts.flatMap(({ id, kind }) => (kind === 'inverter' ? [id] : [])));
  const chosen = new Map(circuit.fuses.map(({ part, choice }) => [part.id, choice]));
  let before: ReadonlySet<string> = new Set();
  return breakers.map(({ part, behind }, place): Step => {
    const open = breakers.slice(place + 1);
    const now = new Set([...behind].filter((id) => !open.some((one) => one.behind.has(id))));
    const mayFlow = called.filter(
      ({ id, item: { circuitId } }) =>
        (now.has(circuitId) && !before.has(circuitId)) || (before.has(circuitId) && standing.has(id)),
    );
    const given = oneOfEach(
      called.filter(({ item }) => item.toA > 0 && before.has(item.circuitId)),
      context,
    );
    const filling = [...now].some((id) => inverters.has(id) && !before.has(id));
    const convertersV = wiring.parts.flatMap((one) =>
      one.kind === 'loads' && one.converterV !== null && now.has(one.id) && !before.has(one.id) ? [one.converterV] : [],
    );
    before = new Set([...before, ...now]);
    const size = chosen.get(part.id);
    return {
      id: `power:${part.id}`,
      kind: 'power',
      phase: 'power-up',
      name: part.name,
      partId: part.id,
      filling,
      convertersV,
      away: { names: given.map(({ name }) => name), mostA: given.reduce((sum, { item }) => sum + item.toA, 0) },
      checks: [],
      fields: [{ what: 'shown', unit: 'A', limit: LIMITS.shownA, optional: false }],
      expected: [
        {
          what: 'shown',
          from: most(part.id, part.name, 'takes', mayFlow),
          to: most(part.id, part.name, 'gives', oneOfEach(mayFlow, context)),
        },
      ],
      rests: [
        rest('fuse', size ? `${size.ratingA} A, ${size.family ?? ''}` : ''),
        ...[...behind].sort().map((id) => rest(id, 'behind it')),
      ],
    };
  });
}

/** Of sources that come out of one device the largest: one feeds it at a time. */
function oneOfEach(called: readonly StepOf<'roll-call'>[], among: Devices): StepOf<'roll-call'>[] {
  const deviceBy = ({ about }: StepOf<'roll-call'>): Device | null => {
    const source = 'source' in about && among.sources.find(({ id }) => id === about.source);
    return source ? deviceOf(source, among) : null;
  };
  return called.filter((one, k) => {
    const device = deviceBy(one);
    const rivals = called.filter((other, j) => {
      const others = j === k ? null : deviceBy(other);
      return device && others && isSameDevice(device, others);
    });
    return rivals.every(({ item, id }) => item.toA < one.item.toA || (item.toA === one.item.toA && id > one.id));
  });
}

function most(id: string, name: string, way: 'takes' | 'gives', called: readonly StepOf<'roll-call'>[]): Figure {
  const own = called.filter(({ item }) => (way === 'gives' ? item.toA > 0 : item.fromA < 0));
  return sumOver(
    {
      id: `commissioning.power-${way}:${id}`,
      says: `${name}, all behind it that ${way}`,
      unit: 'A',
      source: 'as the roll call expects them',
    },
    own.map(({ name: says, item, expected }) => ({ says, item, expected })),
    ({ item, expected }) => {
      const of = way === 'gives' ? item.toA : item.fromA;
      const [change] = expected;
      const figure = [change?.from, change?.to].find((one) => one?.value === of);
      return figure ?? computed(of);
    },
  );
}
