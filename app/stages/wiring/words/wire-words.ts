import { sectionText } from '@core/conductors/section-text';
import { formatNumber, quantityText } from '@core/quantity/format';
import type { RunFigures } from '@core/wiring/circuit-figures';
import { dropKey } from '@core/wiring/drops-freed';
import type { Fault } from '@core/wiring/finding';
import { WIRING_LIMITS } from '@core/wiring/limits';
import type { BornFor } from '@core/wiring/run';
import type { WiringFacts } from '../wiring-facts';
import { freePress } from './free-press';
import { amps, percent, type FindingWords, type WordsOf } from './words';

/** Of wires: their sections, their lengths, what they bear and lose. */
export const WIRE_WORDS: WordsOf<'uneven' | 'cut-otherwise' | 'off-list' | 'thin' | 'drop' | 'beyond-list' | 'bare'> = {
  uneven: (fault, { facts }) => {
    const runs = facts.equalRuns();
    return {
      says: `${fault.name} carries ${percent(fault.carries.value)} where ${percent(fault.fairFraction)} would be fair`,
      why: leadsDiffer(fault.by, facts),
      remedy: runs
        ? `Make all leads as ${fault.by.is === 'length' ? 'long as the longest' : 'thick as the thickest'}.`
        : 'Bring each battery to the bars by leads of one length and section.',
      apply: runs ? { says: 'Make them equal', run: () => facts.change({ runs }, null) } : null,
    };
  },
  'cut-otherwise': (fault, { name, id, facts }) => ({
    says: `${name} was cut otherwise`,
    why: `It was cut of ${sectionText(fault.cutMm2)} for ${facts.length(fault.cutForM)}; the circuit has ${sectionText(fault.areaMm2)} and ${facts.length(fault.lengthM)}.`,
    remedy: 'Cut a new one; where what lies there will do, give it back its section and length.',
    apply: { says: 'Clear its boxes: it is cut anew', run: () => facts.changeRun(id, { done: [], cut: null }) },
  }),
  'off-list': (fault, { name, id, facts }) => ({
    says: `${name}: ${formatNumber(fault.areaMm2, 2)} mm² is on no list`,
    why: 'Its ampacity is not tabled, so it cannot be judged by it.',
    remedy: 'Take the next section of the list.',
    apply: { says: 'Let the rules choose', run: () => facts.changeRun(id, { areaMm2: null }) },
  }),
  thin: (fault, { name, id, facts }) => ({
    says: `${name} is too thin`,
    why: `It carries ${amps(fault.carriesA)} where it lies, and must bear ${mustBear(fault, facts.figuresOf(id))}.`,
    remedy:
      fault.enoughMm2 === null
        ? 'No section of the list suffices: a smaller fuse, or cables side by side.'
        : `${sectionText(fault.enoughMm2)} suffices.`,
    apply: { says: 'Let the rules choose', run: () => facts.changeRun(id, { areaMm2: null }) },
  }),
  drop: (fault, { name, id, facts }) => {
    const loop = facts.loopOf(id, fault.gives);
    const typed = facts.typedOnWay(id, fault.gives);
    return {
      says: `${loop?.demand.says ?? name}: ${percent(fault.fraction)} of the voltage is lost on the way`,
      why: `${fault.gives ? 'With all sources at their most and nothing drawn' : 'With all consumers at their most'}, from the bank and back; ${percent(fault.mostFraction)} are allowed for it.`,
      ...(fault.listEnds
        ? {
            remedy:
              'Even the thickest of the list lose too much: shorten the way, lay cables side by side on it, raise the system’s voltage, or allow more to be lost.',
          }
        : {
            remedy: 'Thicker or shorter runs on its way.',
            apply: facts.dropsFreed().has(dropKey(id, fault.gives)) ? null : freePress(typed, facts),
          }),
    };
  },
  'beyond-list': (fault, { name, id, facts }) => {
    return { says: `${name}: no section of the list suffices`, ...beyondWords(fault, id, facts) };
  },
  bare: (fault, { name, facts }) => ({
    says: `${name} is not protected near the bank`,
    why: `${facts.length(fault.bareM)} of positive cable without a fuse; ${facts.length(fault.mostM)} are allowed.`,
    remedy: 'Put the fuse at the battery’s post, or shorten the cable before it.',
  }),
};

/** What a run bears a current of, or for how long. */
const BORNE: Record<BornFor, string> = {
  load: 'of its load',
  fuse: 'until its fuse blows',
  others: 'that the other strings feed into its far end until their fuses blow',
  chassis: 'until the fuses blow, should the positive that bears most touch the chassis',
};

/** "218 A of its load, 325 A until its fuse blows" */
function mustBear({ by, wantedA }: Extract<Fault, { code: 'thin' }>, figures: RunFigures | null): string {
  const wanted = (of: BornFor) => `${amps(wantedA)} ${BORNE[of]}`;
  if (by !== 'load' || !figures || figures.bearsFor === 'load') return wanted(by);
  return `${amps(figures.design.value)} ${BORNE.load}, ${wanted(figures.bearsFor)}`;
}

const leadsDiffer = (by: Extract<Fault, { code: 'uneven' }>['by'], facts: WiringFacts): string =>
  by.is === 'length'
    ? `The leads differ: ${facts.length(by.shortestM)} there and back at the shortest, ${facts.length(by.longestM)} at the longest.`
    : `The leads are of one length and differ in section: ${quantityText(by.leastOhm, 'Ohm')} there and back at the least, ${quantityText(by.mostOhm, 'Ohm')} at the most.`;

/** Why even the thickest will not do, and what would: a fuse of its own where a positive begins, or at the end that others feed; or more cables. */
function beyondWords(
  fault: Extract<Fault, { code: 'beyond-list' }>,
  id: string,
  facts: WiringFacts,
): Pick<FindingWords, 'why' | 'remedy' | 'apply'> & Partial<FindingWords> {
  const { by, carriesA, wantedA } = fault;
  const conductors = facts.figuresOf(id)?.run.conductors ?? 1;
  const thickest = `the thickest carries ${amps(carriesA)} where it lies${conductors > 1 ? `, ${conductors} side by side` : ''}`;
  const mends = facts.mendsByFuse(id, fault);
  if (by === 'others')
    return {
      why: `The other strings feed up to ${amps(wantedA)} into its far end before their fuses blow; ${thickest}.`,
      remedy: mends
        ? 'A fuse at that end too.'
        : 'A fuse at the far end of its string’s positive lead, or cables side by side.',
      apply: mends ? { says: 'Put a fuse there', run: () => facts.putInto(id, 'fuse') } : null,
    };
  const why = {
    load: `It must carry ${amps(wantedA)}; ${thickest}.`,
    fuse: `The fuses before it let ${amps(wantedA)} through; ${thickest}.`,
    chassis: `A positive that touches the chassis sends ${amps(wantedA)} through it before its fuses blow; ${thickest}.`,
  }[by];
  if (mends)
    return {
      why,
      remedy: 'A fuse of its own where it begins; or cables side by side.',
      apply: { says: 'Put a fuse there', run: () => facts.putInto(id, 'fuse') },
    };
  const all = facts.wantSideBySide();
  const enough = all.get(id);
  const other = {
    load: 'raise the system’s voltage',
    fuse: 'a smaller fuse before it',
    chassis: 'a smaller fuse before that positive',
  }[by];
  return {
    why,
    remedy:
      enough !== undefined
        ? `${enough} cables side by side, alike and on the same studs (many codes allow it of thick ones only); or ${other}.`
        : `More than ${WIRING_LIMITS.conductorsCount.max} cables side by side: ${other}.`,
    apply:
      enough !== undefined ? { says: `Lay ${enough} side by side`, run: () => facts.laySideBySide(id, enough) } : null,
    all:
      enough !== undefined && all.size > 1
        ? { says: `Lay all ${all.size} such runs side by side`, run: () => facts.layAllSideBySide(all) }
        : null,
  };
}
