import type { Currents, Flow } from './currents';
import { isTap } from './fuse-sizes';
import { postOf } from './part';
import type { Guard } from './protection';
import type { Run } from './run';

/** What a run must bear until a fuse blows, A, by the sizes of the fuses. */
export type Bearing = (sizes: ReadonlyMap<string, number>) => number;

/**
 * For each run what it must bear. A positive: the fuses before it together; where it leads to some of the strings only, the others feed it
 * from its far end. A negative: as much as the positives of the same parts, or the last fuse of the one that it leads to. A link of a
 * string: the first fuse on the string’s way. Who bears what does not change with the sizes, so that it is looked up once.
 */
export function bearingsOf(
  runs: readonly Run[],
  guards: ReadonlyMap<string, Guard>,
  currents: Currents,
  nearM: number,
): ReadonlyMap<string, Bearing> {
  const positives = new Map<string, Bearing>();
  const wide: { strings: string; demands: ReadonlySet<unknown>; bears: Bearing }[] = [];
  for (const run of runs) {
    if (run.role !== 'positive') continue;
    const [guard, flow] = [guards.get(run.id), currents.flows.get(run.id)];
    const bears = guard && flow ? ofPositive(run, guard, flow, currents, nearM) : () => 0;
    positives.set(run.id, bears);
    if (flow && !isTap(run, guard, nearM))
      wide.push({ strings: flow.strings.join(','), demands: new Set(flow.carried.map(({ demand }) => demand)), bears });
  }
  return new Map(
    runs.map((run) => [
      run.id,
      positives.get(run.id) ?? (run.role === 'link' ? ofLink(run, currents) : ofNegative(run, currents, wide)),
    ]),
  );
}

function ofPositive(run: Run, guard: Guard, flow: Flow, { flows, stringCount }: Currents, nearM: number): Bearing {
  // A short lead to a fuse needs to bear no more than that fuse lets through: by the rule of the distance.
  if (isTap(run, guard, nearM)) return (sizes) => sizes.get(guard.leadsTo?.id ?? '') ?? 0;
  const own = guard.fuses.map(({ id }) => id);
  const sum = (ids: readonly string[], sizes: ReadonlyMap<string, number>) =>
    ids.reduce((all, id) => all + (sizes.get(id) ?? 0), 0);
  if (flow.strings.length === stringCount) return (sizes) => sum(own, sizes);
  const others = [...flows].flatMap(([id, { strings }]) =>
    strings.length < stringCount && !strings.some((one) => flow.strings.includes(one)) ? [id] : [],
  );
  return (sizes) => Math.max(sum(own, sizes), sum(others, sizes));
}

function ofNegative(
  run: Run,
  { flows, loops, inputs }: Currents,
  wide: readonly { strings: string; demands: ReadonlySet<unknown>; bears: Bearing }[],
): Bearing {
  const flow = flows.get(run.id);
  if (!flow) return () => 0;
  // A part’s own lead: nothing comes through it but what the last fuses before it let through.
  const own = [...loops, ...inputs].filter(({ demand }) => [run.from, run.to].includes(postOf(demand.partId, '-')));
  if (own.length > 0) {
    const ids = own.flatMap(({ out }) => out?.findLast(({ part }) => part?.kind === 'fuse')?.part?.id ?? []);
    return (sizes) => Math.max(0, ...ids.map((id) => sizes.get(id) ?? 0));
  }
  // The positives that carry at least the same parts, and fewest others.
  const from = flow.strings.join(',');
  const alike = wide.filter(
    ({ strings, demands }) => strings === from && flow.carried.every(({ demand }) => demands.has(demand)),
  );
  const fewest = Math.min(...alike.map(({ demands }) => demands.size));
  const nearest = alike.filter(({ demands }) => demands.size === fewest);
  return (sizes) => Math.max(0, ...nearest.map(({ bears }) => bears(sizes)));
}

function ofLink(run: Run, { outWays }: Currents): Bearing {
  const ways = outWays.filter((way) => way.some((edge) => edge.run?.id === run.id));
  const ids = new Set(ways.flatMap((way) => way.find(({ part }) => part?.kind === 'fuse')?.part?.id ?? []));
  return (sizes) => Math.max(0, ...[...ids].map((id) => sizes.get(id) ?? 0));
}
