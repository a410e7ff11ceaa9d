import { textSum } from '../text/text-sum';
import { type Part, postOf } from './part';
import type { WiringPlan } from './plan';
import type { Run, RunRole } from './run';

/** What a circuit consists of, as it is stored. */
export type Laid = Pick<WiringPlan, 'parts' | 'runs'>;

const NAME_MOST = 120;
/** m, one way; guesses until somebody has gone round with a string. */
export const GUESS = {
  post: 0.1,
  nearPost: 0.08,
  bank: 0.4,
  bar: 0.1,
  trunk: 0.5,
  inverter: 1,
  charger: 1.5,
  block: 4,
  loads: 3,
  link: 0.2,
  second: 5,
  monitor: 1.5,
  bond: 1,
};

/** Things that a hand added, by their ids. */
export const isByHand = (id: string) => id.startsWith('own-');

export const PLUS_BAR = postOf('plus', 'bar');
/** Where every negative of the system side comes to. */
export const MINUS_BAR = postOf('minus', 'bar');

export interface Bars {
  plus: string;
  minus: string;
}
export const MAIN_BARS: Bars = { plus: PLUS_BAR, minus: MINUS_BAR };
export const BLOCK_BARS: Bars = { plus: postOf('block-plus', 'bar'), minus: postOf('block-minus', 'bar') };

/** What a small circuit hangs on: the bars of the block, or the main one in place of one that is not there. */
export const smallBars = (isThere: (barId: string) => boolean): Bars => ({
  plus: isThere('block-plus') ? BLOCK_BARS.plus : PLUS_BAR,
  minus: isThere('block-minus') ? BLOCK_BARS.minus : MINUS_BAR,
});

export const common = (id: string, name: string) => ({
  id,
  name: name.slice(0, NAME_MOST),
  stud: 'M8' as const,
  lugsMost: 2,
  torqueNm: null,
});
export const newFuse = (id: string, of: string): Extract<Part, { kind: 'fuse' }> => ({
  ...common(id, `Fuse of ${of}`),
  kind: 'fuse',
  family: null,
  ratingA: null,
  sheet: null,
});

/** How a part lies between its bars, where not as most do. */
interface Way {
  bars?: Bars;
  /** Of its two long runs. */
  more?: Partial<Run>;
  /** Where its positive run leads, if not to it. */
  positiveTo?: string;
  /** Of its negative run, if not as long as that. */
  backM?: number;
}

/** A part between two bars, with a fuse of its own where it hangs on the positive one. */
export function betweenBars(part: Part, lengthM: number, way: Way = {}): Laid {
  const { id, name } = part;
  const { bars = MAIN_BARS, more = {}, positiveTo = postOf(id, '+'), backM = lengthM } = way;
  const fuseId = isByHand(id) ? `${id}-fuse` : `fuse-${id}`;
  return {
    parts: [part, newFuse(fuseId, name)],
    runs: [
      newRun(`${id}-bar`, 'positive', bars.plus, postOf(fuseId, 'in'), GUESS.bar),
      { ...newRun(`${id}-plus`, 'positive', postOf(fuseId, 'out'), positiveTo, lengthM), ...more },
      { ...newRun(`${id}-minus`, 'negative', postOf(id, '-'), bars.minus, backM), ...more },
    ],
  };
}

/** What was added beside the plan, a maintainer or a heater: between the two bars, with a fuse of its own. */
export function otherConsumer(
  ownId: string,
  { name, currentA, gives }: { name: string; currentA: number; gives: boolean },
): Laid {
  const id = idFor('own', ownId);
  return betweenBars({ ...common(id, name), kind: 'other', gives, currentA, dropFraction: null }, GUESS.charger);
}

/** A conductor as it is bought where nothing else is said. */
export const newRun = (id: string, role: RunRole, from: string, to: string, lengthM: number): Run => ({
  id,
  label: '',
  role,
  from,
  to,
  endsBy: 'rules',
  lengthM,
  lengthBy: 'guessed',
  areaMm2: null,
  conductors: 1,
  insulationC: 105,
  engineSpace: false,
  bundled: 1,
  fromLug: null,
  toLug: null,
  done: [],
  cut: null,
});

/** A run by hand, from the negative bar to the chassis until its ends are chosen. */
export const handRun = (ownId: string): Run => ({
  ...newRun(idFor('own', ownId), 'negative', MINUS_BAR, postOf('chassis', 'bolt'), GUESS.bond),
  endsBy: 'hand',
});

/** Labels stay with their cables; new ones take the next numbers. */
export function labelled(runs: readonly Run[]): Run[] {
  let last = runs.reduce((most, { label }) => Math.max(most, Number(/\d+$/.exec(label)?.[0] ?? 0)), 0);
  return runs.map((run) => (run.label === '' ? { ...run, label: `W${String(++last).padStart(2, '0')}` } : run));
}

/** Room for what is put before and behind it: fuse-…, …-minus. */
const ID_MOST = 48;

/** An id for what serves a thing; a long one is cut, and told from others that begin alike by a sum over all of it. */
export function idFor(prefix: string, of: string): string {
  const whole = `${prefix}-${of}`;
  if (whole.length <= ID_MOST) return whole;
  const mark = `-${textSum(whole)}`;
  return whole.slice(0, ID_MOST - mark.length) + mark;
}

/** A circuit of its own for some loads, between the bars of the block where there is one. */
export function ownCircuit(
  ownId: string,
  name: string,
  loadIds: string[],
  { parts }: Laid,
  converterV: number | null = null,
): Laid {
  const bars = smallBars((barId) => parts.some(({ id }) => id === barId));
  const part: Part = { ...common(idFor('own', ownId), name), kind: 'loads', loadIds, converterV, dropFraction: null };
  return betweenBars(part, GUESS.loads, { bars });
}
