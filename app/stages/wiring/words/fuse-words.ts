import type { NoFuse } from '@core/conductors/choose-fuse';
import { formatNumber } from '@core/quantity/format';
import type { BetterFuse, Fault } from '@core/wiring/finding';
import { isFree } from '@core/wiring/fuse-sheet';
import { partIdOf } from '@core/wiring/part';
import type { WiringFacts } from '../wiring-facts';
import { freePress } from './free-press';
import { amps, type FindingWords, type Press, type WordsOf } from './words';

/** Of fuses: how large they are, what they stand and break, and what is behind them. */
export const FUSE_WORDS: WordsOf<
  'no-fuse' | 'fuse-small' | 'fuse-large' | 'fuse-unlisted' | 'fuse-breaks' | 'fuse-volts' | 'not-selective'
> = {
  'no-fuse': (fault, { name, id, facts }) => {
    if (isChosenByHand(id, facts))
      return {
        says: `${name}: its family has none so large`,
        why: 'It is at least 1.25 × what it carries, and larger than what lies behind it.',
        remedy: 'Another family, or as the rules choose.',
        apply: byRule(id, facts),
      };
    return {
      says: `${name}: no fuse of the list will do`,
      why: NO_FUSE[fault.why],
      remedy: 'A longer or thinner lead before it, or another family by its maker’s sheet.',
      apply: offSheetPress(id, facts),
    };
  },
  'fuse-small': (fault, { name, id, facts }) => ({
    says: `${name}: ${amps(fault.ratingA)} are less than its load`,
    why: `It carries ${amps(fault.wantedA / 1.25)}; a fuse is at least 1.25 × that.`,
    remedy: betterWords(fault.better, id, facts),
    apply: betterPress(fault.better, id, facts),
  }),
  'fuse-large': (fault, { name, id, facts }) => ({
    says: `${name}: ${amps(fault.ratingA)} are more than the wire carries`,
    why: `The thinnest wire behind it carries ${amps(fault.carriesA)}: it would burn before the fuse blows.`,
    ...largeWords(fault, id, facts),
  }),
  'fuse-unlisted': (fault, { name, id, facts }) => ({
    says: `${name}: no family of the list has ${amps(fault.ratingA)}`,
    why: `${fault.family ? `“${fault.family}” is not on it with that size` : 'It is none of their sizes'}: what it can break, and at what voltage, is not known here.`,
    remedy: 'Judge it by its maker’s sheet, or let the rules choose.',
    apply: byRule(id, facts),
  }),
  'fuse-breaks': (fault, { name, id, facts }) => ({
    says: `${name} cannot break the short circuit at its place`,
    why: `${amps(fault.shortCircuitA)} at its own terminals; ${ofOwnSheet(id, facts) ? 'its sheet says' : 'its family breaks'} ${amps(fault.breaksA)}.`,
    remedy: betterWords(fault.better, id, facts),
    apply: betterPress(fault.better, id, facts),
  }),
  'fuse-volts': (fault, { name, id, facts }) => ({
    says: `${name} does not stand the voltage`,
    why: `Up to ${formatNumber(fault.highestV, 1)} V while charging; ${ofOwnSheet(id, facts) ? 'its sheet says' : 'its family is for'} ${formatNumber(fault.voltsMax, 0)} V.`,
    remedy: betterWords(fault.better, id, facts),
    apply: betterPress(fault.better, id, facts),
  }),
  'not-selective': (fault, { name, facts }) => ({
    says: `${name} may blow before the fuse behind it`,
    why: `${amps(fault.ratingA)}, and ${amps(fault.behindA)} at ${facts.nameOf(fault.behindId).toLowerCase()}: at least ${formatNumber(fault.ratio, 1)} × that are wanted.`,
    remedy: 'A smaller fuse behind, or a larger one here where a wire bears it. As it is, both may blow at once.',
  }),
};

const NO_FUSE: Record<NoFuse, string> = {
  voltage: 'None on the list stands the highest charging voltage.',
  interrupt: 'None on the list can break the short circuit at this place.',
  wire: 'Those that can break the short circuit here are larger than the wire behind may have.',
  size: 'None on the list is large enough.',
};

/** A smaller fuse; where the load has none that is smaller, the wires that a hand chose too thin. */
function largeWords(
  { ratingA, better, listEnds }: Extract<Fault, { code: 'fuse-large' }>,
  id: string,
  facts: WiringFacts,
): Pick<FindingWords, 'remedy' | 'apply'> {
  const byHand = isSizedByHand(id, facts);
  if (better !== null || (!listEnds && byHand))
    return { remedy: betterWords(better, id, facts), apply: betterPress(better, id, facts) };
  if (listEnds)
    return {
      remedy: 'No section of the list bears it: cables side by side on its runs, or a higher voltage.',
      apply: null,
    };
  const thin = (facts.circuit()?.runs ?? []).flatMap(({ run, ampacityA, guard }) =>
    run.areaMm2 !== null && (ampacityA ?? 0) < ratingA && guard?.fuses.some((one) => one.id === id) ? [run.id] : [],
  );
  return {
    remedy: 'It is as small as its load allows: thicker wires behind it.',
    apply: freePress(new Set(thin), facts),
  };
}

/** Whether all wires at a fuse are as the rules choose them: then they follow it. */
const followsFuse = (id: string, facts: WiringFacts): boolean =>
  (facts.wiring()?.runs ?? []).every(
    ({ from, to, areaMm2 }) => areaMm2 === null || ![partIdOf(from), partIdOf(to)].includes(id),
  );

function betterWords(better: BetterFuse, id: string, facts: WiringFacts): string {
  if (better === null)
    return followsFuse(id, facts)
      ? 'None on the list fits the wire that goes with this size: let the rules choose both.'
      : 'None on the list fits: change the wire first.';
  if (better === 'of-sheet') return 'One of this size that stands and breaks that, by its maker’s sheet.';
  return `${amps(better.ratingA)}, ${better.family}.`;
}

/** A fuse of a family that is not on the list, of which its own sheet says what it stands and breaks. */
const offSheetPress = (id: string, facts: WiringFacts): Press | null =>
  facts.circuit()?.fuses.find(({ part }) => part.id === id)?.offSheetA
    ? { says: 'Take one by its own sheet', run: () => facts.takeOffSheet([id]) }
    : null;

const ofOwnSheet = (id: string, facts: WiringFacts): boolean => {
  const part = facts.parts().get(id);
  return part?.kind === 'fuse' && part.sheet !== null;
};

/** Whether a hand chose how large a fuse is. */
const isSizedByHand = (id: string, facts: WiringFacts): boolean => {
  const part = facts.parts().get(id);
  return part?.kind === 'fuse' && part.ratingA !== null;
};

/** Whether a hand chose what kind of fuse it is. */
const isChosenByHand = (id: string, facts: WiringFacts): boolean => {
  const part = facts.parts().get(id);
  return part?.kind === 'fuse' && !isFree(part);
};

/** Its own sheet is asked for what the place wants; a named family that does not do is dropped. */
const ofSheetPress = (id: string, facts: WiringFacts): Press | null =>
  ofOwnSheet(id, facts)
    ? { says: 'Ask for one that does', run: () => facts.takeOffSheet([id]) }
    : { says: 'Leave its family to its sheet', run: () => facts.changeFuse(id, { family: null }) };

const byRule = (id: string, facts: WiringFacts): Press | null => ({
  says: 'Let the rules choose',
  run: () => facts.changeFuse(id, { ratingA: null, family: null, sheet: null }),
});

function betterPress(better: BetterFuse, id: string, facts: WiringFacts): Press | null {
  if (better === null) return followsFuse(id, facts) ? byRule(id, facts) : null;
  if (better === 'of-sheet') return ofSheetPress(id, facts);
  return {
    says: `Take ${amps(better.ratingA)}, ${better.family}`,
    run: () => facts.changeFuse(id, { ratingA: better.ratingA, family: better.family, sheet: null }),
  };
}
