import type { CommissioningPlan, Entry, Round } from './plan';

/**
 * What two devices wrote of the same rounds, laid together by their answers: none is lost, none comes twice. Rounds that only one of them
 * knows are taken over; of what is being entered, each keeps its own.
 */
export function mergeCommissioning(mine: CommissioningPlan, theirs: CommissioningPlan): CommissioningPlan {
  const others = new Map(theirs.rounds.map((round) => [round.id, round]));
  const known = new Set(mine.rounds.map(({ id }) => id));
  const photos = new Set(mine.photos.map(({ id }) => id));
  return {
    ...mine,
    rounds: [
      ...mine.rounds.map((round) => {
        const other = others.get(round.id);
        return other ? mergeRounds(round, other) : round;
      }),
      ...theirs.rounds.filter(({ id }) => !known.has(id)),
    ].sort((a, b) => a.startedAtMs - b.startedAtMs),
    photos: [...mine.photos, ...theirs.photos.filter(({ id }) => !photos.has(id))],
  };
}

function mergeRounds(mine: Round, theirs: Round): Round {
  const drafted = new Set(mine.drafts.map(({ stepId }) => stepId));
  return {
    ...mine,
    instruments: mine.instruments || theirs.instruments,
    entries: inTurn(mine.entries, theirs.entries),
    drafts: [...mine.drafts, ...theirs.drafts.filter(({ stepId }) => !drafted.has(stepId))],
    ended: mine.ended && theirs.ended ? (mine.ended.atMs > theirs.ended.atMs ? mine.ended : theirs.ended) : null,
  };
}

/** Both lists in the order of time; each keeps its own order, whatever its clock did. */
function inTurn(mine: readonly Entry[], theirs: readonly Entry[]): Entry[] {
  const own = new Set(mine.map(({ id }) => id));
  const added = theirs.filter(({ id }) => !own.has(id));
  const merged: Entry[] = [];
  let k = 0;
  for (const entry of mine) {
    for (let next = added[k]; next && next.atMs < entry.atMs; next = added[++k]) merged.push(next);
    merged.push(entry);
  }
  return [...merged, ...added.slice(k)];
}
