import { nominalVoltage } from '../cells/nominal-voltage';
import { at } from '../quantity/guard';
import { type BankString, stringPosts } from './battery-posts';
import type { LaidRun } from './laid-run';
import { type Part, partIdOf, postOf, THROUGH } from './part';
import type { RunRole } from './run';

/** What must not be joined, and is; and what is joined the wrong way round. */
export interface Polarity {
  /** Runs whose two ends a battery holds apart. */
  shorts: LaidRun[];
  /** Parts whose positive post leads to the bank’s negative, and the other way round; the chassis where it lies on plus. */
  turnedIds: ReadonlySet<string>;
}

/** Batteries side by side may differ by so much of the smaller one: 12.8 V of lithium beside 12 V of lead. */
const ALIKE_SHARE = 0.25;

/**
 * Copper from plus to minus, whatever it passes: fuses, switches, the chassis. The batteries and the parts that let current through come first, then run
 * after run, those at home on their posts before those that are not, and those laid by rule before those that a hand moved: the one that
 * closes a ring in which volts are left over is the short circuit.
 * @param runs  whose posts are there
 */
export function polarityOf(parts: readonly Part[], runs: readonly LaidRun[], strings: readonly BankString[]): Polarity {
  const { join, above } = levels();
  const volts: number[] = [];
  const stand = (plus: string, minus: string, apartV: number) => {
    volts.push(apartV);
    join(plus, minus, apartV);
  };
  for (const string of strings) {
    const posts = stringPosts(string);
    const blockV = nominalVoltage({ battery: string.battery, seriesCount: 1 }).value;
    for (let k = 0; k + 1 < posts.length; k += 2) stand(at(posts, k), at(posts, k + 1), blockV);
  }
  for (const part of parts) {
    if (part.kind === 'second-battery') stand(postOf(part.id, '+'), postOf(part.id, '-'), part.nominalV);
    const way = THROUGH[part.kind];
    if (way) join(postOf(part.id, way[0]), postOf(part.id, way[1]), 0);
  }
  const leastV = ALIKE_SHARE * Math.min(...volts);
  const poleOf = poles(parts);
  const strangeness = (run: LaidRun) =>
    2 * [run.from, run.to].filter((post) => isStrange(run.role, poleOf(post))).length + (run.endsBy === 'hand' ? 1 : 0);
  const byTrust = runs.map((run) => ({ run, strange: strangeness(run) })).sort((a, b) => a.strange - b.strange);
  const shorts = byTrust.flatMap(({ run }) => (Math.abs(join(run.from, run.to, 0)) > leastV ? [run] : []));
  const minus = postOf(strings[0]?.id ?? '', '-');
  const isTurned = ({ id, kind }: Part) =>
    kind === 'chassis'
      ? (above(postOf(id, 'bolt'), minus) ?? 0) > leastV
      : TAKES.has(kind) && (above(postOf(id, '+'), postOf(id, '-')) ?? 0) < -leastV;
  return { shorts, turnedIds: new Set(parts.filter(isTurned).map(({ id }) => id)) };
}

const TAKES: ReadonlySet<Part['kind']> = new Set(['inverter', 'charger', 'loads', 'other']);

type Pole = '+' | '-';

const POLES: Partial<Record<Part['kind'], Pole>> = {
  fuse: '+',
  monitor: '+',
  shunt: '-',
  protection: '-',
  chassis: '-',
};

/** Which side a post belongs to; null: either, or between the batteries of a string. */
function poles(parts: readonly Part[]): (post: string) => Pole | null {
  const of = new Map<string, Pole>();
  for (const part of parts) {
    const pole = part.kind === 'bar' ? (part.polarity === 'positive' ? '+' : '-') : POLES[part.kind];
    if (pole) of.set(part.id, pole);
  }
  return (post) => {
    const own = of.get(partIdOf(post));
    if (own) return own;
    const name = post.slice(post.lastIndexOf('.') + 1);
    return name === '+' || name === 'in+' ? '+' : name === '-' ? '-' : null;
  };
}

function isStrange(role: RunRole, pole: Pole | null): boolean {
  if (role === 'link') return pole !== null;
  return pole === (role === 'positive' || role === 'sense' ? '-' : '+');
}

/** Posts that are joined, and how many volts each lies above another of them. */
function levels() {
  const before = new Map<string, { post: string; aboveV: number }>();
  const rootOf = (post: string): { root: string; aboveV: number } => {
    let [root, aboveV] = [post, 0];
    for (let on = before.get(root); on; on = before.get(root)) [root, aboveV] = [on.post, aboveV + on.aboveV];
    return { root, aboveV };
  };
  /** V of the first above the second; null: they are not joined. */
  const above = (a: string, b: string): number | null => {
    const [one, other] = [rootOf(a), rootOf(b)];
    return one.root === other.root ? one.aboveV - other.aboveV : null;
  };
  /** Joins two posts of which the first lies so many V above the second. @returns V that are left over where they are joined already */
  const join = (a: string, b: string, apartV: number): number => {
    const known = above(a, b);
    if (known !== null) return known - apartV;
    const [one, other] = [rootOf(a), rootOf(b)];
    before.set(one.root, { post: other.root, aboveV: apartV + other.aboveV - one.aboveV });
    return 0;
  };
  return { join, above };
}
