import { common, idFor, isByHand, type Laid, labelled, newFuse } from './new-parts';
import { type Part, type PartKind, partIdOf, postOf, THROUGH } from './part';
import { WIRING_LIMITS as LIMITS } from './limits';
import type { WiringPlan } from './plan';
import type { Run, RunRole } from './run';

/** What a hand may put into a run, by the kind of the run. */
export const INSERTS = {
  positive: ['fuse', 'switch', 'relay', 'bar'],
  negative: ['bar', 'switch', 'protection'],
  bond: ['bar'],
  sense: ['fuse'],
  link: [],
} as const satisfies Record<RunRole, readonly PartKind[]>;
export type Insert = (typeof INSERTS)[RunRole][number];

const NAMES: Record<Insert, string> = {
  fuse: 'Fuse',
  switch: 'Switch',
  relay: 'Relay',
  bar: 'Bar',
  protection: 'Battery’s own protection',
};
/** m from a fuse to what feeds it. */
const NEAR_M = 0.1;

/** No run is shorter or longer than what its field takes. */
const storable = (lengthM: number): number => Math.min(LIMITS.runM.max, Math.max(LIMITS.runM.min, lengthM));

type Circuit = Laid & Pick<WiringPlan, 'removed'>;

/**
 * A part put into a run, which becomes two: the label stays with what leads on, the other piece takes the next. A fuse sits near where the
 * run begins, or near its end where there is one at its beginning; all else half-way. Both lengths are guesses then.
 * @returns the circuit as it was where there is no such run, or nothing of that kind belongs into it
 */
export function putInto(circuit: Circuit, runId: string, kind: Insert, ownId: string): Circuit {
  const run = circuit.runs.find(({ id }) => id === runId);
  const kinds: readonly PartKind[] = run ? INSERTS[run.role] : [];
  if (!run || !kinds.includes(kind)) return circuit;
  const id = idFor('own', ownId);
  const part = newInsert(id, kind, run);
  const [first, second] = THROUGH[kind] ?? ['bar', 'bar'];
  // Its battery’s side looks to the battery.
  const turned = kind === 'protection' && partIdOf(run.to).startsWith('battery-');
  const [near, far] = turned ? [second, first] : [first, second];
  const fuseM = Math.min(NEAR_M, run.lengthM / 2);
  const isFuse = (post: string) => circuit.parts.some(({ id, kind }) => id === partIdOf(post) && kind === 'fuse');
  const nearM = kind !== 'fuse' ? run.lengthM / 2 : isFuse(run.from) ? run.lengthM - fuseM : fuseM;
  const piece: Run = {
    ...run,
    id: `${id}-piece`,
    label: '',
    to: postOf(id, near),
    toLug: null,
    lengthM: storable(nearM),
    lengthBy: 'guessed',
    endsBy: 'hand',
    done: [],
    cut: null,
  };
  const rest: Run = {
    ...run,
    from: postOf(id, far),
    fromLug: null,
    lengthM: storable(run.lengthM - nearM),
    lengthBy: 'guessed',
    endsBy: 'hand',
    done: [],
    cut: null,
  };
  const runs = circuit.runs.flatMap((one) => (one.id === runId ? [piece, rest] : [one]));
  return { ...circuit, parts: [...circuit.parts, part], runs: labelled(runs) };
}

function newInsert(id: string, kind: Insert, { label, role }: Run): Part {
  const base = common(id, `${NAMES[kind]} in ${label}`);
  switch (kind) {
    case 'fuse':
      return { ...newFuse(id, ''), name: base.name };
    case 'bar':
      return {
        ...base,
        kind,
        polarity: role === 'positive' ? 'positive' : 'negative',
        ratingA: null,
        lugsMost: BAR_LUGS,
      };
    default:
      return { ...base, kind, ratingA: null };
  }
}
const BAR_LUGS = 4;

/** Whether a part can be taken out and its two runs joined. */
export const canTakeOut = ({ parts, runs }: Laid, partId: string): boolean => {
  const part = parts.find(({ id }) => id === partId);
  const isBetween = part !== undefined && part.kind !== 'shunt' && (THROUGH[part.kind] ?? part.kind === 'bar');
  return Boolean(isBetween) && runs.filter((run) => touches(run, partId)).length === 2;
};

const touches = ({ from, to }: Run, partId: string) => partIdOf(from) === partId || partIdOf(to) === partId;

/**
 * A part taken out, and its two runs joined to one: as long as both, and measured where both were. Laying out again does not bring back
 * what was proposed once.
 * @returns the circuit as it was where the part does not lie between two runs
 */
export function takeOut(circuit: Circuit, partId: string): Circuit {
  const [one, other] = circuit.runs.filter((run) => touches(run, partId));
  if (!canTakeOut(circuit, partId) || !one || !other) return circuit;
  const farOf = (run: Run) => (partIdOf(run.from) === partId ? run.to : run.from);
  const lugOf = (run: Run) => (partIdOf(run.from) === partId ? run.toLug : run.fromLug);
  // What was proposed stays rather than what a hand added: it is known when the circuit is laid out again.
  const [stays, goes] = isByHand(one.id) && !isByHand(other.id) ? [other, one] : [one, other];
  const joined: Run = {
    ...stays,
    from: farOf(one),
    to: farOf(other),
    fromLug: lugOf(one),
    toLug: lugOf(other),
    lengthM: storable(one.lengthM + other.lengthM),
    lengthBy: one.lengthBy === 'measured' && other.lengthBy === 'measured' ? 'measured' : 'guessed',
    endsBy: 'hand',
    done: [],
    cut: null,
  };
  return {
    parts: circuit.parts.filter(({ id }) => id !== partId),
    runs: circuit.runs.flatMap((run) => (run === goes ? [] : run === stays ? [joined] : [run])),
    removed: [...circuit.removed, ...[partId, goes.id].filter((id) => !isByHand(id))],
  };
}

/** A run taken out. Laying out again does not bring it back. */
export const takeOutRun = (circuit: Circuit, runId: string): Circuit => ({
  ...circuit,
  runs: circuit.runs.filter(({ id }) => id !== runId),
  removed: isByHand(runId) ? circuit.removed : [...circuit.removed, runId],
});

/** What a hand added taken out with its fuse and its runs. @returns the circuit as it was for a part of the plan */
export function takeOutOwn(circuit: Circuit, partId: string): Circuit {
  if (!isByHand(partId)) return circuit;
  const gone = (id: string) => id === partId || id.startsWith(`${partId}-`);
  return {
    ...circuit,
    parts: circuit.parts.filter(({ id }) => !gone(id)),
    runs: circuit.runs.filter(({ id, from, to }) => !gone(id) && !gone(partIdOf(from)) && !gone(partIdOf(to))),
  };
}

/** A run whose end is brought to another post, by hand. */
export const broughtTo = (run: Run, { end, to }: { end: 'from' | 'to'; to: string }): Run => ({
  ...run,
  [end]: to,
  endsBy: 'hand',
});

/** What comes to one of the two posts of a part brought to the other, and the other way round: plus and minus, or the sides of a shunt. */
export function changedOver(circuit: Circuit, partId: string): Circuit {
  const isShunt = circuit.parts.some(({ id, kind }) => id === partId && kind === 'shunt');
  const [one, two] = [postOf(partId, isShunt ? 'bank' : '+'), postOf(partId, isShunt ? 'system' : '-')];
  const other = (post: string) => (post === one ? two : post === two ? one : post);
  const turned = (run: Run): Run => ({ ...run, from: other(run.from), to: other(run.to), endsBy: 'hand' });
  return {
    ...circuit,
    runs: circuit.runs.map((run) => ([run.from, run.to].some((post) => other(post) !== post) ? turned(run) : run)),
  };
}

/** The rules choose the sections of these runs, whatever a hand chose. */
export const freed = (runs: readonly Run[], runIds: ReadonlySet<string>): Run[] =>
  runs.map((run) => (runIds.has(run.id) ? { ...run, areaMm2: null } : run));
